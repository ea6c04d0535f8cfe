package idleheron.core.garment.freedom;

import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;

/**
 * A freedom map in figures. Its slope along an edge is the change of freedom over the edge's length, both in metres: above 1 neighbours
 * may part farther than the cloth between them allows.
 *
 * @param least value of a point that some face has
 * @param most value
 * @param held share of the area that is held, 0 to 1
 * @param free share of the area that is wholly free
 * @param mean freedom by area, metres
 * @param steepest slope of an edge
 * @param from one end of it, -1 without edges
 * @param to the other
 * @param harsh edges steeper than 1
 * @param veryHarsh edges steeper than 3
 * @param jump the largest change along an edge, metres
 * @param strange points whose value is none, or outside 0 to 1
 */
public record FreedomFigures(
        double least,
        double most,
        double held,
        double free,
        double mean,
        double steepest,
        int from,
        int to,
        int harsh,
        int veryHarsh,
        double jump,
        int strange) {
    private static final double ROUND = 1e-6;
    private static final double SHORT = 1e-9;
    private static final double VERY = 3;

    /**
     * @param m with points that lie in one place as one
     * @param v one value a point
     * @param length that a value of 1 stands for, metres
     */
    public static FreedomFigures of(TriangleMesh m, double[] v, double length) {
        return of(m, MeshEdges.of(m), SurfaceNormals.of(m).pointAreas(m), v, length);
    }

    /**
     * @param edges of the surface
     * @param areas of its points, square metres
     */
    public static FreedomFigures of(TriangleMesh m, MeshEdges edges, double[] areas, double[] v, double length) {
        boolean[] used = m.used();
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        double held = 0;
        double free = 0;
        double sum = 0;
        double all = 0;
        int strange = 0;
        for (int i = 0; i < v.length; i++) {
            if (!used[i]) {
                continue;
            }
            strange += v[i] >= -ROUND && v[i] <= 1 + ROUND ? 0 : 1;
            least = Math.min(least, v[i]);
            most = Math.max(most, v[i]);
            held += v[i] <= FreedomMap.HELD ? areas[i] : 0;
            free += v[i] >= 1 - FreedomMap.HELD ? areas[i] : 0;
            sum += v[i] * areas[i];
            all += areas[i];
        }
        int steepest = -1;
        double slope = 0;
        double jump = 0;
        int harsh = 0;
        int very = 0;
        for (int e = 0; e < edges.count(); e++) {
            double step = Math.abs(v[edges.ends()[2 * e]] - v[edges.ends()[2 * e + 1]]) * length;
            double s = step / Math.max(SHORT, edges.length(e, m.points()));
            jump = Math.max(jump, step);
            harsh += s > 1 + ROUND ? 1 : 0;
            very += s > VERY + ROUND ? 1 : 0;
            if (s > slope || steepest < 0) {
                slope = s;
                steepest = e;
            }
        }
        return new FreedomFigures(
                least,
                most,
                all > 0 ? held / all : 0,
                all > 0 ? free / all : 0,
                all > 0 ? sum / all * length : 0,
                slope,
                steepest < 0 ? -1 : edges.ends()[2 * steepest],
                steepest < 0 ? -1 : edges.ends()[2 * steepest + 1],
                harsh,
                very,
                jump,
                strange);
    }

    /** Whether nothing holds it up. */
    public boolean isAllFree() {
        return least >= 1 - FreedomMap.HELD;
    }

    /** Whether nothing of it may move. */
    public boolean isAllHeld() {
        return most <= FreedomMap.HELD;
    }
}
