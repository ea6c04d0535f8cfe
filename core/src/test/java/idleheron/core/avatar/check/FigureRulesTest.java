package idleheron.core.avatar.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.TFigure;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.StandInT;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How a figure stands and what it is made of, on both sides of every threshold. */
class FigureRulesTest {
    static List<Finding> found(Scene s, @Nullable Convention c) {
        List<Finding> out = new ArrayList<>();
        Facts f = new Facts(s);
        AvatarRules.ALL.forEach(r -> r.look(f, c, out));
        return out;
    }

    private static List<String> codes(Scene s) {
        return found(s, null).stream().map(Finding::code).toList();
    }

    private static Finding one(Scene s, String code) {
        List<Finding> all =
                found(s, null).stream().filter(f -> f.code().equals(code)).toList();
        assertThat(all).hasSize(1);
        return all.getFirst();
    }

    @Test
    void nothingIsToldOfAFigureThatStandsAsItShould() {
        assertThat(codes(TFigure.scene())).isEmpty();
        assertThat(AvatarRules.standsInT(TFigure.scene())).isTrue();
        assertThat(AvatarRules.standsInT(TFigure.scene().with(Avatar.KEY, List.of())))
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource({"100, centimetres, 0.01", "1000, millimetres, 0.001", "39.37007874, inches, 0.0254"})
    void numbersOfAnotherUnitAreToldByWhatPeopleMeasure(double factor, String unit, double metres) {
        Finding f = one(TFigure.sized(factor), "avatar-size");
        assertThat(f.severity()).isEqualTo(Severity.BREAKS);
        assertThat(f.figure().value()).isCloseTo(0.7 * factor, within(1e-6));
        assertThat(f.message()).endsWith("it is 0.700 m: the numbers are " + unit + ".");
        Redeclare r = (Redeclare) Objects.requireNonNull(f.remedy());
        assertThat(r.metersPerUnit()).isCloseTo(metres, within(1e-9));
        assertThat(r.axes()).isEqualTo(AxisSystem.COMMON);
    }

    @ParameterizedTest
    @CsvSource({"0.17, true", "0.18, false", "3.1, false", "3.2, true"})
    void sizesThatNobodyHasAreToldAndNoUnitIsGuessedForThem(double factor, boolean told) {
        Scene s = TFigure.sized(factor);
        assertThat(codes(s).contains("avatar-size")).isEqualTo(told);
        if (told) {
            Finding f = one(s, "avatar-size");
            assertThat(f.remedy()).isNull();
            assertThat(f.message()).endsWith("people measure 0.5 m there.");
            assertThat(f.node()).isEqualTo(TFigure.node(Role.HIPS));
        }
    }

    @Test
    void exchangedSidesAreToldByTheToes() {
        Map<Role, Integer> swapped = new EnumMap<>(Role.class);
        TFigure.avatar().roles().forEach((r, n) -> swapped.put(r.mirrored(), n));
        Finding f = one(TFigure.with((Avatar a) -> a.withRoles(swapped)), "avatar-sides");
        assertThat(f.title()).isEqualTo("Left and right are exchanged");
        GiveRoles r = (GiveRoles) Objects.requireNonNull(f.remedy());
        assertThat(r.joints())
                .hasSize(14)
                .containsEntry("leftHand", "leftHand")
                .containsEntry("rightToes", "rightToes")
                .doesNotContainKey("hips");
    }

    @ParameterizedTest
    @CsvSource({"90, -90", "-90, 90"})
    void whoLiesDownIsStoodUp(double about, double back) {
        Finding f = one(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(about, 0, 0))), "avatar-lies-down");
        assertThat(f.figure().value()).isCloseTo(90, within(1e-6));
        assertThat(f.message()).contains("leans by 90° from upright");
        assertThat(f.remedy()).isEqualTo(new MoveScene(new Vec3(back, 0, 0), 1, Vec3.ZERO));
    }

    @Test
    void whoLeansIsLeftAloneOrToldWithoutARemedy() {
        assertThat(one(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(60, 0, 0))), "avatar-lies-down")
                        .remedy())
                .isNull();
        assertThat(codes(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(44, 0, 0)))))
                .doesNotContain("avatar-lies-down");
    }

    @Test
    void whoLooksElsewhereIsTurnedBack() {
        Finding f = one(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(0, 30.2, 0))), "avatar-facing");
        assertThat(f.figure().value()).isCloseTo(30.2, within(1e-6));
        assertThat(f.remedy()).as("whole degrees").isEqualTo(new MoveScene(new Vec3(0, -30, 0), 1, Vec3.ZERO));
        assertThat(codes(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(0, 9, 0)))))
                .doesNotContain("avatar-facing");
    }

    @Test
    void armsThatHangAreToldFromTheWorstOn() {
        Scene s = TFigure.with(Role.LEFT_UPPER_ARM, t -> t.withRotation(new Vec3(0, 0, -30)));
        Finding f = one(s, "avatar-t-pose");
        assertThat(f.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(f.title()).isEqualTo("Not in T-pose: leftUpperArm by 30°");
        assertThat(f.message()).contains("leftUpperArm by 30°, leftLowerArm by 30°");
        assertThat(f.remedy()).isEqualTo(new StandInT());
        assertThat(f.node()).isEqualTo(TFigure.node(Role.LEFT_UPPER_ARM));
        assertThat(AvatarRules.standsInT(s)).isFalse();
    }

    @Test
    void aLittleIsANoteAndLessIsNothing() {
        assertThat(one(TFigure.with(Role.RIGHT_LOWER_LEG, t -> t.withRotation(new Vec3(7, 0, 0))), "avatar-t-pose")
                        .severity())
                .isEqualTo(Severity.NOTE);
        assertThat(codes(TFigure.with(Role.RIGHT_LOWER_LEG, t -> t.withRotation(new Vec3(4, 0, 0)))))
                .isEmpty();
    }

    /** The figure under a node of its own. */
    private static Scene under(Transform above) {
        List<Node> nodes = new ArrayList<>(List.of(Node.of("offset", -1, NodeKind.GROUP, above)));
        TFigure.scene().nodes().forEach(n -> nodes.add(n.withParent(n.parent() + 1)));
        Map<Role, Integer> roles = new EnumMap<>(Role.class);
        TFigure.avatar().roles().forEach((r, n) -> roles.put(r, n + 1));
        return TFigure.with((Avatar a) -> a.withRoles(roles)).withNodes(nodes);
    }

    @Test
    void aScaleOrATurnAboveTheHipsIsTold() {
        Finding scale = one(under(Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(2, 2, 2))), "avatar-above-hips");
        assertThat(scale.title()).isEqualTo("offset above the hips scales the figure");
        assertThat(scale.figure().text()).startsWith("2");
        assertThat(scale.remedy()).isEqualTo(new BakeScale());
        Finding turn = one(under(Transform.of(Vec3.ZERO, new Vec3(0, 9, 0), Vec3.ONE)), "avatar-above-hips");
        assertThat(turn.title()).isEqualTo("offset above the hips turns the figure");
        assertThat(turn.figure().value()).isCloseTo(9, within(1e-6));
        assertThat(turn.remedy()).isEqualTo(new BakeTurn("offset"));
        assertThat(codes(under(Transform.of(new Vec3(1, 2, 3), new Vec3(0, 0.4, 0), new Vec3(1.0005, 1, 1)))))
                .isEmpty();
        for (Vec3 size : List.of(new Vec3(1.01, 1, 1), new Vec3(1, 0.99, 1), new Vec3(1, 1, 1.01))) {
            assertThat(codes(under(Transform.of(Vec3.ZERO, Vec3.ZERO, size)))).contains("avatar-above-hips");
        }
    }

    @Test
    void stretchedAndMirroredJointsAreTold() {
        Finding f = one(TFigure.with(Role.LEFT_LOWER_ARM, t -> t.withScaling(new Vec3(1, 2, 1))), "avatar-bone-scale");
        assertThat(f.title()).isEqualTo("2 joints stretched or mirrored");
        assertThat(f.figure().value()).isCloseTo(2, within(1e-9));
        assertThat(f.message()).startsWith("leftLowerArm is stretched, leftHand is stretched.");
        assertThat(f.node()).isEqualTo(TFigure.node(Role.LEFT_LOWER_ARM));
        Finding m = one(TFigure.with(Role.HEAD, t -> t.withScaling(new Vec3(-1, 1, 1))), "avatar-bone-scale");
        assertThat(m.message()).startsWith("head is mirrored.");
        assertThat(codes(TFigure.with(Role.HEAD, t -> t.withScaling(new Vec3(3, 3, 3)))))
                .isEmpty();
    }

    @Test
    void bonesWithoutLengthAreToldButForThoseThatOnlyPart() {
        Finding f = one(TFigure.with(Role.LEFT_HAND, t -> t.withTranslation(Vec3.ZERO)), "avatar-bone-length");
        assertThat(f.title()).isEqualTo("leftLowerArm has no length");
        assertThat(f.node()).isEqualTo(TFigure.node(Role.LEFT_LOWER_ARM));
        assertThat(f.figure().value()).isZero();
        assertThat(codes(TFigure.with(Role.LEFT_HAND, t -> t.withTranslation(new Vec3(0.001, 0, 0)))))
                .doesNotContain("avatar-bone-length");
        assertThat(codes(TFigure.with(Role.LEFT_UPPER_LEG, t -> t.withTranslation(Vec3.ZERO))))
                .doesNotContain("avatar-bone-length");
    }

    @Test
    void aPlaceThatTakesAvatarsAloneAsksForOne() {
        Convention c = new Convention(
                "quay",
                "Quay",
                AxisSystem.COMMON,
                1,
                null,
                0,
                false,
                true,
                Convention.Asks.NOTHING.with(new Convention.Skeleton(null, "", "", 0, true, true)));
        Scene bare = TFigure.scene().with(Avatar.KEY, List.of());
        List<Finding> all = found(bare, c);
        assertThat(all).extracting(Finding::code).containsExactly("avatar-missing");
        Finding f = all.getFirst();
        assertThat(f.severity()).isEqualTo(Severity.BREAKS);
        assertThat(f.message()).startsWith("Quay takes the figure as an avatar");
        assertThat(f.remedy()).isEqualTo(new GiveRoles(Map.of()));
        assertThat(found(bare, null)).isEmpty();
        assertThat(found(TFigure.scene(), c)).isEmpty();
        assertThat(found(TFigure.with((Avatar a) -> a.withRoles(Map.of())), c))
                .extracting(Finding::code)
                .contains("avatar-missing");
    }
}
