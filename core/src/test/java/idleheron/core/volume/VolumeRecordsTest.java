package idleheron.core.volume;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.volume.measure.GridSize;
import idleheron.core.volume.measure.OpticalDepth;
import idleheron.core.volume.measure.VolumeLoss;
import idleheron.core.volume.measure.VolumeSurvey;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Points, surveys, sizes, sums and sequences of volumes by numbers that can be worked out by hand. */
class VolumeRecordsTest {
    /** Two leaves; in the first three points in voxels 0, 1, 73, in the second two in voxel 511. */
    private static PointSet points(VoxelStore offsets) {
        VoxelStore counts = VoxelStore.of(ValueType.INT32, 1024);
        for (int v = 0; v < 512; v++) {
            counts.set(v, 0, v == 0 ? 1 : v < 73 ? 2 : 3);
            counts.set(512 + v, 0, v < 511 ? 0 : 2);
        }
        long[] mask = new long[8];
        TreeBuilder b = new TreeBuilder(ValueType.INT32, VoxelStore.of(ValueType.INT32, 1));
        b.leaf(new Coord(0, 0, 0), mask, 0, counts, 0).leaf(new Coord(8, 16, 8), mask, 0, counts, 512);
        Grid g = Grid.of("points", "unknown", GridMap.scale(0.5, 100, 0, 0), b.build());
        return new PointSet(
                g,
                new int[] {0, 3, 5},
                List.of(
                        new PointSet.Attribute("id", 0, "int32", "null", 0, VoxelStore.of(ValueType.INT32, 5)),
                        new PointSet.Attribute("P", 1, "vec3s", "null", 0, offsets)),
                List.of(new PointSet.Group("all", 0, 5)));
    }

    private static VoxelStore offsets() {
        VoxelStore out = VoxelStore.of(ValueType.VEC3S, 5);
        for (int i = 0; i < 5; i++) {
            out.set(i, 0, 0.25);
            out.set(i, 1, -0.25);
            out.set(i, 2, 0.125 * i);
        }
        return out;
    }

    @Test
    void pointsLieAtTheirVoxelAndOffset() {
        PointSet p = points(offsets());
        assertThat(p.count()).isEqualTo(5);
        double[] at = Objects.requireNonNull(p.worldPositions());
        assertThat(at).hasSize(15);
        // voxel 0: (0, 0, 0); voxel 1: (0, 0, 1); voxel 73 = 64 + 8 + 1: (1, 1, 1); 511: (15, 23, 15).
        double[] wanted = {
            100.125, -0.125, 0, 100.125, -0.125, 0.5625, 100.625, 0.375, 0.625, 107.625, 11.375, 7.6875, 107.625,
            11.375, 7.75
        };
        assertThat(at).containsExactly(wanted, within(1e-9));
        assertThat(Objects.requireNonNull(p.attribute("P")).index()).isEqualTo(1);
        assertThat(p.attribute("Q")).isNull();
    }

    @Test
    void pointsWithoutPlacesHaveNone() {
        assertThat(points(VoxelStore.of(ValueType.FLOAT, 5)).worldPositions()).isNull();
        PointSet p = points(offsets());
        assertThat(new PointSet(p.grid(), p.starts(), List.of(), List.of()).worldPositions())
                .isNull();
    }

    @Test
    void theSumOfPointsGoesByLeafAndNumber() {
        PointSet p = points(offsets());
        VoxelStore v = offsets();
        long wanted = 0;
        int[][] leaves = {{0, 0, 0}, {8, 16, 8}};
        for (int i = 0; i < 5; i++) {
            int[] o = leaves[i < 3 ? 0 : 1];
            long place = GridChecksums.place(o[0], o[1], o[2], 0);
            wanted += GridChecksums.value(GridChecksums.mix(place ^ (i < 3 ? i : i - 3)), v, i);
        }
        assertThat(p.checksum(v)).isEqualTo(wanted);
    }

    @Test
    void theMixIsThatOfItsFormula() {
        // The first outputs of the generator of which this is the last step, from a state of 0 and of 1.
        assertThat(GridChecksums.mix(0)).isEqualTo(0xE220A8397B1DCDAFL);
        assertThat(GridChecksums.mix(0x9E3779B97F4A7C15L)).isEqualTo(0x6E789E6AA1B965F4L);
        long wanted = GridChecksums.mix(GridChecksums.mix(GridChecksums.mix(9 ^ 1) ^ 0xFFFFFFFEL) ^ 3);
        assertThat(GridChecksums.place(1, -2, 3, 9)).isEqualTo(wanted);
    }

    /** Leaf, active and idle tiles of all sizes; sums as the formulas of the class tell. */
    @Test
    void sumsOfTreesAreOfVoxelsTilesAndNodes() {
        VoxelStore two = VoxelStore.single(ValueType.FLOAT, 2);
        VoxelStore zero = VoxelStore.of(ValueType.FLOAT, 1);
        VoxelStore values = VoxelStore.of(ValueType.FLOAT, 512);
        for (int v = 0; v < 512; v++) {
            values.set(v, 0, v);
        }
        long[] mask = {1, 0, 0, 0, 0, 0, 0, 1L << 63};
        SparseTree t = new TreeBuilder(ValueType.FLOAT, zero)
                .leaf(new Coord(8, 16, -8), mask, 0, values, 0)
                .tile(new Coord(16, 16, -8), 8, two, 0, true)
                .tile(new Coord(256, 128, 0), 128, two, 0, true)
                .tile(new Coord(-4096, 0, 0), 4096, two, 0, true)
                .tile(new Coord(-4096, 4096, 0), 4096, two, 0, false)
                .build();
        GridChecksums s = GridChecksums.of(t);
        long first = GridChecksums.value(GridChecksums.place(8, 16, -8, 0), values, 0);
        long last = GridChecksums.value(GridChecksums.place(15, 23, -1, 0), values, 511);
        assertThat(s.leafVoxels()).isEqualTo(first + last);
        long eight = 0;
        for (int v = 0; v < 512; v++) {
            eight +=
                    GridChecksums.value(GridChecksums.place(16 + (v >> 6), 16 + (v >> 3 & 7), -8 + (v & 7), 0), two, 0);
        }
        assertThat(s.voxelsAndTiles8()).isEqualTo(first + last + eight);
        long tile = 0x54494C4500000000L;
        long a = GridChecksums.value(GridChecksums.place(16, 16, -8, tile | 8), two, 0);
        long b = GridChecksums.value(GridChecksums.place(256, 128, 0, tile | 128), two, 0);
        long c = GridChecksums.value(GridChecksums.place(-4096, 0, 0, tile | 4096), two, 0);
        assertThat(s.activeTiles()).isEqualTo(a + b + c);
        long all = GridChecksums.mix(a ^ 1) + GridChecksums.mix(b ^ 1) + GridChecksums.mix(c ^ 1);
        all += GridChecksums.mix(GridChecksums.value(GridChecksums.place(-4096, 4096, 0, tile | 4096), two, 0));
        // The idle slots of the nodes hold the background: two uppers, as z = -8 and z = 0 lie in different cubes.
        long nodes = 0;
        long node = 0x4E4F444500000000L;
        int[][] uppers = {{0, 0, -4096}, {0, 0, 0}};
        for (int[] u : uppers) {
            nodes += GridChecksums.mix(GridChecksums.place(u[0], u[1], u[2], node | 2));
            for (int x = 0; x < 32; x++) {
                for (int y = 0; y < 32; y++) {
                    for (int z = 0; z < 32; z++) {
                        int i = u[0] + 128 * x;
                        int j = u[1] + 128 * y;
                        int k = u[2] + 128 * z;
                        boolean child = i == 0 && j == 0 && k == -128;
                        boolean known = i == 256 && j == 128 && k == 0;
                        if (!child && !known) {
                            all += GridChecksums.mix(
                                    GridChecksums.value(GridChecksums.place(i, j, k, tile | 128), zero, 0));
                        }
                    }
                }
            }
        }
        nodes += GridChecksums.mix(GridChecksums.place(0, 0, -128, node | 1));
        nodes += GridChecksums.mix(GridChecksums.place(8, 16, -8, 0x4C45414600000000L));
        assertThat(s.nodes()).isEqualTo(nodes);
        for (int x = 0; x < 16; x++) {
            for (int y = 0; y < 16; y++) {
                for (int z = 0; z < 16; z++) {
                    int i = 8 * x;
                    int j = 8 * y;
                    int k = -128 + 8 * z;
                    if (j != 16 || k != -8 || i != 8 && i != 16) {
                        all += GridChecksums.mix(GridChecksums.value(GridChecksums.place(i, j, k, tile | 8), zero, 0));
                    }
                }
            }
        }
        assertThat(s.allTiles()).isEqualTo(all);
        long leaf = 0;
        for (int v = 0; v < 512; v++) {
            long h = GridChecksums.value(
                    GridChecksums.place(8 + (v >> 6), 16 + (v >> 3 & 7), -8 + (v & 7), 0), values, v);
            leaf += GridChecksums.mix(h ^ (v == 0 || v == 511 ? 1 : 0));
        }
        assertThat(s.allLeafValues()).isEqualTo(leaf);
    }

    private static GridHeader header(ValueType t, IndexBox box) {
        return new GridHeader("g", "g", t.id(), t, Grid.FOG, GridMap.scale(1), false, "none", 0, box);
    }

    @Test
    void sizesAreThoseOfLeavesAndOfTheFullBox() {
        GridSize s = GridSize.of(header(ValueType.VEC3S, new IndexBox(0, 0, 0, 9, 9, 9)), 3);
        assertThat(s.sparse()).isEqualTo(3 * 512 * 12 + 3 * 64);
        assertThat(s.sparseHalf()).isEqualTo(3 * 512 * 6 + 3 * 64);
        assertThat(s.dense()).isEqualTo(12_000);
        assertThat(s.denseHalf()).isEqualTo(6_000);
        GridSize whole = GridSize.of(header(ValueType.INT32, new IndexBox(0, 0, 0, 9, 9, 9)), 1);
        assertThat(whole.denseHalf()).as("whole numbers are not halved").isEqualTo(4_000);
        assertThat(GridSize.of(header(ValueType.FLOAT, IndexBox.EMPTY), 0).dense())
                .isZero();
        GridHeader unknown =
                new GridHeader("g", "g", "odd", null, Grid.FOG, GridMap.scale(1), false, "none", 0, IndexBox.EMPTY);
        assertThat(GridSize.of(unknown, 1).sparse()).isNaN();
    }

    @Test
    void voxelsGrowUntilAllGridsFitTheBudget() {
        List<GridHeader> grids = List.of(header(ValueType.FLOAT, new IndexBox(0, 0, 0, 99, 99, 99)));
        assertThat(GridSize.coarser(grids, false, 4e6)).isEqualTo(1);
        assertThat(GridSize.coarser(grids, true, 2e6))
                .as("as halves it is half")
                .isEqualTo(1);
        double f = GridSize.coarser(grids, false, 5e5);
        // (⌈100 / f⌉ + 1)³ · 4 bytes: 50³ · 4 = 500,000, and so ⌈100 / f⌉ is 49.
        assertThat(Math.ceil(100 / f)).isEqualTo(49);
        assertThat(Math.rint(100 * f)).isCloseTo(100 * f, within(1e-6));
        List<GridHeader> odd = List.of(
                header(ValueType.FLOAT, IndexBox.EMPTY),
                new GridHeader("g", "g", "odd", null, Grid.FOG, GridMap.scale(1), false, "none", 0, null));
        assertThat(GridSize.coarser(odd, false, 0)).isEqualTo(1);
        assertThat(GridSize.coarser(grids, false, 0)).as("it ends").isGreaterThanOrEqualTo(1000);
    }

    private static Volume column() {
        return Volumes.sequence(
                2, f -> new Grid[] {Volumes.plume(f), Volumes.plume(f).withName("heat")});
    }

    @Test
    void aSurveyTellsMassCentreDepthAndBoxOfEveryFrame() {
        List<String> told = new ArrayList<>();
        VolumeSurvey s = VolumeSurvey.of(column(), null, (share, what) -> told.add(share + " " + what));
        assertThat(told).containsExactly("0.0 looking into f1.vdb", "0.5 looking into f2.vdb");
        assertThat(s.entries()).extracting(VolumeSurvey.Entry::frame).containsExactly(1, 1, 2, 2);
        assertThat(s.of("heat")).hasSize(2);
        assertThat(s.of("nothing")).isEmpty();
        VolumeSurvey.Entry e = s.of("density").getFirst();
        // 8 · 9 · 8 voxels of 1 + 0.01·i + 0.02·j, a thousandth of a cubic metre each.
        double sum = 64 * 9 + 0.01 * 28 * 72 + 0.02 * 36 * 64;
        assertThat(e.mass()).isCloseTo(sum / 1000, within(1e-4));
        double x = (28 * 72 + 0.01 * 140 * 72 + 0.02 * 36 * 8 * 28) / sum;
        double y = (36 * 64 + 0.01 * 28 * 8 * 36 + 0.02 * 204 * 64) / sum;
        assertThat(e.centre()).containsExactly(new double[] {0.1 * x, 0.1 * y, 0.35}, within(1e-5));
        // Straight up through i = 3.5: 9 voxels of 0.1 m, at most 1.035 + 0.02·j.
        assertThat(e.depth()).isCloseTo(0.1 * (9 * 1.035 + 0.02 * 36), within(1e-5));
        assertThat(e.header().voxels()).isEqualTo(576);
        assertThat(e.header().box()).isEqualTo(new IndexBox(0, 0, 0, 7, 8, 7));
        assertThat(e.size().dense()).isEqualTo(4 * 576);
        assertThat(VolumeSurvey.of(column(), List.of("heat"), Progress.NONE).entries())
                .hasSize(2);
    }

    @Test
    void aGridThatCannotBeReadIsTold() {
        Grid g = Volumes.plume(1);
        Volume.Frame f = Volumes.frame(1, g);
        Volume.Frame bad = new Volume.Frame(2, "f2.vdb", 10, f.headers(), "", false, (label, progress) -> {
            throw new IOException("f2.vdb: cut off");
        });
        Volume.Frame broken = new Volume.Frame(3, "f3.vdb", 10, f.headers(), "no volume", false, bad.source());
        Volume v = new Volume("smoke", 1, List.of(f, bad, broken), List.of());
        VolumeSurvey s = VolumeSurvey.of(v, null, Progress.NONE);
        assertThat(s.entries()).hasSize(1);
        assertThat(s.faults()).containsExactly("f2.vdb: cut off");
        assertThat(v.sound()).hasSize(2);
        assertThatThrownBy(() -> v.grid(f, "heat", Progress.NONE))
                .isInstanceOf(IOException.class)
                .hasMessage("f1.vdb: expected a grid heat, found none");
    }

    @Test
    void aSequenceKnowsItsFramesAndItsGaps() {
        Volume.Frame f = Volumes.frame(3, Volumes.plume(1));
        Volume v = new Volume("smoke", 4, List.of(f, f.withNumber(5), f.withNumber(9)), List.of());
        assertThat(v.first()).isEqualTo(3);
        assertThat(v.last()).isEqualTo(9);
        assertThat(v.missing()).containsExactly(4, 6, 7, 8);
        assertThat(Objects.requireNonNull(v.frame(5)).number()).isEqualTo(5);
        assertThat(v.frame(4)).isNull();
        assertThat(v.withFrames(List.of(f, f.withNumber(2_000_000))).missing()).hasSize(100_001);
        assertThat(v.gridNames()).containsExactly("density");
    }

    @Test
    void depthIsDensityTimesLengthAlongAnAxis() {
        SparseTree slab = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 9, 3, 1), (i, j, k, out) -> {
            out[0] = 2;
            return true;
        });
        Grid g = Grid.of(
                "d", Grid.FOG, GridMap.affine("ScaleMap", 0.1, 0, 0, 0, 0, 0.2, 0, 0, 0, 0, 0.5, 0, 0, 0, 0, 1), slab);
        assertThat(OpticalDepth.through(g, 0)).isCloseTo(2 * 10 * 0.1, within(1e-6));
        assertThat(OpticalDepth.through(g, 1)).isCloseTo(2 * 4 * 0.2, within(1e-6));
        assertThat(OpticalDepth.through(g, 2)).isCloseTo(2 * 2 * 0.5, within(1e-6));
        assertThat(OpticalDepth.factor(4, 1)).isEqualTo(0.25);
    }

    @Test
    void aLossIsTheWorstOfTheGridsOverTheFrames() {
        Volume before = column();
        Volume same = before.with(new GridChange.Prune(0));
        VolumeLoss none = Objects.requireNonNull(VolumeLoss.of(before, same, new Matrix4d(), Progress.NONE));
        assertThat(none.text()).isEqualTo("every voxel as it was, in 2 frames");
        Volume less = before.with(new GridChange.Multiply("heat", 0.5));
        List<Double> told = new ArrayList<>();
        VolumeLoss l =
                Objects.requireNonNull(VolumeLoss.of(before, less, new Matrix4d(), (share, what) -> told.add(share)));
        assertThat(told).containsExactly(0.0, 0.5);
        assertThat(l.grid()).isEqualTo("heat");
        assertThat(l.frame()).isEqualTo(1);
        assertThat(l.worst()).isCloseTo(0.5, within(1e-6));
        assertThat(l.mass()).isCloseTo(0.5, within(1e-6));
        assertThat(l.detail()).isCloseTo(0.25, within(1e-6));
        assertThat(l.text())
                .startsWith("worst voxel 50 % of the range (heat, frame 1), RMS ")
                .contains("mass 0.500 ×, 75 % of the fine detail lost, in 2 frames");
        Volume many = Volumes.sequence(11, f -> new Grid[] {Volumes.plume(f)});
        VolumeLoss five = Objects.requireNonNull(
                VolumeLoss.of(many, many.with(new GridChange.Multiply("density", 2)), new Matrix4d(), Progress.NONE));
        assertThat(five.frames()).isEqualTo(5);
        assertThat(VolumeLoss.of(before.withFrames(List.of()), less, new Matrix4d(), Progress.NONE))
                .isNull();
    }

    @Test
    void fineDetailIsTheSquaredSlopeOverSpace() {
        SparseTree one = FieldPainter.paint(ValueType.FLOAT, new IndexBox(2, 2, 2, 2, 2, 2), (i, j, k, out) -> {
            out[0] = 3;
            return true;
        });
        Grid g = Grid.of(
                "d", Grid.FOG, GridMap.affine("ScaleMap", 0.5, 0, 0, 0, 0, 1, 0, 0, 0, 0, 2, 0, 0, 0, 0, 1), one);
        // From 3 to nothing in half a metre, in one, in two: 36 + 9 + 2.25 over a cubic metre.
        assertThat(VolumeLoss.detail(g)).isCloseTo(47.25, within(1e-9));
    }

    @Test
    void coarserVoxelsKeepTheMass() {
        Volume v = Volumes.sequence(1, f -> new Grid[] {Volumes.density(Volumes.ball(10, 0, 0, 0, 2))});
        Volume coarse = v.with(new GridChange.Coarsen(2));
        VolumeLoss l = Objects.requireNonNull(VolumeLoss.of(v, coarse, new Matrix4d(), Progress.NONE));
        assertThat(l.mass()).isCloseTo(1, within(0.05));
        assertThat(l.detail()).isLessThan(1);
        assertThat(l.frames()).isEqualTo(1);
    }
}
