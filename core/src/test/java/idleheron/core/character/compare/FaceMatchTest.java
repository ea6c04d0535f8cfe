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
}
