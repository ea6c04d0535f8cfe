package idleheron.core.character.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.inspect.InspectionTest;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Optional;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Where each rule begins to speak, and what it says then. */
class RuleEdgesTest {
    private static final Scene SOUND = InspectionTest.sound();

    private static Optional<Finding> found(Scene s, @Nullable Convention c, String code) {
        return Inspection.of(s, c).stream().filter(f -> f.code().equals(code)).findFirst();
    }

    private static Finding one(Scene s, String code) {
        return found(s, null, code).orElseThrow();
    }

    private static boolean told(Scene s, String code) {
        return found(s, null, code).isPresent();
    }

    private static Convention place(
            double unit, AxisSystem axes, int influences, boolean tips, @Nullable FrameRate rate) {
        return new Convention("q", "Quay", axes, unit, rate, influences, false, tips);
    }

    private static Scene scaled(int node, double x, double y, double z) {
        Node n = SOUND.nodes().get(node);
        return InspectionTest.with(SOUND, node, n.withTransform(n.transform().withScaling(new Vec3(x, y, z))));
    }

    @Test
    void aScaleIsToldByWhereItStands() {
        assertThat(one(scaled(0, 4, 4, 4), "node-scale").title()).isEqualTo("Scale 4 left on a joint");
        assertThat(one(scaled(0, 0.25, 0.25, 0.25), "node-scale").message()).contains("4 times too large.");
        assertThat(one(scaled(2, 2, 2, 2), "node-scale").title()).endsWith("left on a mesh");
        Finding uneven = one(scaled(0, 1, 2, 1), "node-scale");
        assertThat(uneven.title()).isEqualTo("Scale by axis left on a joint");
        assertThat(uneven.message()).contains("carries 1, 2, 1.");
        assertThat(uneven.remedy()).isNull();
        assertThat(uneven.likelyCause()).contains("stretched");
        assertThat(one(scaled(0, 2, 2, 1), "node-scale").remedy()).isNull();
        assertThat(one(scaled(0, -1, -1, -1), "node-scale").remedy())
                .as("a mirror is no size")
                .isNull();
        assertThat(told(scaled(0, 1 + 5e-6, 1, 1), "node-scale")).isFalse();
        assertThat(told(scaled(0, 1, 1 + 2e-5, 1), "node-scale")).isTrue();
        assertThat(told(scaled(0, 1, 1, 1 - 2e-5), "node-scale")).isTrue();
        Scene beside = InspectionTest.with(
                SOUND, 3, Node.of("lamp", -1, NodeKind.LOCATOR, Transform.IDENTITY.withScaling(Vec3.ONE.times(3))));
        assertThat(told(beside, "node-scale")).as("it carries nothing").isFalse();
    }

    @Test
    void aGroupAboveJointsAndOneAboveAMeshAlone() {
        Node group = Node.of("top", -1, NodeKind.GROUP, Transform.IDENTITY.withScaling(Vec3.ONE.times(2)));
        Scene s = SOUND.withNodes(List.of(
                group,
                SOUND.nodes().get(0).withParent(0),
                SOUND.nodes().get(1).withParent(1),
                SOUND.nodes().get(2)));
        assertThat(one(s, "node-scale").title()).endsWith("left above the skeleton");
        Scene mesh = SOUND.withNodes(List.of(
                SOUND.nodes().get(0),
                SOUND.nodes().get(1),
                group,
                SOUND.nodes().get(2).withParent(2)));
        assertThat(one(mesh, "node-scale").title()).endsWith("left on a mesh");
    }

    @Test
    void squareTurnsAreToldAndOthersAreNot() {
        for (double[] d : new double[][] {{90, 90}, {180, 180}, {-90, 90}, {90.009, 90}}) {
            assertThat(one(turned(d[0]), "square-turn-on-node").figure().value())
                    .isEqualTo(d[1]);
        }
        for (double d : new double[] {0, 30, 44, 89.9, 90.02, 130}) {
            assertThat(told(turned(d), "square-turn-on-node")).as(d + "").isFalse();
        }
    }

    private static Scene turned(double degrees) {
        Node n = SOUND.nodes().get(2);
        return InspectionTest.with(
                SOUND, 2, n.withTransform(Transform.of(Vec3.ZERO, new Vec3(degrees, 0, 0), Vec3.ONE)));
    }

    @Test
    void bonesWithoutLengthAndRestThatIsNotBind() {
        Node top = SOUND.nodes().get(1);
        Scene close = InspectionTest.with(
                SOUND, 1, top.withTransform(Transform.of(new Vec3(0, 9e-7, 0), Vec3.ZERO, Vec3.ONE)));
        assertThat(one(close, "zero-length-bone").title()).isEqualTo("A bone without length");
        Finding off = one(close, "rest-is-not-bind");
        assertThat(off.message()).startsWith("1 joint: top.");
        Scene near = InspectionTest.with(
                SOUND, 1, top.withTransform(Transform.of(new Vec3(0, 0.90009, 0), Vec3.ZERO, Vec3.ONE)));
        assertThat(told(near, "rest-is-not-bind")).as("0.09 mm").isFalse();
        Scene far = InspectionTest.with(
                SOUND, 1, top.withTransform(Transform.of(new Vec3(0, 0.90011, 0), Vec3.ZERO, Vec3.ONE)));
        assertThat(told(far, "rest-is-not-bind")).as("0.11 mm").isTrue();
        Scene turned = InspectionTest.with(
                SOUND, 1, top.withTransform(Transform.of(new Vec3(0, 0.9, 0), new Vec3(0, 0, 12), Vec3.ONE)));
        assertThat(one(turned, "rest-is-not-bind").figure().value()).isCloseTo(12, within(1e-9));
        Scene little = InspectionTest.with(
                SOUND, 1, top.withTransform(Transform.of(new Vec3(0, 0.9, 0), new Vec3(0, 0, 0.04), Vec3.ONE)));
        assertThat(told(little, "rest-is-not-bind")).isFalse();
    }

    @Test
    void severalJointsAreCountedAndFourOfThemNamed() {
        assertThat(SkeletonRules.listed(List.of("a", "b", "c", "d"))).isEqualTo("a, b, c, d");
        assertThat(SkeletonRules.listed(List.of("a", "b", "c", "d", "e", "f"))).isEqualTo("a, b, c, d and 2 more");
        Scene tips = InspectionTest.with(InspectionTest.with(SOUND, 3, tip("x")), 4, tip("y"));
        assertThat(one(tips, "tip-joints").title()).isEqualTo("2 tip joints");
        assertThat(one(tips, "tip-joints").message()).contains("x, y");
        assertThat(one(InspectionTest.with(SOUND, 3, tip("x")), "tip-joints").title())
                .isEqualTo("One tip joint");
        assertThat(found(tips, place(1, AxisSystem.COMMON, 0, true, null), "tip-joints"))
                .isEmpty();
        assertThat(found(tips, place(1, AxisSystem.COMMON, 0, false, null), "tip-joints"))
                .isPresent();
    }

    private static Node tip(String name) {
        return Node.of(name, 1, NodeKind.JOINT, Transform.of(new Vec3(0, 0.1, 0), Vec3.ZERO, Vec3.ONE));
    }

    @Test
    void idleRootsAreNamedAndTakenOut() {
        Scene s = InspectionTest.with(SOUND, 3, Node.of("ctl", -1, NodeKind.JOINT, Transform.IDENTITY));
        Finding f = one(s, "several-roots");
        assertThat(f.title()).isEqualTo("Two roots");
        assertThat(f.likelyCause()).isEqualTo("ctl move no point: controls that went along.");
        assertThat(f.node()).isEqualTo(3);
        Scene three = InspectionTest.with(s, 4, Node.of("more", -1, NodeKind.JOINT, Transform.IDENTITY));
        assertThat(one(three, "several-roots").title()).isEqualTo("3 roots");
        assertThat(one(three, "several-roots").message()).startsWith("root, ctl, more.");
    }

    @Test
    void oneMeshOnTwoSkeletonsIsAChainThatIsNotConnectedAndTwoMeshesAreTwoCharacters() {
        Node loose = SOUND.nodes().get(1).withParent(-1);
        Scene apart = InspectionTest.with(SOUND, 1, loose);
        Finding f = one(apart, "several-roots");
        assertThat(f.likelyCause()).isEqualTo("A chain is not connected.");
        assertThat(f.remedy()).isNull();
        assertThat(f.node()).isEqualTo(1);
        var mesh = SOUND.meshes().getFirst();
        var skin = java.util.Objects.requireNonNull(mesh.skin());
        var left = mesh.withSkin(skin.withWeights(skin.starts(), skin.slots(), new float[] {1, 0, 1, 0}));
        var right = mesh.withSkin(skin.withWeights(skin.starts(), skin.slots(), new float[] {0, 1, 0, 1}));
        Scene two = apart.withMeshes(List.of(left, right));
        assertThat(one(two, "several-characters").title()).isEqualTo("2 characters in one file");
        assertThat(one(two, "several-characters").message()).startsWith("root, top each have");
        assertThat(told(two, "several-roots")).isFalse();
    }

    @Test
    void weightsAreToldFromAThousandthOffAndInfluencesOverWhatIsTaken() {
        assertThat(told(InspectionTest.weights(1, 1, 0.5f, 0.4991f), "weights-off-one"))
                .isFalse();
        assertThat(told(InspectionTest.weights(1, 1, 0.5f, 0.4989f), "weights-off-one"))
                .isTrue();
        Finding f = one(InspectionTest.weights(1.2f, 0.7f, 0.5f, 0.5f), "weights-off-one");
        assertThat(f.title()).startsWith("2 points");
        assertThat(f.figure().value()).as("the farthest").isCloseTo(0.7, within(1e-6));
        assertThat(f.figure().subject()).isEqualTo("/strip");
        Finding none = one(InspectionTest.weights(0, 0, 0.5f, 0.5f), "unweighted-points");
        assertThat(none.title()).isEqualTo("2 points without weight");
        assertThat(none.figure().subject()).isEqualTo("/strip");
        assertThat(found(SOUND, place(1, AxisSystem.COMMON, 2, true, null), "too-many-influences"))
                .isEmpty();
        Finding many = found(SOUND, place(1, AxisSystem.COMMON, 1, true, null), "too-many-influences")
                .orElseThrow();
        assertThat(many.title()).isEqualTo("2 influences on 1 point");
        assertThat(many.figure().subject()).isEqualTo("/strip");
        assertThat(found(SOUND, place(1, AxisSystem.COMMON, 0, true, null), "too-many-influences"))
                .isEmpty();
    }

    private static Clip clip(double start, double end, double... keys) {
        double[] values = new double[keys.length];
        values[values.length / 2] = 40;
        Clip c = InspectionTest.clip(0);
        return new Clip(
                "sway",
                start,
                end,
                FrameRate.FILM,
                c.mapCurves(k -> Curve.linear(keys, values)).nodes(),
                List.of());
    }

    private static Scene clips(Clip c) {
        return SOUND.withClips(List.of(c));
    }

    @Test
    void spansOfClipsAndKeysByHalfAFrame() {
        double frame = 1 / 24.0;
        assertThat(told(clips(clip(0, 1, 0, 0.5, 1 + 0.4 * frame)), "keys-leave-clip"))
                .isFalse();
        Finding over = one(clips(clip(0, 1, 0, 0.5, 1 + 0.6 * frame)), "keys-leave-clip");
        assertThat(over.figure().value()).isCloseTo(0.6, within(1e-9));
        assertThat(one(clips(clip(0, 1, -0.25, 0.5, 1)), "keys-leave-clip")
                        .figure()
                        .value())
                .isCloseTo(6, within(1e-9));
        Finding still = one(clips(clip(0, 1, 0, 0.25, 0.5)), "clip-longer-than-keys");
        assertThat(still.title()).isEqualTo("sway stands still for 12 frames");
        assertThat(one(clips(clip(0, 1, 0.75, 0.8, 1)), "clip-longer-than-keys")
                        .figure()
                        .value())
                .isCloseTo(18, within(1e-9));
        assertThat(told(clips(clip(0, 1, 0.4 * frame, 0.5, 1)), "clip-longer-than-keys"))
                .isFalse();
        assertThat(told(clips(clip(1, 1, 0, 0.25, 0.5)), "keys-leave-clip"))
                .as("a clip of no length")
                .isFalse();
    }

    @Test
    void aClipThatLeavesTheDeclaredRangeByLessThanATickDoesNot() {
        assertThat(told(clips(clip(0, 1 + 9e-7, 0, 0.5, 1)), "clip-leaves-range"))
                .isFalse();
        assertThat(told(clips(clip(0, 1 + 2e-6, 0, 0.5, 1)), "clip-leaves-range"))
                .isTrue();
        Finding early = one(clips(clip(-0.5, 1, -0.5, 0.5, 1)), "clip-leaves-range");
        assertThat(early.figure().value()).isCloseTo(12, within(1e-9));
        assertThat(early.message()).contains("the file declares 0 – 24");
        Scene none = clips(clip(-5, 9, -5, 0, 9)).withStage(SOUND.stage().withRange(0, 0));
        assertThat(told(none, "clip-leaves-range")).as("nothing is declared").isFalse();
    }

    @Test
    void loopsThatNearlyClose() {
        for (double d : new double[] {0, 0.09, 3.1, 20}) {
            assertThat(told(SOUND.withClips(List.of(InspectionTest.clip(d))), "loop-open"))
                    .as(d + "")
                    .isFalse();
        }
        for (double d : new double[] {0.11, 2.9}) {
            assertThat(one(SOUND.withClips(List.of(InspectionTest.clip(d))), "loop-open")
                            .node())
                    .isEqualTo(1);
        }
    }

    @Test
    void aFigureIsAsHighAsPeopleAndTheirHouses() {
        for (double[] h : new double[][] {{0.31, 0}, {0.29, 1}, {9.9, 0}, {10.1, 1}}) {
            double factor = h[0] / 1.8;
            Scene s = SOUND.withStage(SOUND.stage().withMetersPerUnit(factor));
            assertThat(told(s, "implausible-height")).as(h[0] + " m").isEqualTo(h[1] == 1);
        }
        Scene large = SOUND.withStage(SOUND.stage().withMetersPerUnit(100));
        assertThat(one(large, "implausible-height").likelyCause()).contains("a hundred times too large");
        Scene inches = SOUND.withStage(SOUND.stage().withMetersPerUnit(7));
        assertThat(one(inches, "implausible-height").likelyCause())
                .isEqualTo("The declared unit of 7 m does not fit the data.");
        double[] off = SOUND.meshes().getFirst().points().clone();
        off[1] = Double.POSITIVE_INFINITY;
        Scene endless = SOUND.withMeshes(List.of(SOUND.meshes().getFirst().withPoints(off)));
        assertThat(told(endless, "implausible-height"))
                .as("a point that lies nowhere tells no height")
                .isFalse();
    }

    @Test
    void otherAxesOrAnotherUnitThanTheDestination() {
        assertThat(found(SOUND, place(1, AxisSystem.COMMON, 0, true, null), "other-axes-or-unit"))
                .isEmpty();
        assertThat(found(SOUND, place(1 + 1e-12, AxisSystem.COMMON, 0, true, null), "other-axes-or-unit"))
                .isEmpty();
        Finding unit = found(SOUND, place(0.01, AxisSystem.COMMON, 0, true, null), "other-axes-or-unit")
                .orElseThrow();
        assertThat(unit.figure().value()).isCloseTo(100, within(1e-9));
        assertThat(unit.message())
                .isEqualTo("The file is Y up, right-handed, 1 m; Quay writes Y up, right-handed, 1 cm.");
        assertThat(found(SOUND, place(1, AxisSystem.Z_UP, 0, true, null), "other-axes-or-unit"))
                .isPresent();
        assertThat(found(SOUND, place(1, AxisSystem.COMMON, 0, true, FrameRate.of(30)), "other-rate"))
                .isPresent();
        assertThat(found(SOUND, place(1, AxisSystem.COMMON, 0, true, FrameRate.FILM), "other-rate"))
                .isEmpty();
    }

    @Test
    void aBindPoseThatIsMissingCountsOnlyWherePointsAreMoved() {
        Scene s = InspectionTest.with(SOUND, 3, tip("idle"));
        assertThat(told(s, "missing-bind-pose")).isFalse();
        Node root = SOUND.nodes().get(0).withBindWorld(new Matrix4d());
        assertThat(told(InspectionTest.with(SOUND, 0, root), "missing-bind-pose"))
                .isFalse();
        assertThat(one(InspectionTest.with(SOUND, 0, root.withBindWorld(null)), "missing-bind-pose")
                        .message())
                .startsWith("root move points");
    }
}
