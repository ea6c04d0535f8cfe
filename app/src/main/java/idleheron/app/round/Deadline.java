package idleheron.app.round;

import idleheron.core.job.Progress;
import java.util.concurrent.CancellationException;

/** Stops work that takes too long, or whose round is stopped, wherever it tells how far it is. */
final class Deadline implements Progress {
    private final long end;
    private volatile boolean stopped;

    /** Work was given up because it took too long. */
    static final class Over extends CancellationException {
        private static final long serialVersionUID = 1;
    }

    Deadline(double seconds) {
        end = System.nanoTime() + (long) (Math.min(seconds, 1e9) * 1e9);
    }

    /** From now on it ends where it is asked next. */
    void stop() {
        stopped = true;
    }

    @Override
    public void at(double done, String what) {
        if (System.nanoTime() - end > 0) {
            throw new Over();
        }
        if (stopped) {
            throw new CancellationException();
        }
    }
}
