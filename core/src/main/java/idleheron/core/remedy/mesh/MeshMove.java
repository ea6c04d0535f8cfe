package idleheron.core.remedy.mesh;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;

/** A mesh in another place of its own space: points, offsets of shapes and normals. */
public final class MeshMove {
    private MeshMove() {}

    /** Normals stay square to the faces whatever the matrix; they turn by its inverse transpose. */
    public static Mesh of(Mesh m, Matrix4dc by) {
        double[] points = new double[m.points().length];
        Vector3d v = new Vector3d();
        for (int i = 0; i < points.length; i += 3) {
            by.transformPosition(v.set(m.points()[i], m.points()[i + 1], m.points()[i + 2]));
            points[i] = v.x;
            points[i + 1] = v.y;
            points[i + 2] = v.z;
        }
        Matrix3d linear = by.get3x3(new Matrix3d());
        List<BlendShape> shapes = m.shapes().stream()
                .map(s -> new BlendShape(
                        s.name(),
                        s.weight(),
                        s.targets().stream()
                                .map(t -> new BlendShape.Target(
                                        t.fullWeight(), t.points(), turned(t.deltas(), linear, false), null))
                                .toList()))
                .toList();
        float[] normals = m.normals();
        return m.withPoints(points)
                .withShapes(shapes)
                .withNormals(normals == null ? null : turned(normals, by.normal(new Matrix3d()), true));
    }

    private static float[] turned(float[] v, Matrix3d m, boolean unit) {
        float[] out = new float[v.length];
        Vector3d d = new Vector3d();
        for (int i = 0; i < v.length; i += 3) {
            m.transform(d.set(v[i], v[i + 1], v[i + 2]));
            double f = unit && d.length() > 0 ? 1 / d.length() : 1;
            out[i] = (float) (d.x * f);
            out[i + 1] = (float) (d.y * f);
            out[i + 2] = (float) (d.z * f);
        }
        return out;
    }
}
