package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import idleheron.core.picture.PictureEdit;
import java.util.List;

/**
 * What a picture is to become.
 *
 * @param kind one of {@link PictureWriter#KINDS}, or "" to leave it
 * @param bits of each value, 8 or 16, or 0 to leave them
 * @param largest width and height, 0 to leave them
 * @param powerOfTwo whether both sides become the nearest power of two
 * @param green how normals are to run, "up" or "down", or "" to leave them
 * @param changes of every texel, in order
 * @param rise above 0 where heights become normals: of white above black, in texels
 */
public record PictureWish(
        String kind,
        int bits,
        int largest,
        boolean powerOfTwo,
        String green,
        List<PictureEdit.Change> changes,
        double rise) {
    public static final PictureWish NOTHING = new PictureWish("", 0, 0, false, "", List.of(), 0);
    private static final int LARGEST_SIDE = 1 << 15;

    public PictureWish {
        changes = List.copyOf(changes);
        if (!kind.isEmpty() && !PictureWriter.KINDS.contains(kind)) {
            throw new IllegalArgumentException(say(
                    "formats.pictures.PictureWish.pictures-as-there-are",
                    kind,
                    String.join(", ", PictureWriter.KINDS)));
        }
        if (bits != 0 && bits != 8 && bits != 16) {
            throw new IllegalArgumentException(say("formats.pictures.PictureWish.pictures-of-bits-there-are-8", bits));
        }
        if (bits == 16 && (kind.equals("tga") || kind.equals("jpeg"))) {
            throw new IllegalArgumentException(say("formats.pictures.PictureWish.holds-8-bits-png-and-tiff", kind));
        }
        if (largest < 0 || largest > LARGEST_SIDE) {
            throw new IllegalArgumentException(
                    say("formats.pictures.PictureWish.pictures-of-at-most-1-to", largest, LARGEST_SIDE));
        }
        if (!List.of("", "up", "down").contains(green)) {
            throw new IllegalArgumentException(say("formats.pictures.PictureWish.green-runs-up-or-down-found", green));
        }
        if (!(rise >= 0 && rise <= LARGEST_SIDE)) {
            throw new IllegalArgumentException(say("formats.pictures.PictureWish.heights-rise-by-a-number-of", rise));
        }
    }

    /** Of a kind and a size alone. Where the size is a power of two, both sides become one. */
    static PictureWish of(String kind, int largest) {
        return new PictureWish(kind, 0, largest, largest > 0 && Integer.bitCount(largest) == 1, "", List.of(), 0);
    }

    /** Width and height that a picture gets: its proportions are kept, but for powers of two. */
    int[] size(int width, int height) {
        double f = largest == 0 ? 1 : Math.min(1, (double) largest / Math.max(width, height));
        boolean whole = powerOfTwo && (f < 1 || !isPower(width) || !isPower(height));
        return new int[] {side(width * f, whole), side(height * f, whole)};
    }

    private static boolean isPower(int n) {
        return Integer.bitCount(n) == 1;
    }

    private int side(double length, boolean power) {
        if (!power) {
            return (int) Math.max(1, Math.round(length));
        }
        int nearest = 1 << (int) Math.max(0, Math.round(Math.log(length) / Math.log(2)));
        return largest > 0 ? Math.min(nearest, Integer.highestOneBit(largest)) : nearest;
    }
}
