package idleheron.core.garment.facts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.garment.Mannequin;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import java.util.List;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

/** Facts of the reference garments against those of a reference program, and by hand. */
class FactsTest {
    private static final Offset<Double> NEAR = within(1e-6);
    private static final Offset<Double> MM = within(1e-5);

    @Test
    void spacingIsThatOfTheReference() {
        for (String g : List.of("cape", "jacket")) {
            JsonNode told = Mannequin.json("expected/" + g + ".facts.json").path("spacing");
            Spacing s = Spacing.of(Mannequin.mesh(g));
            assertThat(s.edges()).isEqualTo(told.path("edges").asInt());
            assertThat(s.rims()).isEqualTo(told.path("boundaryEdges").asInt());
            assertThat(s.crowded()).isZero();
            assertThat(s.flat()).isZero();
            assertThat(1000 * s.median()).isCloseTo(told.path("medianMm").asDouble(), NEAR);
            assertThat(1000 * s.low()).isCloseTo(told.path("p5Mm").asDouble(), NEAR);
            assertThat(1000 * s.high()).isCloseTo(told.path("p95Mm").asDouble(), NEAR);
            assertThat(s.spread()).isCloseTo(told.path("iqrOverMedian").asDouble(), NEAR);
        }
    }

    @Test
    void piecesAndTrimsAreThoseOfTheReference() {
        JsonNode told = Mannequin.json("expected/jacket.facts.json").path("pieces");
        PieceList p = PieceList.of(Mannequin.mesh("jacket"));
        assertThat(p.all()).hasSize(told.path("count").asInt());
        for (int i = 0; i < p.all().size(); i++) {
            JsonNode t = told.path("pieces").get(i);
            assertThat(p.all().get(i).points()).isEqualTo(t.path("points").asInt());
            assertThat(p.all().get(i).pointShare())
                    .isCloseTo(t.path("pointShare").asDouble(), NEAR);
        }
        assertThat(p.all().getFirst().area()).isCloseTo(1.364551551, NEAR);
        assertThat(p.all().getFirst().areaShare()).isCloseTo(0.98816146, NEAR);
        assertThat(p.all().getFirst().size()).isCloseTo(0.991060733, NEAR);
        assertThat(p.trims()).hasSize(7);
        assertThat(p.trims().stream().mapToInt(PieceList.Piece::points).sum()).isEqualTo(1190);
        assertThat(p.trims().stream().mapToDouble(PieceList.Piece::areaShare).sum())
                .isCloseTo(0.001551147, NEAR);
    }

    @Test
    void thicknessIsThatOfTheReference() {
        TriangleMesh m = Mannequin.mesh("jacket");
        Thickness t = Thickness.of(m, SurfaceNormals.of(m), TriangleTree.of(m));
        assertThat(t.points()).isCloseTo(10500, within(21));
        assertThat(1000 * t.median()).isCloseTo(12.070687558, within(1e-3));
        assertThat(1000 * t.at(0.05)).isCloseTo(5.638909256, within(1e-2));
        assertThat(1000 * t.at(0.95)).isCloseTo(16.380486203, within(1e-2));
        TriangleMesh one = Mannequin.mesh("cape");
        assertThat(Thickness.of(one, SurfaceNormals.of(one), TriangleTree.of(one))
                        .points())
                .isZero();
    }

    @Test
    void aFlatCutIsKnownByOneScaleAndLittleDistortion() {
        JsonNode told = Mannequin.json("expected/cape.facts.json").path("uv");
        TriangleMesh m = Mannequin.mesh("cape");
        UvLayout l = UvLayout.of(m, Mannequin.uv("cape"));
        assertThat(l.isPanels()).isTrue();
        assertThat(l.scale()).isCloseTo(told.path("scaleMedian").asDouble(), MM);
        assertThat(l.spread()).isCloseTo(told.path("scaleSpread").asDouble(), MM);
        assertThat(l.distortion()).isCloseTo(told.path("stretchMedian").asDouble(), MM);
        assertThat(l.worst()).isCloseTo(told.path("stretchP95").asDouble(), MM);
        assertThat(l.islands()).isEqualTo(1);
        assertThat(l.mirrored()).isEqualTo(9600);
        assertThat(l.none()).isZero();
        assertThat(l.overlap()).isZero();
        assertThat(l.tiles()).containsExactlyInAnyOrder("-1 0", "0 0");
    }

    private static final float[] SQUARE = {0, 0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 1};

    private static TriangleMesh square() {
        return new TriangleMesh(new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0}, new int[] {0, 1, 2, 0, 2, 3});
    }

    @Test
    void textureLiesOverItselfWhereTwoFacesTakeOnePlace() {
        float[] twice = {0, 0, 1, 0, 1, 1, 1, 1, 0, 0, 1, 0};
        UvLayout l = UvLayout.of(square(), twice);
        assertThat(l.overlap()).isCloseTo(1, within(0.01));
        assertThat(l.mirrored()).isZero();
        UvLayout apart = UvLayout.of(square(), SQUARE);
        assertThat(apart.overlap()).isZero();
        assertThat(apart.islands()).isEqualTo(1);
        assertThat(apart.scale()).isEqualTo(1, within(1e-12));
        assertThat(apart.distortion()).isEqualTo(1, within(1e-12));
    }

    @Test
    void whatHasNoCoordinatesIsCountedAndHurtsNothing() {
        float[] bad = SQUARE.clone();
        bad[4] = Float.NaN;
        bad[7] = Float.POSITIVE_INFINITY;
        UvLayout l = UvLayout.of(square(), bad);
        assertThat(l.none()).isEqualTo(2);
        assertThat(l.overlap()).isZero();
    }

    private static TriangleMesh crossing(double shift) {
        double[] p = {-1, -1, 0, 1, -1, 0, 1, 1, 0, -1, 1, 0, shift, -1, -1, shift, 1, -1, shift, 1, 1, shift, -1, 1};
        return new TriangleMesh(p, new int[] {0, 1, 2, 0, 2, 3, 4, 5, 6, 4, 6, 7});
    }

    @Test
    void sheetsThatCrossAreFoundFromBothSides() {
        Crossings c = Crossings.of(crossing(0.2));
        assertThat(c.triangles()).isEqualTo(4);
        assertThat(c.pairs()).isGreaterThanOrEqualTo(4);
        assertThat(c.point()).isGreaterThanOrEqualTo(0);
        assertThat(Crossings.of(crossing(1.001)).pairs()).isZero();
        for (String g : List.of("cape", "jacket")) {
            assertThat(Crossings.of(Mannequin.mesh(g)).pairs()).as(g).isZero();
        }
    }

    @Test
    void sliversAndCrowdedEdgesAreCounted() {
        double[] p = {0, 0, 0, 1, 0, 0, 0.5, 0.009, 0, 0.5, 1, 0, 0.5, 0, 1, 0.5, -1, 0, 2, 0, 0, 3, 0, 0};
        Spacing s = Spacing.of(new TriangleMesh(p, new int[] {0, 1, 2, 0, 1, 3, 0, 1, 4, 1, 0, 5, 1, 6, 7}));
        assertThat(s.slivers()).isEqualTo(1);
        assertThat(s.sliver()).isZero();
        assertThat(s.flat()).isEqualTo(1);
        assertThat(s.crowded()).isEqualTo(1);
    }
}
