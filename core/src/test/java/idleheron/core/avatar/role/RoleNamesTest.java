package idleheron.core.avatar.role;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RoleNames.Part;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RoleNamesTest {
    @ParameterizedTest
    @CsvSource({
        "J_Bip_L_UpperArm, UPPER_ARM, left",
        "imp_forearm_r, LOWER_ARM, right",
        "ns:LeftUpLeg, UPPER_LEG, left",
        "RightLeg, LOWER_LEG, right",
        "thigh.L, UPPER_LEG, left",
        "lowerarm_l, LOWER_ARM, left",
        "clavicle_R, SHOULDER, right",
        "Hips, HIPS, ''",
        "L_hip, UPPER_LEG, left",
        "spine_02, SPINE, ''",
        "UpperChest, CHEST, ''",
        "rightHand, HAND, right",
        "LThumb1, THUMB, left",
        "hand_index_01_l, INDEX, left",
        "pinkie_03_r, LITTLE, right",
        "ball_l, TOES, left",
        "footToe_l, TOES, left",
    })
    void aNameOfTheTradeTellsPartAndSide(String name, Part part, String side) {
        assertThat(RoleNames.agrees(name, part)).isEqualTo(1);
        assertThat(RoleNames.side(name)).isEqualTo(side);
    }

    @Test
    void namesThatSayNothingAreNeutralAndOthersContradict() {
        assertThat(RoleNames.agrees("bone_017", Part.HEAD)).isZero();
        assertThat(RoleNames.agrees("x", Part.HEAD)).isZero();
        assertThat(RoleNames.agrees("", Part.HEAD)).isZero();
        assertThat(RoleNames.agrees("hair_02_l", Part.HEAD)).isEqualTo(-1);
        assertThat(RoleNames.agrees("upperarm_twist_l", Part.UPPER_ARM)).isEqualTo(-1);
        assertThat(RoleNames.agrees("hand_index_01_l", Part.HAND)).isEqualTo(-1);
    }

    @Test
    void rolesHaveParentsSidesAndWords() {
        assertThat(Role.of("leftLowerArm")).isEqualTo(Role.LEFT_LOWER_ARM);
        assertThat(Role.of("LEFT_LOWER_ARM")).isNull();
        assertThat(Role.LEFT_LOWER_ARM.mirrored()).isEqualTo(Role.RIGHT_LOWER_ARM);
        assertThat(Role.NECK.mirrored()).isEqualTo(Role.NECK);
        assertThat(Role.LEFT_LOWER_ARM.shown()).isEqualTo("left lower arm");
        assertThat(Role.REQUIRED).hasSize(15);
        assertThat(Role.values()).hasSize(55);
        assertThat(Role.LEFT_EYE.limb()).isEqualTo(Role.Limb.HEAD);
        assertThat(Role.Limb.RIGHT_FINGERS.roles()).hasSize(15);
        for (Role r : Role.values()) {
            assertThat(r.above() == null || r.above().ordinal() < r.ordinal()).isTrue();
            assertThat(r.mirrored().mirrored()).isEqualTo(r);
        }
    }
}
