package idleheron.core.scene.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Weighted tangents, keys that take the next value, and what goes on beyond the ends. */
class CurveShapesTest {
    private static Curve ramp(Extrapolation before, Extrapolation after) {
        return new Curve(
                new double[] {1, 3},
                new double[] {10, 14},
                new byte[] {Curve.LINEAR, Curve.LINEAR},
                null,
                null,
                Handles.NONE,
                before,
                after);
    }

    private static Extrapolation of(Extrapolation.Kind kind, int count) {
        return new Extrapolation(kind, count);
    }

    @Test
    void aCurveHoldsItsEndsUnlessItSaysOtherwise() {
        Curve c = ramp(Extrapolation.HOLD, Extrapolation.HOLD);
        assertThat(c.at(-5)).isEqualTo(10);
        assertThat(c.at(9)).isEqualTo(14);
    }

    @Test
    void itStartsOverOrGoesOnFromWhereItEnded() {
        Curve again = ramp(of(Extrapolation.Kind.REPEAT, -1), of(Extrapolation.Kind.REPEAT, -1));
        assertThat(again.at(3.5)).isCloseTo(11, within(1e-12));
        assertThat(again.at(8.5)).isCloseTo(13, within(1e-12));
        assertThat(again.at(0.5)).isCloseTo(13, within(1e-12));
        Curve on = ramp(of(Extrapolation.Kind.REPEAT_ON, -1), of(Extrapolation.Kind.REPEAT_ON, -1));
        assertThat(on.at(3.5)).isCloseTo(15, within(1e-12));
        assertThat(on.at(8.5)).isCloseTo(25, within(1e-12));
        assertThat(on.at(0.5)).isCloseTo(9, within(1e-12));
        assertThat(on.at(-3)).isCloseTo(2, within(1e-12));
    }

    @Test
    void itRunsBackAndForth() {
        Curve c = ramp(of(Extrapolation.Kind.MIRROR, -1), of(Extrapolation.Kind.MIRROR, -1));
        assertThat(c.at(3.5)).isCloseTo(13, within(1e-12));
        assertThat(c.at(5.5)).isCloseTo(11, within(1e-12));
        assertThat(c.at(0.5)).isCloseTo(11, within(1e-12));
    }

    @Test
    void itStopsAfterAsManyTimesAsItSays() {
        assertThat(ramp(Extrapolation.HOLD, of(Extrapolation.Kind.REPEAT, 2)).at(100))
                .isEqualTo(14);
        assertThat(ramp(Extrapolation.HOLD, of(Extrapolation.Kind.REPEAT_ON, 2)).at(100))
                .isEqualTo(22);
        assertThat(ramp(Extrapolation.HOLD, of(Extrapolation.Kind.MIRROR, 1)).at(100))
                .isEqualTo(10);
        assertThat(ramp(of(Extrapolation.Kind.REPEAT_ON, 1), Extrapolation.HOLD).at(-100))
                .isEqualTo(6);
    }

    @Test
    void itGoesOnStraightWithItsSlope() {
        Curve c = ramp(of(Extrapolation.Kind.SLOPE, -1), of(Extrapolation.Kind.SLOPE, -1));
        assertThat(c.at(4)).isCloseTo(16, within(1e-12));
        assertThat(c.at(0)).isCloseTo(8, within(1e-12));
    }

    @Test
    void aKeyMayTakeTheNextValueAtOnce() {
        Curve c = new Curve(
                new double[] {0, 1, 2},
                new double[] {1, 2, 3},
                new byte[] {Curve.NEXT, Curve.CONSTANT, Curve.LINEAR},
                null,
                null);
        assertThat(c.at(0.01)).isEqualTo(2);
        assertThat(c.at(1.5)).isEqualTo(2);
        assertThat(c.isSimple()).isFalse();
    }

    private static Curve weighted(float out, float in) {
        return new Curve(
                new double[] {0, 2},
                new double[] {0, 1},
                new byte[] {Curve.CUBIC, Curve.CUBIC},
                new double[] {1.5, 0},
                new double[] {0, -0.5},
                new Handles(new float[] {out, 1 / 3f}, new float[] {1 / 3f, in}, null, null),
                Extrapolation.HOLD,
                Extrapolation.HOLD);
    }

    @Test
    void handlesOfAThirdAreThePlainCubic() {
        Curve plain = new Curve(
                new double[] {0, 2},
                new double[] {0, 1},
                new byte[] {Curve.CUBIC, Curve.CUBIC},
                new double[] {1.5, 0},
                new double[] {0, -0.5});
        Curve c = weighted(1 / 3f, 1 / 3f);
        for (double t = 0; t <= 2; t += 0.01) {
            assertThat(c.at(t)).isCloseTo(plain.at(t), within(1e-7));
        }
    }

    /** Points of the Bézier curve with the handles spelled out: the curve must pass through them. */
    @Test
    void longHandlesBendTheCurveAsABezierDoes() {
        double a = 0.8;
        double b = 0.6;
        Curve c = weighted((float) a, (float) b);
        double y1 = 1.5 * 2 * a;
        double y2 = 1 + 0.5 * 2 * b;
        for (double u = 0.05; u < 1; u += 0.05) {
            double r = 1 - u;
            double t = 2 * (3 * r * r * u * a + 3 * r * u * u * (1 - b) + u * u * u);
            double v = 3 * r * r * u * y1 + 3 * r * u * u * y2 + u * u * u;
            assertThat(c.at(t)).as("at " + t).isCloseTo(v, within(1e-6));
        }
    }

    @Test
    void mappingAndShiftingKeepTheShape() {
        Curve c = weighted(0.7f, 0.2f);
        Curve m = c.mapped(-3, 5).shifted(10);
        for (double t = 0; t <= 2; t += 0.1) {
            assertThat(m.at(t + 10)).isCloseTo(5 - 3 * c.at(t), within(1e-9));
        }
        assertThat(c.sampled(new double[] {0, 1, 2}).at(1)).isEqualTo(c.at(1));
    }
}
