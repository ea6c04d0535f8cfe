package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.Arrays;

/** Influences of vertices in sets of four: JOINTS_n as slots of the skin, WEIGHTS_n as floats or, packed, in 16 bits each. */
final class GltfWeights {
    private static final int FOUR = 4;

    private GltfWeights() {}

    /**
     * Weights that sum to 1, the strongest first; a point that nothing moves goes with the first joint.
     *
     * @param points of the mesh, for each vertex
     * @param packed whether weights are rounded so that each takes 16 bits; they still sum to 1
     */
    static void write(GltfWriter doc, ObjectNode to, Skin skin, int[] points, boolean packed) {
        int most = Math.max(1, skin.maxInfluences());
        int sets = (most + FOUR - 1) / FOUR;
        int[][] allSlots = new int[sets][];
        float[][] allWeights = new float[sets][];
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
            allSlots[s] = slots;
            allWeights[s] = weights;
        }
        if (packed) {
            round(allSlots, allWeights);
        }
        for (int s = 0; s < sets; s++) {
            float[] w = allWeights[s];
            to.put("JOINTS_" + s, doc.slots(allSlots[s], skin.joints().length));
            to.put("WEIGHTS_" + s, packed ? doc.shorts(w, FOUR, false) : doc.vertices(w, "VEC4", FOUR, false));
        }
    }

    /** Weights in steps of 16 bits: the strongest takes what the others lose or win; one that becomes zero names no joint. */
    private static void round(int[][] slots, float[][] weights) {
        for (int v = 0; v < weights[0].length; v += FOUR) {
            int left = (int) Accessor.MOST_UNSIGNED_SHORT;
            for (int s = weights.length - 1; s >= 0; s--) {
                for (int k = FOUR - 1; k >= 0; k--) {
                    boolean strongest = s == 0 && k == 0;
                    int q = strongest ? left : Math.round(weights[s][v + k] * Accessor.MOST_UNSIGNED_SHORT);
                    left -= q;
                    weights[s][v + k] = q / Accessor.MOST_UNSIGNED_SHORT;
                    slots[s][v + k] = q == 0 ? 0 : slots[s][v + k];
                }
            }
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
