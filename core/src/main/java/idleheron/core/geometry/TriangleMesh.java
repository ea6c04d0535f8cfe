package idleheron.core.geometry;

import static idleheron.core.Messages.say;

import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;

/**
 * Points and triangles, corners counter-clockwise seen from outside.
 *
 * @param points x, y, z on end
 * @param triangles three points each
 */
public record TriangleMesh(double[] points, int[] triangles) {
    public TriangleMesh {
        if (points.length % 3 != 0 || triangles.length % 3 != 0) {
            throw new IllegalArgumentException(say(
                    "core.geometry.TriangleMesh.numbers-and-corners-expected-threes", points.length, triangles.length));
        }
        for (int p : triangles) {
            if (p < 0 || 3L * p >= points.length) {
                throw new IllegalArgumentException(
                        say("core.geometry.TriangleMesh.a-corner-at-point-of", p, points.length / 3));
            }
        }
    }

    /** A mesh with its faces cut from their first corner; faces of fewer than three corners are left out. */
    public static TriangleMesh of(Mesh m, double[] points) {
        int[] starts = m.faceStarts();
        int[] corners = m.corners();
        int n = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            n += Math.max(0, starts[f + 1] - starts[f] - 2);
        }
        int[] out = new int[3 * n];
        int at = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            for (int c = starts[f] + 1; c + 1 < starts[f + 1]; c++) {
                out[at++] = corners[starts[f]];
                out[at++] = corners[c];
                out[at++] = corners[c + 1];
            }
        }
        return new TriangleMesh(points, out);
    }

    public int pointCount() {
        return points.length / 3;
    }

    /** How many triangles there are. */
    public int count() {
        return triangles.length / 3;
    }

    /** Of a triangle, the square of the unit of its places. */
    public double area(int triangle) {
        return Places.area(points, triangles[3 * triangle], triangles[3 * triangle + 1], triangles[3 * triangle + 2]);
    }

    /** The same triangles at other places. */
    public TriangleMesh at(double[] places) {
        return new TriangleMesh(places, triangles);
    }

    /** With the points of {@code to} for its own, and without triangles that have lost a corner by it. */
    public TriangleMesh welded(Weld weld) {
        int[] out = new int[triangles.length];
        int n = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int a = weld.to()[triangles[t]];
            int b = weld.to()[triangles[t + 1]];
            int c = weld.to()[triangles[t + 2]];
            if (a != b && b != c && c != a) {
                out[n++] = a;
                out[n++] = b;
                out[n++] = c;
            }
        }
        double[] kept = new double[3 * weld.keep().length];
        for (int i = 0; i < weld.keep().length; i++) {
            System.arraycopy(points, 3 * weld.keep()[i], kept, 3 * i, 3);
        }
        return new TriangleMesh(kept, Arrays.copyOf(out, n));
    }

    /** Only some of its triangles, the points as they are. */
    public TriangleMesh only(java.util.function.IntPredicate triangle) {
        int[] out = new int[triangles.length];
        int n = 0;
        for (int t = 0; t < count(); t++) {
            if (triangle.test(t)) {
                System.arraycopy(triangles, 3 * t, out, n, 3);
                n += 3;
            }
        }
        return new TriangleMesh(points, Arrays.copyOf(out, n));
    }

    /** {x0, y0, z0, x1, y1, z1} of its points that are numbers; infinite the wrong way round without any. */
    public double[] box() {
        double inf = Double.POSITIVE_INFINITY;
        double[] b = {inf, inf, inf, -inf, -inf, -inf};
        for (int i = 0; i < points.length; i++) {
            int a = i % 3;
            b[a] = Math.min(b[a], points[i]);
            b[3 + a] = Math.max(b[3 + a], points[i]);
        }
        return b;
    }

    /** From one corner of its box to the other; 0 without points. */
    public double diagonal() {
        double[] b = box();
        return points.length == 0
                ? 0
                : Math.sqrt(
                        (b[3] - b[0]) * (b[3] - b[0]) + (b[4] - b[1]) * (b[4] - b[1]) + (b[5] - b[2]) * (b[5] - b[2]));
    }

    /** Which points some triangle has. */
    public boolean[] used() {
        boolean[] out = new boolean[pointCount()];
        for (int p : triangles) {
            out[p] = true;
        }
        return out;
    }

    /** Whether all its places are numbers. */
    public boolean isFinite() {
        return Arrays.stream(points).allMatch(Double::isFinite);
    }
}
