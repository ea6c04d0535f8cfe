package idleheron.core.scene;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.motion.Channel;
import java.util.Arrays;
import java.util.function.Consumer;
import org.joml.Matrix3d;
import org.joml.Matrix4d;

/**
 * The parts of a local transform. Lengths are in the stage's unit, angles in degrees.
 *
 * <p>local = T · Ro · Rp · Rpre · R · Rpost⁻¹ · Rp⁻¹ · So · Sp · S · Sp⁻¹, with T translation, Ro rotation offset, Rp
 * rotation pivot, So scaling offset, Sp scaling pivot. Pre- and post-rotation are always applied X, then Y, then Z.
 */
public record Transform(
        Vec3 translation,
        RotationOrder order,
        Vec3 rotation,
        Vec3 preRotation,
        Vec3 postRotation,
        Vec3 scaling,
        Vec3 rotationOffset,
        Vec3 rotationPivot,
        Vec3 scalingOffset,
        Vec3 scalingPivot,
        Inherit inherit) {
    public static final Transform IDENTITY = of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE);

    /** A plain transform in XYZ order. */
    public static Transform of(Vec3 translation, Vec3 rotation, Vec3 scaling) {
        return new Transform(
                translation,
                RotationOrder.XYZ,
                rotation,
                Vec3.ZERO,
                Vec3.ZERO,
                scaling,
                Vec3.ZERO,
                Vec3.ZERO,
                Vec3.ZERO,
                Vec3.ZERO,
                Inherit.ORDINARY);
    }

    /** With this place under the parent, scene units. */
    public Transform withTranslation(Vec3 value) {
        return with(d -> d.translation = value);
    }

    /** With these angles about X, Y and Z, degrees. */
    public Transform withRotation(Vec3 value) {
        return with(d -> d.rotation = value);
    }

    /** With fixed turns before and after the rotation, degrees, XYZ. */
    public Transform withTurns(Vec3 pre, Vec3 post) {
        return with(d -> {
            d.preRotation = pre;
            d.postRotation = post;
        });
    }

    public Transform withScaling(Vec3 value) {
        return with(d -> d.scaling = value);
    }

    /** With other pivots and offsets, as FBX composes them. */
    public Transform withPivots(Vec3 rotationOffset, Vec3 rotationPivot, Vec3 scalingOffset, Vec3 scalingPivot) {
        return with(d -> {
            d.rotationOffset = rotationOffset;
            d.rotationPivot = rotationPivot;
            d.scalingOffset = scalingOffset;
            d.scalingPivot = scalingPivot;
        });
    }

    public Transform withInherit(Inherit value) {
        return with(d -> d.inherit = value);
    }

    /** Whether translation, rotation and scale alone describe it. */
    public boolean isPlain() {
        return preRotation.isZero()
                && postRotation.isZero()
                && rotationOffset.isZero()
                && rotationPivot.isZero()
                && scalingOffset.isZero()
                && scalingPivot.isZero();
    }

    /** The nine animatable numbers in the order of {@link Channel}. */
    public double[] channels() {
        return new double[] {
            translation.x(), translation.y(), translation.z(),
            rotation.x(), rotation.y(), rotation.z(),
            scaling.x(), scaling.y(), scaling.z()
        };
    }

    /** The local matrix for column vectors, translation in scene units. */
    public Matrix4d matrix() {
        return matrix(channels(), new Matrix4d());
    }

    /** The local matrix with the nine channels taken from {@code c} instead of the stored ones. */
    public Matrix4d matrix(double[] c, Matrix4d dest) {
        dest.translation(
                c[0] + rotationOffset.x() + rotationPivot.x(),
                c[1] + rotationOffset.y() + rotationPivot.y(),
                c[2] + rotationOffset.z() + rotationPivot.z());
        turn(c, dest);
        dest.translate(
                scalingOffset.x() + scalingPivot.x() - rotationPivot.x(),
                scalingOffset.y() + scalingPivot.y() - rotationPivot.y(),
                scalingOffset.z() + scalingPivot.z() - rotationPivot.z());
        dest.scale(c[6], c[7], c[8]);
        return dest.translate(-scalingPivot.x(), -scalingPivot.y(), -scalingPivot.z());
    }

    /** Multiplies {@code dest} by Rpre · R · Rpost⁻¹. */
    public Matrix4d turn(double[] c, Matrix4d dest) {
        if (!preRotation.isZero()) {
            RotationOrder.XYZ.rotate(preRotation.x(), preRotation.y(), preRotation.z(), dest);
        }
        order.rotate(c[3], c[4], c[5], dest);
        if (!postRotation.isZero()) {
            Matrix3d post = RotationOrder.XYZ.matrix(postRotation).transpose();
            dest.mul(new Matrix4d(post));
        }
        return dest;
    }

    /**
     * The angles about X, Y and Z at which its turn, with the fixed turns before and after, is this one.
     *
     * @param turn of the local matrix, without scale
     * @param near of all that do, those closest to these
     */
    public Vec3 anglesFor(Matrix3d turn, Vec3 near) {
        Matrix3d pre = RotationOrder.XYZ.matrix(preRotation);
        Matrix3d post = RotationOrder.XYZ.matrix(postRotation);
        return order.anglesNear(pre.transpose().mul(turn).mul(post), near);
    }

    public boolean isFinite() {
        return Arrays.stream(channels()).allMatch(Double::isFinite)
                && preRotation.isFinite()
                && postRotation.isFinite()
                && rotationOffset.isFinite()
                && rotationPivot.isFinite()
                && scalingOffset.isFinite()
                && scalingPivot.isFinite();
    }

    private Transform with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return d.done();
    }

    /** A copy whose parts can be changed. */
    private static final class Draft {
        private Vec3 translation;
        private RotationOrder order;
        private Vec3 rotation;
        private Vec3 preRotation;
        private Vec3 postRotation;
        private Vec3 scaling;
        private Vec3 rotationOffset;
        private Vec3 rotationPivot;
        private Vec3 scalingOffset;
        private Vec3 scalingPivot;
        private Inherit inherit;

        Draft(Transform of) {
            translation = of.translation;
            order = of.order;
            rotation = of.rotation;
            preRotation = of.preRotation;
            postRotation = of.postRotation;
            scaling = of.scaling;
            rotationOffset = of.rotationOffset;
            rotationPivot = of.rotationPivot;
            scalingOffset = of.scalingOffset;
            scalingPivot = of.scalingPivot;
            inherit = of.inherit;
        }

        Transform done() {
            return new Transform(
                    translation,
                    order,
                    rotation,
                    preRotation,
                    postRotation,
                    scaling,
                    rotationOffset,
                    rotationPivot,
                    scalingOffset,
                    scalingPivot,
                    inherit);
        }
    }
}
