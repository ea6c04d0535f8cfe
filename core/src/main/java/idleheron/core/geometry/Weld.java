package idleheron.core.geometry;

import java.util.Arrays;

/**
 * Points closer than a tolerance as one, also by chains of them; the first keeps its place.
 *
 * @param to for each point the one that stands for it
 * @param keep for each of those the point whose place it has
 */
public record Weld(int[] to, int[] keep) {
    /** @param tolerance above 0; of places that are no numbers each stands for itself */
    public static Weld of(double[] points, double tolerance) {
        int n = points.length / 3;
        int[] parent = new int[n];
        int[] head = new int[Integer.highestOneBit(Math.max(1, n)) << 1];
        int[] next = new int[n];
        Arrays.fill(head, -1);
        for (int i = 0; i < n; i++) {
            parent[i] = i;
        }
        for (int i = 0; i < n; i++) {
            if (!Double.isFinite(points[3 * i] + points[3 * i + 1] + points[3 * i + 2])) {
                continue;
            }
            long x = cell(points[3 * i], tolerance);
            long y = cell(points[3 * i + 1], tolerance);
            long z = cell(points[3 * i + 2], tolerance);
            boolean again = false;
            for (int k = 0; k < 27; k++) {
                int h = hash(x + k % 3 - 1, y + k / 3 % 3 - 1, z + k / 9 - 1) & head.length - 1;
                for (int o = head[h]; o >= 0; o = next[o]) {
                    if (near(points, i, o, tolerance)) {
                        int a = root(parent, i);
                        int b = root(parent, o);
                        parent[Math.max(a, b)] = Math.min(a, b);
                        again |= isOne(points, i, o);
                    }
                }
            }
            if (again) { // who is near the one is near the other
                continue;
            }
            int h = hash(x, y, z) & head.length - 1;
            next[i] = head[h];
            head[h] = i;
        }
        int[] to = new int[n];
        int[] keep = new int[n];
        int count = 0;
        for (int i = 0; i < n; i++) {
            int r = root(parent, i);
            if (r == i) {
                keep[count] = i;
                to[i] = count++;
            } else {
                to[i] = to[r];
            }
        }
        return new Weld(to, Arrays.copyOf(keep, count));
    }

    private static long cell(double v, double tolerance) {
        return (long) Math.floor(v / tolerance);
    }

    /** A place in a table for a cell of space. */
    public static int hash(long x, long y, long z) {
        long h = x * 0x9E3779B97F4A7C15L ^ y * 0xC2B2AE3D27D4EB4FL ^ z * 0x165667B19E3779F9L;
        return (int) (h ^ h >>> 32);
    }

    private static boolean isOne(double[] p, int a, int b) {
        return p[3 * a] == p[3 * b] && p[3 * a + 1] == p[3 * b + 1] && p[3 * a + 2] == p[3 * b + 2];
    }

    private static boolean near(double[] p, int a, int b, double tolerance) {
        double x = p[3 * a] - p[3 * b];
        double y = p[3 * a + 1] - p[3 * b + 1];
        double z = p[3 * a + 2] - p[3 * b + 2];
        return x * x + y * y + z * z <= tolerance * tolerance;
    }

    /** What stands for all that hang together with one, shortening the way there. */
    public static int root(int[] parent, int of) {
        int r = of;
        while (parent[r] != r) {
            parent[r] = parent[parent[r]];
            r = parent[r];
        }
        return r;
    }
}
