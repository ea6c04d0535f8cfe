package idleheron.formats.pictures;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;

/** Texels as bytes of picture files. */
public final class PictureWriter {
    private PictureWriter() {}

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
}
