package idleheron.formats.disk;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Which files some work reads on its thread: the one it was asked for, and all that this one leads to. */
public final class FileReads {
    private static final ThreadLocal<List<Set<Path>>> LISTENING = ThreadLocal.withInitial(ArrayList::new);

    private FileReads() {}

    /** Work that reads files. */
    public interface Work<T> {
        T run() throws IOException;
    }

    /**
     * Runs work and keeps what it reads.
     *
     * @param into takes absolute paths as they are read, each once where it is a set in order; drafts are left out
     */
    public static <T> T listening(Set<Path> into, Work<T> work) throws IOException {
        List<Set<Path>> all = LISTENING.get();
        all.add(into);
        try {
            return work.run();
        } finally {
            all.removeLast();
        }
    }

    /** Says that a file is read. */
    public static void note(Path file) {
        List<Set<Path>> all = LISTENING.get();
        if (!all.isEmpty() && !Leftovers.isDraft(file)) {
            Path at = file.toAbsolutePath().normalize();
            all.forEach(s -> s.add(at));
        }
    }
}
