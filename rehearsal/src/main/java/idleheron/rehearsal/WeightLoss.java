package idleheron.rehearsal;

import idleheron.core.scene.Mesh;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.UnaryOperator;

/** What tools do to skin weights. */
final class WeightLoss {
    private WeightLoss() {}

    private static Scene each(Scene scene, UnaryOperator<Skin> change) {
        List<Mesh> meshes = new ArrayList<>();
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            meshes.add(s == null ? m : m.withSkin(change.apply(s)));
        }
        return scene.withMeshes(meshes);
    }

    /** Keeps the strongest influences of a point and scales them to 1. */
    static Scene strongest(Scene scene, int most) {
        return each(scene, s -> {
            int[] starts = new int[s.starts().length];
            int[] slots = new int[s.slots().length];
            float[] weights = new float[slots.length];
            int at = 0;
            for (int p = 0; p < s.points(); p++) {
                float least = least(s, p, most);
                int from = at;
                double sum = 0;
                for (int i = s.starts()[p]; i < s.starts()[p + 1]; i++) {
                    if (s.weights()[i] >= least && at - from < most) {
                        slots[at] = s.slots()[i];
                        weights[at++] = s.weights()[i];
                        sum += s.weights()[i];
                    }
                }
                for (int i = from; i < at && sum > 0; i++) {
                    weights[i] = (float) (weights[i] / sum);
                }
                starts[p + 1] = at;
            }
            return s.withWeights(starts, Arrays.copyOf(slots, at), Arrays.copyOf(weights, at));
        });
    }

    private static float least(Skin s, int p, int most) {
        float[] w = Arrays.copyOfRange(s.weights(), s.starts()[p], s.starts()[p + 1]);
        Arrays.sort(w);
        return w.length <= most ? 0 : w[w.length - most];
    }

    /** Rounds every weight to one of 256 steps and does not scale the sum again. */
    static Scene eightBits(Scene scene) {
        return each(scene, s -> {
            float[] w = new float[s.weights().length];
            for (int i = 0; i < w.length; i++) {
                w[i] = Math.round(s.weights()[i] * 255) / 255f;
            }
            return s.withWeights(s.starts(), s.slots(), w);
        });
    }
}
