package idleheron.core.scene.motion;

import static idleheron.core.Messages.say;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * One number over time.
 *
 * @param seconds strictly ascending
 * @param values one per key
 * @param modes per key, how it goes on to the next: {@link #CONSTANT}, {@link #LINEAR}, {@link #CUBIC} or {@link #NEXT}
 * @param leaving per key the slope on its right side, value per second; null when no key is cubic
 * @param arriving per key the slope on its left side, value per second; null when no key is cubic
 * @param handles what the tangents have beyond their slopes
 * @param before how it goes on before the first key
 * @param after how it goes on after the last key
 */
public record Curve(
        double[] seconds,
        double[] values,
        byte[] modes,
        double @Nullable [] leaving,
        double @Nullable [] arriving,
        Handles handles,
        Extrapolation before,
        Extrapolation after) {
    public static final byte CONSTANT = 0;
    public static final byte LINEAR = 1;
    public static final byte CUBIC = 2;

    /** Takes the next key's value at once and holds it. */
    public static final byte NEXT = 3;

    public Curve(
            double[] seconds,
            double[] values,
            byte[] modes,
            double @Nullable [] leaving,
            double @Nullable [] arriving,
            Handles handles,
            Extrapolation before,
            Extrapolation after) {
        if (seconds.length == 0 || seconds.length != values.length || seconds.length != modes.length) {
            throw new IllegalArgumentException(say(
                    "core.scene.motion.Curve.curve-of-times-values-modes",
                    seconds.length,
                    values.length,
                    modes.length));
        }
        this.seconds = seconds;
        this.values = values;
        this.modes = modes;
        this.leaving = leaving;
        this.arriving = arriving;
        this.handles = handles;
        this.before = before;
        this.after = after;
    }

    /** A curve that holds its ends and has no more than slopes. */
    public Curve(
            double[] seconds,
            double[] values,
            byte[] modes,
            double @Nullable [] leaving,
            double @Nullable [] arriving) {
        this(seconds, values, modes, leaving, arriving, Handles.NONE, Extrapolation.HOLD, Extrapolation.HOLD);
    }

    /**
     * Straight lines between keys.
     *
     * @param seconds rising, as many as values
     */
    public static Curve linear(double[] seconds, double[] values) {
        byte[] modes = new byte[seconds.length];
        Arrays.fill(modes, LINEAR);
        return new Curve(seconds, values, modes, null, null);
    }

    /** A single key. */
    public static Curve still(double value) {
        return linear(new double[] {0}, new double[] {value});
    }

    /** A smooth curve through the keys: slopes by finite differences of the neighbours, flat at the ends. */
    public static Curve smooth(double[] seconds, double[] values) {
        int n = seconds.length;
        byte[] modes = new byte[n];
        Arrays.fill(modes, CUBIC);
        double[] slope = new double[n];
        for (int i = 1; i + 1 < n; i++) {
            slope[i] = (values[i + 1] - values[i - 1]) / (seconds[i + 1] - seconds[i - 1]);
        }
        return new Curve(seconds, values, modes, slope, slope.clone());
    }

    public int keys() {
        return seconds.length;
    }

    /** Time of the first key, seconds. */
    public double start() {
        return seconds[0];
    }

    /** Time of the last key, seconds. */
    public double end() {
        return seconds[seconds.length - 1];
    }

    /** Whether all keys have one value and no slope leads away from it. */
    public boolean isConstant() {
        for (int i = 0; i < values.length; i++) {
            boolean flat = (leaving == null || leaving[i] == 0) && (arriving == null || arriving[i] == 0);
            if (values[i] != values[0] || !flat && values.length > 1) {
                return false;
            }
        }
        return true;
    }

    /** Whether it holds its ends, has no weighted handles and no key that takes the next value: sums of such are exact. */
    public boolean isSimple() {
        if (!before.isHold() || !after.isHold() || handles.isWeighted()) {
            return false;
        }
        for (byte m : modes) {
            if (m == NEXT) {
                return false;
            }
        }
        return true;
    }

    /** Value at a time. Cubic spans are Hermite polynomials with the slopes of their two ends, or weighted. */
    public double at(double time) {
        int n = seconds.length;
        if (time <= seconds[0]) {
            return before.isHold() || time == seconds[0] ? values[0] : before.before(this, time);
        }
        if (time >= seconds[n - 1]) {
            return after.isHold() || time == seconds[n - 1] ? values[n - 1] : after.after(this, time);
        }
        return inside(time);
    }

    /** Value at a time, the ends held. */
    double within(double time) {
        return time <= start() ? values[0] : time >= end() ? values[keys() - 1] : inside(time);
    }

    private double inside(double time) {
        int found = Arrays.binarySearch(seconds, time);
        if (found >= 0) {
            return modes[found] == NEXT ? values[found + 1] : values[found];
        }
        int i = -found - 2;
        double dt = seconds[i + 1] - seconds[i];
        double u = (time - seconds[i]) / dt;
        double d = values[i + 1] - values[i];
        if (modes[i] == CONSTANT) {
            return values[i];
        }
        if (modes[i] == NEXT) {
            return values[i + 1];
        }
        if (modes[i] == LINEAR || leaving == null || arriving == null) {
            return values[i] + d * u;
        }
        double m0 = leaving[i] * dt;
        double m1 = arriving[i + 1] * dt;
        float[] w0 = handles.leaving();
        float[] w1 = handles.arriving();
        if (w0 != null && w1 != null) {
            return values[i] + Handles.weighted(u, w0[i], w1[i + 1], d, m0 * w0[i], m1 * w1[i + 1]);
        }
        return values[i] + u * (m0 + u * (3 * d - 2 * m0 - m1 + u * (m0 + m1 - 2 * d)));
    }

    /** Slope with which it leaves a key to the right. */
    double slopeOutOf(int key) {
        if (leaving != null && modes[key] == CUBIC) {
            return leaving[key];
        }
        return key + 1 < keys() && modes[key] == LINEAR
                ? (values[key + 1] - values[key]) / (seconds[key + 1] - seconds[key])
                : 0;
    }

    /** Slope with which it comes to a key from the left. */
    double slopeInto(int key) {
        if (key == 0) {
            return 0;
        }
        if (arriving != null && modes[key - 1] == CUBIC) {
            return arriving[key];
        }
        return modes[key - 1] == LINEAR ? (values[key] - values[key - 1]) / (seconds[key] - seconds[key - 1]) : 0;
    }

    /** value → value · factor + offset, exactly, slopes too. */
    public Curve mapped(double factor, double offset) {
        double[] v = values.clone();
        for (int i = 0; i < v.length; i++) {
            v[i] = v[i] * factor + offset;
        }
        return new Curve(seconds, v, modes, times(leaving, factor), times(arriving, factor), handles, before, after);
    }

    /** That many seconds later. */
    public Curve shifted(double by) {
        double[] t = seconds.clone();
        for (int i = 0; i < t.length; i++) {
            t[i] += by;
        }
        return new Curve(t, values, modes, leaving, arriving, handles, before, after);
    }

    /** Every time multiplied by a positive factor; slopes go with it. */
    public Curve stretched(double factor) {
        double[] t = seconds.clone();
        for (int i = 0; i < t.length; i++) {
            t[i] *= factor;
        }
        return new Curve(
                t, values, modes, times(leaving, 1 / factor), times(arriving, 1 / factor), handles, before, after);
    }

    /**
     * The same run backwards: its value at a time is that of this one at {@code about} less the time. A key that holds its value
     * becomes one that takes the next; at the moment of such a step itself the two differ.
     */
    public Curve reversed(double about) {
        int n = seconds.length;
        double[] t = new double[n];
        double[] v = new double[n];
        byte[] m = new byte[n];
        for (int i = 0; i < n; i++) {
            int from = n - 1 - i;
            t[i] = about - seconds[from];
            v[i] = values[from];
            byte mode = modes[from == 0 ? n - 1 : from - 1]; // of the span that ended here
            m[i] = mode == CONSTANT ? NEXT : mode == NEXT ? CONSTANT : mode;
        }
        return new Curve(t, v, m, back(arriving, -1), back(leaving, -1), handles.reversed(), after, before);
    }

    private static double @Nullable [] back(double @Nullable [] values, double factor) {
        if (values == null) {
            return null;
        }
        double[] out = new double[values.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = factor * values[out.length - 1 - i];
        }
        return out;
    }

    /** Whether any span is a step. */
    public boolean isStepped() {
        for (int i = 0; i + 1 < modes.length; i++) {
            if (modes[i] == CONSTANT || modes[i] == NEXT) {
                return true;
            }
        }
        return false;
    }

    /** One key at each of these times, straight between them. */
    public Curve sampled(double[] times) {
        double[] v = new double[times.length];
        for (int i = 0; i < v.length; i++) {
            v[i] = at(times[i]);
        }
        return linear(times, v);
    }

    private static double @Nullable [] times(double @Nullable [] values, double factor) {
        if (values == null) {
            return null;
        }
        double[] out = values.clone();
        for (int i = 0; i < out.length; i++) {
            out[i] *= factor;
        }
        return out;
    }
}
