package idleheron.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Matrices, axes and triples, with numbers worked out by hand. */
class MatricesTest {
    private static final double CLOSE = 1e-12;

    @Test
    void theRotationOfAMatrixIsWithoutItsScaleShearAndMirror() {
        Matrix4d m =
                new Matrix4d().translation(5, 6, 7).rotateZ(Math.toRadians(90)).scale(2, 3, 4);
        Matrix3d r = Matrices.rotation(m);
        assertThat(r.transform(new Vector3d(1, 0, 0)).distance(0, 1, 0)).isLessThan(CLOSE);
        assertThat(r.transform(new Vector3d(0, 0, 1)).distance(0, 0, 1)).isLessThan(CLOSE);
        assertThat(r.determinant()).isCloseTo(1, within(CLOSE));
        Matrix4d sheared = new Matrix4d();
        sheared.m10(0.5); // y leans towards x
        assertThat(Matrices.rotation(sheared).equals(new Matrix3d(), CLOSE)).isTrue();
        Matrix3d mirrored = Matrices.rotation(new Matrix4d().scale(-2, 1, 1));
        assertThat(mirrored.equals(new Matrix3d(), CLOSE))
                .as("taken out along X")
                .isTrue();
    }

    @Test
    void whereThereIsNoRotationItIsNone() {
        Matrix3d none = new Matrix3d();
        assertThat(Matrices.rotation(new Matrix4d().scale(0, 1, 1))).isEqualTo(none);
        assertThat(Matrices.rotation(new Matrix4d().rotateX(1).scale(1, 0, 1))).isEqualTo(none);
        assertThat(Matrices.rotation(new Matrix4d().rotateX(1).scale(1, 1, 0))).isEqualTo(none);
        Matrix4d flat = new Matrix4d().rotateX(1);
        flat.m10(flat.m00()).m11(flat.m01()).m12(flat.m02()); // y lies along x
        assertThat(Matrices.rotation(flat)).isEqualTo(none);
    }

    @Test
    void partsOfAMatrix() {
        Matrix4d m =
                new Matrix4d().translation(5, 6, 7).rotateY(Math.toRadians(60)).scale(2, 3, 4);
        assertThat(Matrices.translation(m)).isEqualTo(new Vec3(5, 6, 7));
        assertThat(Matrices.scale(m).distance(new Vec3(2, 3, 4))).isLessThan(CLOSE);
        Quaterniond q = Matrices.quaternion(m);
        assertThat(q.y).isCloseTo(0.5, within(CLOSE));
        assertThat(q.w).isCloseTo(Math.sqrt(3) / 2, within(CLOSE));
        double[] rows = Matrices.rows(new Matrix4d().translation(5, 6, 7));
        assertThat(rows).containsExactly(1, 0, 0, 5, 0, 1, 0, 6, 0, 0, 1, 7, 0, 0, 0, 1);
    }

    @Test
    void theDifferenceIsTheLargestOfAllSixteen() {
        for (int c = 0; c < 4; c++) {
            for (int r = 0; r < 4; r++) {
                Matrix4d other = new Matrix4d();
                other.set(c, r, other.get(c, r) - 0.25);
                assertThat(Matrices.difference(new Matrix4d(), other))
                        .as(c + " " + r)
                        .isEqualTo(0.25);
            }
        }
        assertThat(Matrices.difference(new Matrix4d(), new Matrix4d())).isEqualTo(0);
    }

    @Test
    void triples() {
        Vec3 v = new Vec3(2, -3, 6);
        assertThat(v.length()).isEqualTo(7);
        assertThat(v.times(2)).isEqualTo(new Vec3(4, -6, 12));
        assertThat(v.plus(new Vec3(1, 10, 100))).isEqualTo(new Vec3(3, 7, 106));
        assertThat(v.minus(new Vec3(1, 10, 100))).isEqualTo(new Vec3(1, -13, -94));
        assertThat(v.distance(new Vec3(2, 0, 2))).isEqualTo(5);
        assertThat(v.get(0)).isEqualTo(2);
        assertThat(v.get(1)).isEqualTo(-3);
        assertThat(v.get(2)).isEqualTo(6);
        assertThat(Vec3.ZERO.isZero()).isTrue();
        for (Vec3 one : new Vec3[] {new Vec3(1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1)}) {
            assertThat(one.isZero()).isFalse();
            assertThat(one.isFinite()).isTrue();
            assertThat(one.times(Double.NaN).isFinite()).isFalse();
        }
        assertThat(new Vec3(Double.NaN, 0, 0).isFinite()).isFalse();
        assertThat(new Vec3(0, Double.NaN, 0).isFinite()).isFalse();
        assertThat(new Vec3(0, 0, Double.POSITIVE_INFINITY).isFinite()).isFalse();
    }

    @Test
    void theAxisClosestToADirection() {
        assertThat(SignedAxis.nearest(-3, 2, 1)).isEqualTo(SignedAxis.NEGATIVE_X);
        assertThat(SignedAxis.nearest(3, 2, 1)).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(SignedAxis.nearest(1, -3, 2)).isEqualTo(SignedAxis.NEGATIVE_Y);
        assertThat(SignedAxis.nearest(1, 3, 2)).isEqualTo(SignedAxis.POSITIVE_Y);
        assertThat(SignedAxis.nearest(1, 2, -3)).isEqualTo(SignedAxis.NEGATIVE_Z);
        assertThat(SignedAxis.nearest(2, 1, 3)).isEqualTo(SignedAxis.POSITIVE_Z);
        assertThat(SignedAxis.nearest(1, 1, 1)).as("of equal ones the first").isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(SignedAxis.nearest(0, 1, 1)).isEqualTo(SignedAxis.POSITIVE_Y);
        assertThat(SignedAxis.nearest(1, 0, 1)).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(SignedAxis.nearest(0, 0, 0)).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(SignedAxis.NEGATIVE_Y.opposite()).isEqualTo(SignedAxis.POSITIVE_Y);
        assertThat(SignedAxis.POSITIVE_Z.opposite()).isEqualTo(SignedAxis.NEGATIVE_Z);
        assertThat(SignedAxis.of(2, 0)).isEqualTo(SignedAxis.POSITIVE_Z);
        assertThatThrownBy(() -> SignedAxis.of(3, 1)).hasMessage("axis 3, expected 0 to 2");
        assertThatThrownBy(() -> SignedAxis.of(-1, 1)).hasMessage("axis -1, expected 0 to 2");
    }

    @Test
    void rightIsUpCrossFrontAndTheMirrorTurnsItRound() {
        AxisSystem s = AxisSystem.rightHanded(SignedAxis.POSITIVE_X, SignedAxis.NEGATIVE_Y);
        assertThat(s.right()).isEqualTo(SignedAxis.NEGATIVE_Z);
        assertThat(AxisSystem.rightHanded(SignedAxis.NEGATIVE_Z, SignedAxis.POSITIVE_X)
                        .right())
                .isEqualTo(SignedAxis.NEGATIVE_Y);
        assertThat(s.mirrored()).isEqualTo(new AxisSystem(s.up(), s.front(), SignedAxis.POSITIVE_Z));
        assertThat(s.mirrored().isRightHanded()).isFalse();
    }

    @ParameterizedTest
    @EnumSource(RotationOrder.class)
    void ofEqualTriplesTheOneNearAnotherIsTaken(RotationOrder order) {
        for (Vec3 near : new Vec3[] {new Vec3(400, -170, 350), new Vec3(-20, 100, 200), new Vec3(170, 170, 170)}) {
            Vec3 got = order.anglesNear(order.matrix(near), near);
            assertThat(got.distance(near)).as(order + " " + near).isLessThan(1e-6);
        }
        Vec3 plain = order.angles(order.matrix(new Vec3(10, 20, 30)));
        assertThat(plain.distance(new Vec3(10, 20, 30))).isLessThan(1e-9);
        assertThat(order.angles(new Matrix3d()).x()).isEqualTo(0.0);
        assertThat(1 / order.angles(new Matrix3d()).y())
                .as("no minus of a zero")
                .isPositive();
        assertThat(order.matrix(new Vec3(0, 0, 0))).isEqualTo(new Matrix3d());
    }

    @Test
    void theAngleOfAFitIsThatOfItsTurn() {
        double[] from = {0, 0, 0, 1, 0, 0, 0, 2, 0, 0, 0, 3};
        double[] to = new double[12];
        Matrix4d m =
                new Matrix4d().translation(1, 2, 3).rotateX(Math.toRadians(40)).scale(2);
        for (int p = 0; p < 12; p += 3) {
            Vector3d v = m.transformPosition(new Vector3d(from[p], from[p + 1], from[p + 2]));
            to[p] = v.x;
            to[p + 1] = v.y;
            to[p + 2] = v.z;
        }
        Similarity s = Similarity.fit(from, to, false);
        assertThat(s.angleDegrees()).isCloseTo(40, within(1e-9));
        assertThat(Matrices.difference(s.matrix(), m)).isLessThan(1e-9);
        assertThat(s.scale()).isCloseTo(2, within(1e-12));
        to[0] += 0.3;
        Similarity off = Similarity.fit(from, to, false);
        assertThat(off.worst()).isGreaterThan(off.residual());
        double sum = 0;
        double worst = 0;
        for (int p = 0; p < 12; p += 3) {
            double d = off.matrix()
                    .transformPosition(new Vector3d(from[p], from[p + 1], from[p + 2]))
                    .distance(to[p], to[p + 1], to[p + 2]);
            sum += d * d;
            worst = Math.max(worst, d);
        }
        assertThat(off.residual()).isCloseTo(Math.sqrt(sum / 4), within(1e-12));
        assertThat(off.worst()).isCloseTo(worst, within(1e-12));
        Similarity mirror = Similarity.fit(from, new double[] {0, 0, 0, -1, 0, 0, 0, 2, 0, 0, 0, 3}, true);
        assertThat(mirror.mirrored()).isTrue();
        assertThat(mirror.angleDegrees()).isCloseTo(0, within(1e-6));
        Similarity one = Similarity.fit(new double[] {1, 2, 3, 1, 2, 3}, new double[] {0, 0, 0, 4, 0, 0}, false);
        assertThat(one.offset()).as("points on one place have no turn").isEqualTo(new Vec3(1, -2, -3));
        assertThat(one.scale()).isEqualTo(1);
    }

    @Test
    void aTwistOfMoreThanHalfACircleIsToldTheShortWay() {
        Vec3 x = new Vec3(3, 0, 0);
        SwingTwist s = SwingTwist.of(new Quaterniond().rotateX(Math.toRadians(350)), x);
        assertThat(s.twistDegrees()).isCloseTo(-10, within(1e-9));
        Vec3 slanted = new Vec3(0, 1, 1);
        Quaterniond about = new Quaterniond().fromAxisAngleDeg(new Vector3d(0, 1, 1).normalize(), 25);
        SwingTwist t = SwingTwist.of(about, slanted);
        assertThat(t.twistDegrees()).isCloseTo(25, within(1e-9));
        assertThat(t.swingDegrees()).isCloseTo(0, within(1e-9));
    }
}
