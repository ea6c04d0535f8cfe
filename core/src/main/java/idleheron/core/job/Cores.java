package idleheron.core.job;

import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Splits bulk work over the cores of the machine in a few large pieces. */
public final class Cores {
    private Cores() {}

    /** Work on the items from (included) to (excluded). */
    public interface Span {
        void run(int from, int to);
    }

    /** Threads that bulk work is split over. */
    public static int count() {
        return Math.max(1, ForkJoinPool.getCommonPoolParallelism() + 1);
    }

    /**
     * Runs {@code work} over 0 to {@code items} in about {@code count()} pieces; small jobs stay on this thread. What the first
     * piece that fails throws is thrown once none of them runs.
     */
    public static void split(int items, int smallest, Span work) {
        int pieces = Math.clamp(items / Math.max(1, smallest), 1, count());
        if (pieces == 1) {
            work.run(0, items);
            return;
        }
        AtomicReference<@Nullable Throwable> failed = new AtomicReference<>();
        all(pieces, failed, p -> work.run((int) ((long) items * p / pieces), (int) ((long) items * (p + 1) / pieces)));
    }

    /**
     * Runs {@code work} for 0 to {@code items}, in that order, each on whichever core is free next. Once one fails no other is
     * begun; what it throws is thrown when none of them runs.
     */
    public static void each(int items, IntConsumer work) {
        int workers = Math.min(items, count());
        if (workers < 2) {
            for (int i = 0; i < items; i++) {
                work.accept(i);
            }
            return;
        }
        AtomicInteger next = new AtomicInteger();
        AtomicReference<@Nullable Throwable> failed = new AtomicReference<>();
        all(workers, failed, w -> {
            for (int i = next.getAndIncrement(); i < items && failed.get() == null; i = next.getAndIncrement()) {
                work.accept(i);
            }
        });
    }

    /** Ends when all pieces have ended, also where one fails: nothing works on behind whoever hears of it. */
    private static void all(int pieces, AtomicReference<@Nullable Throwable> failed, IntConsumer work) {
        IntStream.range(0, pieces).parallel().forEach(p -> {
            try {
                if (failed.get() == null) {
                    work.accept(p);
                }
            } catch (RuntimeException | Error e) {
                failed.compareAndSet(null, e);
            }
        });
        switch (failed.get()) {
            case RuntimeException e -> throw e;
            case Error e -> throw e;
            case null, default -> {}
        }
    }
}
