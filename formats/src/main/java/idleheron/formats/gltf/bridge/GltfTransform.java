package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Transform;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfObject;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Quaterniond;

/** Where a node stands: {@code matrix}, or {@code translation}, {@code rotation} as a quaternion, and {@code scale}. */
final class GltfTransform {
    private static final double UNIT = 1e-3;

    private GltfTransform() {}

    /** Of a turn, about X, Y and Z in this order, degrees; no turn where it is none. */
    static Vec3 angles(double x, double y, double z, double w) {
        Quaterniond q = new Quaterniond(x, y, z, w);
        return q.lengthSquared() > 0 && Double.isFinite(q.lengthSquared())
                ? RotationOrder.XYZ.angles(q.normalize().get(new Matrix3d()))
                : Vec3.ZERO;
    }

    /**
     * @param notes takes what is to be said of it
     * @throws FormatException where it is not told in numbers
     */
    static Transform of(GltfObject o, List<String> notes) throws FormatException {
        boolean parts = o.has("translation") || o.has("rotation") || o.has("scale");
        if (o.has("matrix")) {
            if (parts) {
                notes.add(say("formats.gltf.bridge.GltfTransform.has-a-matrix-and-parts-of", o.at()));
            }
            return fromMatrix(o, notes);
        }
        double[] t = o.numbers("translation", 0, 0, 0);
        double[] q = o.numbers("rotation", 0, 0, 0, 1);
        double[] s = o.numbers("scale", 1, 1, 1);
        double length = Math.sqrt(q[0] * q[0] + q[1] * q[1] + q[2] * q[2] + q[3] * q[3]);
        if (Math.abs(length - 1) > UNIT) {
            notes.add(say("formats.gltf.bridge.GltfTransform.has-a-rotation-of-length", o.at(), length));
        }
        if (s[0] * s[1] * s[2] == 0) {
            notes.add(say("formats.gltf.bridge.GltfTransform.has-a-scale-of-zero", o.at()));
        }
        return Transform.of(new Vec3(t[0], t[1], t[2]), angles(q[0], q[1], q[2], q[3]), new Vec3(s[0], s[1], s[2]));
    }

    private static Transform fromMatrix(GltfObject o, List<String> notes) throws FormatException {
        double[] identity = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1};
        Matrix4d m = new Matrix4d().set(o.numbers("matrix", identity));
        if (m.m03() != 0 || m.m13() != 0 || m.m23() != 0 || m.m33() != 1) {
            notes.add(say("formats.gltf.bridge.GltfTransform.has-a-matrix-whose-last-row", o.at()));
        }
        Vec3 size = Matrices.scale(m);
        Transform out = GltfPlaces.Parts.of(m).transform();
        double largest = Math.max(size.x(), Math.max(size.y(), size.z()));
        if (Matrices.difference(out.matrix(), m) > 1e-5 * Math.max(1, largest)) {
            notes.add(say("formats.gltf.bridge.GltfTransform.has-a-matrix-that-shears-which", o.at()));
        }
        return out;
    }
}
