package idleheron.core.garment.tryon;

import idleheron.core.geometry.EdgeWays;
import idleheron.core.geometry.TriangleMesh;

/**
 * A free point stays within the way along the cloth to the nearest held point and a little more (Kim, Chentanez and Müller 2012): cloth
 * does not lengthen under its own weight however few steps are made.
 *
 * @param points that are tethered
 * @param held to which
 * @param lengths at most, metres
 */
record Tethers(int[] points, int[] held, double[] lengths) {
    private static final double SLACK = 1.02;
    private static final Tethers NONE = new Tethers(new int[0], new int[0], new double[0]);

    static Tethers of(TriangleMesh m, boolean[] held) {
        double[] way = new double[held.length];
        int fast = 0;
        for (int i = 0; i < way.length; i++) {
            way[i] = held[i] ? 0 : Double.POSITIVE_INFINITY;
            fast += held[i] ? 1 : 0;
        }
        if (fast == 0) {
            return NONE;
        }
        int[] from = EdgeWays.of(m).spread(way, 1);
        int n = 0;
        int[] points = new int[way.length];
        int[] to = new int[way.length];
        double[] lengths = new double[way.length];
        for (int i = 0; i < way.length; i++) {
            if (!held[i] && from[i] >= 0) {
                points[n] = i;
                to[n] = from[i];
                lengths[n++] = SLACK * way[i];
            }
        }
        return new Tethers(
                java.util.Arrays.copyOf(points, n),
                java.util.Arrays.copyOf(to, n),
                java.util.Arrays.copyOf(lengths, n));
    }

    static Tethers none() {
        return NONE;
    }
}
