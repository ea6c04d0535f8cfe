package idleheron.core.volume.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridEdits;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Sampler;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelReader;
import idleheron.core.volume.tree.VoxelStore;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Figures of whole trees held against plain loops over every voxel and tile. */
class TreeFiguresTest {
    /** A voxel or a tile, as told to the builder. */
    private record Cell(int i, int j, int k, int edge, boolean active, double[] value) {
        double times() {
            return Math.pow(edge, 3);
        }

        double length() {
            double sum = 0;
            for (double v : value) {
                sum += v * v;
            }
            return value.length == 1 ? value[0] : Math.sqrt(sum);
        }
    }

    private final List<Cell> cells = new ArrayList<>();
    private Random random = new Random(1);

    private double number(ValueType t) {
        double v = 3 * random.nextGaussian();
        return switch (t.word()) {
            case BYTE -> random.nextInt(2);
            case INT, LONG -> Math.rint(10 * v);
            case FLOAT -> (float) v;
            case DOUBLE -> v;
        };
    }

    private double[] value(ValueType t) {
        double[] out = new double[t.components()];
        for (int c = 0; c < out.length; c++) {
            out[c] = number(t);
        }
        return out;
    }

    /** A few leaves side by side and apart, and active and idle tiles of every size. */
    private SparseTree tree(ValueType t, long seed, boolean huge) {
        random = new Random(seed);
        cells.clear();
        TreeBuilder b = new TreeBuilder(t, VoxelStore.of(t, 1));
        int[][] corners = {{0, 0, 0}, {0, 0, 8}, {-8, 16, 120}, {200, -304, 400}};
        for (int[] c : corners) {
            VoxelStore values = VoxelStore.of(t, 512);
            long[] mask = new long[8];
            for (int v = 0; v < 512; v++) {
                double[] value = value(t);
                for (int n = 0; n < value.length; n++) {
                    values.set(v, n, value[n]);
                }
                boolean on = v >= 64 && (v < 128 || random.nextInt(3) > 0);
                if (on) {
                    Bits.set(mask, 0, v);
                }
                cells.add(new Cell(c[0] + (v >> 6), c[1] + (v >> 3 & 7), c[2] + (v & 7), 1, on, value));
            }
            b.leaf(new Coord(c[0], c[1], c[2]), mask, 0, values, 0);
        }
        tile(b, t, 24, 0, 0, 8, true);
        tile(b, t, 24, 8, 0, 8, true);
        tile(b, t, 32, 8, 0, 8, false);
        tile(b, t, 256, 128, 0, 128, true);
        tile(b, t, 384, 128, 0, 128, false);
        if (huge) {
            tile(b, t, -4096, 0, 4096, 4096, true);
            tile(b, t, -4096, 4096, 4096, 4096, false);
        }
        return b.build();
    }

    private void tile(TreeBuilder b, ValueType t, int x, int y, int z, int edge, boolean active) {
        double[] value = value(t);
        cells.add(new Cell(x, y, z, edge, active, value));
        b.tile(new Coord(x, y, z), edge, VoxelStore.single(t, value), 0, active);
    }

    private static void close(double got, double wanted) {
        assertThat(got).isCloseTo(wanted, within(1e-9 * (1 + Math.abs(wanted))));
    }

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
            if (!c.active) {
                continue;
            }
            voxels += c.times();
            lengths += Math.abs(c.length()) * c.times();
            below += c.value[0] < 0 ? (long) c.times() : 0;
            for (int a = 0; a < n; a++) {
                sum[a] += c.value[a] * c.times();
                squares[a] += c.value[a] * c.value[a] * c.times();
                leaf[a] += c.edge == 1 ? c.value[a] : 0;
                min[a] = Math.min(min[a], c.value[a]);
                max[a] = Math.max(max[a], c.value[a]);
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
            if (c.active) {
                low = Math.min(low, c.length());
                high = Math.max(high, c.length());
            }
        }
        assertThat(h.low()).isEqualTo(low);
        assertThat(h.high()).isCloseTo(high, within(1e-12));
        double[] wanted = new double[7];
        for (Cell c : cells) {
            if (c.active) {
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

    private static Grid grid(SparseTree t) {
        return Grid.of("g", Grid.FOG, GridMap.scale(0.5), t);
    }

    /** All voxels of what is active in a, tiles of more than 8 voxels an edge as one. */
    private static void plainly(List<Cell> a, SparseTree other, double[] out) {
        VoxelReader r = new VoxelReader(other);
        for (Cell c : a) {
            if (!c.active) {
                continue;
            }
            int steps = c.edge <= 8 ? c.edge : 1;
            double times = c.edge <= 8 ? 1 : c.times();
            for (int v = 0; v < steps * steps * steps; v++) {
                r.to(c.i + v / (steps * steps), c.j + v / steps % steps, c.k + v % steps);
                double square = 0;
                double largest = 0;
                for (int n = 0; n < c.value.length; n++) {
                    double d = Math.abs(c.value[n] - r.get(n));
                    square += d * d;
                    largest = Math.max(largest, d);
                    out[4] = Math.max(out[4], Math.abs(c.value[n]));
                }
                if (r.isActive()) {
                    out[1] += times;
                    out[2] = Math.max(out[2], largest);
                    out[3] += square * times;
                } else {
                    out[0] += times;
                }
            }
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = ValueType.class,
            names = {"FLOAT", "VEC3S", "INT64", "DOUBLE"})
    void twoTreesDifferByWhatEveryVoxelDiffersBy(ValueType t) {
        SparseTree other = tree(t, 11, true);
        List<Cell> ofOther = List.copyOf(cells);
        SparseTree one = tree(t, 12, true);
        GridDifference d = GridDifference.byIndex(grid(one), grid(other));
        double[] w = new double[5];
        plainly(cells, other, w);
        double[] back = new double[5];
        plainly(ofOther, one, back);
        assertThat(d.onlyFirst()).isEqualTo(w[0]);
        assertThat(d.both()).isEqualTo(w[1]);
        assertThat(d.onlySecond()).isEqualTo(back[0]);
        close(d.worst(), w[2]);
        close(d.rms(), Math.sqrt(w[3] / (w[1] * t.components())));
        close(d.range(), w[4]);
        close(d.relative(), w[2] / w[4]);
        close(d.apart(), (w[0] + back[0]) / (w[0] + back[0] + w[1]));
        close(
                d.massRatio(),
                GridStats.of(other, Progress.NONE).magnitude()
                        / GridStats.of(one, Progress.NONE).magnitude());
        assertThat(d.halves()).isFalse();
    }

    @Test
    void aTreeDiffersFromItselfByNothing() {
        SparseTree t = tree(ValueType.FLOAT, 5, true);
        GridDifference d = GridDifference.byIndex(grid(t), grid(t));
        assertThat(d.onlyFirst()).isZero();
        assertThat(d.onlySecond()).isZero();
        assertThat(d.worst()).isZero();
        assertThat(d.rms()).isZero();
        assertThat(d.massRatio()).isEqualTo(1);
        assertThat(d.apart()).isZero();
        assertThat(d.halves()).as("nothing was rounded").isFalse();
    }

    @Test
    void aTileAgainstLeavesIsLookedAtVoxelByVoxel() {
        VoxelStore two = VoxelStore.single(ValueType.FLOAT, 2);
        VoxelStore none = VoxelStore.of(ValueType.FLOAT, 1);
        SparseTree tile = new TreeBuilder(ValueType.FLOAT, none)
                .tile(new Coord(0, 0, 0), 8, two, 0, true)
                .build();
        SparseTree large = new TreeBuilder(ValueType.FLOAT, none)
                .tile(new Coord(0, 0, 0), 128, two, 0, true)
                .build();
        SparseTree leaf = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 7), (i, j, k, out) -> {
            out[0] = i == 3 && j == 4 && k == 5 ? 6 : 2;
            return j < 6;
        });
        GridDifference d = GridDifference.byIndex(grid(tile), grid(leaf));
        assertThat(d.both()).isEqualTo(6 * 64);
        assertThat(d.onlyFirst()).isEqualTo(2 * 64);
        assertThat(d.worst()).isEqualTo(4);
        assertThat(d.rms()).isCloseTo(Math.sqrt(16.0 / 384), within(1e-12));
        GridDifference big = GridDifference.byIndex(grid(large), grid(leaf));
        assertThat(big.both()).isEqualTo(6 * 64);
        assertThat(big.onlyFirst()).isEqualTo(128.0 * 128 * 128 - 384);
        GridDifference world = GridDifference.inWorld(grid(tile), grid(leaf), new Matrix4d());
        assertThat(world.both()).isEqualTo(6 * 64);
        assertThat(world.worst()).isEqualTo(4);
    }

    @Test
    void valuesRoundedToHalvesAreKnownAsThat() {
        SparseTree t = Volumes.ball(12, 0, 0, 0, 3);
        GridDifference d = GridDifference.byIndex(grid(t), grid(GridEdits.halve(t)));
        assertThat(d.worst()).isPositive();
        assertThat(d.halves()).isTrue();
        GridDifference other = GridDifference.byIndex(grid(t), grid(GridEdits.multiply(t, 1.01)));
        assertThat(other.halves()).isFalse();
    }

    @Test
    void nothingAndSomethingAreInfinitelyFarApartInMass() {
        SparseTree none = new TreeBuilder(ValueType.FLOAT, VoxelStore.of(ValueType.FLOAT, 1)).build();
        SparseTree ball = Volumes.ball(5, 0, 0, 0, 1);
        assertThat(GridDifference.byIndex(grid(none), grid(ball)).massRatio()).isEqualTo(Double.POSITIVE_INFINITY);
        assertThat(GridDifference.byIndex(grid(ball), grid(none)).massRatio()).isZero();
        GridDifference empty = GridDifference.byIndex(grid(none), grid(none));
        assertThat(empty.massRatio()).isEqualTo(1);
        assertThat(empty.apart()).isZero();
        assertThat(empty.rms()).isZero();
        assertThat(empty.relative()).isZero();
    }

    @Test
    void aValueThatIsNoNumberIsEqualToItsLike() {
        VoxelStore nan = VoxelStore.single(ValueType.FLOAT, Double.NaN);
        VoxelStore one = VoxelStore.single(ValueType.FLOAT, 1);
        VoxelStore none = VoxelStore.of(ValueType.FLOAT, 1);
        SparseTree a = new TreeBuilder(ValueType.FLOAT, none)
                .tile(new Coord(0, 0, 0), 8, nan, 0, true)
                .build();
        SparseTree b = new TreeBuilder(ValueType.FLOAT, none)
                .tile(new Coord(0, 0, 0), 8, one, 0, true)
                .build();
        assertThat(GridDifference.byIndex(grid(a), grid(a)).worst()).isZero();
        assertThat(GridDifference.byIndex(grid(b), grid(a)).worst()).isEqualTo(Double.POSITIVE_INFINITY);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void inTheWorldEachVoxelIsHeldAgainstWhatLiesThere(long seed) {
        Random r = new Random(seed);
        Matrix4d turn = new Matrix4d()
                .translation(r.nextGaussian(), r.nextGaussian(), r.nextGaussian())
                .rotateXYZ(r.nextDouble(), r.nextDouble(), r.nextDouble());
        SparseTree ball = Volumes.ball(ValueType.DOUBLE, 9, 1, 2, 3, 2);
        SparseTree wide =
                FieldPainter.paint(ValueType.DOUBLE, new IndexBox(-14, -14, -14, 20, 20, 20), (i, j, k, o) -> {
                    o[0] = 2 + 0.3 * i - 0.2 * j + 0.1 * k;
                    return i + j + k < 9;
                });
        Grid a = Grid.of("a", Grid.FOG, GridMap.scale(0.5, 1, 0, 2), ball);
        Matrix4d placed = new Matrix4d(turn);
        double[] rows = new double[16];
        for (int row = 0; row < 4; row++) {
            for (int c = 0; c < 4; c++) {
                rows[4 * row + c] = placed.get(c, row);
            }
        }
        Grid b = Grid.of("b", Grid.FOG, GridMap.scale(0.4, 0, 1, 0).then(rows), wide);
        GridDifference d = GridDifference.inWorld(a, b, turn);
        Sampler s = new Sampler(wide);
        double[] inverse = b.map().inverse();
        double[] at = new double[3];
        double[] value = new double[1];
        double only = 0;
        double both = 0;
        double worst = 0;
        double squares = 0;
        VoxelReader reader = new VoxelReader(ball);
        for (int i = -9; i < 12; i++) {
            for (int j = -8; j < 13; j++) {
                for (int k = -7; k < 14; k++) {
                    if (!reader.to(i, j, k).isActive()) {
                        continue;
                    }
                    double v = reader.get(0);
                    Vector3d p = turn.transformPosition(new Vector3d(0.5 * i + 1, 0.5 * j, 0.5 * k + 2));
                    b.map().index(inverse, p.x, p.y, p.z, at);
                    s.linear(at[0], at[1], at[2], value);
                    if (s.isActive(at[0], at[1], at[2])) {
                        both++;
                        worst = Math.max(worst, Math.abs(v - value[0]));
                        squares += (v - value[0]) * (v - value[0]);
                    } else {
                        only++;
                    }
                }
            }
        }
        assertThat(d.onlyFirst()).isEqualTo(only);
        assertThat(d.both()).isEqualTo(both);
        close(d.worst(), worst);
        close(d.rms(), Math.sqrt(squares / both));
        assertThat(d.onlySecond()).isPositive();
    }
}
