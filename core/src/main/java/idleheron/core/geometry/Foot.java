package idleheron.core.geometry;

/** The closest place on a surface, filled by {@link TriangleTree#closest}; one for each thread. */
public final class Foot {
    /** The triangle, -1 where none is near enough. */
    public int triangle = -1;

    /** How much of it is the triangle's first, second and third corner. */
    public double u;

    public double v;
    public double w;

    /** Its place. */
    public double x;

    public double y;
    public double z;

    /** Infinite where none is near enough. */
    public double distance = Double.POSITIVE_INFINITY;

    final int[] stack = new int[64];

    /** The place that is asked for. */
    double qx;

    double qy;
    double qz;

    /** What {@link #onTriangle} put down last: how much of each corner. */
    double a0;

    double a1;
    double a2;

    void ask(double px, double py, double pz) {
        qx = px;
        qy = py;
        qz = pz;
    }

    /**
     * Puts down the place of a triangle that is closest to what is asked for, as in Ericson 2005, 5.1.5; gives the square of its distance.
     *
     * @param a where the first corner begins in {@code p}
     */
    double onTriangle(double[] p, int a, int b, int c) {
        double ax = p[a];
        double ay = p[a + 1];
        double az = p[a + 2];
        double abx = p[b] - ax;
        double aby = p[b + 1] - ay;
        double abz = p[b + 2] - az;
        double acx = p[c] - ax;
        double acy = p[c + 1] - ay;
        double acz = p[c + 2] - az;
        double apx = qx - ax;
        double apy = qy - ay;
        double apz = qz - az;
        double d1 = abx * apx + aby * apy + abz * apz;
        double d2 = acx * apx + acy * apy + acz * apz;
        double bpx = apx - abx;
        double bpy = apy - aby;
        double bpz = apz - abz;
        double d3 = abx * bpx + aby * bpy + abz * bpz;
        double d4 = acx * bpx + acy * bpy + acz * bpz;
        double cpx = apx - acx;
        double cpy = apy - acy;
        double cpz = apz - acz;
        double d5 = abx * cpx + aby * cpy + abz * cpz;
        double d6 = acx * cpx + acy * cpy + acz * cpz;
        double vc = d1 * d4 - d3 * d2;
        double vb = d5 * d2 - d1 * d6;
        double va = d3 * d6 - d5 * d4;
        double v; // of the second corner, not of the foot
        double w;
        if (d1 <= 0 && d2 <= 0) {
            v = 0;
            w = 0;
        } else if (d3 >= 0 && d4 <= d3) {
            v = 1;
            w = 0;
        } else if (vc <= 0 && d1 >= 0 && d3 <= 0) {
            v = d1 / (d1 - d3);
            w = 0;
        } else if (d6 >= 0 && d5 <= d6) {
            v = 0;
            w = 1;
        } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
            v = 0;
            w = d2 / (d2 - d6);
        } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
            w = (d4 - d3) / (d4 - d3 + (d5 - d6));
            v = 1 - w;
        } else {
            double s = 1 / (va + vb + vc);
            v = vb * s;
            w = vc * s;
        }
        a0 = 1 - v - w;
        a1 = v;
        a2 = w;
        double x = apx - v * abx - w * acx;
        double y = apy - v * aby - w * acy;
        double z = apz - v * abz - w * acz;
        return x * x + y * y + z * z;
    }
}
