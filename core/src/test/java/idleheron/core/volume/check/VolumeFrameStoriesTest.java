package idleheron.core.volume.check;

import static idleheron.core.volume.check.VolumeStories.only;
import static idleheron.core.volume.check.VolumeStories.plumes;
import static idleheron.core.volume.check.VolumeStories.without;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.inspect.Inspection;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** The sentences and figures of findings about the frames and grids of volumes, and where each begins. */
class VolumeFrameStoriesTest {
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
                Convention.Asks.NOTHING.with(new Convention.Grids(names, megabytes, half)));
    }

    private static List<Finding> rules(Scene s, @Nullable Convention c, String code) {
        return Inspection.of(s, c).stream().filter(f -> f.code().equals(code)).toList();
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
}
