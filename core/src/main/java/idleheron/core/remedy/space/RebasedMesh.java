package idleheron.core.remedy.space;

import idleheron.core.math.Matrices;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** The points, normals, layers and blend shapes of a mesh under another matrix. */
final class RebasedMesh {
    private RebasedMesh() {}

    static double[] points(double[] p, Matrix4dc x) {
        double[] out = new double[p.length];
        for (int i = 0; i < p.length; i += 3) {
            out[i] = x.m00() * p[i] + x.m10() * p[i + 1] + x.m20() * p[i + 2];
            out[i + 1] = x.m01() * p[i] + x.m11() * p[i + 1] + x.m21() * p[i + 2];
            out[i + 2] = x.m02() * p[i] + x.m12() * p[i + 1] + x.m22() * p[i + 2];
        }
        return out;
    }

    static float[] normals(float[] n, Matrix3d rotation, boolean mirrored) {
        float[] out = new float[n.length];
        Vector3d v = new Vector3d();
        for (int i = 0; i < n.length; i += 3) {
            rotation.transform(v.set(mirrored ? -n[i] : n[i], n[i + 1], n[i + 2]));
            out[i] = (float) v.x;
            out[i + 1] = (float) v.y;
            out[i + 2] = (float) v.z;
        }
        return out;
    }

    /** Tangents and the like turn with the mesh; a mirror also turns round which way a tangent's fourth number points. */
    static MeshLayer layer(MeshLayer l, Matrix3d rotation, boolean mirrored) {
        if (!l.kind().isDirection()) {
            return l;
        }
        double[] out = l.values().clone();
        Vector3d v = new Vector3d();
        for (int i = 0; i + 2 < out.length; i += l.width()) {
            rotation.transform(v.set(mirrored ? -out[i] : out[i], out[i + 1], out[i + 2]));
            out[i] = v.x;
            out[i + 1] = v.y;
            out[i + 2] = v.z;
            if (mirrored && l.width() > 3 && l.kind() == MeshLayer.Kind.TANGENT) {
                out[i + 3] = -out[i + 3];
            }
        }
        return l.withValues(out);
    }

    static List<BlendShape> shapes(Mesh m, Matrix4dc x) {
        List<BlendShape> out = new ArrayList<>();
        for (BlendShape s : m.shapes()) {
            List<BlendShape.Target> targets = new ArrayList<>();
            for (BlendShape.Target t : s.targets()) {
                float[] d = new float[t.deltas().length];
                for (int i = 0; i < d.length; i += 3) {
                    float dx = t.deltas()[i];
                    float dy = t.deltas()[i + 1];
                    float dz = t.deltas()[i + 2];
                    d[i] = (float) (x.m00() * dx + x.m10() * dy + x.m20() * dz);
                    d[i + 1] = (float) (x.m01() * dx + x.m11() * dy + x.m21() * dz);
                    d[i + 2] = (float) (x.m02() * dx + x.m12() * dy + x.m22() * dz);
                }
                float[] n = t.normals();
                targets.add(new BlendShape.Target(
                        t.fullWeight(),
                        t.points(),
                        d,
                        n == null ? null : normals(n, Matrices.rotation(x), x.determinant3x3() < 0)));
            }
            out.add(new BlendShape(s.name(), s.weight(), targets));
        }
        return out;
    }

    /** Turns every face round, keeping its first corner first. */
    static Mesh flipped(Mesh m) {
        int[] from = new int[m.corners().length];
        for (int f = 0; f < m.faceCount(); f++) {
            int s = m.faceStarts()[f];
            int n = m.faceStarts()[f + 1] - s;
            for (int c = 0; c < n; c++) {
                from[s + c] = s + (n - c) % n;
            }
        }
        return m.reordered(from, edges(m));
    }

    /** An edge that started at corner c of n now starts where its end was. */
    static int @Nullable [] edges(Mesh m) {
        int[] starts = m.edgeStarts();
        if (starts == null) {
            return null;
        }
        int[] out = starts.clone();
        for (int i = 0; i < out.length; i++) {
            int f = java.util.Arrays.binarySearch(m.faceStarts(), out[i]);
            int face = f >= 0 ? f : -f - 2;
            int s = m.faceStarts()[face];
            int n = m.faceStarts()[face + 1] - s;
            out[i] = s + (n - (out[i] - s) - 1 + n) % n;
        }
        return out;
    }
}
