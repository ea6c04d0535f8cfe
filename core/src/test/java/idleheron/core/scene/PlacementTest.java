package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class PlacementTest {
    @Test
    void coordinatesAreScaledThenTurnedThenMoved() {
        Placement p = Placement.of(2, 3, 90, 0.1, 0.2);
        // (1, 1) scaled is (2, 3), turned by 90 degrees (-3, 2), moved (-2.9, 2.2)
        assertThat(p.u(1, 1)).isCloseTo(-2.9, within(1e-12));
        assertThat(p.v(1, 1)).isCloseTo(2.2, within(1e-12));
    }

    @Test
    void countedFromTheTopIsTheSamePlace() {
        Placement p = Placement.of(2, 3, 30, 0.1, 0.2).wrapped(Placement.Wrap.CLAMP, Placement.Wrap.MIRROR);
        Placement top = p.fromTop();
        double u = 0.3;
        double v = 0.8;
        assertThat(top.u(u, v)).isCloseTo(p.u(u, 1 - v), within(1e-12));
        assertThat(top.v(u, v)).isCloseTo(1 - p.v(u, 1 - v), within(1e-12));
        assertThat(top.acrossU()).isEqualTo(Placement.Wrap.CLAMP);
        assertThat(top.acrossV()).isEqualTo(Placement.Wrap.MIRROR);
    }

    @Test
    void whatItIsMadeOfMakesItAgain() {
        for (double[] p :
                new double[][] {{2, 3, 40, 0.5, -1}, {-2, 4, -110, 0, 0}, {0.5, -1, 170, 3, 4}, {1, 1, 0, 0, 0}}) {
            Placement lies = Placement.of(p[0], p[1], p[2], p[3], p[4]);
            Placement.Parts by = lies.parts();
            Placement again = Placement.of(by.scaleU(), by.scaleV(), by.degrees(), by.moveU(), by.moveV());
            assertThat(again.differs(lies)).isLessThan(1e-12);
            assertThat(lies.fromTop().fromTop().differs(lies)).isLessThan(1e-12);
        }
        Placement.Parts plain = Placement.of(2, 3, 40, 0.5, -1).parts();
        assertThat(plain.scaleU()).isEqualTo(2, within(1e-12));
        assertThat(plain.scaleV()).isEqualTo(3, within(1e-12));
        assertThat(plain.degrees()).isEqualTo(40, within(1e-12));
        assertThat(Placement.PLAIN.isPlain()).isTrue();
        assertThat(Placement.of(1, 1, 0, 0, 1e-3).isPlain()).isFalse();
        assertThat(Placement.of(1, 1, 0, 0.3, 0.4).differs(Placement.PLAIN)).isEqualTo(0.5, within(1e-12));
    }
}
