package idleheron.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Shares of numbers, parting by place, tables of numbers and rings of points. */
class SmallToolsTest {
    @Test
    void aShareLiesBetweenItsNeighboursInProportion() {
        double[] v = {2, 4, 8, 16, 32};
        assertThat(Share.at(v, 0)).isEqualTo(2);
        assertThat(Share.at(v, 1)).isEqualTo(32);
        assertThat(Share.at(v, 0.5)).isEqualTo(8);
        assertThat(Share.at(v, 0.3)).as("a fifth of the way from 4 to 8").isCloseTo(4.8, within(1e-12));
        assertThat(Share.at(v, 0.9)).isCloseTo(16 + 0.6 * 16, within(1e-12));
        assertThat(Share.at(new double[] {7}, 0.7)).isEqualTo(7);
        assertThat(Share.at(new double[0], 0.5)).isNaN();
        assertThat(Share.spread(v)).as("16 less 4, over 8").isEqualTo(1.5);
    }

    @Test
    void onlyNumbersAreSortedAndNoMoreThanToldOf() {
        double[] v = {3, Double.NaN, -1, Double.POSITIVE_INFINITY, 2, 0};
        assertThat(Share.sorted(v, 5)).containsExactly(-1, 2, 3);
        assertThat(Share.sorted(v, 6)).containsExactly(-1, 0, 2, 3);
        assertThat(Share.sorted(v, 0)).isEmpty();
    }

    @Test
    void whatBelongsAtAPlaceIsPutThereWithTheLowerBefore() {
        Random r = new Random(4);
        for (int n = 1; n < 40; n++) {
            double[] places = new double[3 * n];
            int[] things = new int[n];
            for (int i = 0; i < n; i++) {
                things[i] = i;
                places[3 * i + 1] = r.nextInt(n < 20 ? 5 : 100);
                places[3 * i] = -places[3 * i + 1];
            }
            int k = r.nextInt(n);
            Halving.select(things, 0, n - 1, k, places, 1);
            double[] sorted = Arrays.stream(things)
                    .mapToDouble(t -> places[3 * t + 1])
                    .sorted()
                    .toArray();
            assertThat(places[3 * things[k] + 1]).isEqualTo(sorted[k]);
            for (int i = 0; i < n; i++) {
                double at = places[3 * things[i] + 1];
                assertThat(i < k ? at <= sorted[k] : at >= sorted[k]).isTrue();
            }
            assertThat(Arrays.stream(things).distinct().count()).isEqualTo(n);
        }
    }

    @Test
    void whatIsOutsideTheRangeStays() {
        double[] places = {9, 0, 0, 1, 0, 0, 8, 0, 0, 2, 0, 0, 0, 0, 0};
        int[] things = {0, 1, 2, 3, 4};
        Halving.select(things, 1, 3, 1, places, 0);
        assertThat(things[0]).isZero();
        assertThat(things[4]).isEqualTo(4);
        assertThat(things[1]).isEqualTo(1);
    }

    @Test
    void aTableKeepsTheFirstValueOfEachKeyHoweverManyThereAre() {
        LongTable t = new LongTable();
        for (int i = 0; i < 5000; i++) {
            assertThat(t.putIfAbsent(7L * i - 900, i)).isEqualTo(-1);
        }
        for (int i = 0; i < 5000; i++) {
            assertThat(t.putIfAbsent(7L * i - 900, -5)).isEqualTo(i);
        }
        assertThat(t.putIfAbsent(1L << 40, 12)).isEqualTo(-1);
        assertThat(t.putIfAbsent(1L << 40, 13)).isEqualTo(12);
    }

    @Test
    void everyPointKnowsItsNeighboursOnce() {
        // two triangles over the edge from 1 to 2, and a point of its own
        TriangleMesh m = new TriangleMesh(new double[15], new int[] {0, 1, 2, 2, 1, 3});
        PointRings r = PointRings.of(m);
        assertThat(r.starts()).containsExactly(0, 2, 5, 8, 10, 10);
        assertThat(Arrays.copyOfRange(r.points(), 2, 5)).containsExactlyInAnyOrder(0, 2, 3);
        assertThat(Arrays.copyOfRange(r.points(), 5, 8)).containsExactlyInAnyOrder(0, 1, 3);
        assertThat(Arrays.copyOfRange(r.points(), 8, 10)).containsExactlyInAnyOrder(1, 2);
    }

    @Test
    void facesAreCutFromTheirFirstCornerAndShortOnesGo() {
        Mesh mesh = Mesh.bare("m", new double[15], new int[] {0, 2, 7, 10}, new int[] {0, 1, 0, 1, 2, 3, 4, 4, 2, 1});
        TriangleMesh m = TriangleMesh.of(mesh, mesh.points());
        assertThat(m.triangles()).containsExactly(0, 1, 2, 0, 2, 3, 0, 3, 4, 4, 2, 1);
        assertThat(m.only(t -> t == 1 || t == 3).triangles()).containsExactly(0, 2, 3, 4, 2, 1);
        assertThat(m.count()).isEqualTo(4);
    }

    @Test
    void aBoxHoldsAllPlacesAndItsDiagonalIsItsSize() {
        TriangleMesh m = new TriangleMesh(new double[] {1, -2, 3, 4, 2, 3, 1, 0, 15}, new int[] {0, 2, 2});
        assertThat(m.box()).containsExactly(1, -2, 3, 4, 2, 15);
        assertThat(m.diagonal()).as("3, 4 and 12").isEqualTo(13);
        assertThat(new TriangleMesh(new double[0], new int[0]).diagonal()).isZero();
        assertThat(m.used()).containsExactly(true, false, true);
        assertThat(m.isFinite()).isTrue();
        assertThat(m.at(new double[] {0, 0, Double.NaN, 0, 0, 0, 0, 0, 0}).isFinite())
                .isFalse();
    }
}
