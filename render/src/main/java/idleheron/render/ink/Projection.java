package idleheron.render.ink;

import org.joml.Matrix4d;

/** A viewpoint and the size of a picture: common positions to pixels. */
public final class Projection {
    private static final double NEAR = 1e-3;
    private final double[] m = new double[12];
    private final double focal;
    private final double cx;
    private final double cy;
    private final double near;

    /** How many pixels one metre takes at the target. */
    private final double scale;

    /** Onto a picture, in its points. */
    public static Projection inPoints(Viewpoint v, Picture on) {
        return new Projection(v, on.width() / on.grain(), on.height() / on.grain());
    }

    public Projection(Viewpoint v, double width, double height) {
        Matrix4d view = new Matrix4d()
                .translation(0, 0, -v.distance())
                .rotateX(Math.toRadians(v.pitch()))
                .rotateY(-Math.toRadians(v.yaw()))
                .translate(-v.x(), -v.y(), -v.z());
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 4; c++) {
                m[4 * r + c] = view.get(c, r);
            }
        }
        focal = height / 2.0 / v.halfTan();
        cx = width / 2.0;
        cy = height / 2.0;
        near = v.distance() * NEAR;
        scale = focal / v.distance();
    }

    /** At the middle of the view. */
    public double pixelsPerMeter() {
        return scale;
    }

    /** Unit vector toward the viewer's right, in common space. */
    public double[] right() {
        return new double[] {m[0], m[1], m[2]};
    }

    /** Unit vector from the target to the viewer. */
    public double[] toViewer() {
        return new double[] {m[8], m[9], m[10]};
    }

    /** Where the viewer stands, common space. */
    public double[] eye() {
        double[] out = new double[3];
        for (int a = 0; a < 3; a++) {
            out[a] = -(m[a] * m[3] + m[4 + a] * m[7] + m[8 + a] * m[11]);
        }
        return out;
    }

    /**
     * Writes the unit vector from the viewer through a place in the picture.
     *
     * @return its length where the distance along the line of sight is 1
     */
    public double ray(double px, double py, double[] out) {
        double x = (px - cx) / focal;
        double y = (cy - py) / focal;
        double length = Math.sqrt(x * x + y * y + 1);
        for (int a = 0; a < 3; a++) {
            out[a] = (m[a] * x + m[4 + a] * y - m[8 + a]) / length;
        }
        return length;
    }

    /** Writes pixel x, pixel y and the inverse of the distance to {@code out}; that is 0 for what lies behind the viewer. */
    public void project(double x, double y, double z, float[] out, int at) {
        double px = m[0] * x + m[1] * y + m[2] * z + m[3];
        double py = m[4] * x + m[5] * y + m[6] * z + m[7];
        double d = -(m[8] * x + m[9] * y + m[10] * z + m[11]);
        if (!(d > near)) {
            out[at + 2] = 0;
            return;
        }
        double inverse = 1 / d;
        out[at] = (float) (cx + px * focal * inverse);
        out[at + 1] = (float) (cy - py * focal * inverse);
        out[at + 2] = (float) inverse;
    }

    /** {pixel x, pixel y, inverse distance}. */
    public float[] project(double x, double y, double z) {
        float[] out = new float[3];
        project(x, y, z, out, 0);
        return out;
    }
}
