package idleheron.core.kind;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class TopicCheckTest {
    private static final Pair PAIR =
            new Pair(SmallCrossing.sent(), SmallCrossing.sent(), true, Tolerances.DEFAULT, MatchTable.NONE);
    private static final TopicResult RESULT = new TopicResult(
            Topic.CLIPS,
            Verdict.DRIFTED,
            Figure.NONE,
            "Two of three are off.",
            new Evidence("clip", List.of(), List.of(row(true), row(false), row(true))),
            List.of());

    private static Evidence.Row row(boolean over) {
        return new Evidence.Row("wave", -1, -1, 0, 0, over, List.of());
    }

    @Test
    void aQuickOneSaysAllTakesNoTimeAndIsNotSearched() {
        TopicCheck c = TopicCheck.of(Topic.CLIPS, p -> {
            assertThat(p).isSameAs(PAIR);
            return RESULT;
        });
        assertThat(c.of(PAIR, Progress.NONE)).isSameAs(RESULT);
        assertThat(c.share()).isZero();
        assertThat(c.whole()).isTrue();
        assertThat(c.over()).isNull();
        assertThat(c.inPart().whole()).isFalse();
    }

    @Test
    void aSearchedOneCountsItsRowsOrWhatItIsTold() {
        TopicCheck c = TopicCheck.of(Topic.CLIPS, 3, (p, progress) -> RESULT);
        assertThat(c.share()).isEqualTo(3);
        assertThat(Objects.requireNonNull(c.searched().over()).applyAsLong(PAIR, RESULT))
                .isEqualTo(2);
        assertThat(Objects.requireNonNull(c.searched((p, t) -> 7).inPart().over())
                        .applyAsLong(PAIR, RESULT))
                .isEqualTo(7);
    }
}
