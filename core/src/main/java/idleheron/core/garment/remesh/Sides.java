package idleheron.core.garment.remesh;

/** Which way triangles look. */
final class Sides {
    private Sides() {}

    /** Square to a triangle, twice as long as its area. */
    static double[] normal(double[] p, int a, int b, int c) {
        double ux = p[3 * b] - p[3 * a];
        double uy = p[3 * b + 1] - p[3 * a + 1];
        double uz = p[3 * b + 2] - p[3 * a + 2];
        double vx = p[3 * c] - p[3 * a];
        double vy = p[3 * c + 1] - p[3 * a + 1];
        double vz = p[3 * c + 2] - p[3 * a + 2];
        return new double[] {uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx};
    }

    /** Whether one still has some area and looks the way another did, within the cosine of an angle. */
    static boolean alike(double[] a, double[] b, double cos) {
        double dot = a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
        double la = Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
        double lb = Math.sqrt(b[0] * b[0] + b[1] * b[1] + b[2] * b[2]);
        return lb > 1e-3 * la && dot > cos * la * lb;
    }
}
