package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import java.util.List;
import org.junit.jupiter.api.Test;

class JointRowsTest {
    private static final Pair SAME =
            new Pair(SmallCrossing.sent(), SmallCrossing.sent(), true, Tolerances.DEFAULT, MatchTable.NONE);

    @Test
    void theLargestFigureComesFirstAndSaysWhoseItIs() {
        JointRows rows = new JointRows(SAME);
        rows.add(0, 1.5, false, List.of(1.5));
        rows.add(2, 7, true, List.of(7.0));
        rows.add(1, 2, false, List.of(2.0));
        assertThat(rows.size()).isEqualTo(3);
        assertThat(rows.worst()).isEqualTo(7);
        assertThat(rows.subject()).isEqualTo(SAME.sent.path(2));
        Evidence e = rows.evidence(List.of("off by"));
        assertThat(e.rows()).extracting(Evidence.Row::sentNode).containsExactly(2, 1, 0);
        assertThat(e.rows()).extracting(Evidence.Row::returnedNode).containsExactly(2, 1, 0);
        assertThat(e.over()).isEqualTo(1);
    }

    @Test
    void whereNothingIsOffNobodyIsNamed() {
        JointRows rows = new JointRows(SAME);
        rows.add(0, 0, false, List.of(0.0));
        assertThat(rows.worst()).isZero();
        assertThat(rows.subject()).isEmpty();
    }
}
