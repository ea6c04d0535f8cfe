package idleheron.formats.disk;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;

/** The whole of an ordinary file with something in it. */
public final class WholeFile {
    private WholeFile() {}

    /**
     * Its bytes.
     *
     * @throws FormatException for a folder, a device, an empty file and one that is not there
     */
    public static MemorySegment of(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (file.toString().isEmpty()) {
            throw FormatException.in(
                    "\"\"", say("formats.disk.WholeFile.the-name-of-a-file"), say("formats.disk.WholeFile.nothing"));
        }
        if (Files.isDirectory(file)) {
            throw FormatException.in(
                    name, say("formats.disk.WholeFile.a-file"), say("formats.disk.WholeFile.a-folder"));
        }
        if (!Files.exists(file)) {
            throw FormatException.in(
                    name,
                    say("formats.disk.WholeFile.a-file"),
                    say("formats.disk.WholeFile.nothing-at", file.toAbsolutePath()));
        }
        if (!Files.isRegularFile(file)) {
            throw FormatException.in(
                    name,
                    say("formats.disk.WholeFile.an-ordinary-file"),
                    say("formats.disk.WholeFile.a-device-or-a-pipe"));
        }
        MemorySegment bytes = FileBytes.of(file);
        if (bytes.byteSize() == 0) {
            throw FormatException.at(
                    name, 0, say("formats.disk.WholeFile.a-scene"), say("formats.disk.WholeFile.an-empty-file"));
        }
        return bytes;
    }
}
