package idleheron.formats.pictures;

import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.Texels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.jspecify.annotations.Nullable;

/** Bytes of picture files as images. What they say of their size is asked before any memory is taken. */
public final class PictureReader {
    /** More pixels are not unpacked. */
    private static final long MOST_PIXELS = 1L << 28;

    /** Longer sides are read with texels left out where a picture is only looked at. */
    static final int LONGEST_SEEN = 4096;

    private static final int LONGEST_LOOKED = 1024;

    private PictureReader() {}

    /** The picture, or null when it is none that can be read or is too large. */
    public static @Nullable BufferedImage read(byte[] bytes) {
        return read(bytes, Integer.MAX_VALUE);
    }

    private static @Nullable BufferedImage read(byte[] bytes, int longest) {
        return opened(bytes, r -> read(r, longest));
    }

    /** What is done with a reader of the bytes. */
    private interface Way<T> {
        @Nullable
        T of(ImageReader reader) throws IOException;
    }

    /** Null where nothing can read them, or what does gives up. */
    private static <T> @Nullable T opened(byte[] bytes, Way<T> way) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return null;
            }
            ImageReader r = readers.next();
            try {
                r.setInput(in, true, true);
                return way.of(r);
            } finally {
                r.dispose();
            }
        } catch (IOException | RuntimeException e) {
            return null;
        }
    }

    private static @Nullable BufferedImage read(ImageReader r, int longest) throws IOException {
        int w = r.getWidth(0);
        int h = r.getHeight(0);
        if (w < 1 || h < 1 || (long) w * h > MOST_PIXELS) {
            return null;
        }
        ImageReadParam p = r.getDefaultReadParam();
        int step = Math.ceilDiv(Math.max(w, h), longest);
        if (step > 1) {
            p.setSourceSubsampling(step, step, 0, 0);
        }
        return r.read(0, p);
    }

    /**
     * A look at a picture.
     *
     * @param kind as the reader calls it: "png", "jpeg"
     * @param small with texels left out where a side is longer than 1024
     * @param hash of its bytes
     */
    public record Seen(int width, int height, String kind, Texels small, long hash) {}

    /**
     * Null where it cannot be read.
     *
     * @param changes made to it before
     */
    public static @Nullable Seen look(byte[] bytes, List<PictureEdit.Change> changes) {
        return opened(bytes, r -> {
            BufferedImage image = read(r, LONGEST_LOOKED);
            if (image == null) {
                return null;
            }
            CRC32 crc = new CRC32();
            crc.update(bytes);
            return new Seen(
                    r.getWidth(0),
                    r.getHeight(0),
                    r.getFormatName().toLowerCase(Locale.ROOT),
                    Texels.alone(image.getWidth(), image.getHeight(), Argb.of(PictureChange.of(image, changes))),
                    (long) bytes.length << 32 | crc.getValue());
        });
    }

    /**
     * To be looked up on a surface; null where it cannot be read.
     *
     * @param asNumbers whether its values are no colours but numbers
     * @param longest side; of a longer one texels are left out
     * @param changes made to it before
     */
    public static @Nullable Texels texels(
            byte[] bytes, boolean asNumbers, int longest, List<PictureEdit.Change> changes) {
        BufferedImage image = read(bytes, longest);
        return image == null
                ? null
                : Texels.of(image.getWidth(), image.getHeight(), Argb.of(PictureChange.of(image, changes)), asNumbers);
    }
}
