package idleheron.core.avatar.role;

import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Two branches of like shape at one joint: what a figure has on both sides.
 *
 * @param at the joint that they part from
 * @param a the first joint of one
 * @param b of the other
 * @param normal from one to the other, of length 1
 */
record MirrorPair(int at, int a, int b, Vec3 normal) {
    /** Lengths of the two branches may differ by this share at most: one limb may be damaged. */
    private static final double ALIKE = 0.4;

    private static final double WIDTH = 0.1;

    private static final double APART = 0.004;

    /** All pairs of a tree, of branches with at least two joints. */
    static List<MirrorPair> all(JointTree t) {
        List<MirrorPair> out = new ArrayList<>();
        for (int i : t.all()) {
            List<Integer> c = t.children(i);
            for (int x = 0; x < c.size(); x++) {
                for (int y = x + 1; y < c.size(); y++) {
                    pair(t, i, c.get(x), c.get(y), out);
                }
            }
        }
        return out;
    }

    private static void pair(JointTree t, int at, int a, int b, List<MirrorPair> out) {
        double ra = t.reach(a) + t.length(at, a);
        double rb = t.reach(b) + t.length(at, b);
        int sa = t.size(a);
        int sb = t.size(b);
        if (sa < 2 || sb < 2 || Math.abs(ra - rb) > ALIKE * Math.max(ra, rb)) {
            return;
        }
        if (Math.abs(sa - sb) > 3 + Math.max(sa, sb) / 4) {
            return;
        }
        int[] ca = t.longest(a);
        int[] cb = t.longest(b);
        for (int k = 0; k < Math.min(ca.length, cb.length); k++) {
            Vec3 d = t.place(ca[k]).minus(t.place(cb[k]));
            if (d.length() > APART * t.extent()) {
                out.add(new MirrorPair(at, a, b, d.unit()));
                return;
            }
        }
    }

    /** How alike the two are: 1 where they are equally long. */
    double alike(JointTree t) {
        return Fit.near((t.reach(a) + t.length(at, a)) / Math.max(1e-12, t.reach(b) + t.length(at, b)), 1, WIDTH);
    }

    /** How much the pair says about where the sides are, metres. */
    double weight(JointTree t) {
        return (t.reach(a) + t.reach(b) + t.length(at, a)) * alike(t);
    }

    /** The direction on which most pairs agree, by the length of their branches; of length 1. */
    static Vec3 across(JointTree t, List<MirrorPair> pairs) {
        Vec3 best = Vec3.ZERO;
        double most = -1;
        for (MirrorPair p : pairs) {
            double sum = 0;
            for (MirrorPair q : pairs) {
                sum += q.weight(t) * Math.pow(Math.abs(p.normal.dot(q.normal)), 8);
            }
            if (sum > most) {
                most = sum;
                best = p.normal;
            }
        }
        return best;
    }
}
