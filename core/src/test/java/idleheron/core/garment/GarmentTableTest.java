package idleheron.core.garment;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Facts;
import idleheron.core.garment.asset.GarmentAssets;
import idleheron.core.scene.Scene;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What the table of garments says of the reference's. */
class GarmentTableTest {
    private static List<String> row(String garment) {
        Scene s = Dressing.of(Mannequin.scene(), Mannequin.garment(garment, Mannequin.mesh(garment)))
                .scene();
        Evidence e = new GarmentAssets().tables().getFirst().rows().apply(new Facts(s));
        assertThat(e.columns())
                .containsExactly(
                        "points",
                        "spacing mm",
                        "thick mm",
                        "trims",
                        "gap mm",
                        "5 % below mm",
                        "95 % below mm",
                        "deepest mm",
                        "inside %");
        assertThat(e.rows()).hasSize(1);
        return e.rows().getFirst().cells().stream().map(String::valueOf).toList();
    }

    @Test
    void aThickJacketWithRivetsAndAThinCape() {
        List<String> jacket = row("jacket");
        assertThat(jacket.get(0)).isEqualTo("10,520");
        assertThat(jacket.get(2)).as("thick, its pockets as well").isEqualTo("12.07");
        assertThat(jacket.get(3)).as("rivets").isEqualTo("7");
        List<String> cape = row("cape");
        assertThat(cape.get(2)).as("one side").isEqualTo("–");
        assertThat(cape.get(3)).isEqualTo("0");
        assertThat(Double.parseDouble(cape.get(1))).as("spacing").isBetween(5.0, 40.0);
        assertThat(new GarmentAssets().tables().getFirst().isWorked()).isTrue();
    }
}
