package idleheron.core.cache.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.cache.measure.NearPoints;
import idleheron.core.job.Progress;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.time.FrameRate;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Baked geometry, object by object and sample by sample. */
public final class CacheTopic {
    private static final List<String> COLUMNS = List.of(
            say("core.cache.compare.CacheTopic.worst-mm"),
            say("core.cache.compare.CacheTopic.what-became-of-it"),
            say("core.cache.compare.CacheTopic.95-mm"),
            say("core.cache.compare.CacheTopic.mean-mm"),
            say("core.cache.compare.CacheTopic.rms-mm"),
            say("core.cache.compare.CacheTopic.nearest-mm"),
            say("core.cache.compare.CacheTopic.worst-at-frame"),
            say("core.cache.compare.CacheTopic.samples"),
            say("core.cache.compare.CacheTopic.points"),
            say("core.cache.compare.CacheTopic.found-by"));
    private static final double BROKEN = 10;
    private static final int PLOTS = 3;

    private final Pair p;
    private final CachePairs pairs;
    private final List<Evidence.Row> rows = new ArrayList<>();
    private final List<Series> plots = new ArrayList<>();
    private final FrameRate rate;
    private boolean broken;
    private Figure worst = Figure.of(0, "mm");
    private int missing;

    private CacheTopic(Pair p, CachePairs pairs) {
        this.p = p;
        this.pairs = pairs;
        this.rate = p.sent.stage().rate();
    }

    /** Caches held against each other point by point, millimetres as meant. */
    public static TopicResult of(Pair p, Progress progress) {
        if (p.sent.caches().isEmpty() && p.returned.caches().isEmpty()) {
            return TopicResult.notSent(Topic.CACHES, say("core.cache.compare.CacheTopic.no-cache-was-sent"));
        }
        try {
            CachePairs pairs = CachePairs.of(p, progress.part(0, 0.3));
            if (pairs == null) {
                return TopicResult.of(
                        Topic.CACHES,
                        Verdict.BROKEN,
                        Figure.of(1, say("core.cache.compare.CacheTopic.cache")),
                        say("core.cache.compare.CacheTopic.the-cache-did-not-come-back"),
                        Evidence.NONE);
            }
            return new CacheTopic(p, pairs).result(progress.part(0.3, 1));
        } catch (IOException e) {
            return TopicResult.notChecked(
                    Topic.CACHES, say("core.cache.compare.CacheTopic.the-rig-could-not-be-baked", e.getMessage()));
        }
    }

    private TopicResult result(Progress progress) {
        CacheDistance d = new CacheDistance(pairs);
        d.measure(progress);
        CachePose a = new CachePose(pairs.sent);
        CachePose b = new CachePose(pairs.back);
        range();
        for (int i = 0; i < pairs.meshes.length; i++) {
            object(a, b, d, i);
        }
        anchors();
        for (int m : pairs.added) {
            rows.add(row(
                    object(b, m),
                    true,
                    Double.NaN,
                    List.of(
                            "–",
                            say("core.cache.compare.CacheTopic.new"),
                            "–",
                            "–",
                            "–",
                            "–",
                            "–",
                            "–",
                            points(b, m),
                            "–")));
            broken = true;
        }
        if (!pairs.complete()) {
            whole(a, b);
        }
        plot(a, d);
        rows.sort(Comparator.comparing((Evidence.Row r) -> !r.over())
                .thenComparingDouble(r -> -(r.cells().get(0) instanceof Double v ? v : 0)));
        long over = rows.stream().filter(Evidence.Row::over).count();
        Verdict v = over == 0 ? Verdict.CLEAN : broken ? Verdict.BROKEN : Verdict.DRIFTED;
        return new TopicResult(
                Topic.CACHES,
                v,
                worst,
                summary(over),
                new Evidence(say("core.cache.compare.CacheTopic.object"), COLUMNS, rows),
                plots);
    }

    private String summary(long over) {
        int n = pairs.meshes.length;
        if (over == 0) {
            return say(
                    "core.cache.compare.CacheTopic.at-samples-nothing-moved-by-more",
                    n
                            + (n == 1
                                    ? say("core.cache.compare.CacheTopic.object-2")
                                    : say("core.cache.compare.CacheTopic.objects")),
                    pairs.times.length,
                    Figure.number(worst.value()));
        }
        String gone = missing == 0 ? "" : say("core.cache.compare.CacheTopic.of-objects-did-not-come-back", missing, n);
        return Wording.sentences(
                gone, say("core.cache.compare.CacheTopic.points-are-up-to-mm-off", Figure.number(worst.value())));
    }

    private static Evidence.Row row(String subject, boolean over, double seconds, List<Object> cells) {
        return new Evidence.Row(subject, -1, -1, -1, seconds, over, cells);
    }

    private static Object points(CachePose pose, int mesh) {
        return (double) new CacheMesh(pose.node(mesh)).points(0);
    }

    private void range() {
        double[] s = pairs.sent.range();
        double[] r = pairs.back.range();
        double first = rate.frame(r[0] - s[0]);
        double last = rate.frame(r[1] - s[1]);
        boolean over = Math.max(Math.abs(first), Math.abs(last)) > p.tolerances.frames();
        if (over) {
            broken = true;
            String told = say(
                    "core.cache.compare.CacheTopic.frames-became",
                    Figure.number(rate.frame(s[0])),
                    Figure.number(rate.frame(s[1])),
                    Figure.number(rate.frame(r[0])),
                    Figure.number(rate.frame(r[1])));
            rows.add(row(
                    say("core.cache.compare.CacheTopic.range"),
                    true,
                    s[0],
                    List.of("–", told, "–", "–", "–", "–", "–", "–", "–", "–")));
        }
    }

    /** Cameras, lights and bare transforms; those that moved neither are not listed. */
    private void anchors() {
        for (CacheAnchors.Anchor c : CacheAnchors.of(pairs)) {
            boolean over = !c.back() || c.mm() > p.tolerances.clipPosition() || c.degrees() > p.tolerances.clipAngle();
            if (over) {
                broken |= !c.back() || c.mm() > BROKEN * p.tolerances.clipPosition();
                if (c.mm() > worst.value()) {
                    worst = new Figure(c.mm(), "mm", c.path(), "", rate.frame(c.seconds()));
                }
                rows.add(row(
                        c.path(),
                        true,
                        c.seconds(),
                        List.of(
                                c.back() ? (Object) c.mm() : "–",
                                c.back()
                                        ? say("core.cache.compare.CacheTopic.turned-by", Figure.number(c.degrees()))
                                        : say("core.cache.compare.CacheTopic.missing"),
                                "–",
                                "–",
                                "–",
                                "–",
                                rate.frame(c.seconds()),
                                "–",
                                "–",
                                c.back() ? say("core.cache.compare.CacheTopic.path") : "–")));
            }
        }
    }

    private void object(CachePose a, CachePose b, CacheDistance d, int i) {
        String path = object(a, pairs.meshes[i]);
        CacheNode sent = a.node(pairs.meshes[i]);
        CacheMesh m = new CacheMesh(sent);
        if (pairs.partner[i] < 0) {
            missing++;
            broken = true;
            rows.add(row(
                    path,
                    true,
                    Double.NaN,
                    List.of(
                            "–",
                            say("core.cache.compare.CacheTopic.missing"),
                            "–",
                            "–",
                            "–",
                            "–",
                            "–",
                            (double) m.count(),
                            (double) m.points(0),
                            "–")));
            return;
        }
        CacheNode back = b.node(pairs.partner[i]);
        int at = d.worstAt(i);
        double mm = d.worst[i][at] * 1000.0;
        if (mm > worst.value()) {
            worst = new Figure(mm, "mm", path, "", rate.frame(pairs.times[at]));
        }
        String state = ObjectState.of(
                sent, back, pairs.found[i].equals("place") ? object(b, pairs.partner[i]) : "", d.hidden[i]);
        boolean topology = d.nearest[i] || m.topologyHolds() != new CacheMesh(back).topologyHolds();
        boolean over = mm > p.tolerances.clipPosition() || topology || d.hidden[i] > 0;
        broken |= topology || mm > BROKEN * p.tolerances.clipPosition();
        double near = mm > p.tolerances.clipPosition() ? hausdorff(a, b, i, pairs.times[at]) * 1000 : mm;
        rows.add(row(
                path,
                over,
                pairs.times[at],
                List.of(
                        mm,
                        state,
                        d.share(i, 0.95) * 1000,
                        mean(d, i) * 1000,
                        d.rms(i) * 1000,
                        near,
                        rate.frame(pairs.times[at]),
                        (double) m.count(),
                        (double) m.points(0),
                        pairs.found[i])));
    }

    private static double mean(CacheDistance d, int i) {
        double sum = 0;
        for (float v : d.mean[i]) {
            sum += v;
        }
        return sum / Math.max(1, d.mean[i].length);
    }

    /** The farthest that any point of one is from the closest of the other, in metres. */
    private double hausdorff(CachePose a, CachePose b, int i, double seconds) {
        a.at(seconds, Interpolation.LINEAR);
        b.at(seconds, Interpolation.LINEAR);
        float[] x = a.points(pairs.meshes[i], seconds, Interpolation.LINEAR);
        float[] y = b.points(pairs.partner[i], seconds, Interpolation.LINEAR);
        CachePose.move(pairs.sentSpace, x);
        CachePose.move(pairs.backSpace, y);
        double worstNear = 0;
        for (float v : new NearPoints(y).distances(x)) {
            worstNear = Math.max(worstNear, v);
        }
        for (float v : new NearPoints(x).distances(y)) {
            worstNear = Math.max(worstNear, v);
        }
        return worstNear;
    }

    /** Whatever belongs to what: all points of one side against all of the other. */
    private void whole(CachePose a, CachePose b) {
        CacheGap gap =
                CacheGap.of(pairs.sent, pairs.back, pairs.sentSpace, pairs.backSpace, pairs.times, Progress.NONE);
        double mm = gap.worst() * 1000;
        boolean over = mm > p.tolerances.clipPosition();
        broken |= over;
        if (mm > worst.value()) {
            worst = new Figure(mm, "mm", "everything", "", rate.frame(gap.seconds()));
        }
        rows.add(row(
                say("core.cache.compare.CacheTopic.everything"),
                over,
                gap.seconds(),
                List.of(
                        mm,
                        say("core.cache.compare.CacheTopic.for-objects", b.meshes().length, a.meshes().length),
                        "–",
                        "–",
                        "–",
                        mm,
                        rate.frame(gap.seconds()),
                        (double) gap.moments(),
                        "–",
                        say("core.cache.compare.CacheTopic.closest-points"))));
        if (gap.moments() > 1) {
            double[] top = Arrays.stream(gap.worstAt()).map(x -> x * 1000).toArray();
            double[] mid = Arrays.stream(gap.meanAt()).map(x -> x * 1000).toArray();
            plots.add(series(
                    say("core.cache.compare.CacheTopic.everything-to-the-closest-point"), gap.times(), top, mid));
        }
    }

    private void plot(CachePose a, CacheDistance d) {
        int n = pairs.times.length;
        if (n < 2 || Arrays.stream(pairs.partner).allMatch(x -> x < 0)) {
            return;
        }
        double[] top = new double[n];
        double[] mid = new double[n];
        for (int i = 0; i < pairs.meshes.length; i++) {
            for (int t = 0; t < n; t++) {
                top[t] = Math.max(top[t], d.worst[i][t] * 1000.0);
                mid[t] += d.mean[i][t] * 1000.0 / pairs.meshes.length;
            }
        }
        String name =
                worst.subject().isEmpty() ? "" : say("core.cache.compare.CacheTopic.worst-in", last(worst.subject()));
        plots.add(series(say("core.cache.compare.CacheTopic.all-objects", name), pairs.times, top, mid));
        java.util.stream.IntStream.range(0, pairs.meshes.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> -d.worst[i][d.worstAt(i)]))
                .limit(pairs.meshes.length > 1 ? PLOTS : 0)
                .filter(i -> d.worst[i][d.worstAt(i)] > 0)
                .forEach(i -> {
                    double[] w = new double[n];
                    double[] m = new double[n];
                    for (int t = 0; t < n; t++) {
                        w[t] = d.worst[i][t] * 1000.0;
                        m[t] = d.mean[i][t] * 1000.0;
                    }
                    plots.add(series(last(object(a, pairs.meshes[i])), pairs.times, w, m));
                });
    }

    private static String last(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** The path by which a person knows a mesh: as far up as there is nothing else. */
    static String object(CachePose pose, int mesh) {
        CachePose.Placed at = pose.placed().get(mesh);
        while (at.parent() >= 0 && pose.node(at.parent()).children().size() == 1) {
            at = pose.placed().get(at.parent());
        }
        return at.path();
    }

    private Series series(String title, double[] seconds, double[] top, double[] mid) {
        int[] nodes = new int[top.length];
        java.util.Arrays.fill(nodes, -1);
        return new Series(title, "mm", -1, seconds, top, mid, nodes, p.tolerances.clipPosition());
    }

    /** The pairs that a comparison of these scenes would make, or null. */
    static @Nullable CachePairs pairs(Pair p) {
        try {
            return CachePairs.of(p, Progress.NONE);
        } catch (IOException e) {
            return null;
        }
    }
}
