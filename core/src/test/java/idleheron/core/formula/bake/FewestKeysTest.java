package idleheron.core.formula.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.formula.MotionPlan;
import idleheron.core.job.Progress;
import idleheron.core.scene.motion.Curve;
import org.junit.jupiter.api.Test;

class FewestKeysTest {
    private static Curve of(MotionPlan plan, double tolerance) {
        BoundPlan b = BoundPlan.of(plan, Plans.figure());
        return FewestKeys.of(new MotionSamples(b, new Drive(b), Progress.NONE), 0, tolerance);
    }

    @Test
    void whatStaysHasOneKey() {
        assertThat(of(Plans.of(2, "arm.turn.z", "7"), 1e-9).keys()).isEqualTo(1);
    }

    @Test
    void aLineHasTwoAndACornerThree() {
        assertThat(of(Plans.of(2, "arm.turn.z", "7 * t"), 1e-9).keys()).isEqualTo(2);
        Curve corner = of(Plans.of(2, "arm.turn.z", "abs(t - 1)"), 1e-9);
        assertThat(corner.seconds()).containsExactly(0, 1, 2);
        assertThat(corner.modes()).contains(Curve.LINEAR);
    }

    /** A polynomial of the third degree is one span. */
    @Test
    void aCubicHasTwo() {
        Curve c = of(Plans.of(2, "arm.turn.z", "3*t^3 - 4*t^2 + t - 2"), 1e-6);
        assertThat(c.keys()).isEqualTo(2);
        assertThat(c.modes()[0]).isEqualTo(Curve.CUBIC);
        assertThat(c.at(0.7)).isCloseTo(3 * 0.343 - 4 * 0.49 + 0.7 - 2, org.assertj.core.api.Assertions.within(1e-6));
    }

    /** Two cubics that meet on frame 20 without a corner: three keys, the middle one there. */
    @Test
    void theyLieWhereTheMotionChanges() {
        Curve c = of(Plans.of(2, "arm.turn.z", "max(0, t - 20/24)^3 * 50"), 1e-7);
        assertThat(c.keys()).isEqualTo(3);
        assertThat(c.seconds()[1] * 24).isBetween(19.0, 20.5);
    }

    /** No way over the frames with a key fewer keeps within: tried, all of them. */
    @Test
    void thereAreNoFewer() {
        MotionPlan wave = Plans.of(0.5, "arm.turn.z", "30 * sin(900 * t)");
        BoundPlan b = BoundPlan.of(wave, Plans.figure());
        MotionSamples s = new MotionSamples(b, new Drive(b), Progress.NONE);
        double tolerance = 0.3;
        Curve found = FewestKeys.of(s, 0, tolerance);
        int frames = s.frames.length;
        int least = Integer.MAX_VALUE;
        for (int set = 0; set < 1 << frames - 2; set++) {
            int keys = Integer.bitCount(set) + 2;
            if (keys < least && keeps(s, set << 1 | 1 | 1 << frames - 1, tolerance)) {
                least = keys;
            }
        }
        assertThat(found.keys()).isEqualTo(least);
    }

    private static boolean keeps(MotionSamples s, int set, double tolerance) {
        int n = Integer.bitCount(set);
        double[] t = new double[n];
        double[] v = new double[n];
        double[] out = new double[n];
        double[] in = new double[n];
        byte[] cubic = new byte[n];
        int k = 0;
        for (int f = 0; f < s.frames.length; f++) {
            if ((set >> f & 1) == 1) {
                t[k] = s.frames[f];
                v[k] = s.values[0][f * MotionSamples.PER_FRAME];
                out[k] = s.leaving[0][f];
                in[k] = s.arriving[0][f];
                cubic[k++] = Curve.CUBIC;
            }
        }
        Curve c = new Curve(t, v, cubic, out, in);
        for (int i = 0; i < s.times.length; i++) {
            if (Math.abs(c.at(s.times[i]) - s.values[0][i]) > tolerance) {
                return false;
            }
        }
        return true;
    }
}
