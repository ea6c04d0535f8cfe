package idleheron.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;

class SwingTwistTest {
    private static final Vec3 X = new Vec3(1, 0, 0);

    @Test
    void aTurnAboutTheBoneIsAllTwistWithItsSign() {
        SwingTwist s = SwingTwist.of(new Quaterniond().rotateX(Math.toRadians(-35)), X);
        assertThat(s.swingDegrees()).isCloseTo(0, within(1e-9));
        assertThat(s.twistDegrees()).isCloseTo(-35, within(1e-9));
    }

    @Test
    void aTurnAcrossTheBoneIsAllSwing() {
        SwingTwist s = SwingTwist.of(new Quaterniond().rotateZ(Math.toRadians(70)), X);
        assertThat(s.swingDegrees()).isCloseTo(70, within(1e-9));
        assertThat(s.twistDegrees()).isCloseTo(0, within(1e-9));
    }

    @Test
    void aSwingAfterATwistGivesBothBack() {
        Quaterniond q = new Quaterniond().rotateY(Math.toRadians(50)).rotateX(Math.toRadians(20));
        SwingTwist s = SwingTwist.of(q, X);
        assertThat(s.swingDegrees()).isCloseTo(50, within(1e-9));
        assertThat(s.twistDegrees()).isCloseTo(20, within(1e-9));
    }

    @Test
    void halfACircleAcrossTheBoneHasNoTwist() {
        assertThat(SwingTwist.of(new Quaterniond().rotateY(Math.PI), X).swingDegrees())
                .isCloseTo(180, within(1e-6));
    }
}
