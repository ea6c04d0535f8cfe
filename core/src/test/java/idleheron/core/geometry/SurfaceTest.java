package idleheron.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Welding, edges, pieces, normals and areas of small surfaces. */
class SurfaceTest {
    @Test
    void pointsWithinTheToleranceAreOneAlsoByChains() {
        double[] p = {0, 0, 0, 0.9, 0, 0, 1.8, 0, 0, 5, 0, 0, 5, 0, 0, Double.NaN, 0, 0};
        Weld w = Weld.of(p, 1);
        assertThat(w.to()).containsExactly(0, 0, 0, 1, 1, 2);
        assertThat(w.keep()).containsExactly(0, 3, 5);
        assertThat(Weld.of(p, 0.5).keep()).containsExactly(0, 1, 2, 3, 5);
    }

    @Test
    void weldingOverTheCellsOfItsGridFindsAll() {
        double[] p = {0.9999, -0.0001, 5.9999, 1.0001, 0.0001, 6.0001};
        assertThat(Weld.of(p, 0.001).keep()).hasSize(1);
    }

    @Test
    void trianglesThatLoseACornerGo() {
        TriangleMesh m =
                new TriangleMesh(new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 0}, new int[] {0, 1, 2, 0, 3, 1});
        TriangleMesh w = m.welded(Weld.of(m.points(), 1e-6));
        assertThat(w.triangles()).containsExactly(0, 1, 2);
        assertThat(w.pointCount()).isEqualTo(3);
    }

    @Test
    void edgesTellHowManyTrianglesHaveThem() {
        TriangleMesh m = HeldSystemTest.field(2);
        MeshEdges e = MeshEdges.of(m);
        assertThat(e.count()).isEqualTo(16);
        assertThat(e.faces()[e.find(0, 4)]).isEqualTo(2);
        assertThat(e.faces()[e.find(1, 0)]).isEqualTo(1);
        assertThat(e.find(0, 8)).isEqualTo(-1);
        assertThat(e.inside()).isEqualTo(0.5);
        assertThat(e.length(e.find(0, 4), m.points())).isCloseTo(Math.sqrt(2), within(1e-12));
        assertThat(MeshEdges.of(BodyDistanceTest.cube()).inside()).isEqualTo(1);
    }

    @Test
    void piecesHangTogetherByTriangles() {
        TriangleMesh m = new TriangleMesh(new double[21], new int[] {0, 4, 1, 2, 3, 6});
        Pieces p = Pieces.of(m);
        assertThat(p.count()).isEqualTo(3);
        assertThat(p.of()).containsExactly(0, 0, 1, 1, 0, 2, 1);
    }

    /** A corner of a cube looks along its diagonal, however its faces are cut. */
    @Test
    void normalsAreWeighedByAngles() {
        TriangleMesh m = BodyDistanceTest.cube();
        SurfaceNormals n = SurfaceNormals.of(m);
        for (int i = 0; i < 8; i++) {
            for (int k = 0; k < 3; k++) {
                double way = (i >> k & 1) == 1 ? 1 : -1;
                assertThat(n.points()[3 * i + k]).isCloseTo(way / Math.sqrt(3), within(1e-12));
            }
        }
        double sum = 0;
        for (double a : n.pointAreas(m)) {
            sum += a;
        }
        assertThat(sum).isCloseTo(6, within(1e-12));
        assertThat(n.areas()).containsOnly(0.5);
    }

    @Test
    void aTriangleWithoutAnAreaHasNoNormal() {
        TriangleMesh m = new TriangleMesh(new double[] {0, 0, 0, 1, 0, 0, 2, 0, 0}, new int[] {0, 1, 2});
        assertThat(SurfaceNormals.of(m).points()).containsOnly(0);
        assertThat(m.diagonal()).isEqualTo(2);
        assertThat(m.box()).containsExactly(0, 0, 0, 2, 0, 0);
    }

    @Test
    void cornersThatAreNotThereAreRefused() {
        assertThatThrownBy(() -> new TriangleMesh(new double[9], new int[] {0, 1, 3}))
                .hasMessage("a corner at point 3 of 3");
        assertThatThrownBy(() -> new TriangleMesh(new double[8], new int[0]))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
