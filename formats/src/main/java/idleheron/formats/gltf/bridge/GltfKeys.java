package idleheron.formats.gltf.bridge;

import java.util.Arrays;

/**
 * What moves, on every frame: its value and the slopes with which it arrives and leaves. From that come the keys that a document
 * needs: between two of them a cubic goes as the slopes say, so that what was a cubic or a straight line stays what it was.
 */
final class GltfKeys {
    private static final int MOST_LEFT_OUT = 64;

    private final double[] times;
    private final int width;
    private final double[] value;
    private final double[] arriving;
    private final double[] leaving;

    /** @param width numbers of one value */
    GltfKeys(double[] times, int width) {
        this.times = times;
        this.width = width;
        value = new double[width * times.length];
        arriving = new double[width * times.length];
        leaving = new double[width * times.length];
    }

    /**
     * Sets a frame.
     *
     * @param around values at two, one and no steps before and one and two after it
     * @param step seconds
     */
    void set(int frame, double[][] around, double step) {
        for (int k = 0; k < width; k++) {
            double v = around[2][k];
            value[width * frame + k] = v;
            // of second order, one side at a time: a key may be a corner
            leaving[width * frame + k] = (4 * around[3][k] - 3 * v - around[4][k]) / (2 * step);
            arriving[width * frame + k] = (3 * v - 4 * around[1][k] + around[0][k]) / (2 * step);
        }
    }

    /** What is written: times, values, with three of them a key where they are cubic. */
    record Written(float[] times, float[] values, String way) {}

    /**
     * @param near largest difference of a number that does not matter
     * @param steps whether values hold until the next key
     */
    Written written(double near, boolean steps) {
        int n = times.length;
        if (still(near)) {
            int[] ends = n == 1 ? new int[] {0} : new int[] {0, n - 1};
            return plain(ends, "LINEAR");
        }
        if (steps) {
            return plain(changes(), "STEP");
        }
        int[] keep = kept(near);
        float[] seconds = new float[keep.length];
        float[] out = new float[3 * width * keep.length];
        for (int i = 0; i < keep.length; i++) {
            seconds[i] = (float) times[keep[i]];
            for (int k = 0; k < width; k++) {
                int o = 3 * width * i + k;
                out[o] = i == 0 ? 0 : (float) arriving[width * keep[i] + k];
                out[o + width] = (float) value[width * keep[i] + k];
                out[o + 2 * width] = i == keep.length - 1 ? 0 : (float) leaving[width * keep[i] + k];
            }
        }
        return new Written(seconds, out, "CUBICSPLINE");
    }

    private Written plain(int[] keep, String way) {
        float[] seconds = new float[keep.length];
        float[] out = new float[width * keep.length];
        for (int i = 0; i < keep.length; i++) {
            seconds[i] = (float) times[keep[i]];
            for (int k = 0; k < width; k++) {
                out[width * i + k] = (float) value[width * keep[i] + k];
            }
        }
        return new Written(seconds, out, way);
    }

    private boolean still(double near) {
        for (int i = 0; i < value.length; i++) {
            if (!(Math.abs(value[i] - value[i % width]) <= near)) {
                return false;
            }
        }
        return true;
    }

    /** Frames at which a value is another one than before, and the ends. */
    private int[] changes() {
        int[] out = new int[times.length];
        int count = 1;
        for (int f = 1; f < times.length; f++) {
            boolean same = Arrays.equals(value, width * f, width * (f + 1), value, width * (f - 1), width * f);
            if (!same || f == times.length - 1) {
                out[count++] = f;
            }
        }
        return Arrays.copyOf(out, count);
    }

    private int[] kept(double near) {
        int n = times.length;
        int[] out = new int[n];
        int count = 1;
        int from = 0;
        for (int to = 2; to < n; to++) {
            if (to - from > MOST_LEFT_OUT || !meets(near, from, to)) {
                from = to - 1;
                out[count++] = from;
            }
        }
        out[count++] = n - 1;
        return Arrays.copyOf(out, count);
    }

    /** Whether the cubic between two frames goes through all between them, and as steeply. */
    private boolean meets(double near, int from, int to) {
        double d = times[to] - times[from];
        for (int i = from + 1; i < to; i++) {
            double u = (times[i] - times[from]) / d;
            double step = times[i] - times[i - 1];
            for (int k = 0; k < width; k++) {
                double p = value[width * from + k];
                double q = value[width * to + k];
                double dp = leaving[width * from + k] * d;
                double dq = arriving[width * to + k] * d;
                double v = u * u;
                double w = v * u;
                double at = (2 * w - 3 * v + 1) * p + (w - 2 * v + u) * dp + (3 * v - 2 * w) * q + (w - v) * dq;
                double slope = ((6 * v - 6 * u) * (p - q) + (3 * v - 4 * u + 1) * dp + (3 * v - 2 * u) * dq) / d;
                if (!(Math.abs(at - value[width * i + k]) <= near)
                        || !(Math.abs(slope - arriving[width * i + k]) * step <= 4 * near)
                        || !(Math.abs(slope - leaving[width * i + k]) * step <= 4 * near)) {
                    return false;
                }
            }
        }
        return true;
    }
}
