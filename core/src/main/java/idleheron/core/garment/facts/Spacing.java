package idleheron.core.garment.facts;

import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.Places;
import idleheron.core.geometry.Share;
import idleheron.core.geometry.TriangleMesh;
import java.util.function.IntPredicate;

/**
 * How close the points of a surface lie and how well its triangles are shaped. Lengths are in metres and of its triangles, so that cut
 * quads count with their diagonals.
 *
 * @param edges how many
 * @param rims edges of one triangle
 * @param crowded edges of more than two triangles
 * @param median length of an edge
 * @param low a twentieth is shorter
 * @param high a twentieth is longer
 * @param spread width of the middle half of lengths over the middle one
 * @param flat triangles without area
 * @param slivers triangles with area that are more than fifty times as long as they are high
 * @param sliver the first of these, or -1
 */
public record Spacing(
        int edges,
        int rims,
        int crowded,
        double median,
        double low,
        double high,
        double spread,
        int flat,
        int slivers,
        int sliver) {
    private static final double AREA = 1e-10;
    private static final double THIN = 0.02;

    /** Of all edges of a surface, in its unit. */
    public static Spacing of(TriangleMesh m) {
        return of(m, p -> true);
    }

    /**
     * @param m with points that lie in one place as one
     * @param point whose lengths count
     */
    public static Spacing of(TriangleMesh m, IntPredicate point) {
        MeshEdges e = MeshEdges.of(m);
        double[] length = new double[e.count()];
        int n = 0;
        int rims = 0;
        int crowded = 0;
        for (int i = 0; i < e.count(); i++) {
            rims += e.faces()[i] == 1 ? 1 : 0;
            crowded += e.faces()[i] > 2 ? 1 : 0;
            if (point.test(e.ends()[2 * i])) {
                length[n++] = e.length(i, m.points());
            }
        }
        double[] sorted = Share.sorted(length, n);
        int flat = 0;
        int slivers = 0;
        int first = -1;
        int[] t = m.triangles();
        for (int f = 0; f < m.count(); f++) {
            double a = Places.distance(m.points(), t[3 * f], t[3 * f + 1]);
            double b = Places.distance(m.points(), t[3 * f + 1], t[3 * f + 2]);
            double c = Places.distance(m.points(), t[3 * f + 2], t[3 * f]);
            double twice = 2 * m.area(f);
            double longest = Math.max(a, Math.max(b, c));
            if (!(twice >= AREA)) {
                flat++;
            } else if (twice < THIN * longest * longest) {
                slivers++;
                first = first < 0 ? f : first;
            }
        }
        return new Spacing(
                e.count(),
                rims,
                crowded,
                Share.at(sorted, 0.5),
                Share.at(sorted, 0.05),
                Share.at(sorted, 0.95),
                Share.spread(sorted),
                flat,
                slivers,
                first);
    }
}
