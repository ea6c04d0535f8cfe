package idleheron.core.picture;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import java.util.Arrays;
import java.util.zip.CRC32;

/**
 * What is told of a picture file.
 *
 * @param bands channels, alpha among them
 * @param bits of each value, 8 or 16
 * @param kind "png"
 * @param colourSpace that it declares, or "" for none
 * @param bytes of the file
 * @param hash of them
 * @param measured on it, with texels left out where a side is longer than 1024
 * @param gist 16 by 16 texels that stand for it, 0xAARRGGBB
 */
public record PictureShape(
        int width,
        int height,
        int bands,
        int bits,
        String kind,
        String colourSpace,
        long bytes,
        long hash,
        PictureFacts measured,
        int[] gist) {
    private static final int LONGEST = 1024;
    private static final int GIST = 16;
    private static final int LARGE = 256;
    /** Steps of 255 by which the texels of two gists may differ and still be told as near. */
    private static final int NEAR = 4;

    /** Of a file that was read. */
    public static PictureShape of(Pixels p, String kind, String colourSpace, byte[] file) {
        CRC32 crc = new CRC32();
        crc.update(file);
        return new PictureShape(
                p.width(),
                p.height(),
                p.bands(),
                p.bits(),
                kind,
                colourSpace,
                file.length,
                (long) file.length << 32 | crc.getValue(),
                PictureFacts.of(p.looked(LONGEST)),
                gist(p));
    }

    /** Means of 16 by 16 fields; of what is large each texel counts whole for the field that it begins in. */
    private static int[] gist(Pixels p) {
        if (p.width() < LARGE || p.height() < LARGE) {
            return PixelSize.of(p, GIST, GIST, Meaning.NUMBERS).argb();
        }
        int bands = p.bands();
        Pixels out = Pixels.empty(GIST, GIST, bands, p.bits());
        char[] v = p.values();
        long[] sums = new long[GIST * bands];
        int from = 0;
        for (int field = 0; field < GIST; field++) {
            int to = (field + 1) * p.height() / GIST;
            Arrays.fill(sums, 0);
            for (int y = from; y < to; y++) {
                sums(v, y * p.width() * bands, p.width(), bands, sums);
            }
            for (int x = 0; x < GIST; x++) {
                long n = (long) (to - from) * ((x + 1) * p.width() / GIST - x * p.width() / GIST);
                for (int b = 0; b < bands; b++) {
                    int at = x * bands + b;
                    out.values()[field * GIST * bands + at] = (char) ((sums[at] + n / 2) / n);
                }
            }
            from = to;
        }
        return out.argb();
    }

    private static void sums(char[] v, int at, int width, int bands, long[] into) {
        int i = at;
        for (int x = 0; x < GIST; x++) {
            int end = at + (x + 1) * width / GIST * bands;
            if (bands == 3) {
                int a = 0;
                int b = 0;
                int c = 0;
                for (; i < end; i += 3) {
                    a += v[i];
                    b += v[i + 1];
                    c += v[i + 2];
                }
                into[3 * x] += a;
                into[3 * x + 1] += b;
                into[3 * x + 2] += c;
            } else {
                for (int b = 0; i < end; i++, b = b + 1 == bands ? 0 : b + 1) {
                    into[x * bands + b] += v[i];
                }
            }
        }
    }

    /** "grey", "RGBA". */
    public String channels() {
        return switch (bands) {
            case 1 -> "grey";
            case 2 -> say("core.picture.PictureShape.grey-and-alpha");
            case 3 -> "RGB";
            default -> "RGBA";
        };
    }

    /** "1024 by 512 pixels, RGBA, 8 bits, png, 1.2 MB". */
    public String text() {
        return say(
                "core.picture.PictureShape.by-pixels-bits",
                width,
                height,
                channels(),
                bits,
                kind,
                Wording.bytes(bytes));
    }

    /** Whether two files hold the same, byte by byte. */
    public boolean isSame(PictureShape other) {
        return hash == other.hash;
    }

    /** Whether two look the same in any size: proportions, and the means of each of 16 by 16 fields, to 4 steps of 255. */
    public boolean isNear(PictureShape other) {
        if ((long) width * other.height != (long) other.width * height) {
            return false;
        }
        for (int i = 0; i < gist.length; i++) {
            for (int shift = 0; shift < 32; shift += 8) {
                if (Math.abs((gist[i] >>> shift & 255) - (other.gist[i] >>> shift & 255)) > NEAR) {
                    return false;
                }
            }
        }
        return true;
    }

    /** A number by which near ones lie side by side: the sum of the gist, at most 4 apart for each value. */
    public int order() {
        int sum = 0;
        for (int c : gist) {
            sum += (c >>> 24) + (c >> 16 & 255) + (c >> 8 & 255) + (c & 255);
        }
        return sum;
    }

    /** How far the order of near ones can be apart. */
    public static int reach() {
        return NEAR * 4 * GIST * GIST;
    }
}
