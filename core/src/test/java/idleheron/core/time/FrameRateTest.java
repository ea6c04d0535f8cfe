package idleheron.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FrameRateTest {
    @Test
    void roundedFiguresStandForExactFractions() {
        assertThat(FrameRate.nearest(23.976)).isEqualTo(new FrameRate(24_000, 1001));
        assertThat(FrameRate.nearest(29.97)).isEqualTo(new FrameRate(30_000, 1001));
        assertThat(FrameRate.nearest(25)).isEqualTo(FrameRate.of(25));
        assertThat(FrameRate.nearest(12.5)).isEqualTo(new FrameRate(25, 2));
        assertThat(new FrameRate(30_000, 1001).label()).isEqualTo("29.97");
    }

    @Test
    void fractionsAreReducedAndCountedBothWays() {
        FrameRate half = new FrameRate(50, 4);
        assertThat(half.numerator()).isEqualTo(25);
        assertThat(half.denominator()).isEqualTo(2);
        assertThat(half.perSecond()).isEqualTo(12.5);
        assertThat(half.frame(2)).isEqualTo(25);
        assertThat(half.seconds(25)).isEqualTo(2);
        assertThat(half.seconds(1)).isEqualTo(0.08);
        assertThat(half.frame(0.1)).isEqualTo(1.25);
        FrameRate film = new FrameRate(24_000, 1001);
        assertThat(film.seconds(24_000)).isEqualTo(1001);
        assertThat(film.frame(1001)).isEqualTo(24_000);
        assertThat(film.label()).isEqualTo("23.976");
        assertThat(half.label()).isEqualTo("12.50");
        assertThat(FrameRate.of(60).label()).isEqualTo("60");
    }

    @Test
    void figuresAtTheEdgeOfWhatIsTakenForAnother() {
        assertThat(FrameRate.nearest(1)).isEqualTo(FrameRate.of(1));
        assertThat(FrameRate.nearest(24.0000005)).isEqualTo(FrameRate.of(24));
        assertThat(FrameRate.nearest(24.00001))
                .as("not whole, so in thousandths")
                .isEqualTo(FrameRate.of(24));
        assertThat(FrameRate.nearest(59.94)).isEqualTo(new FrameRate(60_000, 1001));
        assertThat(FrameRate.nearest(0.25)).isEqualTo(new FrameRate(1, 4));
        assertThat(FrameRate.nearest(0.0004)).as("never nought").isEqualTo(new FrameRate(1, 1000));
        assertThat(FrameRate.nearest(1e9)).isEqualTo(FrameRate.of(1_000_000_000));
        assertThatThrownBy(() -> FrameRate.nearest(1.1e9)).hasMessageContaining("not usable");
        assertThatThrownBy(() -> FrameRate.nearest(Double.NaN)).hasMessageContaining("not usable");
        assertThatThrownBy(() -> new FrameRate(0, 1)).hasMessageContaining("not positive");
        assertThatThrownBy(() -> new FrameRate(1, 0)).hasMessageContaining("not positive");
    }

    @Test
    void spansBetweenFramesAreSampledAtTheirEndsAndAtTheFramesWithin() {
        double f = 1.0 / 24;
        assertThat(SampleTimes.frames(0.5 * f, 2.5 * f, FrameRate.FILM))
                .containsExactly(new double[] {0.5 * f, f, 2 * f, 2.5 * f}, within(1e-15));
        assertThat(SampleTimes.frames(0.25 * f, 0.75 * f, FrameRate.FILM))
                .as("no whole frame within")
                .containsExactly(0.25 * f, 0.75 * f);
        assertThat(SampleTimes.frames(-f, f, FrameRate.FILM)).containsExactly(new double[] {-f, 0, f}, within(1e-15));
        assertThat(SampleTimes.frames(2, 1, FrameRate.FILM)).as("backwards").containsExactly(2);
        assertThat(SampleTimes.frames(0, (SampleTimes.MOST - 1) * f, FrameRate.FILM))
                .hasSize(SampleTimes.MOST);
        assertThatThrownBy(() -> SampleTimes.frames(0, SampleTimes.MOST * f, FrameRate.FILM))
                .hasMessageContaining("a clip of " + (SampleTimes.MOST + 1) + " frames");
    }

    @Test
    void aTimeAHairBesideAFrameLiesOnIt() {
        assertThat(FrameRate.FILM.frame(1.0 / 24 + 1e-9)).isEqualTo(1.0);
        assertThat(FrameRate.FILM.frame(1.01 / 24)).isNotEqualTo(1.0);
    }

    @Test
    void aRateMustBePositive() {
        assertThatThrownBy(() -> FrameRate.nearest(0)).hasMessageContaining("not usable");
        assertThatThrownBy(() -> new FrameRate(-1, 1)).hasMessageContaining("not positive");
    }

    @Test
    void sampleTimesHoldAllWholeFramesAndBothEnds() {
        double[] t = SampleTimes.frames(1.0 / 24, 4.5 / 24, FrameRate.FILM);
        assertThat(t).hasSize(5).startsWith(1.0 / 24).endsWith(4.5 / 24);
        assertThat(SampleTimes.frames(2, 2, FrameRate.FILM)).containsExactly(2);
        assertThatThrownBy(() -> SampleTimes.frames(0, 1e9, FrameRate.FILM)).hasMessageContaining("more than");
    }
}
