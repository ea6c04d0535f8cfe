package idleheron.core.pair;

/**
 * A figure over the frames of one clip, for a plot.
 *
 * @param clip index of the sent clip
 * @param seconds per sample
 * @param worst per sample
 * @param mean per sample
 * @param worstNode per sample the sent node where it is worst
 */
public record Series(
        String title,
        String unit,
        int clip,
        double[] seconds,
        double[] worst,
        double[] mean,
        int[] worstNode,
        double tolerance) {}
