package idleheron.rehearsal;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.MeantSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.BlendShape;
import idleheron.core.scene.Channel;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Curve;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Material;
import idleheron.core.scene.Mesh;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Skin;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
    private final List<String> names = new ArrayList<>();
    private final List<Integer> parents = new ArrayList<>();
    private final List<Vector3d> places = new ArrayList<>();
    private final Map<String, Integer> byName = new HashMap<>();
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

    private void joint(String name, String parent, double x, double y, double z) {
        byName.put(name, names.size());
        names.add(name);
        parents.add(parent.isEmpty() ? -1 : byName.get(parent));
        places.add(new Vector3d(x, y, z));
    }

    private Vector3d place(String name) {
        return places.get(java.util.Objects.requireNonNull(byName.get(name)));
    }

    private void chain(String name, String parent, int count, Vector3d from, Vector3d step) {
        String above = parent;
        Vector3d at = new Vector3d(from);
        for (int i = 1; i <= count; i++) {
            String n = name + "_" + i;
            joint(n, above, at.x, at.y, at.z);
            above = n;
            at.add(new Vector3d(step).mul(1 - 0.07 * i));
        }
    }

    private void both(String name, String parent, int count, Vector3d from, Vector3d step) {
        for (int side = 0; side < 2; side++) {
            double s = side == 0 ? 1 : -1;
            String end = side == 0 ? "_l" : "_r";
            String above = byName.containsKey(parent + "_1" + end) ? parent + "_1" + end : parent;
            String p = above;
            Vector3d at = new Vector3d(s * from.x, from.y, from.z);
            for (int i = 1; i <= count; i++) {
                String n = name + "_" + i + end;
                joint(n, p, at.x, at.y, at.z);
                p = n;
                at.add(s * step.x * (1 - 0.1 * i), step.y * (1 - 0.1 * i), step.z * (1 + 0.2 * i));
            }
        }
    }

    private void skeleton(int kind) {
        switch (kind) {
            case 0 -> {
                joint("hips", "", 0, 0.95, 0);
                chain("spine", "hips", 3, new Vector3d(0, 1.05, 0.01), new Vector3d(0, 0.14, -0.01));
                chain("neck", "spine_3", 2, new Vector3d(0, 1.46, -0.02), new Vector3d(0, 0.1, 0.02));
                joint("jaw", "neck_2", 0, 1.58, 0.07);
                both("arm", "spine_3", 4, new Vector3d(0.06, 1.42, 0), new Vector3d(0.25, -0.03, -0.02));
                for (int f = 0; f < 3; f++) {
                    for (String end : new String[] {"_l", "_r"}) {
                        Vector3d hand = place("arm_4" + end);
                        double s = end.equals("_l") ? 1 : -1;
                        joint(
                                "finger" + f + "_1" + end,
                                "arm_4" + end,
                                hand.x + 0.06 * s,
                                hand.y,
                                hand.z + 0.03 * f - 0.02);
                        joint(
                                "finger" + f + "_2" + end,
                                "finger" + f + "_1" + end,
                                hand.x + (0.1 + 0.004 * f) * s,
                                hand.y - 0.01,
                                hand.z + 0.035 * f - 0.02);
                    }
                }
                both("leg", "hips", 4, new Vector3d(0.09, 0.9, 0), new Vector3d(0.01, -0.4, 0.015));
            }
            case 1 -> {
                joint("pelvis", "", 0, 0.8, -0.4);
                chain("back", "pelvis", 4, new Vector3d(0, 0.82, -0.25), new Vector3d(0, 0.01, 0.2));
                chain("neck", "back_4", 3, new Vector3d(0, 0.95, 0.45), new Vector3d(0, 0.12, 0.1));
                joint("jaw", "neck_3", 0, 1.1, 0.75);
                chain("tail", "pelvis", 5, new Vector3d(0, 0.8, -0.5), new Vector3d(0, -0.03, -0.12));
                both("fore", "back_4", 4, new Vector3d(0.12, 0.75, 0.4), new Vector3d(0, -0.22, 0.03));
                both("hind", "pelvis", 4, new Vector3d(0.11, 0.72, -0.42), new Vector3d(0.01, -0.21, -0.03));
            }
            case 2 -> {
                joint("body", "", 0, 0.4, 0);
                chain("neck", "body", 3, new Vector3d(0, 0.46, 0.1), new Vector3d(0, 0.05, 0.04));
                joint("beak", "neck_3", 0, 0.58, 0.26);
                both("wing", "body", 3, new Vector3d(0.05, 0.45, 0.02), new Vector3d(0.2, 0.02, -0.02));
                for (int f = 0; f < 4; f++) {
                    for (String end : new String[] {"_l", "_r"}) {
                        Vector3d hand = place("wing_3" + end);
                        joint(
                                "feather_" + f + end,
                                "wing_3" + end,
                                hand.x * (1.1 + 0.08 * f),
                                hand.y,
                                hand.z - 0.1 - 0.02 * f);
                    }
                }
                both("leg", "body", 3, new Vector3d(0.04, 0.35, -0.02), new Vector3d(0, -0.12, 0.02));
                chain("tail", "body", 2, new Vector3d(0, 0.4, -0.12), new Vector3d(0, -0.02, -0.1));
            }
            case 3 ->
                chain("link", "", 12 + random.nextInt(8), new Vector3d(0, 0.1, 0), new Vector3d(0.01, 0.008, 0.2));
            case 4 -> {
                joint("base", "", 0, 0, 0);
                joint("mast", "base", 0, 1.5, 0);
                joint("slew", "mast", 0, 8, 0);
                joint("jib", "slew", 0.6, 8.4, 0);
                joint("trolley", "jib", 5.5, 8.3, 0.1);
                joint("counter", "slew", -3, 8.4, 0);
                chain("cable", "trolley", 4, new Vector3d(5.5, 7.5, 0.1), new Vector3d(0, -1.1, 0));
                joint("hook", "cable_4", 5.5, 3.4, 0.1);
            }
            default -> {
                joint("foot", "", 0, 0, 0);
                joint("axis_1", "foot", 0, 0.3, 0);
                joint("axis_2", "axis_1", 0.15, 0.6, 0.02);
                joint("axis_3", "axis_2", 0.18, 1.3, 0.02);
                joint("axis_4", "axis_3", 0.6, 1.4, 0.05);
                joint("axis_5", "axis_4", 1.1, 1.38, 0.05);
                joint("axis_6", "axis_5", 1.2, 1.3, 0.05);
                joint("torch", "axis_6", 1.3, 1.1, 0.08);
                joint("grip_l", "axis_6", 1.22, 1.2, 0.15);
                joint("grip_r", "axis_6", 1.22, 1.2, -0.05);
            }
        }
    }

    private Scene scene(int kind) {
        skeleton(kind);
        double unit = UNITS[random.nextInt(UNITS.length)];
        metre = 1 / unit;
        space = random.nextInt(4) == 0 ? "marsh:" : "";
        SignedAxis up = SignedAxis.values()[2 * (1 + random.nextInt(2))];
        SignedAxis front = SignedAxis.values()[(up.ordinal() + 2 + random.nextInt(2)) % 6];
        AxisSystem axes = AxisSystem.rightHanded(up, front);
        FrameRate rate = RATES[random.nextInt(RATES.length)];
        Stage stage = new Stage(random.nextInt(5) > 0 ? axes : axes.mirrored(), unit, rate, 0, 2, "test");
        // places are told in the common space; the stage's own is its turn back, in its unit
        Matrix4d own = MeantSpace.of(stage, true).pointMatrix().invert(new Matrix4d());
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
        Mesh m = new Mesh(space + name, p, starts, corners, null, List.of(), null, null, null, null, List.of());
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
