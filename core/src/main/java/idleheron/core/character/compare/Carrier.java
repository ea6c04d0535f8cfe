package idleheron.core.character.compare;

import idleheron.core.pair.Pair;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * The joint that carries a mesh without a skin. What such a mesh does is judged against its joint: where the joint went, the mesh
 * went with it.
 *
 * @param sent the joint, or -1
 * @param returned its partner, which carries the mesh on the other side
 * @param across from where the sent mesh rests to where the returned joint takes it, in the common space
 */
public record Carrier(int sent, int returned, Matrix4d across) {

    /** Null where no joint carries it, or joints that are no partners. */
    public static @Nullable Carrier of(Pair p, int sentMesh, int returnedMesh) {
        if (p.sent.meshes().get(sentMesh).skin() != null) {
            return null;
        }
        int a = p.sent.jointAbove(p.sent.nodeOfMesh(sentMesh));
        int b = p.returned.jointAbove(p.returned.nodeOfMesh(returnedMesh));
        if (a < 0 || p.matching.nodes()[a] != b) {
            return null;
        }
        p.sentPose.rest();
        p.returnedPose.rest();
        Matrix4d across = p.returnedWorld(b, new Matrix4d())
                .mul(p.sentWorld(a, new Matrix4d()).invert());
        return new Carrier(a, b, across);
    }

    /** Whether the joint stands elsewhere. */
    public boolean moved(Pair p) {
        return p.sentPosition(sent).distance(p.returnedPosition(returned)) * 1000 > p.tolerances.joint();
    }

    /** Whether points lie on the joint as they did. */
    public boolean holds(double[] sentPoints, double[] returnedPoints, double millimetres) {
        Vector3d v = new Vector3d();
        for (int i = 0; i + 2 < sentPoints.length; i += 3) {
            across.transformPosition(v.set(sentPoints[i], sentPoints[i + 1], sentPoints[i + 2]));
            if (v.distance(returnedPoints[i], returnedPoints[i + 1], returnedPoints[i + 2]) * 1000 > millimetres) {
                return false;
            }
        }
        return sentPoints.length == returnedPoints.length;
    }
}
