package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.mesh.Mesh;
import org.junit.jupiter.api.Test;

/** Which face is which, in another order and in triangles. */
class FaceMatchTest {
    private static Mesh mesh(int points, int[] starts, int... corners) {
        return Mesh.bare("m", new double[3 * points], starts, corners);
    }

    private static final Mesh QUADS = mesh(6, new int[] {0, 4, 8}, 0, 1, 2, 3, 3, 2, 4, 5);

    @Test
    void facesInAnotherOrderAreToldByTheirPoints() {
        Mesh back = mesh(6, new int[] {0, 4, 8}, 2, 4, 5, 3, 1, 2, 3, 0);
        assertThat(FaceMatch.of(QUADS, back)).containsExactly(1, 0);
        assertThat(FaceMatch.of(QUADS, QUADS)).containsExactly(0, 1);
    }

    @Test
    void trianglesInAnotherOrderAreToldByTheirPoints() {
        Mesh back = mesh(6, new int[] {0, 3, 6, 9, 12}, 3, 4, 5, 1, 2, 3, 2, 4, 3, 0, 1, 3);
        assertThat(FaceMatch.of(QUADS, back)).containsExactly(1, 0, 1, 0);
    }

    /** Two faces on the same points are told apart: each is taken once. */
    @Test
    void facesThatLieOnEachOtherAreTakenInTurn() {
        Mesh a = mesh(4, new int[] {0, 3, 6, 9}, 0, 1, 2, 2, 1, 0, 1, 2, 3);
        Mesh b = mesh(4, new int[] {0, 3, 6, 9}, 3, 1, 2, 0, 1, 2, 0, 1, 2);
        assertThat(FaceMatch.of(a, b)).containsExactly(2, 0, 1);
    }

    @Test
    void otherPointsLeaveTheOrderAsItIs() {
        Mesh b = mesh(7, new int[] {0, 4, 8}, 2, 4, 5, 3, 1, 2, 3, 0);
        assertThat(FaceMatch.of(QUADS, b)).containsExactly(0, 1);
        Mesh strange = mesh(6, new int[] {0, 4, 8}, 0, 2, 4, 5, 0, 1, 2, 3);
        assertThat(FaceMatch.of(QUADS, strange)).containsExactly(0, 1);
    }

    /** Sixty thousand triangles around one point, the last first: by that point each would be held against all. */
    @Test
    void aFanOfManyTakesNoLonger() {
        int n = 60_000;
        int[] starts = new int[n + 1];
        int[] corners = new int[3 * n];
        int[] back = new int[3 * n];
        int[] turned = new int[n];
        for (int f = 0; f < n; f++) {
            starts[f + 1] = 3 * (f + 1);
            corners[3 * f + 1] = f + 1;
            corners[3 * f + 2] = f + 2;
            back[3 * f + 1] = n - f;
            back[3 * f + 2] = n - f + 1;
            turned[f] = n - 1 - f;
        }
        Mesh sent = Mesh.bare("fan", new double[3 * (n + 2)], starts, corners);
        long began = System.nanoTime();
        assertThat(FaceMatch.of(sent, Mesh.bare("fan", new double[3 * (n + 2)], starts, back)))
                .isEqualTo(turned);
        assertThat((System.nanoTime() - began) / 1e9).isLessThan(2);
    }
}
