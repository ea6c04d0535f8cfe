package idleheron.core.math;

import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/** Small helpers on 4x4 matrices of column vectors. */
public final class Matrices {
    private Matrices() {}

    /** The closest proper rotation of the linear part, after removing scale; a mirror is taken out along X. */
    public static Matrix3d rotation(Matrix4dc m) {
        Vector3d x = m.getColumn(0, new org.joml.Vector4d()).xyz(new Vector3d());
        Vector3d y = m.getColumn(1, new org.joml.Vector4d()).xyz(new Vector3d());
        Vector3d z = m.getColumn(2, new org.joml.Vector4d()).xyz(new Vector3d());
        if (x.length() < 1e-300 || y.length() < 1e-300 || z.length() < 1e-300) {
            return new Matrix3d();
        }
        if (new Vector3d(x).cross(y).dot(z) < 0) {
            x.negate();
        }
        x.normalize();
        y.fma(-y.dot(x), x);
        if (y.length() < 1e-300) {
            return new Matrix3d();
        }
        y.normalize();
        z = new Vector3d(x).cross(y);
        return new Matrix3d(x, y, z);
    }

    /** The rotation of a matrix without its scale, a unit quaternion. */
    public static Quaterniond quaternion(Matrix4dc m) {
        return new Quaterniond().setFromNormalized(rotation(m));
    }

    /** Lengths of the three columns. */
    public static Vec3 scale(Matrix4dc m) {
        Vector3d s = m.getScale(new Vector3d());
        return new Vec3(s.x, s.y, s.z);
    }

    /** The last column. */
    public static Vec3 translation(Matrix4dc m) {
        return new Vec3(m.m30(), m.m31(), m.m32());
    }

    /** Sixteen numbers row by row: the translation is in the 4th, 8th and 12th. */
    public static double[] rows(Matrix4dc m) {
        return new Matrix4d(m).transpose().get(new double[16]);
    }

    /** Largest absolute difference of the sixteen elements. */
    public static double difference(Matrix4dc a, Matrix4dc b) {
        double worst = 0;
        for (int c = 0; c < 4; c++) {
            for (int r = 0; r < 4; r++) {
                worst = Math.max(worst, Math.abs(a.get(c, r) - b.get(c, r)));
            }
        }
        return worst;
    }
}
