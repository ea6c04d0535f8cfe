package idleheron.desktop.model;

import idleheron.core.job.Progress;
import idleheron.formats.disk.FileBytes;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.PriorityBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Long work, one piece at a time, away from the window's thread. Work of the same kind that is asked for again takes the
 * place of the older one, whether that runs or waits; a cancel stops the piece that runs, of which the window tells. What can
 * be done later gives way to all else, and begins again after it.
 */
public final class Jobs {
    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);

    private final ExecutorService worker =
            new ThreadPoolExecutor(1, 1, 0, TimeUnit.SECONDS, new PriorityBlockingQueue<>(), r -> {
                Thread t = new Thread(r, "bench work");
                t.setDaemon(true);
                return t;
            });
    private volatile @Nullable CountDownLatch held;
    private long asked;
    private volatile @Nullable Job running;
    private final BooleanProperty busy = new SimpleBooleanProperty();
    private final DoubleProperty done = new SimpleDoubleProperty();
    private final StringProperty what = new SimpleStringProperty("");
    private final Consumer<Throwable> failed;
    /** Those that are not over, the one that runs first; of the window's thread alone. */
    private final List<Job> open = new ArrayList<>();

    /** Work that gives a value. */
    public interface Work<T> {
        T run(Progress progress) throws Exception;
    }

    private static final class Job {
        final String kind;
        final boolean later;
        volatile boolean stopped;

        /** Whether it was stopped only to give way, and begins again. */
        volatile boolean givesWay;

        /** What is done where it ends without a value and nothing takes its place. */
        Runnable left;

        Job(String kind, boolean later, Runnable left) {
            this.kind = kind;
            this.later = later;
            this.left = left;
        }

        void replace() {
            stop();
            left = () -> {};
        }

        void stop() {
            stopped = true;
            givesWay = false;
        }
    }

    /** A place in the queue: what can be done later stands behind all else, in the order in which it was asked for. */
    private record Turn(boolean later, long number, Runnable work) implements Comparable<Turn>, Runnable {
        @Override
        public int compareTo(Turn o) {
            return later == o.later ? Long.compare(number, o.number) : Boolean.compare(later, o.later);
        }

        @Override
        public void run() {
            work.run();
        }
    }

    public Jobs(Consumer<Throwable> failed) {
        this.failed = failed;
    }

    /** Holds all work back until {@link #begin}, so that what lays the window out has the machine for itself. */
    public void hold() {
        held = new CountDownLatch(1);
    }

    /** Begins what was held back. */
    public void begin() {
        CountDownLatch h = held;
        if (h != null) {
            h.countDown();
        }
    }

    private static void wait(@Nullable CountDownLatch until) {
        try {
            if (until != null) {
                until.await();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Runs {@code work} and gives its value to {@code then} on the window's thread, unless it was stopped. */
    public <T> void run(String kind, Work<T> work, Consumer<T> then) {
        run(kind, work, then, () -> {});
    }

    /**
     * The same.
     *
     * @param left run on the window's thread where somebody stops it or it fails, not where the same is asked for again
     */
    public <T> void run(String kind, Work<T> work, Consumer<T> then, Runnable left) {
        Job now = running;
        if (now != null && now.later && !now.stopped) {
            now.givesWay = true;
            now.stopped = true;
        }
        start(new Job(kind, false, left), work, then);
    }

    /** The same, when nothing else is to be done. */
    public <T> void later(String kind, Work<T> work, Consumer<T> then) {
        start(new Job(kind, true, () -> {}), work, then);
    }

    private <T> void start(Job job, Work<T> work, Consumer<T> then) {
        if (worker.isShutdown()) {
            return;
        }
        String kind = job.kind;
        open.stream().filter(j -> j.kind.equals(kind)).forEach(Job::replace);
        open.add(job);
        busy.set(true);
        queue(job, work, then);
    }

    private <T> void queue(Job job, Work<T> work, Consumer<T> then) {
        String kind = job.kind;
        worker.execute(new Turn(job.later, asked++, () -> {
            wait(held);
            running = job;
            long[] told = {0};
            Progress progress = (share, text) -> {
                if (job.stopped) {
                    throw new CancellationException(kind);
                }
                long now = System.nanoTime();
                if (now - told[0] > 40_000_000) {
                    told[0] = now;
                    Platform.runLater(() -> {
                        done.set(share);
                        what.set(text);
                    });
                }
            };
            try {
                progress.at(0, kind);
                T value = work.run(progress);
                FileBytes.settled();
                Platform.runLater(() -> {
                    ended(job);
                    if (!job.stopped || job.givesWay) {
                        then.accept(value);
                    } else {
                        job.left.run();
                    }
                });
            } catch (CancellationException e) {
                LOG.debug("stopped: {}", kind);
                Platform.runLater(() -> {
                    if (job.givesWay && !worker.isShutdown()) {
                        job.givesWay = false;
                        job.stopped = false;
                        queue(job, work, then);
                    } else {
                        ended(job);
                        job.left.run();
                    }
                });
            } catch (Throwable e) { // an error too must not leave the window busy for ever
                Throwable reason = FileBytes.reason(e);
                LOG.warn("{} failed: {}", kind, reason.toString());
                LOG.debug("details", reason);
                Platform.runLater(() -> {
                    ended(job);
                    job.left.run();
                    failed.accept(reason);
                });
            } finally {
                running = null;
            }
        }));
    }

    private void ended(Job job) {
        open.remove(job);
        if (open.isEmpty()) {
            busy.set(false);
        }
    }

    /** Stops what runs now; what waits behind it goes on. */
    public void cancel() {
        Job now = running;
        if (now != null) {
            now.stop();
        } else if (!open.isEmpty()) {
            open.getFirst().stop();
        }
    }

    /** Stops all work, and takes no more. */
    public void close() {
        open.forEach(Job::stop);
        begin();
        worker.shutdown();
    }

    /** Whether anything runs. */
    public ReadOnlyBooleanProperty busy() {
        return busy;
    }

    /** How far what runs has come, 0 to 1. */
    public DoubleProperty done() {
        return done;
    }

    public StringProperty what() {
        return what;
    }
}
