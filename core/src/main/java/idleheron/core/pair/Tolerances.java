package idleheron.core.pair;

import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import org.joml.Matrix4dc;

/**
 * From where on a difference counts.
 *
 * @param scale relative
 * @param turn degrees, of the fit between the two sides
 * @param offset mm
 * @param joint mm, rest positions
 * @param boneLength relative
 * @param orientation degrees, rest orientations
 * @param weight sum of absolute differences on a point
 * @param surface mm, surface error that weights cause
 * @param clipPosition mm
 * @param clipAngle degrees
 * @param frames frames, of ranges and shifts
 * @param shape mm
 * @param vertex mm
 * @param normal degrees
 * @param voxel difference of a value, of the range of values
 */
public record Tolerances(
        double scale,
        double turn,
        double offset,
        double joint,
        double boneLength,
        double orientation,
        double weight,
        double surface,
        double clipPosition,
        double clipAngle,
        double frames,
        double shape,
        double vertex,
        double normal,
        double voxel) {
    public static final Tolerances DEFAULT =
            new Tolerances(1e-4, 0.01, 0.1, 0.1, 1e-3, 0.05, 0.01, 0.1, 0.1, 0.1, 1e-3, 0.05, 0.05, 0.5, 1e-6);

    /** Whether two joints stand alike, from their world matrices in a unit of so many metres. */
    public boolean sameJoint(Matrix4dc a, Matrix4dc b, double metersPerUnit) {
        double mm = Matrices.translation(a).distance(Matrices.translation(b)) * metersPerUnit * 1000;
        double degrees = SwingTwist.angle(Matrices.quaternion(a).conjugate().mul(Matrices.quaternion(b)));
        return mm <= joint && degrees <= orientation;
    }
}
