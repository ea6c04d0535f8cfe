package idleheron.core.remedy.space;

import idleheron.core.scene.motion.Curve;
import java.util.Arrays;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Weighted sums of curves: keys of all are joined, and a cubic span that is cut keeps its form. Exact where
 * {@link #canAdd} holds for each of them.
 */
final class CurveSums {
    private static final double NOTHING = 1e-12;

    private CurveSums() {}

    /**
     * Whether a curve can be added to the others: it holds its ends, has no weighted handles, and does not jump where another
     * one is on its way, which no span from key to key can do.
     */
    static boolean canAdd(Curve c, @Nullable Curve[] others) {
        for (Curve other : others) {
            if (other != null && other != c && jumpsWithin(c, other)) {
                return false;
            }
        }
        return c.isSimple();
    }

    private static boolean jumpsWithin(Curve c, Curve other) {
        for (int i = 0; i + 1 < c.keys(); i++) {
            if (c.modes()[i] == Curve.CONSTANT && c.values()[i] != c.values()[i + 1]) {
                int on = span(other, c.seconds()[i + 1], false);
                if (on >= 0 && other.modes()[on] != Curve.CONSTANT) {
                    return true;
                }
            }
        }
        return false;
    }

    /**
     * factors[0]·x + factors[1]·y + factors[2]·z + offset of the first three curves, a missing one standing at its rest
     * value. Null when none of the curves that count moves.
     */
    static @Nullable Curve combine(@Nullable Curve[] curves, double[] still, double[] factors, double offset) {
        double largest = Math.max(Math.abs(factors[0]), Math.max(Math.abs(factors[1]), Math.abs(factors[2])));
        double sum = offset;
        int moving = 0;
        int last = -1;
        for (int i = 0; i < 3; i++) {
            if (Math.abs(factors[i]) <= NOTHING * largest) {
                continue;
            }
            if (curves[i] == null) {
                sum += factors[i] * still[i];
            } else {
                moving++;
                last = i;
            }
        }
        if (moving == 0) {
            return null;
        }
        Curve only = curves[last];
        if (moving == 1 && only != null) {
            return factors[last] == 1 && sum == 0 ? only : only.mapped(factors[last], sum);
        }
        return sum(curves, factors, largest, sum);
    }

    private static Curve sum(@Nullable Curve[] curves, double[] factors, double largest, double offset) {
        TreeSet<Double> times = new TreeSet<>();
        for (int i = 0; i < 3; i++) {
            Curve c = curves[i];
            if (c != null && Math.abs(factors[i]) > NOTHING * largest) {
                for (double t : c.seconds()) {
                    times.add(t);
                }
            }
        }
        double[] seconds = times.stream().mapToDouble(Double::doubleValue).toArray();
        double[] values = new double[seconds.length];
        Arrays.fill(values, offset);
        double[] leaving = new double[seconds.length];
        double[] arriving = new double[seconds.length];
        byte[] modes = new byte[seconds.length];
        boolean cubic = false;
        for (int i = 0; i < 3; i++) {
            Curve c = curves[i];
            if (c == null || Math.abs(factors[i]) <= NOTHING * largest) {
                continue;
            }
            for (int k = 0; k < seconds.length; k++) {
                values[k] += factors[i] * c.at(seconds[k]);
                leaving[k] += factors[i] * slope(c, seconds[k], true);
                arriving[k] += factors[i] * slope(c, seconds[k], false);
                byte mode = mode(c, seconds[k]);
                modes[k] = (byte) Math.max(modes[k], mode);
                cubic |= mode == Curve.CUBIC;
            }
        }
        return new Curve(seconds, values, modes, cubic ? leaving : null, cubic ? arriving : null);
    }

    private static int span(Curve c, double time, boolean after) {
        int found = Arrays.binarySearch(c.seconds(), time);
        int i = found >= 0 ? (after ? found : found - 1) : -found - 2;
        return i < 0 || i + 1 >= c.keys() ? -1 : i;
    }

    private static byte mode(Curve c, double time) {
        int i = span(c, time, true);
        return i < 0 ? Curve.CONSTANT : c.modes()[i];
    }

    /** Slope of the curve just after or just before a time. */
    private static double slope(Curve c, double time, boolean after) {
        int i = span(c, time, after);
        if (i < 0 || c.modes()[i] == Curve.CONSTANT) {
            return 0;
        }
        double dt = c.seconds()[i + 1] - c.seconds()[i];
        double d = c.values()[i + 1] - c.values()[i];
        if (c.modes()[i] == Curve.LINEAR || c.leaving() == null || c.arriving() == null) {
            return d / dt;
        }
        double u = (time - c.seconds()[i]) / dt;
        double m0 = c.leaving()[i] * dt;
        double m1 = c.arriving()[i + 1] * dt;
        return (m0 + u * (2 * (3 * d - 2 * m0 - m1) + u * 3 * (m0 + m1 - 2 * d))) / dt;
    }
}
