package idleheron.core.volume.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
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

/** The sentences and figures of findings about volumes, and where each begins. */
class VolumeStoriesTest {
    private static Convention holding(List<String> names, double megabytes, boolean half) {
        return new Convention(
                "strict",
                "Strict",
                AxisSystem.COMMON,
                1,
                null,
                0,
                false,
                true,
                new Convention.Asks(
                        null,
                        "",
                        "",
                        Convention.Clips.ANY,
                        0,
                        true,
                        true,
                        true,
                        List.of(),
                        "",
                        true,
                        true,
                        Convention.Layout.PLAIN,
                        new Convention.Grids(names, megabytes, half),
                        false,
                        Convention.Budget.NONE));
    }

    private static List<Finding> rules(Scene s, @Nullable Convention c, String code) {
        return Inspection.of(s, c).stream().filter(f -> f.code().equals(code)).toList();
    }

    private static List<Finding> deep(Scene s, String code) {
        return VolumeDeepRules.of(s, Progress.NONE).stream()
                .filter(f -> f.code().equals(code))
                .toList();
    }

    private static Finding only(List<Finding> found) {
        assertThat(found).hasSize(1);
        return found.getFirst();
    }

    private static Volume plumes(int n) {
        return Volumes.sequence(n, f -> new Grid[] {Volumes.plume(f)});
    }

    private static Volume without(Volume v, Integer... frames) {
        return v.withFrames(v.frames().stream()
                .filter(f -> !List.of(frames).contains(f.number()))
                .toList());
    }

    @Test
    void oneMissingFrameAndSeveral() {
        Finding one = only(rules(Volumes.scene(without(plumes(5), 3)), null, "volume-frames-missing"));
        assertThat(one.title()).isEqualTo("A frame is missing");
        assertThat(one.message())
                .isEqualTo("smoke has no file for frame 3 of 1 to 5. The volume will flicker out there.");
        Finding three = only(rules(Volumes.scene(without(plumes(6), 2, 3, 5)), null, "volume-frames-missing"));
        assertThat(three.title()).isEqualTo("3 frames are missing");
        assertThat(three.message()).startsWith("smoke has no file for frame 2, 3, 5 of 1 to 6.");
        assertThat(VolumeRules.numbers(List.of(4))).isEqualTo("4");
        assertThat(VolumeRules.numbers(List.of(4, 5))).isEqualTo("4, 5");
        assertThat(VolumeRules.numbers(List.of(1, 4, 5, 6))).isEqualTo("1, 4 to 6");
    }

    private static Volume.Frame with(Volume.Frame f, String fault, long bytes, boolean repeats) {
        return new Volume.Frame(f.number(), f.file(), bytes, f.headers(), fault, repeats, f.source());
    }

    @Test
    void framesThatCannotBeReadOrRepeat() {
        List<Volume.Frame> f = new ArrayList<>(plumes(5).frames());
        f.set(1, with(f.get(1), "cut off at byte 12", 12, false));
        f.set(3, with(f.get(3), "", 1000, true));
        Scene one = Volumes.scene(plumes(5).withFrames(f));
        Finding broken = only(rules(one, null, "volume-frame-unreadable"));
        assertThat(broken.title()).isEqualTo("A frame cannot be read");
        assertThat(broken.message()).isEqualTo("f2.vdb: cut off at byte 12.");
        assertThat(broken.figure().value()).isEqualTo(12);
        assertThat(broken.figure().frame()).isEqualTo(2);
        Finding repeat = only(rules(one, null, "volume-frames-repeated"));
        assertThat(repeat.title()).isEqualTo("A frame repeats the one before");
        assertThat(repeat.message()).isEqualTo("Frame 4 of smoke holds the same bytes as the frame before.");
        f.set(4, with(f.get(4), "", 1000, true));
        assertThat(only(rules(Volumes.scene(plumes(5).withFrames(f)), null, "volume-frames-repeated"))
                        .title())
                .isEqualTo("2 frames repeat");
    }

    private static Scene withClip(Scene s, double first, double last) {
        Clip clip = new Clip("walk", first / 24, last / 24, FrameRate.FILM, List.of(), List.of());
        return s.withClips(List.of(clip));
    }

    @Test
    void framesOutsideOfTheClipAreToldForEveryVolume() {
        Volume fits = plumes(4);
        Volume late = new Volume("late", 4, plumes(4).frames(), List.of());
        late = late.withFrames(
                late.frames().stream().map(f -> f.withNumber(f.number() + 100)).toList());
        Scene s = withClip(Volumes.scene(fits).withVolumes(List.of(fits, late)), 1, 4);
        Finding f = only(rules(s, null, "volume-range-apart"));
        assertThat(f.message()).isEqualTo("late runs from frame 101 to 104, clip walk from 1 to 4.");
        assertThat(f.figure().value()).isEqualTo(100);
        assertThat(f.figure().frame()).isEqualTo(101);
        assertThat(f.likelyCause()).isEqualTo("The same length: the frames were counted from another start.");
        assertThat(f.remedy()).isEqualTo(new RenumberFrames(-100));
        Finding longer = only(rules(withClip(Volumes.scene(fits), 1, 6), null, "volume-range-apart"));
        assertThat(longer.remedy()).isNull();
        assertThat(longer.likelyCause()).isEmpty();
        Finding early = only(rules(withClip(Volumes.scene(fits), 2, 4), null, "volume-range-apart"));
        assertThat(early.figure().value()).isEqualTo(-1);
        assertThat(rules(withClip(Volumes.scene(fits), 1, 4), null, "volume-range-apart"))
                .isEmpty();
        Volume single = new Volume("one", 0, fits.frames().subList(0, 1), List.of());
        assertThat(rules(withClip(Volumes.scene(single), 5, 9), null, "volume-range-apart"))
                .as("a single file has no number")
                .isEmpty();
        assertThat(rules(Volumes.scene(fits), null, "volume-range-apart")).isEmpty();
    }

    @Test
    void gridsOfAnotherNameOrType() {
        IntFunction<Grid[]> other = f -> new Grid[] {Volumes.plume(f).withName("fog")};
        Scene s = Volumes.scene(Volumes.sequence(2, other));
        Finding like = only(rules(s, holding(List.of("density"), 0, false), "volume-grid-name"));
        assertThat(like.title()).isEqualTo("No grid named density");
        assertThat(like.message()).isEqualTo("Strict looks for density; smoke has fog. Nothing will be seen.");
        assertThat(like.likelyCause()).isEqualTo("It is called fog here.");
        assertThat(like.remedy()).isEqualTo(ChangeGrids.rename("fog", "density"));
        Scene odd = Volumes.scene(
                Volumes.sequence(2, f -> new Grid[] {Volumes.plume(f).withName("q")}));
        Finding none = only(rules(odd, holding(List.of("density"), 0, false), "volume-grid-name"));
        assertThat(none.likelyCause()).isEmpty();
        assertThat(none.remedy()).isNull();
        assertThat(rules(odd, holding(List.of("velocity"), 0, false), "volume-grid-name"))
                .as("what only may be there")
                .isEmpty();
        Finding heat = only(rules(
                Volumes.scene(
                        Volumes.sequence(2, f -> new Grid[] {Volumes.plume(f).withName("Flames_1")})),
                holding(List.of("temperature"), 0, false),
                "volume-grid-name"));
        assertThat(heat.likelyCause()).isEqualTo("It is called Flames_1 here.");

        Scene plain = Volumes.scene(plumes(2));
        Finding type = only(rules(plain, holding(List.of("density:half"), 0, false), "volume-grid-type"));
        assertThat(type.title()).isEqualTo("density is of another type");
        assertThat(type.message()).isEqualTo("Strict wants half, smoke has float.");
        assertThat(rules(plain, holding(List.of("density:float"), 0, false), "volume-grid-type"))
                .isEmpty();
        assertThat(rules(plain, holding(List.of("density"), 0, false), "volume-grid-type"))
                .isEmpty();
    }

    @Test
    void theFrameWithTheMostVoxelsIsHeldAgainstTheBudget() {
        // Frame n is 8 · (7 + 2·n) · 8 voxels of 4 bytes; the fourth takes 3,840.
        Scene s = Volumes.scene(plumes(4));
        double mega = 3840.0 / (1 << 20);
        assertThat(rules(s, holding(List.of(), mega, false), "volume-over-budget"))
                .isEmpty();
        Finding f = only(rules(s, holding(List.of(), mega * 0.99, false), "volume-over-budget"));
        assertThat(f.figure().value()).isCloseTo(mega, within(1e-12));
        assertThat(f.figure().frame()).isEqualTo(4);
        assertThat(f.message())
                .startsWith("Frame 4 of smoke takes 0.004 MB dense, Strict allows 0.004 MB. Voxels ")
                .endsWith(" times as large would fit.");
        assertThat(rules(s, holding(List.of(), mega * 0.6, true), "volume-over-budget"))
                .as("as halves it is half")
                .isEmpty();
        assertThat(only(rules(s, holding(List.of(), mega * 0.4, true), "volume-over-budget"))
                        .message())
                .contains("MB dense in halves, Strict");
    }

    @Test
    void voxelsThatBecomeLargerOrLieElsewhere() {
        Scene s = Volumes.scene(Volumes.sequence(4, f ->
                new Grid[] {Volumes.plume(f).withMap(GridMap.scale(f < 3 ? 0.1 : 0.15))}));
        Finding size = only(rules(s, null, "volume-voxel-size-changes"));
        assertThat(size.message())
                .isEqualTo("From frame 3 on, voxels of density are 1.500 times as large as at first.");
        Scene moves = Volumes.scene(Volumes.sequence(4, f ->
                new Grid[] {Volumes.plume(f).withMap(GridMap.scale(0.1, f < 4 ? 0 : 1, 0, 0))}));
        Finding place = only(rules(moves, null, "volume-transform-changes"));
        assertThat(place.severity()).isEqualTo(Severity.NOTE);
        assertThat(place.message()).startsWith("From frame 4 on, density has another transform.");
    }

    private static SparseTree of(double... values) {
        return FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, values.length - 1, 0, 0), (i, j, k, out) -> {
            out[0] = values[i];
            return true;
        });
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
        Scene s =
                Volumes.scene(Volumes.sequence(3, f -> new Grid[] {
                    Volumes.density(f == 1 ? of(1, -2, -1) : f == 2 ? of(Double.NaN, -5, inf) : of(inf, -3, 1))
                }));
        Finding bad = only(deep(s, "volume-not-finite"));
        assertThat(bad.figure().value()).isEqualTo(3);
        assertThat(bad.figure().frame()).isEqualTo(2);
        assertThat(bad.message()).startsWith("3 values of density are no number or without bound, from frame 2 on.");
        Finding below = only(deep(s, "volume-negative-density"));
        assertThat(below.message()).isEqualTo("4 voxels have a density below zero, down to -5 in frame 2.");
        assertThat(below.figure().frame()).isEqualTo(2);
        Scene heat = Volumes.scene(Volumes.sequence(1, f ->
                new Grid[] {Volumes.density(of(-1, 2)).withName("heat")}));
        assertThat(deep(heat, "volume-negative-density")).as("heat may be").isEmpty();
    }

    private static Grid over(double background, String gridClass) {
        VoxelStore b = VoxelStore.single(ValueType.FLOAT, background);
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 7), b, (i, j, k, out) -> {
            out[0] = 1;
            return true;
        });
        return Grid.of("density", gridClass, GridMap.scale(0.1), t);
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

    /** A camera that looks along -Z from a place. */
    private static Scene seen(Volume v, double z, double near, double far, Clip... clips) {
        return Volumes.scene(v)
                .withNodes(List.of(
                        Node.of("cam", -1, NodeKind.CAMERA, Transform.of(new Vec3(0, 0, z), Vec3.ZERO, Vec3.ONE))
                                .withPayload(NodeKind.CAMERA, 0)))
                .withCameras(List.of(new Camera("cam", 40, 36, 24, near, far)))
                .withClips(List.of(clips));
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

    private static Scene over(String mesh, double y, Volume v) {
        Mesh plate =
                Mesh.bare(mesh, new double[] {0, y, 0, 0.1, y, 0, 0, y, 0.1}, new int[] {0, 3}, new int[] {0, 1, 2});
        return Volumes.scene(v)
                .withMeshes(List.of(plate))
                .withNodes(List.of(Node.mesh(mesh, -1, Transform.IDENTITY, 0)));
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
