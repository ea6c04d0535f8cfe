package idleheron.core.garment.facts;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Cloth over a cube of a metre, and a cube as cloth: which way its outer side looks. */
class FacingTest {
    private static final int[] CUBE = {
        0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5, 0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6
    };
    private static final BodyDistance BODY = BodyDistance.of(new TriangleMesh(corners(1), CUBE));

    private static double[] corners(double size) {
        double[] out = new double[24];
        for (int c = 0; c < 8; c++) {
            out[3 * c] = (c & 1) * size;
            out[3 * c + 1] = (c >> 1 & 1) * size;
            out[3 * c + 2] = (c >> 2) * size;
        }
        return out;
    }

    private static Cloth cloth(double[] points, int... triangles) {
        int[] starts = new int[triangles.length / 3 + 1];
        for (int f = 0; f < starts.length; f++) {
            starts[f] = 3 * f;
        }
        Scene s = Scene.bare("cloth", Stage.COMMON)
                .withNodes(List.of(Node.mesh("cloth", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(Mesh.bare("cloth", points, starts, triangles)));
        return Cloth.of(s, 0);
    }

    private static int[] reversed(int... triangles) {
        int[] out = triangles.clone();
        for (int f = 0; f < out.length; f += 3) {
            out[f] = triangles[f + 1];
            out[f + 1] = triangles[f];
        }
        return out;
    }

    /** A sheet of 0.6 m over the top of the cube. */
    private static double[] sheet(double y) {
        return new double[] {0.2, y, 0.2, 0.2, y, 0.8, 0.8, y, 0.8, 0.8, y, 0.2};
    }

    @Test
    void aSheetLooksAsTheBodyBelowItDoes() {
        int[] up = {0, 1, 2, 0, 2, 3};
        assertThat(Facing.isInsideOut(cloth(sheet(1.05), up), BODY)).isFalse();
        assertThat(Facing.isInsideOut(cloth(sheet(1.05), reversed(up)), BODY)).isTrue();
    }

    @Test
    void whatIsFarFromTheBodyTellsNothing() {
        assertThat(Facing.isInsideOut(cloth(sheet(1.2), reversed(0, 1, 2, 0, 2, 3)), BODY))
                .isFalse();
    }

    @Test
    void aClosedShellIsToldByTheSpaceThatItEncloses() {
        assertThat(Facing.isInsideOut(cloth(corners(0.5), CUBE), BODY)).isFalse();
        assertThat(Facing.isInsideOut(cloth(corners(0.5), reversed(CUBE)), BODY))
                .isTrue();
    }
}
