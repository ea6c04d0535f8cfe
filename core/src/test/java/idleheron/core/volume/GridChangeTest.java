package idleheron.core.volume;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelReader;
import idleheron.core.volume.tree.VoxelStore;
import java.io.IOException;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What each change does to the header of a grid and to the grid itself; and what goes with a grid. */
class GridChangeTest {
    private static final double[] UP = {1, 0, 0, 0, 0, 1, 0, 3, 0, 0, 1, 0, 0, 0, 0, 1};

    private static Volume of(ValueType type) {
        SparseTree t = FieldPainter.paint(type, new IndexBox(0, 0, 0, 7, 7, 7), (i, j, k, out) -> {
            out[0] = i + 1;
            return true;
        });
        Grid a = Grid.of("a", Grid.FOG, GridMap.scale(0.5), t);
        return Volumes.sequence(1, f -> new Grid[] {a, a.withName("b")});
    }

    private static GridHeader header(Volume v, int i) {
        return v.headers(v.frames().getFirst()).get(i);
    }

    private static Grid grid(Volume v, String name) throws IOException {
        return v.grid(v.frames().getFirst(), name, Progress.NONE);
    }

    private static final Volume V = of(ValueType.FLOAT);

    @Test
    void oneGridIsRenamedAndTheOtherIsNot() throws IOException {
        Volume v = V.with(new GridChange.Rename("a", "c"));
        assertThat(header(v, 0).name()).isEqualTo("c");
        assertThat(header(v, 0).label()).isEqualTo("c");
        assertThat(header(v, 1).name()).isEqualTo("b");
        assertThat(grid(v, "c").name()).isEqualTo("c");
        assertThat(grid(v, "c").metadata().text("name", "")).isEqualTo("c");
        assertThat(grid(v, "b").name()).isEqualTo("b");
    }

    @Test
    void aPlaceComesAfterTheGridsOwnMap() throws IOException {
        Volume v = V.with(new GridChange.Place(UP));
        assertThat(header(v, 1).map().apply(2, 2, 2)).containsExactly(1, 4, 1);
        assertThat(grid(v, "a").map().apply(2, 2, 2)).containsExactly(1, 4, 1);
        assertThat(new GridChange.Place(UP)).isEqualTo(new GridChange.Place(UP.clone()));
        assertThat(new GridChange.Place(UP).hashCode()).isEqualTo(new GridChange.Place(UP.clone()).hashCode());
        double[] other = UP.clone();
        other[3] = 1;
        assertThat(new GridChange.Place(UP))
                .isNotEqualTo(new GridChange.Place(other))
                .isNotEqualTo("x");
        assertThat(new GridChange.Place(UP).toString()).startsWith("Place[1.0, 0.0");
    }

    @Test
    void gridsThatAreNotKeptAreGone() throws IOException {
        Volume v = V.with(new GridChange.Keep(Set.of("b")));
        assertThat(v.headers(v.frames().getFirst())).hasSize(1);
        assertThat(header(v, 0).name()).isEqualTo("b");
        assertThat(grid(v, "b").name()).isEqualTo("b");
        assertThatThrownBy(() -> grid(v, "a")).isInstanceOf(IOException.class);
    }

    @Test
    void onlyRealNumbersAreHalvedAndHealed() throws IOException {
        Volume half = V.with(new GridChange.Halve(true));
        assertThat(header(half, 0).half()).isTrue();
        assertThat(grid(half, "a").half()).isTrue();
        assertThat(grid(half, "a").metadata().truth("is_saved_as_half_float")).isTrue();
        assertThat(header(half.with(new GridChange.Halve(false)), 0).half()).isFalse();
        Volume whole = of(ValueType.INT32);
        assertThat(header(whole.with(new GridChange.Halve(true)), 0).half()).isFalse();
        assertThat(grid(whole.with(new GridChange.Halve(true)), "a").half()).isFalse();
        assertThat(grid(whole.with(new GridChange.Heal()), "a").tree()).isNotNull();
        SparseTree bad = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 1, 0, 0), (i, j, k, out) -> {
            out[0] = i == 0 ? Double.NaN : 2;
            return true;
        });
        Volume odd = Volumes.sequence(1, f -> new Grid[] {Grid.of("a", Grid.FOG, GridMap.scale(1), bad)})
                .with(new GridChange.Heal());
        assertThat(GridStats.of(grid(odd, "a").tree(), Progress.NONE).nans()).isZero();
        assertThat(header(odd, 0)).isEqualTo(odd.frames().getFirst().headers().getFirst());
    }

    @Test
    void voxelsAreMadeLargerCroppedPrunedAndMultiplied() throws IOException {
        Volume large = V.with(new GridChange.Coarsen(2));
        assertThat(header(large, 0).map().voxelSize()[1]).isCloseTo(1, within(1e-12));
        assertThat(header(large, 0).voxels()).isEqualTo(-1);
        assertThat(grid(large, "b").map().voxelSize()[2]).isCloseTo(1, within(1e-12));
        Volume crop = V.with(new GridChange.Crop(new IndexBox(0, 0, 0, 1, 7, 7)));
        assertThat(header(crop, 0).voxels()).isEqualTo(-1);
        assertThat(header(crop, 0).map()).isSameAs(header(V, 0).map());
        assertThat(TreeStats.of(grid(crop, "a").tree()).activeVoxels()).isEqualTo(128);
        Volume prune = V.with(new GridChange.Prune(100));
        assertThat(TreeStats.of(grid(prune, "a").tree()).leaves()).isZero();
        assertThat(header(prune, 0)).isEqualTo(V.frames().getFirst().headers().getFirst());
        Volume twice = V.with(new GridChange.Multiply("b", 2));
        assertThat(Volumes.sum(grid(twice, "b").tree())).isEqualTo(2 * 64 * 36);
        assertThat(Volumes.sum(grid(twice, "a").tree())).isEqualTo(64 * 36);
        Volume typed = V.with(new GridChange.Retype("b", ValueType.DOUBLE));
        assertThat(header(typed, 1).type()).isEqualTo(ValueType.DOUBLE);
        assertThat(header(typed, 1).typeName()).isEqualTo("double");
        assertThat(header(typed, 0).type()).isEqualTo(ValueType.FLOAT);
        assertThat(grid(typed, "b").type()).isEqualTo(ValueType.DOUBLE);
        assertThat(grid(typed, "a").type()).isEqualTo(ValueType.FLOAT);
    }

    @Test
    void aCoarserVoxelIsTheMeanOfWhatLiesInIt() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(-8, -8, -8, 15, 15, 15), (i, j, k, out) -> {
            out[0] = 10 + 2 * i - 3 * j + 0.5 * k;
            return true;
        });
        Grid g = Resample.of(Grid.of("a", Grid.FOG, GridMap.scale(0.5, 1, 2, 3), t), 2);
        VoxelReader r = new VoxelReader(g.tree());
        // A field that rises evenly has at the middle of a voxel what it has there.
        assertThat(r.to(1, 2, 3).get(0)).isCloseTo(10 + 4 - 12 + 3, within(1e-5));
        assertThat(r.isActive()).isTrue();
        assertThat(g.map().apply(0, 0, 0)).containsExactly(1, 2, 3);
        assertThat(g.map().apply(1, 0, 0)).containsExactly(2, 2, 3);
        Grid none = Grid.of(
                "a",
                Grid.FOG,
                GridMap.scale(0.5),
                new TreeBuilder(ValueType.FLOAT, VoxelStore.of(ValueType.FLOAT, 1)).build());
        assertThat(Resample.of(none, 2).map().voxelSize()[0]).isEqualTo(1);
        Grid same = Grid.of("a", Grid.FOG, GridMap.scale(0.5), t);
        assertThat(Resample.of(same, 1).tree()).isSameAs(t);
        GridMap frustum = new GridMap(
                "f", GridMap.scale(1).affine(), new GridMap.Frustum(new double[3], new double[] {1, 1, 1}, 1, 1));
        assertThatThrownBy(() -> Resample.map(frustum, 2)).hasMessage("a frustum keeps its voxels");
    }

    @Test
    void metadataAreKeptInTheirOrder() {
        GridMetadata m = GridMetadata.EMPTY
                .with("name", "string", "x")
                .with("file_a", "bool", true)
                .with("n", "int64", 7L)
                .with("file_b", "bool", false)
                .with("name", "string", "y");
        assertThat(m.entries()).extracting(GridMetadata.Entry::name).containsExactly("name", "file_a", "n", "file_b");
        assertThat(m.text("name", "-")).isEqualTo("y");
        assertThat(m.text("none", "-")).isEqualTo("-");
        assertThat(m.text("n", "-")).as("no text").isEqualTo("-");
        assertThat(m.truth("file_a")).isTrue();
        assertThat(m.truth("file_b")).isFalse();
        assertThat(m.truth("n")).isFalse();
        assertThat(m.whole("n")).isEqualTo(7);
        assertThat(m.whole("name")).isEqualTo(-1);
        assertThat(m.get("none")).isNull();
        assertThat(m.without("file_").entries())
                .extracting(GridMetadata.Entry::name)
                .containsExactly("name", "n");
    }

    @Test
    void bitsAreFoundCountedAndFull() {
        long[] w = {0, 0b1010, -1L, -1L};
        assertThat(Bits.nextOn(w, 1, 0, 192)).isEqualTo(1);
        assertThat(Bits.nextOn(w, 1, 2, 192)).isEqualTo(3);
        assertThat(Bits.nextOn(w, 1, 4, 192)).isEqualTo(64);
        assertThat(Bits.nextOn(w, 0, 0, 64)).isEqualTo(64);
        assertThat(Bits.nextOn(w, 1, 4, 20)).isEqualTo(20);
        assertThat(Bits.nextOff(w, 1, 1, 192)).isEqualTo(2);
        assertThat(Bits.nextOff(w, 1, 64, 192)).isEqualTo(192);
        assertThat(Bits.nextOff(w, 2, 0, 100)).isEqualTo(100);
        assertThat(Bits.full(w, 2, 2)).isTrue();
        assertThat(Bits.full(w, 1, 2)).isFalse();
        assertThat(Bits.count(w, 1, 2)).isEqualTo(66);
    }

    @Test
    void aTreeTakesItsLeavesMasksAndNodes() {
        SparseTree t = Volumes.plume(1).tree();
        // One leaf wide, two high: 2 · (512 · 4 + 64 + 12), and uniform tiles of 4 bytes with masks of 20 a word.
        assertThat(t.leaves()).isEqualTo(2);
        assertThat(t.bytes()).isEqualTo(2 * (2048 + 64 + 12) + (4 + 20 * 512) + (4 + 20 * 64));
        assertThat(SparseTree.voxel(9, 10, 15)).isEqualTo(64 + 16 + 7);
    }

    @Test
    void shapeOfAFrameIsTheGridWhereNoBetterIsKnown() throws IOException {
        assertThat(V.frames().getFirst().source().shape("a").name()).isEqualTo("a");
        assertThatThrownBy(() -> V.frames().getFirst().source().points("a"))
                .isInstanceOf(IOException.class)
                .hasMessage("a is no grid of points");
    }
}
