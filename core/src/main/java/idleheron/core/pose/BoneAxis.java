package idleheron.core.pose;

import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Scene;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** Which of its own axes a joint's bone runs along. */
public final class BoneAxis {
    private BoneAxis() {}

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
