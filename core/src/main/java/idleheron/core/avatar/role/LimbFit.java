package idleheron.core.avatar.role;

import idleheron.core.avatar.role.RoleNames.Part;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * One reading of a branch as an arm or a leg.
 *
 * @param before the shoulder, or -1
 * @param upper first joint that swings: shoulder joint or hip joint
 * @param lower elbow or knee
 * @param end wrist or ankle
 * @param after toes, or -1
 * @param score how well it suits, above 0
 */
record LimbFit(int before, int upper, int lower, int end, int after, double score) {
    private static final int DEEPEST = 12;
    private static final double STRAIGHT = 0.06;

    /** Readings of a branch as a leg, the best first; none where it is too short. */
    static List<LimbFit> legs(JointTree t, int at, int first) {
        return best(t, at, first, false);
    }

    /** As an arm. */
    static List<LimbFit> arms(JointTree t, int at, int first) {
        return best(t, at, first, true);
    }

    private static List<LimbFit> best(JointTree t, int at, int first, boolean arm) {
        List<LimbFit> out = new ArrayList<>();
        for (int end : t.below(first)) {
            int[] path = t.path(first, end);
            if (path.length < 3 || path.length > DEEPEST) {
                continue;
            }
            for (int u = 0; u + 2 < path.length; u++) {
                for (int l = u + 1; l + 1 < path.length; l++) {
                    out.add(arm ? arm(t, at, path, u, l) : leg(t, at, path, u, l));
                }
            }
        }
        out.sort(Comparator.comparingDouble((LimbFit f) -> -f.score));
        return out;
    }

    /** Three joints of a way down, held against what a limb looks like. */
    private record Bones(JointTree t, int[] path, int u, int l) {
        int upper() {
            return path[u];
        }

        int lower() {
            return path[l];
        }

        int end() {
            return path[path.length - 1];
        }

        double first() {
            return t.length(upper(), lower());
        }

        double length() {
            return first() + t.length(lower(), end());
        }

        /**
         * How well they suit by their lengths and by how they lie.
         *
         * @param ratio usual length of the first bone for 1 of the second
         * @param spread of that
         * @param least part of the whole way that both bones take
         */
        double score(double ratio, double spread, double least) {
            double score = Fit.near(first() / t.length(lower(), end()), ratio, spread)
                    * straight(t, path, u, l)
                    * straight(t, path, l, path.length - 1);
            score *= Fit.span((length() + way(t, path, 0, u)) / t.reach(path[0]), least, 1.001);
            return score * sitting(t, path, u, l);
        }

        /** What their names speak for. */
        double named(Part of, Part then, Part last) {
            return Fit.named(RoleNames.agrees(t.name(upper()), of))
                    * Fit.named(RoleNames.agrees(t.name(lower()), then))
                    * Fit.named(RoleNames.agrees(t.name(end()), last));
        }
    }

    private static LimbFit leg(JointTree t, int at, int[] path, int u, int l) {
        Bones b = new Bones(t, path, u, l);
        double score = b.score(1.0, 0.25, 0.72);
        if (u > 0) {
            // a joint before the hip joint: short, beside it
            score *= 0.8 * Fit.span(way(t, path, 0, u) / b.length(), 0.02, 0.25) * bent(t, path, u);
        }
        score *= socket(t, at, path[0], b.length()) * carries(t, b.lower(), b.end());
        int after = -1;
        double step = 0.45;
        for (int c : t.children(b.end())) {
            double angle = Math.toDegrees(
                    Math.acos(clamp(t.direction(b.lower(), b.end()).dot(t.direction(b.end(), c)))));
            double s =
                    Fit.span(t.length(b.end(), c) / b.length(), 0.06, 0.4) * (angle > 30 ? 1 : angle > 15 ? 0.6 : 0.2);
            s *= Fit.named(RoleNames.agrees(t.name(c), Part.TOES));
            if (s > step) {
                step = s;
                after = c;
            }
        }
        score *= t.children(b.end()).isEmpty() ? 0.75 : step;
        score *= b.named(Part.UPPER_LEG, Part.LOWER_LEG, Part.FOOT);
        return new LimbFit(-1, b.upper(), b.lower(), b.end(), after, score);
    }

    private static LimbFit arm(JointTree t, int at, int[] path, int u, int l) {
        Bones b = new Bones(t, path, u, l);
        double score = b.score(1.1, 0.22, 0.68);
        int before = -1;
        if (u > 0) {
            double best = 0;
            for (int s = 0; s < u; s++) {
                double f = Fit.span(t.length(path[s], b.upper()) / b.first(), 0.22, 0.75)
                        * Fit.named(RoleNames.agrees(t.name(path[s]), Part.SHOULDER));
                if (f > best) {
                    best = f;
                    before = path[s];
                }
            }
            score *= best * (u > 1 ? 0.7 : 1);
        } else {
            score *= 0.7 * socket(t, at, path[0], b.length());
        }
        score *= fingers(t, b.end(), b.length()) * carries(t, b.lower(), b.end());
        score *= b.named(Part.UPPER_ARM, Part.LOWER_ARM, Part.HAND);
        return new LimbFit(before, b.upper(), b.lower(), b.end(), -1, score);
    }

    /** A limb without a joint before it begins near the joint that it hangs at. */
    private static double socket(JointTree t, int at, int first, double limb) {
        return Fit.span(t.length(at, first) / limb, 0.001, 0.55);
    }

    /** A hand or foot carries most of what moves with the lower bone and is not the bone itself. */
    private static double carries(JointTree t, int lower, int end) {
        double all = 0;
        for (int c : t.children(lower)) {
            all += t.branch(c);
        }
        return 0.35 + 0.65 * Math.min(1, 2 * t.branch(end) / Math.max(1e-12, all));
    }

    /** What of a hand a joint looks like: several short branches are fingers. */
    private static double fingers(JointTree t, int end, double limb) {
        List<Integer> c = t.children(end);
        if (c.isEmpty()) {
            return 0.6;
        }
        int chains = 0;
        double longest = 0;
        for (int x : c) {
            double far = t.length(end, x) + t.reach(x);
            longest = Math.max(longest, far);
            if (t.reach(x) > 0) {
                chains++;
            }
        }
        return Fit.span(longest / limb, 0.05, 0.5) * (chains >= 2 ? 1 : 0.65) * (1 + 0.08 * Math.min(5, chains));
    }

    /** Joints between two that lie off the line between them speak against a bone there. */
    private static double straight(JointTree t, int[] path, int from, int to) {
        double direct = t.length(path[from], path[to]);
        double way = way(t, path, from, to);
        double off = way > 0 ? (1 - direct / way) / STRAIGHT : 0;
        return to - from == 1 ? 1 : 0.9 * Math.max(0.01, Math.exp(-off * off));
    }

    /** A knee or elbow that is closed by more than 120° at rest is none. */
    private static double sitting(JointTree t, int[] path, int u, int l) {
        double c = t.direction(path[u], path[l]).dot(t.direction(path[l], path[path.length - 1]));
        return c > -0.5 ? 1 : 0.2;
    }

    private static double bent(JointTree t, int[] path, int u) {
        double c = t.direction(path[u - 1], path[u]).dot(t.direction(path[u], path[u + 1]));
        return c < 0.9 ? 1 : 0.5;
    }

    private static double way(JointTree t, int[] path, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += t.length(path[i], path[i + 1]);
        }
        return sum;
    }

    private static double clamp(double c) {
        return Math.max(-1, Math.min(1, c));
    }

    /** From the first swinging joint over the middle to the end, metres. */
    double length(JointTree t) {
        return t.length(upper, lower) + t.length(lower, end);
    }
}
