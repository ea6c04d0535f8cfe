package idleheron.core.remedy.space;

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
import idleheron.core.scene.mesh.BlendShape;
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

/** Rigs with everything that makes transforms hard: pivots, turns before and after, all orders, scales, cubic keys. */
public final class RandomRig {
    private final Random random;

    private RandomRig(long seed) {
        random = new Random(seed);
    }

    public static Scene of(long seed) {
        return new RandomRig(seed).scene();
    }

    private Vec3 vector(double size) {
        return new Vec3(size * random.nextGaussian(), size * random.nextGaussian(), size * random.nextGaussian());
    }

    private Transform transform(boolean scaled) {
        double s = scaled ? 0.3 + 3 * random.nextDouble() : 1;
        boolean pivots = random.nextBoolean();
        Vec3 none = Vec3.ZERO;
        return new Transform(
                vector(1),
                RotationOrder.values()[random.nextInt(6)],
                vector(60),
                random.nextBoolean() ? vector(40) : none,
                random.nextBoolean() ? vector(40) : none,
                Vec3.ONE.times(s),
                pivots ? vector(0.3) : none,
                pivots ? vector(0.3) : none,
                pivots ? vector(0.3) : none,
                pivots ? vector(0.3) : none,
                Inherit.ORDINARY);
    }

    private Scene scene() {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("top", -1, NodeKind.GROUP, transform(true)));
        for (int j = 0; j < 5; j++) {
            nodes.add(Node.of(
                    "j" + j, j == 0 ? 0 : 1 + random.nextInt(j), NodeKind.JOINT, transform(random.nextInt(3) == 0)));
        }
        nodes.add(Node.mesh("skinned", 0, transform(true), 0));
        nodes.add(Node.mesh("rigid", 3, transform(true), 1)
                .withGeometric(new Matrix4d().translation(0.2, 0, 0.1).rotateX(0.3)));
        SignedAxis up = SignedAxis.values()[random.nextInt(6)];
        SignedAxis front = SignedAxis.values()[(up.ordinal() + 2 + random.nextInt(2)) % 6];
        AxisSystem axes = AxisSystem.rightHanded(up, front);
        Stage stage = new Stage(random.nextBoolean() ? axes : axes.mirrored(), 0.01, FrameRate.FILM, 0, 1, "test");
        Scene bare = new Scene(
                "random",
                stage,
                nodes,
                List.of(mesh(null), mesh(null)),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        return bare.withMeshes(List.of(mesh(skin(new Pose(bare))), mesh(null))).withClips(List.of(clip()));
    }

    private Skin skin(Pose rest) {
        int[] joints = {1, 2, 3, 4, 5};
        Matrix4dc[] toJoint = new Matrix4dc[5];
        for (int s = 0; s < 5; s++) {
            toJoint[s] = new Matrix4d(rest.world(joints[s]))
                    .invert()
                    .mul(rest.world(6))
                    .translate(0.01 * s, 0, 0);
        }
        int[] starts = new int[9];
        int[] slots = new int[16];
        float[] weights = new float[16];
        for (int p = 0; p < 8; p++) {
            starts[p + 1] = 2 * p + 2;
            slots[2 * p] = p % 5;
            slots[2 * p + 1] = (p + 2) % 5;
            weights[2 * p] = 0.1f * (p + 1);
            weights[2 * p + 1] = 1 - weights[2 * p];
        }
        return new Skin("skin", joints, toJoint, starts, slots, weights);
    }

    private Mesh mesh(@Nullable Skin skin) {
        double[] points = random.doubles(24, -1, 1).toArray();
        BlendShape s = new BlendShape(
                "shape",
                0.4,
                List.of(new BlendShape.Target(1, new int[] {1, 5}, new float[] {.1f, .2f, .3f, -.2f, 0, .4f}, null)));
        return new Mesh(
                "mesh",
                points,
                new int[] {0, 4, 8},
                new int[] {0, 1, 2, 3, 7, 6, 5, 4},
                null,
                List.of(),
                null,
                null,
                null,
                skin,
                List.of(s));
    }

    private Curve curve(double size, int keys) {
        double[] t = new double[keys];
        double[] v = new double[keys];
        for (int i = 0; i < keys; i++) {
            t[i] = (double) i / (keys - 1);
            v[i] = size * random.nextGaussian();
        }
        return random.nextBoolean() ? Curve.smooth(t, v) : Curve.linear(t, v);
    }

    private Clip clip() {
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int n : new int[] {0, 1, 3, 5}) {
            @Nullable Curve[] c = new Curve[Channel.COUNT];
            for (int k = 0; k < 6; k++) {
                if (random.nextInt(3) > 0) {
                    c[k] = curve(k < 3 ? 1 : 50, 3 + random.nextInt(3));
                }
            }
            tracks.add(new Clip.NodeTrack(n, c));
        }
        return new Clip("clip", 0, 1, FrameRate.FILM, tracks, List.of(new Clip.ShapeTrack(0, 0, curve(1, 4))));
    }
}
