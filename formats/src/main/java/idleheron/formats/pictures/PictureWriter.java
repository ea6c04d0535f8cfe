package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import idleheron.core.picture.PixelChange;
import idleheron.core.picture.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Iterator;
import java.util.List;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/** Texels as bytes of picture files. PNG and TIFF keep 16 bits and lose nothing, TGA keeps 8, JPEG rounds and knows no alpha. */
public final class PictureWriter {
    /** Kinds that are written. */
    public static final List<String> KINDS = List.of("png", "tga", "jpeg", "tiff");

    private static final float JPEG_QUALITY = 0.95f;

    private PictureWriter() {}

    /** "jpg" of "jpeg"; the others end in their own name, TIFF in three letters. */
    public static String ending(String kind) {
        return switch (kind) {
            case "jpeg" -> "jpg";
            case "tiff" -> "tif";
            default -> kind;
        };
    }

    /**
     * A PNG of 8 bits a channel; with alpha where any texel is less than opaque.
     *
     * @param argb width times height of them, 0xAARRGGBB, row by row from the top
     */
    public static byte[] png(int width, int height, int[] argb) {
        boolean clear = false;
        for (int c : argb) {
            clear |= c >>> 24 != 255;
        }
        BufferedImage image =
                new BufferedImage(width, height, clear ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, width, height, argb, 0, width);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e); // an array in memory takes whatever it is given
        }
        return out.toByteArray();
    }

    /**
     * The bytes of a file.
     *
     * @param kind one of {@link #KINDS}
     * @throws IOException when there is no writer for it
     */
    public static byte[] written(Pixels p, String kind) throws IOException {
        BufferedImage image = switch (kind) {
            case "jpeg" -> PixelImages.usual(onWhite(p.withBits(8)));
            case "tga" -> PixelImages.usual(p);
            default -> PixelImages.of(p);
        };
        ImageWriter w = writer(kind);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ImageOutputStream to = ImageIO.createImageOutputStream(out)) {
            w.setOutput(to);
            ImageWriteParam how = w.getDefaultWriteParam();
            if (kind.equals("jpeg") || kind.equals("tiff")) {
                how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
                how.setCompressionType(kind.equals("jpeg") ? "JPEG" : "Deflate");
                how.setCompressionQuality(kind.equals("jpeg") ? JPEG_QUALITY : 1);
            }
            w.write(null, new IIOImage(image, null, null), how);
        } finally {
            w.dispose();
        }
        return out.toByteArray();
    }

    /** The platform's own where it has one: it writes 16 bits in every kind that holds them. */
    private static ImageWriter writer(String kind) throws IOException {
        ImageWriter out = null;
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName(kind);
        while (writers.hasNext()) {
            ImageWriter w = writers.next();
            out = out == null || "java.desktop".equals(w.getClass().getModule().getName()) ? w : out;
        }
        if (out == null) {
            throw new IOException(say("formats.pictures.PictureWriter.pictures-cannot-be-written-as", kind));
        }
        return out;
    }

    private static Pixels onWhite(Pixels p) {
        if (!p.hasAlpha()) {
            return p;
        }
        Pixels out = PixelChange.chosen(p, 0, p.colours());
        int n = out.bands();
        for (int i = 0; i < p.width() * p.height(); i++) {
            int a = p.values()[i * p.bands() + n];
            for (int b = 0; b < n; b++) {
                int c = p.values()[i * p.bands() + b];
                out.values()[i * n + b] = (char) ((c * a + 255 * (255 - a) + 127) / 255);
            }
        }
        return out;
    }
}
