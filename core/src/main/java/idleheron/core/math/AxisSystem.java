package idleheron.core.math;

import static idleheron.core.Messages.say;

import org.joml.Matrix3d;

/**
 * Which stored axis points up, which points to the viewer (front) and which points to the viewer's right.
 *
 * <p>The common space of this program is {@link #COMMON}: Y up, Z to the front, X to the right, right-handed. A system
 * whose {@link #toCommon()} has determinant -1 is left-handed.
 */
public record AxisSystem(SignedAxis up, SignedAxis front, SignedAxis right) {
    public static final AxisSystem COMMON = rightHanded(SignedAxis.POSITIVE_Y, SignedAxis.POSITIVE_Z);
    public static final AxisSystem Z_UP = rightHanded(SignedAxis.POSITIVE_Z, SignedAxis.NEGATIVE_Y);
    public static final AxisSystem Z_UP_LEFT = Z_UP.mirrored();

    /**
     * @throws IllegalArgumentException when two of the axes lie along the same line
     */
    public AxisSystem {
        if (up.axis() == front.axis() || up.axis() == right.axis() || front.axis() == right.axis()) {
            throw new IllegalArgumentException(
                    say("core.math.AxisSystem.up-front-right-do-not-span", up.label(), front.label(), right.label()));
        }
    }

    /** The right-handed system with these two axes: right = up × front. */
    public static AxisSystem rightHanded(SignedAxis up, SignedAxis front) {
        if (up.axis() == front.axis()) {
            throw new IllegalArgumentException(say("core.math.AxisSystem.up-and-front-both-lie-along", up.label()));
        }
        int axis = 3 - up.axis() - front.axis();
        boolean cyclic = (up.axis() + 1) % 3 == front.axis();
        int sign = up.sign() * front.sign() * (cyclic ? 1 : -1);
        return new AxisSystem(up, front, SignedAxis.of(axis, sign));
    }

    /** The same up and front with the other handedness. */
    public AxisSystem mirrored() {
        return new AxisSystem(up, front, right.opposite());
    }

    /** Stored direction (column vector) to common direction: a signed permutation. */
    public Matrix3d toCommon() {
        Matrix3d m = new Matrix3d().zero();
        m.set(right.axis(), 0, right.sign());
        m.set(up.axis(), 1, up.sign());
        m.set(front.axis(), 2, front.sign());
        return m;
    }

    /** Directions stored in this system to directions stored in {@code target}. */
    public Matrix3d to(AxisSystem target) {
        return target.toCommon().transpose().mul(toCommon());
    }

    /** Whether up, front and right turn as the fingers of a right hand. */
    public boolean isRightHanded() {
        return toCommon().determinant() > 0;
    }

    /** "right" or "left". */
    public String handedness() {
        return isRightHanded() ? say("core.math.AxisSystem.right") : say("core.math.AxisSystem.left");
    }

    /** For a narrow band: "Z up, right-handed". */
    public String describe() {
        return say("core.math.AxisSystem.up-handed", up.label(), handedness());
    }
}
