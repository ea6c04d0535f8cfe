package idleheron.core.time;

import static idleheron.core.Messages.say;

/**
 * Frames per second as an exact fraction, so that 24000/1001 stays itself.
 *
 * @param numerator positive
 * @param denominator positive
 */
public record FrameRate(long numerator, long denominator) {
    public static final FrameRate FILM = new FrameRate(24, 1);

    /** A time within this many frames of a whole frame lies on it. */
    public static final double ON_FRAME = 1e-5;

    public FrameRate {
        if (numerator <= 0 || denominator <= 0) {
            throw new IllegalArgumentException(
                    say("core.time.FrameRate.frame-rate-is-not-positive", numerator, denominator));
        }
        long g = gcd(numerator, denominator);
        numerator /= g;
        denominator /= g;
    }

    /** So many frames in every second. */
    public static FrameRate of(long perSecond) {
        return new FrameRate(perSecond, 1);
    }

    /** The fraction that a rounded figure stands for: 23.976 is 24000/1001, 29.97 is 30000/1001. */
    public static FrameRate nearest(double perSecond) {
        if (!(perSecond > 0) || perSecond > 1e9) {
            throw new IllegalArgumentException(say("core.time.FrameRate.frame-rate-is-not-usable", perSecond));
        }
        double whole = Math.rint(perSecond);
        if (whole >= 1 && Math.abs(perSecond - whole) < 1e-6) {
            return of((long) whole);
        }
        double pulled = Math.rint(perSecond * 1.001);
        if (pulled >= 1 && Math.abs(perSecond - pulled / 1.001) < 1e-3) {
            return new FrameRate(((long) pulled) * 1000, 1001);
        }
        return new FrameRate(Math.max(1, Math.round(perSecond * 1000)), 1000);
    }

    /** Frames a second. */
    public double perSecond() {
        return (double) numerator / denominator;
    }

    /** Seconds as frames. */
    public double frame(double seconds) {
        double f = seconds * numerator / denominator;
        double whole = Math.rint(f);
        return Math.abs(f - whole) < ON_FRAME ? whole : f;
    }

    /** Frames as seconds. */
    public double seconds(double frame) {
        return frame * denominator / numerator;
    }

    /** "24", "23.976" or "29.97". */
    public String label() {
        if (denominator == 1) {
            return Long.toString(numerator);
        }
        String s = String.format(java.util.Locale.ROOT, "%.3f", perSecond());
        return s.endsWith("0") ? s.substring(0, s.length() - 1) : s;
    }

    private static long gcd(long a, long b) {
        return b == 0 ? a : gcd(b, a % b);
    }
}
