package idleheron.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.joml.Matrix3d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class RotationOrderTest {
    @Test
    void theNameIsTheOrderInWhichAxesAreApplied() {
        // X first turns Y to Z; then Z leaves Z alone.
        Vector3d v = RotationOrder.XYZ.matrix(new Vec3(90, 0, 90)).transform(new Vector3d(0, 1, 0));
        assertThat(v.distance(0, 0, 1)).isLessThan(1e-12);
        // Z first turns Y to -X; then X leaves X alone.
        v = RotationOrder.ZYX.matrix(new Vec3(90, 0, 90)).transform(new Vector3d(0, 1, 0));
        assertThat(v.distance(-1, 0, 0)).isLessThan(1e-12);
    }

    @Property(tries = 300)
    void anglesGiveBackTheRotationInEveryOrder(
            @ForAll RotationOrder order,
            @ForAll @DoubleRange(min = -180, max = 180) double x,
            @ForAll @DoubleRange(min = -180, max = 180) double y,
            @ForAll @DoubleRange(min = -180, max = 180) double z) {
        Matrix3d m = order.matrix(new Vec3(x, y, z));
        assertThat(order.matrix(order.angles(m)).equals(m, 1e-7)).isTrue();
        Vec3 near = order.anglesNear(m, new Vec3(x + 360, y, z - 360));
        assertThat(order.matrix(near).equals(m, 1e-7)).isTrue();
    }

    @Test
    void theNearestAnglesGoOnPastHalfACircle() {
        Vec3 a = RotationOrder.XYZ.anglesNear(RotationOrder.XYZ.matrix(new Vec3(0, 0, 190)), new Vec3(0, 0, 180));
        assertThat(a.z()).isCloseTo(190, within(1e-9));
    }

    @Test
    void inTheGimbalPositionTheRotationIsStillGivenBack() {
        for (RotationOrder order : RotationOrder.values()) {
            double[] d = {30, 30, 30};
            d["XYZ".indexOf(order.name().charAt(1))] = 90;
            Matrix3d m = order.matrix(new Vec3(d[0], d[1], d[2]));
            assertThat(order.matrix(order.angles(m)).equals(m, 1e-6))
                    .as(order.name())
                    .isTrue();
        }
    }
}
