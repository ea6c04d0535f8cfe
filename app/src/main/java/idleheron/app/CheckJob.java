package idleheron.app;

import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.kind.FactGroup;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.formats.FileChecks;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Says what will go wrong with an asset.
 *
 * @param files what it was read from
 * @param destination where it goes, or null
 */
public record CheckJob(
        Asset asset, List<Path> files, @Nullable Convention destination) {
    public CheckJob {
        files = List.copyOf(files);
    }

    /** Of an asset of one file. */
    public CheckJob(Asset asset, @Nullable Convention destination) {
        this(asset, List.of(Path.of(asset.path())), destination);
    }

    /**
     * What is noticed.
     *
     * @param figures what the asset is, in figures
     * @param findings worst first
     */
    public record Result(Asset asset, Facts facts, List<FactGroup> figures, List<Finding> findings) {
        public Result {
            figures = List.copyOf(figures);
            findings = List.copyOf(findings);
        }

        /** The worst of all findings: broken where one will break, else drifted where one may drift, else clean. */
        public Verdict verdict() {
            return Inspection.verdict(findings);
        }

        private Result with(List<Finding> more) {
            List<Finding> all = new ArrayList<>(findings);
            all.addAll(more);
            all.sort(Comparator.comparing(Finding::severity));
            return new Result(asset, facts, figures, all);
        }
    }

    /** What is noticed at once: by rules, between parts that were put together, and beside the scene in its files. */
    public Result look() throws IOException {
        Scene s = asset.scene();
        Facts facts = new Facts(s);
        List<Finding> out = new ArrayList<>(Inspection.of(facts, destination));
        out.addAll(Inspection.apart(s, asset.apart()));
        List<Finding> beside = FileChecks.of(s, files, destination);
        // what files tell with more behind it takes the place of what the scene alone tells
        out.removeIf(f -> beside.stream()
                .anyMatch(b -> b.code().equals(f.code())
                        && b.figure().subject().equals(f.figure().subject())));
        out.addAll(beside);
        return new Result(asset, facts, AssetKinds.figures(facts), List.of()).with(out);
    }

    /** Whether a look into it can tell more: at every voxel, at every sample. */
    public boolean isDeep() {
        return AssetKinds.in(asset.scene()).stream().anyMatch(k -> k.hasDeepRules());
    }

    /** What was noticed, and what reading all of it tells besides. */
    public Result lookInto(Result seen, Progress progress) {
        return seen.with(Inspection.deep(asset.scene(), progress));
    }

    /** All of it. */
    public Result run(Progress progress) throws IOException {
        return lookInto(look(), progress);
    }
}
