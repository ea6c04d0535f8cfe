package idleheron.bench;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
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

/** A long sleeve of rings on a chain of joints, four influences on every point, one waving clip. */
final class Sleeve {
    private static final int INFLUENCES = 4;
    private static final int FRAMES = 60;

    private Sleeve() {}

    static Scene scene(int rows, int ring, int joints) {
        return scene(rows, ring, joints, FRAMES);
    }

    static Scene scene(int rows, int ring, int joints, int frames) {
        List<Node> nodes = new ArrayList<>();
        double step = 2.0 / joints;
        for (int j = 0; j < joints; j++) {
            nodes.add(Node.of(
                    "j" + j,
                    j - 1,
                    NodeKind.JOINT,
                    Transform.of(new Vec3(0, j == 0 ? 0 : step, 0), Vec3.ZERO, Vec3.ONE)));
        }
        Stage stage = new Stage(AxisSystem.COMMON, 1, FrameRate.of(30), 0, (frames - 1) / 30.0, "bench");
        Scene bare = new Scene(
                "sleeve", stage, nodes, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Pose rest = new Pose(bare);
        int[] slots = new int[joints];
        Matrix4dc[] toJoint = new Matrix4dc[joints];
        for (int j = 0; j < joints; j++) {
            nodes.set(j, nodes.get(j).withBindWorld(new Matrix4d(rest.world(j))));
            slots[j] = j;
            toJoint[j] = new Matrix4d(rest.world(j)).invert();
        }
        nodes.add(Node.mesh("sleeve", -1, Transform.IDENTITY, 0));
        return bare.withNodes(nodes)
                .withMeshes(List.of(mesh(rows, ring, joints, slots, toJoint)))
                .withClips(List.of(clip(joints, frames)));
    }

    /** With one picture on it, once around and once along, colours and normals alike. */
    static Scene dressed(Scene s) {
        Mesh m = s.meshes().getFirst();
        int n = m.pointCount();
        float[] uv = new float[2 * n];
        for (int p = 0; p < n; p++) {
            uv[2 * p] = (float) (0.5 + Math.atan2(m.points()[3 * p + 2], m.points()[3 * p]) / (2 * Math.PI));
            uv[2 * p + 1] = (float) (m.points()[3 * p + 1] / 2);
        }
        int last = s.nodes().size() - 1;
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(last, Node.mesh("sleeve", -1, Transform.IDENTITY, 0, 0));
        Material cloth = new Material(
                "cloth",
                "phong",
                new Vec3(1, 1, 1),
                1,
                List.of(new Material.Use(Material.DIFFUSE, 0), new Material.Use("NormalMap", 0)),
                List.of());
        return s.withNodes(nodes)
                .withMeshes(List.of(m.withUvSets(List.of(new UvSet("map1", uv, m.corners())))))
                .withMaterials(List.of(cloth))
                .withTextures(List.of(new Texture("cloth", "cloth.png", "cloth.png", true)));
    }

    private static Mesh mesh(int rows, int ring, int joints, int[] slots, Matrix4dc[] toJoint) {
        int n = rows * ring;
        double[] points = new double[3 * n];
        int[] starts = new int[n + 1];
        int[] slot = new int[n * INFLUENCES];
        float[] weight = new float[n * INFLUENCES];
        for (int p = 0; p < n; p++) {
            double y = 2.0 * (p / ring) / rows;
            double a = 2 * Math.PI * (p % ring) / ring;
            points[3 * p] = 0.2 * Math.cos(a);
            points[3 * p + 1] = y;
            points[3 * p + 2] = 0.2 * Math.sin(a);
            int base = Math.clamp((int) (y / 2 * joints) - 1, 0, joints - INFLUENCES);
            for (int k = 0; k < INFLUENCES; k++) {
                slot[INFLUENCES * p + k] = base + k;
                weight[INFLUENCES * p + k] = 0.1f * (INFLUENCES - k);
            }
            starts[p + 1] = INFLUENCES * (p + 1);
        }
        int quads = (rows - 1) * ring;
        int[] corners = new int[4 * quads];
        int[] faces = new int[quads + 1];
        for (int q = 0; q < quads; q++) {
            int next = q % ring == ring - 1 ? q + 1 - ring : q + 1;
            corners[4 * q] = q;
            corners[4 * q + 1] = q + ring;
            corners[4 * q + 2] = next + ring;
            corners[4 * q + 3] = next;
            faces[q + 1] = 4 * (q + 1);
        }
        Skin skin = new Skin("skin", slots, toJoint, starts, slot, weight);
        return Mesh.bare("sleeve", points, faces, corners).withSkin(skin);
    }

    private static Clip clip(int joints, int frames) {
        double[] seconds = new double[frames];
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int f = 0; f < frames; f++) {
            seconds[f] = f / 30.0;
        }
        for (int j = 0; j < joints; j++) {
            double[] v = new double[frames];
            for (int f = 0; f < frames; f++) {
                v[f] = 3 * Math.sin(f * 0.2 + j * 0.3);
            }
            @Nullable Curve[] c = new Curve[Channel.COUNT];
            c[Channel.ROTATE_Z.ordinal()] = Curve.linear(seconds, v);
            tracks.add(new Clip.NodeTrack(j, c));
        }
        return new Clip("wave", 0, seconds[frames - 1], FrameRate.of(30), tracks, List.of());
    }
}
