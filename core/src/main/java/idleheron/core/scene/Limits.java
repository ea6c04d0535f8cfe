package idleheron.core.scene;

/**
 * The span in which a node's channels may move. Carried, not enforced.
 *
 * @param low nine numbers in the order of the channels
 * @param high nine numbers
 * @param lowOn whether the lower bound of a channel counts
 * @param highOn whether the upper bound counts
 * @param on whether translation, rotation, scaling are limited at all
 */
public record Limits(double[] low, double[] high, boolean[] lowOn, boolean[] highOn, boolean[] on) {
    /** With translations in another unit. */
    public Limits scaled(double factor) {
        double[] l = low.clone();
        double[] h = high.clone();
        for (int i = 0; i < 3; i++) {
            l[i] *= factor;
            h[i] *= factor;
        }
        return new Limits(l, h, lowOn, highOn, on);
    }
}
