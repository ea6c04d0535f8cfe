package idleheron.core.volume.check;

import static idleheron.core.volume.check.VolumeStories.only;
import static idleheron.core.volume.check.VolumeStories.over;
import static idleheron.core.volume.check.VolumeStories.plumes;
import static idleheron.core.volume.check.VolumeStories.seen;
import static idleheron.core.volume.check.VolumeStories.treeOf;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** The sentences and figures of findings about what is in volumes and around them, and where each begins. */
class VolumeStoriesTest {
    private static List<Finding> deep(Scene s, String code) {
        return VolumeDeepRules.of(s, Progress.NONE).stream()
                .filter(f -> f.code().equals(code))
                .toList();
    }

    private static final SparseTree NOTHING =
            new TreeBuilder(ValueType.FLOAT, VoxelStore.of(ValueType.FLOAT, 1)).build();

    @Test
    void emptyInAllFramesIsWorseThanInSome() {
        Scene some = Volumes.scene(
                Volumes.sequence(3, f -> new Grid[] {f == 2 ? Volumes.density(NOTHING) : Volumes.plume(f)}));
        Finding f = only(deep(some, "volume-empty"));
        assertThat(f.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(f.title()).isEqualTo("density is empty");
        assertThat(f.message()).isEqualTo("No voxel of density is active in frame 2.");
        assertThat(f.figure().value()).isEqualTo(1);
        assertThat(f.figure().frame()).isEqualTo(2);
        assertThat(f.figure().subject()).isEqualTo("smoke/density");
        Finding all = only(deep(
                Volumes.scene(Volumes.sequence(2, n -> new Grid[] {Volumes.density(NOTHING)})), "volume-empty"));
        assertThat(all.severity()).isEqualTo(Severity.BREAKS);
        assertThat(all.message()).isEqualTo("No voxel of density is active in any frame.");
    }

    @Test
    void valuesThatAreNoNumbersOrBelowZeroAreCountedOverAllFrames() {
        double inf = Double.POSITIVE_INFINITY;
        Scene s = Volumes.scene(Volumes.sequence(3, f -> new Grid[] {
            Volumes.density(f == 1 ? treeOf(1, -2, -1) : f == 2 ? treeOf(Double.NaN, -5, inf) : treeOf(inf, -3, 1))
        }));
        Finding bad = only(deep(s, "volume-not-finite"));
        assertThat(bad.figure().value()).isEqualTo(3);
        assertThat(bad.figure().frame()).isEqualTo(2);
        assertThat(bad.message()).startsWith("3 values of density are no number or without bound, from frame 2 on.");
        Finding below = only(deep(s, "volume-negative-density"));
        assertThat(below.message()).isEqualTo("4 voxels have a density below zero, down to -5 in frame 2.");
        assertThat(below.figure().frame()).isEqualTo(2);
        Scene heat = Volumes.scene(Volumes.sequence(1, f ->
                new Grid[] {Volumes.density(treeOf(-1, 2)).withName("heat")}));
        assertThat(deep(heat, "volume-negative-density")).as("heat may be").isEmpty();
    }

    @Test
    void aFogWhoseSpaceIsNotEmpty() {
        Scene s = Volumes.scene(Volumes.sequence(1, f -> new Grid[] {over(0.25, Grid.FOG)}));
        Finding f = only(deep(s, "volume-background"));
        assertThat(f.message()).startsWith("All of space outside density has the value 0.250.");
        assertThat(f.figure().value()).isEqualTo(0.25);
        assertThat(deep(Volumes.scene(Volumes.sequence(1, n -> new Grid[] {over(0, Grid.FOG)})), "volume-background"))
                .isEmpty();
        Scene level = Volumes.scene(Volumes.sequence(1, n -> new Grid[] {over(0.3, Grid.LEVEL_SET)}));
        assertThat(deep(level, "volume-background"))
                .as("there it is a distance")
                .isEmpty();
        Scene second = Volumes.scene(Volumes.sequence(1, n ->
                new Grid[] {over(0.5, Grid.FOG).withName("a"), over(0, Grid.FOG).withName("b")}));
        assertThat(only(deep(second, "volume-background")).figure().subject()).isEqualTo("smoke/a");
    }

    @Test
    void thicknessIsThatOfTheThickestFrameInMetres() {
        // A cube of 8 voxels of 0.1: depth 0.8 · density · metres to the unit.
        IntFunction<Grid[]> cubes = f -> new Grid[] {
            Volumes.density(FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 7), (i, j, k, out) -> {
                out[0] = f == 2 ? 100 : 1;
                return true;
            }))
        };
        Scene s = Volumes.scene(Volumes.sequence(3, cubes));
        Finding f = only(deep(s, "volume-too-thick"));
        assertThat(f.figure().value()).isCloseTo(80, within(1e-9));
        assertThat(f.figure().frame()).isEqualTo(2);
        assertThat(f.title()).isEqualTo("density is as thick as a wall");
        // 3 / 80 = 0.0375, and exp(-3) = 4.98 %.
        assertThat(f.message())
                .isEqualTo("A ray through the middle of frame 2 meets an optical depth of 80 by metres; nothing of"
                        + " the light comes through. Density times 0.038 would let 4.979 % through.");
        Scene cm = s.withStage(Stage.COMMON.withMetersPerUnit(0.01));
        assertThat(deep(cm, "volume-too-thick")).isEmpty();
        assertThat(deep(cm, "volume-too-thin")).as("0.8 is well").isEmpty();
        Scene mm = s.withStage(Stage.COMMON.withMetersPerUnit(0.0005));
        Finding thin = only(deep(mm, "volume-too-thin"));
        assertThat(thin.title()).isEqualTo("density is as good as clear");
        assertThat(thin.figure().value()).isCloseTo(0.04, within(1e-9));
        assertThat(thin.message()).contains("; 96.08 % of the light").contains("Density times 75 would");
        Scene level = Volumes.scene(Volumes.sequence(1, n -> new Grid[] {over(0, Grid.LEVEL_SET)}));
        assertThat(deep(level, "volume-too-thin")).isEmpty();
    }

    /** A column that grows from its foot along an axis: 0, 1 or 2. */
    private static Volume growing(int axis, int sign, int frames) {
        return Volumes.sequence(frames, f -> {
            int far = sign * (6 + 4 * f);
            int[] lo = {-4, -4, -4};
            int[] hi = {4, 4, 4};
            lo[axis] = Math.min(0, far);
            hi[axis] = Math.max(0, far);
            return new Grid[] {
                Volumes.density(FieldPainter.paint(
                        ValueType.FLOAT, new IndexBox(lo[0], lo[1], lo[2], hi[0], hi[1], hi[2]), (i, j, k, out) -> {
                            out[0] = 1;
                            return true;
                        }))
            };
        });
    }

    @Test
    void whatGrowsAlongAnotherAxisThanUpLiesOnItsSide() {
        Finding f = only(deep(Volumes.scene(growing(2, 1, 5)), "volume-on-its-side"));
        assertThat(f.title()).isEqualTo("It rises along Z, and Y is up");
        // Middles at 5 and 13 voxels of 0.1.
        assertThat(f.message()).startsWith("From frame 1 to 5 the mass of density moves 0.800 m along Z.");
        assertThat(f.figure().value()).isCloseTo(90, within(1e-6));
        assertThat(f.remedy()).isEqualTo(ChangeGrids.turn(SignedAxis.POSITIVE_Z, SignedAxis.POSITIVE_Y));
        Finding down = only(deep(Volumes.scene(growing(2, -1, 5)), "volume-on-its-side"));
        assertThat(down.title()).isEqualTo("It rises along -Z, and Y is up");
        assertThat(only(deep(Volumes.scene(growing(1, -1, 5)), "volume-on-its-side"))
                        .figure()
                        .value())
                .isCloseTo(180, within(1e-6));
        assertThat(deep(Volumes.scene(growing(1, 1, 5)), "volume-on-its-side")).isEmpty();
        assertThat(deep(Volumes.scene(growing(0, 1, 5)), "volume-on-its-side"))
                .as("nowhere X is up")
                .isEmpty();
        assertThat(deep(Volumes.scene(growing(2, 1, 3)), "volume-on-its-side"))
                .as("too few frames to tell")
                .isEmpty();
        Scene zUp = Volumes.scene(growing(2, 1, 5)).withStage(Stage.COMMON.withAxes(AxisSystem.Z_UP));
        assertThat(deep(zUp, "volume-on-its-side")).isEmpty();
    }

    @Test
    void whatDriftsAwayIsNoPlume() {
        Volume puff = Volumes.sequence(5, f -> new Grid[] {Volumes.density(Volumes.ball(5, 0, 0, 8 * f, 1))});
        assertThat(deep(Volumes.scene(puff), "volume-on-its-side")).isEmpty();
    }

    private static Volume blowing(double perSecond) {
        return Volumes.sequence(5, f -> new Grid[] {
            Volumes.density(Volumes.ball(5, 0, 3 * f, 0, 1)),
            Grid.of(
                    "velocity",
                    "unknown",
                    GridMap.scale(0.1),
                    FieldPainter.paint(ValueType.VEC3S, new IndexBox(0, 0, 0, 3, 3, 3), (i, j, k, out) -> {
                        out[1] = perSecond;
                        return true;
                    }))
        });
    }

    @Test
    void velocityThatCountsPerFrame() {
        // 0.3 a frame are 7.2 a second.
        Finding f = only(deep(Volumes.scene(blowing(0.3)), "velocity-per-frame"));
        assertThat(f.figure().value()).isCloseTo(24, within(1e-3));
        assertThat(f.message())
                .startsWith("The mass moves 7.200 units a second, the velocity field says 0.300. Motion blur that takes"
                        + " it per second will be 24 times too short.");
        assertThat(f.remedy()).isEqualTo(ChangeGrids.multiply("velocity", 24));
        assertThat(deep(Volumes.scene(blowing(7.2)), "velocity-per-frame")).isEmpty();
        assertThat(deep(Volumes.scene(blowing(0.09)), "velocity-per-frame"))
                .as("less than a third")
                .isEmpty();
        assertThat(deep(Volumes.scene(blowing(0.11)), "velocity-per-frame")).hasSize(1);
        assertThat(deep(Volumes.scene(blowing(0.89)), "velocity-per-frame")).hasSize(1);
        assertThat(deep(Volumes.scene(blowing(0.91)), "velocity-per-frame")).isEmpty();
        assertThat(deep(Volumes.scene(blowing(0)), "velocity-per-frame")).isEmpty();
        Volume few = blowing(0.3).withFrames(blowing(0.3).frames().subList(0, 3));
        assertThat(deep(Volumes.scene(few), "velocity-per-frame")).isEmpty();
    }

    @Test
    void aCameraWhoseClipPlanesCutTheVolume() {
        // The column reaches from z = -0.05 to 0.75.
        Volume v = plumes(2);
        assertThat(deep(seen(v, 5, 0.1, 10), "volume-clipped")).isEmpty();
        Finding far = only(deep(seen(v, 5, 0.1, 5), "volume-clipped"));
        assertThat(far.figure().value()).isCloseTo(0.05, within(1e-9));
        assertThat(far.figure().frame()).isEqualTo(1);
        assertThat(far.message())
                .isEqualTo("In frame 1 density reaches from 4.250 to 5.050 units before cam, whose clip planes stand at"
                        + " 0.100 and 5.");
        Finding near = only(deep(seen(v, 5, 4.5, 10), "volume-clipped"));
        assertThat(near.figure().value()).isCloseTo(0.25, within(1e-9));
        assertThat(deep(seen(v, -5, 0.1, 10), "volume-clipped"))
                .as("all of it is behind the camera")
                .isEmpty();
        Scene cm = seen(v, 5, 0.1, 5).withStage(Stage.COMMON.withMetersPerUnit(0.01));
        assertThat(only(deep(cm, "volume-clipped")).figure().value()).isCloseTo(0.0005, within(1e-9));
    }

    @Test
    void aCameraIsTakenWhereItStandsInThatFrame() {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[2] = Curve.linear(new double[] {1 / 24.0, 2 / 24.0}, new double[] {5, 30});
        Clip dolly =
                new Clip("dolly", 1 / 24.0, 2 / 24.0, FrameRate.FILM, List.of(new Clip.NodeTrack(0, c)), List.of());
        Finding f = only(deep(seen(plumes(2), 5, 0.1, 10, dolly), "volume-clipped"));
        assertThat(f.figure().frame()).isEqualTo(2);
        assertThat(f.figure().value()).isCloseTo(20.05, within(1e-9));
    }

    @Test
    void anEmitterIsTheOneThatIsCalledSoOrThatIsTouched() {
        Volume v = plumes(3);
        Finding never = only(deep(over("emitter_plate", -2, v), "volume-off-emitter"));
        assertThat(never.title()).isEqualTo("The volume does not touch its emitter");
        // The foot of the column lies at -0.05.
        assertThat(never.figure().value()).isCloseTo(1950, within(0.01));
        assertThat(never.likelyCause()).startsWith("Another unit, another up axis");
        assertThat(deep(over("plate", -2, v), "volume-off-emitter"))
                .as("nobody says that they belong together")
                .isEmpty();
        assertThat(deep(over("emitter", -0.2, v), "volume-off-emitter"))
                .as("two voxels are near enough")
                .isEmpty();
        assertThat(deep(over("emitter", -0.3, v), "volume-off-emitter")).hasSize(1);
        VolumeEmitter e = Objects.requireNonNull(VolumeEmitter.of(over("emitter", -2, v), v, Progress.NONE));
        assertThat(e.mesh()).isEqualTo("emitter");
        assertThat(e.rows()).extracting(VolumeEmitter.Row::frame).containsExactly(1, 2, 3);
        assertThat(e.rows().getFirst().voxel()).isCloseTo(0.1, within(1e-9));
        assertThat(VolumeEmitter.of(Volumes.scene(v), v, Progress.NONE)).isNull();
    }

    @Test
    void voxelsThatCannotBeReadAreTold() {
        List<Volume.Frame> frames = new ArrayList<>(plumes(2).frames());
        Volume.Frame f = frames.get(1);
        frames.set(1, new Volume.Frame(2, f.file(), 10, f.headers(), "", false, (label, progress) -> {
            throw new IOException("f2.vdb: cut off");
        }));
        Finding told = only(deep(Volumes.scene(plumes(2).withFrames(frames)), "volume-frame-unreadable"));
        assertThat(told.message()).isEqualTo("f2.vdb: cut off.");
        assertThat(told.severity()).isEqualTo(Severity.BREAKS);
    }

    @Test
    void progressOfSeveralVolumesGoesForward() {
        Volume v = plumes(2);
        Scene s = over("emitter", -2, v).withVolumes(List.of(v, v));
        List<Double> told = new ArrayList<>();
        VolumeDeepRules.of(s, (share, what) -> told.add(share));
        assertThat(told).isSorted().hasSizeGreaterThan(4);
        assertThat(told.getLast()).isGreaterThan(0.8);
    }

    @Test
    void aGridThatWasRenamedTellsItsBackgroundAllTheSame() {
        Volume v = Volumes.sequence(1, f -> new Grid[] {over(0.25, Grid.FOG)})
                .with(new GridChange.Rename("density", "smoke"));
        assertThat(deep(Volumes.scene(v), "volume-background").size()).isLessThanOrEqualTo(1);
    }
}
