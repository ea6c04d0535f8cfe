package idleheron.core.pose;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Stage;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;

/**
 * Brings what a stage stores to the common space: metres, Y up, Z to the front, right-handed.
 *
 * <p>A stored world matrix M becomes W·M·L, with its translation in metres; W is the stage's axes, and L is the identity,
 * or, where the stage is left-handed, a mirror of the node's own X axis, so that every matrix stays a rotation.
 */
public final class CanonicalSpace {
    private final Matrix4d world;
    private final Matrix3d axes;
    private final boolean mirror;
    private final double metersPerUnit;

    private CanonicalSpace(AxisSystem axes, double metersPerUnit) {
        this.axes = axes.toCommon();
        this.world = new Matrix4d(this.axes);
        this.mirror = !axes.isRightHanded();
        this.metersPerUnit = metersPerUnit;
    }

    /** From the axes and unit of a stage to metres, Y up, right-handed. */
    public static CanonicalSpace of(Stage stage) {
        return new CanonicalSpace(stage.axes(), stage.metersPerUnit());
    }

    /** Leaves everything as stored. */
    public static CanonicalSpace asStored() {
        return new CanonicalSpace(AxisSystem.COMMON, 1);
    }

    /** As {@link #of(Stage)}, or no change at all where numbers are taken as stored. */
    public static CanonicalSpace of(Stage stage, boolean asMeant) {
        return asMeant ? of(stage) : asStored();
    }

    /** A stored world matrix in the common space; {@code dest} may be the same object. */
    public Matrix4d matrix(Matrix4dc stored, Matrix4d dest) {
        world.mul(stored, dest);
        if (mirror) {
            dest.scale(-1, 1, 1);
        }
        return dest.setTranslation(dest.m30() * metersPerUnit, dest.m31() * metersPerUnit, dest.m32() * metersPerUnit);
    }

    /** A place in stage units, in metres as meant. */
    public Vec3 point(double x, double y, double z) {
        Vector3d v = axes.transform(new Vector3d(x, y, z)).mul(metersPerUnit);
        return new Vec3(v.x, v.y, v.z);
    }

    /** Stored point to common point as one matrix, for bulk work. */
    public Matrix4d pointMatrix() {
        return new Matrix4d(world).scale(metersPerUnit);
    }

    /** A length in stage units, in metres. */
    public double length(double stored) {
        return stored * metersPerUnit;
    }
}
