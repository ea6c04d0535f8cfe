package idleheron.core.avatar.role;

/** How well a figure suits a span, as a factor: 1 inside of it, falling with the ratio outside. */
final class Fit {
    private static final double WIDTH = 0.3;
    private static final double LEAST = 0.01;

    private Fit() {}

    /** 1 from {@code low} to {@code high}, and e^-(x²) outside, x the logarithm of the ratio to the nearer end over 0.3. */
    static double span(double value, double low, double high) {
        if (!(value > 0)) {
            return LEAST;
        }
        double off = value < low ? Math.log(low / value) : value > high ? Math.log(value / high) : 0;
        return Math.max(LEAST, Math.exp(-off * off / (WIDTH * WIDTH)));
    }

    /** 1 at a value, and e^-(x²/2) beside it, x the logarithm of the ratio over {@code width}. */
    static double near(double value, double best, double width) {
        if (!(value > 0)) {
            return LEAST;
        }
        double off = Math.log(value / best) / width;
        return Math.max(LEAST, Math.exp(-off * off / 2));
    }

    /** More for names that agree, less for those that contradict: 1.35 and 0.74 each. */
    static double named(int agreement) {
        return Math.exp(0.3 * agreement);
    }

    /** How sure the best of several is, by the next: 0 where they are equal, near 1 where it is far behind. */
    static double margin(double best, double next) {
        return best > 0 ? Math.max(0, 1 - next / best) : 0;
    }
}
