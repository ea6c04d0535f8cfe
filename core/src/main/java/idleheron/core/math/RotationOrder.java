package idleheron.core.math;

import org.joml.Matrix3d;
import org.joml.Matrix4d;

/**
 * The six orders of Euler angles. The name is the order in which the axes are applied to a column vector, so
 * {@code XYZ} is the matrix Rz·Ry·Rx. Angles are in degrees and stay with their axis: {@code x} is always the turn about X.
 */
public enum RotationOrder {
    XYZ(0, 1, 2),
    XZY(0, 2, 1),
    YZX(1, 2, 0),
    YXZ(1, 0, 2),
    ZXY(2, 0, 1),
    ZYX(2, 1, 0);

    private static final double GIMBAL = 1e-12;

    private final int first;
    private final int second;
    private final int third;
    private final int parity;

    RotationOrder(int first, int second, int third) {
        this.first = first;
        this.second = second;
        this.third = third;
        this.parity = (first + 1) % 3 == second ? 1 : -1;
    }

    /** Multiplies {@code dest} from the right by the rotation and returns it. */
    public Matrix4d rotate(double x, double y, double z, Matrix4d dest) {
        rotateAxis(third, x, y, z, dest);
        rotateAxis(second, x, y, z, dest);
        rotateAxis(first, x, y, z, dest);
        return dest;
    }

    /** The rotation by three angles in degrees about X, Y and Z, in this order of application. */
    public Matrix3d matrix(Vec3 degrees) {
        return rotate(degrees.x(), degrees.y(), degrees.z(), new Matrix4d()).get3x3(new Matrix3d());
    }

    private static void rotateAxis(int axis, double x, double y, double z, Matrix4d dest) {
        if (axis == 0) {
            if (x != 0) {
                dest.rotateX(Math.toRadians(x));
            }
        } else if (axis == 1) {
            if (y != 0) {
                dest.rotateY(Math.toRadians(y));
            }
        } else if (z != 0) {
            dest.rotateZ(Math.toRadians(z));
        }
    }

    /**
     * Degrees that give a pure rotation {@code r}. Source: R = Rk(c)·Rj(b)·Ri(a) gives sin b = -e·r[k][i],
     * a = atan2(e·r[k][j], r[k][k]), c = atan2(e·r[j][i], r[i][i]), with e the parity of (i, j, k). In the gimbal position
     * c is taken as 0.
     */
    public Vec3 angles(Matrix3d r) {
        int i = first;
        int j = second;
        int k = third;
        double e = parity;
        double sin = Math.clamp(-e * at(r, k, i), -1.0, 1.0);
        double cos = Math.hypot(at(r, k, j), at(r, k, k));
        double[] angle = new double[3];
        angle[j] = Math.atan2(sin, cos);
        if (cos > GIMBAL) {
            angle[i] = Math.atan2(e * at(r, k, j), at(r, k, k));
            angle[k] = Math.atan2(e * at(r, j, i), at(r, i, i));
        } else {
            angle[i] = Math.atan2(-e * at(r, j, k), at(r, j, j));
        }
        return new Vec3(degrees(angle[0]), degrees(angle[1]), degrees(angle[2]));
    }

    /** Without the minus of a zero. */
    private static double degrees(double radians) {
        return Math.toDegrees(radians) + 0.0;
    }

    /** As {@link #angles(Matrix3d)}, but the equivalent triple that lies closest to {@code near}, so that curves stay smooth. */
    public Vec3 anglesNear(Matrix3d r, Vec3 near) {
        Vec3 a = angles(r);
        Vec3 one = closest(a.x(), a.y(), a.z(), near);
        double[] flip = {a.x() + 180, a.y() + 180, a.z() + 180};
        flip[second] = 180 - a.get(second);
        Vec3 two = closest(flip[0], flip[1], flip[2], near);
        return one.distance(near) <= two.distance(near) ? one : two;
    }

    private static Vec3 closest(double x, double y, double z, Vec3 near) {
        return new Vec3(
                x + 360 * Math.rint((near.x() - x) / 360),
                y + 360 * Math.rint((near.y() - y) / 360),
                z + 360 * Math.rint((near.z() - z) / 360));
    }

    private static double at(Matrix3d m, int row, int column) {
        return m.get(column, row);
    }
}
