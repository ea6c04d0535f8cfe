package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.render.Shell;
import idleheron.render.surface.SurfaceLayer;
import java.util.List;
import org.junit.jupiter.api.Test;

class SurfaceHitTest {
    private static Shell square(double z) {
        float d = (float) z;
        return new Shell(
                new SurfaceLayer(new int[] {0, 1, 2, 0, 2, 3}, new int[2], 4),
                new float[] {-1, -1, d, 1, -1, d, 1, 1, d, -1, 1, d});
    }

    @Test
    void theNearestTriangleIsMetWithThePlaceAndItsCorner() {
        List<Shell> shells = List.of(square(-1), square(0.5), square(-3));
        SurfaceHit hit = SurfaceHit.first(shells, new double[] {0.9, 0.8, 4}, new double[] {0, 0, -1});
        assertThat(hit).isNotNull();
        assertThat(hit.shell()).isEqualTo(1);
        assertThat(hit.triangle()).isEqualTo(0);
        assertThat(hit.far()).isCloseTo(3.5, within(1e-6));
        assertThat(hit.at().z()).isCloseTo(0.5, within(1e-6));
        assertThat(hit.point(shells.get(1))).isEqualTo(2);
        SurfaceHit other = SurfaceHit.first(shells, new double[] {-0.9, 0.8, 4}, new double[] {0, 0, -1});
        assertThat(other).isNotNull();
        assertThat(other.triangle()).isEqualTo(1);
        assertThat(other.point(shells.get(1))).isEqualTo(3);
    }

    @Test
    void whatLiesBehindTheEyeOrBesideIsNotMet() {
        List<Shell> shells = List.of(square(0));
        assertThat(SurfaceHit.first(shells, new double[] {0, 0, 4}, new double[] {0, 0, 1}))
                .isNull();
        assertThat(SurfaceHit.first(shells, new double[] {1.1, 0, 4}, new double[] {0, 0, -1}))
                .isNull();
        assertThat(SurfaceHit.first(shells, new double[] {0, 0, 4}, new double[] {1, 0, 0}))
                .as("along the square")
                .isNull();
    }
}
