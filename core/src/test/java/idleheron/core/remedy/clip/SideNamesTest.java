package idleheron.core.remedy.clip;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SideNamesTest {
    @ParameterizedTest
    @CsvSource({
        "LeftArm, RightArm",
        "arm_left, arm_right",
        "LEFT_foot, RIGHT_foot",
        "hand_l, hand_r",
        "R.foot, L.foot",
        "rig:L_Toe01, rig:R_Toe01",
        "upLeft2, upRight2",
        "finger_l_02, finger_r_02",
        "upright, upright",
        "bright_light, bright_light",
        "pelvis, pelvis",
        "barrel, barrel",
        "roll, roll"
    })
    void leftAndRightAreExchangedAndBack(String name, String other) {
        assertThat(SideNames.other(name)).isEqualTo(other);
        assertThat(SideNames.other(other)).isEqualTo(name);
    }
}
