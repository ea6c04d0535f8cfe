package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.Pixels;
import java.io.IOException;
import java.util.List;

/** Changes of every texel of picture files. */
final class PictureChange {
    private PictureChange() {}

    /**
     * Bytes of a picture file with changes made, as PNG, which holds all that is changed.
     *
     * @throws IOException when it is no picture that can be read
     */
    static byte[] changed(String name, byte[] bytes, List<PictureEdit.Change> changes) throws IOException {
        Pixels p = PictureReader.pixels(bytes);
        if (p == null) {
            throw new IOException(say("formats.pictures.PictureChange.is-no-picture-that-can-be", name));
        }
        return PictureWriter.written(PixelChange.of(p, changes), "png");
    }
}
