package idleheron.core.avatar.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.TFigure;
import idleheron.core.finding.Finding;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.scene.Scene;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

/** Which joint has which role, and what is told where that cannot be. */
class RoleRulesTest {
    private static Scene with(Consumer<Map<Role, Integer>> change) {
        Map<Role, Integer> roles = new EnumMap<>(TFigure.avatar().roles());
        change.accept(roles);
        return TFigure.with((Avatar a) -> a.withRoles(roles));
    }

    private static List<Finding> told(Scene s, String code) {
        return FigureRulesTest.found(s, null).stream()
                .filter(f -> f.code().equals(code))
                .toList();
    }

    @Test
    void aRoleThatEveryAvatarHasIsMissed() {
        Finding one =
                told(with(r -> r.remove(Role.HEAD)), "avatar-role-missing").getFirst();
        assertThat(one.title()).isEqualTo("No joint is the head");
        assertThat(one.figure().text()).isEqualTo("1 role");
        assertThat(one.message()).startsWith("An avatar needs all of 15 roles; no joint has the role of head.");
        assertThat(one.remedy()).isEqualTo(new GiveRoles(Map.of()));
        Finding two = told(
                        with(r -> {
                            r.remove(Role.HEAD);
                            r.remove(Role.LEFT_FOOT);
                        }),
                        "avatar-role-missing")
                .getFirst();
        assertThat(two.title()).isEqualTo("No joint is the head, and others");
        assertThat(two.figure().text()).isEqualTo("2 roles");
        assertThat(told(with(r -> r.remove(Role.NECK)), "avatar-role-missing"))
                .as("not every figure has a neck")
                .isEmpty();
    }

    @Test
    void aJointHasOneRole() {
        List<Finding> all = told(with(r -> r.put(Role.NECK, TFigure.node(Role.HEAD))), "avatar-role-twice");
        assertThat(all).hasSize(1);
        assertThat(all.getFirst().title()).isEqualTo("head has 2 roles");
        assertThat(all.getFirst().message()).startsWith("head is neck and head;");
        assertThat(all.getFirst().node()).isEqualTo(TFigure.node(Role.HEAD));
    }

    @Test
    void aJointLiesBelowTheOneOfTheRoleAbove() {
        List<Finding> all = told(
                with(r -> {
                    r.put(Role.LEFT_HAND, TFigure.node(Role.RIGHT_HAND));
                    r.put(Role.RIGHT_HAND, TFigure.node(Role.LEFT_HAND));
                }),
                "avatar-role-parent");
        assertThat(all).hasSize(2);
        assertThat(all.getFirst().title()).isEqualTo("rightHand is not below the left lower arm");
        assertThat(all.getFirst().message())
                .isEqualTo(
                        "rightHand is the left hand and does not lie below leftLowerArm, which is the left lower arm.");
        assertThat(all.getFirst().remedy()).isNull();
    }

    @Test
    void theUpperChestNeedsAChestAndAFingerTheOneBefore() {
        Finding chest = told(
                        with(r -> {
                            r.put(Role.UPPER_CHEST, TFigure.node(Role.CHEST));
                            r.remove(Role.CHEST);
                        }),
                        "avatar-role-parent")
                .getFirst();
        assertThat(chest.title()).isEqualTo("The upper chest needs a chest");
        assertThat(chest.remedy()).isEqualTo(new GiveRoles(Map.of("upperChest", "")));
        Finding finger = told(
                        with(r -> {
                            r.put(Role.LEFT_INDEX_DISTAL, TFigure.node(Role.LEFT_HAND));
                            r.remove(Role.LEFT_HAND);
                        }),
                        "avatar-role-parent")
                .getFirst();
        assertThat(finger.title()).isEqualTo("The left index distal needs a left index intermediate");
        assertThat(told(
                        with(r -> {
                            r.put(Role.LEFT_INDEX_PROXIMAL, TFigure.node(Role.LEFT_HAND));
                            r.remove(Role.LEFT_HAND);
                        }),
                        "avatar-role-parent"))
                .as("the first of a finger hangs at the hand")
                .isEmpty();
        assertThat(told(with(r -> r.remove(Role.LEFT_LOWER_ARM)), "avatar-role-parent"))
                .as("what lies between may be left out")
                .isEmpty();
    }
}
