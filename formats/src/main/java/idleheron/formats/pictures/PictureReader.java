package idleheron.formats.pictures;

import com.twelvemonkeys.imageio.plugins.hdr.HDRImageReadParam;
import com.twelvemonkeys.imageio.plugins.hdr.tonemap.NullToneMapper;
import idleheron.core.job.Budget;
import idleheron.core.picture.Meaning;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureFacts;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.PixelSize;
import idleheron.core.picture.Pixels;
import idleheron.core.picture.Texels;
import idleheron.formats.pictures.dds.DdsHead;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
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

    static final int LONGEST_LOOKED = 1024;

    /** So many times as fine is what a small picture is the mean of. */
    private static final int FINER = 4;

    private PictureReader() {}

    /** The picture, or null when it is none that can be read or is too large. */
    public static @Nullable BufferedImage read(byte[] bytes) {
        return read(bytes, Integer.MAX_VALUE);
    }

    private static @Nullable BufferedImage read(byte[] bytes, int longest) {
        return opened(bytes, r -> read(r, longest));
    }

    /** Width, height; null where nothing can read it. */
    public static int @Nullable [] size(byte[] bytes) {
        return opened(bytes, r -> new int[] {r.getWidth(0), r.getHeight(0)});
    }

    /** As the reader of its bytes calls it, "png" or "jpeg"; "" where nothing can read it. */
    public static String kind(byte[] bytes) {
        String kind = opened(bytes, r -> name(r));
        return kind == null ? "" : kind;
    }

    /** The colour space that it declares: "sRGB", "gamma 0.45455", the name of a profile, or "" for none. */
    public static String colourSpace(byte[] bytes) {
        return DeclaredSpace.of(bytes);
    }

    /** Whether it is a picture with a side longer than this; of 0, none is. */
    static boolean isLarger(byte[] bytes, int most) {
        Boolean larger = most == 0 ? null : opened(bytes, r -> r.getWidth(0) > most || r.getHeight(0) > most);
        return larger != null && larger;
    }

    /** With no side longer than this, to be shown; null when it is none that can be read or is too large. */
    public static @Nullable Pixels small(byte[] bytes, int most) {
        BufferedImage image = read(bytes, FINER * most);
        if (image == null) {
            return null;
        }
        return PixelSize.within(PixelImages.of(image), most, Meaning.COLOURS);
    }

    /** The picture to be changed, or null when it is none that can be read or is too large. */
    public static @Nullable Pixels pixels(byte[] bytes) {
        return opened(bytes, r -> {
            Budget.TEXELS.check((long) r.getWidth(0) * r.getHeight(0));
            BufferedImage image = read(r, Integer.MAX_VALUE);
            return image == null ? null : PixelImages.of(image);
        });
    }

    /** What is done with a reader of the bytes. */
    private interface Way<T> {
        @Nullable
        T of(ImageReader reader) throws IOException;
    }

    /** Null where nothing can read them, or what does gives up. Each reader begins anew: one may have let go of the beginning. */
    private static <T> @Nullable T opened(byte[] bytes, Way<T> way) {
        byte[] file = DdsHead.byLetters(bytes);
        List<ImageReader> readers = new ArrayList<>();
        try (ImageInputStream in = new PictureInput(file)) {
            ImageIO.getImageReaders(in).forEachRemaining(readers::add);
        } catch (IOException e) {
            return null;
        }
        for (ImageReader r : readers) {
            try (ImageInputStream in = new PictureInput(file)) {
                T out = opened(r, in, way);
                if (out != null) {
                    return out;
                }
            } catch (IOException e) {
                return null;
            }
        }
        return null;
    }

    /** Where one gives up another one may know more: two readers know TIFF. */
    private static <T> @Nullable T opened(ImageReader r, ImageInputStream in, Way<T> way) {
        try {
            r.setInput(in, true, true);
            return way.of(r);
        } catch (Budget.Exceeded e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            return null;
        } catch (OutOfMemoryError e) {
            // some readers take the whole picture for a small one of it, however large a damaged head says that it is
            return null;
        } finally {
            r.dispose();
        }
    }

    /** "tiff" and "jpeg", whatever the reader calls them. */
    private static String name(ImageReader r) throws IOException {
        return PictureMaker.kindOf(r.getFormatName());
    }

    private static @Nullable BufferedImage read(ImageReader r, int longest) throws IOException {
        int w = r.getWidth(0);
        int h = r.getHeight(0);
        if (w < 1 || h < 1 || (long) w * h > MOST_PIXELS) {
            return null;
        }
        ImageReadParam p = r.getDefaultReadParam();
        if (p instanceof HDRImageReadParam light) {
            light.setToneMapper(new NullToneMapper()); // light as it is
        }
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
     * @param facts measured with texels left out where a side is longer than 1024
     * @param hash of its bytes
     */
    public record Seen(int width, int height, String kind, PictureFacts facts, long hash) {}

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
                    name(r),
                    PictureFacts.of(Texels.alone(image.getWidth(), image.getHeight(), argb(image, changes))),
                    (long) bytes.length << 32 | crc.getValue());
        });
    }

    private static int[] argb(BufferedImage image, List<PictureEdit.Change> changes) {
        return changes.isEmpty()
                ? Argb.of(image)
                : PixelChange.of(PixelImages.of(image), changes).argb();
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
        return image == null ? null : Texels.of(image.getWidth(), image.getHeight(), argb(image, changes), asNumbers);
    }
}
