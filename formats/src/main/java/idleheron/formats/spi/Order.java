package idleheron.formats.spi;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.disk.Drafts;
import idleheron.formats.pictures.PictureFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** One delivery under way: what is to be written, where, and what a carrier needs to write its own files. */
public interface Order {
    Delivery delivery();

    Scene scene();

    Path target();

    String variant();

    PictureFiles.Travelling pictures();

    Drafts drafts();

    Progress progress();

    /**
     * Writes a draft and reads it back; the order puts it in place.
     *
     * @throws IOException when the target may not be written, the draft cannot be, or does not read back
     */
    SceneFormat.ReadScene draft(Scene scene, Path target, SceneFormat format, String variant, Progress progress)
            throws IOException;

    /** Reads a file, of whatever carrier. */
    SceneFormat.ReadScene read(Path file, Progress progress) throws IOException;

    /**
     * The usual way, for carriers that write all they hold into one stream: one file, or one for each clip beside one without
     * clips.
     */
    List<Delivery.Part> inFiles(SceneFormat format) throws IOException;
}
