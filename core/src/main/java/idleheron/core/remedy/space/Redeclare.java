package idleheron.core.remedy.space;

import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;

/** Corrects what the file declares about its axes and unit; not one number of the data changes. */
public record Redeclare(AxisSystem axes, double metersPerUnit) implements Remedy {
    @Override
    public String code() {
        return "redeclare";
    }

    @Override
    public String title() {
        return "Correct the declaration";
    }

    @Override
    public String describe() {
        return "Declares " + axes.describe() + " and "
                + Stage.COMMON.withMetersPerUnit(metersPerUnit).unitLabel() + " to the unit; the numbers stay.";
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withStage(scene.stage().withAxes(axes).withMetersPerUnit(metersPerUnit));
    }
}
