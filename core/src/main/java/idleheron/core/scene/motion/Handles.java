package idleheron.core.scene.motion;

import org.jspecify.annotations.Nullable;

/**
 * What the tangents of a curve have beyond their slopes. All arrays have an entry per key.
 *
 * @param leaving length of the handle on a key's right side as a share of the span to the next; null for a third everywhere
 * @param arriving length of the handle on a key's left side as a share of the span from the last; null with {@code leaving}
 * @param kinds bits: how the tangents were made; null where nobody says
 * @param velocities two per key, right and left: carried, not evaluated; null for none
 */
public record Handles(
        float @Nullable [] leaving,
        float @Nullable [] arriving,
        int @Nullable [] kinds,
        float @Nullable [] velocities) {
    public static final int AUTO = 1;
    public static final int CLAMPED = 2;
    public static final int PROGRESSIVE = 4;
    public static final int USER = 8;
    public static final int BROKEN = 16;
    public static final int TENSION = 32;
    public static final int TIME_INDEPENDENT = 64;

    /** Nothing but slopes. */
    public static final Handles NONE = new Handles(null, null, null, null);

    /** Of the same curve run backwards: what left a key to the right comes to it from the left. */
    Handles reversed() {
        int n = leaving != null
                ? leaving.length
                : kinds != null ? kinds.length : velocities != null ? velocities.length / 2 : 0;
        int[] k = kinds == null ? null : new int[n];
        float[] v = velocities == null ? null : new float[2 * n];
        for (int i = 0; i < n; i++) {
            if (kinds != null && k != null) {
                k[i] = kinds[n - 1 - i];
            }
            if (velocities != null && v != null) {
                v[2 * i] = velocities[2 * (n - 1 - i) + 1];
                v[2 * i + 1] = velocities[2 * (n - 1 - i)];
            }
        }
        return new Handles(back(arriving), back(leaving), k, v);
    }

    private static float @Nullable [] back(float @Nullable [] values) {
        if (values == null) {
            return null;
        }
        float[] out = new float[values.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = values[out.length - 1 - i];
        }
        return out;
    }

    /** Whether tangents have lengths of their own. */
    public boolean isWeighted() {
        return leaving != null && arriving != null;
    }

    /**
     * Height of a span with weighted handles: a cubic Bézier curve in time and value. The parameter at the time is found by
     * bisection between 0 and 1, since handles within the span keep time rising.
     *
     * @param u share of the span that has passed, 0 to 1
     * @param rise value at the end less value at the start
     * @param out height of the first handle
     * @param in height of the last handle below the end
     */
    static double weighted(double u, double w0, double w1, double rise, double out, double in) {
        double a = Math.clamp(w0, 0, 1);
        double b = 1 - Math.clamp(w1, 0, 1);
        double low = 0;
        double high = 1;
        double s = u;
        for (int i = 0; i < 60; i++) {
            double r = 1 - s;
            double t = 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
            if (Math.abs(t - u) < 1e-15) {
                break;
            }
            if (t < u) {
                low = s;
            } else {
                high = s;
            }
            double slope = 3 * r * r * a + 6 * r * s * (b - a) + 3 * s * s * (1 - b);
            double next = slope > 1e-9 ? s - (t - u) / slope : Double.NaN;
            s = next > low && next < high ? next : (low + high) / 2;
        }
        double r = 1 - s;
        return 3 * r * r * s * out + 3 * r * s * s * (rise - in) + s * s * s * rise;
    }
}
