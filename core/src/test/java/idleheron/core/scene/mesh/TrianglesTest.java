package idleheron.core.scene.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** Polygons in triangles. */
class TrianglesTest {
    /** Flat polygons in the plane x = 2, by y and z. */
    private static Mesh polygon(double... yz) {
        int n = yz.length / 2;
        double[] p = new double[3 * n];
        int[] corners = new int[n];
        for (int i = 0; i < n; i++) {
            p[3 * i] = 2;
            p[3 * i + 1] = yz[2 * i];
            p[3 * i + 2] = yz[2 * i + 1];
            corners[i] = i;
        }
        return Mesh.bare("p", p, new int[] {0, n}, corners);
    }

    /** The sum of signed areas along X; that of their sizes is the same where no triangle lies outside. */
    private static double[] areas(Mesh m) {
        double signed = 0;
        double sizes = 0;
        double[] p = m.points();
        for (int f = 0; f < m.faceCount(); f++) {
            int a = 3 * m.corners()[3 * f];
            int b = 3 * m.corners()[3 * f + 1];
            int c = 3 * m.corners()[3 * f + 2];
            double s =
                    ((p[b + 1] - p[a + 1]) * (p[c + 2] - p[a + 2]) - (p[c + 1] - p[a + 1]) * (p[b + 2] - p[a + 2])) / 2;
            signed += s;
            sizes += Math.abs(s);
        }
        return new double[] {signed, sizes};
    }

    @Test
    void aHollowFaceIsCutInsideOfItself() {
        Mesh hook = Triangles.of(polygon(0, 0, 3, 0, 3, 3, 2, 3, 2, 1, 0, 1));
        assertThat(hook.faceCount()).isEqualTo(4);
        assertThat(areas(hook)[0]).isCloseTo(5, within(1e-12));
        assertThat(areas(hook)[1]).isCloseTo(5, within(1e-12));
        Mesh dart = Triangles.of(polygon(0, 0, 2, 1, 0, 2, 1, 1));
        assertThat(areas(dart)[1]).isCloseTo(1, within(1e-12));
        Mesh turned = Triangles.of(polygon(0, 1, 2, 1, 2, 3, 3, 3, 3, 0, 0, 0));
        assertThat(areas(turned)[0]).isCloseTo(-5, within(1e-12));
        assertThat(areas(turned)[1]).isCloseTo(5, within(1e-12));
    }

    @Test
    void aConvexFaceIsAFan() {
        Mesh m = Triangles.of(polygon(0, 0, 1, 0, 1, 1, 0.5, 1.5, 0, 1));
        assertThat(m.corners()).containsExactly(0, 1, 2, 0, 2, 3, 0, 3, 4);
        assertThat(Triangles.of(m)).isSameAs(m);
    }

    /** A bow crosses itself: some triangles come of it, and it ends. */
    @Test
    void aFaceThatCrossesItselfEnds() {
        assertThat(Triangles.of(polygon(0, 0, 1, 1, 1, 0, 0, 1)).faceCount()).isEqualTo(2);
        assertThat(Triangles.of(polygon(0, 0, 0, 0, 0, 0, 0, 0, 0, 0)).faceCount())
                .isEqualTo(3);
        assertThat(Triangles.of(Mesh.bare("two", new double[6], new int[] {0, 2}, new int[] {0, 1}))
                        .faceCount())
                .isZero();
    }

    @Test
    void whatLiesOnCornersAndFacesGoesWithThem() {
        float[] normals = new float[12];
        for (int i = 0; i < 12; i++) {
            normals[i] = i;
        }
        Mesh m = polygon(0, 0, 1, 0, 1, 1, 0, 1)
                .withNormals(normals)
                .withUvSets(List.of(new UvSet("u", new float[] {0, 0, 1, 1}, new int[] {0, 1, 0, 1})))
                .withSmoothing(new int[] {6}, null)
                .withLayers(List.of(new MeshLayer(
                        MeshLayer.Kind.COLOR, "c", MeshLayer.Domain.CORNER, 1, new double[] {1, 2, 3, 4}, null, null)));
        Mesh t = Triangles.of(m);
        assertThat(t.corners()).containsExactly(0, 1, 2, 0, 2, 3);
        assertThat(Objects.requireNonNull(t.normals())[9]).isZero();
        assertThat(Objects.requireNonNull(t.normals())[15]).isEqualTo(9);
        assertThat(t.uvSets().getFirst().indices()).containsExactly(0, 1, 0, 0, 0, 1);
        assertThat(t.smoothingGroups()).containsExactly(6, 6);
        assertThat(t.layers()).hasSize(1);
    }

    @Test
    void facesInAnotherOrderKeepWhatIsTheirs() {
        Mesh m = Mesh.bare("m", new double[12], new int[] {0, 3, 7}, new int[] {0, 1, 2, 0, 1, 2, 3})
                .withNormals(new float[21])
                .withSmoothing(new int[] {1, 2}, null);
        Mesh w = m.inFaceOrder(new int[] {1, 0});
        assertThat(w.faceStarts()).containsExactly(0, 4, 7);
        assertThat(w.corners()).containsExactly(0, 1, 2, 3, 0, 1, 2);
        assertThat(w.smoothingGroups()).containsExactly(2, 1);
    }

    /** A star of ten corners, begun at each of them and either way round: triangles of the same size in all. */
    @Test
    void aStarIsCutInsideOfItselfWhereverItBegins() {
        for (int first = 0; first < 10; first++) {
            for (int way : new int[] {1, -1}) {
                double[] yz = new double[20];
                for (int i = 0; i < 10; i++) {
                    int k = Math.floorMod(first + way * i, 10);
                    double r = k % 2 == 0 ? 2 : 0.5;
                    yz[2 * i] = r * Math.cos(k * Math.PI / 5);
                    yz[2 * i + 1] = r * Math.sin(k * Math.PI / 5);
                }
                // ten triangles about the middle, 2 · 0.5 · sin 36° / 2 each
                double size = 5 * Math.sin(Math.PI / 5);
                double[] a = areas(Triangles.of(polygon(yz)));
                assertThat(a[0]).isCloseTo(way * size, within(1e-12));
                assertThat(a[1]).isCloseTo(size, within(1e-12));
            }
        }
    }
}
