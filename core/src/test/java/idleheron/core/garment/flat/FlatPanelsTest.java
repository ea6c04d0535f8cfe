package idleheron.core.garment.flat;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.garment.Mannequin;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** Half a tube of 16 by 10 squares of 2 cm, cut in two panels that lie a unit apart; a unit of coordinates is half a metre. */
class FlatPanelsTest {
    private static final int WIDE = 16;
    private static final int HIGH = 10;
    private static final double SIDE = 0.02;
    private static final double UNIT = 0.5;

    private static Mesh tube() {
        double radius = WIDE * SIDE / Math.PI;
        double[] p = new double[3 * (WIDE + 1) * (HIGH + 1)];
        for (int i = 0; i < p.length / 3; i++) {
            double turn = Math.PI * (i % (WIDE + 1)) / WIDE;
            p[3 * i] = radius * Math.cos(turn);
            p[3 * i + 1] = SIDE * (i / (WIDE + 1));
            p[3 * i + 2] = radius * Math.sin(turn);
        }
        int[] starts = new int[WIDE * HIGH + 1];
        int[] corners = new int[4 * WIDE * HIGH];
        float[] uv = new float[2 * corners.length];
        int[] indices = new int[corners.length];
        for (int f = 0; f < WIDE * HIGH; f++) {
            starts[f + 1] = 4 * (f + 1);
            int a = f / WIDE * (WIDE + 1) + f % WIDE;
            int[] four = {a, a + 1, a + WIDE + 2, a + WIDE + 1};
            for (int k = 0; k < 4; k++) {
                int c = 4 * f + k;
                corners[c] = four[k];
                indices[c] = c;
                boolean second = f % WIDE >= WIDE / 2;
                uv[2 * c] = (float) (SIDE / UNIT * (four[k] % (WIDE + 1)) + (second ? 1 : 0));
                uv[2 * c + 1] = (float) (SIDE / UNIT * (four[k] / (WIDE + 1)));
            }
        }
        return Mesh.bare("tube", p, starts, corners).withUvSets(List.of(new UvSet("cut", uv, indices)));
    }

    private static Cloth cloth(Mesh m) {
        Scene s = Mannequin.garment("tube", TriangleMesh.of(m, m.points())).withMeshes(List.of(m));
        return Cloth.of(s, s.find("tube"));
    }

    private static FlatPanels panels() {
        return Objects.requireNonNull(FlatPanels.of(cloth(tube())));
    }

    @Test
    void theyAreAsLargeAsTheClothAndPartedAtTheSeam() {
        FlatPanels p = panels();
        assertThat(p.panels().count()).isEqualTo(2);
        assertThat(p.mesh().pointCount())
                .as("points of the seam are there twice")
                .isEqualTo((WIDE + 2) * (HIGH + 1));
        TriangleMesh flat = TriangleMesh.of(p.mesh(), p.mesh().points());
        assertThat(area(flat)).isEqualTo(area(cloth(tube()).surface()), within(1e-6));
        for (int i = 2; i < p.mesh().points().length; i += 3) {
            assertThat(p.mesh().points()[i]).isZero();
        }
    }

    private static double area(TriangleMesh m) {
        double out = 0;
        for (int f = 0; f < m.count(); f++) {
            out += m.area(f);
        }
        return out;
    }

    @Test
    void eachPointAndTriangleKnowsWhichOfTheGarmentItIs() {
        Mesh m = tube();
        Cloth c = cloth(m);
        FlatPanels p = panels();
        TriangleMesh flat = TriangleMesh.of(p.mesh(), p.mesh().points());
        for (int t = 0; t < flat.count(); t++) {
            for (int k = 0; k < 3; k++) {
                assertThat(p.from()[flat.triangles()[3 * t + k]])
                        .isEqualTo(c.surface().triangles()[3 * p.triangles()[t] + k]);
            }
        }
        double[] heights = new double[m.pointCount()];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = m.points()[3 * i + 1];
        }
        double[] v = p.values(heights);
        for (int i = 0; i < v.length; i++) {
            assertThat(v[i]).isEqualTo(p.mesh().points()[3 * i + 1], within(1e-3));
        }
    }

    @Test
    void facesWithoutCoordinatesAreLeftOut() {
        Mesh m = tube();
        UvSet set = m.uvSets().getFirst();
        int[] some = set.indices().clone();
        some[5] = -1;
        Mesh less = m.withUvSets(List.of(new UvSet("cut", set.uv(), some)));
        FlatPanels p = Objects.requireNonNull(FlatPanels.of(cloth(less)));
        assertThat(p.mesh().faceCount()).isEqualTo(WIDE * HIGH - 1);
        assertThat(p.triangles()).hasSize(2 * WIDE * HIGH - 2).doesNotContain(2, 3);
    }

    @Test
    void panelsThatLieOverEachOtherStayApart() {
        Mesh m = tube();
        UvSet set = m.uvSets().getFirst();
        float[] over = set.uv().clone();
        float second = (float) (1 + SIDE / UNIT * WIDE / 2);
        for (int i = 0; i < over.length; i += 2) {
            over[i] = over[i] >= second ? over[i] - second : over[i];
        }
        FlatPanels p = Objects.requireNonNull(
                FlatPanels.of(cloth(m.withUvSets(List.of(new UvSet("cut", over, set.indices()))))));
        assertThat(p.panels().count()).isEqualTo(2);
        assertThat(p.mesh().pointCount()).isEqualTo((WIDE + 2) * (HIGH + 1));
    }

    @Test
    void whatHasNoFlatCutHasNoPanels() {
        Mesh m = tube();
        assertThat(FlatPanels.of(cloth(m.withUvSets(List.of())))).isNull();
        float[] odd = m.uvSets().getFirst().uv().clone();
        for (int i = 0; i < odd.length; i += 2) {
            odd[i] *= odd[i];
        }
        assertThat(FlatPanels.of(cloth(m.withUvSets(
                        List.of(new UvSet("picture", odd, m.uvSets().getFirst().indices()))))))
                .isNull();
    }
}
