package idleheron.core.garment.facts;

import idleheron.core.geometry.Foot;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.LongAdder;

/**
 * Where a surface goes through itself: edges that cross a triangle without sharing a point with it; touching counts.
 *
 * @param pairs of an edge and a triangle
 * @param triangles of the surface that are crossed
 * @param edge the first that crosses one, by its place in the list of edges, or -1
 * @param point an end of it, or -1
 */
public record Crossings(long pairs, int triangles, int edge, int point) {
    /** @param m with points that lie in one place as one */
    public static Crossings of(TriangleMesh m) {
        MeshEdges edges = MeshEdges.of(m);
        TriangleTree tree = TriangleTree.of(m);
        int[] t = m.triangles();
        boolean[] met = new boolean[m.count()];
        LongAdder pairs = new LongAdder();
        AtomicInteger first = new AtomicInteger(Integer.MAX_VALUE);
        Cores.split(edges.count(), 512, (from, to) -> {
            Foot room = new Foot();
            double[] a = new double[3];
            double[] b = new double[3];
            for (int e = from; e < to; e++) {
                int i = edges.ends()[2 * e];
                int j = edges.ends()[2 * e + 1];
                System.arraycopy(m.points(), 3 * i, a, 0, 3);
                System.arraycopy(m.points(), 3 * j, b, 0, 3);
                if (!(Math.abs(a[0] + a[1] + a[2] + b[0] + b[1] + b[2]) < Double.MAX_VALUE)) {
                    continue;
                }
                int at = e;
                tree.along(a, b, room, (f, part) -> {
                    if (!has(t, f, i) && !has(t, f, j)) {
                        met[f] = true;
                        pairs.increment();
                        first.accumulateAndGet(at, Math::min);
                    }
                    return true;
                });
            }
        });
        int n = 0;
        for (boolean x : met) {
            n += x ? 1 : 0;
        }
        int e = first.get() == Integer.MAX_VALUE ? -1 : first.get();
        return new Crossings(pairs.sum(), n, e, e < 0 ? -1 : edges.ends()[2 * e]);
    }

    private static boolean has(int[] t, int triangle, int point) {
        return t[3 * triangle] == point || t[3 * triangle + 1] == point || t[3 * triangle + 2] == point;
    }
}
