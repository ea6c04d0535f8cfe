package idleheron.core.remedy.space;

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
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** A scene with a rig, a prop and all kinds of parts, to be moved. */
final class MovedScene {
    private MovedScene() {}

    static Transform at(double x, double y, double z) {
        return Transform.of(new Vec3(x, y, z), Vec3.ZERO, Vec3.ONE);
    }

    /** hip (0, 1, 0) > knee (0, -0.5, 0.1), and a triangle that knee moves at weight 1. */
    static Scene scene() {
        Matrix4dc[] bind = {
            new Matrix4d().translation(0, -1, 0), new Matrix4d().translation(0, -0.5, -0.1),
        };
        Skin skin = new Skin(
                "k", new int[] {0, 1}, bind, new int[] {0, 1, 2, 3}, new int[] {0, 1, 1}, new float[] {1, 1, 1});
        BlendShape shape =
                new BlendShape("b", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {0, 0, 1}, null)));
        Mesh mesh = new Mesh(
                "body",
                new double[] {0, 1, 0, 0, 0.5, 0, 0, 0.5, 0.2},
                new int[] {0, 3},
                new int[] {0, 1, 2},
                new float[] {1, 0, 0, 1, 0, 0, 1, 0, 0},
                List.of(),
                new int[] {0},
                null,
                null,
                skin,
                List.of(shape));
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = Curve.linear(new double[] {0, 1}, new double[] {0, 2});
        c[1] = Curve.linear(new double[] {0, 1}, new double[] {1, 1.5});
        @Nullable Curve[] k = new Curve[Channel.COUNT];
        k[2] = Curve.linear(new double[] {0, 1}, new double[] {0.1, 0.3});
        Clip clip = new Clip(
                "walk",
                0,
                1,
                FrameRate.FILM,
                List.of(new Clip.NodeTrack(0, c), new Clip.NodeTrack(1, k)),
                List.of(new Clip.ShapeTrack(0, 0, Curve.still(0.5))));
        return Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("hip", -1, NodeKind.JOINT, at(0, 1, 0))
                                .withBindWorld(new Matrix4d().translation(0, 1, 0)),
                        Node.of("knee", 0, NodeKind.JOINT, at(0, -0.5, 0.1)),
                        Node.mesh("body", -1, Transform.IDENTITY, 0, 0)))
                .withMeshes(List.of(mesh))
                .withMaterials(List.of(new Material("cloth", "lambert", Vec3.ONE, 1, 0)))
                .withClips(List.of(clip));
    }

    static Vector3d place(Scene s, int node) {
        return new Pose(s).world(node).getTranslation(new Vector3d());
    }
}
