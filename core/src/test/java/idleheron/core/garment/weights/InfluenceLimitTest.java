package idleheron.core.garment.weights;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class InfluenceLimitTest {
    private static double[] limited(int most, double... row) {
        InfluenceLimit.apply(row, most);
        return row;
    }

    @Test
    void theWeakestGoesAndTheOthersStayAsTheyWere() {
        assertThat(limited(3, .4, .3, .2, .1))
                .containsExactly(new double[] {.4 / .9, .3 / .9, .2 / .9, 0}, within(1e-12));
    }

    @Test
    void thoseNearTheOneThatGoesAreDrawnIn() {
        double[] w = limited(3, .3, .25, .25, .2);
        assertThat(w).containsExactly(new double[] {.657534, .171233, .171233, 0}, within(1e-6));
    }

    @Test
    void ofThoseThatAreAlikeTheFirstStay() {
        assertThat(limited(2, .25, .25, .25, .25)).containsExactly(.5, .5, 0, 0);
    }

    @Test
    void fewEnoughAreOnlyBroughtToASumOfOne() {
        assertThat(limited(4, .2, .2)).containsExactly(.5, .5);
        assertThat(limited(0, .2, .1, .1)).containsExactly(new double[] {.5, .25, .25}, within(1e-12));
        assertThat(limited(2, 0, 0, 0)).containsExactly(0, 0, 0);
    }

    /** Weights that change a little change the result a little, also where ranks swap. */
    @Test
    void nothingJumpsWhereRanksSwap() {
        double[] a = limited(2, .4, .3 + 1e-9, .3 - 1e-9);
        double[] b = limited(2, .4, .3 - 1e-9, .3 + 1e-9);
        for (int i = 0; i < 3; i++) {
            assertThat(a[i]).isCloseTo(b[i], within(1e-6));
        }
    }
}
