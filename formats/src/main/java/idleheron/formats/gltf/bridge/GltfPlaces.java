package idleheron.formats.gltf.bridge;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;

/**
 * Which node of a document stands for each of a scene, and where it is. A mesh that joints move stands at the top by itself, as
 * the standard wants it, and says in its extras where it was; where it has children or moves, a plain node keeps its place.
 */
final class GltfPlaces {
    /** Rate of a clip in its extras: frames, seconds. */
    static final String RATE = "heronRate";

    /** In the extras of a node that is a joint although no skin names it. */
    static final String JOINT = "heronJoint";

    /** Attribute of vertices: the point that each stands for, as a float. */
    static final String POINT = "_HERON_POINT";

    /** So many points have numbers that a float tells exactly. */
    static final int MOST_POINTS = 1 << 24;

    /** Path of the parent of a skinned mesh in its extras, "" for none. */
    static final String UNDER = "heronUnder";

    /** Local matrix of a skinned mesh in its extras, columns on end. */
    static final String MATRIX = "heronMatrix";

    private final Scene scene;
    private final boolean[] apart;

    GltfPlaces(Scene scene) {
        this.scene = scene;
        int n = scene.nodes().size();
        boolean[] above = new boolean[n];
        for (Node x : scene.nodes()) {
            if (x.parent() >= 0) {
                above[x.parent()] = true;
            }
        }
        scene.clips().forEach(c -> c.nodes().forEach(t -> above[t.node()] = true));
        apart = new boolean[n];
        for (int i = 0; i < n; i++) {
            apart[i] = isSkinned(i) && !above[i];
        }
    }

    /** Whether a node shows a mesh that joints move. */
    boolean isSkinned(int node) {
        Node n = scene.nodes().get(node);
        return n.kind() == NodeKind.MESH
                && n.payload() >= 0
                && scene.meshes().get(n.payload()).skin() != null;
    }

    /** Whether a node is there for a skinned mesh alone, and so has no place. */
    boolean isApart(int node) {
        return apart[node];
    }

    /** Under its parent, in the pose as it stands; into {@code dest}. */
    Matrix4dc local(Pose pose, int node, Matrix4d dest) {
        int parent = scene.nodes().get(node).parent();
        if (parent < 0) {
            return pose.world(node);
        }
        pose.world(parent).invert(dest);
        return dest.isFinite() ? dest.mul(pose.world(node)) : pose.local(node);
    }

    /** A matrix in parts; a mirror goes into the size along X. */
    record Parts(Vec3 move, Quaterniond turn, Vec3 size) {
        Transform transform() {
            return Transform.of(move, RotationOrder.XYZ.angles(turn.get(new Matrix3d())), size);
        }

        static Parts of(Matrix4dc m) {
            Vec3 s = Matrices.scale(m);
            return new Parts(
                    Matrices.translation(m),
                    Matrices.quaternion(m).normalize(),
                    m.determinant3x3() < 0 ? new Vec3(-s.x(), s.y(), s.z()) : s);
        }
    }
}
