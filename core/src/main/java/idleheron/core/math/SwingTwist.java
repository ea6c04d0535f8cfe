package idleheron.core.math;

import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;

/**
 * A turn split into a twist about an axis and the swing that is left, so that turn = swing · twist.
 *
 * <p>Source: the twist is the turn's quaternion projected on the axis and normalised.
 *
 * @param swingDegrees 0 to 180
 * @param twistDegrees -180 to 180, positive about the axis by the right-hand rule
 */
public record SwingTwist(double swingDegrees, double twistDegrees) {

    /** {@code axis} need not have unit length; a turn of half a circle about an axis at right angles to it has no twist. */
    public static SwingTwist of(Quaterniondc turn, Vec3 axis) {
        Vector3d a = new Vector3d(axis.x(), axis.y(), axis.z()).normalize();
        double along = turn.x() * a.x + turn.y() * a.y + turn.z() * a.z;
        Quaterniond twist = new Quaterniond(a.x * along, a.y * along, a.z * along, turn.w());
        if (twist.lengthSquared() < 1e-24) {
            return new SwingTwist(180, 0);
        }
        twist.normalize();
        Quaterniond swing = new Quaterniond(turn).mul(new Quaterniond(twist).conjugate());
        double degrees = Math.toDegrees(2 * Math.atan2(along, turn.w()));
        return new SwingTwist(angle(swing), wrap(degrees));
    }

    /** Angle of a turn in degrees, 0 to 180. */
    public static double angle(Quaterniondc q) {
        double v = Math.sqrt(q.x() * q.x() + q.y() * q.y() + q.z() * q.z());
        return Math.toDegrees(2 * Math.atan2(v, Math.abs(q.w())));
    }

    private static double wrap(double degrees) {
        return degrees - 360 * Math.rint(degrees / 360);
    }
}
