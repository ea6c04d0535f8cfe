package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class CurveTest {
    @Test
    void a_cubic_span_is_the_hermite_polynomial_of_its_slopes() {
        // 0 to 1 over two seconds, leaving flat, arriving with 1.5 a second: p(u) = u(0 + u(3 - 3 + u(3 - 2))) = u^3.
        Curve c = new Curve(
                new double[] {0, 2},
                new double[] {0, 1},
                new byte[] {Curve.CUBIC, Curve.CUBIC},
                new double[] {0, 0},
                new double[] {0, 1.5});
        assertThat(c.at(1)).isCloseTo(0.125, within(1e-12));
        assertThat(c.at(1.5)).isCloseTo(0.421875, within(1e-12));
    }

    @Test
    void constant_spans_hold_linear_ones_go_straight_and_the_ends_stay() {
        Curve c = new Curve(
                new double[] {0, 1, 3},
                new double[] {5, 7, 11},
                new byte[] {Curve.CONSTANT, Curve.LINEAR, Curve.LINEAR},
                null,
                null);
        assertThat(c.at(0.99)).isEqualTo(5);
        assertThat(c.at(2)).isEqualTo(9);
        assertThat(c.at(-4)).isEqualTo(5);
        assertThat(c.at(9)).isEqualTo(11);
    }

    @Test
    void mapping_carries_the_slopes_along() {
        Curve c = Curve.smooth(new double[] {0, 1, 2}, new double[] {0, 4, 0}).mapped(-0.5, 1);
        assertThat(c.at(1)).isEqualTo(-1);
        assertThat(c.at(0.5))
                .isCloseTo(
                        1
                                - 0.5
                                        * Curve.smooth(new double[] {0, 1, 2}, new double[] {0, 4, 0})
                                                .at(0.5),
                        within(1e-12));
    }

    @Test
    void arrays_of_different_lengths_are_refused() {
        assertThatThrownBy(() -> new Curve(new double[2], new double[1], new byte[2], null, null))
                .hasMessageContaining("2 times, 1 values");
    }
}
