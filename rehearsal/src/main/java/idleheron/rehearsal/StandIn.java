package idleheron.rehearsal;

import static idleheron.core.Messages.say;

import idleheron.core.finding.Convention;
import idleheron.core.job.Progress;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A simulated receiving tool: it reads a file, holds the scene its own way, and writes it again.
 *
 * @param code for the command line
 * @param habits what it does besides
 */
public record StandIn(String code, String title, Convention convention, Set<Habit> habits) {
    /** Z up and metres. */
    public static final StandIn ALDER = new StandIn(
            "alder",
            "Alder",
            Conventions.Z_UP_METRES,
            EnumSet.of(Habit.TIP_JOINTS, Habit.OWN_ROOT, Habit.RE_AIM, Habit.DECLARES_CENTIMETRES));

    /** Z up, left-handed, centimetres, 30 frames a second. */
    public static final StandIn SEDGE = new StandIn(
            "sedge",
            "Sedge",
            Conventions.Z_UP_LEFT_CENTIMETRES,
            EnumSet.of(Habit.FOUR_INFLUENCES, Habit.EIGHT_BIT_WEIGHTS, Habit.ROUNDS_RANGE));

    /** Y up and metres; counts frames. */
    public static final StandIn RUSH = new StandIn(
            "rush", "Rush", Conventions.Y_UP_METRES, EnumSet.of(Habit.KEEPS_FRAMES_NOT_SECONDS, Habit.RENAMES_ROOT));

    /** Y up and centimetres; draws triangles. */
    public static final StandIn WILLOW = new StandIn(
            "willow", "Willow", Conventions.GAME_CENTIMETRES, EnumSet.of(Habit.TRIANGULATES, Habit.DROPS_SMOOTHING));

    /** Z up and metres; one clip at a time. */
    public static final StandIn TEASEL = new StandIn(
            "teasel",
            "Teasel",
            Conventions.Z_UP_METRES,
            EnumSet.of(Habit.FIRST_CLIP_ONLY, Habit.STARTS_AT_ZERO, Habit.DECLARES_Y_UP));

    /** Y up and centimetres; thrifty with keys. */
    public static final StandIn OSIER = new StandIn(
            "osier", "Osier", Conventions.GAME_CENTIMETRES, EnumSet.of(Habit.HALF_RATE, Habit.ONE_FRAME_SHORT));

    /** Z up, left-handed, centimetres; has its own mind about surfaces. */
    public static final StandIn SAMPHIRE = new StandIn(
            "samphire",
            "Samphire",
            Conventions.Z_UP_LEFT_CENTIMETRES,
            EnumSet.of(Habit.FLIPS_UV, Habit.RENAMES_MATERIALS, Habit.DROPS_SHAPES));

    /** Y up and metres; rests where the first clip begins. */
    public static final StandIn REEDMACE = new StandIn(
            "reedmace",
            "Reedmace",
            Conventions.Y_UP_METRES,
            EnumSet.of(Habit.RESTS_AT_FIRST_FRAME, Habit.FOUR_INFLUENCES, Habit.MOVES_TO_PLINTH));

    private static final FrameRate OWN_RATE = FrameRate.of(30);

    public StandIn {
        habits = Set.copyOf(habits);
    }

    /** All that ship. */
    public static List<StandIn> all() {
        return List.of(ALDER, SEDGE, RUSH, WILLOW, TEASEL, OSIER, SAMPHIRE, REEDMACE);
    }

    /** By its code; null where there is none. */
    public static @Nullable StandIn named(String code) {
        return all().stream().filter(s -> s.code.equals(code)).findFirst().orElse(null);
    }

    /** The same tool with other habits; none makes it behave. */
    public StandIn with(Set<Habit> others) {
        return new StandIn(code, title, convention, others);
    }

    /** One that changes nothing. */
    public StandIn behaved() {
        return with(Set.of());
    }

    /** Its frame rate, where its convention has one; else 30. */
    FrameRate ownRate() {
        return convention.rate() == null ? OWN_RATE : convention.rate();
    }

    /** What it makes of a scene. */
    public Scene receive(Scene scene) {
        Scene s = new ConvertStage(convention.axes(), convention.metersPerUnit()).apply(scene);
        for (Habit h : habits.stream().sorted().toList()) {
            s = h.apply(s, this);
        }
        return s.withStage(s.stage().withWriter("stand-in " + title));
    }

    /** Through real files: reads what was sent, and writes what comes back. */
    public SceneFormat.ReadScene rehearse(Path sent, Path returned, Progress progress) throws IOException {
        SceneFormat.ReadScene in = SceneFiles.read(sent, progress.part(0, 0.3));
        progress.at(0.3, say("rehearsal.StandIn.is-at-work", title));
        Scene out = receive(in.scene());
        SceneFormat format = SceneFiles.formats().stream()
                .filter(f -> f.name().equals(in.format()))
                .findFirst()
                .orElseThrow();
        return SceneFiles.write(out, returned, format, format.variants().getFirst(), true, progress.part(0.4, 1));
    }
}
