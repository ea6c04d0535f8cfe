package idleheron.core.pose;

import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** Which of its own axes a joint's bone runs along. */
public final class BoneAxis {
    private BoneAxis() {}

    /** Of length 1 along an own axis; along X where a joint has none. */
    public static Vec3 direction(@Nullable SignedAxis axis) {
        double[] v = {axis == null ? 1 : 0, 0, 0};
        if (axis != null) {
            v[axis.axis()] = axis.sign();
        }
        return new Vec3(v[0], v[1], v[2]);
    }

    /** The own axis of a joint that points to its first child joint, in a pose; null when it has none. */
    public static @Nullable SignedAxis of(Scene scene, Pose pose, int joint) {
        for (int i = joint + 1; i < scene.nodes().size(); i++) {
            if (scene.nodes().get(i).isJoint() && scene.jointAbove(i) == joint) {
                Vector3d d = new Matrix4d(pose.world(joint))
                        .invert()
                        .transformPosition(new Vector3d(
                                pose.world(i).m30(),
                                pose.world(i).m31(),
                                pose.world(i).m32()));
                if (d.length() > 1e-9) {
                    return SignedAxis.nearest(d.x, d.y, d.z);
                }
            }
        }
        return null;
    }
}
