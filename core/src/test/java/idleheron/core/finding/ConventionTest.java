package idleheron.core.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;

/** What a place asks for, put together group by group. */
class ConventionTest {
    @Test
    void eachGroupIsReplacedAndTheOthersStay() {
        Convention.Skeleton skeleton = new Convention.Skeleton(null, "root", "", 8, false, true);
        Convention.Clips clips = new Convention.Clips("[a-z]+", true, List.of("idle"));
        Convention.Surface surface = new Convention.Surface(List.of("png"), false, true);
        Convention.Travel travel = new Convention.Travel(false, true);
        Convention.Layout layout = new Convention.Layout("{name}", "", "maps", 512);
        Convention.Grids grids = new Convention.Grids(List.of("density:float"), 8, true);
        Convention.Budget budget = new Convention.Budget(1, 2, 3);
        Convention.Asks all = Convention.Asks.NOTHING
                .with(budget)
                .with(grids)
                .with(layout)
                .with("binary 7.4")
                .with(travel)
                .with(surface)
                .with(clips)
                .with(skeleton);
        assertThat(all)
                .isEqualTo(new Convention.Asks(skeleton, clips, surface, travel, "binary 7.4", layout, grids, budget));
    }

    @Test
    void greenRunsUpOrDownOrAnyWay() {
        assertThat(new Convention.Layout("", "", "", 0, false, "down").green()).isEqualTo("down");
        assertThatThrownBy(() -> new Convention.Layout("", "", "", 0, false, "left"))
                .hasMessageContaining("left");
    }
}
