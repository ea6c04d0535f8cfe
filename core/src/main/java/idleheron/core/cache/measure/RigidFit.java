package idleheron.core.cache.measure;

import idleheron.core.math.Similarity;
import org.joml.Matrix3d;
import org.joml.Matrix4d;

/**
 * The turn and move that brings points closest to others by least squares; sizes stay. The turn is that of
 * {@link Similarity}, the move brings the middles together.
 *
 * @param matrix for column vectors
 * @param worst largest distance left, in the unit of the points
 */
public record RigidFit(Matrix4d matrix, double worst) {
    /** Packed points, as many on both sides, at least one. */
    public static RigidFit of(float[] from, float[] to) {
        double[] a = widened(from);
        double[] b = widened(to);
        Matrix3d turn = Similarity.fit(a, b, false).rotation();
        double[] ca = middle(a);
        double[] cb = middle(b);
        org.joml.Vector3d c = turn.transform(new org.joml.Vector3d(ca));
        Matrix4d m = new Matrix4d(turn).setTranslation(cb[0] - c.x, cb[1] - c.y, cb[2] - c.z);
        return new RigidFit(m, worst(m, from, to));
    }

    /** Largest distance between moved points and others. */
    public static double worst(Matrix4d m, float[] from, float[] to) {
        double worst = 0;
        for (int k = 0; k + 2 < from.length; k += 3) {
            double x = m.m00() * from[k] + m.m10() * from[k + 1] + m.m20() * from[k + 2] + m.m30() - to[k];
            double y = m.m01() * from[k] + m.m11() * from[k + 1] + m.m21() * from[k + 2] + m.m31() - to[k + 1];
            double z = m.m02() * from[k] + m.m12() * from[k + 1] + m.m22() * from[k + 2] + m.m32() - to[k + 2];
            worst = Math.max(worst, x * x + y * y + z * z);
        }
        return Math.sqrt(worst);
    }

    private static double[] widened(float[] v) {
        double[] out = new double[v.length];
        for (int i = 0; i < v.length; i++) {
            out[i] = v[i];
        }
        return out;
    }

    private static double[] middle(double[] p) {
        double[] c = new double[3];
        for (int i = 0; i < p.length; i++) {
            c[i % 3] += p[i] / (p.length / 3.0);
        }
        return c;
    }
}
