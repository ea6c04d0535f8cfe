package idleheron.core.pose;

import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.function.IntFunction;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * What a linear skin does with each point of its mesh in a pose, in the space of the mesh: the weighted sum of what its joints do,
 * over the sum of its weights; nothing for a point that no joint moves. For one thread.
 */
public final class PointMatrices {
    private final Skin skin;
    private final Matrix4d[] moves;
    private final Matrix4d sum = new Matrix4d();

    /** @param node that shows the mesh of the skin */
    public PointMatrices(Pose pose, int node, Skin skin) {
        this.skin = skin;
        Matrix4dc geometric = pose.scene().nodes().get(node).geometric();
        Matrix4d in = geometric == null ? new Matrix4d() : new Matrix4d(geometric);
        Matrix4d out = new Matrix4d(pose.world(node)).mul(in).invert();
        moves = new Matrix4d[skin.joints().length];
        for (int j = 0; j < moves.length; j++) {
            moves[j] = new Matrix4d(out)
                    .mul(pose.world(skin.joints()[j]))
                    .mul(skin.toJoint()[j])
                    .mul(in);
        }
    }

    /** The matrix of a point, good until the next is asked for. */
    public Matrix4d at(int point) {
        double weights = 0;
        sum.zero();
        for (int i = skin.starts()[point]; i < skin.starts()[point + 1]; i++) {
            double w = skin.weights()[i];
            sum.fma4x3(moves[skin.slots()[i]], w);
            weights += w;
        }
        if (!(weights > 0)) {
            return sum.identity();
        }
        double k = 1 / weights;
        return sum.set(
                sum.m00() * k,
                sum.m01() * k,
                sum.m02() * k,
                0,
                sum.m10() * k,
                sum.m11() * k,
                sum.m12() * k,
                0,
                sum.m20() * k,
                sum.m21() * k,
                sum.m22() * k,
                0,
                sum.m30() * k,
                sum.m31() * k,
                sum.m32() * k,
                1);
    }

    /** Normals of a skinned mesh as it rests, in its own space; those of a mesh without a skin as they are. */
    public static float @Nullable [] atRest(Scene scene, int node, Mesh m) {
        Skin skin = m.skin();
        float[] normals = m.normals();
        return skin == null || normals == null || node < 0
                ? normals
                : turned(m, normals, new PointMatrices(new Pose(scene), node, skin)::at);
    }

    /**
     * Normals turned by what moves their points, of length 1 again; those that have no length stay as they are.
     *
     * @param normals of the corners of the mesh
     */
    public static float[] turned(Mesh m, float[] normals, IntFunction<Matrix4dc> at) {
        float[] out = new float[normals.length];
        Matrix3d t = new Matrix3d();
        Vector3d v = new Vector3d();
        int last = -1;
        for (int c = 0; c < m.corners().length; c++) {
            int p = m.corners()[c];
            if (p != last) {
                at.apply(p).normal(t);
                last = p;
            }
            t.transform(v.set(normals[3 * c], normals[3 * c + 1], normals[3 * c + 2]));
            double length = v.length();
            boolean fine = length > 0 && Double.isFinite(length);
            out[3 * c] = fine ? (float) (v.x / length) : normals[3 * c];
            out[3 * c + 1] = fine ? (float) (v.y / length) : normals[3 * c + 1];
            out[3 * c + 2] = fine ? (float) (v.z / length) : normals[3 * c + 2];
        }
        return out;
    }
}
