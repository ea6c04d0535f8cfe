package idleheron.rehearsal.demo;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.StandInT;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Vector3d;

/**
 * The postwoman as others ask for her: as an avatar with faces and a satchel that swings, as it comes back from elsewhere without a hand,
 * a maker and the right way round, and as a plain body.
 */
final class LowTideAvatar {
    /** The end of the satchel hangs so far below its joint, metres. */
    private static final double HANGS = 0.16;

    private LowTideAvatar() {}

    private static Scene ready() {
        Scene s = Postwoman.scene().withClips(List.of());
        for (Remedy r : List.of(
                new BakeScale(),
                new SingleRoot(""),
                new BakeTurn("root"),
                new ConvertStage(AxisSystem.COMMON, 1),
                TuneWeights.limit(4),
                new GiveRoles(Map.of()),
                new StandInT())) {
            s = r.apply(s);
        }
        return s;
    }

    /** A figure in T-pose with roles, terms, expressions and springs. */
    static Scene avatar() {
        Scene s = ready();
        List<Node> nodes = new ArrayList<>(s.nodes());
        List<Springs.Spring> springs = new ArrayList<>();
        Pose rest = new Pose(s);
        for (String name : List.of("satchel", "satchel_strap")) {
            int joint = s.find(name);
            Vector3d down = new Matrix4d(rest.world(joint)).invert().transformDirection(new Vector3d(0, -HANGS, 0));
            nodes.add(Node.of(
                    name + "_end",
                    joint,
                    NodeKind.JOINT,
                    Transform.of(new Vec3(down.x, down.y, down.z), Vec3.ZERO, Vec3.ONE)));
            Vec3 ground = new Vec3(0, -1, 0);
            springs.add(new Springs.Spring(
                    name,
                    List.of(
                            new Springs.Joint(joint, 0.05, 0.8, 0.2, ground, 0.4),
                            new Springs.Joint(nodes.size() - 1, 0.05, 0.8, 0.2, ground, 0.4)),
                    List.of(0),
                    -1));
        }
        Avatar known = Objects.requireNonNull(Avatar.in(s));
        Springs all = new Springs(
                List.of(new Springs.Collider(known.node(Role.HIPS), Vec3.ZERO, null, 0.14)),
                List.of(new Springs.Group("hips", List.of(0))),
                springs);
        int body = s.find("body");
        Avatar a = known.withMeta(AvatarMeta.NONE
                        .with(MetaField.NAME, List.of("Postwoman of the Low Tide Post"))
                        .with(MetaField.VERSION, List.of("1"))
                        .with(MetaField.AUTHORS, List.of("Low Tide Post"))
                        .with(MetaField.LICENSE_URL, List.of(MetaField.LICENSE)))
                .withExpressions(List.of(
                        expression("happy", true, body, "smile"),
                        expression("surprised", true, body, "puff"),
                        expression("breath", false, body, "breath"),
                        expression("brim_droop", false, body, "brim_droop")))
                .withSprings(all);
        return s.withName("postwoman").withNodes(nodes).with(Avatar.KEY, List.of(a));
    }

    private static Expression expression(String name, boolean preset, int node, String shape) {
        return new Expression(
                name,
                preset,
                false,
                Expression.NO_OVERRIDES,
                List.of(new Expression.Shape(node, shape, 1)),
                List.of(),
                List.of());
    }

    /** As it comes from elsewhere: looking away, arms lowered, the right hand without its role, no faces, nobody named as maker. */
    static Scene fromElsewhere() {
        Scene s = avatar();
        Avatar a = Objects.requireNonNull(Avatar.in(s));
        List<Node> nodes = new ArrayList<>(s.nodes());
        List<Node> before = Postwoman.scene().nodes();
        for (Role r : List.of(Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM)) {
            Node n = nodes.get(a.node(r));
            for (Node old : before) {
                if (old.name().equals(n.name())) {
                    nodes.set(
                            a.node(r),
                            n.withTransform(
                                    n.transform().withRotation(old.transform().rotation())));
                }
            }
        }
        Map<Role, Integer> roles = new EnumMap<>(a.roles());
        roles.remove(Role.RIGHT_HAND);
        Scene lowered = s.withNodes(nodes)
                .withMeshes(
                        s.meshes().stream().map(m -> m.withShapes(List.of())).toList())
                .with(Avatar.KEY, List.of(a.withMeta(null).withRoles(roles).withExpressions(List.of())));
        return new MoveScene(new Vec3(0, 180, 0), 1, Vec3.ZERO).apply(lowered);
    }

    /** Her surface alone, in metres, without normals and coordinates. */
    static Scene body() {
        Scene one = new MergeMeshes("body").apply(ready().with(Avatar.KEY, List.of()));
        return one.withMeshes(one.meshes().stream()
                .map(m -> m.withNormals(null).withUvSets(List.of()))
                .toList());
    }
}
