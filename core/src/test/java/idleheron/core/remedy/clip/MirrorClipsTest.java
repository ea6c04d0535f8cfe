package idleheron.core.remedy.clip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class MirrorClipsTest {
    private static final int HIPS = 0;
    private static final int ARM_L = 1;
    private static final int HAND_L = 2;
    private static final int ARM_R = 3;
    private static final int HAND_R = 4;
    private static final int SATCHEL = 5;
    private static final int WING_ONE = 6;
    private static final int WING_TWO = 7;

    private static Node joint(String name, int parent, double x, double y, double z, double... turn) {
        Transform t = Transform.of(
                new Vec3(x, y, z), turn.length == 0 ? Vec3.ZERO : new Vec3(turn[0], turn[1], turn[2]), Vec3.ONE);
        return Node.of(name, parent, NodeKind.JOINT, t);
    }

    /** Hips at x = 0.2, arms with axes that are no mirror images of each other, a satchel on the left alone, wings without names. */
    private static Scene figure(Clip... clips) {
        List<Node> nodes = List.of(
                joint("hips", -1, 0.2, 1, 0),
                joint("arm_l", HIPS, 0.3, 0.4, 0, 0, 0, 30),
                joint("hand_l", ARM_L, 0.5, 0, 0),
                joint("arm_r", HIPS, -0.3, 0.4, 0, 10, 20, -170),
                joint("hand_r", ARM_R, 0, 0, 0),
                joint("satchel", HIPS, 0.25, 0, 0.1),
                joint("wing_1", HIPS, 0.1, 0.5, -0.2),
                joint("wing_2", HIPS, -0.1, 0.5, -0.2));
        return Scene.bare("s", Stage.COMMON).withNodes(nodes).withClips(List.of(clips));
    }

    /** The hand of the right where the mirrored left one is. */
    private static Scene symmetric(Clip... clips) {
        Scene s = figure(clips);
        Pose rest = new Pose(s);
        Vec3 left = Matrices.translation(rest.world(HAND_L));
        var there = new org.joml.Vector3d(0.4 - left.x(), left.y(), left.z());
        new org.joml.Matrix4d(rest.world(ARM_R)).invert().transformPosition(there);
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(HAND_R, joint("hand_r", ARM_R, there.x, there.y, there.z));
        return s.withNodes(nodes);
    }

    private static Clip clip(String name, long seed, int... moved) {
        Random random = new Random(seed);
        double[] times = {0, 0.5, 1};
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int node : moved) {
            @Nullable Curve[] c = new Curve[Channel.COUNT];
            for (int a = 0; a < 3; a++) {
                c[3 + a] = Curve.linear(
                        times, new double[] {0, 40 * random.nextDouble() - 20, 60 * random.nextDouble() - 30});
            }
            if (node == HIPS) {
                c[Channel.TRANSLATE_X.ordinal()] = Curve.linear(times, new double[] {0.2, 0.3, 0.5});
                c[Channel.TRANSLATE_Y.ordinal()] = Curve.linear(times, new double[] {1, 1.1, 1});
                c[Channel.TRANSLATE_Z.ordinal()] = Curve.linear(times, new double[] {0, 0.3, 0.6});
            }
            tracks.add(new Clip.NodeTrack(node, c));
        }
        return new Clip(name, 0, 1, FrameRate.of(24), tracks, List.of());
    }

    private static Vec3 place(Scene s, int clip, double seconds, int node) {
        return Matrices.translation(new Pose(s).at(s.clips().get(clip), seconds).world(node));
    }

    private static void same(Vec3 a, Vec3 b, String what) {
        assertThat(a.minus(b).length()).as(what + ": %s and %s", a, b).isLessThan(1e-9);
    }

    @Test
    void everyJointIsWhereTheOtherOneWouldBeInAMirror() {
        Scene s = symmetric(clip("wave", 3, HIPS, ARM_L, HAND_L, ARM_R, SATCHEL, WING_ONE));
        Scene m = new MirrorClips(List.of("wave")).apply(s);
        int[][] pairs = {
            {HIPS, HIPS},
            {ARM_L, ARM_R},
            {ARM_R, ARM_L},
            {HAND_L, HAND_R},
            {HAND_R, HAND_L},
            {WING_ONE, WING_TWO},
            {WING_TWO, WING_ONE}
        };
        for (int f = 0; f <= 24; f += 3) {
            for (int[] p : pairs) {
                Vec3 was = place(s, 0, f / 24.0, p[0]);
                // the plane goes through the hips at rest
                same(place(m, 0, f / 24.0, p[1]), new Vec3(0.4 - was.x(), was.y(), was.z()), p[1] + " at " + f);
            }
        }
    }

    @Test
    void twiceIsAsItWas() {
        Scene s = figure(clip("wave", 5, HIPS, ARM_L, ARM_R, HAND_R, SATCHEL));
        MirrorClips mirror = new MirrorClips(List.of("wave"));
        Scene again = mirror.apply(mirror.apply(s));
        for (int f = 0; f <= 24; f++) {
            Pose was = new Pose(s).at(s.clips().getFirst(), f / 24.0);
            Pose is = new Pose(again).at(again.clips().getFirst(), f / 24.0);
            for (int n = 0; n < s.nodes().size(); n++) {
                assertThat(Matrices.difference(was.world(n), is.world(n)))
                        .as(s.nodes().get(n).name() + " at " + f)
                        .isLessThan(1e-9);
            }
        }
    }

    @Test
    void onlyWhatTheOtherSideMovedMoves() {
        Scene s = figure(clip("wave", 5, ARM_L), clip("rest", 6, ARM_R));
        Scene m = new MirrorClips(List.of("wave")).apply(s);
        assertThat(m.clips().getFirst().movedNodes()).containsExactly(ARM_R);
        assertThat(m.clips().get(1)).isSameAs(s.clips().get(1));
        assertThat(m.clips().getFirst().length()).isEqualTo(1);
        assertThat(new MirrorClips(List.of("none")).apply(s)).isSameAs(s);
    }

    @Test
    void pivotsAndOrdersOfTurnsAreKept() {
        Scene s = symmetric(clip("wave", 9, ARM_L));
        List<Node> nodes = new ArrayList<>(s.nodes());
        Transform t = nodes.get(ARM_R).transform();
        Transform pivoted = new Transform(
                        t.translation(),
                        RotationOrder.ZXY,
                        t.rotation(),
                        new Vec3(5, 6, 7),
                        t.postRotation(),
                        t.scaling(),
                        t.rotationOffset(),
                        t.rotationPivot(),
                        t.scalingOffset(),
                        t.scalingPivot(),
                        t.inherit())
                .withPivots(new Vec3(0.1, 0, 0), new Vec3(0, 0.2, 0.1), Vec3.ZERO, Vec3.ZERO);
        nodes.set(ARM_R, nodes.get(ARM_R).withTransform(pivoted));
        Scene odd = s.withNodes(nodes);
        Scene m = new MirrorClips(List.of("wave")).apply(odd);
        Pose rest = new Pose(odd);
        Sides sides = Objects.requireNonNull(Sides.of(odd));
        for (int f = 0; f <= 24; f += 4) {
            var wanted = new org.joml.Matrix4d(sides.mirror())
                    .mul(new Pose(odd).at(odd.clips().getFirst(), f / 24.0).world(ARM_L))
                    .mul(new org.joml.Matrix4d(rest.world(ARM_L)).invert())
                    .mul(sides.mirror())
                    .mul(rest.world(ARM_R));
            assertThat(Matrices.difference(
                            wanted,
                            new Pose(m).at(m.clips().getFirst(), f / 24.0).world(ARM_R)))
                    .isLessThan(1e-9);
        }
    }

    @Test
    void whatHasNoOtherSideIsKnown() {
        Sides sides = Objects.requireNonNull(Sides.of(symmetric()));
        assertThat(sides.other()).containsExactly(HIPS, ARM_R, HAND_R, ARM_L, HAND_L, SATCHEL, WING_TWO, WING_ONE);
        List<Node> nodes = new ArrayList<>(figure().nodes());
        nodes.add(joint("watch", HAND_L, 0.1, 0, 0));
        nodes.add(joint("thumb_l", HAND_L, 0.1, 0, 0));
        nodes.add(joint("nail", 9, 0.1, 0, 0));
        assertThat(Objects.requireNonNull(Sides.of(figure().withNodes(nodes))).other())
                .endsWith(-1, -1, -1);
        Scene none = figure(clip("wave", 2, HIPS)).withNodes(List.of(joint("hips", -1, 0, 0, 0)));
        assertThat(Sides.of(none)).isNull();
        assertThat(new MirrorClips(List.of("wave")).apply(none)).isSameAs(none);
        assertThatThrownBy(() -> new MirrorClips(List.of())).hasMessage("mirror-clips needs the name of a clip");
    }

    private static BlendShape shape(String name) {
        return new BlendShape(name, 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null)));
    }

    @Test
    void whatHasNoOtherSideRests() {
        List<Node> nodes = new ArrayList<>(figure().nodes());
        nodes.add(joint("watch", HAND_L, 0.1, 0, 0));
        Scene s = figure(clip("wave", 4, ARM_L, 8)).withNodes(nodes);
        MirrorClips mirror = new MirrorClips(List.of("wave"));
        assertThat(mirror.apply(s).clips().getFirst().movedNodes()).containsExactly(ARM_R);
        assertThat(mirror.title()).isEqualTo("Exchange left and right");
        assertThat(mirror.describe()).isEqualTo("Exchanges left and right in wave, keyed on every frame.");
    }

    @Test
    void twoOfOneNameBelongToWhatIsAboveThem() {
        List<Node> nodes = new ArrayList<>(figure().nodes());
        nodes.add(joint("tip_r", HIPS, 0, 2, 0)); // 8, nobody's other side
        nodes.add(joint("tip_l", HAND_L, 0.1, 0, 0));
        nodes.add(joint("tip_r", HAND_R, 0.1, 0, 0));
        assertThat(Objects.requireNonNull(Sides.of(figure().withNodes(nodes))).other())
                .endsWith(-1, 10, 9);
    }

    @Test
    void oneLimbOutOfPlaceDoesNotMoveThePlane() {
        List<Node> nodes = new ArrayList<>(symmetric().nodes());
        nodes.add(joint("foot_l", HIPS, 0.2, -0.5, 0));
        nodes.add(joint("foot_r", HIPS, -0.9, -0.5, 0));
        Sides s = Objects.requireNonNull(Sides.of(symmetric().withNodes(nodes)));
        assertThat(s.mirror().m30()).as("twice where the plane is").isCloseTo(0.4, within(1e-12));
        assertThat(s.mirror().m00()).isEqualTo(-1);
    }

    @Test
    void shapesOfTheOtherSideAreMoved() {
        Mesh mesh = Mesh.bare("face", new double[9], new int[] {0, 3}, new int[] {0, 1, 2})
                .withShapes(List.of(shape("smile_l"), shape("smile_r"), shape("jaw")));
        Curve one = Curve.linear(new double[] {0, 1}, new double[] {0, 1});
        Clip c = new Clip(
                "smile",
                0,
                1,
                FrameRate.of(24),
                List.of(),
                List.of(new Clip.ShapeTrack(0, 0, one), new Clip.ShapeTrack(0, 2, one)));
        Scene s = figure().withMeshes(List.of(mesh)).withClips(List.of(c));
        Clip m = new MirrorClips(List.of("smile")).apply(s).clips().getFirst();
        assertThat(m.shapes()).extracting(Clip.ShapeTrack::shape).containsExactly(1, 2);
        assertThat(m.shapes().getFirst().weight().at(0.5)).isCloseTo(0.5, within(1e-12));
    }
}
