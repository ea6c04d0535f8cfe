package idleheron.core.garment.fit;

import idleheron.core.geometry.BodyDistance;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * The size, turn and shift of a garment that make its gap steadiest, by robust steps from point to plane with the gap itself free.
 *
 * @param moved the places with all of it applied
 * @param scale times which it fits
 * @param degrees turned
 * @param shift of its middle, metres
 * @param all of it as one matrix
 */
record SimilarityFit(double[] moved, double scale, double degrees, double shift, Matrix4dc all) {
    private static final int STEPS = 25;
    private static final double LEAST_CUT = 0.008;
    private static final double MOST_GROWTH = 0.1;
    private static final double DONE = 1e-6;

    static SimilarityFit of(BodyDistance body, double[] q) {
        int n = q.length / 3;
        double[] x = q.clone();
        Matrix4d all = new Matrix4d();
        double scale = 1;
        double[] j = new double[8];
        double[] r = new double[n];
        for (int it = 0; it < STEPS; it++) {
            Feet f = Feet.of(body, x);
            double[] m = middle(x);
            for (int i = 0; i < n; i++) {
                r[i] = f.along(i, x);
            }
            double gap = Feet.median(r);
            for (int i = 0; i < n; i++) {
                r[i] -= gap;
            }
            double cut = Math.max(LEAST_CUT, Gauss.wide(r));
            Gauss h = new Gauss(8);
            for (int i = 0; i < n; i++) {
                double[] nn = f.normals();
                double ax = x[3 * i] - m[0];
                double ay = x[3 * i + 1] - m[1];
                double az = x[3 * i + 2] - m[2];
                double nx = nn[3 * i];
                double ny = nn[3 * i + 1];
                double nz = nn[3 * i + 2];
                j[0] = ay * nz - az * ny;
                j[1] = az * nx - ax * nz;
                j[2] = ax * ny - ay * nx;
                j[3] = nx;
                j[4] = ny;
                j[5] = nz;
                j[6] = ax * nx + ay * ny + az * nz;
                j[7] = -1;
                h.row(j, r[i], Gauss.tukey(r[i], cut));
            }
            for (int k = 0; k < 8; k++) {
                h.damp(k, 1e-9 * n);
            }
            double[] d = h.step();
            double k = 1 + Math.clamp(d[6], -MOST_GROWTH, MOST_GROWTH);
            double half = d[0] * d[0] + d[1] * d[1] + d[2] * d[2];
            Quaterniond turn =
                    new Quaterniond(d[0] / 2, d[1] / 2, d[2] / 2, Math.sqrt(Math.max(0, 1 - half / 4))).normalize();
            Matrix4d step = new Matrix4d()
                    .translate(m[0] + d[3], m[1] + d[4], m[2] + d[5])
                    .rotate(turn)
                    .scale(k)
                    .translate(-m[0], -m[1], -m[2]);
            Vector3d v = new Vector3d();
            for (int i = 0; i < n; i++) {
                step.transformPosition(x[3 * i], x[3 * i + 1], x[3 * i + 2], v);
                x[3 * i] = v.x;
                x[3 * i + 1] = v.y;
                x[3 * i + 2] = v.z;
            }
            all = step.mul(all, new Matrix4d());
            scale *= k;
            double most = 0;
            for (int a = 0; a < 7; a++) {
                most = Math.max(most, Math.abs(d[a]));
            }
            if (most < DONE) {
                break;
            }
        }
        Matrix3d turn = all.get3x3(new Matrix3d()).scale(1 / scale);
        double cos = Math.clamp((turn.m00 + turn.m11 + turn.m22 - 1) / 2, -1, 1);
        double[] m = middle(q);
        Vector3d to = all.transformPosition(new Vector3d(m[0], m[1], m[2]));
        double shift = to.sub(m[0], m[1], m[2]).length();
        return new SimilarityFit(x, scale, Math.toDegrees(Math.acos(cos)), shift, all);
    }

    static double[] middle(double[] q) {
        double[] out = new double[3];
        for (int i = 0; i < q.length; i++) {
            out[i % 3] += q[i] / (q.length / 3.0);
        }
        return out;
    }
}
