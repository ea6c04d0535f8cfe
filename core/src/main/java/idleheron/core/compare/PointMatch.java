package idleheron.core.compare;

import idleheron.core.scene.Mesh;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/** Points of a sent mesh to points of a returned one: by index when the counts agree, otherwise the nearest at rest. */
final class PointMatch {
    private PointMatch() {}

    /** Per sent point the returned one, or -1 when there is none within a thousandth of the mesh's size. */
    static int[] of(Pair p, int sentMesh, int returnedMesh) {
        Mesh a = p.sent.meshes().get(sentMesh);
        Mesh b = p.returned.meshes().get(returnedMesh);
        int[] out = new int[a.pointCount()];
        if (a.pointCount() == b.pointCount()) {
            for (int i = 0; i < out.length; i++) {
                out[i] = i;
            }
            return out;
        }
        double[] pa = RestPoints.of(p.sent, p.sentSpace, p.sent.nodeOfMesh(sentMesh));
        double[] pb = RestPoints.of(p.returned, p.returnedSpace, p.returned.nodeOfMesh(returnedMesh));
        double cell = Math.max(1e-12, size(pa) * 1e-3);
        Map<Long, int[]> grid = new HashMap<>();
        for (int i = 0; i < b.pointCount(); i++) {
            grid.merge(key(pb, i, cell, 0, 0, 0), new int[] {i}, PointMatch::joined);
        }
        for (int i = 0; i < out.length; i++) {
            out[i] = nearest(pa, i, pb, grid, cell);
        }
        return out;
    }

    private static int[] joined(int[] a, int[] b) {
        int[] out = Arrays.copyOf(a, a.length + 1);
        out[a.length] = b[0];
        return out;
    }

    private static int nearest(double[] pa, int i, double[] pb, Map<Long, int[]> grid, double cell) {
        int best = -1;
        double least = cell * cell;
        for (int n = 0; n < 27; n++) {
            int[] there = grid.get(key(pa, i, cell, n % 3 - 1, n / 3 % 3 - 1, n / 9 - 1));
            if (there != null) {
                for (int j : there) {
                    double x = pa[3 * i] - pb[3 * j];
                    double y = pa[3 * i + 1] - pb[3 * j + 1];
                    double z = pa[3 * i + 2] - pb[3 * j + 2];
                    double d = x * x + y * y + z * z;
                    if (d <= least) {
                        least = d;
                        best = j;
                    }
                }
            }
        }
        return best;
    }

    private static long key(double[] p, int i, double cell, int dx, int dy, int dz) {
        long x = (long) Math.floor(p[3 * i] / cell) + dx;
        long y = (long) Math.floor(p[3 * i + 1] / cell) + dy;
        long z = (long) Math.floor(p[3 * i + 2] / cell) + dz;
        return (x & 0x1FFFFF) << 42 | (y & 0x1FFFFF) << 21 | z & 0x1FFFFF;
    }

    private static double size(double[] p) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (double v : p) {
            low = Math.min(low, v);
            high = Math.max(high, v);
        }
        return p.length == 0 ? 0 : high - low;
    }
}
