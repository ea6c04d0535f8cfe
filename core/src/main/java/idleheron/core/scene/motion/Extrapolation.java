package idleheron.core.scene.motion;

/**
 * How a curve goes on beyond its first or last key.
 *
 * @param count how often it repeats, -1 for without end; of no account for the kinds that do not repeat
 */
public record Extrapolation(Kind kind, int count) {
    /** The ways of going on. */
    public enum Kind {
        /** Keeps the value of the key. */
        HOLD,
        /** Goes on straight with the slope of the key. */
        SLOPE,
        /** Starts over. */
        REPEAT,
        /** Starts over from where it ended. */
        REPEAT_ON,
        /** Runs back and forth. */
        MIRROR
    }

    public static final Extrapolation HOLD = new Extrapolation(Kind.HOLD, 0);

    /** Whether it stays at its last value. */
    public boolean isHold() {
        return kind == Kind.HOLD;
    }

    /** The value of a curve at a time after its last key. */
    double after(Curve c, double time) {
        int n = c.keys();
        double last = c.values()[n - 1];
        if (kind == Kind.SLOPE) {
            return last + c.slopeInto(n - 1) * (time - c.end());
        }
        return beyond(c, c.end(), time - c.end(), last, c.values()[0], last - c.values()[0]);
    }

    /** The value of a curve at a time before its first key. */
    double before(Curve c, double time) {
        double first = c.values()[0];
        if (kind == Kind.SLOPE) {
            return first - c.slopeOutOf(0) * (c.start() - time);
        }
        double last = c.values()[c.keys() - 1];
        return beyond(c, c.start(), time - c.start(), first, last, first - last);
    }

    /** {@code by} is how far beyond the edge; {@code near} the value there, {@code far} that at the other end. */
    private double beyond(Curve c, double edge, double by, double near, double far, double gain) {
        double period = c.end() - c.start();
        if (kind == Kind.HOLD || !(period > 0) || !Double.isFinite(by)) {
            return near;
        }
        double turns = Math.floor(Math.abs(by) / period);
        double rest = Math.abs(by) - turns * period;
        if (count >= 0 && turns >= count) {
            boolean back = kind == Kind.MIRROR && count % 2 == 1;
            return (back ? far : near) + (kind == Kind.REPEAT_ON ? count * gain : 0);
        }
        boolean forth = kind == Kind.MIRROR && turns % 2 == 0;
        double sign = Math.signum(by);
        double inside = forth ? edge - sign * rest : edge - sign * (period - rest);
        return c.within(inside) + (kind == Kind.REPEAT_ON ? (turns + 1) * gain : 0);
    }
}
