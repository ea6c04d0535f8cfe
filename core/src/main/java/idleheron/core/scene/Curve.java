package idleheron.core.scene;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * One number over time. Before the first and after the last key it holds their value.
 *
 * @param seconds strictly ascending
 * @param values one per key
 * @param modes per key, how it goes on to the next: {@link #CONSTANT}, {@link #LINEAR} or {@link #CUBIC}
 * @param leaving per key the slope on its right side, value per second; null when no key is cubic
 * @param arriving per key the slope on its left side, value per second; null when no key is cubic
 */
public record Curve(
        double[] seconds, double[] values, byte[] modes, double @Nullable [] leaving, double @Nullable [] arriving) {
    public static final byte CONSTANT = 0;
    public static final byte LINEAR = 1;
    public static final byte CUBIC = 2;

    public Curve(
            double[] seconds,
            double[] values,
            byte[] modes,
            double @Nullable [] leaving,
            double @Nullable [] arriving) {
        if (seconds.length == 0 || seconds.length != values.length || seconds.length != modes.length) {
            throw new IllegalArgumentException(
                    "curve of " + seconds.length + " times, " + values.length + " values, " + modes.length + " modes");
        }
        this.seconds = seconds;
        this.values = values;
        this.modes = modes;
        this.leaving = leaving;
        this.arriving = arriving;
    }

    public static Curve linear(double[] seconds, double[] values) {
        byte[] modes = new byte[seconds.length];
        Arrays.fill(modes, LINEAR);
        return new Curve(seconds, values, modes, null, null);
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

    public double start() {
        return seconds[0];
    }

    public double end() {
        return seconds[seconds.length - 1];
    }

    /** Value at a time. Cubic spans are Hermite polynomials with the slopes of their two ends. */
    public double at(double time) {
        int n = seconds.length;
        if (time <= seconds[0]) {
            return values[0];
        }
        if (time >= seconds[n - 1]) {
            return values[n - 1];
        }
        int found = Arrays.binarySearch(seconds, time);
        if (found >= 0) {
            return values[found];
        }
        int i = -found - 2;
        double dt = seconds[i + 1] - seconds[i];
        double u = (time - seconds[i]) / dt;
        if (modes[i] == CONSTANT) {
            return values[i];
        }
        if (modes[i] == LINEAR || leaving == null || arriving == null) {
            return values[i] + (values[i + 1] - values[i]) * u;
        }
        double m0 = leaving[i] * dt;
        double m1 = arriving[i + 1] * dt;
        double d = values[i + 1] - values[i];
        return values[i] + u * (m0 + u * (3 * d - 2 * m0 - m1 + u * (m0 + m1 - 2 * d)));
    }

    /** value → value · factor + offset, exactly, slopes too. */
    public Curve mapped(double factor, double offset) {
        double[] v = values.clone();
        for (int i = 0; i < v.length; i++) {
            v[i] = v[i] * factor + offset;
        }
        return new Curve(seconds, v, modes, times(leaving, factor), times(arriving, factor));
    }

    public Curve shifted(double by) {
        double[] t = seconds.clone();
        for (int i = 0; i < t.length; i++) {
            t[i] += by;
        }
        return new Curve(t, values, modes, leaving, arriving);
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
