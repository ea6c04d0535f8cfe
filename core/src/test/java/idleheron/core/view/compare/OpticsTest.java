package idleheron.core.view.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import org.junit.jupiter.api.Test;

class OpticsTest {
    private static final Camera A = Views.CAMERA;
    private static final Light L = Views.LAMP;

    private static Camera camera(double lens, double width, double height, double near, double far) {
        return new Camera("shot", lens, width, height, near, far);
    }

    @Test
    void theFieldOfViewIsTwiceTheArcTangentOfHalfTheFilmBackOverTheLens() {
        assertThat(Optics.fieldOfView(A)).isCloseTo(39.5977527, within(1e-6));
        assertThat(Optics.fieldOfView(camera(18, 36, 24, 1, 2))).isCloseTo(90, within(1e-9));
        assertThat(Optics.fieldOfView(camera(0, 36, 24, 1, 2))).isNaN();
    }

    @Test
    void anotherLensIsToldWithWhatItSees() {
        assertThat(Optics.differ(A, 1, camera(35, 36, 24, 0.1, 100), 1))
                .containsExactly("focal length 50 → 35 mm", "sees 39.60 → 54.43° across");
    }

    @Test
    void aLensAndAFilmBackScaledTogetherShowTheSamePicture() {
        assertThat(Optics.differ(A, 1, camera(25, 18, 12, 0.1, 100), 1)).isEmpty();
        assertThat(Optics.differ(A, 1, camera(25, 18, 18, 0.1, 100), 1))
                .containsExactly("height to width of the film back 0.667 → 1 ×");
    }

    @Test
    void clipPlanesAreHeldAgainstEachOtherInMetres() {
        assertThat(Optics.differ(A, 1, camera(50, 36, 24, 10, 10_000), 0.01)).isEmpty();
        assertThat(Optics.differ(A, 1, camera(50, 36, 24, 0.1, 100), 0.01))
                .containsExactly("near clip plane 0.100 → 0.001 m", "far clip plane 100 → 1 m");
    }

    @Test
    void whatOnlyLostDigitsDoesNotDiffer() {
        assertThat(Optics.differ(A, 1, camera(50, 36, 24, 0.100009, 100.009), 1))
                .isEmpty();
        assertThat(Optics.differ(A, 1, camera(50, 36, 24, 0.1, 100.02), 1)).hasSize(1);
    }

    @Test
    void projectionAndZoomAreTold() {
        Camera flat = new Camera("shot", 50, 36, 24, 0.1, 100, true, 4);
        assertThat(Optics.differ(A, 1, flat, 1)).containsExactly("perspective → orthographic");
        assertThat(Optics.differ(flat, 1, A, 1)).containsExactly("orthographic → perspective");
        assertThat(Optics.differ(flat, 1, new Camera("shot", 20, 36, 24, 0.1, 100, true, 8), 1))
                .containsExactly("zoom 4 → 8 ×");
    }

    @Test
    void lightsDifferInKindIntensityColourConeAndFallOff() {
        assertThat(Optics.differ(L, L)).isEmpty();
        assertThat(Optics.differ(L, new Light("lamp", "spot", new Vec3(1, 0.9, 0.7), 200, 20, 45, 0)))
                .containsExactly(
                        "intensity 2 → 200 ×",
                        "colour 1, 0.900, 0.800 → 1, 0.900, 0.700",
                        "outer cone 40 → 45 °",
                        "falls off with the distance squared → nothing");
        assertThat(Optics.differ(L, new Light("lamp", "point", L.color(), 2, 0, 0, 2)))
                .containsExactly("spot → point");
        assertThat(Optics.decay(1)).isEqualTo("the distance");
        assertThat(Optics.decay(3)).isEqualTo("the distance cubed");
    }
}
