package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class PlacementTest {
    @Test
    void coordinates_are_scaled_then_turned_then_moved() {
        Placement p = Placement.of(2, 3, 90, 0.1, 0.2);
        // (1, 1) scaled is (2, 3), turned by 90 degrees (-3, 2), moved (-2.9, 2.2)
        assertThat(p.u(1, 1)).isCloseTo(-2.9, within(1e-12));
        assertThat(p.v(1, 1)).isCloseTo(2.2, within(1e-12));
    }

    @Test
    void counted_from_the_top_is_the_same_place() {
        Placement p = Placement.of(2, 3, 30, 0.1, 0.2).wrapped(Placement.Wrap.CLAMP, Placement.Wrap.MIRROR);
        Placement top = p.fromTop();
        double u = 0.3;
        double v = 0.8;
        assertThat(top.u(u, v)).isCloseTo(p.u(u, 1 - v), within(1e-12));
        assertThat(top.v(u, v)).isCloseTo(1 - p.v(u, 1 - v), within(1e-12));
        assertThat(top.acrossU()).isEqualTo(Placement.Wrap.CLAMP);
        assertThat(top.acrossV()).isEqualTo(Placement.Wrap.MIRROR);
    }
}
