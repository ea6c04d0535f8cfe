package idleheron.core.geometry;

/** Places as numbers on end: x, y, z of each. */
public final class Places {
    private Places() {}

    /** Between two of them, in their unit. */
    public static double distance(double[] p, int a, int b) {
        double x = p[3 * a] - p[3 * b];
        double y = p[3 * a + 1] - p[3 * b + 1];
        double z = p[3 * a + 2] - p[3 * b + 2];
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** The product of two sides of the triangle of three of them: square to it, as long as twice its area. */
    public static double[] cross(double[] p, int a, int b, int c) {
        double ux = p[3 * b] - p[3 * a];
        double uy = p[3 * b + 1] - p[3 * a + 1];
        double uz = p[3 * b + 2] - p[3 * a + 2];
        double vx = p[3 * c] - p[3 * a];
        double vy = p[3 * c + 1] - p[3 * a + 1];
        double vz = p[3 * c + 2] - p[3 * a + 2];
        return new double[] {uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx};
    }

    /** Of the triangle of three of them. */
    public static double area(double[] p, int a, int b, int c) {
        double[] n = cross(p, a, b, c);
        return Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]) / 2;
    }
}
