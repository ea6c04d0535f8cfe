package idleheron.core.geometry;

import org.ejml.data.DMatrixSparseCSC;
import org.ejml.data.DMatrixSparseTriplet;
import org.ejml.ops.DConvertMatrixStruct;
import org.ejml.sparse.csc.CommonOps_DSCC;

/**
 * How much a value on the points of a surface bends, from lengths of edges alone: L, whose rows sum to 0 and which no value makes
 * negative, and a third of the area of every triangle at each point. Weights of edges are half the cotangents of the angles across
 * them, of all triangles that have the edge; those below 0 count as 0, so that no smooth value leaves the range of those that are
 * held. Lengths are first grown by the least amount at which every triangle keeps its inequality by a hundred-thousandth of the mean
 * length (Sharp and Crane 2020), so that slivers do no harm.
 *
 * @param l of points by points, one over nothing (no unit)
 * @param areas square of the unit of length
 */
public record CotanLaplacian(DMatrixSparseCSC l, double[] areas) {
    private static final double SLACK = 1e-5;
    private static final double LEAST = 1e-40;

    /** Weighted by the cotangents of the angles across an edge, with the area around each point. */
    public static CotanLaplacian of(TriangleMesh m) {
        int[] t = m.triangles();
        int n = m.pointCount();
        double[] length = lengths(m);
        double[] areas = new double[n];
        double[] diagonal = new double[n];
        MeshEdges edges = MeshEdges.of(m);
        double[] weight = new double[edges.count()];
        for (int f = 0; f < t.length; f += 3) {
            double a = length[f];
            double b = length[f + 1];
            double c = length[f + 2];
            double s = (a + b + c) / 2;
            double area = Math.sqrt(Math.max(s * (s - a) * (s - b) * (s - c), LEAST));
            for (int k = 0; k < 3; k++) {
                double own = length[f + k];
                double next = length[f + (k + 1) % 3];
                double last = length[f + (k + 2) % 3];
                double cot = (next * next + last * last - own * own) / (4 * area);
                weight[edges.find(t[f + (k + 1) % 3], t[f + (k + 2) % 3])] += cot / 2;
                areas[t[f + k]] += area / 3;
            }
        }
        DMatrixSparseTriplet l = new DMatrixSparseTriplet(n, n, 2 * edges.count() + n);
        for (int e = 0; e < weight.length; e++) {
            double w = Math.max(0, weight[e]);
            int a = edges.ends()[2 * e];
            int b = edges.ends()[2 * e + 1];
            l.addItem(a, b, -w);
            l.addItem(b, a, -w);
            diagonal[a] += w;
            diagonal[b] += w;
        }
        for (int i = 0; i < n; i++) {
            l.addItem(i, i, diagonal[i]);
        }
        double most = 0;
        for (double a : areas) {
            most = Math.max(most, a);
        }
        for (int i = 0; i < n; i++) {
            areas[i] = Math.max(areas[i], 1e-12 * most);
        }
        DMatrixSparseCSC csc = DConvertMatrixStruct.convert(l, (DMatrixSparseCSC) null);
        csc.sortIndices(null);
        return new CotanLaplacian(csc, areas);
    }

    /** Of every corner of a triangle the length of the side across from it, grown a little. */
    private static double[] lengths(TriangleMesh m) {
        int[] t = m.triangles();
        double[] p = m.points();
        double[] out = new double[t.length];
        double sum = 0;
        for (int i = 0; i < t.length; i++) {
            int f = i - i % 3;
            int a = 3 * t[f + (i + 1) % 3];
            int b = 3 * t[f + (i + 2) % 3];
            double x = p[a] - p[b];
            double y = p[a + 1] - p[b + 1];
            double z = p[a + 2] - p[b + 2];
            out[i] = Math.sqrt(x * x + y * y + z * z);
            sum += out[i];
        }
        double slack = out.length == 0 ? 0 : SLACK * sum / out.length;
        double grow = 0;
        for (int f = 0; f < out.length; f += 3) {
            for (int k = 0; k < 3; k++) {
                double over = out[f + (k + 1) % 3] + out[f + (k + 2) % 3] - out[f + k];
                grow = Math.max(grow, slack - over);
            }
        }
        for (int i = 0; i < out.length; i++) {
            out[i] += grow;
        }
        return out;
    }

    /**
     * L + length² · L · M⁻¹ · L: smooth in slope within about a length, without overshoot beyond. A plain sum without the length would
     * mean something else in another unit.
     *
     * @param length in the unit of the points; 0 for L alone
     */
    public DMatrixSparseCSC energy(double length) {
        if (length <= 0) {
            return l;
        }
        DMatrixSparseCSC scaled = l.copy();
        for (int c = 0; c < scaled.numCols; c++) {
            for (int i = scaled.col_idx[c]; i < scaled.col_idx[c + 1]; i++) {
                scaled.nz_values[i] *= length * length / areas[scaled.nz_rows[i]];
            }
        }
        DMatrixSparseCSC bends = new DMatrixSparseCSC(l.numRows, l.numCols, 0);
        CommonOps_DSCC.mult(l, scaled, bends);
        DMatrixSparseCSC out = new DMatrixSparseCSC(l.numRows, l.numCols, 0);
        CommonOps_DSCC.add(1, l, 1, bends, out, null, null);
        out.sortIndices(null);
        return out;
    }
}
