package idleheron.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class AxisSystemTest {
    @Test
    void zUpBringsItsUpToCommonYAndItsFrontToCommonZ() {
        assertThat(AxisSystem.Z_UP.toCommon().transform(new Vector3d(0, 0, 1))).isEqualTo(new Vector3d(0, 1, 0));
        assertThat(AxisSystem.Z_UP.toCommon().transform(new Vector3d(0, -1, 0))).isEqualTo(new Vector3d(0, 0, 1));
        assertThat(AxisSystem.Z_UP.right()).isEqualTo(SignedAxis.POSITIVE_X);
    }

    @Test
    void handednessFollowsFromTheThreeAxes() {
        assertThat(AxisSystem.COMMON.isRightHanded()).isTrue();
        assertThat(AxisSystem.Z_UP.isRightHanded()).isTrue();
        assertThat(AxisSystem.Z_UP_LEFT.isRightHanded()).isFalse();
        assertThat(AxisSystem.Z_UP_LEFT.describe()).isEqualTo("Z up, left-handed");
    }

    @Test
    void everyPairOfAxesGivesARightHandedSystemOrIsRefused() {
        for (SignedAxis up : SignedAxis.values()) {
            for (SignedAxis front : SignedAxis.values()) {
                if (up.axis() == front.axis()) {
                    assertThatThrownBy(() -> AxisSystem.rightHanded(up, front)).hasMessageContaining("both lie along");
                } else {
                    assertThat(AxisSystem.rightHanded(up, front).isRightHanded())
                            .isTrue();
                }
            }
        }
    }

    @Test
    void thereAndBackIsNothing() {
        assertThat(AxisSystem.Z_UP_LEFT
                        .to(AxisSystem.COMMON)
                        .mul(AxisSystem.COMMON.to(AxisSystem.Z_UP_LEFT))
                        .determinant())
                .isEqualTo(1);
    }
}
