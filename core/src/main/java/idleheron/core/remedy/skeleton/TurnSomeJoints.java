package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.space.Rebase;
import idleheron.core.scene.Scene;
import java.util.Map;
import java.util.TreeMap;
import org.joml.Matrix3d;

/**
 * Turns the own axes of some joints, each by its own angles, and leaves all positions, surfaces and motion as they are.
 *
 * @param degrees by the name of the joint: turn about its own X, then Y, then Z
 */
public record TurnSomeJoints(Map<String, Vec3> degrees) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
            "turn-some-joints",
            TurnSomeJoints.class,
            Keeps.PICTURE,
            say("core.remedy.skeleton.TurnSomeJoints.turns-the-own-axes-of-some"));

    public TurnSomeJoints {
        degrees = java.util.Collections.unmodifiableMap(new TreeMap<>(degrees));
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say(
                "core.remedy.skeleton.TurnSomeJoints.turn-the-axes-of",
                degrees.size(),
                (degrees.size() == 1
                        ? say("core.remedy.skeleton.TurnSomeJoints.joint")
                        : say("core.remedy.skeleton.TurnSomeJoints.joints")));
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.skeleton.TurnSomeJoints.turns-the-own-axes-of-nothing",
                String.join(", ", degrees.keySet()));
    }

    @Override
    public Scene apply(Scene scene) {
        Matrix3d[] turn = Rebase.noTurns(scene);
        boolean any = false;
        for (int j : scene.joints()) {
            Vec3 by = degrees.get(scene.nodes().get(j).name());
            if (by != null) {
                turn[j] = RotationOrder.XYZ.matrix(by).transpose();
                any = true;
            }
        }
        return any ? new Rebase(scene, Rebase.World.same(), Rebase.sizes(scene, 1), turn).apply() : scene;
    }
}
