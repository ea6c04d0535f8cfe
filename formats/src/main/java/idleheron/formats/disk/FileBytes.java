package idleheron.formats.disk;

import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.lang.ref.WeakReference;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * The bytes of whole files. Up to {@link #COPIED} bytes they are copied, so that nothing that happens to the file afterwards
 * reaches them. Larger files are mapped, so that one of any size opens, and watched: {@link #settled} tells when one of them is
 * no longer the file that was opened.
 */
public final class FileBytes {
    /** Larger files are mapped. */
    public static final long COPIED = 64L << 20;

    /** Of files that are let go right after, those that are larger are mapped: often only their heads are looked at. */
    private static final long LOOKED_AT = 1L << 20;

    private static final int PIECE = 1 << 24;

    private static final List<Watched> WATCHED = new ArrayList<>();

    private FileBytes() {}

    /** What tells one state of a file from another. */
    private record Stamp(
            long size, FileTime written, @Nullable Object key) {
        static Stamp of(Path file) throws IOException {
            BasicFileAttributes a = Files.readAttributes(file, BasicFileAttributes.class);
            return new Stamp(a.size(), a.lastModifiedTime(), a.fileKey());
        }
    }

    /**
     * @param lasts what every slice of the bytes keeps alive, and the bytes as a whole do not
     */
    private record Watched(Path file, Stamp stamp, WeakReference<MemorySegment.Scope> lasts) {
        boolean isLetGo() {
            MemorySegment.Scope s = lasts.get();
            return s == null || !s.isAlive();
        }

        boolean changed() {
            try {
                return !stamp.equals(Stamp.of(file));
            } catch (IOException e) {
                return true;
            }
        }
    }

    /**
     * A whole file, for as long as something of it is used.
     *
     * @throws FileChangedException when it changes while it is copied
     */
    public static MemorySegment of(Path file) throws IOException {
        return of(file, Arena.ofAuto(), COPIED);
    }

    /** Work over the bytes of a file. */
    public interface Use<T> {
        T of(MemorySegment bytes) throws IOException;
    }

    /**
     * Works over a whole file that is let go right after.
     *
     * @throws FileChangedException when the file is no longer what it was when the work began
     */
    public static <T> T using(Path file, Use<T> use) throws IOException {
        Stamp before = Stamp.of(file);
        try (Arena arena = Arena.ofShared()) {
            T out = use.of(of(file, arena, LOOKED_AT));
            if (before.equals(Stamp.of(file))) {
                return out;
            }
        } catch (IOException | RuntimeException | InternalError e) {
            if (before.equals(Stamp.of(file))) {
                throw e;
            }
        }
        throw new FileChangedException(file);
    }

    static MemorySegment of(Path file, Arena arena, long copied) throws IOException {
        FileReads.note(file);
        try (FileChannel c = FileChannel.open(file, StandardOpenOption.READ)) {
            Stamp stamp = Stamp.of(file);
            long size = c.size();
            MemorySegment out =
                    size <= copied ? copy(c, size, arena, file) : c.map(FileChannel.MapMode.READ_ONLY, 0, size, arena);
            if (size != stamp.size || !stamp.equals(Stamp.of(file))) {
                throw new FileChangedException(file);
            }
            if (size > copied) {
                watch(new Watched(file, stamp, new WeakReference<>(out.scope())));
            }
            return out;
        }
    }

    private static MemorySegment copy(FileChannel c, long size, Arena arena, Path file) throws IOException {
        MemorySegment out = arena.allocate(size, 16);
        for (long at = 0; at < size; ) {
            ByteBuffer piece = out.asSlice(at, Math.min(PIECE, size - at)).asByteBuffer();
            int n = c.read(piece, at);
            if (n < 0) {
                throw new FileChangedException(file);
            }
            at += n;
        }
        return out;
    }

    private static void watch(Watched w) {
        synchronized (WATCHED) {
            WATCHED.removeIf(Watched::isLetGo);
            WATCHED.add(w);
        }
    }

    /**
     * Holds every mapped file that is still in use against what it was when it was opened.
     *
     * @throws FileChangedException for the first that changed; it is told once
     */
    public static void settled() throws FileChangedException {
        Watched changed = null;
        synchronized (WATCHED) {
            WATCHED.removeIf(Watched::isLetGo);
            for (Watched w : WATCHED) {
                changed = changed == null && w.changed() ? w : changed;
            }
            WATCHED.remove(changed);
        }
        if (changed != null) {
            throw new FileChangedException(changed.file);
        }
    }

    /**
     * What a failure comes from: a file that changed where there is one, else the failure itself.
     *
     * @param e thrown by work over the bytes of files
     */
    public static Throwable reason(Throwable e) {
        try {
            settled();
            return Objects.requireNonNull(e);
        } catch (FileChangedException changed) {
            changed.addSuppressed(e);
            return changed;
        }
    }
}
