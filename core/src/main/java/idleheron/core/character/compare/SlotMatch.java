package idleheron.core.character.compare;

import idleheron.core.pair.Pair;
import idleheron.core.scene.mesh.Skin;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * Slots of a returned skin to those of a sent one, by joint; of a mesh with several skins by joint and skin, for there a joint has
 * a slot in each.
 */
public final class SlotMatch {
    private SlotMatch() {}

    /** Per returned slot the sent one, or -1 where its joint has no partner there. */
    public static int[] of(Pair p, Skin sent, Skin returned) {
        Map<Long, Integer> byPart = new HashMap<>();
        Map<Integer, Integer> byJoint = new HashMap<>();
        for (int s = 0; s < sent.joints().length; s++) {
            byPart.putIfAbsent(key(sent.joints()[s], part(sent, s)), s);
            byJoint.putIfAbsent(sent.joints()[s], s);
        }
        int[] out = new int[returned.joints().length];
        Arrays.fill(out, -1);
        for (int s = 0; s < out.length; s++) {
            int joint = p.matching.back()[returned.joints()[s]];
            if (joint >= 0) {
                Integer there = byPart.get(key(joint, part(returned, s)));
                out[s] = there != null ? there : byJoint.getOrDefault(joint, -1);
            }
        }
        return out;
    }

    /** Per slot the first one of its joint, so that weights are held against each other by joint. */
    public static int[] first(Skin skin) {
        Map<Integer, Integer> known = new HashMap<>();
        int[] out = new int[skin.joints().length];
        for (int s = 0; s < out.length; s++) {
            known.putIfAbsent(skin.joints()[s], s);
            out[s] = known.getOrDefault(skin.joints()[s], s);
        }
        return out;
    }

    private static int part(Skin s, int slot) {
        int[] parts = s.style().parts();
        return parts == null ? 0 : parts[slot];
    }

    private static long key(int joint, int part) {
        return (long) part << 32 | joint;
    }
}
