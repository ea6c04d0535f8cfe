package idleheron.render.ink;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.render.Backdrop;
import org.junit.jupiter.api.Test;

class ViewpointTest {
    @Test
    void theTargetLiesInTheMiddleAndRightIsRight() {
        Viewpoint v = new Viewpoint(0, 0, 5, 1, 2, 3);
        Projection p = new Projection(v, 400, 300);
        float[] middle = p.project(1, 2, 3);
        assertThat(middle[0]).isCloseTo(200, within(1e-3f));
        assertThat(middle[1]).isCloseTo(150, within(1e-3f));
        assertThat(middle[2]).isCloseTo(0.2f, within(1e-6f));
        assertThat(p.project(1.5, 2, 3)[0]).isGreaterThan(200);
        assertThat(p.project(1, 2.5, 3)[1]).as("up is up").isLessThan(150);
        assertThat(p.project(1, 2, 9)[2]).as("behind the viewer").isZero();
    }

    @Test
    void goingRoundByAQuarterLooksFromTheSide() {
        Projection p = new Projection(new Viewpoint(0, 0, 5, 0, 0, 0).orbited(90, 0), 100, 100);
        assertThat(p.toViewer()[0]).isCloseTo(1, within(1e-9));
        assertThat(p.project(0, 0, -1)[0]).isGreaterThan(50);
    }

    @Test
    void pitchStopsShortOfThePoleAndDistanceStaysPositive() {
        assertThat(Viewpoint.start().orbited(0, 500).pitch()).isEqualTo(89);
        assertThat(Viewpoint.start().zoomed(0).distance()).isPositive();
    }

    @Test
    void movingByTheWholeHeightMovesThePictureByItsHeight() {
        Viewpoint v = new Viewpoint(30, 20, 5, 0, 1, 0);
        float[] at = new Projection(v.panned(0, 1), 300, 300).project(0, 1, 0);
        assertThat(at[0]).isCloseTo(150, within(0.1f));
        assertThat(at[1]).isCloseTo(450, within(1f));
    }

    @Test
    void anEmptyBoxChangesNothingAndTheScaleHasRoundSteps() {
        Viewpoint v = Viewpoint.start();
        double inf = Double.POSITIVE_INFINITY;
        assertThat(v.framing(new double[] {inf, inf, inf, -inf, -inf, -inf})).isEqualTo(v);
        assertThat(Backdrop.step(2.4)).isCloseTo(0.5, within(1e-12));
        assertThat(Backdrop.step(24)).isCloseTo(5, within(1e-12));
        assertThat(Backdrop.step(0.06)).isCloseTo(0.01, within(1e-12));
    }

    @Test
    void aWideBoxIsHeldFromSideToSideInANarrowPicture() {
        double[] wide = {-4, 0, 0, 4, 1, 0};
        Viewpoint v = Viewpoint.FRONT.framing(wide).holding(wide, 0.5);
        Projection p = new Projection(v, 100, 200);
        assertThat(p.project(-4, 0.5, 0)[0]).isBetween(0f, 10f);
        assertThat(p.project(4, 0.5, 0)[0]).isBetween(90f, 100f);
        assertThat(v.holding(wide, 8)).as("it does not come closer").isEqualTo(v);
    }
}
