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
    private static final int MOST_ROWS = 1024;

    /**
     * In the size of the first, to which the other is brought, by what is stored. A channel that one lacks counts as full where it is alpha, and
     * grey stands for all three colours. Of one in another size that is higher than 1024 texels every second row is looked at, or fewer.
     */
    public static PixelGap of(Pixels a, Pixels b) {
        if (a.bands() == b.bands() && a.bits() == b.bits()) {
            return new Alike(a).gap(b);
        }
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

    /** Between two of the same channels and depth; the other is brought to size row by row. */
    private static final class Alike {
        private final Pixels a;
        private long sum;
        private long n;
        private int worst;
        private int at;

        Alike(Pixels a) {
            this.a = a;
        }

        PixelGap gap(Pixels b) {
            int row = a.width() * a.bands();
            if (a.width() == b.width() && a.height() == b.height()) {
                int[] one = new int[row];
                for (int y = 0; y < a.height(); y++) {
                    for (int i = 0; i < row; i++) {
                        one[i] = b.values()[y * row + i];
                    }
                    take(one, y);
                }
            } else {
                int[] one = new int[row];
                float most = a.most();
                PixelSize.each(b, a.width(), a.height(), Math.ceilDiv(a.height(), MOST_ROWS), (values, y) -> {
                    for (int i = 0; i < row; i++) {
                        one[i] = (int) (values[i] * most + 0.5f);
                    }
                    take(one, y);
                });
            }
            double step = STEPS / a.most();
            int texel = at / a.bands();
            return new PixelGap(step * sum / n, step * worst, texel % a.width(), texel / a.width());
        }

        private void take(int[] row, int y) {
            char[] v = a.values();
            int from = y * row.length;
            long all = 0;
            int most = 0;
            for (int i = 0; i < row.length; i++) {
                int d = Math.abs(v[from + i] - row[i]);
                all += d;
                most = Math.max(most, d);
            }
            sum += all;
            n += row.length;
            if (most > worst) {
                worst = most;
                at = from;
                while (Math.abs(v[at] - row[at - from]) != most) {
                    at++;
                }
            }
        }
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
