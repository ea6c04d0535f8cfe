package idleheron.formats.gltf.bridge;

import java.util.Arrays;

/**
 * What moves, on every frame: its value and the slopes with which it arrives and leaves. From that come the keys that a document
 * needs: between two of them a cubic goes as the slopes say, or a straight line where that says it in fewer numbers, so that what was a
 * cubic or a straight line stays what it was. Turns go straight along the shortest way on the sphere.
 */
final class GltfKeys {
    private static final int MOST_LEFT_OUT = 64;
    private static final double SMALL = 1e-4;
    private static final double STEEP = 4;

    /** Cosine of half the farthest turn that one straight span makes: beyond half a turn readers go the other way round. */
    private static final double HALF_TURN = Math.cos(Math.toRadians(85));

    private final double[] times;
    private final int width;
    private final boolean turns;
    private final double[] value;
    private final double[] arriving;
    private final double[] leaving;

    /** @param width numbers of one value */
    GltfKeys(double[] times, int width) {
        this(times, width, false);
    }

    private GltfKeys(double[] times, int width, boolean turns) {
        this.times = times;
        this.width = width;
        this.turns = turns;
        value = new double[width * times.length];
        arriving = new double[width * times.length];
        leaving = new double[width * times.length];
    }

    /** Turns, as quaternions that do not change their sign from frame to frame. */
    static GltfKeys ofTurns(double[] times) {
        return new GltfKeys(times, 4, true);
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
        return written(near, steps, false);
    }

    /**
     * @param straight whether lines are drawn from frame to frame even where what moves goes otherwise between them
     */
    Written written(double near, boolean steps, boolean straight) {
        int n = times.length;
        if (still(near) && !straight || n == 1) {
            int[] ends = n == 1 ? new int[] {0} : new int[] {0, n - 1};
            return plain(ends, "LINEAR");
        }
        if (steps) {
            return plain(changes(), "STEP");
        }
        if (straight) {
            return plain(kept((from, to) -> runs(near, from, to)), "LINEAR");
        }
        int[] keep = kept((from, to) -> meets(near, from, to));
        int[] lines = kept((from, to) -> runs(near, from, to) && asSteep(near, from, to));
        boolean ends = asSteep(near, lines);
        if (ends && lines.length * (1L + width) < keep.length * (1L + 3 * width)) {
            return plain(lines, "LINEAR");
        }
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
        for (int f = 0; f + 1 < times.length; f++) {
            double step = times[f + 1] - times[f];
            for (int k = 0; k < width; k++) {
                if (Math.abs(leaving[width * f + k]) * step > STEEP * near) {
                    return false;
                }
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

    /** Whether nothing between two frames needs a key. */
    private interface Reach {
        boolean over(int from, int to);
    }

    private int[] kept(Reach reach) {
        int n = times.length;
        int[] out = new int[n];
        int count = 1;
        int from = 0;
        for (int to = 2; to < n; to++) {
            if (to - from > MOST_LEFT_OUT || !reach.over(from, to)) {
                from = to - 1;
                out[count++] = from;
            }
        }
        out[count++] = n - 1;
        return Arrays.copyOf(out, count);
    }

    /** Value of the straight way between two frames at a part of it; turns along the sphere. */
    private double straight(int from, int to, double u, int k) {
        double p = value[width * from + k];
        double q = value[width * to + k];
        if (!turns) {
            return p + u * (q - p);
        }
        double angle = Math.acos(Math.clamp(dot(from, to), -1, 1));
        double sine = Math.sin(angle);
        return sine < 1e-9 ? p + u * (q - p) : (Math.sin((1 - u) * angle) * p + Math.sin(u * angle) * q) / sine;
    }

    private double dot(int from, int to) {
        double dot = 0;
        for (int i = 0; i < 4; i++) {
            dot += value[4 * from + i] * value[4 * to + i];
        }
        return dot;
    }

    /** Whether the straight way between two frames goes through all between them. */
    private boolean runs(double near, int from, int to) {
        if (turns && dot(from, to) < HALF_TURN) {
            return false;
        }
        double d = times[to] - times[from];
        for (int i = from + 1; i < to; i++) {
            for (int k = 0; k < width; k++) {
                double at = straight(from, to, (times[i] - times[from]) / d, k);
                if (!(Math.abs(at - value[width * i + k]) <= near)) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Whether the straight way is as steep as what moves, from the one frame to the other. */
    private boolean asSteep(double near, int from, int to) {
        double d = times[to] - times[from];
        for (int i = from; i <= to; i++) {
            double u = (times[i] - times[from]) / d;
            double step = i == to ? times[i] - times[i - 1] : times[i + 1] - times[i];
            for (int k = 0; k < width; k++) {
                double slope = (straight(from, to, u + SMALL, k) - straight(from, to, u - SMALL, k)) / (2 * SMALL * d);
                boolean before = i == from || Math.abs(slope - arriving[width * i + k]) * step <= STEEP * near;
                boolean after = i == to || Math.abs(slope - leaving[width * i + k]) * step <= STEEP * near;
                if (!before || !after) {
                    return false;
                }
            }
        }
        return true;
    }

    private boolean asSteep(double near, int[] keys) {
        boolean out = true;
        for (int i = 1; i < keys.length && out; i++) {
            out = asSteep(near, keys[i - 1], keys[i]);
        }
        return out;
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
                        || !(Math.abs(slope - arriving[width * i + k]) * step <= STEEP * near)
                        || !(Math.abs(slope - leaving[width * i + k]) * step <= STEEP * near)) {
                    return false;
                }
            }
        }
        return true;
    }
}
