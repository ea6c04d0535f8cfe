package idleheron.rehearsal;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A sound character drawn at random: a tree of 8 to 24 joints of any rotation order, some with turns before the rotation, a
 * skinned cloud of quads around it, one to three clips, any axes, one of five units.
 */
final class RandomCharacter {
    private static final double[] UNITS = {1, 0.01, 0.001, 0.1, 0.0254};
    private final Random random;

    private RandomCharacter(long seed) {
        random = new Random(seed);
    }

    static Scene of(long seed) {
        return new RandomCharacter(seed).scene();
    }

    private Vec3 vector(double size) {
        return new Vec3(size * random.nextGaussian(), size * random.nextGaussian(), size * random.nextGaussian());
    }

    private Scene scene() {
        double unit = UNITS[random.nextInt(UNITS.length)];
        double metre = 1 / unit;
        int joints = 8 + random.nextInt(17);
        List<Node> nodes = new ArrayList<>();
        for (int j = 0; j < joints; j++) {
            int parent = j == 0 ? -1 : random.nextInt(3) == 0 ? random.nextInt(j) : j - 1;
            Transform t =
                    Transform.of(j == 0 ? new Vec3(0, 0.9 * metre, 0) : vector(0.15 * metre), vector(30), Vec3.ONE);
            t = new Transform(
                    t.translation(),
                    RotationOrder.values()[random.nextInt(6)],
                    t.rotation(),
                    random.nextInt(3) == 0 ? vector(30) : Vec3.ZERO,
                    Vec3.ZERO,
                    Vec3.ONE,
                    Vec3.ZERO,
                    Vec3.ZERO,
                    Vec3.ZERO,
                    Vec3.ZERO,
                    Inherit.ORDINARY);
            nodes.add(Node.of("bone_" + j, parent, NodeKind.JOINT, t));
        }
        SignedAxis up = SignedAxis.values()[random.nextInt(6)];
        SignedAxis front = SignedAxis.values()[(up.ordinal() + 2 + random.nextInt(2)) % 6];
        AxisSystem axes = AxisSystem.rightHanded(up, front);
        Stage stage = new Stage(random.nextInt(4) > 0 ? axes : axes.mirrored(), unit, FrameRate.FILM, 0, 2, "test");
        Scene bare = new Scene(
                "random", stage, nodes, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Pose rest = new Pose(bare);
        for (int j = 0; j < joints; j++) {
            nodes.set(j, nodes.get(j).withBindWorld(new Matrix4d(rest.world(j))));
        }
        nodes.add(Node.mesh("skin", -1, Transform.IDENTITY, 0));
        List<Clip> clips = new ArrayList<>();
        for (int c = 0; c <= random.nextInt(3); c++) {
            clips.add(clip(c, joints, metre));
        }
        return bare.withNodes(nodes)
                .withMeshes(List.of(mesh(rest, joints, metre)))
                .withClips(clips);
    }

    /** A strip of quads along every joint, six influences on most points. */
    private Mesh mesh(Pose rest, int joints, double metre) {
        int n = 8 * joints;
        double[] points = new double[3 * n];
        int[] starts = new int[n + 1];
        List<Integer> slots = new ArrayList<>();
        List<Float> weights = new ArrayList<>();
        int[] corners = new int[12 * joints];
        int[] faces = new int[3 * joints + 1];
        Matrix4dc[] toJoint = new Matrix4dc[joints];
        int[] all = new int[joints];
        for (int j = 0; j < joints; j++) {
            all[j] = j;
            toJoint[j] = new Matrix4d(rest.world(j)).invert();
            for (int k = 0; k < 8; k++) {
                int p = 8 * j + k;
                Vec3 off = vector(0.05 * metre);
                points[3 * p] = rest.world(j).m30() + off.x();
                points[3 * p + 1] = rest.world(j).m31() + off.y();
                points[3 * p + 2] = rest.world(j).m32() + off.z();
                int influences = k == 0 ? 1 : 6;
                double[] w = random.doubles(influences, 0.1, 1).toArray();
                double sum = java.util.Arrays.stream(w).sum();
                for (int i = 0; i < influences; i++) {
                    slots.add((j + i) % joints);
                    weights.add((float) (w[i] / sum));
                }
                starts[p + 1] = slots.size();
            }
            for (int q = 0; q < 3; q++) {
                int[] around = {8 * j + 2 * q, 8 * j + 2 * q + 1, 8 * j + 2 * q + 3, 8 * j + 2 * q + 2};
                System.arraycopy(around, 0, corners, 12 * j + 4 * q, 4);
                faces[3 * j + q + 1] = 12 * j + 4 * q + 4;
            }
        }
        float[] w = new float[weights.size()];
        for (int i = 0; i < w.length; i++) {
            w[i] = weights.get(i);
        }
        Skin skin = new Skin(
                "skin", all, toJoint, starts, slots.stream().mapToInt(i -> i).toArray(), w);
        return Mesh.bare("skin", points, faces, corners).withSkin(skin);
    }

    private Clip clip(int index, int joints, double metre) {
        int first = 1 + random.nextInt(20);
        int frames = 12 + random.nextInt(30);
        double[] seconds = new double[frames + 1];
        for (int f = 0; f <= frames; f++) {
            seconds[f] = (first + f) / 24.0;
        }
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int j = 0; j < joints; j++) {
            @Nullable Curve[] c = new Curve[Channel.COUNT];
            for (int k = 0; k < 3; k++) {
                c[Channel.ROTATE_X.ordinal() + k] = wave(seconds, 40);
                if (j == 0) {
                    c[Channel.TRANSLATE_X.ordinal() + k] = wave(seconds, 0.5 * metre);
                }
            }
            tracks.add(new Clip.NodeTrack(j, c));
        }
        return new Clip("clip_" + index, seconds[0], seconds[frames], FrameRate.FILM, tracks, List.of());
    }

    private Curve wave(double[] seconds, double size) {
        double a = random.nextDouble() * 6;
        double f = 2 + 4 * random.nextDouble();
        double s = size * (0.2 + random.nextDouble());
        double[] v = new double[seconds.length];
        for (int i = 0; i < v.length; i++) {
            v[i] = s * Math.sin(a + f * seconds[i]) + 0.1 * s * Math.sin(3.1 * f * seconds[i]);
        }
        return Curve.linear(seconds, v);
    }
}
