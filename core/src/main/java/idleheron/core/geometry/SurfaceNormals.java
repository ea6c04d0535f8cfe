package idleheron.core.geometry;

import idleheron.core.job.Cores;

/**
 * Normals and areas of a surface.
 *
 * @param faces of length 1 for each triangle; 0 where it has no area
 * @param points of length 1 for each point: the sum over its corners of angle by normal (Thürmer and Wüthrich 1998); 0 for a point
 *     without triangles
 * @param areas of each triangle
 */
public record SurfaceNormals(double[] faces, double[] points, double[] areas) {
    private static final double NONE = 1e-30;
    private static final int SMALLEST = 4096;

    /** Of faces, edges and points, weighted by angle. */
    public static SurfaceNormals of(TriangleMesh m) {
        double[] p = m.points();
        int[] t = m.triangles();
        double[] faces = new double[t.length];
        double[] points = new double[p.length];
        double[] areas = new double[m.count()];
        double[] angles = new double[t.length];
        Faces all = new Faces(p, t, faces, areas, angles);
        Cores.split(areas.length, SMALLEST, (from, to) -> {
            double[] e = new double[9];
            for (int f = from; f < to; f++) {
                all.face(f, e);
            }
        });
        // one after the other, so that sums are the same on any number of cores
        for (int i = 0; i < t.length; i++) {
            for (int x = 0; x < 3; x++) {
                points[3 * t[i] + x] += angles[i] * faces[i - i % 3 + x];
            }
        }
        for (int i = 0; i < points.length; i += 3) {
            unit(points, i);
        }
        return new SurfaceNormals(faces, points, areas);
    }

    /** What is worked out for each triangle alone. */
    private record Faces(double[] p, int[] t, double[] normals, double[] areas, double[] angles) {
        /** Normal, area and angles of a triangle; all nought where it has no area. */
        void face(int f, double[] e) {
            for (int k = 0; k < 3; k++) {
                int a = 3 * t[3 * f + k];
                int b = 3 * t[3 * f + (k + 1) % 3];
                for (int x = 0; x < 3; x++) {
                    e[3 * k + x] = p[b + x] - p[a + x];
                }
            }
            double nx = e[1] * -e[8] - e[2] * -e[7];
            double ny = e[2] * -e[6] - e[0] * -e[8];
            double nz = e[0] * -e[7] - e[1] * -e[6];
            double l = Math.sqrt(nx * nx + ny * ny + nz * nz);
            areas[f] = l / 2;
            if (!(l > NONE)) {
                return;
            }
            normals[3 * f] = nx / l;
            normals[3 * f + 1] = ny / l;
            normals[3 * f + 2] = nz / l;
            for (int k = 0; k < 3; k++) {
                angles[3 * f + k] = angle(e, k, (k + 2) % 3);
            }
        }
    }

    /** Between edge {@code a} and the way back along edge {@code b}. */
    private static double angle(double[] e, int a, int b) {
        double x = e[3 * a];
        double y = e[3 * a + 1];
        double z = e[3 * a + 2];
        double u = -e[3 * b];
        double v = -e[3 * b + 1];
        double w = -e[3 * b + 2];
        double cx = y * w - z * v;
        double cy = z * u - x * w;
        double cz = x * v - y * u;
        return Math.atan2(Math.sqrt(cx * cx + cy * cy + cz * cz), x * u + y * v + z * w);
    }

    static void unit(double[] v, int at) {
        double l = Math.sqrt(v[at] * v[at] + v[at + 1] * v[at + 1] + v[at + 2] * v[at + 2]);
        for (int x = 0; x < 3; x++) {
            v[at + x] = l > NONE ? v[at + x] / l : 0;
        }
    }

    /** A third of the area of every triangle at a point. */
    public double[] pointAreas(TriangleMesh m) {
        double[] out = new double[m.pointCount()];
        for (int i = 0; i < m.triangles().length; i++) {
            out[m.triangles()[i]] += areas[i / 3] / 3;
        }
        return out;
    }
}
