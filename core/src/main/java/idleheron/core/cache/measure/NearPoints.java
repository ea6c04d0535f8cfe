package idleheron.core.cache.measure;

import idleheron.core.cache.CacheMesh;
import idleheron.core.job.Cores;

/**
 * Points sorted into cells of even size, to find the one closest to another place. Building is linear, a question looks into
 * rings of cells around the place.
 */
public final class NearPoints {
    private final float[] points;
    private final double cell;
    private final double[] low = new double[3];
    private final int[] size = new int[3];
    private final int[] starts;
    private final int[] members;

    /** Packed points; those that are no numbers are left out. */
    public NearPoints(float[] points) {
        this.points = points;
        int n = points.length / 3;
        double[] box = CacheMesh.box(points);
        double[] b = box == null ? new double[6] : box;
        double longest = Math.max(1e-9, Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2])));
        double volume = Math.max(b[3] - b[0], longest * 1e-3)
                * Math.max(b[4] - b[1], longest * 1e-3)
                * Math.max(b[5] - b[2], longest * 1e-3);
        cell = Math.max(longest / 512, Math.cbrt(volume / Math.max(1, n)));
        for (int a = 0; a < 3; a++) {
            low[a] = b[a];
            size[a] = Math.clamp((long) ((b[a + 3] - b[a]) / cell) + 1, 1, 512);
        }
        int[] of = new int[n];
        starts = new int[size[0] * size[1] * size[2] + 1];
        for (int p = 0; p < n; p++) {
            of[p] = finite(p)
                    ? cell(index(0, points[3 * p]), index(1, points[3 * p + 1]), index(2, points[3 * p + 2]))
                    : -1;
            if (of[p] >= 0) {
                starts[of[p] + 1]++;
            }
        }
        for (int c = 1; c < starts.length; c++) {
            starts[c] += starts[c - 1];
        }
        members = new int[starts[starts.length - 1]];
        int[] at = starts.clone();
        for (int p = 0; p < n; p++) {
            if (of[p] >= 0) {
                members[at[of[p]]++] = p;
            }
        }
    }

    private boolean finite(int p) {
        return Float.isFinite(points[3 * p]) && Float.isFinite(points[3 * p + 1]) && Float.isFinite(points[3 * p + 2]);
    }

    private int index(int axis, double v) {
        return Math.clamp((long) Math.floor((v - low[axis]) / cell), 0, size[axis] - 1);
    }

    private int cell(int x, int y, int z) {
        return (x * size[1] + y) * size[2] + z;
    }

    /** Distance to the closest point, in their unit; infinite where there is none. */
    public double distance(double x, double y, double z) {
        double best = Double.POSITIVE_INFINITY;
        int most = Math.max(size[0], Math.max(size[1], size[2]));
        for (int r = 0; r <= most; r++) {
            double reach = (r - 1) * cell;
            if (reach > 0 && reach * reach > best) {
                break;
            }
            best = ring(r, x, y, z, best);
        }
        return Math.sqrt(best);
    }

    private double ring(int r, double x, double y, double z, double known) {
        int cx = index(0, x);
        int cy = index(1, y);
        int cz = index(2, z);
        double best = known;
        for (int i = Math.max(0, cx - r); i <= Math.min(size[0] - 1, cx + r); i++) {
            for (int j = Math.max(0, cy - r); j <= Math.min(size[1] - 1, cy + r); j++) {
                boolean face = Math.abs(i - cx) == r || Math.abs(j - cy) == r;
                int step = face || r == 0 ? 1 : 2 * r;
                for (int k = cz - r; k <= cz + r; k += step) {
                    if (k >= 0 && k < size[2]) {
                        best = in(cell(i, j, k), x, y, z, best);
                    }
                }
            }
        }
        return best;
    }

    private double in(int c, double x, double y, double z, double known) {
        double best = known;
        for (int m = starts[c]; m < starts[c + 1]; m++) {
            int p = 3 * members[m];
            double dx = points[p] - x;
            double dy = points[p + 1] - y;
            double dz = points[p + 2] - z;
            best = Math.min(best, dx * dx + dy * dy + dz * dz);
        }
        return best;
    }

    /** Distance of every one of other packed points to the closest of these, on all cores. */
    public float[] distances(float[] others) {
        float[] out = new float[others.length / 3];
        Cores.split(out.length, 2_000, (from, to) -> {
            for (int p = from; p < to; p++) {
                out[p] = (float) distance(others[3 * p], others[3 * p + 1], others[3 * p + 2]);
            }
        });
        return out;
    }
}
