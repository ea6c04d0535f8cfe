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
import org.jspecify.annotations.Nullable;

/**
 * Holds what was sent against what came back.
 *
 * @param mends remedies on what came back, in their order
 * @param asMeant in the common space, or the raw numbers against each other
 * @param known what is known already of what came back as it came, or null
 */
public record CompareJob(
        Asset sent,
        Asset returned,
        List<Remedy> mends,
        CompareSettings terms,
        boolean asMeant,
        @Nullable Came known) {
    public CompareJob {
        mends = List.copyOf(mends);
    }

    public CompareJob(Asset sent, Asset returned, List<Remedy> mends, CompareSettings terms, boolean asMeant) {
        this(sent, returned, mends, terms, asMeant, null);
    }

    /** What came back, and what it came to against what was sent. */
    public record Came(Asset returned, Comparison comparison) {}

    /**
     * Both sides, the returned one mended, and what came of it.
     *
     * @param asItCame before it was mended; the same where nothing was
     */
    public record Result(Asset sent, Asset returned, Comparison comparison, Came asItCame) {
        /** Where nothing was mended. */
        public Result(Asset sent, Asset returned, Comparison comparison) {
            this(sent, returned, comparison, new Came(returned, comparison));
        }

        /** Whether remedies were applied to what came back. */
        public boolean isMended() {
            return asItCame.comparison() != comparison;
        }
    }

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
        if (mends.isEmpty()) {
            return new Result(sent, returned, compared(returned.scene(), told, progress));
        }
        Came came =
                known == null ? new Came(returned, compared(returned.scene(), t -> {}, progress.part(0, 0.5))) : known;
        Scene s = returned.scene();
        for (Remedy r : mends) {
            s = r.apply(s);
        }
        return new Result(sent, returned.with(s), compared(s, told, progress.part(0.5, 1)), came);
    }

    private Comparison compared(Scene s, Consumer<TopicResult> told, Progress progress) {
        CompareSettings carried = terms.without(SceneFiles.missing(returned.format()));
        return Comparison.of(sent.scene(), s, carried, asMeant, told, progress);
    }
}
