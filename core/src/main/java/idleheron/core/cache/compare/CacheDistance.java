package idleheron.core.cache.compare;

import static idleheron.core.Messages.say;

import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.measure.NearPoints;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Distances between partners over all samples, in metres: point by point where both have as many, else to the closest point,
 * both ways. Shares of all distances come from counts in steps of half a hundredth of their size.
 */
final class CacheDistance {
    private static final int STEPS = 6_000;
    private static final double LEAST = 1e-9;
    private static final double STEP = 1.005;
    private static final double LOG = Math.log(STEP);

    private final CachePairs pairs;
    final float[][] worst;
    final float[][] mean;
    final double[] squares;
    final long[] counted;
    final boolean[] nearest;
    final int[] hidden;
    private final long[][] steps;

    CacheDistance(CachePairs pairs) {
        this.pairs = pairs;
        int n = pairs.meshes.length;
        int t = pairs.times.length;
        worst = new float[n][t];
        mean = new float[n][t];
        squares = new double[n];
        counted = new long[n];
        nearest = new boolean[n];
        hidden = new int[n];
        steps = new long[n][];
    }

    /** All samples, on all cores; each core poses its own run of them. */
    void measure(Progress progress) {
        AtomicInteger done = new AtomicInteger();
        Cores.split(pairs.times.length, 1, (from, to) -> {
            CachePose a = new CachePose(pairs.sent);
            CachePose b = new CachePose(pairs.back);
            for (int t = from; t < to; t++) {
                progress.at(
                        (double) done.getAndIncrement() / pairs.times.length,
                        say("core.cache.compare.CacheDistance.holding-caches-together"));
                a.at(pairs.times[t], Interpolation.LINEAR);
                b.at(pairs.times[t], Interpolation.LINEAR);
                for (int i = 0; i < pairs.meshes.length; i++) {
                    if (pairs.partner[i] >= 0) {
                        one(a, b, i, t);
                    }
                }
            }
        });
    }

    private void one(CachePose a, CachePose b, int i, int t) {
        float[] p = a.points(pairs.meshes[i], pairs.times[t], Interpolation.LINEAR);
        float[] q = b.points(pairs.partner[i], pairs.times[t], Interpolation.LINEAR);
        CachePose.move(pairs.sentSpace, p);
        CachePose.move(pairs.backSpace, q);
        float[] d;
        boolean near = p.length != q.length;
        if (near) {
            float[] there = new NearPoints(q).distances(p);
            float[] again = new NearPoints(p).distances(q);
            d = java.util.Arrays.copyOf(there, there.length + again.length);
            System.arraycopy(again, 0, d, there.length, again.length);
        } else {
            d = new float[p.length / 3];
            for (int k = 0; k < d.length; k++) {
                double x = (double) p[3 * k] - q[3 * k];
                double y = (double) p[3 * k + 1] - q[3 * k + 1];
                double z = (double) p[3 * k + 2] - q[3 * k + 2];
                d[k] = (float) Math.sqrt(x * x + y * y + z * z);
            }
        }
        synchronized (squares) {
            add(i, t, d, near, a.shown(pairs.meshes[i]) != b.shown(pairs.partner[i]));
        }
    }

    private void add(int i, int t, float[] d, boolean near, boolean shownElse) {
        nearest[i] |= near;
        hidden[i] += shownElse ? 1 : 0;
        if (steps[i] == null) {
            steps[i] = new long[STEPS];
        }
        double sum = 0;
        for (float v : d) {
            double x = Float.isFinite(v) ? v : 0;
            worst[i][t] = (float) Math.max(worst[i][t], x);
            sum += x;
            squares[i] += x * x;
            steps[i][x <= LEAST ? 0 : (int) Math.min(STEPS - 1, Math.log(x / LEAST) / LOG)]++;
        }
        counted[i] += d.length;
        mean[i][t] = (float) (sum / Math.max(1, d.length));
    }

    /** The distance that this share of all distances stays below, in metres. */
    double share(int i, double share) {
        long left = (long) Math.ceil(share * counted[i]);
        for (int s = 0; s < STEPS && steps[i] != null; s++) {
            left -= steps[i][s];
            if (left <= 0) {
                return s == 0 ? 0 : LEAST * Math.pow(STEP, s + 1.0);
            }
        }
        return 0;
    }

    double rms(int i) {
        return Math.sqrt(squares[i] / Math.max(1, counted[i]));
    }

    /** The sample at which an object is worst. */
    int worstAt(int i) {
        int at = 0;
        for (int t = 1; t < worst[i].length; t++) {
            at = worst[i][t] > worst[i][at] ? t : at;
        }
        return at;
    }
}
