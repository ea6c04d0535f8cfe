package idleheron.rehearsal.demo;

import idleheron.core.math.Vec3;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Turns pieces into a mesh of quads: one point in each grid cell that the surface passes through, one quad across each
 * grid edge that it crosses; the points are then drawn onto the surface along its gradient.
 *
 * @param points three per point, metres
 * @param quads four per face, counter-clockwise seen from outside
 * @param normals three per point, unit length
 */
record SurfaceNet(double[] points, int[] quads, float[] normals) {

    /** How far the pieces are from {@code p}, melted together in their order. */
    static double field(List<Blob> blobs, Vec3 p) {
        double d = Double.POSITIVE_INFINITY;
        for (Blob b : blobs) {
            double e = b.at(p);
            double k = b.blend();
            double h = k <= 0 || Double.isInfinite(d) ? 0 : Math.max(k - Math.abs(d - e), 0) / k;
            d = Math.min(d, e) - h * h * k / 4;
        }
        return d;
    }

    static SurfaceNet of(List<Blob> blobs, Vec3 low, Vec3 high, double cell) {
        int nx = (int) Math.ceil((high.x() - low.x()) / cell) + 1;
        int ny = (int) Math.ceil((high.y() - low.y()) / cell) + 1;
        int nz = (int) Math.ceil((high.z() - low.z()) / cell) + 1;
        float[] values = new float[nx * ny * nz];
        IntStream.range(0, nz).parallel().forEach(z -> {
            for (int y = 0; y < ny; y++) {
                for (int x = 0; x < nx; x++) {
                    Vec3 p = new Vec3(low.x() + x * cell, low.y() + y * cell, low.z() + z * cell);
                    values[(z * ny + y) * nx + x] = (float) field(blobs, p);
                }
            }
        });
        int[] pointOf = new int[values.length];
        double[] points = new double[3 * count(values, nx, ny, nz, pointOf)];
        place(values, nx, ny, nz, pointOf, new Placing(low, cell, points));
        int[] quads = quads(values, nx, ny, nz, pointOf);
        float[] normals = settle(blobs, points, cell);
        return new SurfaceNet(points, quads, normals);
    }

    private static final int[] CORNERS_X = {0, 1, 0, 1, 0, 1, 0, 1};
    private static final int[] CORNERS_Y = {0, 0, 1, 1, 0, 0, 1, 1};
    private static final int[] CORNERS_Z = {0, 0, 0, 0, 1, 1, 1, 1};
    private static final int[][] EDGES = {
        {0, 1}, {2, 3}, {4, 5}, {6, 7}, {0, 2}, {1, 3}, {4, 6}, {5, 7}, {0, 4}, {1, 5}, {2, 6}, {3, 7}
    };

    private static int count(float[] v, int nx, int ny, int nz, int[] pointOf) {
        int n = 0;
        for (int z = 0; z + 1 < nz; z++) {
            for (int y = 0; y + 1 < ny; y++) {
                for (int x = 0; x + 1 < nx; x++) {
                    int inside = 0;
                    for (int c = 0; c < 8; c++) {
                        if (v[((z + CORNERS_Z[c]) * ny + y + CORNERS_Y[c]) * nx + x + CORNERS_X[c]] < 0) {
                            inside++;
                        }
                    }
                    pointOf[(z * ny + y) * nx + x] = inside == 0 || inside == 8 ? -1 : n++;
                }
            }
        }
        return n;
    }

    /** Where points go: corner and edge of the cells, metres, and three coordinates a point. */
    private record Placing(Vec3 low, double cell, double[] points) {}

    private static void place(float[] v, int nx, int ny, int nz, int[] pointOf, Placing to) {
        for (int z = 0; z + 1 < nz; z++) {
            for (int y = 0; y + 1 < ny; y++) {
                for (int x = 0; x + 1 < nx; x++) {
                    int p = pointOf[(z * ny + y) * nx + x];
                    if (p < 0) {
                        continue;
                    }
                    double sx = 0;
                    double sy = 0;
                    double sz = 0;
                    int n = 0;
                    for (int[] e : EDGES) {
                        double a = v[((z + CORNERS_Z[e[0]]) * ny + y + CORNERS_Y[e[0]]) * nx + x + CORNERS_X[e[0]]];
                        double b = v[((z + CORNERS_Z[e[1]]) * ny + y + CORNERS_Y[e[1]]) * nx + x + CORNERS_X[e[1]]];
                        if (a < 0 != b < 0) {
                            double t = a / (a - b);
                            sx += CORNERS_X[e[0]] + t * (CORNERS_X[e[1]] - CORNERS_X[e[0]]);
                            sy += CORNERS_Y[e[0]] + t * (CORNERS_Y[e[1]] - CORNERS_Y[e[0]]);
                            sz += CORNERS_Z[e[0]] + t * (CORNERS_Z[e[1]] - CORNERS_Z[e[0]]);
                            n++;
                        }
                    }
                    to.points[3 * p] = to.low.x() + (x + sx / n) * to.cell;
                    to.points[3 * p + 1] = to.low.y() + (y + sy / n) * to.cell;
                    to.points[3 * p + 2] = to.low.z() + (z + sz / n) * to.cell;
                }
            }
        }
    }

    private static int[] quads(float[] v, int nx, int ny, int nz, int[] pointOf) {
        int[] step = {1, nx, nx * ny};
        int[] out = new int[1024];
        int size = 0;
        for (int z = 1; z + 1 < nz; z++) {
            for (int y = 1; y + 1 < ny; y++) {
                for (int x = 1; x + 1 < nx; x++) {
                    int i = (z * ny + y) * nx + x;
                    for (int axis = 0; axis < 3; axis++) {
                        boolean in = v[i] < 0;
                        if (in == v[i + step[axis]] < 0) {
                            continue;
                        }
                        int u = step[(axis + 1) % 3];
                        int w = step[(axis + 2) % 3];
                        int a = pointOf[i - u - w];
                        int b = pointOf[i - w];
                        int c = pointOf[i];
                        int d = pointOf[i - u];
                        if (size + 4 > out.length) {
                            out = java.util.Arrays.copyOf(out, out.length * 2);
                        }
                        out[size++] = a;
                        out[size++] = in ? b : d;
                        out[size++] = c;
                        out[size++] = in ? d : b;
                    }
                }
            }
        }
        return java.util.Arrays.copyOf(out, size);
    }

    /** Two steps of Newton's method along the gradient, then the gradient as the normal. */
    private static float[] settle(List<Blob> blobs, double[] points, double cell) {
        float[] normals = new float[points.length];
        double e = cell * 0.05;
        IntStream.range(0, points.length / 3).parallel().forEach(i -> {
            Vec3 p = new Vec3(points[3 * i], points[3 * i + 1], points[3 * i + 2]);
            for (int step = 0; step < 3; step++) {
                Vec3 g = new Vec3(
                                field(blobs, new Vec3(p.x() + e, p.y(), p.z()))
                                        - field(blobs, new Vec3(p.x() - e, p.y(), p.z())),
                                field(blobs, new Vec3(p.x(), p.y() + e, p.z()))
                                        - field(blobs, new Vec3(p.x(), p.y() - e, p.z())),
                                field(blobs, new Vec3(p.x(), p.y(), p.z() + e))
                                        - field(blobs, new Vec3(p.x(), p.y(), p.z() - e)))
                        .times(0.5 / e);
                double length = Math.max(1e-6, g.length());
                if (step == 2) {
                    normals[3 * i] = (float) (g.x() / length);
                    normals[3 * i + 1] = (float) (g.y() / length);
                    normals[3 * i + 2] = (float) (g.z() / length);
                    return;
                }
                double move = Math.clamp(-field(blobs, p) / (length * length), -0.5 * cell, 0.5 * cell);
                p = p.plus(g.times(move));
                points[3 * i] = p.x();
                points[3 * i + 1] = p.y();
                points[3 * i + 2] = p.z();
            }
        });
        return normals;
    }
}
