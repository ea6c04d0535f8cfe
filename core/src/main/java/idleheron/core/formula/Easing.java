package idleheron.core.formula;

import static idleheron.core.Messages.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a value goes from one key to the next: an easing function of the CSS standard, share of the time to share of the way.
 *
 * <p>Source: CSS Easing Functions Level 1, W3C: the names, the cubic Bézier curve through (0, 0) and (1, 1), and steps.
 */
public sealed interface Easing {
    /** In one straight line. */
    Easing LINEAR = new Bezier(0, 0, 1, 1);

    /** The functions that have names, in the order of the standard. */
    Map<String, Easing> NAMED = Map.of(
            "linear", LINEAR,
            "ease", new Bezier(0.25, 0.1, 0.25, 1),
            "ease-in", new Bezier(0.42, 0, 1, 1),
            "ease-out", new Bezier(0, 0, 0.58, 1),
            "ease-in-out", new Bezier(0.42, 0, 0.58, 1),
            "step-start", new Steps(1, Jump.START),
            "step-end", new Steps(1, Jump.END));

    /** What may be said, for a message. */
    String WORDS = say("core.formula.Easing.linear-ease-ease-in-ease-out");

    /**
     * The share of the way that is done.
     *
     * @param share of the time that has passed, 0 to 1
     */
    double at(double share);

    /** Reads one; null for what is none. */
    static @Nullable Easing of(String text) {
        String plain = text.strip().toLowerCase(Locale.ROOT);
        Easing named = NAMED.get(plain);
        Matcher m = Pattern.compile("(cubic-bezier|steps)\\(([^()]*)\\)").matcher(plain);
        if (named != null || !m.matches()) {
            return named;
        }
        List<String> parts = new ArrayList<>();
        for (String p : m.group(2).split(",", -1)) {
            parts.add(p.strip());
        }
        try {
            return m.group(1).equals("steps") ? steps(parts) : bezier(parts);
        } catch (NumberFormatException e) {
            return null;
        }
    }

    private static @Nullable Easing bezier(List<String> parts) {
        double[] v = parts.stream().mapToDouble(Double::parseDouble).toArray();
        boolean rises = v.length == 4 && v[0] >= 0 && v[0] <= 1 && v[2] >= 0 && v[2] <= 1;
        return rises && Double.isFinite(v[1]) && Double.isFinite(v[3]) ? new Bezier(v[0], v[1], v[2], v[3]) : null;
    }

    private static @Nullable Easing steps(List<String> parts) {
        int n = Integer.parseInt(parts.getFirst());
        Jump jump = parts.size() == 1 ? Jump.END : parts.size() == 2 ? Jump.WORDS.get(parts.get(1)) : null;
        return jump == null || n < (jump == Jump.NONE ? 2 : 1) ? null : new Steps(n, jump);
    }

    /**
     * A cubic Bézier curve from (0, 0) to (1, 1); time never runs back in it.
     *
     * @param x1 time of the first handle, 0 to 1
     * @param y1 way of the first handle
     * @param x2 time of the second handle, 0 to 1
     * @param y2 way of the second handle
     */
    record Bezier(double x1, double y1, double x2, double y2) implements Easing {
        private static final int ROUNDS = 60;

        @Override
        public double at(double share) {
            if (x1 == y1 && x2 == y2) {
                return share;
            }
            double low = 0;
            double high = 1;
            double s = share;
            for (int i = 0; i < ROUNDS; i++) {
                double off = curve(s, x1, x2) - share;
                if (Math.abs(off) < 1e-15) {
                    break;
                }
                if (off < 0) {
                    low = s;
                } else {
                    high = s;
                }
                double slope = slope(s, x1, x2);
                double next = slope > 1e-9 ? s - off / slope : Double.NaN;
                s = next > low && next < high ? next : (low + high) / 2;
            }
            return curve(s, y1, y2);
        }

        private static double curve(double s, double a, double b) {
            double r = 1 - s;
            return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
        }

        private static double slope(double s, double a, double b) {
            double r = 1 - s;
            return 3 * r * r * a + 6 * r * s * (b - a) + 3 * s * s * (1 - b);
        }
    }

    /** Where a staircase jumps. */
    enum Jump {
        START(1, 0),
        END(0, 0),
        NONE(0, -1),
        BOTH(1, 1);

        static final Map<String, Jump> WORDS = Map.of(
                "start", START, "jump-start", START, "end", END, "jump-end", END, "jump-none", NONE, "jump-both", BOTH);

        private final int first;
        private final int more;

        Jump(int first, int more) {
            this.first = first;
            this.more = more;
        }
    }

    /**
     * A staircase.
     *
     * @param count how many steps the time has
     */
    record Steps(int count, Jump jump) implements Easing {
        @Override
        public double at(double share) {
            double step = Math.floor(share * count) + jump.first;
            double most = count + jump.more;
            return Math.clamp(step, 0, most) / most;
        }
    }
}
