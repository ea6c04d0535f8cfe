package idleheron.core.volume.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridEdits;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.measure.GridDifference;
import java.util.List;
import org.junit.jupiter.api.Test;

class VolumeCompareTest {
    private static final double[] ON_ITS_SIDE = {100, 0, 0, 0, 0, 0, -100, 0, 0, 100, 0, 0, 0, 0, 0, 1};

    private static Volume smoke() {
        return Volumes.sequence(5, f ->
                new Grid[] {Volumes.plume(f), Volumes.plume(f + 1).withName("temperature")});
    }

    private static Comparison compare(Volume sent, Volume returned) {
        return compare(Volumes.scene(sent), Volumes.scene(returned));
    }

    private static Comparison compare(Scene sent, Scene returned) {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static List<String> causes(Comparison c) {
        return c.causes().stream().map(LikelyCause::code).toList();
    }

    private static List<String> losses(Comparison c) {
        return c.losses().stream().map(Loss::code).toList();
    }

    @Test
    void findsNoFaultInTheSameVolume() {
        Comparison c = compare(smoke(), smoke());
        assertThat(c.topic(Topic.VOLUMES).verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(c.causes()).isEmpty();
        assertThat(c.losses()).isEmpty();
    }

    @Test
    void findsATurnAnotherUnitAndARenamedGridTogetherAndMendsThem() {
        Scene back = Volumes.scene(
                smoke().with(new GridChange.Place(ON_ITS_SIDE)).with(new GridChange.Rename("density", "smoke")));
        Comparison c = compare(Volumes.scene(smoke()), back);
        assertThat(causes(c)).containsExactly("grid-renamed", "volume-turned-and-scaled");
        assertThat(c.causes().getLast().left()).isZero();
        assertThat(c.causeSentence()).contains("scaled by 100, as metres written in centimetres");
        assertThat(compare(Volumes.scene(smoke()), c.mend(back)).verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void findsRecountedFrames() {
        Scene back = new RenumberFrames(99).apply(Volumes.scene(smoke()));
        Comparison c = compare(Volumes.scene(smoke()), back);
        assertThat(causes(c)).containsExactly("frames-renumbered");
        assertThat(compare(Volumes.scene(smoke()), c.mend(back)).verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void takesAnotherStageAsWhatItMeans() {
        Scene back = new ConvertStage(AxisSystem.Z_UP, 0.01).apply(Volumes.scene(smoke()));
        assertThat(compare(Volumes.scene(smoke()), back).topic(Topic.VOLUMES).verdict())
                .isEqualTo(Verdict.CLEAN);
    }

    @Test
    void tellsLostFramesAndGrids() {
        Volume v = smoke();
        Volume back = v.withFrames(v.frames().subList(0, 3)).with(new GridChange.Keep(java.util.Set.of("density")));
        Comparison c = compare(v, back);
        assertThat(c.topic(Topic.VOLUMES).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(losses(c)).contains("volume-frames-lost", "grid-dropped");
        assertThat(c.losses().getFirst().figure().value()).isEqualTo(2);
    }

    @Test
    void tellsHalvesFromOtherDifferences() {
        Volume v = Volumes.sequence(2, f -> new Grid[] {Volumes.density(Volumes.ball(9, 0, 0, 0, 0.7))});
        Volume halved =
                Volumes.sequence(2, f -> new Grid[] {Volumes.density(GridEdits.halve(Volumes.ball(9, 0, 0, 0, 0.7)))});
        Comparison c = compare(v, halved);
        assertThat(c.topic(Topic.VOLUMES).verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(losses(c)).containsExactly("volume-halved");
        Comparison twice = compare(v, v.with(new GridChange.Multiply("density", 2)));
        assertThat(losses(twice)).containsExactly("volume-values-scaled");
        Comparison coarse = compare(v, v.with(new GridChange.Coarsen(2)));
        assertThat(losses(coarse)).containsExactly("volume-resampled");
    }

    @Test
    void countsVoxelsThatLieOnOneSideAlone() {
        Grid a = Volumes.density(Volumes.ball(6, 0, 0, 0, 1));
        Grid b = Volumes.density(Volumes.ball(6, 1, 0, 0, 1));
        GridDifference d = GridDifference.byIndex(a, b);
        assertThat(d.onlyFirst()).isEqualTo(d.onlySecond()).isPositive();
        assertThat(d.massRatio()).isCloseTo(1, within(1e-9));
        GridDifference w = GridDifference.inWorld(a, b, new org.joml.Matrix4d().translation(0.1, 0, 0));
        assertThat(w.onlyFirst() + w.onlySecond()).isZero();
        assertThat(w.worst()).isLessThan(1e-6);
    }
}
