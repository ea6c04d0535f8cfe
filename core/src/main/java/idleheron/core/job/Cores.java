package idleheron.core.job;

import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;

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

    /** Runs {@code work} over 0 to {@code items} in about {@code count()} pieces; small jobs stay on this thread. */
    public static void split(int items, int smallest, Span work) {
        int pieces = Math.clamp(items / Math.max(1, smallest), 1, count());
        if (pieces == 1) {
            work.run(0, items);
            return;
        }
        IntStream.range(0, pieces)
                .parallel()
                .forEach(p -> work.run((int) ((long) items * p / pieces), (int) ((long) items * (p + 1) / pieces)));
    }

    /** Runs {@code work} for 0 to {@code items}, in that order, each on whichever core is free next. */
    public static void each(int items, IntConsumer work) {
        int workers = Math.min(items, count());
        if (workers < 2) {
            for (int i = 0; i < items; i++) {
                work.accept(i);
            }
            return;
        }
        AtomicInteger next = new AtomicInteger();
        IntStream.range(0, workers).parallel().forEach(w -> {
            for (int i = next.getAndIncrement(); i < items; i = next.getAndIncrement()) {
                work.accept(i);
            }
        });
    }
}
