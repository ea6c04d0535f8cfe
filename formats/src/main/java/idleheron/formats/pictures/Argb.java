package idleheron.formats.pictures;

import idleheron.core.picture.Light;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferInt;
import java.awt.image.Raster;

/**
 * Texels of an image as 0xAARRGGBB, row by row from the top, by its stored values: one channel is grey, two are grey and alpha. The
 * toolkit would take a grey one for linear light and brighten it. Values of 16 bits keep their upper 8; light in fractions is cut
 * at 1 and stored by the curve of sRGB.
 */
public final class Argb {
    private static final int DEEP = 16;

    private Argb() {}

    public static int[] of(BufferedImage image) {
        int w = image.getWidth();
        int h = image.getHeight();
        Raster raster = image.getRaster();
        ColorModel model = image.getColorModel();
        boolean whole = raster.getWidth() == w && raster.getDataBuffer().getSize() == w * h;
        if (image.getType() == BufferedImage.TYPE_INT_ARGB && whole) {
            return ((DataBufferInt) raster.getDataBuffer()).getData().clone();
        }
        int bands = raster.getNumBands();
        boolean plain = model instanceof ComponentColorModel
                && !model.isAlphaPremultiplied()
                && bands == model.getNumColorComponents() + (model.hasAlpha() ? 1 : 0)
                && (model.getNumColorComponents() == 1 || model.getNumColorComponents() == 3);
        if (!plain) {
            return image.getRGB(0, 0, w, h, null, 0, w);
        }
        int[] out = new int[w * h];
        int kind = raster.getTransferType();
        if (kind == DataBuffer.TYPE_FLOAT || kind == DataBuffer.TYPE_DOUBLE) {
            float[] row = new float[w * bands];
            for (int y = 0; y < h; y++) {
                raster.getPixels(0, y, w, 1, row);
                for (int x = 0; x < w; x++) {
                    out[y * w + x] = light(row, x * bands, bands);
                }
            }
        } else {
            int bits = model.getComponentSize(0);
            int[] row = new int[w * bands];
            for (int y = 0; y < h; y++) {
                raster.getPixels(0, y, w, 1, row);
                for (int x = 0; x < w; x++) {
                    out[y * w + x] = stored(row, x * bands, bands, bits);
                }
            }
        }
        return out;
    }

    private static int stored(int[] row, int at, int bands, int bits) {
        int r = eight(row[at], bits);
        boolean grey = bands < 3;
        int g = grey ? r : eight(row[at + 1], bits);
        int b = grey ? r : eight(row[at + 2], bits);
        int a = bands % 2 == 0 ? eight(row[at + bands - 1], bits) : 255;
        return a << 24 | r << 16 | g << 8 | b;
    }

    private static int eight(int v, int bits) {
        return bits == DEEP ? v >>> 8 & 255 : bits == 8 ? v & 255 : v * 255 / ((1 << bits) - 1);
    }

    private static int light(float[] row, int at, int bands) {
        int r = stored(row[at]);
        boolean grey = bands < 3;
        int g = grey ? r : stored(row[at + 1]);
        int b = grey ? r : stored(row[at + 2]);
        int a = bands % 2 == 0 ? (int) Math.rint(255 * Math.clamp(row[at + bands - 1], 0f, 1f)) : 255;
        return a << 24 | r << 16 | g << 8 | b;
    }

    private static int stored(float light) {
        return (int) Math.rint(255 * Light.stored(Math.clamp(light, 0f, 1f)));
    }
}
