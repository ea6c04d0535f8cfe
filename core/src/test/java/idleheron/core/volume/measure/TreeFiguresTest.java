package idleheron.core.volume.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Figures of whole trees held against plain loops over every voxel and tile. */
class TreeFiguresTest extends TreeCase {
    @ParameterizedTest
    @EnumSource(ValueType.class)
    void sumsAreThoseOfAllActiveVoxels(ValueType t) {
        GridStats s = GridStats.of(tree(t, 7, true), Progress.NONE);
        int n = t.components();
        double[] sum = new double[n];
        double[] squares = new double[n];
        double[] leaf = new double[n];
        double[] min = new double[n];
        double[] max = new double[n];
        java.util.Arrays.fill(min, 1e30);
        java.util.Arrays.fill(max, -1e30);
        double lengths = 0;
        double voxels = 0;
        long below = 0;
        for (Cell c : cells) {
            if (!c.active()) {
                continue;
            }
            voxels += c.times();
            lengths += Math.abs(c.length()) * c.times();
            below += c.value()[0] < 0 ? (long) c.times() : 0;
            for (int a = 0; a < n; a++) {
                sum[a] += c.value()[a] * c.times();
                squares[a] += c.value()[a] * c.value()[a] * c.times();
                leaf[a] += c.edge() == 1 ? c.value()[a] : 0;
                min[a] = Math.min(min[a], c.value()[a]);
                max[a] = Math.max(max[a], c.value()[a]);
            }
        }
        for (int a = 0; a < n; a++) {
            close(s.sum()[a], sum[a]);
            close(s.squares()[a], squares[a]);
            close(s.leafSum()[a], leaf[a]);
            close(s.mean()[a], sum[a] / voxels);
            assertThat(s.min()[a]).isEqualTo(min[a]);
            assertThat(s.max()[a]).isEqualTo(max[a]);
        }
        close(s.magnitude(), lengths);
        if (n == 1) {
            assertThat(s.negatives()).isEqualTo(below);
        }
        assertThat(s.nans()).isZero();
        assertThat(s.infinite()).isZero();
        assertThat(s.census().activeVoxels()).isEqualTo((long) voxels);
    }

    @Test
    void whatIsNoNumberIsCountedAndLeftOut() {
        VoxelStore values = VoxelStore.of(ValueType.FLOAT, 512);
        long[] mask = new long[8];
        mask[0] = -1L;
        mask[1] = 0b111;
        for (int v = 0; v < 67; v++) {
            values.set(v, 0, -2);
        }
        values.set(5, 0, Double.NaN);
        values.set(6, 0, Double.POSITIVE_INFINITY);
        values.set(65, 0, Double.NaN);
        SparseTree t = new TreeBuilder(ValueType.FLOAT, VoxelStore.of(ValueType.FLOAT, 1))
                .leaf(new Coord(0, 0, 0), mask, 0, values, 0)
                .build();
        GridStats s = GridStats.of(t, Progress.NONE);
        assertThat(s.nans()).isEqualTo(2);
        assertThat(s.infinite()).isEqualTo(1);
        assertThat(s.negatives()).isEqualTo(64);
        assertThat(s.max()[0]).isEqualTo(Double.POSITIVE_INFINITY);
        assertThat(s.min()[0]).isEqualTo(-2);
        Histogram none = Histogram.of(t, 4);
        assertThat(none.counts()).as("without bound there are no bins").containsExactly(0, 0, 0, 0);
        assertThat(none.high()).isZero();
    }

    @Test
    void ofVectorsOneComponentWithoutBoundOrNumberIsEnough() {
        VoxelStore values = VoxelStore.of(ValueType.VEC3S, 512);
        long[] mask = new long[8];
        mask[2] = 0b111;
        values.set(128, 1, Double.NaN);
        values.set(129, 2, Double.NEGATIVE_INFINITY);
        values.set(130, 0, 3);
        values.set(130, 1, 4);
        SparseTree t = new TreeBuilder(ValueType.VEC3S, VoxelStore.of(ValueType.VEC3S, 1))
                .leaf(new Coord(0, 0, 0), mask, 0, values, 0)
                .build();
        GridStats s = GridStats.of(t, Progress.NONE);
        assertThat(s.nans()).isEqualTo(1);
        assertThat(s.infinite()).isEqualTo(1);
        assertThat(s.sum()[0]).isEqualTo(3);
        assertThat(s.max()[1]).isEqualTo(4);
        assertThat(Histogram.of(t, 2).high()).as("the longest with a bound").isEqualTo(5);
    }

    @Test
    void nothingActiveHasNoLeastAndNoGreatest() {
        SparseTree t = new TreeBuilder(ValueType.VEC3D, VoxelStore.of(ValueType.VEC3D, 1)).build();
        GridStats s = GridStats.of(t, Progress.NONE);
        assertThat(s.min()).containsExactly(Double.NaN, Double.NaN, Double.NaN);
        assertThat(s.max()).containsExactly(Double.NaN, Double.NaN, Double.NaN);
        assertThat(s.mean()).containsExactly(0, 0, 0);
    }

    @Test
    void manyLeavesAreAddedUpInPiecesWithProgress() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 63, 63, 63), (i, j, k, out) -> {
            out[0] = i;
            return true;
        });
        List<Double> told = java.util.Collections.synchronizedList(new ArrayList<>());
        GridStats s = GridStats.of(t, (share, what) -> told.add(share));
        assertThat(t.leaves()).isEqualTo(512);
        assertThat(s.sum()[0]).isEqualTo(64.0 * 64 * (63 * 64 / 2));
        assertThat(told).containsExactlyInAnyOrder(0.5, 1.0);
    }

    @ParameterizedTest
    @EnumSource(
            value = ValueType.class,
            names = {"FLOAT", "VEC3D", "INT32"})
    void binsHoldAllActiveVoxels(ValueType t) {
        Histogram h = Histogram.of(tree(t, 3, true), 7);
        double low = t.components() > 1 ? 0 : 1e30;
        double high = -1e30;
        for (Cell c : cells) {
            if (c.active()) {
                low = Math.min(low, c.length());
                high = Math.max(high, c.length());
            }
        }
        assertThat(h.low()).isEqualTo(low);
        assertThat(h.high()).isCloseTo(high, within(1e-12));
        double[] wanted = new double[7];
        for (Cell c : cells) {
            if (c.active()) {
                wanted[(int) Math.min(6, Math.floor((c.length() - low) * (7 / (high - low))))] += c.times();
            }
        }
        for (int i = 0; i < 7; i++) {
            assertThat((double) h.counts()[i]).as("bin %d", i).isEqualTo(wanted[i]);
        }
    }

    @Test
    void oneValueForAllIsOneBin() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 3, 3, 3), (i, j, k, out) -> {
            out[0] = 5;
            return true;
        });
        Histogram h = Histogram.of(t, 3);
        assertThat(h.counts()).containsExactly(64, 0, 0);
        assertThat(h.low()).isEqualTo(5);
        assertThat(h.high()).isEqualTo(5);
    }
}
