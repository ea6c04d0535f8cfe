package idleheron.core.avatar.role;

import idleheron.core.avatar.role.RoleNames.Part;
import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One reading of a whole tree as a human figure: which pair of branches are the legs, which the arms, and what leads to the head.
 *
 * @param hips what legs and trunk hang at
 * @param trunk joints above the hips up to the one that the arms hang at
 * @param head the branch above the arms, from its first joint to the head
 * @param headMargin how far the next best joint to be the head is behind, 0 to 1
 * @param legs of the first branch and of the second
 * @param arms in the same order of sides as the legs
 * @param score how well it suits, above 0
 */
record BodyPlan(
        int hips,
        int[] trunk,
        int[] head,
        double headMargin,
        LimbFit[] legs,
        LimbFit[] arms,
        MirrorPair legPair,
        MirrorPair armPair,
        Vec3 across,
        double score) {
    private static final double PARALLEL = 0.9;

    /** Readings of a tree, the best first. */
    static List<BodyPlan> all(JointTree t) {
        List<MirrorPair> pairs = MirrorPair.all(t);
        if (pairs.isEmpty()) {
            return List.of();
        }
        Vec3 across = MirrorPair.across(t, pairs);
        Search s = new Search(t, across);
        List<MirrorPair> good = pairs.stream()
                .filter(p -> Math.abs(p.normal().dot(across)) > PARALLEL)
                .toList();
        List<BodyPlan> out = new ArrayList<>();
        for (MirrorPair legs : good) {
            for (MirrorPair arms : good) {
                BodyPlan plan = legs == arms ? null : s.plan(legs, arms);
                if (plan != null) {
                    out.add(plan);
                }
            }
        }
        out.sort(Comparator.comparingDouble((BodyPlan p) -> -p.score));
        return out;
    }

    /** Up, as the way from the hips to the head is; of length 1. */
    Vec3 up(JointTree t) {
        return t.direction(hips, head[head.length - 1]).across(across).unit();
    }

    /** What is known of one tree while its readings are tried. */
    private static final class Search {
        private final JointTree t;
        private final Vec3 across;
        private final Map<Integer, List<LimbFit>> legs = new HashMap<>();
        private final Map<Integer, List<LimbFit>> arms = new HashMap<>();

        Search(JointTree t, Vec3 across) {
            this.t = t;
            this.across = across;
        }

        private @Nullable LimbFit leg(int at, int first) {
            List<LimbFit> all = legs.computeIfAbsent(first, f -> LimbFit.legs(t, at, f));
            return all.isEmpty() ? null : all.getFirst();
        }

        private @Nullable LimbFit arm(int at, int first) {
            List<LimbFit> all = arms.computeIfAbsent(first, f -> LimbFit.arms(t, at, f));
            return all.isEmpty() ? null : all.getFirst();
        }

        @Nullable
        BodyPlan plan(MirrorPair l, MirrorPair a) {
            Integer hips = t.shared(l.at(), a.at());
            if (hips == null || hips == a.at() || t.isUnder(a.at(), l.a()) || t.isUnder(a.at(), l.b())) {
                return null;
            }
            // legs hang at the hips, or at one joint below them
            if (l.at() != hips && t.parent(l.at()) != hips) {
                return null;
            }
            LimbFit la = leg(l.at(), l.a());
            LimbFit lb = leg(l.at(), l.b());
            boolean turned = l.normal().dot(a.normal()) < 0;
            int firstArm = turned ? a.b() : a.a();
            int otherArm = turned ? a.a() : a.b();
            LimbFit aa = arm(a.at(), firstArm);
            LimbFit ab = arm(a.at(), otherArm);
            if (la == null || lb == null || aa == null || ab == null) {
                return null;
            }
            // where the arms hang, not the joint they hang at, which may lie far below
            Vec3 top = t.place(aa.upper()).plus(t.place(ab.upper())).times(0.5);
            Vec3 bottom = t.place(la.upper()).plus(t.place(lb.upper())).times(0.5);
            Vec3 up = top.minus(bottom).across(across).unit();
            int[] trunk = t.path(hips, a.at());
            HeadBranch above = HeadBranch.find(t, hips, a, top, up, across);
            int[] neck = above.joints();
            double torso = top.distance(t.place(hips));
            double height = neck.length == 0
                    ? 1.4 * torso
                    : t.place(neck[neck.length - 1]).distance(t.place(hips));
            double leg = (la.length(t) + lb.length(t)) / 2;
            double arm = (aa.length(t) + ab.length(t)) / 2;
            double score = Math.sqrt(la.score() * lb.score()) * Math.sqrt(aa.score() * ab.score());
            score *= l.alike(t) * a.alike(t);
            score *= neck.length == 0 ? 0.05 : 1;
            score *= Fit.span(leg / height, 0.55, 2.6) * Fit.span(arm / leg, 0.45, 1.3);
            score *= Fit.span(t.length(la.upper(), lb.upper()) / leg, 0.05, 0.7);
            score *= Fit.span(torso / height, 0.45, 0.97);
            score *= down(la, up) * down(lb, up);
            score *= Fit.span(t.branch(l.a()) / Math.max(1e-9, t.branch(a.a())), 0.02, 50);
            score *= Fit.named(RoleNames.agrees(t.name(hips), Part.HIPS));
            int[] inner = java.util.Arrays.copyOfRange(trunk, 1, trunk.length);
            return new BodyPlan(
                    hips,
                    inner,
                    neck,
                    above.margin(),
                    new LimbFit[] {la, lb},
                    new LimbFit[] {aa, ab},
                    l,
                    a,
                    l.normal(),
                    score);
        }

        /** Legs lead away from the head; those of one who sits lead forward. */
        private double down(LimbFit leg, Vec3 up) {
            double c = -t.direction(leg.upper(), leg.end()).dot(up);
            return c > 0.25 ? 1 : c > -0.1 ? 0.5 : 0.1;
        }
    }
}
