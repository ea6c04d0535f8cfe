package idleheron.core.garment.tryon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import org.junit.jupiter.api.Test;

/** What keeps cloth out, by hand: a point over a floor. */
class ContactTest {
    private static final TriangleMesh FLOOR =
            new TriangleMesh(new double[] {-1, 0, -1, -1, 0, 1, 1, 0, 1, 1, 0, -1}, new int[] {0, 1, 2, 0, 2, 3});

    private static double[] kept(double y, double part, double[] end) {
        BodyDistance body = BodyDistance.of(FLOOR);
        SurfaceContact c =
                new SurfaceContact(FLOOR.points(), body.normals(), BodyDistance.of(FLOOR.at(end)), 0.003, 0.3);
        double[] x = {0.31, y, 0.2};
        c.begin(x);
        c.keep(x, new double[] {0.3, y, 0.2}, part, 0, 1);
        return x;
    }

    @Test
    void itStaysAThicknessOffAndFrictionTakesSomeOfTheWayBack() {
        double[] x = kept(0.001, 1, FLOOR.points());
        assertThat(x[1]).isCloseTo(0.003, within(1e-12));
        assertThat(x[0]).as("0.3 times the lift of 2 mm").isCloseTo(0.31 - 0.0006, within(1e-12));
        assertThat(x[2]).isCloseTo(0.2, within(1e-12));
        assertThat(kept(0.004, 1, FLOOR.points())[1]).isEqualTo(0.004);
        assertThat(kept(0.06, 1, FLOOR.points())[1]).as("out of reach").isEqualTo(0.06);
    }

    @Test
    void aFloorThatRisesTakesItAlongAsTheFrameGoesBy() {
        double[] end = FLOOR.points().clone();
        for (int i = 1; i < end.length; i += 3) {
            end[i] = 0.02;
        }
        assertThat(kept(0.001, 0.5, end)[1]).isCloseTo(0.013, within(1e-12));
        assertThat(kept(0.001, 1, end)[1]).isCloseTo(0.023, within(1e-12));
    }
}
