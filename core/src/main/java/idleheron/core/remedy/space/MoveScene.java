package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Scene;
import org.joml.Matrix3d;

/**
 * Turns, scales and moves everything together.
 *
 * @param degrees turn about X, then Y, then Z of the common space
 * @param factor uniform scale
 * @param meters offset in the common space
 */
public record MoveScene(Vec3 degrees, double factor, Vec3 meters) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
            "move-scene",
            MoveScene.class,
            Keeps.OTHERS,
            say("core.remedy.space.MoveScene.turns-scales-and-moves-everything-together"));

    public MoveScene {
        if (!degrees.isFinite() || !meters.isFinite() || !(factor > 0 && Double.isFinite(factor))) {
            throw new IllegalArgumentException(
                    say("core.remedy.space.MoveScene.a-turn-by-a-size-of", text(degrees), factor, text(meters)));
        }
    }

    private static String text(Vec3 v) {
        return Figure.exact(v.x()) + ", " + Figure.exact(v.y()) + ", " + Figure.exact(v.z());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return factor != 1
                ? say("core.remedy.space.MoveScene.scale-the-scene")
                : degrees.isZero()
                        ? say("core.remedy.space.MoveScene.move-the-scene")
                        : say("core.remedy.space.MoveScene.turn-the-scene");
    }

    @Override
    public String describe() {
        return String.format(
                java.util.Locale.ROOT,
                say("core.remedy.space.MoveScene.turns-by-2f-2f-2f-scales"),
                degrees.x(),
                degrees.y(),
                degrees.z(),
                factor,
                meters.x(),
                meters.y(),
                meters.z());
    }

    @Override
    public Scene apply(Scene scene) {
        Matrix3d c = scene.stage().axes().toCommon();
        Matrix3d turn = new Matrix3d(c)
                .transpose()
                .mul(RotationOrder.XYZ.matrix(degrees))
                .mul(c);
        double unit = CanonicalSpace.of(scene.stage()).length(1);
        org.joml.Vector3d o = new Matrix3d(c)
                .transpose()
                .transform(new org.joml.Vector3d(meters.x(), meters.y(), meters.z()))
                .div(unit);
        org.joml.Matrix4d volumes =
                new org.joml.Matrix4d(turn).scaleLocal(factor).setTranslation(o);
        Scene moved = ChangeCache.moved(
                ChangeGrids.place(volumes).apply(scene), factor, new org.joml.Matrix4d(turn).setTranslation(o));
        return new Rebase(
                        moved,
                        new Rebase.World(false, factor, turn, new Vec3(o.x, o.y, o.z)),
                        Rebase.sizes(scene, factor),
                        Rebase.noTurns(scene))
                .apply();
    }
}
