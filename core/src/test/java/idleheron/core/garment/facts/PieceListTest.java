package idleheron.core.garment.facts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.geometry.TriangleMesh;
import org.junit.jupiter.api.Test;

/** A square of a metre, a button of 2 cm, and a point of no face. */
class PieceListTest {
    private static final TriangleMesh CLOTH = new TriangleMesh(
            new double[] {5, 5, 5, 2, 0, 0, 2.02, 0, 0, 2, 0.02, 0, 0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0},
            new int[] {1, 2, 3, 4, 5, 6, 4, 6, 7});

    @Test
    void theOneWithMostPointsComesFirst() {
        PieceList p = PieceList.of(CLOTH);
        assertThat(p.all()).hasSize(2);
        PieceList.Piece square = p.all().getFirst();
        assertThat(square.triangle()).isEqualTo(1);
        assertThat(square.points()).isEqualTo(4);
        assertThat(square.pointShare()).isCloseTo(4 / 7.0, within(1e-12));
        assertThat(square.area()).isCloseTo(1, within(1e-12));
        assertThat(square.size()).isCloseTo(Math.sqrt(2), within(1e-12));
        assertThat(square.isTrim()).isFalse();
        PieceList.Piece button = p.all().get(1);
        assertThat(button.triangle()).isZero();
        assertThat(button.area()).isCloseTo(0.0002, within(1e-12));
        assertThat(button.areaShare()).isCloseTo(0.0002 / 1.0002, within(1e-12));
        assertThat(button.size()).isCloseTo(0.02 * Math.sqrt(2), within(1e-12));
        assertThat(p.trims()).containsExactly(button);
    }

    @Test
    void everyPointKnowsItsPiece() {
        PieceList p = PieceList.of(CLOTH);
        assertThat(p.of()).containsExactly(-1, 1, 1, 1, 0, 0, 0, 0);
        assertThat(p.isCloth(4)).isTrue();
        assertThat(p.isCloth(1)).as("of a trim").isFalse();
        assertThat(p.isCloth(0)).as("of no face").isFalse();
    }
}
