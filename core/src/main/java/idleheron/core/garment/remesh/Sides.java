package idleheron.core.garment.remesh;

/** Which way triangles look. */
final class Sides {
    private Sides() {}

    /** Whether one still has some area and looks the way another did, within the cosine of an angle. */
    static boolean alike(double[] a, double[] b, double cos) {
        double dot = a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
        double la = Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
        double lb = Math.sqrt(b[0] * b[0] + b[1] * b[1] + b[2] * b[2]);
        return lb > 1e-3 * la && dot > cos * la * lb;
    }
}
