package idleheron.core.math;

import static idleheron.core.Messages.say;

import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.SingularValueDecomposition_F64;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * The similarity q = scale · rotation · p + offset that brings points {@code p} closest to points {@code q} by least squares.
 *
 * <p>Source: Umeyama (1991), by the singular values of the covariance; with {@code mirror} the best improper rotation is
 * taken where it fits better.
 *
 * @param scale positive factor
 * @param rotation orthogonal, determinant 1, or -1 when {@code mirrored}
 * @param mirrored whether the handedness changes
 * @param offset in the unit of q
 * @param residual root mean square distance left, in the unit of q
 * @param worst largest distance left, in the unit of q
 */
public record Similarity(
        double scale, Matrix3d rotation, boolean mirrored, Vec3 offset, double residual, double worst) {

    /** Whether it can be undone: a size above 0, and numbers that are finite. */
    public boolean invertible() {
        return scale > 0
                && Double.isFinite(scale)
                && Double.isFinite(1 / scale)
                && offset.isFinite()
                && rotation.isFinite();
    }

    /** Angle of the (proper part of the) rotation in degrees, 0 to 180. */
    public double angleDegrees() {
        Matrix3d r = new Matrix3d(rotation);
        if (mirrored) {
            r.scaleLocal(-1, 1, 1);
        }
        return SwingTwist.angle(new Quaterniond().setFromNormalized(r));
    }

    /** Scale, rotation and offset as one matrix for column vectors. */
    public Matrix4d matrix() {
        return new Matrix4d(new Matrix3d(rotation).scale(scale)).setTranslation(offset.x(), offset.y(), offset.z());
    }

    /**
     * Fits packed points, three doubles each.
     *
     * @param from 3n coordinates
     * @param to 3n coordinates
     * @throws IllegalArgumentException when the lengths differ or there are no points
     */
    public static Similarity fit(double[] from, double[] to, boolean allowMirror) {
        if (from.length != to.length || from.length == 0 || from.length % 3 != 0) {
            throw new IllegalArgumentException(
                    say("core.math.Similarity.needs-two-equal-lists-of-points", from.length, to.length));
        }
        int n = from.length / 3;
        double[] cf = centre(from);
        double[] ct = centre(to);
        double[] cov = new double[9];
        double spread = 0;
        double spreadTo = 0;
        for (int p = 0; p < n; p++) {
            for (int c = 0; c < 3; c++) {
                double f = from[3 * p + c] - cf[c];
                double t = to[3 * p + c] - ct[c];
                spread += f * f;
                spreadTo += t * t;
                for (int r = 0; r < 3; r++) {
                    cov[3 * r + c] += (to[3 * p + r] - ct[r]) * f;
                }
            }
        }
        if (spread <= 0 || spreadTo <= 0) {
            Vec3 offset = new Vec3(ct[0] - cf[0], ct[1] - cf[1], ct[2] - cf[2]);
            return measured(from, to, 1, new Matrix3d(), false, offset);
        }
        Rotation best = rotation(cov, allowMirror);
        double scale = best.trace / spread;
        Vector3d moved = best.matrix.transform(new Vector3d(cf)).mul(scale);
        Vec3 offset = new Vec3(ct[0] - moved.x, ct[1] - moved.y, ct[2] - moved.z);
        return measured(from, to, scale, best.matrix, best.mirrored, offset);
    }

    private static double[] centre(double[] points) {
        double[] c = new double[3];
        for (int i = 0; i < points.length; i++) {
            c[i % 3] += points[i];
        }
        for (int i = 0; i < 3; i++) {
            c[i] /= points.length / 3.0;
        }
        return c;
    }

    private record Rotation(Matrix3d matrix, double trace, boolean mirrored) {}

    /** U·D·Vᵗ of the covariance; D carries the sign of the weakest direction. */
    private static Rotation rotation(double[] cov, boolean allowMirror) {
        SingularValueDecomposition_F64<DMatrixRMaj> svd = DecompositionFactory_DDRM.svd(3, 3, true, true, false);
        if (!svd.decompose(new DMatrixRMaj(3, 3, true, cov))) {
            return new Rotation(new Matrix3d(), 1, false);
        }
        double[] values = svd.getSingularValues();
        Matrix3d u = joml(svd.getU(null, false));
        Matrix3d v = joml(svd.getV(null, false));
        double max = Math.max(values[0], Math.max(values[1], values[2]));
        int weakest = 0;
        for (int i = 1; i < 3; i++) {
            if (values[i] < values[weakest]) {
                weakest = i;
            }
        }
        boolean improper = u.determinant() * v.determinant() < 0;
        boolean flat = values[weakest] < 1e-9 * max;
        boolean mirrored = improper && allowMirror && !flat;
        double[] d = {1, 1, 1};
        if (improper && !mirrored) {
            d[weakest] = -1;
        }
        double trace = d[0] * values[0] + d[1] * values[1] + d[2] * values[2];
        Matrix3d m = u.scale(d[0], d[1], d[2]).mul(v.transpose());
        return new Rotation(m, trace, mirrored);
    }

    private static Matrix3d joml(DMatrixRMaj m) {
        Matrix3d out = new Matrix3d();
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 3; c++) {
                out.set(c, r, m.get(r, c));
            }
        }
        return out;
    }

    private static Similarity measured(
            double[] from, double[] to, double scale, Matrix3d rotation, boolean mirrored, Vec3 offset) {
        double sum = 0;
        double worst = 0;
        Vector3d p = new Vector3d();
        for (int i = 0; i < from.length; i += 3) {
            rotation.transform(p.set(from[i], from[i + 1], from[i + 2])).mul(scale);
            double square = p.add(offset.x(), offset.y(), offset.z()).distanceSquared(to[i], to[i + 1], to[i + 2]);
            sum += square;
            worst = Math.max(worst, square);
        }
        return new Similarity(
                scale, rotation, mirrored, offset, Math.sqrt(sum / (from.length / 3.0)), Math.sqrt(worst));
    }
}
