package idleheron.core.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class TimeSamplingTest {
    private static final TimeSampling UNIFORM = TimeSampling.uniform(0.25, 2);
    private static final TimeSampling CYCLIC = new TimeSampling(1, new double[] {0, 0.25, 0.5});
    private static final TimeSampling ACYCLIC = TimeSampling.acyclic(new double[] {1, 2, 4, 8});

    @Test
    void eachKindKnowsItsTimes() {
        assertThat(UNIFORM.times(4)).containsExactly(2, 2.25, 2.5, 2.75);
        assertThat(CYCLIC.times(5)).containsExactly(0, 0.25, 0.5, 1, 1.25);
        assertThat(ACYCLIC.times(4)).containsExactly(1, 2, 4, 8);
        assertThat(ACYCLIC.time(9)).as("past the last").isEqualTo(8);
        assertThat(UNIFORM.kind()).isEqualTo("uniform");
        assertThat(CYCLIC.kind()).isEqualTo("cyclic");
        assertThat(ACYCLIC.kind()).isEqualTo("acyclic");
        assertThat(UNIFORM.isUniform()).isTrue();
        assertThat(CYCLIC.isUniform()).isFalse();
        assertThat(ACYCLIC.isUniform()).isFalse();
        assertThat(TimeSampling.acyclic(new double[] {3}).isUniform()).isFalse();
    }

    @Test
    void theShortestSamplingThatHasTheTimes() {
        assertThat(TimeSampling.of(new double[0])).isEqualTo(TimeSampling.STILL);
        assertThat(TimeSampling.of(new double[] {3})).isEqualTo(TimeSampling.uniform(1, 3));
        assertThat(TimeSampling.of(new double[] {3, 3.5, 4})).isEqualTo(TimeSampling.uniform(0.5, 3));
        assertThat(TimeSampling.of(new double[] {3, 3.4, 4}).isAcyclic()).isTrue();
        assertThat(TimeSampling.of(new double[] {3, 3 + 0.5 + 1e-7, 4}).isAcyclic())
                .isTrue();
        assertThat(TimeSampling.of(new double[] {3, 3 + 0.5 + 1e-10, 4}).isUniform())
                .isTrue();
        assertThat(TimeSampling.of(new double[] {3, 3, 3}).isAcyclic())
                .as("no step")
                .isTrue();
    }

    @Test
    void theLastSampleAtOrBeforeAMoment() {
        assertThat(ACYCLIC.floor(0, 4)).as("the first where there is none").isEqualTo(0);
        assertThat(ACYCLIC.floor(1.99, 4)).isEqualTo(0);
        assertThat(ACYCLIC.floor(2, 4)).isEqualTo(1);
        assertThat(ACYCLIC.floor(2 - 9e-7, 4)).as("the same moment").isEqualTo(1);
        assertThat(ACYCLIC.floor(2 - 2e-6, 4)).isEqualTo(0);
        assertThat(ACYCLIC.floor(7.9, 4)).isEqualTo(2);
        assertThat(ACYCLIC.floor(100, 4)).isEqualTo(3);
        assertThat(ACYCLIC.floor(100, 2)).isEqualTo(1);
        assertThat(CYCLIC.floor(1.2, 9)).isEqualTo(3);
    }

    @Test
    void theSampleClosestToAMoment() {
        assertThat(ACYCLIC.nearest(2.9, 4)).isEqualTo(1);
        assertThat(ACYCLIC.nearest(3.1, 4)).isEqualTo(2);
        assertThat(ACYCLIC.nearest(3, 4)).as("half way the earlier").isEqualTo(1);
        assertThat(ACYCLIC.nearest(-5, 4)).isEqualTo(0);
        assertThat(ACYCLIC.nearest(50, 4)).isEqualTo(3);
        assertThat(ACYCLIC.nearest(50, 3)).isEqualTo(2);
    }

    @Test
    void shiftingMovesEveryStoredTimeAndNoStep() {
        assertThat(CYCLIC.shifted(3)).isEqualTo(new TimeSampling(1, new double[] {3, 3.25, 3.5}));
        assertThat(ACYCLIC.shifted(-1).stored()).containsExactly(0, 1, 3, 7);
        assertThat(ACYCLIC.shifted(-1).isAcyclic()).isTrue();
    }

    @Test
    void samplingsAreEqualByWhatTheyHold() {
        assertThat(UNIFORM).isEqualTo(TimeSampling.uniform(0.25, 2)).hasSameHashCodeAs(TimeSampling.uniform(0.25, 2));
        assertThat(UNIFORM).isNotEqualTo(TimeSampling.uniform(0.25, 3));
        assertThat(UNIFORM).isNotEqualTo(TimeSampling.uniform(0.5, 2));
        assertThat(UNIFORM.hashCode())
                .isNotEqualTo(TimeSampling.uniform(0.25, 3).hashCode());
        assertThatThrownBy(() -> new TimeSampling(1, new double[0])).hasMessageContaining("at least one time");
    }
}
