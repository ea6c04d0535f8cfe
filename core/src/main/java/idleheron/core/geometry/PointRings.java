package idleheron.core.geometry;

/**
 * Which points share an edge with a point.
 *
 * @param starts where the neighbours of each point begin, and one end more
 * @param points neighbours, all of one point in a row
 */
public record PointRings(int[] starts, int[] points) {
    /** @param m any surface; its edges count once */
    public static PointRings of(TriangleMesh m) {
        return of(m.pointCount(), MeshEdges.of(m));
    }

    static PointRings of(int count, MeshEdges edges) {
        int[] starts = new int[count + 1];
        for (int e : edges.ends()) {
            starts[e + 1]++;
        }
        for (int i = 0; i < count; i++) {
            starts[i + 1] += starts[i];
        }
        int[] at = starts.clone();
        int[] points = new int[2 * edges.count()];
        for (int e = 0; e < edges.count(); e++) {
            int a = edges.ends()[2 * e];
            int b = edges.ends()[2 * e + 1];
            points[at[a]++] = b;
            points[at[b]++] = a;
        }
        return new PointRings(starts, points);
    }
}
