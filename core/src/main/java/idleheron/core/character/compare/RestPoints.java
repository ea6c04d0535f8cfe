package idleheron.core.character.compare;

import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;

/** Points of a mesh node at rest, skinned, in the space of a comparison. */
public final class RestPoints {
    private RestPoints() {}

    /** Places of a mesh at rest, metres as meant, three numbers a point. */
    public static double[] of(Scene scene, CanonicalSpace space, int node) {
        if (node < 0) {
            return new double[0];
        }
        Pose pose = new Pose(scene);
        float[] p = new Surface(pose, node).deform(pose, space.pointMatrix());
        double[] out = new double[p.length];
        for (int i = 0; i < p.length; i++) {
            out[i] = p[i];
        }
        return out;
    }
}
