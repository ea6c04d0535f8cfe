package idleheron.core.garment.facts;

import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.Pieces;
import idleheron.core.geometry.Places;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.Weld;
import java.util.Arrays;

/**
 * Borders of a surface: those that lie so close to another that they were meant to be joined, and those that are small holes.
 *
 * @param apart points of borders that lie within {@link #NEAR} of another point of a border without being one with it
 * @param first of them, or -1
 * @param widest how far such two lie apart, metres
 * @param holes borders that go round less than {@link #HOLE}
 * @param hole a point of the first of those, or -1
 */
public record Seams(int apart, int first, double widest, int holes, int hole) {
    /** Metres. */
    public static final double NEAR = 0.001;

    /** A border no longer than this is a hole that nobody puts a limb through, metres. */
    public static final double HOLE = 0.06;

    /** Neighbours along a border lie this many times farther apart than what is to be joined. */
    private static final double CLEAR = 3;

    /** @param cloth whose pieces larger than trims are looked at */
    public static Seams of(Cloth cloth) {
        TriangleMesh m = cloth.joined();
        MeshEdges edges = MeshEdges.of(m);
        boolean[] rim = new boolean[m.pointCount()];
        double[] shortest = new double[m.pointCount()];
        Arrays.fill(shortest, Double.POSITIVE_INFINITY);
        int n = 0;
        int[] along = new int[3 * edges.count()];
        for (int e = 0; e < edges.count(); e++) {
            int a = edges.ends()[2 * e];
            int b = edges.ends()[2 * e + 1];
            if (edges.faces()[e] != 1 || !cloth.pieces().isCloth(a)) {
                continue;
            }
            double l = edges.length(e, m.points());
            rim[a] = true;
            rim[b] = true;
            shortest[a] = Math.min(shortest[a], l);
            shortest[b] = Math.min(shortest[b], l);
            along[n++] = a;
            along[n++] = b;
            along[n++] = b;
        }
        int[] at = new int[m.pointCount()];
        double[] places = new double[m.points().length];
        int count = 0;
        for (int p = 0; p < rim.length; p++) {
            if (rim[p] && shortest[p] > CLEAR * NEAR) {
                System.arraycopy(m.points(), 3 * p, places, 3 * count, 3);
                at[count++] = p;
            }
        }
        Weld near = Weld.of(Arrays.copyOf(places, 3 * count), NEAR);
        int[] size = new int[near.keep().length];
        for (int to : near.to()) {
            size[to]++;
        }
        int apart = 0;
        int first = -1;
        double widest = 0;
        for (int i = 0; i < count; i++) {
            int to = near.to()[i];
            if (size[to] > 1) {
                apart++;
                first = first < 0 ? at[i] : first;
                widest = Math.max(widest, Places.distance(places, i, near.keep()[to]));
            }
        }
        return holes(m, edges, Arrays.copyOf(along, n), new Seams(apart, first, widest, 0, -1));
    }

    private static Seams holes(TriangleMesh m, MeshEdges edges, int[] along, Seams so) {
        Pieces loops = Pieces.of(new TriangleMesh(m.points(), along));
        double[] round = new double[loops.count()];
        int[] point = new int[loops.count()];
        for (int i = 0; i < along.length; i += 3) {
            int k = loops.of()[along[i]];
            round[k] += edges.length(edges.find(along[i], along[i + 1]), m.points());
            point[k] = along[i];
        }
        int holes = 0;
        int first = -1;
        for (int k = 0; k < round.length; k++) {
            if (round[k] > 0 && round[k] < HOLE) {
                holes++;
                first = first < 0 ? point[k] : first;
            }
        }
        return new Seams(so.apart, so.first, so.widest, holes, first);
    }
}
