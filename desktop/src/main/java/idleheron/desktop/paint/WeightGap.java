package idleheron.desktop.paint;

import idleheron.core.pair.Matching;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.HashMap;
import java.util.Map;

/** How far the weights of every point are apart on two sides whose points have the same numbers. */
final class WeightGap {
    private WeightGap() {}

    /**
     * Per sent point: the difference of one joint's weight, or the sum of differences over all joints; nought where the sides
     * cannot be held against each other.
     *
     * @param joint node of the joint on the sent side, or -1 for all
     */
    static float[] of(Scene sent, Mesh a, Scene returned, Mesh b, int joint) {
        float[] out = new float[a.pointCount()];
        Skin s = a.skin();
        Skin r = b.skin();
        if (s == null || r == null || s.points() != r.points()) {
            return out;
        }
        Map<String, Integer> slotOf = new HashMap<>();
        String only = joint < 0 ? "" : Matching.plain(sent.nodes().get(joint).name());
        int[] slotsA = slots(sent, s, slotOf);
        int[] slotsB = slots(returned, r, slotOf);
        int wanted = joint < 0 ? -1 : slotOf.getOrDefault(only, -2);
        float[] row = new float[slotOf.size()];
        for (int p = 0; p < out.length; p++) {
            add(s, slotsA, p, 1, row);
            add(r, slotsB, p, -1, row);
            float sum = 0;
            if (wanted >= 0) {
                sum = Math.abs(row[wanted]);
            } else if (wanted == -1) {
                sum = total(s, slotsA, p, row) + total(r, slotsB, p, row);
            }
            clear(s, slotsA, p, row);
            clear(r, slotsB, p, row);
            out[p] = sum;
        }
        return out;
    }

    private static int[] slots(Scene scene, Skin k, Map<String, Integer> slotOf) {
        int[] out = new int[k.joints().length];
        for (int i = 0; i < out.length; i++) {
            String name = Matching.plain(scene.nodes().get(k.joints()[i]).name());
            out[i] = slotOf.computeIfAbsent(name, x -> slotOf.size());
        }
        return out;
    }

    private static void add(Skin k, int[] slots, int p, float sign, float[] row) {
        for (int i = k.starts()[p]; i < k.starts()[p + 1]; i++) {
            row[slots[k.slots()[i]]] += sign * k.weights()[i];
        }
    }

    /** Sum of what is there, each slot once. */
    private static float total(Skin k, int[] slots, int p, float[] row) {
        float sum = 0;
        for (int i = k.starts()[p]; i < k.starts()[p + 1]; i++) {
            int slot = slots[k.slots()[i]];
            sum += Math.abs(row[slot]);
            row[slot] = 0;
        }
        return sum;
    }

    private static void clear(Skin k, int[] slots, int p, float[] row) {
        for (int i = k.starts()[p]; i < k.starts()[p + 1]; i++) {
            row[slots[k.slots()[i]]] = 0;
        }
    }
}
