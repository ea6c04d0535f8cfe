package idleheron.formats;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import java.nio.file.Path;
import java.util.List;

/** One carrier: how its files are recognised, read and written. */
public interface SceneFormat {
    /** "FBX". */
    String name();

    /** Endings of file names, without the dot, the usual one first. */
    List<String> endings();

    /** What can be written, the usual one first: "binary 7.5". */
    List<String> variants();

    boolean matches(byte[] head);

    /**
     * @throws FormatException when the bytes are not what the format asks for
     */
    ReadScene read(Path file, byte[] bytes, Progress progress) throws FormatException;

    /**
     * @param variant one of {@link #variants()}
     */
    byte[] write(Scene scene, String variant, Progress progress);

    /**
     * What was read.
     *
     * @param variant "binary 7.4"
     */
    record ReadScene(Scene scene, String format, String variant, long bytes) {}
}
