package idleheron.rehearsal;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Inherit;
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
import java.util.Random;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * Sound rigs that are unlike each other: an animal, a person, a bird, a chain without limbs, a crane of rigid parts, a welding
 * arm. Any axes and handedness, six units, five rates, all rotation orders, bones aimed by any habit, namespaces, groups above,
 * several meshes, some of them carried by a joint, material slots, blend shapes, clips that begin anywhere.
 */
final class WideRig {
    private static final double[] UNITS = {1, 0.01, 0.001, 0.1, 0.0254, 0.3048};
    private static final FrameRate[] RATES = {
        FrameRate.of(24), FrameRate.of(25), FrameRate.of(30), FrameRate.of(60), new FrameRate(24_000, 1001)
    };
    private static final int RING = 8;

    private final Random random;
    private List<String> names = List.of();
    private List<Integer> parents = List.of();
    private List<Vector3d> places = List.of();
    private final List<Node> nodes = new ArrayList<>();
    private final List<Mesh> meshes = new ArrayList<>();
    private String space = "";
    private double metre = 1;

    private WideRig(long seed) {
        random = new Random(7919 * seed + 13);
    }

    static Scene of(long seed) {
        return new WideRig(seed).scene((int) Math.floorMod(seed, 6L));
    }

    private Scene scene(int kind) {
        WideSkeleton bones = WideSkeleton.of(kind, random);
        names = bones.names;
        parents = bones.parents;
        places = bones.places;
        double unit = UNITS[random.nextInt(UNITS.length)];
        metre = 1 / unit;
        space = random.nextInt(4) == 0 ? "marsh:" : "";
        SignedAxis up = SignedAxis.values()[2 * (1 + random.nextInt(2))];
        SignedAxis front = SignedAxis.values()[(up.ordinal() + 2 + random.nextInt(2)) % 6];
        AxisSystem axes = AxisSystem.rightHanded(up, front);
        FrameRate rate = RATES[random.nextInt(RATES.length)];
        Stage stage = new Stage(random.nextInt(5) > 0 ? axes : axes.mirrored(), unit, rate, 0, 2, "test");
        // places are told in the common space; the stage's own is its turn back, in its unit
        Matrix4d own = CanonicalSpace.of(stage, true).pointMatrix().invert(new Matrix4d());
        int above = -1;
        for (String group : random.nextInt(2) == 0 ? List.of("rig") : List.<String>of()) {
            nodes.add(Node.of(space + group, above, NodeKind.GROUP, Transform.IDENTITY));
            above = nodes.size() - 1;
        }
        int first = nodes.size();
        double jitter = random.nextBoolean() ? 0.004 : 0;
        int habit = random.nextInt(3);
        List<Matrix4d> worlds = new ArrayList<>();
        for (int j = 0; j < names.size(); j++) {
            Vector3d at = own.transformPosition(new Vector3d(places.get(j))
                    .add(
                            jitter * random.nextGaussian(),
                            jitter * random.nextGaussian(),
                            jitter * random.nextGaussian()));
            Matrix4d world = new Matrix4d(frame(j, habit, own)).setTranslation(at);
            worlds.add(world);
            int parent = parents.get(j);
            Matrix4d local = parent < 0
                    ? new Matrix4d(world)
                    : new Matrix4d(worlds.get(parent)).invert().mul(world);
            nodes.add(Node.of(
                    space + names.get(j), parent < 0 ? above : first + parent, NodeKind.JOINT, transform(local)));
        }
        Scene bare = Scene.bare("wide", stage).withNodes(nodes);
        Pose rest = new Pose(bare);
        for (int j = 0; j < names.size(); j++) {
            nodes.set(first + j, nodes.get(first + j).withBindWorld(new Matrix4d(rest.world(first + j))));
        }
        surfaces(kind, rest, first, own);
        List<Clip> clips = new ArrayList<>();
        int count = 1 + random.nextInt(3);
        for (int c = 0; c < count; c++) {
            clips.add(clip(c, rate, first));
        }
        return bare.withNodes(nodes)
                .withMeshes(meshes)
                .withMaterials(List.of(material("skin", 0.8), material("horn", 0.3), material("iron", 0.5)))
                .withClips(clips);
    }

    private Material material(String name, double grey) {
        return new Material(space + name, "lambert", new Vec3(grey, grey * 0.9, grey * 0.7), 1, -1);
    }

    /** Turned along the bone, like the world, or any way. */
    private Matrix4d frame(int joint, int habit, Matrix4d own) {
        if (habit == 1) {
            return new Matrix4d();
        }
        if (habit == 2) {
            return new Matrix4d().rotateXYZ(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
        }
        Vector3d way = null;
        for (int c = 0; c < names.size() && way == null; c++) {
            way = parents.get(c) == joint ? new Vector3d(places.get(c)).sub(places.get(joint)) : null;
        }
        if (way == null && parents.get(joint) >= 0) {
            way = new Vector3d(places.get(joint)).sub(places.get(parents.get(joint)));
        }
        if (way == null || way.length() < 1e-9) {
            return new Matrix4d();
        }
        Vector3d x = own.transformDirection(way, new Vector3d()).normalize();
        Vector3d z = x.cross(Math.abs(x.y) > 0.9 ? new Vector3d(1, 0, 0) : new Vector3d(0, 1, 0), new Vector3d())
                .normalize();
        Vector3d y = z.cross(x, new Vector3d());
        return new Matrix4d(x.x, x.y, x.z, 0, y.x, y.y, y.z, 0, z.x, z.y, z.z, 0, 0, 0, 0, 1);
    }

    private Transform transform(Matrix4d local) {
        RotationOrder order = RotationOrder.values()[random.nextInt(6)];
        Vec3 pre = random.nextInt(3) == 0
                ? new Vec3(30 * random.nextGaussian(), 30 * random.nextGaussian(), 30 * random.nextGaussian())
                : Vec3.ZERO;
        Matrix3d turn = new Matrix3d(local.get3x3(new Matrix3d()));
        Matrix3d rest = RotationOrder.XYZ.matrix(pre).transpose().mul(turn);
        return new Transform(
                new Vec3(local.m30(), local.m31(), local.m32()),
                order,
                order.anglesNear(rest, Vec3.ZERO),
                pre,
                Vec3.ZERO,
                Vec3.ONE,
                Vec3.ZERO,
                Vec3.ZERO,
                Vec3.ZERO,
                Vec3.ZERO,
                Inherit.ORDINARY);
    }

    private void surfaces(int kind, Pose rest, int first, Matrix4d own) {
        boolean rigid = kind == 4 || kind == 5 && random.nextBoolean();
        if (rigid) {
            for (int j = 0; j < names.size(); j++) {
                if (j % 2 == 0 || j < 4) {
                    carried(names.get(j) + "_part", first + j, 0.3, 1 + j % 2);
                }
            }
        }
        if (kind != 4) {
            skinned("body_geo", rest, first, own);
        }
        int holder = first + names.size() / 2;
        carried("collar_geo", holder, 0.08, 2);
    }

    private void add(Mesh mesh, int parent, Transform t, int... materials) {
        nodes.add(Node.mesh(mesh.name(), parent, t, meshes.size(), materials));
        meshes.add(mesh);
    }

    /** A box of uneven sides under a joint, where the joint is. */
    private void carried(String name, int joint, double size, int material) {
        double[] p = new double[24];
        for (int i = 0; i < 8; i++) {
            for (int a = 0; a < 3; a++) {
                p[3 * i + a] = size * metre * ((i >> a & 1) == 0 ? -0.2 - 0.1 * a : 0.5 + 0.13 * a + 0.02 * i);
            }
        }
        int[] corners = {0, 2, 3, 1, 4, 5, 7, 6, 0, 1, 5, 4, 2, 6, 7, 3, 0, 4, 6, 2, 1, 3, 7, 5};
        int[] starts = {0, 4, 8, 12, 16, 20, 24};
        Mesh m = Mesh.bare(space + name, p, starts, corners);
        add(
                m.withNormals(normals(m)),
                joint,
                Transform.of(new Vec3(0.01 * metre, 0, 0.02 * metre), new Vec3(5, 10, 0), Vec3.ONE),
                material);
    }

    /** Rings along every bone, up to four joints on a point, two shapes, two material slots. */
    private void skinned(String name, Pose rest, int first, Matrix4d own) {
        int joints = names.size();
        int n = RING * joints;
        double[] points = new double[3 * n];
        int[] starts = new int[n + 1];
        List<Integer> slots = new ArrayList<>();
        List<Float> weights = new ArrayList<>();
        int[] all = new int[joints];
        Matrix4d[] toJoint = new Matrix4d[joints];
        List<int[]> faces = new ArrayList<>();
        for (int j = 0; j < joints; j++) {
            all[j] = first + j;
            toJoint[j] = new Matrix4d(rest.world(first + j)).invert();
            double round = 0.02 + 0.03 * random.nextDouble();
            for (int k = 0; k < RING; k++) {
                double a = 2 * Math.PI * k / RING;
                Vector3d off = own.transformDirection(new Vector3d(
                        round * Math.cos(a), 0.01 * random.nextGaussian() + 0.02 * (k & 1), round * Math.sin(a)));
                int p = RING * j + k;
                points[3 * p] = rest.world(first + j).m30() + off.x;
                points[3 * p + 1] = rest.world(first + j).m31() + off.y;
                points[3 * p + 2] = rest.world(first + j).m32() + off.z;
                int parent = parents.get(j);
                int grand = parent < 0 ? -1 : parents.get(parent);
                int great = grand < 0 ? -1 : parents.get(grand);
                int[] by = {j, parent, grand, great};
                double[] w = {0.5 + 0.3 * random.nextDouble(), 0.25, 0.12, 0.06};
                double sum = 0;
                for (int i = 0; i < 4; i++) {
                    sum += by[i] < 0 || k == 0 && i > 0 ? 0 : w[i];
                }
                for (int i = 0; i < 4; i++) {
                    if (by[i] >= 0 && (k > 0 || i == 0)) {
                        slots.add(by[i]);
                        weights.add((float) (w[i] / sum));
                    }
                }
                starts[p + 1] = slots.size();
            }
            for (int k = 0; k < RING; k += 2) {
                faces.add(new int[] {
                    RING * j + k, RING * j + (k + 1) % RING, RING * j + (k + 2) % RING, RING * j + (k + 3) % RING
                });
            }
        }
        int[] corners = new int[4 * faces.size()];
        int[] faceStarts = new int[faces.size() + 1];
        int[] used = new int[faces.size()];
        for (int f = 0; f < faces.size(); f++) {
            System.arraycopy(faces.get(f), 0, corners, 4 * f, 4);
            faceStarts[f + 1] = 4 * f + 4;
            used[f] = f % 3 == 0 ? 1 : 0;
        }
        float[] w = new float[weights.size()];
        for (int i = 0; i < w.length; i++) {
            w[i] = weights.get(i);
        }
        Skin skin = new Skin(
                "skin", all, toJoint, starts, slots.stream().mapToInt(i -> i).toArray(), w);
        List<BlendShape> shapes =
                joints < 14 ? List.of() : List.of(shape("blink", 3, 0.01), shape("jaw_open", 40, 0.03));
        Mesh m = new Mesh(space + name, points, faceStarts, corners, null, List.of(), used, null, null, skin, shapes);
        add(m.withNormals(normals(m)), -1, Transform.IDENTITY, 0, 1);
    }

    private BlendShape shape(String name, int from, double size) {
        int[] points = new int[6];
        float[] deltas = new float[18];
        for (int i = 0; i < 6; i++) {
            points[i] = from + 2 * i;
            deltas[3 * i] = (float) (size * metre * (0.3 + 0.1 * i));
            deltas[3 * i + 1] = (float) (-size * metre * (1 - 0.13 * i));
        }
        return new BlendShape(name, 0, List.of(new BlendShape.Target(1, points, deltas, null)));
    }

    /** Of every corner that of its face. */
    static float[] normals(Mesh m) {
        float[] out = new float[3 * m.corners().length];
        for (int f = 0; f < m.faceCount(); f++) {
            int s = m.faceStarts()[f];
            Vector3d[] v = new Vector3d[3];
            for (int k = 0; k < 3; k++) {
                int p = 3 * m.corners()[s + k];
                v[k] = new Vector3d(m.points()[p], m.points()[p + 1], m.points()[p + 2]);
            }
            Vector3d n = v[1].sub(v[0]).cross(v[2].sub(v[0]));
            n = n.length() > 0 ? n.normalize() : new Vector3d(0, 1, 0);
            for (int c = s; c < m.faceStarts()[f + 1]; c++) {
                out[3 * c] = (float) n.x;
                out[3 * c + 1] = (float) n.y;
                out[3 * c + 2] = (float) n.z;
            }
        }
        return out;
    }

    private Clip clip(int index, FrameRate rate, int first) {
        int from = random.nextInt(40) - 5;
        int frames = 14 + random.nextInt(30);
        double[] seconds = new double[frames + 1];
        for (int f = 0; f <= frames; f++) {
            seconds[f] = rate.seconds(from + f);
        }
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int j = 0; j < names.size(); j++) {
            @Nullable Curve[] c = new Curve[Channel.COUNT];
            double[] still = nodes.get(first + j).transform().channels();
            boolean moves = j < 3 || random.nextInt(5) > 0;
            for (int k = 0; k < 3; k++) {
                if (moves) {
                    c[Channel.ROTATE_X.ordinal() + k] = wave(seconds, still[3 + k], 25);
                } else if (random.nextBoolean()) {
                    c[Channel.ROTATE_X.ordinal() + k] = Curve.linear(
                            new double[] {seconds[0], seconds[frames]}, new double[] {still[3 + k], still[3 + k]});
                }
                if (j == 0) {
                    c[Channel.TRANSLATE_X.ordinal() + k] = wave(seconds, still[k], 0.4 * metre);
                }
            }
            tracks.add(new Clip.NodeTrack(first + j, c));
        }
        List<Clip.ShapeTrack> shapes = new ArrayList<>();
        for (int m = 0; m < meshes.size(); m++) {
            for (int s = 0; s < meshes.get(m).shapes().size(); s++) {
                double[] v = new double[seconds.length];
                for (int i = 0; i < v.length; i++) {
                    v[i] = 0.5 + 0.5 * Math.sin(0.3 * i + s);
                }
                shapes.add(new Clip.ShapeTrack(m, s, Curve.linear(seconds, v)));
            }
        }
        String[] called = {"walk", "turn", "reach"};
        return new Clip(called[index], seconds[0], seconds[frames], rate, tracks, shapes);
    }

    private Curve wave(double[] seconds, double about, double size) {
        double a = random.nextDouble() * 6;
        double f = 2 + 4 * random.nextDouble();
        double s = size * (0.2 + random.nextDouble());
        double[] v = new double[seconds.length];
        for (int i = 0; i < v.length; i++) {
            v[i] = about + s * Math.sin(a + f * seconds[i]) + 0.1 * s * Math.sin(3.1 * f * seconds[i]);
        }
        return Curve.linear(seconds, v);
    }
}
