package idleheron.formats.spi;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** How a carrier keeps one asset in several numbered files. */
public interface Several {
    /** Whether a path stands for several files: a name with a # for each digit, or a folder of them. */
    boolean matches(Path path);

    /** What stands for all the files that one of them belongs to; the file itself where it stands alone. */
    Path around(Path file);

    /**
     * The first of them.
     *
     * @throws FormatException when there is none
     */
    Path first(Path path) throws IOException;

    /** All of them, in their order. */
    List<Path> files(Path path) throws IOException;

    /**
     * All of them as one scene.
     *
     * @throws FormatException when there is none
     */
    Scene read(Path path, Progress progress) throws IOException;

    /** How large all of them are together, bytes. */
    long bytes(Path path, Scene scene) throws IOException;
}
