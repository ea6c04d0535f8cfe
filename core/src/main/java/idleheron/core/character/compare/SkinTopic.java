package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.job.Progress;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.SurfaceGap;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Skin weights point by point, and what their difference does to the surface: the sent scene is deformed once with its own
 * and once with the returned weights, so that nothing else plays in.
 */
public final class SkinTopic {
    private static final int WORST_ROWS = 200;
    private static final double FAR = 5;

    private final Pair p;
    private final List<Evidence.Row> rows = new ArrayList<>();
    private final List<Series> plots = new ArrayList<>();
    private double worstL1;
    private double worstMm;
    private Figure surface = Figure.of(0, "mm");
    private int over;
    private int lost;
    private String limits = "";

    private SkinTopic(Pair p) {
        this.p = p;
    }

    /** Weights by their effect: how far the sent surface moves under the returned weights, millimetres. */
    public static TopicResult of(Pair p, boolean withSurface, Progress progress) {
        return new SkinTopic(p).result(withSurface, progress);
    }

    private TopicResult result(boolean withSurface, Progress progress) {
        List<Mesh> swapped = new ArrayList<>(p.sent.meshes());
        boolean any = false;
        boolean differs = false;
        String order = say("core.character.compare.SkinTopic.by-index");
        int partners = 0;
        for (int m = 0; m < swapped.size(); m++) {
            Skin s = p.sent.meshes().get(m).skin();
            if (s == null) {
                continue;
            }
            any = true;
            for (int j : s.joints()) {
                partners += p.matching.nodes()[j] >= 0 ? 1 : 0;
            }
            int other = p.matching.meshes()[m];
            Mesh returned = other < 0 ? null : p.returned.meshes().get(other);
            Skin r = returned == null ? null : returned.skin();
            if (returned == null || r == null) {
                lost++;
                int node = p.sent.nodeOfMesh(m);
                rows.add(new Evidence.Row(
                        swapped.get(m).name(),
                        node,
                        -1,
                        -1,
                        Double.NaN,
                        true,
                        List.of(say("core.character.compare.SkinTopic.no-skin"), "", "", "")));
                continue;
            }
            int[] partner = PointMatch.of(p, m, other);
            if (java.util.stream.IntStream.range(0, partner.length).anyMatch(i -> partner[i] != i)) {
                order = say("core.character.compare.SkinTopic.by-rest-position");
            }
            Skin brought = brought(s, r, partner);
            differs |= points(m, s, brought);
            swapped.set(m, swapped.get(m).withSkin(brought));
        }
        if (!any) {
            return TopicResult.notSent(
                    Topic.SKIN_WEIGHTS, say("core.character.compare.SkinTopic.the-sent-scene-has-no-skin"));
        }
        if (partners == 0 && lost == 0) {
            return TopicResult.notChecked(
                    Topic.SKIN_WEIGHTS, say("core.character.compare.SkinTopic.no-joint-that-moves-points-has"));
        }
        if (withSurface && differs) {
            deform(p.sent.withMeshes(swapped), progress);
        }
        return told(order);
    }

    /** The returned weights on the sent points and joints; weight on joints without a partner is left out. */
    private Skin brought(Skin sent, Skin returned, int[] partner) {
        int[] to = SlotMatch.of(p, sent, returned);
        int[] starts = new int[sent.points() + 1];
        int size = 0;
        for (int i = 0; i < sent.points(); i++) {
            size += partner[i] < 0 ? 0 : returned.influences(partner[i]);
        }
        int[] slots = new int[size];
        float[] weights = new float[size];
        int at = 0;
        for (int i = 0; i < sent.points(); i++) {
            if (partner[i] >= 0) {
                for (int k = returned.starts()[partner[i]]; k < returned.starts()[partner[i] + 1]; k++) {
                    if (to[returned.slots()[k]] >= 0) {
                        slots[at] = to[returned.slots()[k]];
                        weights[at++] = returned.weights()[k];
                    }
                }
            }
            starts[i + 1] = at;
        }
        return sent.withWeights(starts, Arrays.copyOf(slots, at), Arrays.copyOf(weights, at));
    }

    private boolean points(int mesh, Skin a, Skin b) {
        double[] row = new double[a.joints().length];
        int[] first = SlotMatch.first(a);
        double[] l1 = new double[a.points()];
        boolean differs = false;
        for (int i = 0; i < a.points(); i++) {
            l1[i] = difference(a, b, i, row, first);
            differs |= l1[i] > 0;
            worstL1 = Math.max(worstL1, l1[i]);
            over += l1[i] > p.tolerances.weight() ? 1 : 0;
        }
        int node = p.sent.nodeOfMesh(mesh);
        String name = p.sent.meshes().get(mesh).name();
        List<Integer> worst = worst(l1);
        for (int i : worst) {
            rows.add(new Evidence.Row(
                    name + "/point " + i,
                    node,
                    -1,
                    -1,
                    Double.NaN,
                    l1[i] > p.tolerances.weight(),
                    List.of(l1[i], (double) a.influences(i), (double) b.influences(i), b.sum(i))));
        }
        if (b.maxInfluences() < a.maxInfluences()) {
            limits = say(
                    "core.character.compare.SkinTopic.at-most-influences-came-back-where",
                    b.maxInfluences(),
                    a.maxInfluences());
        }
        return differs;
    }

    private static double difference(Skin a, Skin b, int i, double[] row, int[] first) {
        for (int k = a.starts()[i]; k < a.starts()[i + 1]; k++) {
            row[first[a.slots()[k]]] += a.weights()[k];
        }
        for (int k = b.starts()[i]; k < b.starts()[i + 1]; k++) {
            row[first[b.slots()[k]]] -= b.weights()[k];
        }
        double sum = 0;
        for (int k = a.starts()[i]; k < a.starts()[i + 1]; k++) {
            sum += Math.abs(row[first[a.slots()[k]]]);
            row[first[a.slots()[k]]] = 0;
        }
        for (int k = b.starts()[i]; k < b.starts()[i + 1]; k++) {
            sum += Math.abs(row[first[b.slots()[k]]]);
            row[first[b.slots()[k]]] = 0;
        }
        return sum;
    }

    private static List<Integer> worst(double[] l1) {
        double[] sorted = l1.clone();
        Arrays.sort(sorted);
        double least = Math.max(1e-7, sorted[Math.max(0, sorted.length - WORST_ROWS)]);
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < l1.length && out.size() < WORST_ROWS; i++) {
            if (l1[i] >= least) {
                out.add(i);
            }
        }
        out.sort((x, y) -> Double.compare(l1[y], l1[x]));
        return out;
    }

    private void deform(Scene swapped, Progress progress) {
        Matrix4d space = CanonicalSpace.of(p.sent.stage()).pointMatrix();
        SurfaceGap gap = new SurfaceGap(p.sent, swapped, space, space);
        int clips = p.sent.clips().size();
        for (int c = 0; c < clips; c++) {
            Clip clip = p.sent.clips().get(c);
            double[] times = SampleTimes.frames(clip.startSeconds(), clip.endSeconds(), clip.rate());
            SurfaceGap.Gap g = gap.over(clip, clip, times, progress.part((double) c / clips, (c + 1.0) / clips))
                    .times(1000);
            for (int t = 0; t < times.length; t++) {
                if (g.worst()[t] > worstMm) {
                    worstMm = g.worst()[t];
                    surface = new Figure(
                            worstMm,
                            "mm",
                            p.sent.path(g.node()[t]),
                            clip.name(),
                            clip.rate().frame(times[t]));
                }
            }
            plots.add(new Series(
                    say("core.character.compare.SkinTopic.surface-error-by-frame-mm"),
                    "mm",
                    c,
                    times,
                    g.worst(),
                    g.mean(),
                    g.node(),
                    p.tolerances.surface()));
        }
    }

    private TopicResult told(String order) {
        rows.sort((x, y) -> Boolean.compare(y.over(), x.over()));
        Evidence e = new Evidence(
                say("core.character.compare.SkinTopic.point"),
                List.of(
                        say("core.character.compare.SkinTopic.off-by"),
                        say("core.character.compare.SkinTopic.joints-sent"),
                        say("core.character.compare.SkinTopic.joints-back"),
                        say("core.character.compare.SkinTopic.sum-back")),
                rows);
        boolean drifted = over > 0 || worstMm > p.tolerances.surface();
        Verdict v = lost > 0 || worstMm > Math.max(FAR, p.tolerances.surface())
                ? Verdict.BROKEN
                : drifted ? Verdict.DRIFTED : Verdict.CLEAN;
        @Nullable Figure shown = worstMm > p.tolerances.surface() ? surface : Figure.of(worstL1, "");
        String summary = lost > 0
                ? say("core.character.compare.SkinTopic.meshes-came-back-without-their-skin", lost)
                : Wording.sentences(
                        limits,
                        say(
                                "core.character.compare.SkinTopic.points-are-off-by-more-than",
                                over,
                                p.tolerances.weight(),
                                order,
                                surface.full()));
        return new TopicResult(Topic.SKIN_WEIGHTS, v, shown, summary, e, plots);
    }
}
