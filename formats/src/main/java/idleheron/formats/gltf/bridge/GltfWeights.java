package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.Arrays;

/** Influences of vertices in sets of four: JOINTS_n as slots of the skin, WEIGHTS_n as floats. */
final class GltfWeights {
    private static final int FOUR = 4;

    private GltfWeights() {}

    /**
     * Weights that sum to 1, the strongest first; a point that nothing moves goes with the first joint.
     *
     * @param points of the mesh, for each vertex
     */
    static void write(GltfWriter doc, ObjectNode to, Skin skin, int[] points) {
        int most = Math.max(1, skin.maxInfluences());
        int sets = (most + FOUR - 1) / FOUR;
        for (int s = 0; s < sets; s++) {
            int[] slots = new int[FOUR * points.length];
            float[] weights = new float[FOUR * points.length];
            for (int v = 0; v < points.length; v++) {
                int p = points[v];
                double sum = skin.sum(p);
                int[] order = order(skin, p);
                for (int k = 0; k < FOUR && FOUR * s + k < order.length && sum > 0; k++) {
                    int i = order[FOUR * s + k];
                    slots[FOUR * v + k] = skin.slots()[i];
                    weights[FOUR * v + k] = (float) (skin.weights()[i] / sum);
                }
                if (!(sum > 0) && s == 0) {
                    weights[FOUR * v] = 1;
                }
            }
            to.put("JOINTS_" + s, doc.slots(slots, skin.joints().length));
            to.put("WEIGHTS_" + s, doc.vertices(weights, "VEC4", FOUR, false));
        }
    }

    /** The influences of a point above zero, the strongest first. */
    private static int[] order(Skin skin, int p) {
        int n = 0;
        int[] out = new int[skin.influences(p)];
        for (int i = skin.starts()[p]; i < skin.starts()[p + 1]; i++) {
            if (skin.weights()[i] > 0) {
                int k = n++;
                while (k > 0 && skin.weights()[out[k - 1]] < skin.weights()[i]) {
                    out[k] = out[k - 1];
                    k--;
                }
                out[k] = i;
            }
        }
        return Arrays.copyOf(out, n);
    }
}
