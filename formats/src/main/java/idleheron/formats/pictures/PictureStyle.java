package idleheron.formats.pictures;

import idleheron.formats.disk.FileNames;
import java.io.IOException;
import java.util.List;

/**
 * What pictures are to be where they arrive.
 *
 * @param folder below the scene's file, or "" for beside it
 * @param kind "png", "tga", "jpeg" or "tiff", or "" to leave it
 * @param largest width or height, 0 to leave it
 */
public record PictureStyle(String folder, String kind, int largest) {
    public static final PictureStyle AS_IT_IS = new PictureStyle("", "", 0);
    public static final List<String> KINDS = PictureWriter.KINDS;

    public PictureStyle {
        PictureWish.of(kind, largest); // which judges both
    }

    /** The picture's name with the ending of its new kind. */
    public String named(String name) {
        if (kind.isEmpty()) {
            return name;
        }
        return FileNames.stem(name) + '.' + PictureWriter.ending(kind);
    }

    String inFolder(String name) {
        return folder.isEmpty() ? name : folder + '/' + name;
    }

    /**
     * The picture in this style, or the same bytes where there is nothing to do or it is no picture that can be read. Where the
     * size is a power of two, both sides become powers of two.
     *
     * @throws IOException when it cannot be written as asked
     */
    public byte[] applied(String name, byte[] bytes) throws IOException {
        String was = PictureMaker.kindOf(name);
        boolean other = !kind.isEmpty() && !kind.equals(was);
        if (!other && (largest == 0 || !KINDS.contains(was) || !PictureReader.isLarger(bytes, largest))) {
            return bytes;
        }
        PictureMaker.Made made = PictureMaker.made(
                name,
                bytes,
                PictureReader.isLarger(bytes, largest) ? PictureWish.of(kind, largest) : PictureWish.of(kind, 0));
        return made == null ? bytes : made.bytes();
    }
}
