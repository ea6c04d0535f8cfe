package idleheron.core.geometry;

import java.util.Arrays;

/**
 * The edges of a surface, each once, in order of their points.
 *
 * @param ends two points each, the lower first
 * @param faces how many triangles have it: 1 at a rim, 2 inside, more where it is no surface any more
 */
public record MeshEdges(int[] ends, int[] faces) {
    /** Every edge once. */
    public static MeshEdges of(TriangleMesh m) {
        int[] t = m.triangles();
        long[] keys = new long[t.length];
        for (int i = 0; i < t.length; i++) {
            int a = t[i];
            int b = t[i % 3 == 2 ? i - 2 : i + 1];
            keys[i] = (long) Math.min(a, b) << 32 | Math.max(a, b);
        }
        Arrays.parallelSort(keys);
        int[] ends = new int[2 * keys.length];
        int[] faces = new int[keys.length];
        int n = 0;
        for (int i = 0; i < keys.length; i++) {
            if (i > 0 && keys[i] == keys[i - 1]) {
                faces[n - 1]++;
                continue;
            }
            ends[2 * n] = (int) (keys[i] >>> 32);
            ends[2 * n + 1] = (int) keys[i];
            faces[n++] = 1;
        }
        return new MeshEdges(Arrays.copyOf(ends, 2 * n), Arrays.copyOf(faces, n));
    }

    public int count() {
        return faces.length;
    }

    /** Number of the edge between two points, or -1. */
    public int find(int a, int b) {
        long key = (long) Math.min(a, b) << 32 | Math.max(a, b);
        int low = 0;
        int high = faces.length - 1;
        while (low <= high) {
            int mid = low + high >>> 1;
            long at = (long) ends[2 * mid] << 32 | ends[2 * mid + 1];
            if (at == key) {
                return mid;
            }
            if (at < key) {
                low = mid + 1;
            } else {
                high = mid - 1;
            }
        }
        return -1;
    }

    /** Of an edge, in the unit of the points. */
    public double length(int edge, double[] points) {
        return Places.distance(points, ends[2 * edge], ends[2 * edge + 1]);
    }

    /** Share of the edges that two triangles have, 0 to 1; over 0.98 a surface is as good as closed. */
    public double inside() {
        return faces.length == 0
                ? 0
                : (double) Arrays.stream(faces).filter(f -> f == 2).count() / faces.length;
    }
}
