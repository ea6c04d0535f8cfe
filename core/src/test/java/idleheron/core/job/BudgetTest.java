package idleheron.core.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

@Isolated
class BudgetTest {
    @Test
    void whatMemoryAllowsIsAllowedAndNoMore() {
        long most = Runtime.getRuntime().maxMemory() / 1000;
        assertThat(Budget.PLACES.limit()).isEqualTo(most);
        Budget.PLACES.check(most);
        assertThatThrownBy(() -> Budget.PLACES.check(most + 1))
                .isInstanceOf(Budget.Exceeded.class)
                .hasMessageContaining("--most places=N allows more");
        assertThatThrownBy(() -> Budget.PLACES.check(Long.MAX_VALUE)).hasMessageStartingWith("more, and at most");
    }

    @Test
    void aUserMayAllowMoreOrLess() {
        System.setProperty("heron.most.prims", "12");
        try {
            Budget.PRIMS.check(12);
            assertThatThrownBy(() -> Budget.PRIMS.check(13))
                    .hasMessage("13, and at most 12 prims (--most prims=N allows more)");
        } finally {
            System.clearProperty("heron.most.prims");
        }
        assertThat(Budget.BAKE.limit()).isEqualTo(20_000_000_000L);
    }
}
