package idleheron.desktop.paint;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.render.Side;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Quaterniond;

/** What is told of a joint under the pointer: how far apart both sides have it, and how it stands on each. */
final class JointFacts {
    /** Degrees from which on it is told that axes differ. */
    private static final double AXES = 0.01;

    /** Smaller angles, degrees, and distances, mm, are left by rounding. */
    private static final double LEAST = 0.0005;

    private JointFacts() {}

    /** Of a joint of one side: its name, its turn from rest and its distance to the joint above. */
    static List<String> of(Side side, int joint) {
        return List.of(name(side, joint), stands(side, new Pose(side.scene()), joint));
    }

    /**
     * Of a joint on both sides: its name, the angle between what turned it from rest on each and the distance between both, and how
     * it stands on each.
     *
     * @param other its partner, or -1
     */
    static List<String> of(Side a, int joint, Side b, int other) {
        List<String> out = new ArrayList<>();
        String name = name(a, joint);
        Pose restA = new Pose(a.scene());
        if (other < 0) {
            out.add(name);
            out.add(say("desktop.paint.JointFacts.did-not-return"));
            out.add(say("desktop.paint.JointFacts.sent", stands(a, restA, joint)));
            return out;
        }
        String there = name(b, other);
        out.add(name.equals(there) ? name : say("desktop.paint.JointFacts.renamed", name, there));
        Matrix4d wa = world(a, joint);
        Matrix4d wb = world(b, other);
        Pose restB = new Pose(b.scene());
        Quaterniond ra = axes(a, restA, joint);
        Quaterniond rb = axes(b, restB, other);
        Quaterniond qa = Matrices.quaternion(wa).mul(ra.conjugate(new Quaterniond()));
        Quaterniond qb = Matrices.quaternion(wb).mul(rb.conjugate(new Quaterniond()));
        out.add(say(
                "desktop.paint.JointFacts.between-both",
                degrees(qa, qb),
                millimetres(Matrices.translation(wa), Matrices.translation(wb))));
        if (angle(ra, rb) > AXES) {
            out.add(say("desktop.paint.JointFacts.axes-at-rest", degrees(ra, rb)));
        }
        out.add(say("desktop.paint.JointFacts.sent", stands(a, restA, joint)));
        out.add(say("desktop.paint.JointFacts.returned", stands(b, restB, other)));
        return out;
    }

    private static String name(Side s, int joint) {
        return s.scene().nodes().get(joint).name();
    }

    private static Matrix4d world(Side s, int joint) {
        return s.space().matrix(s.pose().world(joint), new Matrix4d());
    }

    private static String stands(Side side, Pose rest, int joint) {
        Scene scene = side.scene();
        String turn = degrees(Matrices.quaternion(side.pose().local(joint)), Matrices.quaternion(rest.local(joint)));
        int above = scene.jointAbove(joint);
        return above < 0
                ? say("desktop.paint.JointFacts.from-rest", turn)
                : say(
                        "desktop.paint.JointFacts.from-rest-and-to-the-joint-above",
                        turn,
                        millimetres(Matrices.translation(world(side, joint)), Matrices.translation(world(side, above))),
                        scene.nodes().get(above).name());
    }

    /** How the axes of a joint lie at rest, common space. */
    private static Quaterniond axes(Side s, Pose rest, int joint) {
        return Matrices.quaternion(s.space().matrix(rest.world(joint), new Matrix4d()));
    }

    private static double angle(Quaterniond a, Quaterniond b) {
        return SwingTwist.angle(new Quaterniond(a).conjugate().mul(b));
    }

    private static String degrees(Quaterniond a, Quaterniond b) {
        return number(angle(a, b));
    }

    private static String millimetres(Vec3 a, Vec3 b) {
        return number(1000 * a.distance(b));
    }

    /** What rounding leaves is nothing. */
    private static String number(double v) {
        return v < LEAST ? "0" : Figure.number(v);
    }
}
