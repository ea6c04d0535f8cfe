package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import org.joml.Matrix3d;
import org.joml.Matrix4d;

/**
 * Writes the scene for other axes, handedness and unit. The picture stays: the stage's declarations and the data change
 * together. Turns go into the top nodes; a change of handedness mirrors every node's own X.
 */
public record ConvertStage(AxisSystem axes, double metersPerUnit) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "convert-stage",
                    ConvertStage.class,
                    Keeps.PICTURE,
                    say("core.remedy.space.ConvertStage.writes-everything-for-the-axes-handedness"))
            .toldFor(d -> new ConvertStage(d.axes(), d.metersPerUnit()))
            .measured(Redeclare.DECLARED);

    public ConvertStage {
        Stage.COMMON.withMetersPerUnit(metersPerUnit); // says no to what is no unit
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.space.ConvertStage.convert-axes-and-unit");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.space.ConvertStage.writes-everything-for-and-to-the",
                axes.describe(),
                Stage.COMMON.withMetersPerUnit(metersPerUnit).unitLabel());
    }

    @Override
    public Scene apply(Scene scene) {
        AxisSystem from = scene.stage().axes();
        double factor = scene.stage().metersPerUnit() / metersPerUnit;
        boolean mirror = from.isRightHanded() != axes.isRightHanded();
        if (from.equals(axes) && factor == 1) {
            return scene;
        }
        Matrix3d w = from.to(axes);
        if (mirror) {
            w.scale(-1, 1, 1);
        }
        Scene out = new Rebase(
                        scene,
                        new Rebase.World(mirror, factor, w, Vec3.ZERO),
                        Rebase.sizes(scene, factor),
                        Rebase.noTurns(scene))
                .apply();
        Matrix4d volumes = new Matrix4d(from.to(axes)).scaleLocal(factor);
        return ChangeCache.moved(ChangeGrids.place(volumes).apply(out), factor, new Matrix4d(from.to(axes)))
                .withStage(scene.stage().withAxes(axes).withMetersPerUnit(metersPerUnit));
    }
}
