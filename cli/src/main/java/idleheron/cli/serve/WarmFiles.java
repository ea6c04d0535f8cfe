package idleheron.cli.serve;

import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileReads;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.lang.ref.SoftReference;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Files that were read and stay in memory: those that were opened until they are closed, others while there is room. One that
 * changed since, or leads to one that did, is read again.
 */
public final class WarmFiles {
    /** More files than these are not remembered unless they are open. */
    private static final int MOST = 64;
    /** Of each file, and of how many letters. */
    private static final int ANSWERS = 16;

    private static final int LONGEST = 1 << 22;

    private final Map<Key, Warm> warm = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<Key, SceneFormat.ReadScene> open = new HashMap<>();

    private record Key(Path file, boolean rescue) {
        static Key of(Path file, boolean rescue) {
            return new Key(file.toAbsolutePath().normalize(), rescue);
        }
    }

    /** What tells one state of a file from another. */
    private record Stamp(long bytes, long written, @Nullable Object key) {
        static @Nullable Stamp of(Path file) {
            try {
                BasicFileAttributes a = Files.readAttributes(file, BasicFileAttributes.class);
                return new Stamp(
                        a.size(), a.lastModifiedTime().to(java.util.concurrent.TimeUnit.NANOSECONDS), a.fileKey());
            } catch (IOException e) {
                return null;
            }
        }
    }

    /**
     * @param answers to requests about it, by the request
     */
    private record Warm(
            SoftReference<SceneFormat.ReadScene> scene, Map<Path, Stamp> read, Map<String, String> answers) {
        SceneFormat.@Nullable ReadScene asItIs() {
            return read.entrySet().stream().allMatch(e -> e.getValue().equals(Stamp.of(e.getKey())))
                    ? scene.get()
                    : null;
        }
    }

    /** Reads a file, or takes it as it was read. */
    public SceneFormat.ReadScene read(Path file, Progress progress) throws IOException {
        return read(Key.of(file, false), progress);
    }

    /** As {@link #read}; of a damaged one what is whole. */
    public SceneFormat.ReadScene rescue(Path file, Progress progress) throws IOException {
        return read(Key.of(file, true), progress);
    }

    private SceneFormat.ReadScene read(Key key, Progress progress) throws IOException {
        Warm known;
        synchronized (this) {
            known = warm.get(key);
        }
        SceneFormat.ReadScene there = known == null ? null : known.asItIs();
        if (there != null) {
            return there;
        }
        Set<Path> read = new LinkedHashSet<>();
        SceneFormat.ReadScene out = FileReads.listening(
                read, () -> key.rescue ? SceneFiles.rescue(key.file, progress) : SceneFiles.read(key.file, progress));
        Map<Path, Stamp> stamps = new HashMap<>();
        for (Path f : read) {
            Stamp s = Stamp.of(f);
            if (s == null) {
                return out; // it is gone already
            }
            stamps.put(f, s);
        }
        remember(key, out, stamps);
        return out;
    }

    private synchronized void remember(Key key, SceneFormat.ReadScene scene, Map<Path, Stamp> stamps) {
        warm.put(key, new Warm(new SoftReference<>(scene), Map.copyOf(stamps), new LinkedHashMap<>()));
        open.replace(key, scene);
        while (warm.size() > MOST) {
            warm.remove(warm.keySet().iterator().next());
        }
    }

    /** What was answered to a request about a file that did not change since; or null. */
    synchronized @Nullable String answer(Path file, boolean rescue, String request) {
        Warm known = warm.get(Key.of(file, rescue));
        return known == null || known.asItIs() == null ? null : known.answers.get(request);
    }

    /** Keeps the answer to a request that depends on nothing but a file. */
    synchronized void answered(Path file, boolean rescue, String request, String answer) {
        Warm known = warm.get(Key.of(file, rescue));
        if (known != null && answer.length() <= LONGEST) {
            known.answers.put(request, answer);
            while (known.answers.size() > ANSWERS) {
                known.answers.remove(known.answers.keySet().iterator().next());
            }
        }
    }

    /** Reads a file and keeps it until it is closed. */
    public SceneFormat.ReadScene open(Path file, boolean rescue, Progress progress) throws IOException {
        SceneFormat.ReadScene out = read(Key.of(file, rescue), progress);
        synchronized (this) {
            open.put(Key.of(file, rescue), out);
        }
        return out;
    }

    /** Lets a file go; whether it was open. */
    public synchronized boolean close(Path file) {
        boolean was = false;
        for (boolean rescue : new boolean[] {false, true}) {
            was |= open.remove(Key.of(file, rescue)) != null;
            warm.remove(Key.of(file, rescue));
        }
        return was;
    }
}
