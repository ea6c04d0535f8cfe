package idleheron.core.garment.fit;

import idleheron.core.garment.RestSurface;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * A body that can be posed by turns of its joints against its rest. Metres, as meant; joints are those of its skin.
 *
 * @param mesh at rest
 * @param names of the joints
 * @param parents of each the joint above, -1 for none
 * @param places of each at rest, x, y, z on end
 * @param skin which of them move which points; null for a body that no joint moves
 */
record FitBody(
        TriangleMesh mesh,
        List<String> names,
        int[] parents,
        double[] places,
        @Nullable Skin skin) {
    static FitBody of(Scene s, int node) {
        Skin skin = s.meshes().get(s.nodes().get(node).payload()).skin();
        int[] joints = skin == null ? new int[0] : skin.joints();
        int[] parents = new int[joints.length];
        double[] places = new double[3 * joints.length];
        Map<Integer, Integer> slot = new HashMap<>();
        for (int j = 0; j < joints.length; j++) {
            slot.put(joints[j], j);
        }
        Pose rest = new Pose(s);
        CanonicalSpace space = CanonicalSpace.of(s.stage());
        for (int j = 0; j < joints.length; j++) {
            int above = s.nodes().get(joints[j]).parent();
            while (above >= 0 && !slot.containsKey(above)) {
                above = s.nodes().get(above).parent();
            }
            parents[j] = above < 0 ? -1 : slot.get(above);
            var w = rest.world(joints[j]);
            var p = space.point(w.m30(), w.m31(), w.m32());
            places[3 * j] = p.x();
            places[3 * j + 1] = p.y();
            places[3 * j + 2] = p.z();
        }
        List<String> names =
                Arrays.stream(joints).mapToObj(j -> s.nodes().get(j).name()).toList();
        return new FitBody(RestSurface.of(s, node), names, parents, places, skin);
    }

    int joints() {
        return parents.length;
    }

    /** Joints in an order in which those above come first. */
    int[] order() {
        int[] out = new int[joints()];
        boolean[] done = new boolean[out.length];
        int n = 0;
        while (n < out.length) {
            int before = n;
            for (int j = 0; j < out.length; j++) {
                if (!done[j] && (parents[j] < 0 || done[parents[j]])) {
                    done[j] = true;
                    out[n++] = j;
                }
            }
            if (n == before) {
                return Arrays.copyOf(out, n);
            }
        }
        return out;
    }

    /** What each joint does with places at rest, when all are turned against it and the first ones moved. */
    Matrix4d[] matrices(Quaterniondc[] turns, double[] root) {
        Matrix4d[] out = new Matrix4d[joints()];
        for (int j = 0; j < out.length; j++) {
            out[j] = new Matrix4d();
        }
        for (int j : order()) {
            Vector3d at = new Vector3d(places[3 * j], places[3 * j + 1], places[3 * j + 2]);
            Matrix4d above = parents[j] < 0
                    ? new Matrix4d().translation(root[0], root[1], root[2])
                    : new Matrix4d(out[parents[j]]);
            out[j] = above.translate(at).rotate(turns[j]).translate(at.negate(new Vector3d()));
        }
        return out;
    }

    /** The points moved by what the joints do. */
    double[] posed(Matrix4d[] moves) {
        Skin s = java.util.Objects.requireNonNull(skin);
        double[] p = mesh.points();
        double[] out = p.clone();
        Vector3d v = new Vector3d();
        for (int i = 0; i < mesh.pointCount(); i++) {
            double x = 0;
            double y = 0;
            double z = 0;
            double sum = 0;
            for (int k = s.starts()[i]; k < s.starts()[i + 1]; k++) {
                double w = s.weights()[k];
                moves[s.slots()[k]].transformPosition(p[3 * i], p[3 * i + 1], p[3 * i + 2], v);
                x += w * v.x;
                y += w * v.y;
                z += w * v.z;
                sum += w;
            }
            if (sum > 0) {
                out[3 * i] = x / sum;
                out[3 * i + 1] = y / sum;
                out[3 * i + 2] = z / sum;
            }
        }
        return out;
    }

    static Quaterniond[] still(int n) {
        Quaterniond[] out = new Quaterniond[n];
        for (int i = 0; i < n; i++) {
            out[i] = new Quaterniond();
        }
        return out;
    }

    BodyDistance distance() {
        return BodyDistance.of(mesh);
    }
}
