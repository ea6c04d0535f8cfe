package idleheron.core.time;

import static idleheron.core.Messages.say;

/** The times at which a span is sampled. */
public final class SampleTimes {
    /** More frames than this in one clip is refused: no clip is 30 hours long at 24 frames a second. */
    public static final int MOST = 2_600_000;

    private SampleTimes() {}

    /** Every whole frame of {@code rate} from start to end, both included, and the two ends when they fall between frames. */
    public static double[] frames(double startSeconds, double endSeconds, FrameRate rate) {
        double first = rate.frame(startSeconds);
        double last = rate.frame(endSeconds);
        if (!(last > first)) {
            return new double[] {startSeconds};
        }
        double from = Math.ceil(first);
        double to = Math.floor(last);
        long count = (long) (to - from) + 1;
        boolean before = from > first;
        boolean after = to < last;
        long all = Math.max(0, count) + (before ? 1 : 0) + (after ? 1 : 0);
        if (all > MOST) {
            throw new IllegalArgumentException(say("core.time.SampleTimes.a-clip-of-frames-is-more", all, MOST));
        }
        double[] out = new double[(int) all];
        int at = 0;
        if (before) {
            out[at++] = startSeconds;
        }
        for (long f = 0; f < count; f++) {
            out[at++] = rate.seconds(from + f);
        }
        if (after) {
            out[at] = endSeconds;
        }
        return out;
    }
}
