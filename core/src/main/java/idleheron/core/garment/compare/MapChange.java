package idleheron.core.garment.compare;

import static idleheron.core.Messages.say;

import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.TriangleTree;
import java.util.Objects;

/**
 * How a freedom map differs from one that was sent: point by point where both sides have as many, else at the places closest in proportion.
 *
 * @param worst difference, 0 to 1
 * @param mean difference
 * @param point at which it is worst
 * @param how what it looks like
 */
record MapChange(double worst, double mean, int point, How how) {
    enum How {
        SAME(say("core.garment.compare.MapChange.the-same")),
        ROUNDED("rounded"),
        INVERTED(say("core.garment.compare.MapChange.turned-round-what-was-held-is")),
        CLAMPED(say("core.garment.compare.MapChange.cut-off-at-both-ends")),
        OTHER("another");

        private final String word;

        How(String word) {
            this.word = word;
        }

        String word() {
            return word;
        }
    }

    /** A difference that eight bits make. */
    static final double ROUND = 1 / 255.0 + 1e-6;

    private static final double SAME = 1e-5;
    private static final double NARROW = 0.05;

    static MapChange of(GarmentSide a, GarmentSide b) {
        double[] before = Objects.requireNonNull(a.map()).values();
        double[] after = at(a, b);
        double worst = 0;
        double sum = 0;
        double inverted = 0;
        int point = -1;
        int n = 0;
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < before.length; i++) {
            double d = Math.abs(before[i] - after[i]);
            if (!(d >= 0)) {
                d = Double.isNaN(before[i]) == Double.isNaN(after[i]) ? 0 : 1;
            }
            if (d > worst) {
                worst = d;
                point = i;
            }
            inverted = Math.max(inverted, Math.abs(1 - before[i] - after[i]));
            low = Math.min(low, after[i]);
            high = Math.max(high, after[i]);
            sum += d;
            n++;
        }
        How how = How.OTHER;
        if (worst <= SAME) {
            how = How.SAME;
        } else if (worst <= ROUND) {
            how = How.ROUNDED;
        } else if (inverted <= ROUND) {
            how = How.INVERTED;
        } else if (high - low > NARROW && isClamped(before, after, low, high)) {
            how = How.CLAMPED;
        }
        return new MapChange(worst, n == 0 ? 0 : sum / n, point, how);
    }

    private static boolean isClamped(double[] before, double[] after, double low, double high) {
        for (int i = 0; i < before.length; i++) {
            if (!(Math.abs(Math.clamp(before[i], low, high) - after[i]) <= ROUND)) {
                return false;
            }
        }
        return true;
    }

    /** A coordinate by where it lies in one box, in another: so that a garment of another size or place is held against the right points. */
    private static double in(double v, double[] from, double[] to, int axis) {
        double wide = from[3 + axis] - from[axis];
        return to[axis] + (wide > 0 ? (v - from[axis]) / wide : 0) * (to[3 + axis] - to[axis]);
    }

    /** Values of the returned side at the points of the sent one. */
    private static double[] at(GarmentSide a, GarmentSide b) {
        double[] v = Objects.requireNonNull(b.map()).values();
        FreedomMap sent = Objects.requireNonNull(a.map());
        if (v.length == sent.values().length) {
            return v;
        }
        double[] joined = b.map().joined(b.cloth().weld());
        TriangleTree tree = TriangleTree.of(b.cloth().joined());
        int[] t = b.cloth().joined().triangles();
        double[] p = a.cloth().surface().points();
        double[] from = a.cloth().surface().box();
        double[] to = b.cloth().surface().box();
        double[] out = new double[sent.values().length];
        Foot f = new Foot();
        for (int i = 0; i < out.length; i++) {
            tree.closest(
                    in(p[3 * i], from, to, 0),
                    in(p[3 * i + 1], from, to, 1),
                    in(p[3 * i + 2], from, to, 2),
                    Double.POSITIVE_INFINITY,
                    f);
            out[i] = f.triangle < 0
                    ? Double.NaN
                    : f.u * joined[t[3 * f.triangle]]
                            + f.v * joined[t[3 * f.triangle + 1]]
                            + f.w * joined[t[3 * f.triangle + 2]];
        }
        return out;
    }
}
