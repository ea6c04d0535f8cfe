package idleheron.desktop.model;

import idleheron.app.OpenJob;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/** The file that is named on start, read while the toolkit makes the window ready. */
public final class HeadStart {
    /** A larger file is read where its progress is seen and it can be stopped. */
    static final long MOST_BYTES = 20_000_000;

    private static final AtomicReference<@Nullable HeadStart> BEGUN = new AtomicReference<>();

    /** How often one who waits is told, milliseconds. */
    private static final int PATIENCE = 50;

    private final Path file;
    private final FutureTask<Asset> reading;
    private volatile double share;
    private volatile String what = "";
    private volatile boolean stopped;

    private HeadStart(Path file, Jobs.Work<Asset> work) {
        this.file = file;
        reading = new FutureTask<>(() -> work.run(this::at));
    }

    private void at(double done, String told) {
        if (stopped) {
            throw new CancellationException(told);
        }
        share = done;
        what = told;
    }

    /**
     * Reads a file on this thread, for whoever opens it first.
     *
     * @return what was read; null where it is no small file of a known carrier that stands alone, or cannot be read
     */
    public static @Nullable Asset on(Path file) {
        try {
            if (!Files.isRegularFile(file)
                    || Files.size(file) > MOST_BYTES
                    || SceneFiles.byName(file) == null
                    || !SceneFiles.around(file).equals(file)) {
                return null;
            }
        } catch (IOException e) {
            return null; // opening it tells
        }
        return on(file, p -> OpenJob.of(file).run(p));
    }

    static @Nullable Asset on(Path file, Jobs.Work<Asset> work) {
        HeadStart now = new HeadStart(file, work);
        BEGUN.set(now);
        now.reading.run();
        return now.read(Progress.NONE);
    }

    /** What is read in the end; null where it cannot be. Whoever waits sees how far it is, and may stop it. */
    private @Nullable Asset read(Progress progress) {
        while (true) {
            try {
                return reading.get(PATIENCE, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                report(progress);
            } catch (ExecutionException e) {
                return null; // opening it fails alike, and tells why
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return null;
            }
        }
    }

    private void report(Progress progress) {
        try {
            progress.at(share, what);
        } catch (CancellationException e) {
            stopped = true;
            throw e;
        }
    }

    /** What was read of a file, once; null where it was not begun, still goes on or failed. */
    static @Nullable Asset done(Path file) {
        HeadStart begun = BEGUN.get();
        return begun != null && begun.reading.isDone() ? take(file, Progress.NONE) : null;
    }

    /**
     * What is read of a file, once; a reading that goes on is waited for.
     *
     * @return null where it was not begun, or failed
     * @throws CancellationException when the progress stops it
     */
    static @Nullable Asset take(Path file, Progress progress) {
        HeadStart begun = BEGUN.get();
        if (begun == null || !begun.file.equals(file)) {
            return null;
        }
        BEGUN.compareAndSet(begun, null);
        return begun.read(progress);
    }
}
