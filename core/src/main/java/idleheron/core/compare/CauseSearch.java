package idleheron.core.compare;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Similarity;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.DropJoints;
import idleheron.core.remedy.MoveScene;
import idleheron.core.remedy.Redeclare;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RenameNodes;
import idleheron.core.remedy.RestToBind;
import idleheron.core.remedy.RetimeClips;
import idleheron.core.remedy.ShiftClips;
import idleheron.core.remedy.SingleRoot;
import idleheron.core.remedy.TurnJoints;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Finds what explains the most: every explanation that the figures suggest is tried as a remedy on the returned scene, the
 * one that leaves the fewest figures over tolerance is kept, and the search goes on from there until nothing helps.
 */
final class CauseSearch {
    private static final int MOST = 8;
    private static final double SQUARE = 0.5;

    private final Scene sent;
    private final Tolerances tolerances;
    private final Progress progress;

    CauseSearch(Scene sent, Tolerances tolerances, Progress progress) {
        this.sent = sent;
        this.tolerances = tolerances;
        this.progress = progress;
    }

    private record Candidate(String code, String text, Remedy remedy) {}

    List<LikelyCause> search(Scene returned) {
        List<LikelyCause> out = new ArrayList<>();
        Scene now = returned;
        Map<Topic, Long> before = over(now);
        while (out.size() < MOST && total(before) > 0) {
            progress.at((double) out.size() / MOST, "looking for the likely cause");
            Candidate best = null;
            Map<Topic, Long> left = before;
            Scene mended = now;
            for (Candidate c : candidates(now)) {
                Scene tried = c.remedy.apply(now);
                Map<Topic, Long> after = tried == now ? before : over(tried);
                if (total(after) < total(left)) {
                    best = c;
                    left = after;
                    mended = tried;
                }
            }
            if (best == null) {
                break;
            }
            Map<Topic, Long> was = before;
            Map<Topic, Long> is = left;
            List<Topic> explains = was.keySet().stream()
                    .filter(t -> was.getOrDefault(t, 0L) > 0 && is.getOrDefault(t, 0L) == 0)
                    .toList();
            out.add(new LikelyCause(best.code, best.text, explains, total(was), total(is), best.remedy));
            now = mended;
            before = left;
        }
        return out;
    }

    private static long total(Map<Topic, Long> over) {
        return over.values().stream().mapToLong(Long::longValue).sum();
    }

    /** Figures over tolerance by topic; weights are left out, since no move of the scene changes them. */
    private Map<Topic, Long> over(Scene returned) {
        Pair p = new Pair(sent, returned, true, tolerances);
        Map<Topic, Long> out = new EnumMap<>(Topic.class);
        for (TopicResult t : List.of(
                StageTopic.of(p, StageTopic.fit(p)),
                HierarchyTopic.of(p),
                RestTopics.positions(p),
                RestTopics.orientation(p),
                ClipTopic.of(p, Progress.NONE),
                SurfaceTopics.surfaces(p),
                SurfaceTopics.shapes(p))) {
            out.put(t.topic(), t.evidence().over());
        }
        return out;
    }

    private List<Candidate> candidates(Scene returned) {
        Pair p = new Pair(sent, returned, true, tolerances);
        List<Candidate> out = new ArrayList<>();
        similarity(p, returned, out);
        extraRoot(p, returned, out);
        tips(p, returned, out);
        turnedJoints(p, out);
        restIsFirstFrame(p, returned, out);
        shift(p, out);
        rate(p, out);
        renamed(p, out);
        return out;
    }

    private void similarity(Pair p, Scene returned, List<Candidate> out) {
        Similarity fit = StageTopic.fit(p);
        if (fit == null) {
            return;
        }
        boolean scaled = Math.abs(fit.scale() - 1) > tolerances.scale();
        boolean turned = fit.angleDegrees() > tolerances.turn() || fit.mirrored();
        Stage stage = returned.stage();
        double unit = scaled ? stage.metersPerUnit() / fit.scale() : stage.metersPerUnit();
        double rounded = roundUnit(unit);
        AxisSystem axes = turned ? redeclared(stage.axes(), fit) : stage.axes();
        if (scaled) {
            out.add(new Candidate("unit-misdeclared", unitText(stage, rounded), new Redeclare(stage.axes(), rounded)));
        }
        if (turned && axes != null) {
            out.add(new Candidate(
                    fit.mirrored() ? "handedness-misdeclared" : "axes-misdeclared",
                    "The data are " + axes.describe() + " where " + stage.axes().describe() + " is declared",
                    new Redeclare(axes, stage.metersPerUnit())));
            if (scaled) {
                out.add(new Candidate(
                        "unit-and-axes-misdeclared",
                        unitText(stage, rounded) + ", and the data are " + axes.describe() + " where "
                                + stage.axes().describe() + " is declared",
                        new Redeclare(axes, rounded)));
            }
        }
        if (!fit.mirrored()) {
            moves(fit, scaled, turned, out);
        }
    }

    private void moves(Similarity fit, boolean scaled, boolean turned, List<Candidate> out) {
        Matrix3d back = new Matrix3d(fit.rotation()).transpose();
        double factor = 1 / fit.scale();
        org.joml.Vector3d o = back.transform(new org.joml.Vector3d(
                        fit.offset().x(), fit.offset().y(), fit.offset().z()))
                .mul(-factor);
        Vec3 offset = new Vec3(o.x, o.y, o.z);
        Vec3 angles = turned ? RotationOrder.XYZ.angles(back) : Vec3.ZERO;
        boolean moved = offset.length() * 1000 > tolerances.offset();
        if (turned) {
            Vec3 t = StageTopic.turn(fit);
            out.add(new Candidate(
                    "scene-turned",
                    String.format(
                            java.util.Locale.ROOT,
                            "Everything was turned by %.1f°, %.1f°, %.1f° about X, Y, Z%s",
                            tenth(t.x()),
                            tenth(t.y()),
                            tenth(t.z()),
                            scaled ? " and scaled by " + Figure.number(fit.scale()) : ""),
                    new MoveScene(angles, scaled ? factor : 1, moved ? offset : Vec3.ZERO)));
        } else if (scaled) {
            out.add(new Candidate(
                    "scene-scaled",
                    "Everything was scaled by " + Figure.number(fit.scale()),
                    new MoveScene(Vec3.ZERO, factor, moved ? offset : Vec3.ZERO)));
        } else if (moved) {
            out.add(new Candidate(
                    "scene-moved",
                    String.format(
                            java.util.Locale.ROOT,
                            "Everything was moved by %.1f mm, %.1f mm, %.1f mm",
                            tenth(fit.offset().x() * 1000),
                            tenth(fit.offset().y() * 1000),
                            tenth(fit.offset().z() * 1000)),
                    new MoveScene(Vec3.ZERO, 1, offset)));
        }
    }

    /** Rounded to a tenth, never -0. */
    private static double tenth(double v) {
        return Math.rint(v * 10) / 10 + 0.0;
    }

    private static double roundUnit(double unit) {
        for (double known : new double[] {1, 0.1, 0.01, 0.001, 0.0254, 0.3048}) {
            if (Math.abs(unit / known - 1) < 1e-3) {
                return known;
            }
        }
        return unit;
    }

    private static String unitText(Stage stage, double unit) {
        return "The numbers are in units of " + stage.withMetersPerUnit(unit).unitLabel() + " where "
                + stage.unitLabel() + " is declared";
    }

    /** The axes that the data must be in: the declared ones with the fitted turn taken back, when that is a turn by squares. */
    private static @Nullable AxisSystem redeclared(AxisSystem declared, Similarity fit) {
        Matrix3d m = new Matrix3d(fit.rotation()).transpose().mul(declared.toCommon());
        SignedAxis[] rows = new SignedAxis[3];
        for (int r = 0; r < 3; r++) {
            double x = m.get(0, r);
            double y = m.get(1, r);
            double z = m.get(2, r);
            rows[r] = SignedAxis.nearest(x, y, z);
            double largest = Math.max(Math.abs(x), Math.max(Math.abs(y), Math.abs(z)));
            if (Math.toDegrees(Math.acos(Math.min(1, largest))) > SQUARE) {
                return null;
            }
        }
        return new AxisSystem(rows[1], rows[2], rows[0]);
    }

    private static void extraRoot(Pair p, Scene returned, List<Candidate> out) {
        for (int j : returned.joints()) {
            if (p.matching.back()[j] < 0 && HierarchyTopic.isExtraRoot(p, j)) {
                String name = returned.nodes().get(j).name();
                out.add(new Candidate("extra-root", "A root, " + name + ", was put on top", new SingleRoot(name)));
            }
        }
    }

    private static void tips(Pair p, Scene returned, List<Candidate> out) {
        List<String> names = new ArrayList<>();
        for (int t : DropJoints.tips(returned)) {
            if (p.matching.back()[t] < 0) {
                names.add(returned.nodes().get(t).name());
            }
        }
        if (!names.isEmpty()) {
            out.add(new Candidate("tip-joints-added", names.size() + " tip joints were added", new DropJoints(names)));
        }
    }

    private void turnedJoints(Pair p, List<Candidate> out) {
        Quaterniond k = constantTurn(p);
        if (k == null || SwingTwist.angle(k) <= tolerances.orientation()) {
            return;
        }
        Vec3 back = RotationOrder.XYZ.angles(new Matrix3d().rotation(new Quaterniond(k).conjugate()));
        String axes = alongChange(p);
        out.add(new Candidate(
                "joints-re-aimed",
                "The bones were re-aimed" + axes + ", every joint turned by "
                        + Figure.number(Math.rint(SwingTwist.angle(k) * 100) / 100) + "° about its own "
                        + RestTopics.about(k, SwingTwist.angle(k)),
                new TurnJoints(back)));
    }

    /** The turn that at least nine of ten joints share, once the turn of the whole scene is taken out. */
    private @Nullable Quaterniond constantTurn(Pair p) {
        Similarity fit = StageTopic.fit(p);
        boolean turned = fit != null && fit.angleDegrees() > tolerances.turn();
        return turned ? null : RestTopics.constantTurn(p);
    }

    private static String alongChange(Pair p) {
        p.sentPose.rest();
        p.returnedPose.rest();
        Map<String, Integer> count = new java.util.HashMap<>();
        for (int j : p.matched()) {
            SignedAxis a = idleheron.core.inspect.Facts.along(p.sent, p.sentPose, j);
            SignedAxis b = idleheron.core.inspect.Facts.along(
                    p.returned, p.returnedPose, p.matching.nodes()[j]);
            if (a != null && b != null) {
                count.merge(" (" + a.label() + " ran along the bone, now " + b.label() + ")", 1, Integer::sum);
            }
        }
        return count.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("");
    }

    /** Every clip has the frames that were sent, counted at another rate: frames were kept and seconds were not. */
    private void rate(Pair p, List<Candidate> out) {
        FrameRate told = null;
        for (int c = 0; c < sent.clips().size(); c++) {
            int other = p.matching.clips()[c];
            if (other >= 0) {
                Clip s = sent.clips().get(c);
                Clip r = p.returned.clips().get(other);
                double off =
                        Math.max(Math.abs(s.firstFrame() - r.firstFrame()), Math.abs(s.lastFrame() - r.lastFrame()));
                if (s.rate().equals(r.rate()) || off > tolerances.frames()) {
                    return;
                }
                told = s.rate();
            }
        }
        if (told != null) {
            out.add(new Candidate(
                    "rate-misread",
                    "Frames were kept and seconds were not: " + told.label() + " frames a second were read as "
                            + p.returned.stage().rate().label(),
                    new RetimeClips(told)));
        }
    }

    /** Joints under other names: under the same joint, at the same place, and the only ones there without a partner. */
    private void renamed(Pair p, List<Candidate> out) {
        p.sentPose.rest();
        p.returnedPose.rest();
        Map<String, String> table = new java.util.TreeMap<>();
        Map<Integer, Integer> partner = new java.util.HashMap<>();
        for (int j : sent.joints()) {
            int known = p.matching.nodes()[j];
            if (known >= 0) {
                partner.put(j, known);
                continue;
            }
            int above = sent.jointAbove(j);
            Integer there = above < 0 ? Integer.valueOf(-1) : partner.get(above);
            if (there == null) {
                continue;
            }
            int like = -1;
            int count = 0;
            for (int r : p.returned.joints()) {
                if (p.matching.back()[r] < 0
                        && p.returned.jointAbove(r) == there
                        && p.sentPosition(j).distance(p.returnedPosition(r)) * 1000 <= tolerances.joint()) {
                    like = r;
                    count++;
                }
            }
            if (count == 1) {
                partner.put(j, like);
                table.put(
                        p.returned.nodes().get(like).name(), sent.nodes().get(j).name());
            }
        }
        if (!table.isEmpty()) {
            Map.Entry<String, String> first = table.entrySet().iterator().next();
            boolean root = table.size() == 1
                    && sent.skeletonRoots().stream()
                            .anyMatch(r -> sent.nodes().get(r).name().equals(first.getValue()));
            out.add(new Candidate(
                    root ? "root-renamed" : "joints-renamed",
                    root
                            ? "The root was renamed from " + first.getValue() + " to " + first.getKey()
                            : table.size() + " joints came under other names, such as " + first.getValue() + " as "
                                    + first.getKey(),
                    RenameNodes.table(table)));
        }
    }

    /** Joints bound elsewhere and at rest where a clip begins: bound again, the clip still begins there. */
    private void restIsFirstFrame(Pair p, Scene returned, List<Candidate> out) {
        p.returnedPose.rest();
        List<Matrix4d> rest = new ArrayList<>();
        boolean elsewhere = false;
        for (int i = 0; i < returned.nodes().size(); i++) {
            Node n = returned.nodes().get(i);
            rest.add(new Matrix4d(p.returnedPose.world(i)));
            elsewhere |= n.isJoint() && n.bindWorld() != null && !alike(returned, n.bindWorld(), rest.get(i));
        }
        if (!elsewhere) {
            return;
        }
        Remedy remedy = new RestToBind();
        Scene bound = remedy.apply(returned);
        Pose pose = new Pose(bound);
        for (Clip c : bound.clips()) {
            pose.at(c, c.startSeconds());
            boolean same = true;
            for (int i = 0; same && i < rest.size(); i++) {
                same = !bound.nodes().get(i).isJoint() || alike(returned, rest.get(i), pose.world(i));
            }
            if (same) {
                out.add(new Candidate(
                        "rest-is-first-frame",
                        "The rest pose is the first frame of " + c.name() + " and no longer the pose that was bound",
                        remedy));
                return;
            }
        }
    }

    private boolean alike(Scene scene, Matrix4dc a, Matrix4dc b) {
        return tolerances.sameJoint(a, b, scene.stage().metersPerUnit());
    }

    /** All clips shifted by the same time. */
    private void shift(Pair p, List<Candidate> out) {
        double by = Double.NaN;
        for (int c = 0; c < sent.clips().size(); c++) {
            int other = p.matching.clips()[c];
            if (other >= 0) {
                Clip s = sent.clips().get(c);
                Clip r = p.returned.clips().get(other);
                double start = r.startSeconds() - s.startSeconds();
                double end = r.endSeconds() - s.endSeconds();
                if (Math.abs(start - end) > 1e-6 || !Double.isNaN(by) && Math.abs(by - start) > 1e-6) {
                    return;
                }
                by = start;
            }
        }
        if (!Double.isNaN(by) && Math.abs(by) * sent.stage().rate().perSecond() > tolerances.frames()) {
            out.add(new Candidate(
                    "clips-shifted",
                    "Every clip was shifted by "
                            + Figure.number(by * sent.stage().rate().perSecond()) + " frames",
                    new ShiftClips(-by)));
        }
    }
}
