package idleheron.core.formula.bake;

import idleheron.core.scene.motion.Curve;
import java.util.ArrayDeque;
import java.util.Arrays;

/**
 * The fewest keys on frames that keep a curve within a tolerance: the shortest way from the first frame to the last, where a step
 * goes from one frame to another as far as one span between them stays within. A span is a Hermite polynomial with the slopes of
 * the motion at its ends, a straight line or a step. From one frame to the next a step is always there, by the span that is off
 * least.
 */
final class FewestKeys {
    /** Frames that one span may bridge. */
    private static final int FARTHEST = 1000;

    private static final int PER = MotionSamples.PER_FRAME;

    private final double[] frames;
    private final double[] values;
    private final double[] leaving;
    private final double[] arriving;
    private final double tolerance;

    private FewestKeys(MotionSamples samples, int channel, double tolerance) {
        frames = samples.frames;
        values = samples.values[channel];
        leaving = samples.leaving[channel];
        arriving = samples.arriving[channel];
        this.tolerance = tolerance;
    }

    /**
     * @param channel of the samples
     * @param tolerance in the unit of the channel
     */
    static Curve of(MotionSamples samples, int channel, double tolerance) {
        return new FewestKeys(samples, channel, tolerance).curve();
    }

    private Curve curve() {
        double first = values[0];
        if (Arrays.stream(values).allMatch(v -> Math.abs(v - first) <= tolerance)) {
            return Curve.linear(new double[] {frames[0]}, new double[] {first});
        }
        int n = frames.length;
        int[] from = new int[n];
        Arrays.fill(from, -1);
        from[0] = 0;
        ArrayDeque<Integer> next = new ArrayDeque<>();
        next.add(0);
        while (from[n - 1] < 0) {
            int i = next.remove();
            for (int j = Math.min(n - 1, i + FARTHEST); j > i; j--) {
                if (from[j] < 0 && (j == i + 1 || mode(i, j) >= 0)) {
                    from[j] = i;
                    next.add(j);
                }
            }
        }
        int[] keys = new int[n];
        int count = 0;
        for (int at = n - 1; at != 0; at = from[at]) {
            keys[count++] = at;
        }
        keys[count++] = 0;
        return keyed(keys, count);
    }

    /** @param keys frames, the last first */
    private Curve keyed(int[] keys, int count) {
        double[] t = new double[count];
        double[] v = new double[count];
        byte[] m = new byte[count];
        double[] out = new double[count];
        double[] in = new double[count];
        for (int k = 0; k < count; k++) {
            int f = keys[count - 1 - k];
            t[k] = frames[f];
            v[k] = values[f * PER];
            out[k] = leaving[f];
            in[k] = arriving[f];
            m[k] = Curve.LINEAR;
            if (k + 1 < count) {
                int to = keys[count - 2 - k];
                int mode = mode(f, to);
                m[k] = mode >= 0 ? (byte) mode : least(f, to);
            }
        }
        return new Curve(t, v, m, out, in);
    }

    /** The simplest span that keeps within, or -1. */
    private int mode(int i, int j) {
        for (byte m : new byte[] {Curve.CONSTANT, Curve.LINEAR, Curve.CUBIC}) {
            if (within(i, j, m)) {
                return m;
            }
        }
        return -1;
    }

    private byte least(int i, int j) {
        byte best = Curve.LINEAR;
        for (byte m : new byte[] {Curve.CONSTANT, Curve.CUBIC}) {
            if (off(i, j, m) < off(i, j, best)) {
                best = m;
            }
        }
        return best;
    }

    /** Halves first, so that what does not fit is seen soon. */
    private boolean within(int i, int j, byte mode) {
        int a = i * PER;
        int n = (j - i) * PER;
        int top = Integer.highestOneBit(n);
        for (int step = top; step >= 1; step /= 2) {
            for (int k = step; k < n; k += 2 * step) {
                if (Math.abs(span(i, j, mode, a + k) - values[a + k]) > tolerance) {
                    return false;
                }
            }
        }
        return true;
    }

    private double off(int i, int j, byte mode) {
        double worst = 0;
        for (int s = i * PER + 1; s < j * PER; s++) {
            worst = Math.max(worst, Math.abs(span(i, j, mode, s) - values[s]));
        }
        return worst;
    }

    /** The value of a span at a sample. */
    private double span(int i, int j, byte mode, int sample) {
        double v0 = values[i * PER];
        if (mode == Curve.CONSTANT) {
            return v0;
        }
        double d = values[j * PER] - v0;
        double dt = frames[j] - frames[i];
        int f = sample / PER;
        double u = (frames[f] + (frames[f + 1] - frames[f]) * (sample - f * PER) / PER - frames[i]) / dt;
        if (mode == Curve.LINEAR) {
            return v0 + d * u;
        }
        double m0 = leaving[i] * dt;
        double m1 = arriving[j] * dt;
        return v0 + u * (m0 + u * (3 * d - 2 * m0 - m1 + u * (m0 + m1 - 2 * d)));
    }
}
