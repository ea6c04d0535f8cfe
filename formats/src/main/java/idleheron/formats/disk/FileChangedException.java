package idleheron.formats.disk;

import static idleheron.core.Messages.say;

import java.io.IOException;
import java.nio.file.Path;

/** A file that was cut or written anew while it was read, so that what was read of it belongs to no one file. */
public final class FileChangedException extends IOException {
    private static final long serialVersionUID = 1;

    public FileChangedException(Path file) {
        super(say("formats.disk.FileChangedException.the-file-changed-while-it-was", file.getFileName()));
    }
}
