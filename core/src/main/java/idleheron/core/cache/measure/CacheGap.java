package idleheron.core.cache.measure;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.job.Progress;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;

/**
 * How far the surface of one cache lies from that of another at the same times: all points of all shown meshes, each to the
 * closest of the other, both ways. Holds whatever the trees are cut into.
 *
 * @param worst in the unit of {@code space}'s result
 * @param seconds when
 * @param times that were looked at
 * @param worstAt per time
 * @param meanAt per time, of the distances both ways
 */
public record CacheGap(double worst, double seconds, double[] times, double[] worstAt, double[] meanAt) {
    private static final int MOST = 13;

    /**
     * At all times of the first where there are few, else spread evenly, the ends with them.
     *
     * @param before applied to the first's points, such as to the common space
     * @param after applied to the second's
     */
    public static CacheGap of(Cache a, Cache b, Matrix4d before, Matrix4d after, Progress progress) {
        return of(a, b, before, after, CacheSpeed.times(a), progress);
    }

    /** As the other, at these times where they are few, else spread evenly. */
    public static CacheGap of(Cache a, Cache b, Matrix4d before, Matrix4d after, double[] among, Progress progress) {
        double[] times = spread(among);
        CachePose pa = new CachePose(a);
        CachePose pb = new CachePose(b);
        double[] worstAt = new double[times.length];
        double[] meanAt = new double[times.length];
        double worst = 0;
        double when = times[0];
        for (int i = 0; i < times.length; i++) {
            progress.at((double) i / times.length, say("core.cache.measure.CacheGap.holding-surfaces-together"));
            float[] x = points(pa, times[i], before);
            float[] y = points(pb, times[i], after);
            double[] there = one(x, y);
            double[] again = one(y, x);
            worstAt[i] = Math.max(there[0], again[0]);
            meanAt[i] = (there[1] + again[1]) / Math.max(1, x.length / 3 + y.length / 3);
            if (worstAt[i] > worst) {
                worst = worstAt[i];
                when = times[i];
            }
        }
        return new CacheGap(worst, when, times, worstAt, meanAt);
    }

    /** How many times were looked at. */
    public int moments() {
        return times.length;
    }

    /** Largest distance and their sum; without bound where there is nothing to be close to. */
    private static double[] one(float[] from, float[] to) {
        double[] out = {from.length > 0 && to.length == 0 ? Double.POSITIVE_INFINITY : 0, 0};
        if (to.length > 0) {
            for (float d : new NearPoints(to).distances(from)) {
                out[0] = Math.max(out[0], d);
                out[1] += d;
            }
        }
        return out;
    }

    private static double[] spread(double[] times) {
        if (times.length <= MOST) {
            return times;
        }
        double[] out = new double[MOST];
        for (int i = 0; i < MOST; i++) {
            out[i] = times[(int) ((long) i * (times.length - 1) / (MOST - 1))];
        }
        return out;
    }

    /** World points of all shown meshes on end, what is no number left out. */
    public static float[] points(CachePose pose, double seconds, Matrix4d space) {
        pose.at(seconds, Interpolation.LINEAR);
        List<float[]> parts = new ArrayList<>();
        int n = 0;
        for (int m : pose.meshes()) {
            if (pose.shown(m)) {
                float[] p = pose.points(m, seconds, Interpolation.LINEAR);
                CachePose.move(space, p);
                parts.add(p);
                n += p.length;
            }
        }
        float[] out = new float[n];
        int at = 0;
        for (float[] p : parts) {
            for (int k = 0; k + 2 < p.length; k += 3) {
                if (Float.isFinite(p[k]) && Float.isFinite(p[k + 1]) && Float.isFinite(p[k + 2])) {
                    System.arraycopy(p, k, out, at, 3);
                    at += 3;
                }
            }
        }
        return java.util.Arrays.copyOf(out, at);
    }
}
