package idleheron.rehearsal;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ScaleMotion;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.time.FrameRate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/** What can happen on the way, with what may be said of it: several words where the files alone cannot tell two apart. */
enum Fault {
    UNIT(0, "unit-misdeclared", "unit-and-axes-misdeclared", "scene-scaled", "scene-turned"),
    AXES(1, "axes-misdeclared", "unit-and-axes-misdeclared", "scene-turned", "handedness-misdeclared"),
    HANDEDNESS(1, "handedness-misdeclared", "unit-and-axes-misdeclared"),
    TURNED(1, "scene-turned", "handedness-misdeclared"),
    MOVED(2, "scene-moved", "scene-scaled", "scene-turned"),
    RE_AIMED(3, "joints-re-aimed"),
    OWN_ROOT(4, "extra-root"),
    TIPS(5, "tip-joints-added"),
    ROOT_RENAMED(6, "root-renamed", "joints-renamed"),
    SHIFTED(7, "clips-shifted"),
    RATE(7, "rate-misread"),
    FIRST_FRAME(8, "rest-is-first-frame"),
    INFLUENCES(9, "influences-cut"),
    BITS(9, "weights-rounded"),
    SHORT(10, "clip-cut-at-end"),
    AT_ZERO(7, "clips-shifted"),
    SOME_RE_AIMED(3, "some-joints-re-aimed"),
    MOTION_SCALED(12, "motion-scaled"),
    MESH_SCALED(13, "mesh-scaled"),
    RENUMBERED(14, "points-renumbered"),
    TIPS_RENAMED(15, "joints-renamed"),
    HALF_RATE(11, "resampled-at-half-rate", "keys-reduced");

    /** Two of one kind undo or hide each other. */
    final int kind;

    @SuppressWarnings("ImmutableEnumChecker")
    final Set<String> told;

    Fault(int kind, String... told) {
        this.kind = kind;
        this.told = Set.of(told);
    }

    Scene on(Scene s, Random random) {
        return switch (this) {
            case UNIT ->
                s.withStage(s.stage()
                        .withMetersPerUnit(
                                s.stage().metersPerUnit() * new double[] {100, 0.01, 10, 0.1}[random.nextInt(4)]));
            case AXES -> s.withStage(s.stage().withAxes(otherAxes(s.stage().axes(), random)));
            case HANDEDNESS -> s.withStage(s.stage().withAxes(s.stage().axes().mirrored()));
            case TURNED ->
                new MoveScene(new Vec3(20 + 40 * random.nextDouble(), 15, -35 * random.nextDouble()), 1, Vec3.ZERO)
                        .apply(s);
            case MOVED ->
                new MoveScene(Vec3.ZERO, 1, new Vec3(0.1 + random.nextDouble(), random.nextDouble(), 0.2)).apply(s);
            case RE_AIMED -> {
                Vec3[] ways = {new Vec3(0, 0, -90), new Vec3(90, 0, 0), new Vec3(0, 90, 90), new Vec3(0, 180, 0)};
                yield new PlainTransforms(null).apply(new TurnJoints(ways[random.nextInt(4)]).apply(s));
            }
            case OWN_ROOT -> Additions.root(s, "their_root");
            case TIPS -> Additions.tips(s);
            case ROOT_RENAMED -> RenameNodes.table(Map.of("bone_0", "pelvis")).apply(s);
            case SHIFTED -> new ShiftClips((1 + random.nextInt(5)) / 24.0).apply(s);
            case RATE -> new RetimeClips(FrameRate.of(30)).apply(s);
            case FIRST_FRAME -> LossyEdits.restAtFirstFrame(s);
            case INFLUENCES -> TuneWeights.limit(4).apply(s);
            case BITS -> new TuneWeights(0, 0, 8, false).apply(s);
            case SHORT -> {
                Scene out = s;
                for (var c : s.clips()) {
                    out = new CutClips(c.firstFrame(), c.lastFrame() - 2, List.of(c.name())).apply(out);
                }
                yield out;
            }
            case AT_ZERO -> LossyEdits.startingAtZero(s);
            case SOME_RE_AIMED -> {
                Map<String, Vec3> turns = new HashMap<>();
                turns.put("bone_2", new Vec3(0, 90, 0));
                turns.put("bone_5", new Vec3(0, 0, 40));
                yield new PlainTransforms(null).apply(new TurnSomeJoints(turns).apply(s));
            }
            case MOTION_SCALED -> new ScaleMotion(random.nextBoolean() ? 100 : 0.01).apply(s);
            case MESH_SCALED ->
                new MovePoints("skin", new org.joml.Matrix4d().scale(random.nextBoolean() ? 25 : 0.01)).apply(s);
            case RENUMBERED -> LossyEdits.meshes(s, Fault::backwards);
            case TIPS_RENAMED ->
                RenameNodes.table(Map.of("bone_3", "spine", "bone_4", "neck")).apply(s);
            case HALF_RATE -> LossyEdits.halfRate(s);
        };
    }

    /** The same mesh with its points numbered from the other end. */
    private static Mesh backwards(Mesh m) {
        int n = m.pointCount();
        double[] points = new double[3 * n];
        Skin s = java.util.Objects.requireNonNull(m.skin());
        int[] starts = new int[n + 1];
        int[] slots = new int[s.slots().length];
        float[] weights = new float[slots.length];
        int at = 0;
        for (int i = 0; i < n; i++) {
            int from = n - 1 - i;
            System.arraycopy(m.points(), 3 * from, points, 3 * i, 3);
            for (int k = s.starts()[from]; k < s.starts()[from + 1]; k++) {
                slots[at] = s.slots()[k];
                weights[at++] = s.weights()[k];
            }
            starts[i + 1] = at;
        }
        int[] corners = Arrays.stream(m.corners()).map(c -> n - 1 - c).toArray();
        return new Mesh(
                m.name(),
                points,
                m.faceStarts(),
                corners,
                null,
                List.of(),
                null,
                null,
                null,
                s.withWeights(starts, slots, weights),
                List.of());
    }

    static AxisSystem otherAxes(AxisSystem now, Random random) {
        while (true) {
            SignedAxis up = SignedAxis.values()[random.nextInt(6)];
            SignedAxis front = SignedAxis.values()[random.nextInt(6)];
            if (up.axis() != front.axis()) {
                AxisSystem a = AxisSystem.rightHanded(up, front);
                a = now.isRightHanded() ? a : a.mirrored();
                if (!a.equals(now)) {
                    return a;
                }
            }
        }
    }

    /** One to three faults that do not hide each other, in their order. */
    static List<Fault> some(Random random) {
        Map<Integer, Fault> chosen = new HashMap<>();
        int count = 1 + random.nextInt(3);
        while (chosen.size() < count) {
            Fault f = values()[random.nextInt(values().length)];
            chosen.putIfAbsent(f.kind, f);
        }
        return Arrays.stream(values()).filter(chosen::containsValue).toList();
    }
}
