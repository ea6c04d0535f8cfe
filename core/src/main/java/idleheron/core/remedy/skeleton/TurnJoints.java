package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.space.Rebase;
import idleheron.core.scene.Scene;
import org.joml.Matrix3d;

/**
 * Turns the own axes of every joint by the same angles and leaves all positions, surfaces and motion as they are.
 *
 * @param degrees turn about the joint's own X, then Y, then Z
 */
public record TurnJoints(Vec3 degrees) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
            "turn-joints",
            TurnJoints.class,
            Keeps.PICTURE,
            say("core.remedy.skeleton.TurnJoints.turns-the-own-axes-of-every"));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skeleton.TurnJoints.turn-the-joint-axes");
    }

    @Override
    public String describe() {
        return String.format(
                java.util.Locale.ROOT,
                say("core.remedy.skeleton.TurnJoints.turns-the-own-axes-of-every-2"),
                degrees.x(),
                degrees.y(),
                degrees.z());
    }

    @Override
    public Scene apply(Scene scene) {
        Matrix3d back = RotationOrder.XYZ.matrix(degrees).transpose();
        Matrix3d[] turn = Rebase.noTurns(scene);
        for (int j : scene.joints()) {
            turn[j] = back;
        }
        return new Rebase(scene, Rebase.World.same(), Rebase.sizes(scene, 1), turn).apply();
    }
}
