package idleheron.formats.disk;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
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
     * @param into takes absolute paths, each once, in the order they were read; drafts are left out
     */
    public static <T> T listening(Set<Path> into, Work<T> work) throws IOException {
        List<Set<Path>> all = LISTENING.get();
        Set<Path> own = new LinkedHashSet<>();
        all.add(own);
        try {
            return work.run();
        } finally {
            all.removeLast();
            into.addAll(own);
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
