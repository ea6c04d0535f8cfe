package idleheron.desktop.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import org.jspecify.annotations.Nullable;

/** Whether a file was written anew since it was seen last. One that is still growing is left until it rests. */
final class FileWatch {
    private @Nullable Seen watched;
    private @Nullable Seen pending;

    /** A file as it lay there at some moment. */
    private record Seen(Path file, long bytes, FileTime written) {
        static @Nullable Seen of(Path file) {
            try {
                return new Seen(file, Files.size(file), Files.getLastModifiedTime(file));
            } catch (IOException e) {
                return null;
            }
        }
    }

    /**
     * Looks again.
     *
     * @param file null for none; another one than the last time is only looked at
     */
    boolean isNew(@Nullable Path file) {
        if (file == null) {
            watched = null;
            return false;
        }
        Seen now = Seen.of(file);
        Seen before = watched;
        if (before == null || !before.file().equals(file)) {
            watched = now;
            pending = null;
        } else if (now != null && !now.equals(before)) {
            if (now.equals(pending)) {
                watched = now;
                pending = null;
                return true;
            }
            pending = now;
        }
        return false;
    }
}
