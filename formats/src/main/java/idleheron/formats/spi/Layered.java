package idleheron.formats.spi;

import idleheron.core.job.Progress;
import idleheron.formats.pictures.PictureStyle;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Carriers whose files are put together from layers: how they are looked through, and made into one file. */
public interface Layered {
    /** @throws IOException when the file is not of this carrier or cannot be read */
    LayeredFile look(Path file, Progress progress) throws IOException;

    /**
     * One file that says what all the layers say.
     *
     * @param subtree path of what is to be taken along with all that it needs, or "/" for all
     * @param style what pictures in a package become
     * @throws IOException when the target is there and may not be replaced, there is no such path, or a file cannot be read
     */
    Made flatten(Path in, String subtree, Path out, PictureStyle style, boolean overwrite) throws IOException;

    /**
     * What was written.
     *
     * @param prims in the file
     * @param files that a package holds, 1 for a layer
     * @param missing asset paths that lead nowhere
     */
    record Made(Path file, int prims, int files, List<String> missing) {
        public Made {
            missing = List.copyOf(missing);
        }
    }
}
