package idleheron.rehearsal.demo;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * The postwoman of Low Tide Post: a rigged character on stilts with three clips and four blend shapes, and the small sins
 * that such a file usually carries: a scaled group above the skeleton, control joints at the top, tip joints, a loop that
 * nearly closes, a picture that was left behind.
 */
public final class Postwoman {
    private static final double UNIT = 100;
    private static final double RIG_SCALE = 2.5;
    private static final FrameRate RATE = FrameRate.FILM;

    private final PostwomanRig rig = new PostwomanRig();
    private final List<Node> nodes = new ArrayList<>();
    private final Map<String, Integer> index = new HashMap<>();

    private Postwoman() {}

    /** The scene, the same at every call. */
    public static Scene scene() {
        return new Postwoman().build();
    }

    private Scene build() {
        nodes.add(Node.of("postwoman", -1, NodeKind.GROUP, Transform.IDENTITY));
        nodes.add(Node.of("rig", 0, NodeKind.GROUP, Transform.IDENTITY.withScaling(Vec3.ONE.times(RIG_SCALE))));
        for (PostwomanRig.Joint j : rig.joints()) {
            index.put(j.name(), nodes.size());
            nodes.add(joint(j));
        }
        Stage stage =
                new Stage(AxisSystem.COMMON, 1 / UNIT, RATE, RATE.seconds(1), RATE.seconds(72), "Idle Heron demo");
        Scene skeleton = new Scene(
                "postwoman", stage, nodes, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Mesh mesh = bind(new Pose(skeleton));
        int[] slots = new int[MATERIALS.size()];
        for (int i = 0; i < slots.length; i++) {
            slots[i] = i;
        }
        Node body = Node.mesh("body", 0, Transform.IDENTITY, 0, slots).withBindWorld(new Matrix4d());
        nodes.add(body);
        Scene still = new Scene(
                "postwoman",
                stage,
                nodes,
                List.of(mesh),
                MATERIALS,
                TEXTURES,
                List.of(),
                List.of(),
                List.of(),
                List.of());
        return still.withClips(List.of(
                clip(still, "wade", 1, 48, PostwomanMotion::wade),
                clip(still, "bow", 1, 72, PostwomanMotion::bow),
                clip(still, "parcel_throw", 1, 80, PostwomanMotion::toss)));
    }

    private static final List<Material> MATERIALS = List.of(
            new Material("skin", "phong", new Vec3(0.82, 0.62, 0.50), 1, -1),
            new Material("oilskin", "phong", new Vec3(0.80, 0.62, 0.24), 1, -1),
            new Material("waders", "lambert", new Vec3(0.27, 0.36, 0.34), 1, -1),
            new Material("boots", "phong", new Vec3(0.20, 0.19, 0.19), 1, -1),
            new Material("hat", "lambert", new Vec3(0.24, 0.33, 0.42), 1, -1),
            new Material("leather", "phong", new Vec3(0.47, 0.29, 0.17), 1, 0),
            new Material("wood", "lambert", new Vec3(0.66, 0.54, 0.38), 1, -1),
            new Material("hair", "lambert", new Vec3(0.42, 0.22, 0.13), 1, -1),
            new Material("eyes", "phong", new Vec3(0.08, 0.09, 0.11), 1, -1),
            new Material("scarf", "lambert", new Vec3(0.62, 0.24, 0.20), 1, -1));

    private static final List<Texture> TEXTURES =
            List.of(new Texture("satchel_grain", "/home/mira/low_tide/satchel.png", "satchel.png", false));

    private Node joint(PostwomanRig.Joint j) {
        boolean top = j.parent().isEmpty();
        PostwomanRig.Joint parent = top ? null : rig.get(j.parent());
        Vec3 from = parent == null ? Vec3.ZERO : parent.position();
        Vec3 d = j.position().minus(from);
        org.joml.Vector3d local = new org.joml.Vector3d(d.x(), d.y(), d.z());
        if (parent != null) {
            rig.rest(parent.name()).transpose().transform(local);
        }
        local.mul(UNIT / RIG_SCALE);
        Transform t = Transform.of(new Vec3(local.x, local.y, local.z), Vec3.ZERO, Vec3.ONE)
                .withTurns(rig.restAngles(j.name()), Vec3.ZERO);
        Integer above = top ? Integer.valueOf(1) : index.get(j.parent());
        Node n = Node.of(j.name(), java.util.Objects.requireNonNull(above), NodeKind.JOINT, t);
        List<FreeProperty> free = j.name().startsWith("stilt_l") || j.name().startsWith("stilt_r")
                ? List.of(new FreeProperty("wetness", "Number", new FreeProperty.Numbers(new double[] {0.65})))
                : List.of();
        return new Node(n.name(), n.parent(), n.kind(), n.transform(), null, true, -1, null, n.materials(), free);
    }

    /** Stores the bind matrices on the joints and gives the skinned mesh. Tips and controls carry no weight and are left out. */
    private Mesh bind(Pose rest) {
        List<Integer> used = new ArrayList<>();
        Map<String, Integer> slots = new HashMap<>();
        for (PostwomanRig.Joint j : rig.joints()) {
            int n = java.util.Objects.requireNonNull(index.get(j.name()));
            nodes.set(n, nodes.get(n).withBindWorld(new Matrix4d(rest.world(n))));
            if (!j.name().contains("_tip")
                    && !j.name().endsWith("_ctl")
                    && !j.name().equals("root")) {
                slots.put(j.name(), used.size());
                used.add(n);
            }
        }
        int[] joints = used.stream().mapToInt(i -> i).toArray();
        Matrix4dc[] toJoint = new Matrix4dc[joints.length];
        for (int s = 0; s < joints.length; s++) {
            toJoint[s] = new Matrix4d(rest.world(joints[s])).invert();
        }
        return new PostwomanMesh().mesh(UNIT, slots, joints, toJoint);
    }

    private Clip clip(Scene scene, String name, int first, int last, PostwomanMotion.Motion motion) {
        int n = last - first + 1;
        double[] seconds = new double[n];
        Map<String, double[][]> turns = new HashMap<>();
        Map<String, double[]> shapes = new HashMap<>();
        double[][] shift = new double[3][n];
        for (int f = 0; f < n; f++) {
            seconds[f] = RATE.seconds(first + f);
            PostwomanMotion.Key key = motion.at((double) f / (n - 1));
            for (Map.Entry<String, Vec3> e : key.turns().entrySet()) {
                double[][] into = turns.computeIfAbsent(e.getKey(), k -> new double[3][n]);
                Vec3 before = f == 0 ? Vec3.ZERO : new Vec3(into[0][f - 1], into[1][f - 1], into[2][f - 1]);
                Matrix3d turn = rig.turn(e.getKey(), e.getValue());
                Vec3 angles = RotationOrder.XYZ.anglesNear(turn, before);
                for (int a = 0; a < 3; a++) {
                    into[a][f] = (float) angles.get(a);
                }
            }
            for (Map.Entry<String, Double> e : key.shapes().entrySet()) {
                shapes.computeIfAbsent(e.getKey(), k -> new double[n])[f] = (float) (e.getValue() * 1.0);
            }
            for (int a = 0; a < 3; a++) {
                shift[a][f] = key.shift().get(a);
            }
        }
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (PostwomanRig.Joint j : rig.joints()) {
            double[][] t = turns.get(j.name());
            if (t != null) {
                @Nullable Curve[] curves = new Curve[Channel.COUNT];
                for (int a = 0; a < 3; a++) {
                    curves[Channel.ROTATE_X.ordinal() + a] = Curve.linear(seconds, t[a]);
                }
                tracks.add(new Clip.NodeTrack(java.util.Objects.requireNonNull(index.get(j.name())), curves));
            }
        }
        List<Clip.ShapeTrack> shapeTracks = new ArrayList<>();
        for (int s = 0; s < scene.meshes().getFirst().shapes().size(); s++) {
            double[] w = shapes.get(scene.meshes().getFirst().shapes().get(s).name());
            if (w != null) {
                shapeTracks.add(new Clip.ShapeTrack(0, s, Curve.linear(seconds, w)));
            }
        }
        Clip floating = new Clip(name, seconds[0], seconds[n - 1], RATE, tracks, shapeTracks);
        return grounded(scene, floating, seconds, shift);
    }

    /** Gives the root the height at which the lower stilt stands on the ground. */
    private Clip grounded(Scene scene, Clip clip, double[] seconds, double[][] shift) {
        Pose pose = new Pose(scene);
        int root = java.util.Objects.requireNonNull(index.get("root"));
        int left = java.util.Objects.requireNonNull(index.get("stilt_tip_l"));
        int right = java.util.Objects.requireNonNull(index.get("stilt_tip_r"));
        Vec3 rest = nodes.get(root).translation();
        double[][] path = new double[3][seconds.length];
        for (int f = 0; f < seconds.length; f++) {
            pose.at(clip, seconds[f]);
            double low = Math.min(pose.world(left).m31(), pose.world(right).m31());
            path[0][f] = (float) (rest.x() + shift[0][f] * UNIT / RIG_SCALE);
            path[1][f] = (float) (rest.y() - low / RIG_SCALE);
            path[2][f] = (float) (rest.z() + shift[2][f] * UNIT / RIG_SCALE);
        }
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        for (int a = 0; a < 3; a++) {
            curves[a] = Curve.linear(seconds, path[a]);
        }
        List<Clip.NodeTrack> all = new ArrayList<>();
        all.add(new Clip.NodeTrack(root, curves));
        all.addAll(clip.nodes());
        return clip.withTracks(all, clip.shapes());
    }
}
