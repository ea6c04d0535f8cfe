package idleheron.core.avatar.role;

import idleheron.core.avatar.role.RoleNames.Part;
import idleheron.core.math.Vec3;

/**
 * The way from the joint that the arms hang at to the head.
 *
 * @param joints from the first joint of the neck to the head, or the head alone; empty where nothing leads up
 * @param margin how far the next best joint to be the head is behind, 0 to 1
 */
record HeadBranch(int[] joints, double margin) {
    private static final int DEEPEST = 6;

    /** How far a joint of the neck may lie from the middle, as a share of the extent. */
    private static final double PLANE = 0.05;

    /**
     * @param top where the arms hang
     * @param up from hips to chest, of length 1
     * @param across from side to side
     */
    static HeadBranch find(JointTree t, int hips, MirrorPair arms, Vec3 top, Vec3 up, Vec3 across) {
        int best = -1;
        int start = -1;
        double most = 0;
        double next = 0;
        Below below = new Below(t, t.place(hips).distance(top), up, top);
        for (int from : t.path(hips, arms.at())) {
            if (from == hips) {
                continue;
            }
            for (int first : t.children(from)) {
                if (first == arms.a() || first == arms.b() || t.isUnder(arms.at(), first)) {
                    continue;
                }
                double whole = 0;
                for (int j : t.below(first)) {
                    whole += t.own(j);
                }
                for (int head : t.below(first)) {
                    double s = below.head(first, head, whole)
                            * (from == arms.at() ? 1 : 0.7)
                            * middle(t, hips, first, head, across);
                    next = Math.max(next, Math.min(s, most));
                    if (s > most) {
                        most = s;
                        best = head;
                        start = first;
                    }
                }
            }
        }
        return best < 0 || most < 0.02
                ? new HeadBranch(new int[0], 0)
                : new HeadBranch(t.path(start, best), Fit.margin(most, next));
    }

    private static double middle(JointTree t, int hips, int first, int head, Vec3 across) {
        for (int i : t.path(first, head)) {
            if (Math.abs(t.place(i).minus(t.place(hips)).dot(across)) > PLANE * t.extent()) {
                return 0;
            }
        }
        return 1;
    }

    /**
     * What is known of the figure below the head.
     *
     * @param torso from the hips to where the arms hang, metres
     * @param up of length 1
     * @param top where the arms hang
     */
    private record Below(JointTree t, double torso, Vec3 up, Vec3 top) {
        /**
         * How much one joint of a branch looks like the head: heavy, with much on it, above the chest.
         *
         * @param whole weight on the branch
         */
        double head(int first, int head, double whole) {
            int[] path = t.path(first, head);
            if (path.length > DEEPEST) {
                return 0;
            }
            Vec3 way = t.place(head).minus(top);
            double rise = way.dot(up);
            double score = 0.1 + t.own(head) / Math.max(1e-12, whole);
            score += t.children(head).size() >= 2 ? 0.35 : 0;
            score += depth(path.length, t.size(first) == 1);
            score *= Fit.named(2 * RoleNames.agrees(t.name(head), Part.HEAD));
            if (path.length > 1) {
                score *= Fit.named(RoleNames.agrees(t.name(first), Part.NECK));
            }
            score *= rise > 0 ? Fit.span(rise / torso, 0.02, 1) : 0.02;
            return score * (rise > 0.6 * way.length() ? 1 : 0.4);
        }

        /** A head is mostly the second joint of its branch, or the only one. */
        private static double depth(int joints, boolean alone) {
            return joints == 1 ? alone ? 0.5 : 0 : joints == 2 ? 0.3 : joints == 3 ? 0.2 : 0;
        }
    }
}
