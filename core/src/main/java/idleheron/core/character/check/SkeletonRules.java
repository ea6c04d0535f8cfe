package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** Rules about nodes and joints. */
public final class SkeletonRules {
    private static final double ONE = 1e-5;
    private static final double ZERO_LENGTH = 1e-6;
    private static final double REST_MM = 0.1;
    private static final double REST_DEGREES = 0.05;

    private SkeletonRules() {}

    private static double offOne(Vec3 s) {
        return Math.max(Math.abs(s.x() - 1), Math.max(Math.abs(s.y() - 1), Math.abs(s.z() - 1)));
    }

    /** A scale other than 1 on a joint, above a joint, or on a mesh or above it. */
    static void scale(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            Vec3 scale = n.transform().scaling();
            String what = offOne(scale) > ONE ? carried(s, i, f.isSkinned()) : "";
            if (what.isEmpty()) {
                continue;
            }
            boolean uniform = Math.abs(scale.x() - scale.y()) < ONE && Math.abs(scale.x() - scale.z()) < ONE;
            String amount = uniform
                    ? say("core.character.check.SkeletonRules.on-all-axes", Figure.number(scale.x()))
                    : Figure.number(scale.x()) + ", " + Figure.number(scale.y()) + ", " + Figure.number(scale.z());
            out.add(Finding.of("node-scale", Severity.BREAKS, Topic.HIERARCHY)
                    .says(
                            say(
                                    "core.character.check.SkeletonRules.scale-left",
                                    (uniform
                                            ? Figure.number(scale.x())
                                            : say("core.character.check.SkeletonRules.by-axis")),
                                    what),
                            say(
                                    "core.character.check.SkeletonRules.carries-where-scale-is-dropped-what",
                                    n.name(),
                                    amount,
                                    Figure.number(uniform && scale.x() > 0 ? Math.max(scale.x(), 1 / scale.x()) : 1),
                                    (scale.x() > 1 ? "small." : "large.")))
                    .measured(Figure.of(scale.x(), "×", s.path(i)))
                    .atNode(i)
                    .because(
                            uniform
                                    ? say("core.character.check.SkeletonRules.the-rig-was-sized-by-its")
                                    : say("core.character.check.SkeletonRules.the-node-was-stretched-and-never"))
                    .mendedBy(uniform && scale.x() > 0 ? new BakeScale() : null));
        }
    }

    private static String carried(Scene s, int node, boolean skinned) {
        if (s.nodes().get(node).isJoint()) {
            return say("core.character.check.SkeletonRules.on-a-joint");
        }
        boolean mesh = s.nodes().get(node).kind() == NodeKind.MESH;
        boolean joint = false;
        for (int i = node + 1; i < s.nodes().size(); i++) {
            if (s.isUnder(i, node)) {
                joint |= s.nodes().get(i).isJoint();
                mesh |= s.nodes().get(i).kind() == NodeKind.MESH;
            }
        }
        return joint
                ? say("core.character.check.SkeletonRules.above-the-skeleton")
                : mesh && skinned ? say("core.character.check.SkeletonRules.on-a-mesh") : "";
    }

    /** More than one root. */
    static void roots(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        List<Integer> roots = s.skeletonRoots();
        if (roots.size() < 2) {
            return;
        }
        List<Integer> idle = SingleRoot.idleRoots(s);
        if (idle.isEmpty() && ownMeshes(s, roots)) {
            out.add(Finding.of("several-characters", Severity.NOTE, Topic.HIERARCHY)
                    .says(
                            say("core.character.check.SkeletonRules.characters-in-one-file", roots.size()),
                            say(
                                    "core.character.check.SkeletonRules.each-have-their-own-skeleton-and",
                                    listed(names(s, roots))))
                    .measured(Figure.of(
                            roots.size(),
                            say("core.character.check.SkeletonRules.characters"),
                            s.path(roots.getFirst())))
                    .atNode(roots.getFirst()));
            return;
        }
        List<String> names = roots.stream().map(r -> s.nodes().get(r).name()).toList();
        int shown = idle.isEmpty() ? roots.get(1) : idle.getFirst();
        out.add(Finding.of("several-roots", Severity.BREAKS, Topic.HIERARCHY)
                .says(
                        roots.size() == 2
                                ? say("core.character.check.SkeletonRules.two-roots")
                                : say("core.character.check.SkeletonRules.roots", roots.size()),
                        say("core.character.check.SkeletonRules.a-receiver-that-wants-one-root", listed(names)))
                .measured(Figure.of(roots.size(), say("core.character.check.SkeletonRules.roots-2"), s.path(shown)))
                .atNode(shown)
                .because(
                        idle.isEmpty()
                                ? say("core.character.check.SkeletonRules.a-chain-is-not-connected")
                                : say(
                                        "core.character.check.SkeletonRules.move-no-point-controls-that-went",
                                        listed(names(s, idle))))
                .mendedBy(idle.isEmpty() ? null : new SingleRoot("")));
    }

    /** Whether no mesh is moved by joints of two skeletons. */
    private static boolean ownMeshes(Scene s, List<Integer> roots) {
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            int own = -1;
            int[] per = k == null ? new int[0] : k.pointsPerSlot();
            for (int i = 0; k != null && i < per.length; i++) {
                for (int r : roots) {
                    boolean under = k.joints()[i] == r || s.isUnder(k.joints()[i], r);
                    if (per[i] > 0 && under && own >= 0 && own != r) {
                        return false;
                    }
                    own = per[i] > 0 && under ? r : own;
                }
            }
        }
        return true;
    }

    private static List<String> names(Scene s, List<Integer> nodes) {
        return nodes.stream().map(n -> s.nodes().get(n).name()).toList();
    }

    static String listed(List<String> names) {
        int most = 4;
        if (names.size() <= most) {
            return String.join(", ", names);
        }
        return say(
                "core.character.check.SkeletonRules.and-more",
                String.join(", ", names.subList(0, most)),
                (names.size() - most));
    }

    /** Joints that end a chain and move nothing. */
    static void tips(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c != null && c.tipJoints()) {
            return;
        }
        Scene s = f.scene();
        List<Integer> tips = DropJoints.tips(s);
        if (tips.isEmpty()) {
            return;
        }
        out.add(Finding.of("tip-joints", Severity.DRIFTS, Topic.HIERARCHY)
                .says(
                        tips.size() == 1
                                ? say("core.character.check.SkeletonRules.one-tip-joint")
                                : say("core.character.check.SkeletonRules.tip-joints", tips.size()),
                        say(
                                "core.character.check.SkeletonRules.no-weight-no-children-some-receivers",
                                listed(names(s, tips))))
                .measured(Figure.of(
                        tips.size(), say("core.character.check.SkeletonRules.joints"), s.path(tips.getFirst())))
                .atNode(tips.getFirst())
                .because(say("core.character.check.SkeletonRules.they-marked-the-ends-of-bones"))
                .mendedBy(DropJoints.all()));
    }

    /** Joints that sit on the joint above them. */
    static void zeroLength(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        List<Integer> found = new ArrayList<>();
        for (int j : s.joints()) {
            double length = f.boneLength(j);
            if (length < ZERO_LENGTH) {
                found.add(j);
            }
        }
        if (!found.isEmpty()) {
            out.add(Finding.of("zero-length-bone", Severity.DRIFTS, Topic.REST_POSE)
                    .says(
                            found.size() == 1
                                    ? say("core.character.check.SkeletonRules.a-bone-without-length")
                                    : say("core.character.check.SkeletonRules.bones-without-length", found.size()),
                            say(
                                    "core.character.check.SkeletonRules.lie-on-the-joint-above-them",
                                    listed(names(s, found))))
                    .measured(Figure.of(
                            found.size(), say("core.character.check.SkeletonRules.bones"), s.path(found.getFirst())))
                    .atNode(found.getFirst()));
        }
    }

    /** Joints that move points and do not know where they were bound, or were bound elsewhere than they rest. */
    static void bindPose(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        List<Integer> missing = new ArrayList<>();
        for (int j : s.joints()) {
            if (f.points(j) > 0 && s.nodes().get(j).bindWorld() == null) {
                missing.add(j);
            }
        }
        if (!missing.isEmpty()) {
            out.add(Finding.of("missing-bind-pose", Severity.BREAKS, Topic.REST_POSE)
                    .says(
                            say("core.character.check.SkeletonRules.no-bind-pose-on-joints", missing.size()),
                            say(
                                    "core.character.check.SkeletonRules.move-points-and-the-file-does",
                                    listed(names(s, missing))))
                    .measured(Figure.of(
                            missing.size(),
                            say("core.character.check.SkeletonRules.joints"),
                            s.path(missing.getFirst())))
                    .atNode(missing.getFirst()));
        }
    }

    /** Joints that move points and rest elsewhere than they were bound. */
    static void restElsewhere(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Pose rest = new Pose(s);
        List<Integer> off = new ArrayList<>();
        double worst = 0;
        int where = -1;
        for (int j : s.joints()) {
            Matrix4dc bind = s.nodes().get(j).bindWorld();
            if (bind == null || f.points(j) == 0) {
                continue;
            }
            double mm = Matrices.translation(bind).distance(Matrices.translation(rest.world(j)))
                    * s.stage().metersPerUnit()
                    * 1000;
            double degrees =
                    SwingTwist.angle(Matrices.quaternion(bind).conjugate().mul(Matrices.quaternion(rest.world(j))));
            if (mm > REST_MM || degrees > REST_DEGREES) {
                off.add(j);
                if (degrees >= worst) {
                    worst = degrees;
                    where = j;
                }
            }
        }
        if (where >= 0) {
            out.add(Finding.of("rest-is-not-bind", Severity.DRIFTS, Topic.REST_POSE)
                    .says(
                            say("core.character.check.SkeletonRules.rests-elsewhere-than-it-was-bound"),
                            say(
                                    "core.character.check.SkeletonRules.joints-a-receiver-that-binds-at",
                                    off.size(),
                                    listed(names(s, off)),
                                    Figure.number(worst)))
                    .measured(Figure.of(worst, "°", s.path(where)))
                    .atNode(where)
                    .because(say("core.character.check.SkeletonRules.it-was-saved-in-a-pose"))
                    .mendedBy(new RestToBind()));
        }
    }

    /** A square turn left on a group above the skeleton or on a skinned mesh. */
    static void squareTurn(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.isJoint() || n.kind() == NodeKind.CAMERA || n.kind() == NodeKind.LIGHT) {
                continue;
            }
            String what = carried(s, i, f.isSkinned());
            double angle = SwingTwist.angle(Matrices.quaternion(n.transform().matrix()));
            double off = Math.abs(angle - 90 * Math.rint(angle / 90));
            if (what.isEmpty() || angle < 45 || off > 0.01) {
                continue;
            }
            out.add(Finding.of("square-turn-on-node", Severity.DRIFTS, Topic.UNITS_AND_AXES)
                    .says(
                            say(
                                    "core.character.check.SkeletonRules.a-turn-of-left",
                                    Figure.number(Math.rint(angle)),
                                    what),
                            say(
                                    "core.character.check.SkeletonRules.turns-what-lies-below-by-where",
                                    n.name(),
                                    Figure.number(Math.rint(angle))))
                    .measured(Figure.of(Math.rint(angle), "°", s.path(i)))
                    .atNode(i)
                    .because(say("core.character.check.SkeletonRules.an-up-axis-was-changed-by"))
                    .mendedBy(new BakeTurn(n.name())));
        }
    }
}
