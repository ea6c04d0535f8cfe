package idleheron.app.picture;

import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.Texels;
import idleheron.formats.pictures.PictureReader;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What of a picture is seen. */
public enum PictureChannel {
    /** All of it. */
    ALL(-1),
    RED(16),
    GREEN(8),
    BLUE(0),
    ALPHA(24);

    private static final long LARGEST = 256L << 20;

    private final int shift;

    PictureChannel(int shift) {
        this.shift = shift;
    }

    /**
     * A picture to be shown.
     *
     * @param argb row by row, 0xAARRGGBB; a single channel is grey and opaque
     */
    public record Shown(int width, int height, int[] argb) {}

    /**
     * A picture or one channel of it.
     *
     * @param longest side; of a longer one texels are left out
     * @param edits what is done to it before
     * @return null where it cannot be read
     */
    public @Nullable Shown of(PicturesJob.Seen picture, int longest, List<PictureEdit.Change> edits)
            throws IOException {
        byte[] own = picture.content();
        if (own == null && (!Files.isRegularFile(picture.file()) || Files.size(picture.file()) > LARGEST)) {
            return null;
        }
        Texels t = PictureReader.texels(own == null ? Files.readAllBytes(picture.file()) : own, true, longest, edits);
        if (t == null) {
            return null;
        }
        int[] out = new int[t.width() * t.height()];
        for (int y = 0; y < t.height(); y++) {
            for (int x = 0; x < t.width(); x++) {
                out[y * t.width() + x] = seen(t.at(0, x, y));
            }
        }
        return new Shown(t.width(), t.height(), out);
    }

    private int seen(int argb) {
        return shift < 0 ? argb : 0xff000000 | (argb >>> shift & 255) * 0x10101;
    }
}
