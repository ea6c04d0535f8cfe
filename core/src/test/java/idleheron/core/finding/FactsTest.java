package idleheron.core.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import org.junit.jupiter.api.Test;

/** What is measured of the arm: shoulder at 0, 1, 0; the elbow 0.3 and 0.02 m on; points from 0.95 to 1 m. */
class FactsTest {
    private static final Scene ARM = SmallCrossing.sent();

    @Test
    void placesAndLengthsAreInMetresAsMeant() {
        Facts f = new Facts(ARM.withStage(ARM.stage().withMetersPerUnit(0.01)));
        assertThat(f.position(1)).isEqualTo(new Vec3(0.003, 0.01, 0.0002));
        assertThat(f.boneLength(1)).isCloseTo(0.01 * Math.hypot(0.3, 0.02), within(1e-12));
        assertThat(f.boneLength(0)).isNaN();
        assertThat(f.height()).isCloseTo(0.0005, within(1e-9));
    }

    @Test
    void theSurfaceAtRestHasABox() {
        double[] b = new Facts(ARM).bounds();
        double[] box = {0, 0.95, 0.08, 0.62, 1, 0.1};
        for (int i = 0; i < 6; i++) {
            assertThat(b[i]).isCloseTo(box[i], within(1e-6));
        }
        Facts none = new Facts(Scene.bare("none", Stage.COMMON));
        assertThat(none.height()).isNaN();
        assertThat(none.isSkinned()).isFalse();
    }

    @Test
    void pointsAreCountedForEachJointThatMovesThem() {
        Facts f = new Facts(ARM);
        assertThat(f.isSkinned()).isTrue();
        assertThat(f.points(0)).isEqualTo(2);
        assertThat(f.points(1)).isEqualTo(2);
        assertThat(f.points(2)).isEqualTo(1);
        assertThat(f.points(3)).isEqualTo(1);
        assertThat(f.points(4)).isZero();
        assertThat(f.along(0)).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(f.along(2)).isEqualTo(SignedAxis.POSITIVE_Z);
        assertThat(f.along(3)).as("the end of the chain").isNull();
    }

    @Test
    void restIsHeldAgainstTheBindPoseInDegrees() {
        Node elbow = ARM.nodes().get(1);
        Scene bent = SmallCrossing.withNode(
                ARM, 1, elbow.withTransform(elbow.transform().withRotation(new Vec3(0, 0, 35))));
        Facts f = new Facts(bent);
        assertThat(f.restToBind(1)).isCloseTo(35, within(1e-9));
        assertThat(f.restToBind(0)).isCloseTo(0, within(1e-9));
        assertThat(new Facts(SmallCrossing.withNode(ARM, 1, elbow.withBindWorld(null))).restToBind(1))
                .isNaN();
    }
}
