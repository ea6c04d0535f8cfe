package idleheron.core.geometry;

import java.util.Arrays;

/** What a share of many numbers lies below. */
public final class Share {
    private Share() {}

    /** The value that a share of all lies below, between neighbours in proportion; NaN of none. */
    public static double at(double[] sorted, double share) {
        if (sorted.length == 0) {
            return Double.NaN;
        }
        double x = share * (sorted.length - 1);
        int i = (int) x;
        int j = Math.min(sorted.length - 1, i + 1);
        return sorted[i] + (x - i) * (sorted[j] - sorted[i]);
    }

    /** Those that are numbers and not infinite, in order. */
    public static double[] sorted(double[] values, int count) {
        double[] out = new double[count];
        int n = 0;
        for (int i = 0; i < count; i++) {
            if (Double.isFinite(values[i])) {
                out[n++] = values[i];
            }
        }
        double[] some = Arrays.copyOf(out, n);
        Arrays.parallelSort(some);
        return some;
    }

    /** How wide the middle half is, over the middle one. */
    public static double spread(double[] sorted) {
        return (at(sorted, 0.75) - at(sorted, 0.25)) / at(sorted, 0.5);
    }
}
