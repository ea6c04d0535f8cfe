package idleheron.core.compare;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** A small arm that can be changed in one way at a time: shoulder, elbow, hand and a mesh of four points. */
public final class SmallCrossing {
    private SmallCrossing() {}

    public static Scene sent() {
        List<Node> nodes = new ArrayList<>(List.of(
                Node.of("shoulder", -1, NodeKind.JOINT, at(0, 1, 0)),
                Node.of("elbow", 0, NodeKind.JOINT, at(0.3, 0, 0.02)),
                Node.of("hand", 1, NodeKind.JOINT, at(0.25, -0.05, 0)),
                Node.of("thumb", 2, NodeKind.JOINT, at(0.05, 0, 0.06)),
                Node.mesh("arm", -1, Transform.IDENTITY, 0, 0, 1)));
        Stage stage = new Stage(AxisSystem.COMMON, 1, FrameRate.FILM, 0, 1, "test");
        Scene bare = new Scene(
                "arm", stage, nodes, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Pose rest = new Pose(bare.withNodes(nodes.subList(0, 4)));
        int[] joints = {0, 1, 2, 3};
        Matrix4dc[] toJoint = new Matrix4dc[4];
        for (int j = 0; j < 4; j++) {
            nodes.set(j, nodes.get(j).withBindWorld(new Matrix4d(rest.world(j))));
            toJoint[j] = new Matrix4d(rest.world(j)).invert();
        }
        Skin skin =
                new Skin("skin", joints, toJoint, new int[] {0, 1, 3, 5, 6}, new int[] {0, 0, 1, 1, 2, 3}, new float[] {
                    1, .5f, .5f, .25f, .75f, 1
                });
        BlendShape fist = new BlendShape(
                "fist", 0, List.of(new BlendShape.Target(1, new int[] {3}, new float[] {-0.02f, 0, 0}, null)));
        Mesh mesh = new Mesh(
                "arm",
                new double[] {0, 1, 0.1, 0.3, 1, 0.1, 0.5, 0.95, 0.1, 0.62, 0.95, 0.08},
                new int[] {0, 3, 6},
                new int[] {0, 1, 2, 1, 3, 2},
                null,
                List.of(),
                new int[] {0, 1},
                null,
                null,
                skin,
                List.of(fist));
        List<Material> materials = List.of(
                new Material("sleeve", "lambert", Vec3.ONE, 1, -1), new Material("skin", "phong", Vec3.ONE, 1, -1));
        return new Scene(
                "arm",
                stage,
                nodes,
                List.of(mesh),
                materials,
                List.of(),
                List.of(),
                List.of(),
                List.of(wave(0, 1)),
                List.of());
    }

    public static Transform at(double x, double y, double z) {
        return Transform.of(new Vec3(x, y, z), Vec3.ZERO, Vec3.ONE);
    }

    public static Clip wave(double start, double end) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        double mid = (start + end) / 2;
        c[Channel.ROTATE_Z.ordinal()] = Curve.linear(new double[] {start, mid, end}, new double[] {0, 45, 0});
        return new Clip("wave", start, end, FrameRate.FILM, List.of(new Clip.NodeTrack(1, c)), List.of());
    }

    public static Scene withNode(Scene s, int index, Node n) {
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(index, n);
        return s.withNodes(nodes);
    }

    static Scene withWeights(Scene s, float... weights) {
        Mesh m = s.meshes().getFirst();
        Skin k = java.util.Objects.requireNonNull(m.skin());
        return s.withMeshes(List.of(m.withSkin(k.withWeights(k.starts(), k.slots(), weights))));
    }
}
