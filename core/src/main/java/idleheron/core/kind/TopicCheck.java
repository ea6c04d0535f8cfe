package idleheron.core.kind;

import idleheron.core.Topic;
import idleheron.core.job.Progress;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.ToLongBiFunction;
import org.jspecify.annotations.Nullable;

/**
 * How one topic of two sides is held against each other.
 *
 * @param share of the work, beside that of the others; 0 for what takes no time
 * @param whole whether its figures hold all there is to it: else what was lost besides makes it drift
 * @param over in a search for causes, how many figures are over tolerance or could not be held against one; null where nothing
 *     that moves a scene changes it
 */
public record TopicCheck(
        Topic topic,
        BiFunction<Pair, Progress, TopicResult> work,
        int share,
        boolean whole,
        @Nullable ToLongBiFunction<Pair, TopicResult> over) {

    /** One that is quick, says all, and is not searched. */
    public static TopicCheck of(Topic topic, Function<Pair, TopicResult> work) {
        return new TopicCheck(topic, (p, progress) -> work.apply(p), 0, true, null);
    }

    /** One that takes its time. */
    public static TopicCheck of(Topic topic, int share, BiFunction<Pair, Progress, TopicResult> work) {
        return new TopicCheck(topic, work, share, true, null);
    }

    /** One whose figures hold places and names only, not all that lies over them. */
    public TopicCheck inPart() {
        return new TopicCheck(topic, work, share, false, over);
    }

    /** One that a move of the scene may mend; what is over is counted by its table. */
    public TopicCheck searched() {
        return searched((p, t) -> t.evidence().over());
    }

    /** One that the search for causes looks at; {@code count} says how much is left over. */
    public TopicCheck searched(ToLongBiFunction<Pair, TopicResult> count) {
        return new TopicCheck(topic, work, share, whole, count);
    }

    /**
     * Holds the two sides against each other in this topic.
     *
     * @throws java.util.concurrent.CancellationException when it is stopped
     */
    public TopicResult of(Pair pair, Progress progress) {
        return work.apply(pair, progress);
    }
}
