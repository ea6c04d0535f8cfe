package idleheron.core.garment.tryon;

import idleheron.core.garment.facts.Thickness;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.Places;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import java.util.Arrays;

/**
 * Pairs of points of cloth that keep their distance: ends of edges, which resist stretch and shear, of thick cloth the points across from
 * each other, and the two far corners over an edge of two triangles, which resist bending. They are sorted into colours, so that no two of a colour share a point: those of one
 * colour can be worked on side by side, and the outcome is the same on any number of cores.
 *
 * @param ends two points each, colour by colour
 * @param lengths at rest, metres
 * @param bends which of them resist bending
 * @param colours where each colour starts, and the end
 * @param edges how many resist stretch, those through thick cloth with them
 */
record Links(int[] ends, double[] lengths, boolean[] bends, int[] colours, int edges) {
    /** Colours that are told apart; what finds none of them is worked on one after the other at the end. */
    private static final int MOST = 63;

    private static final double CLOSED = 0.95;

    static Links of(TriangleMesh m) {
        MeshEdges edges = MeshEdges.of(m);
        int[] through = edges.inside() > CLOSED ? through(m) : new int[0];
        int[] far = far(m, edges);
        int n = edges.count() + through.length / 2;
        int all = n + far.length / 2;
        int[] ends = Arrays.copyOf(edges.ends(), 2 * all);
        System.arraycopy(through, 0, ends, edges.ends().length, through.length);
        System.arraycopy(far, 0, ends, 2 * n, far.length);
        long[] used = new long[m.pointCount()];
        int[] colour = new int[all];
        int[] count = new int[MOST + 2];
        int single = 0;
        for (int i = 0; i < all; i++) {
            long taken = used[ends[2 * i]] | used[ends[2 * i + 1]];
            int c = Math.min(MOST, Long.numberOfTrailingZeros(~taken));
            if (c < MOST) {
                used[ends[2 * i]] |= 1L << c;
                used[ends[2 * i + 1]] |= 1L << c;
            } else {
                single++;
            }
            colour[i] = c;
            count[c + 1]++;
        }
        int colours = 0;
        while (colours < MOST && count[colours + 1] > 0) {
            colours++;
        }
        int[] starts = new int[colours + single + 1];
        int[] at = new int[MOST + 1];
        for (int c = 0; c < colours; c++) {
            starts[c + 1] = starts[c] + count[c + 1];
            at[c] = starts[c];
        }
        at[MOST] = starts[colours];
        for (int k = 0; k < single; k++) {
            starts[colours + k + 1] = starts[colours + k] + 1;
        }
        int[] sorted = new int[2 * all];
        double[] lengths = new double[all];
        boolean[] bends = new boolean[all];
        for (int i = 0; i < all; i++) {
            int to = at[colour[i]]++;
            sorted[2 * to] = ends[2 * i];
            sorted[2 * to + 1] = ends[2 * i + 1];
            bends[to] = i >= n;
            lengths[to] = Places.distance(m.points(), ends[2 * i], ends[2 * i + 1]);
        }
        return new Links(sorted, lengths, bends, starts, n);
    }

    /** Of cloth with two sides: each point and what lies across from it, each pair once. */
    private static int[] through(TriangleMesh m) {
        int[] across = Thickness.of(m, SurfaceNormals.of(m), TriangleTree.of(m)).across();
        int[] out = new int[2 * across.length];
        int n = 0;
        for (int i = 0; i < across.length; i++) {
            if (across[i] >= 0 && (across[across[i]] != i || i < across[i])) {
                out[n++] = i;
                out[n++] = across[i];
            }
        }
        return Arrays.copyOf(out, n);
    }

    /** The far corners of every two triangles that share an edge with no third, in the order in which the edges come up. */
    private static int[] far(TriangleMesh m, MeshEdges edges) {
        int[] t = m.triangles();
        int[] first = new int[edges.count()];
        int[] second = new int[edges.count()];
        Arrays.fill(first, -1);
        Arrays.fill(second, -1);
        int[] order = new int[edges.count()];
        int n = 0;
        for (int i = 0; i < t.length; i++) {
            int f = i - i % 3;
            int e = edges.find(t[i], t[f + (i + 1) % 3]);
            int corner = t[f + (i + 2) % 3];
            if (edges.faces()[e] == 2 && first[e] < 0) {
                first[e] = corner;
                order[n++] = e;
            } else if (edges.faces()[e] == 2) {
                second[e] = corner;
            }
        }
        int[] out = new int[2 * n];
        int at = 0;
        for (int i = 0; i < n; i++) {
            int e = order[i];
            if (second[e] >= 0 && first[e] != second[e]) {
                out[at++] = first[e];
                out[at++] = second[e];
            }
        }
        return Arrays.copyOf(out, at);
    }

    int count() {
        return lengths.length;
    }
}
