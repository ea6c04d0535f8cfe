package idleheron.core.garment.fit;

import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/** Weighted least squares, one row after the other: the step that makes Σ w (r + J d)² least, with a damping of each unknown. */
final class Gauss {
    private final int n;
    private final double[] h;
    private final double[] g;

    Gauss(int unknowns) {
        n = unknowns;
        h = new double[n * n];
        g = new double[n];
    }

    void row(double[] j, double r, double w) {
        if (w == 0) {
            return;
        }
        for (int a = 0; a < n; a++) {
            double x = w * j[a];
            if (x != 0) {
                g[a] += x * r;
                for (int b = 0; b < n; b++) {
                    h[a * n + b] += x * j[b];
                }
            }
        }
    }

    void damp(int unknown, double by) {
        h[unknown * n + unknown] += by;
    }

    /** The step; nothing where it cannot be told. */
    double[] step() {
        DMatrixRMaj x = new DMatrixRMaj(n, 1);
        DMatrixRMaj b = new DMatrixRMaj(n, 1);
        for (int i = 0; i < n; i++) {
            b.data[i] = -g[i];
        }
        boolean fine = CommonOps_DDRM.solve(new DMatrixRMaj(n, n, true, h), b, x);
        for (double v : x.data) {
            fine &= Double.isFinite(v);
        }
        return fine ? x.data : new double[n];
    }

    /** How much a residual counts: less the larger it is, nothing beyond a cut (Tukey). */
    static double tukey(double r, double cut) {
        double t = r / cut;
        double k = 1 - t * t;
        return Math.abs(r) < cut ? k * k : 0;
    }

    /** Three times 1.48 times the middle distance from nothing. */
    static double wide(double[] r) {
        return 3
                * 1.4826
                * Feet.median(java.util.Arrays.stream(r).map(Math::abs).toArray());
    }
}
