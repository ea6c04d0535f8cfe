package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.PointMatch;
import idleheron.core.character.compare.SlotMatch;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.Arrays;
import java.util.List;

/** How weights differ: cut to a number, rounded to bits, not divided by their sum, lost, smeared onto what was rigid. */
public final class WeightLosses {
    private static final double SAME = 2e-3;
    private static final double MOST = 0.98;

    private WeightLosses() {}

    /** The weights of one mesh on both sides, point by point and by sent joint. */
    private record Both(Pair p, int mesh, Skin sent, Skin returned, int[] partner, int[] slotOfReturned, int[] first) {

        static @org.jspecify.annotations.Nullable Both of(Pair p, int mesh) {
            int other = p.matching.meshes()[mesh];
            Skin a = p.sent.meshes().get(mesh).skin();
            Skin b = other < 0 ? null : p.returned.meshes().get(other).skin();
            if (a == null || b == null) {
                return null;
            }
            int[] first = SlotMatch.first(a);
            int[] slots = SlotMatch.of(p, a, b);
            for (int s = 0; s < slots.length; s++) {
                slots[s] = slots[s] < 0 ? -1 : first[slots[s]];
            }
            return new Both(p, mesh, a, b, PointMatch.of(p, mesh, other), slots, first);
        }

        /** The returned weight of a point on each sent slot; what is on other joints is left out. */
        void returned(int point, float[] into) {
            Arrays.fill(into, 0);
            int q = partner[point];
            for (int i = q < 0 ? 0 : returned.starts()[q]; q >= 0 && i < returned.starts()[q + 1]; i++) {
                int slot = slotOfReturned[returned.slots()[i]];
                if (slot >= 0) {
                    into[slot] += returned.weights()[i];
                }
            }
        }

        void sent(int point, float[] into) {
            Arrays.fill(into, 0);
            for (int i = sent.starts()[point]; i < sent.starts()[point + 1]; i++) {
                into[first[sent.slots()[i]]] += sent.weights()[i];
            }
        }

        String path() {
            int node = p.sent.nodeOfMesh(mesh);
            Mesh m = p.sent.meshes().get(mesh);
            return node < 0 ? m.name() : p.sent.path(node);
        }
    }

    /** Influences cut, weights rounded or smeared. */
    public static void find(Pair p, List<Loss> out) {
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            Both b = Both.of(p, m);
            if (b != null) {
                lost(b, out);
                boolean cut = cut(b, out);
                int steps = rounded(b, cut, out);
                sums(b, steps == 0 ? SAME : 0.5 * b.sent.maxInfluences() / steps + SAME, out);
                smeared(b, out);
            } else if (p.matching.meshes()[m] >= 0
                    && p.sent.meshes().get(m).skin() != null
                    && p.returned.meshes().get(p.matching.meshes()[m]).skin() == null) {
                out.add(new Loss(
                        "skin-lost",
                        Topic.SKIN_WEIGHTS,
                        say(
                                "core.character.loss.WeightLosses.came-back-without-a-skin",
                                p.sent.meshes().get(m).name()),
                        Figure.of(
                                p.sent.meshes().get(m).pointCount(), say("core.character.loss.WeightLosses.points"))));
            }
        }
    }

    private static void lost(Both b, List<Loss> out) {
        int n = 0;
        for (int i = 0; i < b.sent.points(); i++) {
            int q = b.partner[i];
            n += q >= 0 && b.sent.sum(i) > SAME && b.returned.sum(q) <= 0 ? 1 : 0;
        }
        if (n > 0) {
            out.add(new Loss(
                    "weights-lost",
                    Topic.SKIN_WEIGHTS,
                    say(
                            "core.character.loss.WeightLosses.lost-all-weight",
                            Wording.counted(
                                    n,
                                    say("core.character.loss.WeightLosses.point-has"),
                                    say("core.character.loss.WeightLosses.points-have"))),
                    Figure.of(n, say("core.character.loss.WeightLosses.points"), b.path())));
        }
    }

    /** Every point that had more has just so many, and they are its strongest. */
    private static boolean cut(Both b, List<Loss> out) {
        int most = b.returned.maxInfluences();
        if (most == 0 || b.sent.maxInfluences() <= most) {
            return false;
        }
        float[] a = new float[b.sent.joints().length];
        float[] r = new float[a.length];
        int had = 0;
        int kept = 0;
        double worst = 0;
        for (int i = 0; i < b.sent.points(); i++) {
            if (b.sent.influences(i) <= most || b.partner[i] < 0) {
                continue;
            }
            had++;
            b.sent(i, a);
            b.returned(i, r);
            float weakestKept = Float.POSITIVE_INFINITY;
            float strongestCut = 0;
            double gone = 0;
            for (int s = 0; s < a.length; s++) {
                if (a[s] > 0 && r[s] > 0) {
                    weakestKept = Math.min(weakestKept, a[s]);
                } else if (a[s] > 0) {
                    strongestCut = Math.max(strongestCut, a[s]);
                    gone += a[s];
                }
            }
            kept += strongestCut <= weakestKept + SAME ? 1 : 0;
            worst = Math.max(worst, gone);
        }
        if (had == 0 || kept < MOST * had) {
            return false;
        }
        out.add(new Loss(
                "influences-cut",
                Topic.SKIN_WEIGHTS,
                say(
                        "core.character.loss.WeightLosses.weights-were-cut-to-influences-a",
                        most,
                        b.sent.maxInfluences(),
                        Wording.counted(had, "point", "points"),
                        Figure.number(worst)),
                Figure.of(had, say("core.character.loss.WeightLosses.points"), b.path())));
        return true;
    }

    /** All returned weights are whole parts of 255 or 65535, and the sent ones are not: of how many, or 0. */
    private static int rounded(Both b, boolean cut, List<Loss> out) {
        for (int bits : new int[] {8, 16}) {
            int steps = (1 << bits) - 1;
            // In 16 bits a single float is nearly as coarse as a step, so that little is proved by lying on one.
            double near = bits == 8 ? 0.01 : 0.05;
            if (on(b.returned.weights(), steps, near) && !on(b.sent.weights(), steps, near)) {
                double worst = cut ? 0.5 / steps : worst(b);
                if (worst > 0) {
                    out.add(new Loss(
                            "weights-rounded",
                            Topic.SKIN_WEIGHTS,
                            say("core.character.loss.WeightLosses.weights-were-rounded-to-bits", bits),
                            Figure.of(worst, "", b.path())));
                }
                return steps;
            }
        }
        return 0;
    }

    private static boolean on(float[] weights, int steps, double near) {
        int off = 0;
        int count = 0;
        for (float w : weights) {
            double x = w * (double) steps;
            count += w > 0 && w < 1 ? 1 : 0;
            off += w > 0 && w < 1 && Math.abs(x - Math.rint(x)) > near ? 1 : 0;
        }
        return count > 0 && off <= (1 - MOST) * count;
    }

    private static double worst(Both b) {
        float[] a = new float[b.sent.joints().length];
        float[] r = new float[a.length];
        double worst = 0;
        for (int i = 0; i < b.sent.points(); i++) {
            if (b.partner[i] >= 0) {
                b.sent(i, a);
                b.returned(i, r);
                for (int s = 0; s < a.length; s++) {
                    worst = Math.max(worst, Math.abs(a[s] - r[s]));
                }
            }
        }
        return worst;
    }

    /** Sums that are no longer one, by more than rounding explains. */
    private static void sums(Both b, double near, List<Loss> out) {
        int opened = 0;
        int closed = 0;
        double worst = 1;
        for (int i = 0; i < b.sent.points(); i++) {
            int q = b.partner[i];
            if (q < 0 || b.sent.sum(i) <= 0 || b.returned.sum(q) <= 0) {
                continue;
            }
            boolean was = Math.abs(b.sent.sum(i) - 1) <= SAME;
            boolean is = Math.abs(b.returned.sum(q) - 1) <= near;
            opened += was && !is ? 1 : 0;
            closed += !was && is ? 1 : 0;
            double sum = was && !is ? b.returned.sum(q) : !was && is ? b.sent.sum(i) : 1;
            worst = Math.abs(sum - 1) > Math.abs(worst - 1) ? sum : worst;
        }
        if (opened > 0) {
            out.add(new Loss(
                    "weights-not-normalised",
                    Topic.SKIN_WEIGHTS,
                    say(
                            "core.character.loss.WeightLosses.to-1",
                            Wording.counted(
                                    opened,
                                    say("core.character.loss.WeightLosses.point-no-longer-sums"),
                                    say("core.character.loss.WeightLosses.points-no-longer-sum"))),
                    Figure.of(worst, "", b.path())));
        }
        if (closed > 0) {
            out.add(new Loss(
                    "weights-normalised",
                    Topic.SKIN_WEIGHTS,
                    say(
                            "core.character.loss.WeightLosses.weights-were-divided-by-their-sum",
                            Wording.counted(closed, "point", "points")),
                    Figure.of(worst, "", b.path())));
        }
    }

    /** Points that followed one joint alone and now follow others too. */
    private static void smeared(Both b, List<Loss> out) {
        float[] r = new float[b.sent.joints().length];
        int[] perSlot = new int[r.length];
        int n = 0;
        double worst = 0;
        for (int i = 0; i < b.sent.points(); i++) {
            if (b.sent.influences(i) != 1 || b.partner[i] < 0) {
                continue;
            }
            int own = b.sent.slots()[b.sent.starts()[i]];
            b.returned(i, r);
            double elsewhere = 0;
            for (int s = 0; s < r.length; s++) {
                elsewhere += s == own ? 0 : r[s];
            }
            if (elsewhere > SAME) {
                n++;
                perSlot[own]++;
                worst = Math.max(worst, elsewhere);
            }
        }
        if (n > 0) {
            int most = 0;
            for (int s = 1; s < perSlot.length; s++) {
                most = perSlot[s] > perSlot[most] ? s : most;
            }
            String joint = b.p.sent.nodes().get(b.sent.joints()[most]).name();
            out.add(new Loss(
                    "rigid-part-smeared",
                    Topic.SKIN_WEIGHTS,
                    say(
                            "core.character.loss.WeightLosses.that-followed-one-joint-alone-most",
                            Wording.counted(n, "point", "points"),
                            joint,
                            (n == 1
                                    ? say("core.character.loss.WeightLosses.follows")
                                    : say("core.character.loss.WeightLosses.follow")),
                            Figure.number(worst)),
                    Figure.of(n, say("core.character.loss.WeightLosses.points"), b.path())));
        }
    }
}
