package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;

/** Corrects what the file declares about its axes and unit; not one number of the data changes. */
public record Redeclare(AxisSystem axes, double metersPerUnit) implements Remedy {
    /** What the file declares. */
    static final Measure DECLARED = new Measure(
            "declared", s -> s.stage().axes().describe() + ", " + s.stage().unitLabel());

    public static final RemedyType TYPE = RemedyType.of(
                    "redeclare",
                    Redeclare.class,
                    Keeps.OTHERS,
                    say("core.remedy.space.Redeclare.corrects-what-the-file-declares-about"))
            .measured(DECLARED);

    public Redeclare {
        Stage.COMMON.withMetersPerUnit(metersPerUnit); // says no to what is no unit
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.space.Redeclare.correct-the-declaration");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.space.Redeclare.declares-and-to-the-unit-the",
                axes.describe(),
                Stage.COMMON.withMetersPerUnit(metersPerUnit).unitLabel());
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withStage(scene.stage().withAxes(axes).withMetersPerUnit(metersPerUnit));
    }
}
