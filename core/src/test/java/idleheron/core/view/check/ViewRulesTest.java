package idleheron.core.view.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.inspect.Inspection;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Scene;
import idleheron.core.view.compare.Views;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The arm lies from z = 0.08 to 0.1; the camera stands at z = metres, high enough to see it straight on, and looks along -Z. */
class ViewRulesTest {
    private static List<Finding> seen(double metres, double near, double far) {
        Scene s = Views.with(new Camera("shot", 50, 36, 24, near, far), Views.LAMP);
        // The hand rests at (0.55, 0.95, 0.02).
        Scene placed = Views.placed(s, "shot", SmallCrossing.at(0, 0, metres - 0.02));
        return Inspection.of(placed, null).stream()
                .filter(f -> f.code().equals("camera-cuts-scene"))
                .toList();
    }

    @Test
    void planesAroundTheSceneAreNoMatter() {
        assertThat(seen(2.1, 0.1, 100)).isEmpty();
        assertThat(seen(2.1, 1.99, 2.03)).isEmpty();
    }

    @Test
    void aSceneBehindTheCameraIsNoMatter() {
        assertThat(seen(-1, 0.1, 0.2)).isEmpty();
    }

    @Test
    void aFarPlaneBeforeTheSceneShowsNothingOfIt() {
        Finding f = seen(2.1, 0.001, 1).getFirst();
        assertThat(f.severity()).isEqualTo(Severity.BREAKS);
        assertThat(f.title()).isEqualTo("shot sees nothing of the scene");
        assertThat(f.message())
                .isEqualTo("It sees from 0.001 to 1 m, and at rest the scene lies 2 to 2.020 m before it.");
        assertThat(f.figure().full()).isEqualTo("1 m, shot");
    }

    @Test
    void planesThatCutThroughItAreTold() {
        Finding far = seen(2.1, 0.1, 2.01).getFirst();
        assertThat(far.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(far.title()).isEqualTo("shot cuts off a part of the scene");
        Finding near = seen(2.1, 2.01, 100).getFirst();
        assertThat(near.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(near.figure().value()).isEqualTo(2.01);
        assertThat(seen(2.1, 3, 100).getFirst().severity()).isEqualTo(Severity.BREAKS);
    }

    @Test
    void aCameraInTheMidstOfTheSceneMayHaveANearPlane() {
        assertThat(seen(0.09, 0.001, 1)).isEmpty();
    }
}
