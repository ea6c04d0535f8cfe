package idleheron.render.ink;

/**
 * A camera that circles a target. Common space: metres, Y up.
 *
 * @param yaw degrees about the upright axis, 0 looks from the front (+Z) at the target
 * @param pitch degrees upward, 0 level
 * @param distance metres from the target
 */
public record Viewpoint(double yaw, double pitch, double distance, double x, double y, double z) {
    private static final double ROOM = 1.1;
    private static final double HALF_TAN = Math.tan(Math.toRadians(16));

    /** Straight from the front. */
    public static final Viewpoint FRONT = new Viewpoint(0, 0, 1, 0, 0, 0);

    /** From the front, a little from above. */
    public static Viewpoint start() {
        return new Viewpoint(28, 8, 6, 0, 1.1, 0);
    }

    /** Turned about the target by degrees, the pitch held short of the poles. */
    public Viewpoint orbited(double yawBy, double pitchBy) {
        return new Viewpoint(yaw + yawBy, Math.clamp(pitch + pitchBy, -89, 89), distance, x, y, z);
    }

    public Viewpoint zoomed(double factor) {
        return new Viewpoint(yaw, pitch, Math.clamp(distance * factor, 1e-4, 1e6), x, y, z);
    }

    /** Moves the target in the picture's plane, in shares of the picture's height. */
    public Viewpoint panned(double right, double up) {
        double size = 2 * distance * HALF_TAN;
        double cy = Math.cos(Math.toRadians(yaw));
        double sy = Math.sin(Math.toRadians(yaw));
        double cp = Math.cos(Math.toRadians(pitch));
        double sp = Math.sin(Math.toRadians(pitch));
        double r = right * size;
        double u = up * size;
        return new Viewpoint(yaw, pitch, distance, x + r * cy - u * sp * sy, y + u * cp, z - r * sy - u * sp * cy);
    }

    /** Looks at the middle of a box from far enough away to see it whole. {@code b} is {x0,y0,z0,x1,y1,z1}. */
    public Viewpoint framing(double[] b) {
        if (!(b[3] >= b[0]) || Double.isInfinite(b[0])) {
            return this;
        }
        double w = Math.hypot(b[3] - b[0], b[5] - b[2]);
        double h = b[4] - b[1];
        double radius = Math.max(0.02, Math.max(h, w * 0.8) / 2);
        return new Viewpoint(
                yaw,
                pitch,
                radius * 1.18 / HALF_TAN + w * 0.25,
                (b[0] + b[3]) / 2,
                (b[1] + b[4]) / 2,
                (b[2] + b[5]) / 2);
    }

    /**
     * As far away as it takes to see a box whole from side to side.
     *
     * @param b {x0,y0,z0,x1,y1,z1}
     * @param aspect width of the picture over its height
     */
    public Viewpoint holding(double[] b, double aspect) {
        double w = Math.hypot(b[3] - b[0], b[5] - b[2]);
        double needed = w / 2 * ROOM / (HALF_TAN * aspect);
        return needed > distance && Double.isFinite(needed) ? new Viewpoint(yaw, pitch, needed, x, y, z) : this;
    }

    double halfTan() {
        return HALF_TAN;
    }
}
