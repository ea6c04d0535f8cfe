package idleheron.formats.pictures;

import idleheron.core.picture.PictureEdit;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import javax.imageio.ImageIO;

/** Changes of every texel, made on the stored values, so that pictures of 16 bits keep them. */
final class PictureChange {
    private PictureChange() {}

    /** The changed image; the same one where there is nothing to do. */
    static BufferedImage of(BufferedImage image, List<PictureEdit.Change> changes) {
        BufferedImage out = changes.isEmpty() ? image : plain(image);
        for (PictureEdit.Change c : changes) {
            switch (c) {
                case TURN_GREEN -> band(out, out.getRaster().getNumBands() < 3 ? -1 : 1, false);
                case FILL_ALPHA -> band(out, alpha(out), true);
                case TURN_ALPHA -> band(out, alpha(out), false);
            }
        }
        return out;
    }

    private static int alpha(BufferedImage image) {
        return image.getColorModel().hasAlpha() ? image.getRaster().getNumBands() - 1 : -1;
    }

    /** A copy whose bands are red, green, blue and alpha, or grey and alpha, each of 8 or 16 bits. */
    private static BufferedImage plain(BufferedImage image) {
        boolean kept = image.getColorModel() instanceof ComponentColorModel m
                && !m.isAlphaPremultiplied()
                && m.getTransferType() <= java.awt.image.DataBuffer.TYPE_USHORT
                && m.getNumColorComponents() != 4;
        if (kept) {
            WritableRaster r = image.getRaster().createCompatibleWritableRaster();
            r.setRect(image.getRaster());
            return new BufferedImage(image.getColorModel(), r, false, null);
        }
        int w = image.getWidth();
        int h = image.getHeight();
        BufferedImage out = new BufferedImage(
                w, h, image.getColorModel().hasAlpha() ? BufferedImage.TYPE_4BYTE_ABGR : BufferedImage.TYPE_3BYTE_BGR);
        out.setRGB(0, 0, w, h, Argb.of(image), 0, w);
        return out;
    }

    /** Each value of a band to the largest there is, or to that less what it was. */
    private static void band(BufferedImage image, int band, boolean full) {
        if (band < 0) {
            return;
        }
        WritableRaster r = image.getRaster();
        int most = (1 << image.getColorModel().getComponentSize(band)) - 1;
        int[] row = new int[r.getWidth()];
        for (int y = 0; y < r.getHeight(); y++) {
            r.getSamples(0, y, row.length, 1, band, row);
            for (int x = 0; x < row.length; x++) {
                row[x] = full ? most : most - row[x];
            }
            r.setSamples(0, y, row.length, 1, band, row);
        }
    }

    /**
     * Bytes of a picture file with changes made, as PNG, which holds all that is changed.
     *
     * @throws IOException when it is no picture that can be read
     */
    static byte[] changed(String name, byte[] bytes, List<PictureEdit.Change> changes) throws IOException {
        BufferedImage image = PictureReader.read(bytes);
        if (image == null) {
            throw new IOException(name + " is no picture that can be read, and cannot be changed");
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (!ImageIO.write(of(image, changes), "png", out)) {
            throw new IOException(name + " cannot be written as PNG");
        }
        return out.toByteArray();
    }
}
