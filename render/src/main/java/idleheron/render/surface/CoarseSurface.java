package idleheron.render.surface;

import java.util.Arrays;

/**
 * A surface with fewer triangles, for the while it moves: points in one cell of a grid become one of them, and triangles
 * without area are left out. It follows the points of the fine one.
 */
public final class CoarseSurface {
    private static final int MOST_CELLS = 1 << 20;
    private static final int TRIES = 7;
    private static final double SMALLER = 0.7;

    private final int[] points;

    /** The triangles that are left, by their numbers on the fine surface. */
    private final int[] triangles;

    private final float[] places;
    private final float[] heat;
    private final int[] colors;
    private final SurfaceLayer layer;

    private CoarseSurface(int[] points, int[] triangles, int[] corners) {
        this.points = points;
        this.triangles = triangles;
        places = new float[3 * points.length];
        heat = new float[points.length];
        colors = new int[triangles.length];
        layer = new SurfaceLayer(corners, colors, points.length);
    }

    /**
     * Of a surface as it stands; nothing but the grid is coarser where it has no more than that.
     *
     * @param at of its points, common space
     * @param most triangles that are to be left
     */
    static CoarseSurface of(SurfaceLayer fine, float[] at, int most) {
        double cells = Math.sqrt(Math.max(16, most) / 2.0);
        int[] cell = new int[at.length / 3];
        CoarseSurface out = cut(fine, cell, grid(at, cells, cell));
        for (int i = 1; i < TRIES && out.triangles.length > most; i++) {
            cells *= SMALLER;
            out = cut(fine, cell, grid(at, cells, cell));
        }
        return out;
    }

    /** Gives each point the number of its cell, counted as they are met; gives how many there are. */
    private static int grid(float[] at, double cells, int[] cell) {
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
        float size = 0;
        for (int i = 0; i < at.length; i++) {
            if (Float.isFinite(at[i])) {
                low[i % 3] = Math.min(low[i % 3], at[i]);
            }
        }
        for (int i = 0; i < at.length; i++) {
            if (Float.isFinite(at[i])) {
                size = Math.max(size, at[i] - low[i % 3]);
            }
        }
        double step = Math.max(1e-9, size / cells);
        int room = Integer.highestOneBit(Math.max(16, Math.min(MOST_CELLS, at.length))) * 2;
        long[] keys = new long[room];
        int[] numbers = new int[room];
        Arrays.fill(numbers, -1);
        int count = 0;
        for (int p = 0; p < cell.length; p++) {
            long key = 0;
            for (int a = 0; a < 3; a++) {
                key = key << 20 | Math.clamp((long) ((at[3 * p + a] - low[a]) / step), 0, 0xFFFFF);
            }
            int slot = (int) (key * 0x9E3779B97F4A7C15L >>> 40) & room - 1;
            while (numbers[slot] >= 0 && keys[slot] != key) {
                slot = slot + 1 & room - 1;
            }
            if (numbers[slot] < 0) {
                keys[slot] = key;
                numbers[slot] = count++;
            }
            cell[p] = numbers[slot];
        }
        return count;
    }

    private static CoarseSurface cut(SurfaceLayer fine, int[] cell, int count) {
        int[] t = fine.triangles();
        int[] points = new int[count];
        for (int p = cell.length - 1; p >= 0; p--) {
            points[cell[p]] = p;
        }
        int[] corners = new int[t.length];
        int[] kept = new int[t.length / 3];
        int n = 0;
        for (int k = 0; k < t.length; k += 3) {
            int a = cell[t[k]];
            int b = cell[t[k + 1]];
            int c = cell[t[k + 2]];
            if (a != b && b != c && c != a) {
                corners[3 * n] = a;
                corners[3 * n + 1] = b;
                corners[3 * n + 2] = c;
                kept[n++] = k / 3;
            }
        }
        return new CoarseSurface(points, Arrays.copyOf(kept, n), Arrays.copyOf(corners, 3 * n));
    }

    /** Takes places, heat and colours of the fine surface; gives its own places. */
    float[] follow(SurfaceLayer fine, float[] at) {
        float[] hot = fine.geometry.heat;
        for (int i = 0; i < points.length; i++) {
            System.arraycopy(at, 3 * points[i], places, 3 * i, 3);
            if (hot.length > 0) {
                heat[i] = hot[points[i]];
            }
        }
        layer.heat(hot.length > 0 ? heat : hot);
        int[] all = fine.colors();
        for (int i = 0; i < triangles.length; i++) {
            colors[i] = all[triangles[i]];
        }
        return places;
    }

    /** The points that are left, by their numbers on the fine surface. */
    int[] points() {
        return points;
    }

    SurfaceLayer layer() {
        return layer;
    }

    int triangleCount() {
        return triangles.length;
    }
}
