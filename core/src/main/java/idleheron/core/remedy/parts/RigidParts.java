package idleheron.core.remedy.parts;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The rigid parts of a scene: mesh nodes without a skin, and what each moves with. A part that moves by itself, or has nodes below
 * it, moves with itself; any other with the node above it, -1 where there is none.
 *
 * @param nodes of the parts, ascending
 * @param with per part the node that it moves with
 */
public record RigidParts(int[] nodes, int[] with) {
    /** A point follows one joint where that has all but so much of its weight. */
    private static final double REST = 1e-6;

    /** Groups and the parts that they move. */
    public static RigidParts of(Scene s) {
        Set<Integer> moving = new HashSet<>();
        for (Clip c : s.clips()) {
            moving.addAll(c.movedNodes());
        }
        Set<Integer> above = new HashSet<>();
        s.nodes().forEach(n -> above.add(n.parent()));
        List<Integer> parts = new ArrayList<>();
        List<Integer> with = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH && s.meshes().get(n.payload()).skin() == null) {
                parts.add(i);
                with.add(moving.contains(i) || above.contains(i) ? i : n.parent());
            }
        }
        return new RigidParts(
                parts.stream().mapToInt(i -> i).toArray(),
                with.stream().mapToInt(i -> i).toArray());
    }

    /** How many different nodes move parts. */
    public int movers() {
        return (int)
                java.util.Arrays.stream(with).filter(i -> i >= 0).distinct().count();
    }

    /** Per point of a skinned mesh the slot of the one joint that it follows, -1 where it follows none or several. */
    public static int[] followed(Mesh m) {
        int[] out = new int[m.pointCount()];
        Skin s = m.skin();
        for (int p = 0; p < out.length; p++) {
            out[p] = s == null || !s.style().isPlain() ? -1 : followed(s, p);
        }
        return out;
    }

    private static int followed(Skin s, int p) {
        double sum = 0;
        double most = 0;
        int best = -1;
        for (int k = s.starts()[p]; k < s.starts()[p + 1]; k++) {
            sum += s.weights()[k];
            if (s.weights()[k] > most) {
                most = s.weights()[k];
                best = s.slots()[k];
            }
        }
        return most >= (1 - REST) * sum ? best : -1;
    }

    /** How many points of skins follow no joint, or several. */
    static int bent(Scene s) {
        int out = 0;
        for (Mesh m : s.meshes()) {
            if (m.skin() != null) {
                for (int slot : followed(m)) {
                    out += slot < 0 ? 1 : 0;
                }
            }
        }
        return out;
    }
}
