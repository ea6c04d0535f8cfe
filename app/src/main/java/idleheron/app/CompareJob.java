package idleheron.app;

import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.util.List;
import java.util.function.Consumer;

/**
 * Holds what was sent against what came back.
 *
 * @param mends remedies on what came back, in their order
 * @param asMeant in the common space, or the raw numbers against each other
 */
public record CompareJob(Asset sent, Asset returned, List<Remedy> mends, CompareSettings terms, boolean asMeant) {
    public CompareJob {
        mends = List.copyOf(mends);
    }

    /** Both sides, the returned one mended, and what came of it. */
    public record Result(Asset sent, Asset returned, Comparison comparison) {}

    /**
     * Mends what came back and compares.
     *
     * @throws java.util.concurrent.CancellationException when it is stopped
     */
    public Result run(Progress progress) {
        return run(t -> {}, progress);
    }

    /**
     * @param told takes every topic as soon as it is known, on the thread that compares
     */
    public Result run(Consumer<TopicResult> told, Progress progress) {
        Scene s = returned.scene();
        for (Remedy r : mends) {
            s = r.apply(s);
        }
        CompareSettings carried = terms.without(SceneFiles.missing(returned.format()));
        return new Result(sent, returned.with(s), Comparison.of(sent.scene(), s, carried, asMeant, told, progress));
    }
}
