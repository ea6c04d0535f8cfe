package idleheron.formats;

import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Comparator;
import java.util.stream.Stream;

/** Drafts that take the place of files, files that stay mapped, folders that go again. */
public final class WorkFiles {
    private WorkFiles() {}

    /** Puts a draft in its target's place, in one step where the disk can. */
    public static void replace(Path draft, Path target) throws IOException {
        try {
            Files.move(draft, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (AtomicMoveNotSupportedException e) {
            Files.move(draft, target, StandardCopyOption.REPLACE_EXISTING);
        }
    }

    /** A whole file, mapped for as long as something of it is used. */
    public static MemorySegment mapped(Path file) throws IOException {
        try (FileChannel c = FileChannel.open(file)) {
            return c.map(FileChannel.MapMode.READ_ONLY, 0, c.size(), Arena.ofAuto());
        }
    }

    /**
     * Bytes that last as long as they are used: mapped once more where they are a file's.
     *
     * @throws FormatException when the file cannot be opened any more
     */
    public static MemorySegment kept(Path file, MemorySegment bytes) throws FormatException {
        if (!bytes.isMapped()) {
            return bytes;
        }
        try {
            return mapped(file);
        } catch (IOException e) {
            throw FormatException.in(String.valueOf(file.getFileName()), "a file", String.valueOf(e.getMessage()), e);
        }
    }

    /** Deletes a folder with all that is in it. */
    public static void delete(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path p : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(p);
            }
        }
    }
}
