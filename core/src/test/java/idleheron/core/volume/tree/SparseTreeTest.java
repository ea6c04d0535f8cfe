package idleheron.core.volume.tree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridEdits;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Resample;
import idleheron.core.volume.Sampler;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.measure.EmitterGap;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.measure.Histogram;
import idleheron.core.volume.measure.OpticalDepth;
import idleheron.core.volume.measure.VolumeLoss;
import org.junit.jupiter.api.Test;

class SparseTreeTest {
    private static final VoxelStore NOTHING = VoxelStore.of(ValueType.FLOAT, 1);

    /** One leaf, one tile of each size: counts by hand. */
    private static SparseTree mixed() {
        VoxelStore two = VoxelStore.single(ValueType.FLOAT, 2);
        return new TreeBuilder(ValueType.FLOAT, NOTHING)
                .leaf(new Coord(8, 0, -8), new long[] {1, 0, 0, 0, 0, 0, 0, 1L << 63}, 0, leaf(3), 0)
                .tile(new Coord(16, 0, 0), 8, two, 0, true)
                .tile(new Coord(256, 128, 0), 128, two, 0, true)
                .tile(new Coord(-4096, 0, 0), 4096, two, 0, true)
                .build();
    }

    private static VoxelStore leaf(double v) {
        VoxelStore out = VoxelStore.of(ValueType.FLOAT, 512);
        out.fill(0, 512, VoxelStore.single(ValueType.FLOAT, v), 0);
        return out;
    }

    @Test
    void countsVoxelsTilesAndTheirBox() {
        TreeStats c = TreeStats.of(mixed());
        assertThat(c.activeVoxels()).isEqualTo(2 + 512 + 128L * 128 * 128 + (1L << 36));
        assertThat(c.tiles()).containsExactly(1, 1, 1);
        assertThat(c.leaves()).isEqualTo(1);
        assertThat(c.box()).isEqualTo(new IndexBox(-4096, 0, -8, 383, 4095, 4095));
    }

    @Test
    void addsTilesUpAsAllTheirVoxels() {
        GridStats s = GridStats.of(mixed(), Progress.NONE);
        assertThat(s.leafSum()[0]).isEqualTo(6);
        assertThat(s.sum()[0]).isEqualTo(6 + 2 * (512 + 128.0 * 128 * 128 + (1L << 36)));
        assertThat(s.min()[0]).isEqualTo(2);
        assertThat(s.max()[0]).isEqualTo(3);
    }

    @Test
    void looksUpVoxelsTilesAndBackground() {
        VoxelReader r = new VoxelReader(mixed());
        assertThat(r.to(8, 0, -8).get(0)).isEqualTo(3);
        assertThat(r.isActive()).isTrue();
        assertThat(r.to(8, 0, -7).isActive()).isFalse();
        assertThat(r.to(15, 7, -1).isActive()).isTrue();
        assertThat(r.to(23, 7, 7).get(0)).isEqualTo(2);
        assertThat(r.to(383, 255, 127).get(0)).isEqualTo(2);
        assertThat(r.to(-1, 4095, 4095).isActive()).isTrue();
        assertThat(r.to(4096, 0, 0).get(0)).isZero();
        assertThat(r.to(8, 0, -8).get(0)).isEqualTo(3);
    }

    @Test
    void leavesOutWhatIsNoNumber() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 3, 0, 0), (i, j, k, out) -> {
            out[0] = new double[] {-2, Double.NaN, 5, Double.POSITIVE_INFINITY}[i];
            return true;
        });
        GridStats s = GridStats.of(t, Progress.NONE);
        assertThat(s.nans()).isEqualTo(1);
        assertThat(s.infinite()).isEqualTo(1);
        assertThat(s.negatives()).isEqualTo(1);
        assertThat(s.min()[0]).isEqualTo(-2);
        assertThat(GridStats.of(GridEdits.heal(t), Progress.NONE).sum()[0]).isEqualTo(3);
    }

    @Test
    void samplesNearestAndLinear() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 9, 9, 9), (i, j, k, out) -> {
            out[0] = i + 10.0 * j + 100.0 * k;
            return true;
        });
        Sampler s = new Sampler(t);
        double[] out = new double[1];
        s.linear(2.25, 3.5, 4.75, out);
        assertThat(out[0]).isEqualTo(2.25 + 35 + 475, within(1e-9));
        s.nearest(2.4, 3.4, 4.6, out);
        assertThat(out[0]).isEqualTo(532);
    }

    @Test
    void resamplesWithoutLosingMass() {
        Grid g = Volumes.density(Volumes.ball(20, 0, 0, 0, 1));
        Grid coarse = Resample.of(g, 2);
        double before = Volumes.sum(g.tree()) * Math.pow(0.1, 3);
        double after = Volumes.sum(coarse.tree()) * Math.pow(0.2, 3);
        assertThat(after / before).isCloseTo(1, within(0.02));
        assertThat(coarse.map().voxelSize()[0]).isCloseTo(0.2, within(1e-12));
    }

    @Test
    void tellsWhatHalvesAndLargerVoxelsTake() {
        Volume v = Volumes.sequence(3, f -> new Grid[] {Volumes.density(Volumes.ball(12, 0, 0, 0, 0.7))});
        org.joml.Matrix4d same = new org.joml.Matrix4d();
        VolumeLoss none = VolumeLoss.of(v, v, same, Progress.NONE);
        assertThat(none).isNotNull();
        assertThat(none.worst()).isZero();
        assertThat(none.text()).isEqualTo("every voxel as it was, in 3 frames");
        VolumeLoss half = VolumeLoss.of(v, v.with(new GridChange.Halve(true)), same, Progress.NONE);
        assertThat(half).isNotNull();
        assertThat(half.worst()).isBetween(1e-5, 1.0 / 2048);
        assertThat(half.mass()).isCloseTo(1, within(1e-4));
        VolumeLoss coarse = VolumeLoss.of(v, v.with(new GridChange.Coarsen(3)), same, Progress.NONE);
        assertThat(coarse).isNotNull();
        assertThat(coarse.mass()).isCloseTo(1, within(0.05));
        assertThat(coarse.detail()).isLessThan(0.98);
        assertThat(coarse.worst()).isGreaterThan(half.worst());
    }

    @Test
    void cropsToABox() {
        SparseTree t = GridEdits.crop(Volumes.ball(10, 0, 0, 0, 1), new IndexBox(0, -20, -20, 20, 20, 20));
        assertThat(TreeStats.of(t).box()).isEqualTo(new IndexBox(0, -10, -10, 10, 10, 10));
    }

    @Test
    void prunesEvenLeavesToTilesAndKeepsEveryValue() {
        SparseTree even = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 23, 7, 7), (i, j, k, out) -> {
            out[0] = i < 16 ? 4 : i;
            return true;
        });
        SparseTree pruned = GridEdits.prune(even, 0);
        assertThat(pruned.leaves()).isEqualTo(1);
        assertThat(TreeStats.of(pruned).tiles()[0]).isEqualTo(2);
        assertThat(GridChecksums.of(pruned).voxelsAndTiles8())
                .isEqualTo(GridChecksums.of(even).voxelsAndTiles8());
    }

    @Test
    void convertsBetweenTypes() {
        SparseTree t = GridEdits.convert(Volumes.ball(4, 0, 0, 0, 3), ValueType.VEC3D);
        VoxelReader r = new VoxelReader(t);
        assertThat(r.to(0, 0, 0).get(2)).isCloseTo(3.3, within(1e-6));
        assertThat(GridEdits.convert(t, ValueType.INT32).leafValues().get(0, 0))
                .isEqualTo(Math.rint(t.leafValues().get(0, 0)));
    }

    @Test
    void slicesAcrossEachAxis() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 1, 2, 3), (i, j, k, out) -> {
            out[0] = i + 10.0 * j + 100.0 * k;
            return true;
        });
        Slice z = Slice.of(t, 2, 1, TreeStats.of(t).box());
        assertThat(z.width()).isEqualTo(2);
        assertThat(z.height()).isEqualTo(3);
        assertThat(z.voxel(1, 0)).containsExactly(1, 2, 1);
        assertThat(z.values()[1]).isEqualTo(121);
        Slice x = Slice.of(t, 0, 0, TreeStats.of(t).box());
        assertThat(x.width()).isEqualTo(4);
        assertThat(x.values()[x.width() * 2 + 3]).isEqualTo(300);
    }

    @Test
    void spreadsValuesOverBins() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 9, 0, 0), (i, j, k, out) -> {
            out[0] = i;
            return true;
        });
        Histogram h = Histogram.of(t, 5);
        assertThat(h.low()).isZero();
        assertThat(h.high()).isEqualTo(9);
        assertThat(h.counts()).containsExactly(2, 2, 2, 2, 2);
    }

    @Test
    void mapsThereAndBackThroughAFrustum() {
        GridMap f = new GridMap(
                "NonlinearFrustumMap",
                new double[] {2, 0, 0, 1, 0, 2, 0, 2, 0, 0, 2, 3, 0, 0, 0, 1},
                new GridMap.Frustum(new double[] {0, 0, 0}, new double[] {10, 20, 30}, 0.5, 2));
        double[] w = f.apply(3, 7, 11);
        double[] back = new double[3];
        f.index(f.inverse(), w[0], w[1], w[2], back);
        assertThat(back[0]).isCloseTo(3, within(1e-12));
        assertThat(back[1]).isCloseTo(7, within(1e-12));
        assertThat(back[2]).isCloseTo(11, within(1e-12));
    }

    @Test
    void measuresOpticalDepthAndTheGapToAnEmitter() {
        SparseTree slab = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 9, 9, 9), (i, j, k, out) -> {
            out[0] = 3;
            return true;
        });
        Grid g = Volumes.density(slab);
        assertThat(OpticalDepth.through(g, 1)).isCloseTo(3, within(1e-5));
        assertThat(OpticalDepth.factor(6, 3)).isEqualTo(0.5);
        double[] below = {0.45, -0.55, 0.45};
        EmitterGap.Gap gap = EmitterGap.of(g, below);
        assertThat(gap.gap()).isCloseTo(0.5, within(1e-9));
        assertThat(gap.centres()).isCloseTo(1, within(1e-9));
        assertThat(EmitterGap.of(g, new double[] {0.5, 0.5, 0.5}).gap()).isZero();
    }
}
