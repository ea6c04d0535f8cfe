package idleheron.core.math;

/** An immutable triple: a position, a direction, Euler angles in degrees or a scale, as the field that holds it says. */
public record Vec3(double x, double y, double z) {
    public static final Vec3 ZERO = new Vec3(0, 0, 0);
    public static final Vec3 ONE = new Vec3(1, 1, 1);

    public Vec3 times(double factor) {
        return new Vec3(x * factor, y * factor, z * factor);
    }

    public Vec3 plus(Vec3 other) {
        return new Vec3(x + other.x, y + other.y, z + other.z);
    }

    public Vec3 minus(Vec3 other) {
        return new Vec3(x - other.x, y - other.y, z - other.z);
    }

    public double length() {
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** To the other point, in their unit. */
    public double distance(Vec3 other) {
        return minus(other).length();
    }

    public double dot(Vec3 other) {
        return x * other.x + y * other.y + z * other.z;
    }

    public Vec3 cross(Vec3 o) {
        return new Vec3(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
    }

    /** Of length 1 in the same direction; zero where this is. */
    public Vec3 unit() {
        double l = length();
        return l > 0 ? times(1 / l) : ZERO;
    }

    /** What of it lies across a direction of length 1. */
    public Vec3 across(Vec3 direction) {
        return minus(direction.times(dot(direction)));
    }

    /** Component by axis number, 0 to 2. */
    public double get(int axis) {
        return axis == 0 ? x : axis == 1 ? y : z;
    }

    /** Whether all three are exactly 0. */
    public boolean isZero() {
        return x == 0 && y == 0 && z == 0;
    }

    public boolean isFinite() {
        return Double.isFinite(x) && Double.isFinite(y) && Double.isFinite(z);
    }
}
