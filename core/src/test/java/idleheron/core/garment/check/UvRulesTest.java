package idleheron.core.garment.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.remedy.garment.UvToFirstTile;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Two squares of a metre side by side, with coordinates for pictures and as a flat cut. */
class UvRulesTest {
    private static final Mesh TWO = Mesh.bare(
            "apron",
            new double[] {0, 0, 0, 1, 0, 0, 2, 0, 0, 0, 1, 0, 1, 1, 0, 2, 1, 0},
            new int[] {0, 3, 6, 9, 12},
            new int[] {0, 1, 4, 0, 4, 3, 1, 2, 5, 1, 5, 4});

    /** Corners of the first square lie in one box of coordinates, those of the second in another. */
    private static UvSet set(String name, float[] first, float[] second) {
        float[] uv = new float[24];
        int[] indices = new int[12];
        for (int c = 0; c < 12; c++) {
            float[] box = c < 6 ? first : second;
            int p = TWO.corners()[c];
            double x = TWO.points()[3 * p] - (c < 6 ? 0 : 1);
            double y = TWO.points()[3 * p + 1];
            uv[2 * c] = (float) (box[0] + x * box[2]);
            uv[2 * c + 1] = (float) (box[1] + y * box[3]);
            indices[c] = c;
        }
        return new UvSet(name, uv, indices);
    }

    private static float[] box(double u, double v, double width, double height) {
        return new float[] {(float) u, (float) v, (float) width, (float) height};
    }

    private static List<Finding> found(UvSet... sets) {
        Scene s = Scene.bare("apron", Stage.COMMON)
                .withNodes(List.of(Node.mesh("apron", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(TWO.withUvSets(List.of(sets))));
        return UvRules.of(s, Cloth.of(s, 0));
    }

    @Test
    void nothingIsToldOfSoundCoordinates() {
        assertThat(found(set("map", box(0, 0, 0.45, 0.15), box(0.5, 0, 0.45, 0.15))))
                .isEmpty();
        assertThat(found(set("cut", box(0, 0, 0.5, 0.5), box(0.5, 0, 0.5, 0.5))))
                .isEmpty();
        assertThat(found()).isEmpty();
    }

    @Test
    void tilesBesideTheFirstAreCounted() {
        Finding f = found(set("map", box(0.1, 0.1, 0.8, 0.2), box(1.1, 0.1, 0.8, 0.2)))
                .getFirst();
        assertThat(f.code()).isEqualTo("garment-uv-outside");
        assertThat(f.severity()).isEqualTo(Severity.NOTE);
        assertThat(f.figure().text()).isEqualTo("1 tile");
        assertThat(f.remedy()).isInstanceOf(UvToFirstTile.class);
        Finding g = found(set("map", box(0.1, 0.1, 0.8, 0.2), box(1.1, 2.1, 1.8, 0.2)))
                .getFirst();
        assertThat(g.figure().text()).isEqualTo("2 tiles");
        assertThat(g.message()).contains("0 0", "1 2", "2 2");
    }

    /** Two squares on one place: all of what is covered is covered twice. */
    @Test
    void whatLiesOverEachOtherIsToldWithItsShare() {
        Finding f = found(set("map", box(0, 0, 0.9, 0.3), box(0, 0, 0.9, 0.3))).getFirst();
        assertThat(f.code()).isEqualTo("garment-uv-overlaps");
        assertThat(f.figure().value()).isCloseTo(100, within(1.0));
        assertThat(f.figure().unit()).isEqualTo("%");
        assertThat(f.message()).startsWith("100 %").contains("%");
        Finding half =
                found(set("map", box(0, 0, 0.6, 0.2), box(0.3, 0, 0.6, 0.2))).getFirst();
        // 0.3 of 0.9 is covered twice
        assertThat(half.figure().value()).isCloseTo(100 / 3.0, within(1.5));
        assertThat(half.message()).startsWith(half.figure().text());
    }

    @Test
    void aFlatCutThatLiesOverItselfDrifts() {
        Finding f = found(set("cut", box(0, 0, 0.5, 0.5), box(0, 0, 0.5, 0.5))).getFirst();
        assertThat(f.code()).isEqualTo("garment-panels-overlap");
        assertThat(f.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(f.figure().value()).isCloseTo(100, within(1.0));
    }

    /** Only the first set is for pictures; a flat cut may be any. */
    @Test
    void aSecondSetIsLookedAtAsACutAlone() {
        UvSet sound = set("map", box(0, 0, 0.45, 0.15), box(0.5, 0, 0.45, 0.15));
        assertThat(found(sound, set("more", box(0, 0, 0.9, 0.3), box(0, 0, 0.9, 0.3))))
                .isEmpty();
        assertThat(found(sound, set("cut", box(0, 0, 0.5, 0.5), box(0, 0, 0.5, 0.5))))
                .extracting(Finding::code)
                .containsExactly("garment-panels-overlap");
    }

    @Test
    void trianglesWithoutCoordinatesAreCounted() {
        UvSet s = set("map", box(0, 0, 0.45, 0.15), box(0.5, 0, 0.45, 0.15));
        int[] indices = s.indices().clone();
        indices[4] = -1;
        Finding f = found(new UvSet("map", s.uv(), indices)).getFirst();
        assertThat(f.code()).isEqualTo("garment-uv-missing");
        assertThat(f.figure().text()).isEqualTo("1 triangle");
        assertThat(f.title()).contains("1 triangle of apron");
        assertThat(f.message()).contains("map");
    }
}
