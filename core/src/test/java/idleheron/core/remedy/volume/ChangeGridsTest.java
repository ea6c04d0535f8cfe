package idleheron.core.remedy.volume;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridEdits;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import java.io.IOException;
import java.util.Set;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

class ChangeGridsTest {
    private static Scene plume() {
        return Volumes.scene(Volumes.sequence(
                3, f -> new Grid[] {Volumes.plume(f), Volumes.plume(f).withName("heat")}));
    }

    private static Volume only(Scene s) {
        return s.volumes().getFirst();
    }

    private static Grid grid(Scene s, String name) throws IOException {
        Volume v = only(s);
        return v.grid(v.frames().getFirst(), name, Progress.NONE);
    }

    private static GridHeader header(Scene s) {
        return only(s).headers(only(s).frames().getFirst()).getFirst();
    }

    @Test
    void aMatrixIsWrittenRowByRow() {
        Matrix4d m = new Matrix4d().translation(1, 2, 3).rotateX(Math.PI / 2);
        double[] rows = GridChange.Place.of(m).matrix();
        assertThat(rows).hasSize(16);
        assertThat(rows[3]).isEqualTo(1);
        assertThat(rows[7]).isEqualTo(2);
        assertThat(rows[11]).isEqualTo(3);
        assertThat(rows[6]).as("Z comes to -Y").isCloseTo(-1, within(1e-15));
        assertThat(rows[15]).isEqualTo(1);
    }

    @Test
    void whatIsStoredAsHalvesIsRoundedWhateverComesAfter() throws IOException {
        Scene s = ChangeGrids.multiply("density", 1 / 3.0)
                .apply(ChangeGrids.halve().apply(plume()));
        SparseTree tree = grid(s, "density").tree();
        assertThat(GridChecksums.of(tree)).isEqualTo(GridChecksums.of(GridEdits.halve(tree)));
        SparseTree whole = grid(ChangeGrids.multiply("density", 1 / 3.0).apply(plume()), "density")
                .tree();
        assertThat(GridChecksums.of(whole)).isNotEqualTo(GridChecksums.of(GridEdits.halve(whole)));
    }

    @Test
    void aSceneWithoutVolumesIsLeftAsItIs() {
        Scene s = Scene.bare("s", idleheron.core.scene.Stage.COMMON);
        assertThat(ChangeGrids.heal().apply(s)).isSameAs(s);
    }

    @Test
    void aGridGetsAnotherNameInEveryFrame() throws IOException {
        Scene s = ChangeGrids.rename("density", "smoke").apply(plume());
        assertThat(only(s).gridNames()).containsExactlyInAnyOrder("smoke", "heat");
        for (Volume.Frame f : only(s).frames()) {
            assertThat(only(s).grid(f, "smoke", Progress.NONE).name()).isEqualTo("smoke");
            assertThat(only(s).grid(f, "heat", Progress.NONE).name()).isEqualTo("heat");
        }
        assertThat(header(s).name()).isEqualTo("smoke");
    }

    @Test
    void onlyTheKeptGridsStay() {
        Scene s = ChangeGrids.keep(Set.of("heat")).apply(plume());
        assertThat(only(s).gridNames()).containsExactly("heat");
        assertThat(only(s).headers(only(s).frames().get(2))).hasSize(1);
    }

    @Test
    void placesGoIntoTheMapAndTouchNoVoxel() throws IOException {
        Scene large = ChangeGrids.scale(100).apply(plume());
        assertThat(header(large).map().voxelSize()).containsExactly(10, 10, 10);
        assertThat(grid(large, "density").map().apply(1, 2, 3))
                .containsExactly(new double[] {10, 20, 30}, within(1e-9));
        assertThat(Volumes.sum(grid(large, "density").tree()))
                .isEqualTo(Volumes.sum(grid(plume(), "density").tree()));

        Scene stood =
                ChangeGrids.turn(SignedAxis.POSITIVE_Z, SignedAxis.POSITIVE_Y).apply(plume());
        assertThat(grid(stood, "density").map().apply(0, 0, 10)).containsExactly(new double[] {0, 1, 0}, within(1e-9));
        assertThat(header(stood).map().apply(0, 0, 10)).containsExactly(new double[] {0, 1, 0}, within(1e-9));

        Scene moved = ChangeGrids.place(new Matrix4d().translation(5, 6, 7)).apply(plume());
        assertThat(grid(moved, "heat").map().apply(0, 0, 0)).containsExactly(new double[] {5, 6, 7}, within(1e-9));
    }

    @Test
    void numbersBecomeHalvesAndOtherTypes() throws IOException {
        Scene halves = ChangeGrids.halve().apply(plume());
        assertThat(header(halves).half()).isTrue();
        assertThat(grid(halves, "density").half()).isTrue();
        assertThat(grid(plume(), "density").half()).isFalse();

        Scene wide = ChangeGrids.retype("density", ValueType.DOUBLE).apply(plume());
        assertThat(header(wide).type()).isEqualTo(ValueType.DOUBLE);
        assertThat(grid(wide, "density").type()).isEqualTo(ValueType.DOUBLE);
        assertThat(grid(wide, "heat").type()).isEqualTo(ValueType.FLOAT);
        assertThat(only(wide).headers(only(wide).frames().getFirst()).get(1).type())
                .isEqualTo(ValueType.FLOAT);
    }

    @Test
    void valuesOfOneGridAreMultiplied() throws IOException {
        Scene s = ChangeGrids.multiply("density", 4).apply(plume());
        double before = Volumes.sum(grid(plume(), "density").tree());
        assertThat(Volumes.sum(grid(s, "density").tree())).isCloseTo(4 * before, within(1e-3 * before));
        assertThat(Volumes.sum(grid(s, "heat").tree())).isEqualTo(before);
        assertThat(header(s).name()).isEqualTo("density");
    }

    @Test
    void cropKeepsTheVoxelsOfTheBoxWithBothCorners() throws IOException {
        Scene s = ChangeGrids.crop(new IndexBox(1, 0, 1, 2, 3, 1)).apply(plume());
        // 2 · 4 · 1 voxels of the column.
        assertThat(TreeStats.of(grid(s, "density").tree()).activeVoxels()).isEqualTo(8);
        assertThat(header(s).voxels()).as("not counted yet").isNegative();
    }

    @Test
    void coarserVoxelsAreSoManyTimesAsLarge() throws IOException {
        Scene s = ChangeGrids.coarsen(2).apply(plume());
        assertThat(header(s).map().voxelSize()[0]).isCloseTo(0.2, within(1e-12));
        assertThat(header(s).voxels()).isNegative();
        Grid before = grid(plume(), "density");
        Grid after = grid(s, "density");
        assertThat(after.map().voxelSize()[1]).isCloseTo(0.2, within(1e-12));
        assertThat(TreeStats.of(after.tree()).activeVoxels())
                .isLessThan(TreeStats.of(before.tree()).activeVoxels() / 4);
    }

    @Test
    void framesAreRenumberedAndTheRangeGoesAlong() {
        Scene s = plume().withStage(idleheron.core.scene.Stage.COMMON.withRange(1 / 24.0, 3 / 24.0));
        Scene later = new RenumberFrames(10).apply(s);
        assertThat(only(later).frames()).extracting(Volume.Frame::number).containsExactly(11, 12, 13);
        assertThat(later.stage().startSeconds()).isCloseTo(11 / 24.0, within(1e-12));
        assertThat(later.stage().endSeconds()).isCloseTo(13 / 24.0, within(1e-12));
        assertThat(new RenumberFrames(0).apply(s)).isSameAs(s);
        Scene none = Scene.bare("s", idleheron.core.scene.Stage.COMMON);
        assertThat(new RenumberFrames(5).apply(none)).isSameAs(none);
    }
}
