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
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelReader;
import idleheron.core.volume.tree.VoxelStore;
import java.util.List;
import java.util.Random;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How far two trees differ, held against every voxel. */
class TreeDifferenceTest extends TreeCase {
    private static Grid grid(SparseTree t) {
        return Grid.of("g", Grid.FOG, GridMap.scale(0.5), t);
    }

    /** All voxels of what is active in a, tiles of more than 8 voxels an edge as one. */
    private static void plainly(List<Cell> a, SparseTree other, double[] out) {
        VoxelReader r = new VoxelReader(other);
        for (Cell c : a) {
            if (!c.active()) {
                continue;
            }
            int steps = c.edge() <= 8 ? c.edge() : 1;
            double times = c.edge() <= 8 ? 1 : c.times();
            for (int v = 0; v < steps * steps * steps; v++) {
                r.to(c.i() + v / (steps * steps), c.j() + v / steps % steps, c.k() + v % steps);
                double square = 0;
                double largest = 0;
                for (int n = 0; n < c.value().length; n++) {
                    double d = Math.abs(c.value()[n] - r.get(n));
                    square += d * d;
                    largest = Math.max(largest, d);
                    out[4] = Math.max(out[4], Math.abs(c.value()[n]));
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
