package idleheron.core.pair;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import java.util.List;

/**
 * What one topic came to.
 *
 * @param worst the figure that stands in the ledger
 * @param summary one sentence
 * @param plots one per clip where there is something to plot
 */
public record TopicResult(
        Topic topic, Verdict verdict, Figure worst, String summary, Evidence evidence, List<Series> plots) {
    private static final Evidence NOT_SENT = new Evidence("not sent", List.of(), List.of());

    public TopicResult {
        plots = List.copyOf(plots);
    }

    /** One with evidence and without plots. */
    public static TopicResult of(Topic topic, Verdict verdict, Figure worst, String summary, Evidence evidence) {
        return new TopicResult(topic, verdict, worst, summary, evidence, List.of());
    }

    /** With another verdict and the sentence for it. */
    public TopicResult as(Verdict value, String why) {
        return new TopicResult(topic, value, worst, why, evidence, plots);
    }

    /** "not sent" of a topic that the sent side has nothing of, "not checked" of one that could not be compared. */
    public String unchecked() {
        return evidence.equals(NOT_SENT) ? say("core.pair.TopicResult.not-sent") : verdict.shown();
    }

    /** A topic of which nothing was sent, so that nothing was compared. */
    public static TopicResult notSent(Topic topic, String why) {
        return of(topic, Verdict.NOT_CHECKED, Figure.NONE, why, NOT_SENT);
    }

    /** A topic that was not compared, and why. */
    public static TopicResult notChecked(Topic topic, String why) {
        return of(topic, Verdict.NOT_CHECKED, Figure.NONE, why, Evidence.NONE);
    }
}
