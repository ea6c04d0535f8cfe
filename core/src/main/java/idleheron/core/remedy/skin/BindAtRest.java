package idleheron.core.remedy.skin;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pose.PointMatrices;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * Binds the skin anew to the joints as they rest, for receivers that bind at rest: the mesh becomes what it looks like there. Exact
 * where one joint moves a point; where weights blend over a turned joint the second blending differs, and the figure says how much.
 *
 * <p>With A the weighted sum of world · toJoint of a point's joints at rest, seen from the mesh's node: p' = A · p, toJoint' = world⁻¹ ·
 * node; offsets of shapes turn by the linear part of A, normals by its inverse transpose. Meshes that several nodes show, and skins of
 * other styles than the linear one, stay as they are.
 */
public record BindAtRest() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "bind-at-rest",
                    BindAtRest.class,
                    Keeps.NEARLY,
                    say("core.remedy.skin.BindAtRest.binds-the-skin-anew-to-the"))
            .told(new BindAtRest())
            .measured(say("core.remedy.skin.BindAtRest.worst-joint-off-its-bind-pose"), BindAtRest::worst);

    private static String worst(Scene s) {
        Pose rest = new Pose(s);
        double worst = 0;
        for (int j : s.joints()) {
            Matrix4dc bind = s.nodes().get(j).bindWorld();
            if (bind != null) {
                worst = Math.max(
                        worst,
                        SwingTwist.angle(
                                Matrices.quaternion(bind).conjugate().mul(Matrices.quaternion(rest.world(j)))));
            }
        }
        return Figure.number(Figure.tenth(worst)) + "°";
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skin.BindAtRest.bind-at-rest");
    }

    @Override
    public String describe() {
        return say("core.remedy.skin.BindAtRest.makes-the-surface-at-rest-the");
    }

    @Override
    public Scene apply(Scene scene) {
        Pose rest = new Pose(scene);
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Node> nodes = new ArrayList<>(scene.nodes());
        boolean any = false;
        for (int m = 0; m < meshes.size(); m++) {
            Skin skin = meshes.get(m).skin();
            int node = skin == null || !skin.style().isPlain() ? -1 : only(scene, m);
            if (node < 0 || skin == null || isAtRest(scene, rest, node, skin)) {
                continue;
            }
            any = true;
            meshes.set(m, new Binding(rest, node, meshes.get(m), skin).mesh());
            nodes.set(node, nodes.get(node).withBindWorld(new Matrix4d(rest.world(node))));
            for (int j : skin.joints()) {
                nodes.set(j, nodes.get(j).withBindWorld(new Matrix4d(rest.world(j))));
            }
        }
        return any ? scene.withNodes(nodes).withMeshes(meshes) : scene;
    }

    /** The one node that shows a mesh; -1 where several do. */
    private static int only(Scene s, int mesh) {
        int found = -1;
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() == mesh) {
                if (found >= 0) {
                    return -1;
                }
                found = i;
            }
        }
        return found;
    }

    private static boolean isAtRest(Scene s, Pose rest, int node, Skin skin) {
        Matrix4d m = new Matrix4d();
        for (int j = 0; j < skin.joints().length; j++) {
            rest.world(skin.joints()[j]).mul(skin.toJoint()[j], m);
            if (Matrices.difference(m, rest.world(node)) > 1e-9 / s.stage().metersPerUnit()) {
                return false;
            }
        }
        return true;
    }

    /** One mesh on its way. */
    private static final class Binding {
        private final Mesh mesh;
        private final Skin skin;
        private final PointMatrices moves;
        private final Matrix4dc[] toJoint;

        Binding(Pose rest, int node, Mesh mesh, Skin skin) {
            this.mesh = mesh;
            this.skin = skin;
            Matrix4dc own = rest.world(node);
            moves = new PointMatrices(rest, node, skin);
            toJoint = new Matrix4dc[skin.joints().length];
            for (int j = 0; j < toJoint.length; j++) {
                toJoint[j] = new Matrix4d(rest.world(skin.joints()[j])).invert().mul(own);
            }
        }

        Mesh mesh() {
            double[] points = mesh.points().clone();
            Vector3d v = new Vector3d();
            for (int p = 0; p < mesh.pointCount(); p++) {
                moves.at(p).transformPosition(points[3 * p], points[3 * p + 1], points[3 * p + 2], v);
                points[3 * p] = v.x;
                points[3 * p + 1] = v.y;
                points[3 * p + 2] = v.z;
            }
            return mesh.withPoints(points)
                    .withNormals(normals(mesh.normals()))
                    .withShapes(mesh.shapes().stream().map(this::shape).toList())
                    .withLayers(mesh.layers().stream()
                            .filter(l -> !l.kind().isDirection())
                            .toList())
                    .withSkin(skin.withJoints(skin.joints(), toJoint));
        }

        private float @Nullable [] normals(float @Nullable [] in) {
            return in == null ? null : PointMatrices.turned(mesh, in, moves::at);
        }

        private BlendShape shape(BlendShape b) {
            return new BlendShape(
                    b.name(), b.weight(), b.targets().stream().map(this::target).toList());
        }

        private BlendShape.Target target(BlendShape.Target t) {
            float[] deltas = t.deltas().clone();
            float[] normals = t.normals() == null ? null : t.normals().clone();
            Vector3d v = new Vector3d();
            Matrix3d turn = new Matrix3d();
            for (int i = 0; i < t.points().length; i++) {
                Matrix4d a = moves.at(t.points()[i]);
                a.transformDirection(v.set(deltas[3 * i], deltas[3 * i + 1], deltas[3 * i + 2]));
                put(v, deltas, i);
                if (normals != null) {
                    a.normal(turn).transform(v.set(normals[3 * i], normals[3 * i + 1], normals[3 * i + 2]));
                    put(v, normals, i);
                }
            }
            return new BlendShape.Target(t.fullWeight(), t.points(), deltas, normals);
        }

        private static void put(Vector3d v, float[] into, int i) {
            into[3 * i] = (float) v.x;
            into[3 * i + 1] = (float) v.y;
            into[3 * i + 2] = (float) v.z;
        }
    }
}
