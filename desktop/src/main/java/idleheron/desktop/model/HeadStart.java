package idleheron.desktop.model;

import idleheron.app.OpenJob;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/** The file that is named on start, read while the toolkit makes the window ready. */
public final class HeadStart {
    /** A larger file is read where its progress is seen and it can be stopped. */
    static final long MOST_BYTES = 20_000_000;

    private static final AtomicReference<@Nullable HeadStart> BEGUN = new AtomicReference<>();

    private final Path file;
    private final FutureTask<Asset> reading;

    private HeadStart(Path file) {
        this.file = file;
        reading = new FutureTask<>(() -> OpenJob.of(file).run(Progress.NONE));
    }

    /**
     * Reads a file on this thread, for whoever opens it first.
     *
     * @return what was read; null where it is no small file of a known carrier, or cannot be read
     */
    public static @Nullable Asset on(Path file) {
        try {
            if (!Files.isRegularFile(file) || Files.size(file) > MOST_BYTES || SceneFiles.byName(file) == null) {
                return null;
            }
        } catch (IOException e) {
            return null; // opening it tells
        }
        HeadStart now = new HeadStart(SceneFiles.around(file));
        BEGUN.set(now);
        now.reading.run();
        return now.asset();
    }

    private @Nullable Asset asset() {
        try {
            return reading.get();
        } catch (ExecutionException e) {
            return null; // opening it fails alike, and tells why
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return null;
        }
    }

    /**
     * What was read of a file, once.
     *
     * @param waits whether a reading that goes on is waited for
     * @return null where it was not begun, goes on and is not waited for, or failed
     */
    static @Nullable Asset take(Path file, boolean waits) {
        HeadStart begun = BEGUN.get();
        if (begun == null || !begun.file.equals(file) || !waits && !begun.reading.isDone()) {
            return null;
        }
        BEGUN.compareAndSet(begun, null);
        return begun.asset();
    }
}
