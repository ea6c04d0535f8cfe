package idleheron.app.round;

import java.util.concurrent.Semaphore;

/** Shares memory out between files that are done at once: one that needs half of it or more is done alone. */
final class MemoryGate {
    /** What one file takes whatever its size, and so often its size, bytes; both measured. */
    private static final long EACH = 48L << 20;

    private static final int TIMES = 14;

    /** Of what there is, in hundredths. */
    private static final int SHARE = 70;

    private final int all;
    private final Semaphore free;

    MemoryGate(long bytes) {
        this.all = Math.max(1, (int) Math.min(Integer.MAX_VALUE, bytes / 100 * SHARE >> 20));
        this.free = new Semaphore(all, true);
    }

    /** What a file takes, MB. */
    int share(long bytes) {
        long wanted = EACH + TIMES * bytes >> 20;
        return wanted * 2 >= all ? all : (int) wanted;
    }

    /** All of it. */
    int all() {
        return all;
    }

    /** Waits until so much is free, in the order in which it was asked for. */
    void take(int share) throws InterruptedException {
        free.acquire(share);
    }

    void give(int share) {
        free.release(share);
    }
}
