package idleheron.core.garment;

import idleheron.core.geometry.TriangleMesh;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.PointMatrices;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;

/** Surfaces in metres, as meant. */
public final class RestSurface {
    private RestSurface() {}

    /**
     * What a node shows at rest, in double precision.
     *
     * @param node that shows a mesh
     */
    public static TriangleMesh of(Scene scene, int node) {
        Pose rest = new Pose(scene);
        Mesh m = scene.meshes().get(scene.nodes().get(node).payload());
        Matrix4d world = new Matrix4d(CanonicalSpace.of(scene.stage()).pointMatrix()).mul(rest.world(node));
        Matrix4dc geometric = scene.nodes().get(node).geometric();
        if (geometric != null) {
            world.mul(geometric);
        }
        Skin skin = m.skin();
        PointMatrices moves = skin == null || !skin.style().isPlain() ? null : new PointMatrices(rest, node, skin);
        double[] out = new double[m.points().length];
        Vector3d v = new Vector3d();
        for (int p = 0; p < m.pointCount(); p++) {
            v.set(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2]);
            if (moves != null) {
                moves.at(p).transformPosition(v);
            }
            world.transformPosition(v);
            out[3 * p] = v.x;
            out[3 * p + 1] = v.y;
            out[3 * p + 2] = v.z;
        }
        return TriangleMesh.of(m, out);
    }

    /** Places of what a node shows in a pose, single precision. */
    public static double[] posed(Pose pose, int node) {
        CanonicalSpace space = CanonicalSpace.of(pose.scene().stage());
        float[] p = new Surface(pose, node).deform(pose, space.pointMatrix());
        double[] out = new double[p.length];
        for (int i = 0; i < p.length; i++) {
            out[i] = p[i];
        }
        return out;
    }

    /** A mesh whose points lie at places of the common space, metres; normals go where they would no longer be right. */
    public static Mesh placed(Scene s, int node, Mesh m, double[] places) {
        Matrix4d toOwn = new Matrix4d(CanonicalSpace.of(s.stage()).pointMatrix()).mul(new Pose(s).world(node));
        if (s.nodes().get(node).geometric() != null) {
            toOwn.mul(s.nodes().get(node).geometric());
        }
        toOwn.invert();
        if (!toOwn.isFinite()) {
            return m;
        }
        double[] out = new double[places.length];
        Vector3d v = new Vector3d();
        boolean same = true;
        for (int i = 0; i < out.length; i += 3) {
            toOwn.transformPosition(places[i], places[i + 1], places[i + 2], v);
            out[i] = v.x;
            out[i + 1] = v.y;
            out[i + 2] = v.z;
            same &= Math.abs(out[i] - m.points()[i])
                            + Math.abs(out[i + 1] - m.points()[i + 1])
                            + Math.abs(out[i + 2] - m.points()[i + 2])
                    < 1e-9 * (1 + Math.abs(out[i]));
        }
        return same ? m : m.withPoints(out).withNormals(null);
    }
}
