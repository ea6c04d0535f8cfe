package idleheron.rehearsal;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** What can happen on the way to any rig, with what may be said of it. */
enum WideFault {
    UNIT(0, "unit-misdeclared", "unit-and-axes-misdeclared"),
    TOP_SCALE(0, "scene-scaled", "scene-turned"),
    AXES(1, "axes-misdeclared", "unit-and-axes-misdeclared", "handedness-misdeclared"),
    TOP_TURN(1, "scene-turned", "axes-misdeclared", "unit-and-axes-misdeclared"),
    TURNED(1, "scene-turned"),
    MOVED(2, "scene-moved", "scene-scaled", "scene-turned"),
    RE_AIMED(3, "joints-re-aimed"),
    SOME_RE_AIMED(3, "some-joints-re-aimed"),
    PREFIX(6, "joints-renamed"),
    SUFFIX(6, "joints-renamed"),
    PATTERN(6, "joints-renamed"),
    OTHER_NAMES(6, "joints-renamed"),
    ROOT_RENAMED(6, "root-renamed", "joints-renamed"),
    NAMESPACE(17),
    OWN_ROOT(4, "extra-root"),
    TIPS(5, "tip-joints-added"),
    SHIFTED(7, "clips-shifted"),
    RATE(7, "rate-misread"),
    FIRST_FRAME(8, "rest-is-first-frame"),
    FIRST_FRAME_BOUND(8, "rest-is-first-frame"),
    INFLUENCES(9, "influences-cut"),
    SHORT(10, "clip-cut-at-end"),
    ROOT_SCALED(12, "motion-scaled"),
    TRIANGULATED(13, "faces-triangulated"),
    NORMALS(14, "normals-recomputed"),
    SHAPES_CROSSED(15, "shapes-renamed"),
    MATERIALS_CROSSED(16, "materials-reordered");

    /** Two of one kind undo or hide each other. */
    final int kind;

    @SuppressWarnings("ImmutableEnumChecker")
    final Set<String> told;

    WideFault(int kind, String... told) {
        this.kind = kind;
        this.told = Set.of(told);
    }

    /** Whether a scene has what this changes. */
    boolean suits(Scene s) {
        boolean skinned = s.meshes().stream().anyMatch(m -> m.skin() != null);
        return switch (this) {
            case INFLUENCES ->
                skinned
                        && s.meshes().stream()
                                .anyMatch(m -> m.skin() != null && m.skin().maxInfluences() > 3);
            case SHAPES_CROSSED -> s.meshes().stream().anyMatch(m -> m.shapes().size() > 1);
            case MATERIALS_CROSSED -> skinned;
            case TIPS -> Additions.tips(s).nodes().size() > s.nodes().size();
            default -> true;
        };
    }

    Scene on(Scene s, Random random) {
        return switch (this) {
            case UNIT ->
                s.withStage(s.stage()
                        .withMetersPerUnit(other(s.stage().metersPerUnit(), random, 1, 0.1, 0.01, 0.001, 0.0254)));
            case TOP_SCALE -> top(s, "world_scale", Transform.of(Vec3.ZERO, Vec3.ZERO, even(2.5)));
            case TOP_TURN -> top(s, "world_turn", Transform.of(Vec3.ZERO, new Vec3(-90, 0, 0), Vec3.ONE));
            case AXES ->
                s.withStage(s.stage().withAxes(Fault.otherAxes(s.stage().axes(), random)));
            case TURNED ->
                new MoveScene(new Vec3(20 + 40 * random.nextDouble(), 15, -35 * random.nextDouble()), 1, Vec3.ZERO)
                        .apply(s);
            case MOVED ->
                new MoveScene(Vec3.ZERO, 1, new Vec3(0.1 + random.nextDouble(), random.nextDouble(), 0.2)).apply(s);
            case RE_AIMED -> {
                Vec3[] ways = {new Vec3(0, 0, -90), new Vec3(90, 0, 0), new Vec3(0, 90, 90), new Vec3(0, 180, 0)};
                yield new PlainTransforms(null).apply(new TurnJoints(ways[random.nextInt(4)]).apply(s));
            }
            case SOME_RE_AIMED -> {
                List<Integer> joints = s.joints();
                Map<String, Vec3> turns = new HashMap<>();
                turns.put(s.nodes().get(joints.get(2)).name(), new Vec3(0, 90, 0));
                turns.put(s.nodes().get(joints.get(joints.size() - 2)).name(), new Vec3(0, 0, 40));
                yield new PlainTransforms(null).apply(new TurnSomeJoints(turns).apply(s));
            }
            case OWN_ROOT -> Additions.root(s, "their_root");
            case TIPS -> Additions.tips(s);
            case PREFIX -> renamed(s, n -> n.replaceFirst("^(.*:)?", "$1imp_"));
            case NAMESPACE -> {
                Map<String, String> table = new TreeMap<>();
                s.nodes()
                        .forEach(n -> table.put(
                                n.name(),
                                n.name().contains(":")
                                        ? n.name().substring(n.name().indexOf(':') + 1)
                                        : "shore:" + n.name()));
                yield RenameNodes.table(table).apply(s);
            }
            case SUFFIX -> renamed(s, n -> n + "_JNT");
            case PATTERN ->
                renamed(s, n -> n.replace("_l", ".L").replace("_r", ".R").replace('_', '-'));
            case OTHER_NAMES -> {
                int[] count = {100};
                yield renamed(s, n -> "Bone" + count[0]++);
            }
            case ROOT_RENAMED -> {
                String root = s.nodes().get(s.skeletonRoots().getFirst()).name();
                yield RenameNodes.table(Map.of(root, "centre_of_mass")).apply(s);
            }
            case SHIFTED ->
                new ShiftClips((1 + random.nextInt(5)) / s.stage().rate().perSecond()).apply(s);
            case RATE -> new RetimeClips(FrameRate.of(s.stage().rate().equals(FrameRate.of(30)) ? 25 : 30)).apply(s);
            case FIRST_FRAME -> LossyEdits.restAtFirstFrame(s);
            case FIRST_FRAME_BOUND -> bound(LossyEdits.restAtFirstFrame(s));
            case INFLUENCES -> TuneWeights.limit(3).apply(s);
            case SHORT -> {
                Scene out = s;
                for (Clip c : s.clips()) {
                    out = new CutClips(c.firstFrame(), c.lastFrame() - 2, List.of(c.name())).apply(out);
                }
                yield out;
            }
            case ROOT_SCALED -> rootScaled(s, random.nextBoolean() ? 0.01 : 100);
            case TRIANGULATED -> LossyEdits.meshes(s, LossyEdits::triangulated);
            case NORMALS -> LossyEdits.meshes(s, m -> m.withNormals(smooth(m)));
            case SHAPES_CROSSED -> LossyEdits.meshes(s, WideFault::crossed);
            case MATERIALS_CROSSED ->
                s.withNodes(s.nodes().stream()
                        .map(n -> n.materials().length == 2
                                ? n.withMaterials(new int[] {n.materials()[1], n.materials()[0]})
                                : n)
                        .toList());
        };
    }

    /** Bound where it rests, its points where the skin puts them there. */
    private static Scene bound(Scene s) {
        Pose rest = new Pose(s);
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            nodes.add(n.bindWorld() == null ? n : n.withBindWorld(new Matrix4d(rest.world(i))));
        }
        List<Mesh> meshes = new ArrayList<>();
        for (int m = 0; m < s.meshes().size(); m++) {
            Mesh mesh = s.meshes().get(m);
            Skin skin = mesh.skin();
            if (skin == null) {
                meshes.add(mesh);
                continue;
            }
            int node = s.nodeOfMesh(m);
            Matrix4d back = new Matrix4d(rest.world(node)).invert();
            float[] p = new Surface(rest, node).deform(rest, back);
            double[] points = new double[p.length];
            for (int i = 0; i < p.length; i++) {
                points[i] = p[i];
            }
            Matrix4d[] toJoint = new Matrix4d[skin.joints().length];
            for (int j = 0; j < toJoint.length; j++) {
                toJoint[j] = new Matrix4d(rest.world(skin.joints()[j])).invert().mul(rest.world(node));
            }
            meshes.add(mesh.withPoints(points).withSkin(skin.withJoints(skin.joints(), toJoint)));
        }
        return s.withNodes(nodes).withMeshes(meshes);
    }

    private static Vec3 even(double v) {
        return new Vec3(v, v, v);
    }

    private static double other(double now, Random random, double... all) {
        double out = now;
        while (Math.abs(out / now - 1) < 1e-6) {
            out = all[random.nextInt(all.length)];
        }
        return out;
    }

    private static Scene renamed(Scene s, java.util.function.UnaryOperator<String> name) {
        Map<String, String> table = new TreeMap<>();
        for (int j : s.joints()) {
            String old = s.nodes().get(j).name();
            String is = name.apply(old);
            if (!is.equals(old)) {
                table.put(old, is);
            }
        }
        return RenameNodes.table(table).apply(s);
    }

    /** A group above everything; what was bound moves with it. */
    private static Scene top(Scene s, String name, Transform t) {
        List<Node> nodes = new ArrayList<>(List.of(Node.of(name, -1, NodeKind.GROUP, t)));
        int[] to = new int[s.nodes().size()];
        for (int i = 0; i < to.length; i++) {
            Node n = s.nodes().get(i);
            to[i] = i + 1;
            nodes.add(n.withParent(n.parent() < 0 ? 0 : n.parent() + 1)
                    .withBindWorld(n.bindWorld() == null ? null : t.matrix().mul(n.bindWorld())));
        }
        return s.withNodes(nodes)
                .withMeshes(s.meshes().stream()
                        .map(m -> m.withSkin(m.skin() == null ? null : m.skin().renumbered(to)))
                        .toList())
                .withClips(s.clips().stream().map(c -> c.renumbered(to)).toList());
    }

    /** The translations of the root alone, whatever else has keys. */
    private static Scene rootScaled(Scene s, double factor) {
        int root = s.joints().stream()
                .filter(j -> s.clips().getFirst().nodes().stream()
                        .anyMatch(t -> t.node() == j && t.curve(Channel.TRANSLATE_X) != null))
                .findFirst()
                .orElseThrow();
        return s.withClips(s.clips().stream()
                .map(c -> c.withTracks(
                        c.nodes().stream()
                                .map(t -> {
                                    @Nullable Curve[] curves = t.curves().clone();
                                    for (Channel ch :
                                            List.of(Channel.TRANSLATE_X, Channel.TRANSLATE_Y, Channel.TRANSLATE_Z)) {
                                        Curve k = curves[ch.ordinal()];
                                        curves[ch.ordinal()] = k == null || t.node() != root ? k : k.mapped(factor, 0);
                                    }
                                    return new Clip.NodeTrack(t.node(), curves);
                                })
                                .toList(),
                        c.shapes()))
                .toList());
    }

    /** Normals of points, as if no edge were hard. */
    private static float[] smooth(Mesh m) {
        float[] hard = WideRig.normals(m);
        double[] sum = new double[3 * m.pointCount()];
        for (int c = 0; c < m.corners().length; c++) {
            for (int a = 0; a < 3; a++) {
                sum[3 * m.corners()[c] + a] += hard[3 * c + a];
            }
        }
        float[] out = new float[hard.length];
        for (int c = 0; c < m.corners().length; c++) {
            int p = 3 * m.corners()[c];
            double l = Math.max(1e-9, Math.sqrt(sum[p] * sum[p] + sum[p + 1] * sum[p + 1] + sum[p + 2] * sum[p + 2]));
            for (int a = 0; a < 3; a++) {
                out[3 * c + a] = (float) (sum[p + a] / l);
            }
        }
        return out;
    }

    /** The first two shapes under each other's names. */
    private static Mesh crossed(Mesh m) {
        if (m.shapes().size() < 2) {
            return m;
        }
        List<BlendShape> all = new ArrayList<>(m.shapes());
        BlendShape a = all.get(0);
        BlendShape b = all.get(1);
        all.set(0, new BlendShape(a.name(), a.weight(), b.targets()));
        all.set(1, new BlendShape(b.name(), b.weight(), a.targets()));
        return m.withShapes(all);
    }

    /** One to three faults that do not hide each other, in their order. */
    static List<WideFault> some(Scene s, Random random) {
        Map<Integer, WideFault> chosen = new HashMap<>();
        int count = 1 + random.nextInt(3);
        while (chosen.size() < count) {
            WideFault f = values()[random.nextInt(values().length)];
            if (f.suits(s)) {
                chosen.putIfAbsent(f.kind, f);
            }
        }
        return Arrays.stream(values()).filter(chosen::containsValue).toList();
    }
}
