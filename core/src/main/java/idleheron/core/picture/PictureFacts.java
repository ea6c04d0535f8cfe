package idleheron.core.picture;

import java.util.zip.CRC32;

/**
 * What is measured on a picture.
 *
 * @param clear share of texels that are wholly clear, 0 to 1
 * @param half share of texels that are neither clear nor opaque
 * @param alpha mean alpha, 0 to 1
 * @param mean of red, green and blue as stored, 0 to 1
 * @param grey whether red, green and blue are the same everywhere, to one step
 * @param spread the largest standard deviation of a channel, 0 to 1: 0 where all is one colour
 * @param overAlpha share of the half clear texels with a colour above their alpha: 0 where colours were multiplied by it
 * @param hash of size and texels
 * @param normals as a picture of normals
 */
public record PictureFacts(
        int width,
        int height,
        double clear,
        double half,
        double alpha,
        double[] mean,
        boolean grey,
        double spread,
        double overAlpha,
        long hash,
        NormalFacts normals) {
    /** So many texels must be half clear before it is told that colours were multiplied by alpha. */
    private static final double SOME = 0.01;

    private static final double DARKER = 0.02;

    /** What is measured on it: alpha, mean, grey, normals. */
    public static PictureFacts of(Texels t) {
        int w = t.width();
        int h = t.height();
        long clear = 0;
        long half = 0;
        long alpha = 0;
        long over = 0;
        long[] sum = new long[3];
        long[] squares = new long[3];
        boolean grey = true;
        CRC32 crc = new CRC32();
        byte[] row = new byte[4 * w];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int c = t.at(0, x, y);
                int a = c >>> 24;
                int r = c >> 16 & 255;
                int g = c >> 8 & 255;
                int b = c & 255;
                clear += a == 0 ? 1 : 0;
                boolean isHalf = a > 0 && a < 255;
                half += isHalf ? 1 : 0;
                over += isHalf && Math.max(r, Math.max(g, b)) > a ? 1 : 0;
                alpha += a;
                sum[0] += r;
                sum[1] += g;
                sum[2] += b;
                squares[0] += r * r;
                squares[1] += g * g;
                squares[2] += b * b;
                grey &= Math.abs(r - g) < 2 && Math.abs(g - b) < 2 && Math.abs(r - b) < 2;
                row[4 * x] = (byte) a;
                row[4 * x + 1] = (byte) r;
                row[4 * x + 2] = (byte) g;
                row[4 * x + 3] = (byte) b;
            }
            crc.update(row);
        }
        double n = (double) w * h;
        double[] mean = new double[3];
        double spread = 0;
        for (int k = 0; k < 3; k++) {
            mean[k] = sum[k] / n / 255;
            spread = Math.max(spread, Math.sqrt(Math.max(0, squares[k] / n / 65025 - mean[k] * mean[k])));
        }
        return new PictureFacts(
                w,
                h,
                clear / n,
                half / n,
                alpha / n / 255,
                mean,
                grey,
                spread,
                half == 0 ? 1 : (double) over / half,
                (long) w << 48 ^ (long) h << 32 ^ crc.getValue(),
                NormalFacts.of(t));
    }

    public boolean hasAlpha() {
        return clear + half > 0;
    }

    /** Whether its colours were surely multiplied by its alpha: none is above it, and they would be darker than it, or not. */
    public boolean isMultiplied() {
        return half >= SOME && overAlpha == 0 && mean[0] + mean[1] + mean[2] > DARKER;
    }
}
