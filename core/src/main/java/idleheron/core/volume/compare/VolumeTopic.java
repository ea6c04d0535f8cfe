package idleheron.core.volume.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.job.Progress;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridDifference;
import idleheron.core.volume.tree.IndexBox;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** Volumes: grid by grid, frame by frame. */
public final class VolumeTopic {
    private final Pair p;
    private final VolumePairs pairs;
    private final List<Evidence.Row> rows = new ArrayList<>();
    private final List<Series> plots = new ArrayList<>();
    private int missing;
    private double worstMm;
    private Figure placed = Figure.NONE;
    private double worstValue;
    private int unread;
    private Figure valued = Figure.NONE;

    private VolumeTopic(Pair p) {
        this.p = p;
        this.pairs = VolumePairs.of(p);
    }

    /** Grids held against each other voxel by voxel, frame after frame. */
    public static TopicResult of(Pair p, Progress progress) {
        return new VolumeTopic(p).topic(progress);
    }

    private TopicResult topic(Progress progress) {
        if (p.sent.volumes().isEmpty()) {
            return TopicResult.notSent(Topic.VOLUMES, say("core.volume.compare.VolumeTopic.no-volume-was-sent"));
        }
        int grids = 0;
        for (int i = 0; i < p.sent.volumes().size(); i++) {
            Volume sent = p.sent.volumes().get(i);
            if (sent.sound().isEmpty()) {
                unread++;
                continue;
            }
            Volume back = VolumePairs.partner(p, i);
            if (back == null) {
                missing++;
                rows.add(row(
                        sent.name(),
                        "–",
                        Double.NaN,
                        true,
                        say("core.volume.compare.VolumeTopic.missing"),
                        Off.NOT_COMPARED));
                continue;
            }
            grids += volume(sent, back, progress);
        }
        if (unread == p.sent.volumes().size()) {
            return TopicResult.notChecked(
                    Topic.VOLUMES, say("core.volume.compare.VolumeTopic.no-file-of-a-sent-volume"));
        }
        rows.sort(Comparator.comparing((Evidence.Row r) -> !r.over()).thenComparingDouble(r -> -weight(r)));
        Evidence e = new Evidence(
                say("core.volume.compare.VolumeTopic.grid"),
                List.of(
                        say("core.volume.compare.VolumeTopic.frame"),
                        say("core.volume.compare.VolumeTopic.state"),
                        say("core.volume.compare.VolumeTopic.off-by-mm"),
                        say("core.volume.compare.VolumeTopic.voxel-size"),
                        say("core.volume.compare.VolumeTopic.only-sent"),
                        say("core.volume.compare.VolumeTopic.only-returned"),
                        say("core.volume.compare.VolumeTopic.worst-of-range"),
                        say("core.volume.compare.VolumeTopic.rms-of-range"),
                        say("core.volume.compare.VolumeTopic.mass")),
                rows);
        Verdict v = missing > 0 || worstMm > p.tolerances.vertex()
                ? Verdict.BROKEN
                : e.over() > 0 ? Verdict.DRIFTED : Verdict.CLEAN;
        Figure worst = missing > 0
                ? Figure.of(missing, say("core.volume.compare.VolumeTopic.missing"))
                : worstMm > p.tolerances.vertex() ? placed : valued.value() > 0 ? valued : placed;
        return new TopicResult(Topic.VOLUMES, v, worst, summary(grids), e, plots);
    }

    private static double weight(Evidence.Row r) {
        return r.cells().get(2) instanceof Double d ? d : 0;
    }

    private String summary(int grids) {
        if (missing > 0) {
            return say("core.volume.compare.VolumeTopic.of-grids-frame-by-frame-did", missing, grids);
        }
        if (worstMm > p.tolerances.vertex()) {
            return say("core.volume.compare.VolumeTopic.a-corner-of-a-grid-lies", Figure.number(worstMm));
        }
        return worstValue == 0
                ? say("core.volume.compare.VolumeTopic.all-grids-frame-by-frame-hold", grids)
                : say(
                        "core.volume.compare.VolumeTopic.values-differ-by-of-their-range",
                        Figure.number(worstValue * 100));
    }

    private int volume(Volume sent, Volume back, Progress progress) {
        List<VolumePairs.Match> matches = VolumePairs.matches(sent, back);
        Map<String, List<double[]>> curves = new HashMap<>();
        int done = 0;
        for (VolumePairs.Match m : matches) {
            progress.at(
                    (double) done++ / matches.size(),
                    say(
                            "core.volume.compare.VolumeTopic.comparing-frame",
                            m.sent().name(),
                            m.frame()));
            double seconds =
                    sent.padding() == 0 ? Double.NaN : p.sent.stage().rate().seconds(m.frame());
            GridHeader g = m.back();
            if (g == null) {
                missing++;
                rows.add(row(
                        m.sent().label(),
                        frame(sent, m),
                        seconds,
                        true,
                        m.backFrame() == null
                                ? say("core.volume.compare.VolumeTopic.no-frame")
                                : say("core.volume.compare.VolumeTopic.missing"),
                        Off.NOT_COMPARED));
                continue;
            }
            double mm = apart(m.sent(), g) * 1000;
            grid(sent, back, m, g, mm, seconds);
            if (mm > worstMm) {
                worstMm = mm;
                placed = figure(mm, "mm", sent, m);
            }
            Evidence.Row r = rows.getLast();
            curves.computeIfAbsent(m.sent().name(), k -> new ArrayList<>()).add(new double[] {
                seconds, r.cells().get(6) instanceof Double d ? 100 * d : 0
            });
        }
        for (String name : sent.gridNames()) {
            List<double[]> c = curves.get(name);
            if (c != null && c.size() > 1) {
                plots.add(series(name, c));
            }
        }
        return matches.size();
    }

    private Series series(String name, List<double[]> points) {
        int n = points.size();
        double[] seconds = points.stream().mapToDouble(q -> q[0]).toArray();
        double[] worst = points.stream().mapToDouble(q -> q[1]).toArray();
        int[] nodes = new int[n];
        java.util.Arrays.fill(nodes, -1);
        return new Series(
                say("core.volume.compare.VolumeTopic.worst-voxel", name),
                say("core.volume.compare.VolumeTopic.of-range"),
                -1,
                seconds,
                worst,
                worst,
                nodes,
                100 * p.tolerances.voxel());
    }

    private static Object frame(Volume v, VolumePairs.Match m) {
        return v.padding() == 0 ? "–" : (Object) (double) m.frame();
    }

    private static Figure figure(double value, String unit, Volume v, VolumePairs.Match m) {
        return new Figure(
                value, unit, v.name() + "/" + m.sent().label(), "", v.padding() == 0 ? Double.NaN : m.frame());
    }

    private void grid(Volume sent, Volume back, VolumePairs.Match m, GridHeader g, double mm, double seconds) {
        GridHeader h = m.sent();
        double ratio = g.voxelSize() * p.returnedSpace.length(1) / (h.voxelSize() * p.sentSpace.length(1));
        boolean placedWrong = mm > p.tolerances.vertex();
        String state = !g.typeName().equals(h.typeName())
                ? say("core.volume.compare.VolumeTopic.now", g.typeName())
                : !g.gridClass().equals(h.gridClass())
                        ? say("core.volume.compare.VolumeTopic.now", g.gridClass())
                        : g.half() && !h.half()
                                ? say("core.volume.compare.VolumeTopic.halves")
                                : say("core.volume.compare.VolumeTopic.there");
        if (h.type() == null || g.type() == null) {
            boolean over = placedWrong || h.voxels() != g.voxels();
            rows.add(row(
                    m.sent().label(),
                    frame(sent, m),
                    seconds,
                    over,
                    say("core.volume.compare.VolumeTopic.not-read"),
                    new Off(mm, ratio, 0, 0, 0, 0, 1)));
            return;
        }
        try {
            GridDifference d = pairs.of(p, sent, back, m);
            double all = Math.max(1, d.onlyFirst() + d.onlySecond() + d.both());
            double relative = d.relative();
            if (relative > worstValue) {
                worstValue = relative;
                valued = figure(100 * relative, say("core.volume.compare.VolumeTopic.of-range"), sent, m);
            }
            boolean over = placedWrong
                    || d.onlyFirst() + d.onlySecond() > 0
                    || relative > p.tolerances.voxel()
                    || !g.typeName().equals(h.typeName())
                    || !g.gridClass().equals(h.gridClass());
            rows.add(row(
                    m.sent().label(),
                    frame(sent, m),
                    seconds,
                    over,
                    state,
                    new Off(
                            mm,
                            ratio,
                            100 * d.onlyFirst() / all,
                            100 * d.onlySecond() / all,
                            relative,
                            d.range() == 0 ? 0 : d.rms() / d.range(),
                            d.massRatio())));
        } catch (IOException e) {
            missing++;
            rows.add(row(
                    m.sent().label(),
                    frame(sent, m),
                    seconds,
                    true,
                    say("core.volume.compare.VolumeTopic.cannot-be-read"),
                    new Off(mm, ratio, 0, 0, 0, 0, 1)));
        }
    }

    /** Largest distance between the corners of the two boxes of active voxels, metres as meant. */
    private double apart(GridHeader a, GridHeader b) {
        IndexBox x = a.box();
        IndexBox y = b.box();
        if (x == null || y == null || x.isEmpty() || y.isEmpty()) {
            return 0;
        }
        double worst = 0;
        for (int c = 0; c < 8; c++) {
            Vector3d u = corner(p.sentSpace, a.map(), x, c);
            Vector3d w = corner(p.returnedSpace, b.map(), sameVoxels(x, y) ? x : y, c);
            worst = Math.max(worst, u.distance(w));
        }
        return sameVoxels(x, y) ? worst : boxes(a.map(), x, b.map(), y);
    }

    private static boolean sameVoxels(IndexBox x, IndexBox y) {
        return x.equals(y);
    }

    /** Where voxels do not line up, the boxes in the common space against each other. */
    private double boxes(GridMap a, IndexBox x, GridMap b, IndexBox y) {
        double[] u = box(p.sentSpace, a, x);
        double[] w = box(p.returnedSpace, b, y);
        double worst = 0;
        for (int i = 0; i < 6; i++) {
            worst = Math.max(worst, Math.abs(u[i] - w[i]));
        }
        return worst;
    }

    private static double[] box(CanonicalSpace space, GridMap map, IndexBox b) {
        double[] out = {1 / 0.0, 1 / 0.0, 1 / 0.0, -1 / 0.0, -1 / 0.0, -1 / 0.0};
        for (int c = 0; c < 8; c++) {
            Vector3d v = corner(space, map, b, c);
            for (int a = 0; a < 3; a++) {
                out[a] = Math.min(out[a], v.get(a));
                out[a + 3] = Math.max(out[a + 3], v.get(a));
            }
        }
        return out;
    }

    private static Vector3d corner(CanonicalSpace space, GridMap map, IndexBox b, int c) {
        double[] w = map.apply(
                (c & 1) == 0 ? b.minX() - 0.5 : b.maxX() + 0.5,
                (c & 2) == 0 ? b.minY() - 0.5 : b.maxY() + 0.5,
                (c & 4) == 0 ? b.minZ() - 0.5 : b.maxZ() + 0.5);
        return space.pointMatrix().transformPosition(new Vector3d(w[0], w[1], w[2]));
    }

    /**
     * What brings the returned grid onto the sent one, in the returned stage's own space; null where their voxels do not line
     * up or a map is no affine one.
     */
    static @Nullable Matrix4d back(Pair p, GridHeader sent, GridHeader returned) {
        if (!sent.map().linear() || !returned.map().linear()) {
            return null;
        }
        Matrix4d a = p.returnedSpace
                .pointMatrix()
                .invert()
                .mul(p.sentSpace.pointMatrix())
                .mul(matrix(sent.map().affine()));
        Matrix4d b = matrix(returned.map().affine());
        if (Math.abs(b.determinant()) < 1e-300) {
            return null;
        }
        Matrix4d back = a.mul(b.invert());
        return back.isFinite() ? back : null;
    }

    static Matrix4d matrix(double[] rows) {
        Matrix4d m = new Matrix4d();
        for (int r = 0; r < 4; r++) {
            for (int c = 0; c < 4; c++) {
                m.set(c, r, rows[4 * r + c]);
            }
        }
        return m;
    }

    /**
     * How far two grids are apart.
     *
     * @param mm between their boxes
     * @param ratio of the edges of their voxels
     * @param onlySent voxels that are active on one side alone, percent
     * @param onlyReturned as {@code onlySent}
     * @param worst difference of values by their range
     * @param rms of the differences by the range
     * @param mass returned to sent
     */
    private record Off(
            double mm, double ratio, double onlySent, double onlyReturned, double worst, double rms, double mass) {
        static final Off NOT_COMPARED = new Off(0, 0, 0, 0, 0, 0, 1);
    }

    private static Evidence.Row row(String subject, Object frame, double seconds, boolean over, String state, Off off) {
        return new Evidence.Row(
                subject,
                -1,
                -1,
                -1,
                seconds,
                over,
                List.of(frame, state, off.mm, off.ratio, off.onlySent, off.onlyReturned, off.worst, off.rms, off.mass));
    }
}
