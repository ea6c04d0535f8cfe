package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.BoneAxis;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import java.util.EnumMap;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * Re-aims the bones: turns the own axes of every joint alike, so that the axis that runs along most bones becomes another one.
 * No surface, position or motion moves.
 *
 * @param along the axis that is to run along the bones
 * @param side the axis that is to stand where the next axis after the old one stood (Y after X, Z after Y, X after Z)
 */
public record AimJoints(SignedAxis along, SignedAxis side) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "aim-joints",
                    AimJoints.class,
                    Keeps.PICTURE,
                    say("core.remedy.skeleton.AimJoints.turns-the-own-axes-of-every"))
            .told(
                    "=ALONG[:SIDE]",
                    v -> v.text().contains(":")
                            ? new AimJoints(v.first().axis(), v.second("").axis())
                            : along(v.axis()))
            .measured(say("core.remedy.skeleton.AimJoints.axis-along-most-bones"), AimJoints::told);

    public AimJoints {
        if (along.axis() == side.axis()) {
            throw new IllegalArgumentException(
                    say("core.remedy.skeleton.AimJoints.and-are-one-axis-two-different", along.label(), side.label()));
        }
    }

    /** Along an axis, with the one after it to the side. */
    public static AimJoints along(SignedAxis along) {
        return new AimJoints(along, SignedAxis.of((along.axis() + 1) % 3, 1));
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skeleton.AimJoints.aim-bones-along", along.label());
    }

    @Override
    public String describe() {
        return say("core.remedy.skeleton.AimJoints.turns-the-own-axes-of-every-2", along.label(), side.label());
    }

    private static String told(Scene s) {
        SignedAxis a = most(s);
        return a == null ? "–" : a.label();
    }

    /** The axis that runs along most bones, or null where no bone has a length. */
    public static @Nullable SignedAxis most(Scene scene) {
        Map<SignedAxis, Integer> count = new EnumMap<>(SignedAxis.class);
        Pose rest = new Pose(scene);
        for (int j : scene.joints()) {
            SignedAxis a = BoneAxis.of(scene, rest, j);
            if (a != null) {
                count.merge(a, 1, Integer::sum);
            }
        }
        return count.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse(null);
    }

    private static Vector3d unit(int axis, int sign) {
        return new Vector3d(axis == 0 ? sign : 0, axis == 1 ? sign : 0, axis == 2 ? sign : 0);
    }

    @Override
    public Scene apply(Scene scene) {
        SignedAxis old = most(scene);
        if (old == null) {
            return scene;
        }
        // Columns of the new axes in the old ones: the axis along, the axis to the side, and what is square to both.
        Vector3d a = unit(old.axis(), old.sign());
        Vector3d s = unit((old.axis() + 1) % 3, 1);
        Vector3d[] columns = new Vector3d[3];
        columns[along.axis()] = a.mul(along.sign(), new Vector3d());
        columns[side.axis()] = s.mul(side.sign(), new Vector3d());
        int third = 3 - along.axis() - side.axis();
        columns[third] = new Vector3d(columns[(third + 1) % 3]).cross(columns[(third + 2) % 3]);
        Matrix3d m = new Matrix3d(columns[0], columns[1], columns[2]);
        Vec3 degrees = RotationOrder.XYZ.angles(m);
        return degrees.isZero() ? scene : new TurnJoints(degrees).apply(scene);
    }
}
