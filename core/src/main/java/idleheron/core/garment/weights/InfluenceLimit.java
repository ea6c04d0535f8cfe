package idleheron.core.garment.weights;

/**
 * At most so many influences a point, without jumps where ranks change: with d the largest weight that must go, w becomes w times a
 * smooth step of (w - d) / d; then all are brought to a sum of 1. Where that leaves nothing, since all are alike, the first ones stay.
 */
final class InfluenceLimit {
    private static final double NONE = 1e-9;

    /** Weights below this move nothing that can be seen. */
    private static final double LEAST = 5e-7;

    private static final double NOTHING = 1e-6;

    private InfluenceLimit() {}

    /** @param row weights of one point, at least 0, changed in place to a sum of 1 where there are any */
    static void apply(double[] row, int most) {
        if (most > 0 && row.length > most) {
            double[] sorted = row.clone();
            java.util.Arrays.sort(sorted);
            double d = sorted[row.length - 1 - most];
            double[] kept = new double[row.length];
            double sum = 0;
            for (int j = 0; j < row.length; j++) {
                double t = d > NONE ? Math.clamp((row[j] - d) / d, 0, 1) : 1;
                double w = row[j] * t * t * (3 - 2 * t);
                kept[j] = w > LEAST ? w : 0;
                sum += kept[j];
            }
            if (sum < NOTHING) {
                largest(row, most, kept);
            }
            System.arraycopy(kept, 0, row, 0, row.length);
        }
        double sum = 0;
        for (double w : row) {
            sum += w;
        }
        for (int j = 0; j < row.length && sum > 0; j++) {
            row[j] /= sum;
        }
    }

    /** The largest weights, of those that are alike the first. */
    private static void largest(double[] row, int most, double[] kept) {
        java.util.Arrays.fill(kept, 0);
        for (int k = 0; k < most; k++) {
            int best = -1;
            for (int j = 0; j < row.length; j++) {
                if (kept[j] == 0 && row[j] > 0 && (best < 0 || row[j] > row[best])) {
                    best = j;
                }
            }
            if (best < 0) {
                return;
            }
            kept[best] = row[best];
        }
    }
}
