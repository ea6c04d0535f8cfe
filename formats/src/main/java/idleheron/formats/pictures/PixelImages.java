package idleheron.formats.pictures;

import idleheron.core.picture.Light;
import idleheron.core.picture.Pixels;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Between the toolkit's images and stored values. Light in fractions is cut at 1 and stored by the curve of sRGB in 16 bits;
 * palettes, colours multiplied by alpha and fewer than 8 bits become plain 8 bits.
 */
final class PixelImages {
    private static final int DEEP = 16;

    private PixelImages() {}

    static Pixels of(BufferedImage image) {
        ColorModel model = image.getColorModel();
        Raster raster = image.getRaster();
        int bands = raster.getNumBands();
        int kind = raster.getTransferType();
        boolean light = kind == DataBuffer.TYPE_FLOAT || kind == DataBuffer.TYPE_DOUBLE;
        int bits = model.getComponentSize(0);
        boolean plain = model instanceof ComponentColorModel
                && !model.isAlphaPremultiplied()
                && bands == model.getNumComponents()
                && (model.getNumColorComponents() == 1 || model.getNumColorComponents() == 3)
                && (light || bits == 8 || bits == DEEP);
        if (!plain) {
            return unpacked(image);
        }
        Pixels out = Pixels.empty(image.getWidth(), image.getHeight(), bands, light ? DEEP : bits);
        if (light) {
            ofLight(raster, out);
        } else {
            ofValues(raster, out);
        }
        return out;
    }

    private static void ofValues(Raster raster, Pixels out) {
        if (raster.getDataBuffer() instanceof DataBufferByte bytes
                && raster.getSampleModel() instanceof PixelInterleavedSampleModel lies
                && raster.getParent() == null
                && bytes.getNumBanks() == 1) {
            ofBytes(bytes, lies, out);
            return;
        }
        int n = out.width() * out.bands();
        int[] row = new int[n];
        for (int y = 0; y < out.height(); y++) {
            raster.getPixels(0, y, out.width(), 1, row);
            for (int i = 0; i < n; i++) {
                out.values()[y * n + i] = (char) row[i];
            }
        }
    }

    private static void ofBytes(DataBufferByte bytes, PixelInterleavedSampleModel lies, Pixels out) {
        byte[] data = bytes.getData();
        int[] offsets = lies.getBandOffsets();
        int bands = offsets.length;
        char[] v = out.values();
        boolean plain = lies.getPixelStride() == bands
                && Arrays.equals(offsets, IntStream.range(0, bands).toArray());
        int row = out.width() * bands;
        for (int y = 0; plain && y < out.height(); y++) {
            int at = bytes.getOffset() + y * lies.getScanlineStride();
            int into = y * row;
            for (int i = 0; i < row; i++) {
                v[into + i] = (char) (data[at + i] & 255);
            }
        }
        for (int y = 0; !plain && y < out.height(); y++) {
            int at = bytes.getOffset() + y * lies.getScanlineStride();
            int into = y * row;
            for (int x = 0; x < out.width(); x++, at += lies.getPixelStride(), into += bands) {
                for (int b = 0; b < bands; b++) {
                    v[into + b] = (char) (data[at + offsets[b]] & 255);
                }
            }
        }
    }

    private static void ofLight(Raster raster, Pixels out) {
        int n = out.width() * out.bands();
        float[] row = new float[n];
        int alpha = out.hasAlpha() ? out.bands() - 1 : -1;
        for (int y = 0; y < out.height(); y++) {
            raster.getPixels(0, y, out.width(), 1, row);
            for (int i = 0; i < n; i++) {
                float v = Math.clamp(row[i], 0f, 1f);
                double stored = i % out.bands() == alpha ? v : Light.stored(v);
                out.values()[y * n + i] = (char) Math.rint(stored * out.most());
            }
        }
    }

    private static Pixels unpacked(BufferedImage image) {
        int[] argb = Argb.of(image);
        int bands = image.getColorModel().hasAlpha() ? 4 : 3;
        Pixels out = Pixels.empty(image.getWidth(), image.getHeight(), bands, 8);
        char[] v = out.values();
        for (int i = 0, at = 0; i < argb.length; i++, at += bands) {
            v[at] = (char) (argb[i] >> 16 & 255);
            v[at + 1] = (char) (argb[i] >> 8 & 255);
            v[at + 2] = (char) (argb[i] & 255);
            if (bands == 4) {
                v[at + 3] = (char) (argb[i] >>> 24);
            }
        }
        return out;
    }

    /** With values of the same depth. */
    static BufferedImage of(Pixels p) {
        ColorSpace space = ColorSpace.getInstance(p.colours() == 1 ? ColorSpace.CS_GRAY : ColorSpace.CS_sRGB);
        ColorModel model = new ComponentColorModel(
                space,
                p.hasAlpha(),
                false,
                p.hasAlpha() ? Transparency.TRANSLUCENT : Transparency.OPAQUE,
                p.bits() == DEEP ? DataBuffer.TYPE_USHORT : DataBuffer.TYPE_BYTE);
        WritableRaster raster = model.createCompatibleWritableRaster(p.width(), p.height());
        fill(raster, p);
        return new BufferedImage(model, raster, false, null);
    }

    /** Of 8 bits and in one of the toolkit's usual kinds, for writers that know no others. */
    static BufferedImage usual(Pixels p) {
        if (p.bands() == 2) {
            BufferedImage out = new BufferedImage(p.width(), p.height(), BufferedImage.TYPE_4BYTE_ABGR);
            out.setRGB(0, 0, p.width(), p.height(), p.argb(), 0, p.width());
            return out;
        }
        int type = switch (p.bands()) {
            case 1 -> BufferedImage.TYPE_BYTE_GRAY;
            case 3 -> BufferedImage.TYPE_3BYTE_BGR;
            default -> BufferedImage.TYPE_4BYTE_ABGR;
        };
        BufferedImage out = new BufferedImage(p.width(), p.height(), type);
        fill(out.getRaster(), p.withBits(8));
        return out;
    }

    private static void fill(WritableRaster raster, Pixels p) {
        int n = p.width() * p.bands();
        int[] row = new int[n];
        for (int y = 0; y < p.height(); y++) {
            for (int i = 0; i < n; i++) {
                row[i] = p.values()[y * n + i];
            }
            raster.setPixels(0, y, p.width(), 1, row);
        }
    }
}
