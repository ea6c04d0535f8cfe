package idleheron.core.character.compare;

import idleheron.core.pair.Pair;
import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * Points of a sent mesh to points of a returned one: by index when the counts agree, otherwise the nearest at rest; the nearest
 * also where the counts agree, the faces name other points and the places show that the points were numbered anew.
 */
public final class PointMatch {
    private PointMatch() {}

    /** Per sent point the returned one, or -1 when there is none within a thousandth of the mesh's size. */
    public static int[] of(Pair p, int sentMesh, int returnedMesh) {
        Mesh a = p.sent.meshes().get(sentMesh);
        Mesh b = p.returned.meshes().get(returnedMesh);
        int[] index = new int[a.pointCount()];
        for (int i = 0; i < index.length; i++) {
            index[i] = i;
        }
        boolean counts = a.pointCount() == b.pointCount();
        if (counts && (Arrays.equals(a.corners(), b.corners()) || a.corners().length != b.corners().length)) {
            return index;
        }
        int[] out = new int[a.pointCount()];
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
        return counts && !renumbered(pa, pb, out, cell) ? index : out;
    }

    /** Whether nearly all have a place on the other side and half of those under their own number have not. */
    private static boolean renumbered(double[] pa, double[] pb, int[] nearest, double cell) {
        int held = 0;
        int still = 0;
        for (int i = 0; i < nearest.length; i++) {
            held += nearest[i] >= 0 ? 1 : 0;
            double x = pa[3 * i] - pb[3 * i];
            double y = pa[3 * i + 1] - pb[3 * i + 1];
            double z = pa[3 * i + 2] - pb[3 * i + 2];
            still += x * x + y * y + z * z <= cell * cell ? 1 : 0;
        }
        return held >= 0.95 * nearest.length && still < 0.5 * nearest.length;
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
