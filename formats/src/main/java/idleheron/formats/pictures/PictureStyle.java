package idleheron.formats.pictures;

import idleheron.formats.disk.FileNames;
import java.awt.geom.AffineTransform;
import java.awt.image.AffineTransformOp;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;

/**
 * What pictures are to be where they arrive.
 *
 * @param folder below the scene's file, or "" for beside it
 * @param kind "png", "tga" or "jpeg", or "" to leave it
 * @param largest width or height, 0 to leave it
 */
public record PictureStyle(String folder, String kind, int largest) {
    public static final PictureStyle AS_IT_IS = new PictureStyle("", "", 0);
    public static final List<String> KINDS = List.of("png", "tga", "jpeg");

    public PictureStyle {
        if (!kind.isEmpty() && !KINDS.contains(kind)) {
            throw new IllegalArgumentException("pictures as " + kind + "; there are " + String.join(", ", KINDS));
        }
        if (largest < 0) {
            throw new IllegalArgumentException("pictures of at most " + largest);
        }
    }

    /** The picture's name with the ending of its new kind. */
    public String named(String name) {
        if (kind.isEmpty()) {
            return name;
        }
        return FileNames.stem(name) + '.' + (kind.equals("jpeg") ? "jpg" : kind);
    }

    String inFolder(String name) {
        return folder.isEmpty() ? name : folder + '/' + name;
    }

    private static String kindOf(String name) {
        String end = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return end.equals("jpg") ? "jpeg" : end;
    }

    /**
     * The picture in this style, or the same bytes where there is nothing to do or it is no picture that can be read.
     *
     * @throws IOException when it cannot be written as asked
     */
    public byte[] applied(String name, byte[] bytes) throws IOException {
        boolean other = !kind.isEmpty() && !kind.equals(kindOf(name));
        if (!other && largest == 0) {
            return bytes;
        }
        BufferedImage image = PictureReader.read(bytes);
        if (image == null) {
            return bytes;
        }
        int longest = Math.max(image.getWidth(), image.getHeight());
        boolean smaller = largest > 0 && longest > largest;
        String to = kind.isEmpty() ? kindOf(name) : kind;
        if (!smaller && !other || !KINDS.contains(to)) {
            return bytes;
        }
        if (smaller) {
            image = within(image, largest);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (!ImageIO.write(to.equals("jpeg") ? opaque(image) : image, to, out)) {
            throw new IOException(name + " cannot be written as " + to);
        }
        return out.toByteArray();
    }

    /**
     * The picture in the same proportions with no side longer than {@code size}; the same one where it fits. Where the size is a
     * power of two, both sides become powers of two: the next smaller ones.
     */
    static BufferedImage within(BufferedImage image, int size) {
        double f = (double) size / Math.max(image.getWidth(), image.getHeight());
        if (f >= 1) {
            return image;
        }
        int width = Math.max(1, (int) Math.round(image.getWidth() * f));
        int height = Math.max(1, (int) Math.round(image.getHeight() * f));
        boolean power = Integer.bitCount(size) == 1;
        return power
                ? scaled(image, Integer.highestOneBit(width), Integer.highestOneBit(height))
                : scaled(image, width, height);
    }

    /** Halved until it is less than twice as large, then to size: no pixel is left out. */
    private static BufferedImage scaled(BufferedImage from, int width, int height) {
        BufferedImage now = from;
        while (now.getWidth() / 2 >= width && now.getHeight() / 2 >= height) {
            now = drawn(now, now.getWidth() / 2, now.getHeight() / 2);
        }
        return drawn(now, width, height);
    }

    private static BufferedImage drawn(BufferedImage from, int width, int height) {
        int type = from.getColorModel().hasAlpha() ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB;
        BufferedImage plain = new BufferedImage(from.getWidth(), from.getHeight(), type);
        plain.setRGB(0, 0, from.getWidth(), from.getHeight(), Argb.of(from), 0, from.getWidth());
        AffineTransform scale =
                AffineTransform.getScaleInstance((double) width / from.getWidth(), (double) height / from.getHeight());
        return new AffineTransformOp(scale, AffineTransformOp.TYPE_BILINEAR)
                .filter(plain, new BufferedImage(width, height, type));
    }

    /** On white: this kind knows no alpha. */
    private static BufferedImage opaque(BufferedImage from) {
        BufferedImage out = new BufferedImage(from.getWidth(), from.getHeight(), BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < from.getHeight(); y++) {
            for (int x = 0; x < from.getWidth(); x++) {
                int p = from.getRGB(x, y);
                int a = p >>> 24;
                int rgb = 0;
                for (int shift = 0; shift <= 16; shift += 8) {
                    int c = p >>> shift & 0xFF;
                    rgb |= (c * a + 255 * (255 - a) + 127) / 255 << shift;
                }
                out.setRGB(x, y, rgb);
            }
        }
        return out;
    }
}
