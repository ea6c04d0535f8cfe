package idleheron.core.volume;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.volume.tree.IndexBox;
import java.util.List;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class GridMapTest {
    private static final Offset<Double> CLOSE = within(1e-12);

    /** A box of 10 by 20 by 30 indices from (1, 2, 3), twice as wide at the far end, twice as deep as wide, 4 units wide. */
    private static final GridMap FRUSTUM = new GridMap(
            "NonlinearFrustumMap",
            new double[] {4, 0, 0, 100, 0, 4, 0, 200, 0, 0, 4, 300, 0, 0, 0, 1},
            new GridMap.Frustum(new double[] {1, 2, 3}, new double[] {11, 22, 33}, 0.5, 2));

    private static void at(double[] got, double... wanted) {
        assertThat(got).containsExactly(wanted, CLOSE);
    }

    @Test
    void evenVoxelsScaleAndMove() {
        at(GridMap.scale(0.5).apply(2, 4, -6), 1, 2, -3);
        at(GridMap.scale(0.5, 10, 20, 30).apply(2, 4, -6), 11, 22, 27);
        assertThat(GridMap.scale(0.5).kind()).isEqualTo("UniformScaleMap");
        assertThat(GridMap.scale(0.5, 1, 2, 3).kind()).isEqualTo("UniformScaleTranslateMap");
        assertThat(GridMap.scale(1).linear()).isTrue();
    }

    private static final GridMap SKEW = GridMap.affine("AffineMap", 1, 2, 3, 4, 5, 6, 7, 8, 9, 1, 2, 3, 0, 0, 0, 1);

    @Test
    void anAffineMapIsRowsForColumns() {
        at(SKEW.apply(1, 10, 100), 1 + 20 + 300 + 4, 5 + 60 + 700 + 8, 9 + 10 + 200 + 3);
        at(SKEW.voxelSize(), Math.sqrt(1 + 25 + 81), Math.sqrt(4 + 36 + 1), Math.sqrt(9 + 49 + 4));
        // 1·(6·2 - 7·1) - 2·(5·2 - 7·9) + 3·(5·1 - 6·9)
        assertThat(SKEW.determinant()).isEqualTo(5 + 106 - 147);
    }

    @Test
    void theInverseBringsBackWhereItCameFrom() {
        double[] inverse = SKEW.inverse();
        double[] p = SKEW.apply(0.3, -7, 11);
        double[] back = new double[3];
        SKEW.index(inverse, p[0], p[1], p[2], back);
        assertThat(back).containsExactly(new double[] {0.3, -7, 11}, within(1e-9));
        assertThat(inverse[15]).isEqualTo(1);
        GridMap flat = GridMap.affine("AffineMap", 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1);
        assertThatThrownBy(flat::inverse)
                .isInstanceOf(ArithmeticException.class)
                .hasMessage("the transform flattens space");
        GridMap none = GridMap.affine("AffineMap", Double.NaN, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1);
        assertThatThrownBy(none::inverse).isInstanceOf(ArithmeticException.class);
    }

    @Test
    void aFrustumWidensWithItsDepth() {
        assertThat(FRUSTUM.linear()).isFalse();
        // The middle of the near end is the origin of the unit frustum.
        at(FRUSTUM.apply(6, 12, 3), 100, 200, 300);
        // A corner there: half a width of 1 to the side, a height of 2 widths up.
        at(FRUSTUM.apply(1, 22, 3), 100 - 2, 200 + 4, 300);
        // The far end is 2 deep and twice as wide.
        at(FRUSTUM.apply(11, 12, 33), 100 + 4, 200, 300 + 8);
        at(FRUSTUM.apply(11, 2, 18), 100 + 3, 200 - 6, 300 + 4);
    }

    @Test
    void aFrustumIsInvertedToo() {
        double[] inverse = FRUSTUM.inverse();
        double[] back = new double[3];
        for (double[] p : List.of(new double[] {1, 2, 3}, new double[] {4, 17, 29}, new double[] {11, 22, 33})) {
            double[] w = FRUSTUM.apply(p[0], p[1], p[2]);
            FRUSTUM.index(inverse, w[0], w[1], w[2], back);
            assertThat(back).containsExactly(p, within(1e-9));
        }
    }

    @Test
    void voxelsOfAFrustumAreThoseOfItsNearEnd() {
        // A width of 4 over 10 voxels, and 8 over 30 in depth.
        at(FRUSTUM.voxelSize(), 0.4, 0.4, 8 / 30.0);
        assertThat(FRUSTUM.determinant()).isCloseTo(0.4 * 0.4 * 8 / 30, CLOSE);
    }

    @Test
    void oneMapAfterAnotherIsTheirProduct() {
        double[] world = {0, -1, 0, 5, 1, 0, 0, 6, 0, 0, 1, 7, 0, 0, 0, 1};
        GridMap both = SKEW.then(world);
        double[] p = SKEW.apply(1, 2, 3);
        at(both.apply(1, 2, 3), -p[1] + 5, p[0] + 6, p[2] + 7);
        GridMap f = FRUSTUM.then(world);
        assertThat(f.kind()).isEqualTo("NonlinearFrustumMap");
        at(f.apply(6, 12, 3), -200 + 5, 100 + 6, 300 + 7);
    }

    private static String plainest(double a, double b, double c, double x, double y, double z) {
        return GridMap.plainest(new double[] {a, 0, 0, x, 0, b, 0, y, 0, 0, c, z, 0, 0, 0, 1})
                .kind();
    }

    @Test
    void aMapIsCalledByThePlainestKindThatHoldsIt() {
        assertThat(plainest(2, 2, 2, 0, 0, 0)).isEqualTo("UniformScaleMap");
        assertThat(plainest(2, 2, 2, 1, 0, 0)).isEqualTo("UniformScaleTranslateMap");
        assertThat(plainest(2, 2, 2, 0, 1, 0)).isEqualTo("UniformScaleTranslateMap");
        assertThat(plainest(2, 2, 2, 0, 0, 1)).isEqualTo("UniformScaleTranslateMap");
        assertThat(plainest(1, 2, 2, 0, 0, 0)).isEqualTo("ScaleMap");
        assertThat(plainest(2, 2, 1, 0, 0, 3)).isEqualTo("ScaleTranslateMap");
        for (int i : new int[] {1, 2, 4, 6, 8, 9}) {
            double[] m = {2, 0, 0, 0, 0, 2, 0, 0, 0, 0, 2, 0, 0, 0, 0, 1};
            m[i] = 0.1;
            assertThat(GridMap.plainest(m).kind()).as("number %d", i).isEqualTo("AffineMap");
            assertThat(GridMap.plainest(m).affine()).isEqualTo(m);
        }
    }

    @Test
    void theBoxInTheWorldHasHalfAVoxelAllRound() {
        at(GridMap.scale(2, 1, 0, 0).worldBox(new IndexBox(0, 1, 2, 3, 4, 5)), 0, 1, 3, 8, 9, 11);
        GridMap turned = GridMap.affine("AffineMap", 0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1);
        at(turned.worldBox(new IndexBox(0, 1, 2, 3, 4, 5)), -4.5, -0.5, 1.5, -0.5, 3.5, 5.5);
        double inf = Double.POSITIVE_INFINITY;
        assertThat(GridMap.scale(1).worldBox(IndexBox.EMPTY)).containsExactly(inf, inf, inf, -inf, -inf, -inf);
    }
}
