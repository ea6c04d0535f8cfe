package idleheron.desktop.view3d;

import idleheron.core.picture.Shelf;
import idleheron.formats.pictures.PictureShelf;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** The pictures of all views, read on a thread of their own; views are told when one has come. */
public final class ViewPictures {
    /** More bytes than these are not kept for a look. */
    private static final long MOST = 512L << 20;

    /** A view that nobody closed and nobody shows any more is forgotten. */
    private static final Set<Viewport> WAITING = Collections.newSetFromMap(new WeakHashMap<>());

    private static final ExecutorService READS = Executors.newSingleThreadExecutor(r -> {
        Thread t = new Thread(r, "reading pictures");
        t.setDaemon(true);
        return t;
    });

    private static final PictureShelf ALL = new PictureShelf(
            READS,
            () -> waiting().forEach(Viewport::arrived),
            Math.min(MOST, Runtime.getRuntime().maxMemory() / 8));

    private ViewPictures() {}

    public static Shelf shelf() {
        return ALL;
    }

    /** The same pictures, for one that waits for each: not on the window's thread. */
    public static Shelf atOnce() {
        return ALL.atOnce();
    }

    /** Tells a view each time a picture has come. */
    static void tell(Viewport view) {
        synchronized (WAITING) {
            WAITING.add(view);
        }
    }

    static void forget(Viewport view) {
        synchronized (WAITING) {
            WAITING.remove(view);
        }
    }

    private static List<Viewport> waiting() {
        synchronized (WAITING) {
            return List.copyOf(WAITING);
        }
    }
}
