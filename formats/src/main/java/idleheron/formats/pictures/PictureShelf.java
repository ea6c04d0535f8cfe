package idleheron.formats.pictures;

import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureHome;
import idleheron.core.picture.Shelf;
import idleheron.core.picture.Texels;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.io.IOException;
import java.lang.ref.WeakReference;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executor;
import org.jspecify.annotations.Nullable;

/**
 * Pictures that are looked at, each read once, however many scenes have it: by its file and when that changed, or by its bytes
 * where a file carries it. Those that were not asked for the longest go when all take too much, but for those that somebody still
 * draws. Each of a scene is read as small as half of what all may take allows it, so that one scene is never read in circles.
 */
public final class PictureShelf implements Shelf {
    /** Larger files are not opened for a look. */
    private static final long LARGEST = 256L << 20;

    /** A copy with all its smaller ones takes so many bytes a texel. */
    private static final double BYTES = 16 / 3.0;

    private static final int SMALLEST = 64;

    private final Map<Key, Texels> known = new LinkedHashMap<>(16, 0.75f, true);
    /** All that was read and is still drawn, those that went among them. */
    private final Map<Key, WeakReference<Texels>> drawn = new HashMap<>();

    private final Executor reads;
    private final Runnable arrived;
    private final long most;
    private long version;

    /** What tells one picture from another: its file and when it changed, or its bytes; and what is done to it. */
    private record Key(
            @Nullable Path file,
            long changed,
            long size,
            int content,
            boolean asNumbers,
            int longest,
            List<PictureEdit.Change> edits) {}

    /**
     * @param reads where pictures are read
     * @param arrived is run there each time one has been
     * @param most bytes that all may take
     */
    public PictureShelf(Executor reads, Runnable arrived, long most) {
        this.reads = reads;
        this.arrived = arrived;
        this.most = most;
    }

    /** One that waits for every picture. */
    public static PictureShelf waiting() {
        return new PictureShelf(Runnable::run, () -> {}, Runtime.getRuntime().maxMemory() / 8);
    }

    /** The longest side at which so many square pictures take half of what all may. */
    private int longest(int pictures) {
        double side = Math.sqrt(most / 2.0 / Math.max(1, pictures) / BYTES);
        return Math.clamp(Integer.highestOneBit((int) side), SMALLEST, PictureReader.LONGEST_SEEN);
    }

    @Override
    public synchronized long version() {
        return version;
    }

    /** The same pictures for one that waits for each. */
    public Shelf atOnce() {
        return (scene, texture, asNumbers) -> of(scene, texture, asNumbers, Runnable::run);
    }

    @Override
    public Texels of(Scene scene, int texture, boolean asNumbers) {
        return of(scene, texture, asNumbers, reads);
    }

    private Texels of(Scene scene, int texture, boolean asNumbers, Executor by) {
        Texture t = scene.textures().get(texture);
        byte[] content = t.content();
        Path file = content == null ? file(scene, t) : null;
        if (content == null && file == null) {
            return Texels.MISSING;
        }
        List<PictureEdit.Change> edits = PictureEdit.of(scene, t.fileName());
        int longest = longest(scene.textures().size());
        Key key;
        try {
            key = file == null
                    ? new Key(
                            null,
                            0,
                            content == null ? 0 : content.length,
                            System.identityHashCode(content),
                            asNumbers,
                            longest,
                            edits)
                    : new Key(
                            file,
                            Files.getLastModifiedTime(file).toMillis(),
                            Files.size(file),
                            0,
                            asNumbers,
                            longest,
                            edits);
        } catch (IOException e) {
            return Texels.MISSING;
        }
        synchronized (this) {
            Texels had = known.get(key);
            WeakReference<Texels> once = had == null ? drawn.get(key) : null;
            had = once == null ? had : once.get();
            boolean waits = by != reads;
            if (had != null && !(waits && had == Texels.COMING)) {
                known.put(key, had);
                return had;
            }
            known.put(key, Texels.COMING);
        }
        by.execute(() -> take(key, content));
        synchronized (this) {
            return known.getOrDefault(key, Texels.COMING);
        }
    }

    private void take(Key key, byte @Nullable [] content) {
        Texels read = null;
        try {
            byte[] bytes =
                    content != null || key.file == null || key.size > LARGEST ? content : Files.readAllBytes(key.file);
            read = bytes == null ? null : PictureReader.texels(bytes, key.asNumbers, key.longest, key.edits);
        } catch (IOException | RuntimeException | OutOfMemoryError e) {
            // as good as not there
        }
        synchronized (this) {
            known.put(key, read == null ? Texels.MISSING : read);
            drawn.values().removeIf(r -> r.get() == null);
            if (read != null) {
                drawn.put(key, new WeakReference<>(read));
            }
            Iterator<Map.Entry<Key, Texels>> oldest = known.entrySet().iterator();
            long all = known.values().stream().mapToLong(Texels::bytes).sum();
            while (all > most && oldest.hasNext()) {
                Map.Entry<Key, Texels> e = oldest.next();
                if (!e.getKey().equals(key) && e.getValue() != Texels.COMING) {
                    all -= e.getValue().bytes();
                    oldest.remove();
                }
            }
            version++;
        }
        arrived.run();
    }

    private static @Nullable Path file(Scene scene, Texture t) {
        for (PictureHome home : scene.parts().of(PictureHome.KEY)) {
            Path file = PictureFiles.find(home.folder(), t.relative(), t.path());
            if (file != null) {
                return file;
            }
        }
        return null;
    }
}
