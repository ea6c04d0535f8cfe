package idleheron.rehearsal;

import idleheron.core.inspect.Convention;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.ConvertStage;
import idleheron.core.remedy.MoveScene;
import idleheron.core.remedy.PlainTransforms;
import idleheron.core.remedy.TurnJoints;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneFormat;
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

    private static final FrameRate OWN_RATE = FrameRate.of(30);

    public StandIn {
        habits = Set.copyOf(habits);
    }

    public static List<StandIn> all() {
        return List.of(ALDER, SEDGE);
    }

    public static @Nullable StandIn named(String code) {
        return all().stream().filter(s -> s.code.equals(code)).findFirst().orElse(null);
    }

    /** The same tool with other habits; none makes it behave. */
    public StandIn with(Set<Habit> others) {
        return new StandIn(code, title, convention, others);
    }

    public StandIn behaved() {
        return with(Set.of());
    }

    /** What it makes of a scene. */
    public Scene receive(Scene scene) {
        Scene s = new ConvertStage(convention.axes(), convention.metersPerUnit()).apply(scene);
        if (habits.contains(Habit.MOVES_TO_PLINTH)) {
            s = new MoveScene(Vec3.ZERO, 1, new Vec3(0.5, 0, 0)).apply(s);
        }
        if (habits.contains(Habit.RE_AIM)) {
            s = new PlainTransforms(null).apply(new TurnJoints(new Vec3(0, 0, -90)).apply(s));
        }
        if (habits.contains(Habit.TIP_JOINTS)) {
            s = Additions.tips(s);
        }
        if (habits.contains(Habit.OWN_ROOT)) {
            s = Additions.root(s, code + "_root");
        }
        if (habits.contains(Habit.FOUR_INFLUENCES)) {
            s = WeightLoss.strongest(s, 4);
        }
        if (habits.contains(Habit.EIGHT_BIT_WEIGHTS)) {
            s = WeightLoss.eightBits(s);
        }
        if (habits.contains(Habit.ROUNDS_RANGE)) {
            s = PlainTransforms.onWholeFrames(s, convention.rate() == null ? OWN_RATE : convention.rate());
        }
        if (habits.contains(Habit.DECLARES_CENTIMETRES)) {
            s = s.withStage(s.stage().withMetersPerUnit(0.01));
        }
        if (habits.contains(Habit.DECLARES_Y_UP)) {
            s = s.withStage(s.stage().withAxes(AxisSystem.COMMON));
        }
        return s.withStage(s.stage().withWriter("stand-in " + title));
    }

    /** Through real files: reads what was sent, and writes what comes back. */
    public SceneFormat.ReadScene rehearse(Path sent, Path returned, Progress progress) throws IOException {
        SceneFormat.ReadScene in = SceneFiles.read(sent, progress.part(0, 0.3));
        progress.at(0.3, title + " is at work");
        Scene out = receive(in.scene());
        SceneFormat format = SceneFiles.formats().stream()
                .filter(f -> f.name().equals(in.format()))
                .findFirst()
                .orElseThrow();
        return SceneFiles.write(out, returned, format, format.variants().getFirst(), true, progress.part(0.4, 1));
    }
}
