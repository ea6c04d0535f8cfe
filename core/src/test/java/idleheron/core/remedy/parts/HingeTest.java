package idleheron.core.remedy.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.character.check.CharacterRules;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.mesh.MeshMove;
import idleheron.core.remedy.space.ConvertStage;
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
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A door and its frame on one joint, and what is no such thing. */
class HingeTest {
    /** Points and faces of boxes: {x0, y0, z0, x1, y1, z1}, one piece for each group of boxes that share corners. */
    private static Mesh boxes(String name, double[]... boxes) {
        double[] p = new double[24 * boxes.length];
        int[] c = new int[24 * boxes.length];
        int[] starts = new int[6 * boxes.length + 1];
        int[] one = {0, 3, 2, 1, 4, 5, 6, 7, 0, 1, 5, 4, 2, 3, 7, 6, 1, 2, 6, 5, 0, 4, 7, 3};
        for (int b = 0; b < boxes.length; b++) {
            double[] v = boxes[b];
            for (int k = 0; k < 8; k++) {
                p[24 * b + 3 * k] = v[k == 1 || k == 2 || k == 5 || k == 6 ? 3 : 0];
                p[24 * b + 3 * k + 1] = v[k % 4 > 1 ? 4 : 1];
                p[24 * b + 3 * k + 2] = v[k > 3 ? 5 : 2];
            }
            for (int k = 0; k < 24; k++) {
                c[24 * b + k] = 8 * b + one[k];
            }
        }
        Arrays.setAll(starts, i -> 4 * i);
        return Mesh.bare(name, p, starts, c);
    }

    private static final double[] PANEL = {0.02, 0, -0.02, 0.88, 2, 0.02};
    /** Two posts and what lies on them, as one piece: they share corners. */
    private static final double[][] FRAME = {
        {-0.1, 0, -0.05, 0, 2.02, 0.05},
        {0.9, 0, -0.05, 1, 2.02, 0.05},
        {-0.1, 2.02, -0.05, 0, 2.12, 0.05},
        {0, 2.02, -0.05, 0.9, 2.12, 0.05},
        {0.9, 2.02, -0.05, 1, 2.12, 0.05}
    };

    private static final double[] KNOB = {0.78, 1, 0.03, 0.84, 1.06, 0.08};

    /** All of it follows one joint that stands where told and turns. */
    private static Scene prop(Vec3 at, Vec3 rest, Channel turns, Mesh... meshes) {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("root", -1, NodeKind.GROUP, Transform.of(new Vec3(3, 1, 2), new Vec3(0, 30, 0), Vec3.ONE)));
        nodes.add(Node.of("hinge", 0, NodeKind.JOINT, Transform.of(at, rest, Vec3.ONE)));
        Scene bare = Scene.bare("door", Stage.COMMON).withNodes(nodes);
        Matrix4d world = new Matrix4d(new Pose(bare).world(1));
        List<Mesh> bound = new ArrayList<>();
        for (Mesh m : meshes) {
            int n = m.pointCount();
            float[] weights = new float[n];
            Arrays.fill(weights, 1);
            // points are told in the space of root, and stored in the world
            bound.add(MeshMove.of(m, new Matrix4d(new Pose(bare).world(0)))
                    .withSkin(new Skin(
                            "skin",
                            new int[] {1},
                            new Matrix4dc[] {world.invert(new Matrix4d())},
                            IntStream.rangeClosed(0, n).toArray(),
                            new int[n],
                            weights)));
            nodes.add(Node.mesh(m.name(), -1, Transform.IDENTITY, bound.size() - 1));
        }
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[turns.ordinal()] = Curve.linear(new double[] {0, 1, 2}, new double[] {0, 80, 10});
        Clip swing = new Clip("swing", 0, 2, FrameRate.of(24), List.of(new Clip.NodeTrack(1, c)), List.of());
        return Scene.bare("door", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(bound)
                .withClips(List.of(swing));
    }

    private static Scene door() {
        double[][] all = Arrays.copyOf(FRAME, 7);
        all[5] = PANEL;
        all[6] = KNOB;
        return prop(Vec3.ZERO, Vec3.ZERO, Channel.ROTATE_Y, boxes("door", all));
    }

    /** World points of all surfaces at a moment; of the clip, or at rest. */
    private static List<float[]> shown(Scene s, double at) {
        Pose pose = new Pose(s);
        pose.at(at < 0 ? null : s.clips().getFirst(), Math.max(0, at));
        List<float[]> out = new ArrayList<>();
        for (Surface part : Surface.all(pose)) {
            out.add(part.deform(pose, new Matrix4d()).clone());
        }
        return out;
    }

    private static double far(float[] a, int p, float[] b, int q) {
        return Math.sqrt(Math.pow(a[3 * p] - b[3 * q], 2)
                + Math.pow(a[3 * p + 1] - b[3 * q + 1], 2)
                + Math.pow(a[3 * p + 2] - b[3 * q + 2], 2));
    }

    /** How far the points of one are at most from the nearest of another, counted from one of its points on. */
    private static double apart(float[] points, float[] others, int from) {
        double worst = 0;
        for (int p = 0; p < points.length / 3; p++) {
            double nearest = Double.MAX_VALUE;
            for (int q = from; q < from + points.length / 3; q++) {
                nearest = Math.min(nearest, far(points, p, others, q));
            }
            worst = Math.max(worst, nearest);
        }
        return worst;
    }

    @Test
    void theFrameIsTheOneThatGoesRound() {
        Hinge h = Objects.requireNonNull(Hinge.of(door()));
        assertThat(h.joint()).isEqualTo(1);
        assertThat(h.points()).isEqualTo(40);
        boolean[] still = h.still()[0];
        for (int p = 0; p < still.length; p++) {
            assertThat(still[p]).as("point " + p).isEqualTo(p < 40);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"two meshes", "about x"})
    void itIsFoundHoweverItIsMade(String how) {
        Scene s = switch (how) {
            case "two meshes" ->
                prop(Vec3.ZERO, Vec3.ZERO, Channel.ROTATE_Y, boxes("frame", FRAME), boxes("panel", PANEL));
            default ->
                prop(
                        Vec3.ZERO,
                        new Vec3(0, 0, 90),
                        Channel.ROTATE_X,
                        boxes("frame", FRAME),
                        boxes("panel", PANEL, KNOB));
        };
        Hinge h = Objects.requireNonNull(Hinge.of(s), how);
        assertThat(h.hangs()).isEqualTo("panel");
        assertThat(h.stands()).isEqualTo("frame");
        assertThat(h.points()).isEqualTo(40);
    }

    @Test
    void itStandsStillAndTheDoorGoesOn() {
        Scene door = door();
        Scene out = new StillPart(false).apply(door);
        assertThat(out.joints()).hasSize(2);
        assertThat(out.nodes().getLast().name()).isEqualTo("hinge_still");
        assertThat(Hinge.of(out)).isNull();
        float[] rest = shown(door, -1).getFirst();
        float[] open = shown(door, 1).getFirst();
        float[] now = shown(out, 1).getFirst();
        assertThat(shown(out, -1).getFirst()).containsExactly(rest, within(2e-6f));
        for (int p = 0; p < rest.length / 3; p++) {
            assertThat(far(now, p, p < 40 ? rest : open, p)).isLessThan(2e-6);
        }
        assertThat(far(open, 0, rest, 0)).as("it moved before").isGreaterThan(0.05);
        assertThat(new StillPart(false).apply(out)).isSameAs(out);
    }

    @Test
    void orItFollowsNothing() {
        Scene door = door();
        Scene out = new StillPart(true).apply(door);
        assertThat(out.joints()).hasSize(1);
        assertThat(out.meshes()).hasSize(2);
        assertThat(out.meshes().getLast().skin()).isNull();
        float[] rest = shown(door, -1).getFirst();
        List<float[]> now = shown(out, 1);
        // points of a mesh that was cut come in another order
        assertThat(now.get(1)).hasSize(3 * 40);
        assertThat(apart(now.get(1), rest, 0)).isLessThan(2e-6);
        float[] open = shown(door, 1).getFirst();
        assertThat(now.getFirst()).hasSize(3 * 16);
        assertThat(apart(now.getFirst(), open, 40)).isLessThan(2e-6);
        Scene two = prop(Vec3.ZERO, Vec3.ZERO, Channel.ROTATE_Y, boxes("frame", FRAME), boxes("panel", PANEL));
        Scene whole = new StillPart(true).apply(two);
        assertThat(whole.meshes()).hasSize(2);
        assertThat(whole.meshes().getFirst().skin()).isNull();
        assertThat(shown(whole, 1).getFirst()).containsExactly(shown(two, -1).getFirst(), within(2e-6f));
    }

    /** Points are stored elsewhere, and the nodes of their meshes say where they are. */
    private static Scene offset(Scene s) {
        Matrix4d away = new Matrix4d().translation(0, 0, 7).rotateX(1);
        List<Mesh> meshes = new ArrayList<>();
        s.meshes().forEach(m -> meshes.add(MeshMove.of(m, away.invert(new Matrix4d()))));
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.replaceAll(n -> n.kind() == NodeKind.MESH ? n.withGeometric(away) : n);
        return s.withMeshes(meshes).withNodes(nodes);
    }

    @Test
    void whereMeshesSayWherePointsAreTheSameComesOfIt() {
        Scene door = offset(door());
        assertThat(Objects.requireNonNull(Hinge.of(door)).points()).isEqualTo(40);
        float[] rest = shown(door(), -1).getFirst();
        Scene bare = new StillPart(true).apply(door);
        assertThat(apart(shown(bare, 1).get(1), rest, 0)).isLessThan(5e-6);
        Scene held = new StillPart(false).apply(door);
        float[] now = shown(held, 1).getFirst();
        for (int p = 0; p < 40; p++) {
            assertThat(far(now, p, rest, p)).isLessThan(5e-6);
        }
    }

    private static List<Finding> told(Scene s) {
        List<Finding> out = new ArrayList<>();
        CharacterRules.ALL.forEach(r -> r.look(new Facts(s), null, out));
        out.removeIf(f -> !f.code().equals("part-turns-along"));
        return out;
    }

    @Test
    void itIsToldWithItsFigureAndSoundOnesAreNot() {
        Finding f = told(door()).getFirst();
        assertThat(f.title()).isEqualTo("A part of door turns along");
        assertThat(f.figure().value()).isEqualTo(40);
        assertThat(f.remedy()).isEqualTo(new StillPart(false));
        assertThat(told(new StillPart(false).apply(door()))).isEmpty();

        // the panel alone; the axis in the middle of what goes round; blades that nothing goes round
        assertThat(told(prop(Vec3.ZERO, Vec3.ZERO, Channel.ROTATE_Y, boxes("panel", PANEL, KNOB))))
                .isEmpty();
        double[] spoke = {0.46, 0, -0.02, 0.88, 2, 0.02};
        double[] blade = {0.1001, 0.05, -0.02, 1, 0.15, 0.02};
        assertThat(told(prop(
                        new Vec3(0.45, 0, 0), Vec3.ZERO, Channel.ROTATE_Y, boxes("rim", FRAME), boxes("spoke", spoke))))
                .isEmpty();
        double[] hub = {-0.1, 0, -0.1, 0.1, 0.2, 0.1};
        assertThat(told(prop(Vec3.ZERO, Vec3.ZERO, Channel.ROTATE_Y, boxes("hub", hub), boxes("blade", blade))))
                .isEmpty();
        // it slides
        assertThat(told(prop(Vec3.ZERO, Vec3.ZERO, Channel.TRANSLATE_X, boxes("frame", FRAME), boxes("panel", PANEL))))
                .isEmpty();
    }

    @Test
    void unitsAndAxesDoNotMatter() {
        Scene z = new ConvertStage(AxisSystem.Z_UP, 0.01).apply(door());
        assertThat(Objects.requireNonNull(Hinge.of(z)).points()).isEqualTo(40);
    }
}
