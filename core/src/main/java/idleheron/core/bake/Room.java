package idleheron.core.bake;

import static idleheron.core.Messages.say;

import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Room for what is baked: memory where it is small, a file that is gone when it is let go where it is large. */
public final class Room {
    private static final long SMALL = 64L << 20;

    private Room() {}

    /**
     * @throws IOException when the file cannot be made, or its disk has not so much left
     */
    public static MemorySegment of(long bytes) throws IOException {
        if (bytes <= SMALL) {
            return Arena.ofAuto().allocate(Math.max(1, bytes));
        }
        Path file = Files.createTempFile("heron-bake", ".points");
        long free = Files.getFileStore(file).getUsableSpace();
        if (bytes > free) {
            Files.delete(file);
            throw new IOException(say(
                    "core.bake.Room.the-points-of-this-bake-take",
                    bytes / (1 << 20),
                    file.getParent(),
                    free / (1 << 20)));
        }
        try (FileChannel c = FileChannel.open(
                file, StandardOpenOption.READ, StandardOpenOption.WRITE, StandardOpenOption.DELETE_ON_CLOSE)) {
            return c.map(FileChannel.MapMode.READ_WRITE, 0, bytes, Arena.ofAuto());
        }
    }
}
