package idleheron.desktop.view3d;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class PaceTest {
    private final Pace pace = new Pace();

    @Test
    void oneWishIsNoMovementAndSeveralAre() {
        assertThat(pace.moves(10, false)).isFalse();
        assertThat(pace.moves(10.1, false)).isTrue();
        assertThat(pace.moves(10.2, false)).isTrue();
        assertThat(pace.moves(10.5, false)).as("after a rest").isFalse();
        assertThat(pace.moves(20, true)).as("held").isTrue();
    }

    @Test
    void aSlowMovementIsPaintedCoarserAndComesBackToItsGrain() {
        assertThat(pace.grain(2, true)).isEqualTo(2);
        pace.took(0.112);
        assertThat(pace.grain(2, true))
                .as("four times the budget, half the grain")
                .isCloseTo(1, within(1e-9));
        assertThat(pace.grain(2, false)).as("at rest").isEqualTo(2);
        pace.took(10);
        assertThat(pace.grain(1, true)).as("never coarser").isCloseTo(0.3, within(1e-9));
        for (int i = 0; i < 20; i++) {
            pace.took(0.001);
        }
        assertThat(pace.grain(1, true)).isEqualTo(1);
    }
}
