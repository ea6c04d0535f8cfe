package idleheron.core.garment.tryon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.garment.collide.Capsule;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.Vec3;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What keeps single points out of a ball, of each other, and near to where they are held. */
class PointContactTest {
    private static Capsule ball(double x, double r) {
        return new Capsule(new Vec3(x, 0, 0), r, new Vec3(x, 0, 0), r);
    }

    private static void near(double[] is, double... should) {
        assertThat(is).hasSameSizeAs(should);
        for (int i = 0; i < is.length; i++) {
            assertThat(is[i]).as("number " + i).isCloseTo(should[i], within(1e-6));
        }
    }

    @Test
    void aPointInABallComesOutTheShortestWayByTheThickness() {
        double[] x = {0.05, 0, 0, 0, 0.105, 0, 0, 0, 0.2};
        Contact c = new CapsuleContact(List.of(ball(0, 0.1)), List.of(ball(0, 0.1)), 0.01, 0);
        c.keep(x, x.clone(), 1, 0, 3);
        near(x, 0.11, 0, 0, 0, 0.11, 0, 0, 0, 0.2);
    }

    @Test
    void onlyThosePointsThatAreAskedForAreMoved() {
        double[] x = {0.05, 0, 0, 0.05, 0, 0};
        new CapsuleContact(List.of(ball(0, 0.1)), List.of(ball(0, 0.1)), 0.01, 0).keep(x, x.clone(), 1, 1, 2);
        near(x, 0.05, 0, 0, 0.11, 0, 0);
    }

    /** A ball that goes from 0 to 1 m and grows from 0.1 to 0.3 m is at 0.25 m and 0.15 m wide after a quarter. */
    @Test
    void aBallIsWhereItIsAtThatPartOfTheFrame() {
        double[] x = {0.3, 0, 0};
        new CapsuleContact(List.of(ball(0, 0.1)), List.of(ball(1, 0.3)), 0, 0).keep(x, x.clone(), 0.25, 0, 1);
        near(x, 0.4, 0, 0);
    }

    @Test
    void inTheVeryMiddleThereIsNoWayOut() {
        double[] x = {0, 0, 0};
        new CapsuleContact(List.of(ball(0, 0.1)), List.of(ball(0, 0.1)), 0.01, 1).keep(x, x.clone(), 1, 0, 1);
        near(x, 0, 0, 0);
    }

    /** Lifted by 0.1 m, 1 m moved along: half of the lift is taken back, or all of it where that is less. */
    @Test
    void frictionTakesBackWhatWasMovedAlong() {
        double[] x = {1, -0.1, 0};
        Contact.push(x, new double[] {0, 0, 0}, 0, new double[] {0, 1, 0}, 0.1, 0.5);
        near(x, 0.95, 0, 0);
        double[] little = {0.01, -0.1, 0.02};
        Contact.push(little, new double[] {0, 0, 0}, 0, new double[] {0, 1, 0}, 0.1, 0.5);
        near(little, 0, 0, 0);
        double[] smooth = {1, -0.1, 0};
        Contact.push(smooth, new double[] {0, 0, 0}, 0, new double[] {0, 1, 0}, 0.1, 0);
        near(smooth, 1, 0, 0);
    }

    /** Two points that rest a metre apart meet at half of the thickness each; a third one that is held does not move. */
    @Test
    void clothKeepsOutOfItselfByHalvesAndOfWhatIsHeldByAll() {
        double[] rest = {0, 0, 0, 1, 0, 0, 2, 0, 0};
        SelfContact c = new SelfContact(rest, new boolean[] {false, false, true}, 0.01);
        double[] x = {0, 0, 0, 0.004, 0, 0, 5, 0, 0};
        c.begin(x);
        c.keep(x, x.clone(), 1, 0, 3);
        near(x, -0.003, 0, 0, 0.007, 0, 0, 5, 0, 0);
        double[] held = {5, 0, 0, 0, 0.002, 0, 0, 0, 0};
        c.begin(held);
        c.keep(held, held.clone(), 1, 0, 3);
        near(held, 5, 0, 0, 0, 0.01, 0, 0, 0, 0);
    }

    @Test
    void neighboursAtRestAreNoContactAndNeitherIsWhatIsFar() {
        SelfContact c = new SelfContact(new double[] {0, 0, 0, 0.005, 0, 0}, new boolean[2], 0.01);
        double[] x = {0, 0, 0, 0.004, 0, 0};
        c.begin(x);
        c.keep(x, x.clone(), 1, 0, 2);
        near(x, 0, 0, 0, 0.004, 0, 0);
        SelfContact far = new SelfContact(new double[] {0, 0, 0, 1, 0, 0}, new boolean[2], 0.01);
        double[] apart = {0, 0, 0, 0.0101, 0, 0};
        far.begin(apart);
        far.keep(apart, apart.clone(), 1, 0, 2);
        near(apart, 0, 0, 0, 0.0101, 0, 0);
    }

    /** A strip of two squares of a metre, held at its left edge: one and two metres away, and a fiftieth more. */
    @Test
    void aPointIsTetheredToTheNearestOneThatIsHeld() {
        TriangleMesh strip = new TriangleMesh(
                new double[] {0, 0, 0, 0, 1, 0, 1, 0, 0, 1, 1, 0, 2, 0, 0, 2, 1, 0},
                new int[] {0, 2, 1, 1, 2, 3, 2, 4, 3, 3, 4, 5});
        Tethers t = Tethers.of(strip, new boolean[] {true, true, false, false, false, false});
        assertThat(t.points()).containsExactly(2, 3, 4, 5);
        assertThat(t.lengths()[0]).isCloseTo(1.02, within(1e-9));
        assertThat(t.held()[1]).isEqualTo(1);
        assertThat(t.lengths()[2]).isCloseTo(2.04, within(1e-9));
        assertThat(Tethers.of(strip, new boolean[6]).points()).isEmpty();
    }
}
