package idleheron.formats.pictures.dds;

import static idleheron.core.Messages.say;

import java.awt.image.BufferedImage;
import java.awt.image.WritableRaster;
import java.io.IOException;
import java.util.Collections;
import java.util.Iterator;
import javax.imageio.IIOException;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.spi.ImageReaderSpi;
import javax.imageio.stream.ImageInputStream;
import org.jspecify.annotations.Nullable;

/**
 * DDS pictures of one channel (BC4) and two (BC5), 8 bits each. Every block of 4 by 4 texels has 8 bytes a channel:
 *
 * <pre>
 * 0  u8 first, u8 second
 * 2  48 bits, least first: 3 for each texel, row by row
 * </pre>
 *
 * <p>0 is the first value, 1 the second; where the first is greater six steps lie between them, else four and then 0 and 255
 * (Direct3D 11.3 functional specification, 19.5.4). Two channels are red and green of normals: blue is that of a vector of unit
 * length.
 */
final class DdsReader extends ImageReader {
    private static final int SIDE = 4;
    private static final int BLOCK = 8;

    private @Nullable DdsHead head;

    DdsReader(ImageReaderSpi spi) {
        super(spi);
    }

    private DdsHead head() throws IOException {
        DdsHead h = head;
        if (h == null) {
            ImageInputStream in = (ImageInputStream) getInput();
            in.seek(0);
            byte[] b = new byte[DdsReaderSpi.READ];
            int n = in.read(b);
            h = DdsHead.of(java.util.Arrays.copyOf(b, Math.max(0, n)));
            if (h == null || h.width() < 1 || h.height() < 1) {
                throw new IIOException(say("formats.pictures.dds.DdsReader.no-dds-of-one-or-two"));
            }
            head = h;
        }
        return h;
    }

    @Override
    public void setInput(@Nullable Object value, boolean forward, boolean bare) {
        super.setInput(value, forward, bare);
        head = null;
    }

    @Override
    public int getNumImages(boolean search) {
        return 1;
    }

    @Override
    public int getWidth(int index) throws IOException {
        return head().width();
    }

    @Override
    public int getHeight(int index) throws IOException {
        return head().height();
    }

    private ImageTypeSpecifier type() throws IOException {
        return ImageTypeSpecifier.createFromBufferedImageType(
                head().channels() == 1 ? BufferedImage.TYPE_BYTE_GRAY : BufferedImage.TYPE_3BYTE_BGR);
    }

    @Override
    public Iterator<ImageTypeSpecifier> getImageTypes(int index) throws IOException {
        return Collections.singletonList(type()).iterator();
    }

    @Override
    public @Nullable IIOMetadata getStreamMetadata() {
        return null;
    }

    @Override
    public @Nullable IIOMetadata getImageMetadata(int index) {
        return null;
    }

    @Override
    public BufferedImage read(int index, @Nullable ImageReadParam how) throws IOException {
        DdsHead h = head();
        int across = Math.ceilDiv(h.width(), SIDE);
        int down = Math.ceilDiv(h.height(), SIDE);
        ImageInputStream in = (ImageInputStream) getInput();
        long blocks = (long) across * down * h.channels() * BLOCK;
        if (in.length() >= 0 && in.length() < h.at() + blocks) {
            throw new IIOException(say("formats.pictures.dds.DdsReader.cut-off"));
        }
        in.seek(h.at());
        BufferedImage whole = type().createBufferedImage(h.width(), h.height());
        WritableRaster to = whole.getRaster();
        byte[] line = new byte[across * h.channels() * BLOCK];
        int[] texel = new int[h.channels() == 1 ? 1 : 3];
        for (int y = 0; y < down; y++) {
            in.readFully(line);
            for (int x = 0; x < across; x++) {
                for (int k = 0; k < SIDE * SIDE; k++) {
                    int tx = SIDE * x + k % SIDE;
                    int ty = SIDE * y + k / SIDE;
                    if (tx < h.width() && ty < h.height()) {
                        int at = x * h.channels() * BLOCK;
                        texel[0] = value(line, at, k);
                        if (h.channels() == 2) {
                            texel[1] = value(line, at + BLOCK, k);
                            texel[2] = outward(texel[0], texel[1]);
                        }
                        to.setPixel(tx, ty, texel);
                    }
                }
            }
        }
        return sampled(whole, how);
    }

    private static int value(byte[] b, int at, int texel) {
        int first = b[at] & 255;
        int second = b[at + 1] & 255;
        int bit = 3 * texel;
        int two = b[at + 2 + bit / 8] & 255 | (bit / 8 < 5 ? (b[at + 3 + bit / 8] & 255) << 8 : 0);
        int i = two >> bit % 8 & 7;
        if (i < 2) {
            return i == 0 ? first : second;
        }
        if (first > second) {
            return ((8 - i) * first + (i - 1) * second + 3) / 7;
        }
        return i == 6 ? 0 : i == 7 ? 255 : ((6 - i) * first + (i - 1) * second + 2) / 5;
    }

    private static int outward(int red, int green) {
        double x = red / 127.5 - 1;
        double y = green / 127.5 - 1;
        return (int) Math.rint((Math.sqrt(Math.max(0, 1 - x * x - y * y)) + 1) * 127.5);
    }

    /** With the texels left out that were asked to be. */
    private static BufferedImage sampled(BufferedImage whole, @Nullable ImageReadParam how) {
        int sx = how == null ? 1 : how.getSourceXSubsampling();
        int sy = how == null ? 1 : how.getSourceYSubsampling();
        if (sx == 1 && sy == 1) {
            return whole;
        }
        BufferedImage out = new BufferedImage(
                Math.ceilDiv(whole.getWidth(), sx), Math.ceilDiv(whole.getHeight(), sy), whole.getType());
        int[] texel = new int[3];
        for (int y = 0; y < out.getHeight(); y++) {
            for (int x = 0; x < out.getWidth(); x++) {
                out.getRaster().setPixel(x, y, whole.getRaster().getPixel(x * sx, y * sy, texel));
            }
        }
        return out;
    }
}
