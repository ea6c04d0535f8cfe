package idleheron.core.math;

import static idleheron.core.Messages.say;

import java.util.Arrays;
import org.joml.Matrix3d;
import org.jspecify.annotations.Nullable;

/** One of the six directions along a coordinate axis. */
public enum SignedAxis {
    POSITIVE_X(0, 1, "X"),
    NEGATIVE_X(0, -1, "-X"),
    POSITIVE_Y(1, 1, "Y"),
    NEGATIVE_Y(1, -1, "-Y"),
    POSITIVE_Z(2, 1, "Z"),
    NEGATIVE_Z(2, -1, "-Z");

    private final int axis;
    private final int sign;
    private final String label;

    SignedAxis(int axis, int sign, String label) {
        this.axis = axis;
        this.sign = sign;
        this.label = label;
    }

    /** 0 for X, 1 for Y, 2 for Z. */
    public int axis() {
        return axis;
    }

    /** 1 or -1. */
    public int sign() {
        return sign;
    }

    /** What is shown: "X", "-X" and so on. */
    public String label() {
        return label;
    }

    /** The axis of a label, "x", "+Y" and "-Z" among them; null where it is none. */
    public static @Nullable SignedAxis named(String label) {
        String l = label.strip().replaceFirst("^\\+", "");
        return Arrays.stream(values())
                .filter(a -> a.label.equalsIgnoreCase(l))
                .findFirst()
                .orElse(null);
    }

    /** The other way along the same axis. */
    public SignedAxis opposite() {
        return of(axis, -sign);
    }

    /** The shortest turn that brings this axis to another one; to the opposite one, half a turn about the next axis. */
    public Matrix3d turnTo(SignedAxis to) {
        Matrix3d m = new Matrix3d();
        if (axis == to.axis) {
            for (int a = 0; a < 3 && sign != to.sign; a++) {
                m.set(a, a, a == (axis + 1) % 3 ? 1 : -1);
            }
            return m;
        }
        m.zero();
        m.set(axis, to.axis, sign * to.sign);
        m.set(to.axis, axis, -sign * to.sign);
        int third = 3 - axis - to.axis;
        m.set(third, third, 1);
        return m;
    }

    /**
     * @throws IllegalArgumentException for an axis outside 0 to 2 or a sign other than 1 and -1
     */
    public static SignedAxis of(int axis, int sign) {
        if (axis < 0 || axis > 2) {
            throw new IllegalArgumentException(say("core.math.SignedAxis.axis-expected-0-to-2", axis));
        }
        return values()[axis * 2 + (sign < 0 ? 1 : 0)];
    }

    /** The axis closest to a direction, by its largest component. */
    public static SignedAxis nearest(double x, double y, double z) {
        double ax = Math.abs(x);
        double ay = Math.abs(y);
        double az = Math.abs(z);
        if (ax >= ay && ax >= az) {
            return of(0, x < 0 ? -1 : 1);
        }
        return ay >= az ? of(1, y < 0 ? -1 : 1) : of(2, z < 0 ? -1 : 1);
    }
}
