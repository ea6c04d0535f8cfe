package idleheron.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class FrameRateTest {
    @Test
    void rounded_figures_stand_for_exact_fractions() {
        assertThat(FrameRate.nearest(23.976)).isEqualTo(new FrameRate(24_000, 1001));
        assertThat(FrameRate.nearest(29.97)).isEqualTo(new FrameRate(30_000, 1001));
        assertThat(FrameRate.nearest(25)).isEqualTo(FrameRate.of(25));
        assertThat(FrameRate.nearest(12.5)).isEqualTo(new FrameRate(25, 2));
        assertThat(new FrameRate(30_000, 1001).label()).isEqualTo("29.97");
    }

    @Test
    void a_time_a_hair_beside_a_frame_lies_on_it() {
        assertThat(FrameRate.FILM.frame(1.0 / 24 + 1e-9)).isEqualTo(1.0);
        assertThat(FrameRate.FILM.frame(1.01 / 24)).isNotEqualTo(1.0);
    }

    @Test
    void a_rate_must_be_positive() {
        assertThatThrownBy(() -> FrameRate.nearest(0)).hasMessageContaining("not usable");
        assertThatThrownBy(() -> new FrameRate(-1, 1)).hasMessageContaining("not positive");
    }

    @Test
    void sample_times_hold_all_whole_frames_and_both_ends() {
        double[] t = SampleTimes.frames(1.0 / 24, 4.5 / 24, FrameRate.FILM);
        assertThat(t).hasSize(5).startsWith(1.0 / 24).endsWith(4.5 / 24);
        assertThat(SampleTimes.frames(2, 2, FrameRate.FILM)).containsExactly(2);
        assertThatThrownBy(() -> SampleTimes.frames(0, 1e9, FrameRate.FILM)).hasMessageContaining("more than");
    }
}
