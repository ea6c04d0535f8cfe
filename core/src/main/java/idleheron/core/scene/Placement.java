package idleheron.core.scene;

/**
 * How a picture lies on the coordinates of a surface. A point (u, v), origin at the bottom left, has the place
 * (uu·u + uv·v + u0, vu·u + vv·v + v0) on the picture, whose bottom left is (0, 0) and top right (1, 1).
 *
 * @param acrossU what is beyond the left and right edge
 * @param acrossV what is beyond the bottom and top edge
 */
public record Placement(Wrap acrossU, Wrap acrossV, double uu, double uv, double u0, double vu, double vv, double v0) {
    /** As it is, repeated. */
    public static final Placement PLAIN = new Placement(Wrap.REPEAT, Wrap.REPEAT, 1, 0, 0, 0, 1, 0);

    /** What lies beyond the edge of a picture. */
    public enum Wrap {
        REPEAT,
        /** The last row or column. */
        CLAMP,
        /** The picture again, every other time mirrored. */
        MIRROR
    }

    /**
     * Coordinates scaled, then turned counterclockwise, then moved.
     *
     * @param degrees of the turn
     */
    public static Placement of(double scaleU, double scaleV, double degrees, double moveU, double moveV) {
        double cos = Math.cos(Math.toRadians(degrees));
        double sin = Math.sin(Math.toRadians(degrees));
        return new Placement(
                Wrap.REPEAT, Wrap.REPEAT, scaleU * cos, -scaleV * sin, moveU, scaleU * sin, scaleV * cos, moveV);
    }

    /**
     * What it is made of: see {@link #of}.
     *
     * @param degrees of the turn, counterclockwise
     */
    public record Parts(double scaleU, double scaleV, double degrees, double moveU, double moveV) {}

    /** Scale, turn and move; what shears besides is left out. */
    public Parts parts() {
        double turn = Math.atan2(vu, uu);
        double across = vv * Math.cos(turn) - uv * Math.sin(turn);
        return new Parts(Math.hypot(uu, vu), across, Math.toDegrees(turn), u0, v0);
    }

    /** Whether it lies as the coordinates do, whatever is beyond the edges. */
    public boolean isPlain() {
        return differs(PLAIN) == 0;
    }

    /** How far the same point may come to lie apart on the picture, within the first tile; widths of the picture. */
    public double differs(Placement other) {
        double most = 0;
        for (int corner = 0; corner < 4; corner++) {
            double u = corner & 1;
            double v = corner >> 1;
            most = Math.max(most, Math.hypot(u(u, v) - other.u(u, v), v(u, v) - other.v(u, v)));
        }
        return most;
    }

    /** What lies beyond the edges of the picture. */
    public Placement wrapped(Wrap acrossLeft, Wrap acrossTop) {
        return new Placement(acrossLeft, acrossTop, uu, uv, u0, vu, vv, v0);
    }

    /** As the same picture lies where coordinates and pictures are counted from the top: (u, 1 - v) on both sides. */
    public Placement fromTop() {
        return new Placement(acrossU, acrossV, uu, -uv, u0 + uv, -vu, vv, 1 - v0 - vv);
    }

    /** The place on the picture for coordinates, across. */
    public double u(double u, double v) {
        return uu * u + uv * v + u0;
    }

    /** The place on the picture for coordinates, up. */
    public double v(double u, double v) {
        return vu * u + vv * v + v0;
    }
}
