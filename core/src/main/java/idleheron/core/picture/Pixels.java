package idleheron.core.picture;

import static idleheron.core.Messages.say;

/**
 * A picture to be changed, by its stored values: rows from the top, the channels of a texel side by side.
 *
 * @param bands 1 grey, 2 grey and alpha, 3 red, green and blue, 4 those and alpha; colours are not multiplied by alpha
 * @param bits of each value, 8 or 16
 * @param values width times height times bands of them, 0 to {@link #most()}
 */
public record Pixels(int width, int height, int bands, int bits, char[] values) {
    /** From 8 bits to 16: 255 becomes 65535. */
    private static final int DEEPER = 257;

    public Pixels {
        if (width < 1 || height < 1 || bands < 1 || bands > 4 || bits != 8 && bits != 16) {
            throw new IllegalArgumentException(
                    say("core.picture.Pixels.by-texels-of-channels-of-bits", width, height, bands, bits));
        }
        if (values.length != (long) width * height * bands) {
            throw new IllegalArgumentException(
                    say("core.picture.Pixels.values-for-by-by", values.length, width, height, bands));
        }
    }

    /** All 0. */
    public static Pixels empty(int width, int height, int bands, int bits) {
        return new Pixels(
                width, height, bands, bits, new char[Math.multiplyExact(Math.multiplyExact(width, height), bands)]);
    }

    /** The largest value. */
    public int most() {
        return (1 << bits) - 1;
    }

    public boolean hasAlpha() {
        return bands % 2 == 0;
    }

    /** Channels without alpha. */
    public int colours() {
        return bands < 3 ? 1 : 3;
    }

    /** A stored value, 0 to the largest of its depth. */
    public int at(int x, int y, int band) {
        return values[(y * width + x) * bands + band];
    }

    /** The same picture with values of so many bits; the same one where it has them. */
    public Pixels withBits(int wanted) {
        if (wanted == bits) {
            return this;
        }
        Pixels out = empty(width, height, bands, wanted);
        for (int i = 0; i < values.length; i++) {
            out.values[i] = (char) (wanted == 16 ? values[i] * DEEPER : (values[i] + DEEPER / 2) / DEEPER);
        }
        return out;
    }

    /** 0xAARRGGBB, row by row from the top. */
    public int[] argb() {
        int[] out = new int[width * height];
        for (int i = 0; i < out.length; i++) {
            int at = i * bands;
            int r = eight(values[at]);
            int g = bands < 3 ? r : eight(values[at + 1]);
            int b = bands < 3 ? r : eight(values[at + 2]);
            int a = hasAlpha() ? eight(values[at + bands - 1]) : 255;
            out[i] = a << 24 | r << 16 | g << 8 | b;
        }
        return out;
    }

    private int eight(int v) {
        return bits == 8 ? v : (v + DEEPER / 2) / DEEPER;
    }

    /** To be measured; texels are left out where a side is longer than this. */
    public Texels looked(int longest) {
        Pixels few = fewer(longest);
        return Texels.alone(few.width, few.height, few.argb());
    }

    /** With texels left out, so that no side is longer than this; the same one where none is. */
    public Pixels fewer(int longest) {
        int step = Math.ceilDiv(Math.max(width, height), longest);
        if (step < 2) {
            return this;
        }
        Pixels out = empty(Math.ceilDiv(width, step), Math.ceilDiv(height, step), bands, bits);
        char[] few = out.values;
        int to = 0;
        for (int y = 0; y < height; y += step) {
            int end = (y + 1) * width * bands;
            for (int at = y * width * bands; at < end; at += step * bands) {
                for (int b = 0; b < bands; b++) {
                    few[to + b] = values[at + b];
                }
                to += bands;
            }
        }
        return out;
    }
}
