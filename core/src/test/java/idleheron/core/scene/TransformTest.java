package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

class TransformTest {
    @Test
    void theLocalMatrixIsTheProductOfAllItsParts() {
        Transform t = new Transform(
                new Vec3(1, 2, 3),
                RotationOrder.ZXY,
                new Vec3(10, 20, 30),
                new Vec3(40, 0, 5),
                new Vec3(0, 60, 7),
                new Vec3(2, 3, 4),
                new Vec3(0.1, 0.2, 0.3),
                new Vec3(1, 0, 2),
                new Vec3(0, 0.5, 0),
                new Vec3(3, 1, 0),
                Inherit.ORDINARY);
        Matrix4d r = new Matrix4d(RotationOrder.ZXY.matrix(new Vec3(10, 20, 30)));
        Matrix4d pre = new Matrix4d(RotationOrder.XYZ.matrix(new Vec3(40, 0, 5)));
        Matrix4d post = new Matrix4d(RotationOrder.XYZ.matrix(new Vec3(0, 60, 7))).invert();
        Matrix4d expected = new Matrix4d()
                .translate(1, 2, 3)
                .translate(0.1, 0.2, 0.3)
                .translate(1, 0, 2)
                .mul(pre)
                .mul(r)
                .mul(post)
                .translate(-1, 0, -2)
                .translate(0, 0.5, 0)
                .translate(3, 1, 0)
                .scale(2, 3, 4)
                .translate(-3, -1, 0);
        assertThat(Matrices.difference(t.matrix(), expected)).isLessThan(1e-12);
    }
}
