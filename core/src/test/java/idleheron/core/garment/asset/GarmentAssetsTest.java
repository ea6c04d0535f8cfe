package idleheron.core.garment.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.garment.Worn;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A sheet of four points that lies 20 mm above a floor one metre thick, and one that lies 5 mm inside it. */
class GarmentAssetsTest {
    private static final GarmentAssets KIND = new GarmentAssets();

    private static Mesh sheet(String name, double side, double y) {
        return Mesh.bare(
                name,
                new double[] {-side, y, -side, -side, y, side, side, y, side, side, y, -side},
                new int[] {0, 4},
                new int[] {0, 1, 2, 3});
    }

    private static Mesh floor() {
        double[] p = new double[24];
        for (int i = 0; i < 8; i++) {
            p[3 * i] = i % 2 == 0 ? -5 : 5;
            p[3 * i + 1] = i < 4 ? -1 : 0;
            p[3 * i + 2] = i % 4 < 2 ? -5 : 5;
        }
        return Mesh.bare("floor", p, new int[] {0, 4, 8, 12, 16, 20, 24}, new int[] {
            0, 1, 3, 2, 4, 6, 7, 5, 0, 4, 5, 1, 2, 3, 7, 6, 0, 2, 6, 4, 1, 5, 7, 3
        });
    }

    private static Scene scene(Worn... worn) {
        return Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.mesh("floor", -1, Transform.IDENTITY, 0),
                        Node.mesh("rug", -1, Transform.IDENTITY, 1),
                        Node.mesh("mat", -1, Transform.IDENTITY, 2)))
                .withMeshes(List.of(floor(), sheet("rug", 1, 0.02), sheet("mat", 0.5, -0.005)))
                .with(Worn.KEY, List.of(worn));
    }

    private static final Scene WORN = scene(new Worn(0, List.of(1, 2)));

    @Test
    void whatIsWornIsNamedWithItsBody() {
        assertThat(KIND.isIn(WORN)).isTrue();
        assertThat(KIND.isIn(scene())).isFalse();
        assertThat(KIND.summary(WORN)).isEqualTo("rug, mat on floor");
        assertThat(KIND.summary(scene())).isEmpty();
        assertThat(KIND.word(WORN)).isEqualTo("garment on a body");
        assertThat(KIND.lines(WORN)).extracting(FactLine::text).containsExactly("rug, mat on floor");
        assertThat(KIND.lines(scene())).isEmpty();
        assertThat(KIND.code()).isEqualTo("garment");
        assertThat(KIND.content()).isEqualTo(Content.NODES);
    }

    @Test
    void itsFiguresCountGarmentsAndTheirPoints() {
        assertThat(KIND.figures(new Facts(WORN)).getFirst().lines())
                .extracting(FactLine::text)
                .containsExactly("2 garments", "floor", "8");
        assertThat(KIND.figures(new Facts(scene()))).isEmpty();
    }

    @Test
    void theTableTellsHowEachLies() {
        FactTable t = KIND.tables().getFirst();
        assertThat(t.count().applyAsInt(WORN)).isEqualTo(2);
        assertThat(t.count().applyAsInt(scene())).isZero();
        Evidence e = t.rows().apply(new Facts(WORN));
        assertThat(e.rows()).extracting(Evidence.Row::subject).containsExactly("rug", "mat");
        // four points, all 20 mm above; edges of 2 m, two of them to a corner and a diagonal
        assertThat(e.rows().get(0).cells()).containsExactly("4", "2000", "–", "0", "20", "20", "20", "0", "0");
        assertThat(e.rows().get(1).cells()).containsExactly("4", "1000", "–", "0", "-5", "-5", "-5", "5", "100");
        assertThat(t.rows().apply(new Facts(scene())).rows()).isEmpty();
    }

    @Test
    void howItLiesIsFoundAndTwoSidesAreAsked() {
        assertThat(KIND.hasDeepRules()).isTrue();
        assertThat(KIND.deepFindings(WORN, Progress.NONE))
                .extracting(Finding::code)
                .contains("garment-other-body");
        assertThat(KIND.deepFindings(scene(), Progress.NONE)).isEmpty();
        assertThat(KIND.isAsked(WORN)).isTrue();
        assertThat(KIND.isAsked(scene())).isFalse();
        assertThat(KIND.losses(new Pair(WORN, WORN, true, Tolerances.DEFAULT, MatchTable.NONE)))
                .isEmpty();
        assertThat(KIND.topics()).hasSize(1);
        assertThat(KIND.rules()).isNotEmpty();
    }
}
