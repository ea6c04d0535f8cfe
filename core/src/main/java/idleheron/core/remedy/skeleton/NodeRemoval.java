package idleheron.core.remedy.skeleton;

import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4dc;

/** Takes nodes out of a scene and renumbers all that points to the others. */
public final class NodeRemoval {
    private NodeRemoval() {}

    /** Children of a removed node go to its parent; their transforms are left as they are. */
    public static Scene remove(Scene scene, Set<Integer> gone) {
        int[] to = new int[scene.nodes().size()];
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < to.length; i++) {
            if (gone.contains(i)) {
                to[i] = -1;
                continue;
            }
            Node n = scene.nodes().get(i);
            int p = n.parent();
            while (p >= 0 && gone.contains(p)) {
                p = scene.nodes().get(p).parent();
            }
            to[i] = nodes.size();
            nodes.add(n.withParent(p < 0 ? -1 : to[p]));
        }
        List<Mesh> meshes = new ArrayList<>();
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            meshes.add(s == null ? m : m.withSkin(skin(s, to)));
        }
        List<Clip> clips = scene.clips().stream().map(c -> c.renumbered(to)).toList();
        return scene.withParts(scene.parts().renumbered(to))
                .withNodes(nodes)
                .withMeshes(meshes)
                .withClips(clips);
    }

    /** Slots of removed joints go; what they moved is left to the other joints of the point. */
    private static Skin skin(Skin s, int[] to) {
        Map<Integer, Integer> slotTo = new HashMap<>();
        List<Integer> joints = new ArrayList<>();
        List<Matrix4dc> matrices = new ArrayList<>();
        for (int i = 0; i < s.joints().length; i++) {
            if (to[s.joints()[i]] >= 0) {
                slotTo.put(i, joints.size());
                joints.add(to[s.joints()[i]]);
                matrices.add(s.toJoint()[i]);
            }
        }
        int[] starts = new int[s.starts().length];
        int[] slots = new int[s.slots().length];
        float[] weights = new float[s.weights().length];
        int at = 0;
        for (int p = 0; p < s.points(); p++) {
            for (int i = s.starts()[p]; i < s.starts()[p + 1]; i++) {
                Integer slot = slotTo.get(s.slots()[i]);
                if (slot != null) {
                    slots[at] = slot;
                    weights[at++] = s.weights()[i];
                }
            }
            starts[p + 1] = at;
        }
        int[] kept = slotTo.keySet().stream().mapToInt(i -> i).sorted().toArray();
        Skin fewer = s.withJoints(joints.stream().mapToInt(i -> i).toArray(), matrices.toArray(Matrix4dc[]::new))
                .withStyle(s.style().withSlots(kept, to));
        return fewer.withWeights(starts, java.util.Arrays.copyOf(slots, at), java.util.Arrays.copyOf(weights, at));
    }

    /** Per node, whether any point is moved by it. */
    static boolean[] weighted(Scene scene) {
        boolean[] out = new boolean[scene.nodes().size()];
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            if (s != null) {
                int[] count = s.pointsPerSlot();
                for (int i = 0; i < count.length; i++) {
                    out[s.joints()[i]] |= count[i] > 0;
                }
            }
        }
        return out;
    }
}
