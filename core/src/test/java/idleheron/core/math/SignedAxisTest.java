package idleheron.core.math;

import static org.assertj.core.api.Assertions.assertThat;

import org.joml.Matrix3d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class SignedAxisTest {
    @Test
    void everyTurnBringsOneAxisToTheOtherAndMirrorsNothing() {
        for (SignedAxis from : SignedAxis.values()) {
            for (SignedAxis to : SignedAxis.values()) {
                Matrix3d m = from.turnTo(to);
                Vector3d v = m.transform(unit(from));
                assertThat(v.distance(unit(to)))
                        .as(from.label() + " to " + to.label())
                        .isZero();
                assertThat(m.determinant()).isEqualTo(1);
                assertThat(new Matrix3d(m).mul(new Matrix3d(m).transpose())).isEqualTo(new Matrix3d());
                if (from.axis() != to.axis()) {
                    int third = 3 - from.axis() - to.axis();
                    assertThat(m.get(third, third))
                            .as("the axis that it turns about")
                            .isEqualTo(1);
                }
            }
        }
        assertThat(SignedAxis.POSITIVE_X.turnTo(SignedAxis.POSITIVE_X)).isEqualTo(new Matrix3d());
        Matrix3d half = SignedAxis.POSITIVE_X.turnTo(SignedAxis.NEGATIVE_X);
        assertThat(half.m11()).as("half a turn about the next axis").isEqualTo(1);
        assertThat(half.m22()).isEqualTo(-1);
    }

    private static Vector3d unit(SignedAxis a) {
        return new Vector3d().setComponent(a.axis(), a.sign());
    }

    @Test
    void anAxisIsFoundByItsLabel() {
        for (SignedAxis a : SignedAxis.values()) {
            assertThat(SignedAxis.named(a.label())).isEqualTo(a);
        }
        assertThat(SignedAxis.named(" +z ")).isEqualTo(SignedAxis.POSITIVE_Z);
        assertThat(SignedAxis.named("-x")).isEqualTo(SignedAxis.NEGATIVE_X);
        assertThat(SignedAxis.named("W")).isNull();
        assertThat(SignedAxis.named("")).isNull();
    }
}
