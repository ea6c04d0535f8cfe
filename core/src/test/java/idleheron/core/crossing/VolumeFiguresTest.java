package idleheron.core.crossing;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import org.junit.jupiter.api.Test;

/** Smoke of three frames that grows, in boxes of 8 by 9, 11 and 13 by 8 voxels of 10 cm. */
class VolumeFiguresTest {
    private static final Volume SMOKE = Volumes.sequence(3, f -> new Grid[] {Volumes.plume(f)});
    private static final Scene SCENE = Volumes.scene(SMOKE);

    @Test
    void each_remedy_is_judged_by_what_it_changes() {
        assertThat(VolumeFigures.measure("rename-grid")).isEqualTo("grids");
        assertThat(VolumeFigures.figure("keep-grids", SCENE)).isEqualTo("density");
        assertThat(VolumeFigures.measure("halve-grids")).isEqualTo("largest frame, dense");
        assertThat(VolumeFigures.measure("move-volumes")).isEqualTo("box");
        assertThat(VolumeFigures.figure("turn-volumes", SCENE)).isEqualTo("0.800 × 0.900 × 0.800 m");
        assertThat(VolumeFigures.figure("turn-volumes", SCENE.withStage(Stage.COMMON.withMetersPerUnit(0.01))))
                .as("in metres, whatever the unit")
                .isEqualTo("0.008 × 0.009 × 0.008 m");
        assertThat(VolumeFigures.measure("renumber-frames")).isEqualTo("frames");
        assertThat(VolumeFigures.figure("renumber-frames", SCENE)).isEqualTo("1 – 3");
        assertThat(VolumeFigures.measure("rename")).isEqualTo("nodes");
        assertThat(VolumeFigures.figure("rename", SCENE)).isEqualTo("0");
        assertThat(VolumeFigures.figure("keep-grids", Scene.bare("s", Stage.COMMON)))
                .isEqualTo("0");
    }

    @Test
    void the_largest_frame_is_counted_dense() {
        double bytes = 8 * 13 * 8 * 4;
        assertThat(VolumeFigures.figure("halve-grids", SCENE))
                .isEqualTo(idleheron.core.Figure.number(bytes / (1 << 20)) + " MB");
    }

    @Test
    void a_remedy_on_something_else_touches_no_voxel() {
        assertThat(VolumeFigures.voxels(new BakeScale(), SCENE, SCENE, Progress.NONE))
                .isEqualTo("no voxel is touched");
        Scene none = Scene.bare("s", Stage.COMMON);
        assertThat(VolumeFigures.voxels(new BakeScale(), none, SCENE, Progress.NONE))
                .isEmpty();
        assertThat(VolumeFigures.voxels(new BakeScale(), SCENE, none, Progress.NONE))
                .isEmpty();
    }
}
