package idleheron.core.cache.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.cache.measure.CacheSpeed;
import idleheron.core.cache.measure.NearPoints;
import idleheron.core.job.Progress;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Similarity;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** Likely causes of differences between caches: late or early samples, another size or place, objects joined into one. */
public final class CacheCauses {
    private static final int MOST_POINTS = 20_000;
    private static final double SAME = 1e-4;
    private static final int SOME = 500;

    private final Scene sent;
    private final Pair pair;
    private final List<LikelyCause> out = new ArrayList<>();
    private Scene now;
    private double before;
    private long rows;

    private CacheCauses(Pair pair) {
        this.pair = pair;
        this.sent = pair.sent;
        this.now = pair.returned;
        TopicResult t = topic(now);
        this.before = score(t);
        this.rows = t.evidence().over();
    }

    /** What the figures of two caches suggest, each worked out and tried. */
    public static List<LikelyCause> search(Pair pair) {
        if (pair.sent.caches().isEmpty() || pair.returned.caches().isEmpty()) {
            return List.of();
        }
        CacheCauses c = new CacheCauses(pair);
        if (c.before > 0) {
            c.place();
            c.shift();
            c.place();
            c.joined();
        }
        return c.out;
    }

    private TopicResult topic(Scene returned) {
        return CacheTopic.of(pair.with(returned), Progress.NONE);
    }

    /** What is over tolerance, and how far: every row counts, and the size of the worst distance besides. */
    private static double score(TopicResult t) {
        return t.evidence().over() + Math.log1p(Math.max(0, t.worst().value()));
    }

    private boolean tried(String code, String text, Remedy remedy) {
        Scene mended = remedy.apply(now);
        TopicResult t = topic(mended);
        double left = score(t);
        if (left > before - 0.5) {
            return false;
        }
        long over = t.evidence().over();
        out.add(new LikelyCause(code, text, over == 0 ? List.of(Topic.CACHES) : List.of(), rows, over, remedy));
        now = mended;
        before = left;
        rows = over;
        return true;
    }

    /** By how many frames the samples begin elsewhere; else by how many the movement fits best. */
    private void shift() {
        double[] s = sent.caches().getFirst().range();
        double[] r = now.caches().getFirst().range();
        double by = sent.stage().rate().frame(s[0] - r[0]);
        if (Math.abs(by) > pair.tolerances.frames()
                && Math.abs(sent.stage().rate().frame(s[1] - r[1]) - by) < pair.tolerances.frames()) {
            tried("cache-shifted", told(-by), ChangeCache.shift(by));
            return;
        }
        double best = lag();
        if (best != 0) {
            tried("cache-shifted", told(-best), ChangeCache.shift(best));
        }
    }

    private static String told(double late) {
        return say(
                "core.cache.compare.CacheCauses.the-cache-comes",
                Figure.number(Math.abs(late)),
                (Math.abs(late) == 1
                        ? say("core.cache.compare.CacheCauses.frame")
                        : say("core.cache.compare.CacheCauses.frames")),
                (late > 0 ? say("core.cache.compare.CacheCauses.late") : say("core.cache.compare.CacheCauses.early")));
    }

    /** The number of frames to move by for which the middles of all points lie closest. */
    private double lag() {
        double[] times = CacheSpeed.times(sent.caches().getFirst());
        if (times.length < 4) {
            return 0;
        }
        Pair p = pair.with(now);
        double[][] a = middles(new CachePose(sent.caches().getFirst()), times, p.sentSpace.pointMatrix());
        double[][] b = middles(new CachePose(now.caches().getFirst()), times, p.returnedSpace.pointMatrix());
        int most = times.length / 2;
        int best = 0;
        double least = apart(a, b, 0);
        for (int k = -most; k <= most; k++) {
            double d = apart(a, b, k);
            if (d < 0.5 * least) {
                least = d;
                best = k;
            }
        }
        double step = (times[times.length - 1] - times[0]) / (times.length - 1);
        return Math.rint(best * step * sent.stage().rate().perSecond() * 1e3) / 1e3;
    }

    private static double[][] middles(CachePose pose, double[] times, Matrix4d space) {
        double[][] out = new double[times.length][3];
        for (int t = 0; t < times.length; t++) {
            float[] p = CacheGap.points(pose, times[t], space);
            for (int k = 0; k < p.length; k++) {
                out[t][k % 3] += p[k] / (p.length / 3.0);
            }
        }
        return out;
    }

    private static double apart(double[][] a, double[][] b, int by) {
        double sum = 0;
        int n = 0;
        for (int t = 0; t < a.length; t++) {
            if (t - by >= 0 && t - by < b.length) {
                for (int k = 0; k < 3; k++) {
                    double d = a[t][k] - b[t - by][k];
                    sum += d * d;
                }
                n++;
            }
        }
        return n == 0 ? Double.POSITIVE_INFINITY : sum / n + 1e-12;
    }

    /** One size, turn and move for everything, from partners at the first sample; else from the boxes of both sides. */
    private void place() {
        Similarity fit = fit();
        if (fit == null) {
            return;
        }
        boolean size = Math.abs(fit.scale() - 1) > SAME;
        boolean turn = fit.angleDegrees() > pair.tolerances.turn();
        Vec3 o = fit.offset();
        boolean move = Math.sqrt(o.x() * o.x() + o.y() * o.y() + o.z() * o.z()) * 1000 > pair.tolerances.offset();
        if (!fit.invertible() || fit.mirrored() || !size && !turn && !move) {
            return;
        }
        String text = size
                ? say("core.cache.compare.CacheCauses.the-cache-came-back-times-as", Figure.number(1 / fit.scale()))
                : turn
                        ? say(
                                "core.cache.compare.CacheCauses.the-cache-came-back-turned-by",
                                Figure.number(fit.angleDegrees()))
                        : say("core.cache.compare.CacheCauses.the-cache-came-back-in-another");
        Vec3 degrees = RotationOrder.XYZ.angles(fit.rotation());
        tried(
                size ? "cache-scaled" : turn ? "cache-turned" : "cache-moved",
                text,
                new MoveScene(degrees, fit.scale(), o));
    }

    private @Nullable Similarity fit() {
        Pair p = pair.with(now);
        CachePairs c = CacheTopic.pairs(p);
        if (c == null) {
            return null;
        }
        double[] from = new double[3 * MOST_POINTS];
        double[] to = new double[3 * MOST_POINTS];
        int n = 0;
        CachePose a = new CachePose(c.sent);
        CachePose b = new CachePose(c.back);
        double first = c.times[0];
        double backFirst = c.back.range()[0];
        a.at(first, Interpolation.LINEAR);
        b.at(backFirst, Interpolation.LINEAR);
        for (int i = 0; i < c.meshes.length && n < from.length; i++) {
            if (c.partner[i] < 0
                    || new CacheMesh(a.node(c.meshes[i])).points(0) != new CacheMesh(b.node(c.partner[i])).points(0)) {
                continue;
            }
            float[] x = a.points(c.meshes[i], first, Interpolation.LINEAR);
            float[] y = b.points(c.partner[i], backFirst, Interpolation.LINEAR);
            CachePose.move(c.sentSpace, x);
            CachePose.move(c.backSpace, y);
            for (int k = 0; k < x.length && n < from.length; k++, n++) {
                from[n] = y[k];
                to[n] = x[k];
            }
        }
        return n < 9
                ? boxes(c, a, b, first, backFirst)
                : Similarity.fit(Arrays.copyOf(from, n), Arrays.copyOf(to, n), true);
    }

    /** Turns by quarters about X that bring one up axis to another. */
    private static final double[] QUARTERS = {0, 90, -90, 180};

    /**
     * Without partners: the quarter turn and size that bring one box onto the other, where there is one; of several, as those of
     * a turn forth and back, the one that brings the points closest.
     */
    private static @Nullable Similarity boxes(CachePairs c, CachePose a, CachePose b, double first, double backFirst) {
        float[] there = CacheGap.points(a, first, c.sentSpace);
        float[] here = CacheGap.points(b, backFirst, c.backSpace);
        double[] s = CacheMesh.box(there);
        double[] r = CacheMesh.box(here);
        if (s == null || r == null) {
            return null;
        }
        Vector3d size = extent(s);
        Similarity best = null;
        double least = Double.POSITIVE_INFINITY;
        NearPoints near = new NearPoints(there);
        for (double q : QUARTERS) {
            Matrix3d turn = RotationOrder.XYZ.matrix(new Vec3(q, 0, 0));
            Vector3d turned = turn.transform(extent(r)).absolute();
            double scale = size.length() / turned.length();
            if (scale > 0 && turned.mul(scale).distance(size) < 1e-3 * size.length()) {
                Vector3d middle = turn.transform(middle(r)).mul(scale);
                Vector3d o = middle(s).sub(middle);
                double off = off(near, here, new Matrix4d(turn).scale(scale).setTranslation(o));
                if (off < least) {
                    least = off;
                    best = new Similarity(scale, turn, false, new Vec3(o.x, o.y, o.z), 0, 0);
                }
            }
        }
        return best;
    }

    /** Sum of the distances of some points, moved, to the closest of others. */
    private static double off(NearPoints near, float[] points, Matrix4d move) {
        int step = Math.max(1, points.length / 3 / SOME);
        float[] some = new float[3 * ((points.length / 3 + step - 1) / step)];
        for (int i = 0; i < some.length / 3; i++) {
            System.arraycopy(points, 3 * i * step, some, 3 * i, 3);
        }
        CachePose.move(move, some);
        double sum = 0;
        for (float d : near.distances(some)) {
            sum += d;
        }
        return sum;
    }

    private static Vector3d extent(double[] b) {
        return new Vector3d(b[3] - b[0], b[4] - b[1], b[5] - b[2]);
    }

    private static Vector3d middle(double[] b) {
        return new Vector3d(b[3] + b[0], b[4] + b[1], b[5] + b[2]).mul(0.5);
    }

    /** Fewer meshes than there were, which hang together in as many pieces. */
    private void joined() {
        int had = new CachePose(sent.caches().getFirst()).meshes().length;
        int has = new CachePose(now.caches().getFirst()).meshes().length;
        if (has < had) {
            tried(
                    "cache-joined",
                    say(
                            "core.cache.compare.CacheCauses.objects-came-back-as",
                            had,
                            (has == 1
                                    ? say("core.cache.compare.CacheCauses.one-mesh")
                                    : say("core.cache.compare.CacheCauses.meshes", has))),
                    ChangeCache.pieces("**"));
        }
    }
}
