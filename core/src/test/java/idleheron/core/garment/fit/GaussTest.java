package idleheron.core.garment.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Least squares by hand: what a step, a weight and a damping are. */
class GaussTest {
    /** 2 a + b is off by 3 and b by 1, so that a step of -1 for both leaves nothing. */
    @Test
    void aStepLeavesTheLeastOfWhatIsOff() {
        Gauss g = new Gauss(2);
        g.row(new double[] {2, 1}, 3, 1);
        g.row(new double[] {0, 1}, 1, 1);
        double[] d = g.step();
        assertThat(d[0]).isCloseTo(-1, within(1e-12));
        assertThat(d[1]).isCloseTo(-1, within(1e-12));
    }

    /** The same unknown is told to be off by 0 once and by 4 three times: 3 on the whole. */
    @Test
    void rowsCountByTheirWeight() {
        Gauss g = new Gauss(1);
        g.row(new double[] {1}, 0, 1);
        g.row(new double[] {1}, 4, 3);
        g.row(new double[] {1}, 1000, 0);
        assertThat(g.step()[0]).isCloseTo(-3, within(1e-12));
        g.damp(0, 4);
        assertThat(g.step()[0]).as("12 of 8 in place of 4").isCloseTo(-1.5, within(1e-12));
    }

    @Test
    void whatCannotBeToldMovesNothing() {
        Gauss g = new Gauss(2);
        g.row(new double[] {1, 1}, Double.NaN, 1);
        assertThat(g.step()).containsExactly(0, 0);
    }

    @Test
    void aResidualCountsLessTheLargerItIs() {
        assertThat(Gauss.tukey(0, 2)).isEqualTo(1);
        assertThat(Gauss.tukey(1, 2)).isCloseTo(0.5625, within(1e-12));
        assertThat(Gauss.tukey(-1, 2)).isCloseTo(0.5625, within(1e-12));
        assertThat(Gauss.tukey(2, 2)).isZero();
        assertThat(Gauss.tukey(-3, 2)).isZero();
        assertThat(Gauss.wide(new double[] {-1, 2, 3})).isCloseTo(3 * 1.4826 * 2, within(1e-12));
    }

    @Test
    void theMiddleIsTheMeanOfAllPoints() {
        assertThat(SimilarityFit.middle(new double[] {0, 0, 0, 2, 4, -6})).containsExactly(1, 2, -3);
    }
}
