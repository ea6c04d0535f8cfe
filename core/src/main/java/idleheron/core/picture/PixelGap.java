package idleheron.core.picture;

/**
 * How far two pictures are apart.
 *
 * @param mean over all channels of all texels, in steps of 255
 * @param worst in steps of 255
 * @param x column of the worst
 * @param y row of the worst, from the top
 */
public record PixelGap(double mean, double worst, int x, int y) {
    private static final double STEPS = 255;

    /**
     * In the size of the first, to which the other is brought, by what is stored. A channel that one lacks counts as full where it is alpha, and
     * grey stands for all three colours.
     */
    public static PixelGap of(Pixels a, Pixels b) {
        Pixels other = PixelSize.of(b, a.width(), a.height(), Meaning.NUMBERS);
        int bands = Math.max(a.colours(), b.colours()) + (a.hasAlpha() || b.hasAlpha() ? 1 : 0);
        int colours = Math.max(a.colours(), b.colours());
        double sum = 0;
        double worst = 0;
        int at = 0;
        for (int i = 0; i < a.width() * a.height(); i++) {
            for (int band = 0; band < bands; band++) {
                double d =
                        Math.abs(value(a, i, band < colours ? band : -1) - value(other, i, band < colours ? band : -1));
                sum += d;
                if (d > worst) {
                    worst = d;
                    at = i;
                }
            }
        }
        double n = (double) a.width() * a.height() * bands;
        return new PixelGap(STEPS * sum / n, STEPS * worst, at % a.width(), at / a.width());
    }

    /** 0 to 1; channel -1 is alpha. */
    private static double value(Pixels p, int texel, int channel) {
        if (channel < 0 && !p.hasAlpha()) {
            return 1;
        }
        int band = channel < 0 ? p.bands() - 1 : p.colours() == 1 ? 0 : channel;
        return (double) p.values()[texel * p.bands() + band] / p.most();
    }
}
