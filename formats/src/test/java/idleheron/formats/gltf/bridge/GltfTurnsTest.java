package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.motion.Curve;
import org.joml.Matrix3d;
import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;

/** Quaternions over time as curves of angles. */
class GltfTurnsTest {
    private static final Quaterniond FROM = new Quaterniond().rotateXYZ(0.3, -0.2, 1.1);
    private static final Quaterniond TO = new Quaterniond().rotateXYZ(-1.4, 0.9, -0.7);

    private static double apart(Curve[] c, double t, Quaterniond want) {
        Matrix3d is = RotationOrder.XYZ.matrix(new Vec3(c[0].at(t), c[1].at(t), c[2].at(t)));
        Matrix3d w = want.get(new Matrix3d());
        double worst = 0;
        for (int k = 0; k < 9; k++) {
            worst = Math.max(worst, Math.abs(is.get(k / 3, k % 3) - w.get(k / 3, k % 3)));
        }
        return worst;
    }

    @Test
    void theAnglesFollowTheShorterArcEverywhere() {
        Curve[] c = GltfTurns.smooth(new double[] {0, 2}, t -> FROM.slerp(TO, t / 2, new Quaterniond()), Vec3.ZERO);
        for (double t = 0; t <= 2; t += 0.013) {
            assertThat(apart(c, t, FROM.slerp(TO, t / 2, new Quaterniond()))).isLessThan(5 * GltfTurns.STRAY);
        }
        assertThat(c[0].keys()).isBetween(3, 400);
    }

    /** About one axis the angle goes straight, and no key is needed between. */
    @Test
    void aTurnAboutOneAxisNeedsTwoKeys() {
        Curve[] c = GltfTurns.smooth(new double[] {1, 3}, t -> new Quaterniond().rotateY(t - 1), Vec3.ZERO);
        assertThat(c[1].keys()).isEqualTo(2);
        assertThat(c[1].at(2)).isCloseTo(Math.toDegrees(1), org.assertj.core.api.Assertions.within(1e-6));
    }

    @Test
    void aCornerBetweenTwoTurnsStaysOne() {
        Quaterniond end = new Quaterniond().rotateZ(-0.5);
        GltfTurns.At turn = t -> t <= 1
                ? new Quaterniond().slerp(FROM, t, new Quaterniond())
                : FROM.slerp(end, t - 1, new Quaterniond());
        Curve[] c = GltfTurns.smooth(new double[] {0, 1, 2}, turn, Vec3.ZERO);
        for (double t = 0; t <= 2; t += 0.01) {
            assertThat(apart(c, t, turn.at(t))).isLessThan(5 * GltfTurns.STRAY);
        }
    }

    @Test
    void whatHoldsJumpsAtItsKeys() {
        Curve[] c = GltfTurns.held(
                new double[] {0, 1}, t -> t < 1 ? new Quaterniond() : new Quaterniond().rotateX(1), Vec3.ZERO);
        assertThat(c[0].at(0.999)).isZero();
        assertThat(c[0].at(1)).isCloseTo(Math.toDegrees(1), org.assertj.core.api.Assertions.within(1e-9));
    }

    /** Of the many angles of a turn those are taken that are closest to the ones before. */
    @Test
    void anglesGoOnBeyondHalfATurn() {
        Curve[] c = GltfTurns.smooth(new double[] {0, 1, 2, 3, 4}, t -> new Quaterniond().rotateZ(1.5 * t), Vec3.ZERO);
        assertThat(c[2].at(4)).isCloseTo(Math.toDegrees(6), org.assertj.core.api.Assertions.within(1e-6));
    }
}
