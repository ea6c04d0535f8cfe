package idleheron.core.remedy.volume;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Outcome;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Smoke of three frames that grows, in boxes of 8 by 9, 11 and 13 by 8 voxels of 10 cm. */
class VolumeMeasuresTest {
    private static final Volume SMOKE = Volumes.sequence(3, f -> new Grid[] {Volumes.plume(f)});
    private static final Scene SCENE = Volumes.scene(SMOKE);

    private static String figure(RemedyType type, Scene scene) {
        return type.measure().figure().apply(scene);
    }

    @Test
    void eachRemedyIsJudgedByWhatItChanges() {
        RemedyType rename = ChangeGrids.rename("a", "b").type();
        assertThat(rename.measure().name()).isEqualTo("grids");
        assertThat(figure(rename, SCENE)).isEqualTo("density");
        assertThat(ChangeGrids.halve().type().measure().name()).isEqualTo("largest frame, dense");
        RemedyType move = ChangeGrids.place(new Matrix4d()).type();
        assertThat(move.measure().name()).isEqualTo("box");
        assertThat(figure(move, SCENE)).isEqualTo("0.800 × 0.900 × 0.800 m");
        assertThat(figure(move, SCENE.withStage(Stage.COMMON.withMetersPerUnit(0.01))))
                .as("in metres, whatever the unit")
                .isEqualTo("0.008 × 0.009 × 0.008 m");
        assertThat(RenumberFrames.TYPE.measure().name()).isEqualTo("frames");
        assertThat(figure(RenumberFrames.TYPE, SCENE)).isEqualTo("1 – 3");
        assertThat(figure(rename, Scene.bare("s", Stage.COMMON))).isEqualTo("–");
    }

    @Test
    void theLargestFrameIsCountedDense() {
        double bytes = 8 * 13 * 8 * 4;
        assertThat(figure(ChangeGrids.halve().type(), SCENE)).isEqualTo(Figure.number(bytes / (1 << 20)) + " MB");
    }

    @Test
    void whatTouchesNoVoxelSaysSoAndWhatDoesSaysHowMuch() {
        assertThat(VolumeMeasures.UNTOUCHED.of(SCENE, SCENE, Progress.NONE))
                .isEqualTo(new Outcome.Told("no voxel is touched", true));
        Scene none = Scene.bare("s", Stage.COMMON);
        assertThat(VolumeMeasures.UNTOUCHED.of(none, SCENE, Progress.NONE)).isEqualTo(Outcome.Told.NOTHING);
        assertThat(VolumeMeasures.LOSS.of(SCENE, none, Progress.NONE)).isEqualTo(Outcome.Told.NOTHING);
        Outcome.Told same = VolumeMeasures.LOSS.of(SCENE, SCENE, Progress.NONE);
        assertThat(same).isEqualTo(new Outcome.Told("every voxel as it was, in 3 frames", true));
        Outcome.Told twice =
                VolumeMeasures.LOSS.of(SCENE, ChangeGrids.multiply("density", 2).apply(SCENE), Progress.NONE);
        assertThat(twice.kept()).isFalse();
        assertThat(twice.text()).startsWith("worst voxel 100 % of the range").contains("mass 2 ×");
    }
}
