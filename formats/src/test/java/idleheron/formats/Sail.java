package idleheron.formats;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** A small surface for round trips. */
public final class Sail {
    private Sail() {}

    /** A quad and a triangle on five points. */
    public static Mesh mesh() {
        return Mesh.bare(
                "sail", new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 2, 0, 5}, new int[] {0, 4, 7}, new int[] {
                    0, 1, 2, 3, 1, 4, 2
                });
    }

    /** A shape of two points of it, with another point that moves half way. */
    public static BlendShape billow(double weight) {
        return new BlendShape(
                "billow",
                weight,
                List.of(
                        new BlendShape.Target(0.5, new int[] {2}, new float[] {0, 0, 1}, null),
                        new BlendShape.Target(1, new int[] {1, 3}, new float[] {1, 2, 3, 4, 5, 6}, null)));
    }

    /** A scene with nothing in it. */
    public static Scene bare(Stage stage) {
        return Scene.bare("t", stage);
    }

    /** Up along Z, in centimetres, two seconds at 30 a second. */
    public static Stage stage() {
        return new Stage(AxisSystem.Z_UP, 0.01, FrameRate.of(30), 0, 2, "test");
    }

    /** A joint some way up its parent; one at the top lies on its side. */
    private static Node joint(String name, int parent, double y) {
        return Node.of(
                name,
                parent,
                NodeKind.JOINT,
                Transform.of(new Vec3(0, y, 0), new Vec3(0, 0, parent < 0 ? 90 : 0), Vec3.ONE));
    }

    /** It, with normals and coordinates. */
    public static Mesh dressed() {
        float[] normals = new float[21];
        for (int i = 0; i < normals.length; i++) {
            normals[i] = i % 3 == i / 3 % 3 ? 1 : 0;
        }
        return mesh().withNormals(normals)
                .withUvSets(List.of(
                        new UvSet("st", new float[] {0, 0, 1, 0, 1, 1, 0, 0.5f}, new int[] {0, 1, 2, 3, 1, 2, 3})));
    }

    /** A mesh beside two joints, in tar with a picture and in cloth. */
    public static Scene shown(Mesh m) {
        return bare(stage())
                .withNodes(List.of(
                        joint("mast", -1, 1), joint("boom", 0, 2), Node.mesh("sail", -1, Transform.IDENTITY, 0, 1, 0)))
                .withMeshes(List.of(m))
                .withTextures(List.of(new Texture("canvas", "maps/canvas.png", "maps/canvas.png", false)))
                .withMaterials(List.of(
                        new Material(
                                "tar",
                                "phong",
                                new Vec3(0.1, 0.2, 0.3),
                                0.5,
                                List.of(new Material.Use(Material.DIFFUSE, 0, Placement.of(2, 3, 30, 0.25, 0.5))),
                                List.of()),
                        new Material("cloth", "lambert", new Vec3(1, 0.5, 0), 1, -1)));
    }

    /** Its points on the first two joints, one or both. */
    public static Skin skin(Matrix4dc... toJoint) {
        return new Skin(
                "skin",
                new int[] {0, 1},
                toJoint,
                new int[] {0, 1, 3, 4, 5, 6},
                new int[] {0, 0, 1, 1, 0, 1},
                new float[] {1, 0.25f, 0.75f, 1, 1, 1});
    }

    /** The sail bound to both joints, with its shape. */
    public static Scene rigged() {
        Pose rest = new Pose(shown(dressed()));
        Matrix4dc[] bind = {new Matrix4d(rest.world(0)).invert(), new Matrix4d(rest.world(1)).invert()};
        Scene s = shown(dressed().withSkin(skin(bind)).withShapes(List.of(billow(0))));
        List<Node> nodes = new ArrayList<>(s.nodes());
        for (int j = 0; j < 2; j++) {
            nodes.set(j, nodes.get(j).withBindWorld(new Matrix4d(rest.world(j))));
        }
        return s.withNodes(nodes);
    }

    /** Two seconds in which the boom turns, the mast rises and the sail billows. */
    public static Clip wave() {
        Curve rise = Curve.linear(new double[] {0, 2}, new double[] {0, 1});
        return new Clip(
                "wave",
                0,
                2,
                FrameRate.of(30),
                List.of(track(1, Channel.ROTATE_X, turn()), track(0, Channel.TRANSLATE_Z, rise)),
                List.of(new Clip.ShapeTrack(0, 0, rise)));
    }

    /** There and back, in degrees. */
    public static Curve turn() {
        return Curve.linear(new double[] {0, 1, 2}, new double[] {0, 40, -20});
    }

    /** The clip of a name. */
    public static Clip clip(Scene s, String name) {
        return s.clips().stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
    }

    /** One channel that moves. */
    public static Clip.NodeTrack track(int node, Channel channel, Curve c) {
        @Nullable Curve[] all = new Curve[Channel.COUNT];
        all[channel.ordinal()] = c;
        return new Clip.NodeTrack(node, all);
    }
}
