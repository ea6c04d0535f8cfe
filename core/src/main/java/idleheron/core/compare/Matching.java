package idleheron.core.compare;

import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Which part of the sent scene is which part of the returned one: by full path, then by name without namespace or prefix.
 *
 * @param nodes per sent node the returned one, or -1
 * @param back per returned node the sent one, or -1
 * @param meshes per sent mesh the returned one, or -1
 * @param clips per sent clip the returned one, or -1
 */
public record Matching(int[] nodes, int[] back, int[] meshes, int[] clips) {

    public static Matching of(Scene sent, Scene returned) {
        int[] nodes = new int[sent.nodes().size()];
        int[] back = new int[returned.nodes().size()];
        Arrays.fill(nodes, -1);
        Arrays.fill(back, -1);
        pair(keys(sent, true), keys(returned, true), nodes, back, sent, returned);
        pair(keys(sent, false), keys(returned, false), nodes, back, sent, returned);
        return new Matching(nodes, back, meshes(sent, returned, nodes), clips(sent, returned));
    }

    private static List<String> keys(Scene s, boolean full) {
        return full ? s.paths() : s.nodes().stream().map(n -> plain(n.name())).toList();
    }

    /** "Marsh:hips" and "Marsh_ns|hips" are hips. */
    public static String plain(String name) {
        int cut = Math.max(name.lastIndexOf(':'), name.lastIndexOf('|'));
        return name.substring(cut + 1);
    }

    private static void pair(List<String> a, List<String> b, int[] nodes, int[] back, Scene sent, Scene returned) {
        Map<String, Integer> byKey = new HashMap<>();
        for (int i = b.size() - 1; i >= 0; i--) {
            if (back[i] < 0) {
                byKey.put(b.get(i) + '\n' + returned.nodes().get(i).isJoint(), i);
            }
        }
        for (int i = 0; i < a.size(); i++) {
            String key = a.get(i) + '\n' + sent.nodes().get(i).isJoint();
            Integer other = nodes[i] < 0 ? byKey.get(key) : null;
            if (other != null && back[other] < 0) {
                nodes[i] = other;
                back[other] = i;
            }
        }
    }

    private static int[] meshes(Scene sent, Scene returned, int[] nodes) {
        int[] out = new int[sent.meshes().size()];
        Arrays.fill(out, -1);
        for (int m = 0; m < out.length; m++) {
            int node = sent.nodeOfMesh(m);
            int other = node < 0 ? -1 : nodes[node];
            if (other >= 0 && returned.nodes().get(other).kind() == idleheron.core.scene.NodeKind.MESH) {
                out[m] = returned.nodes().get(other).payload();
            } else {
                for (int r = 0; r < returned.meshes().size(); r++) {
                    if (plain(returned.meshes().get(r).name())
                            .equals(plain(sent.meshes().get(m).name()))) {
                        out[m] = r;
                    }
                }
            }
        }
        if (out.length == 1 && returned.meshes().size() == 1) {
            out[0] = 0;
        }
        return out;
    }

    private static int[] clips(Scene sent, Scene returned) {
        int[] out = new int[sent.clips().size()];
        boolean[] taken = new boolean[returned.clips().size()];
        for (int c = 0; c < out.length; c++) {
            out[c] = -1;
            String name = sent.clips().get(c).name();
            for (int r = 0; r < taken.length; r++) {
                Clip other = returned.clips().get(r);
                if (!taken[r]
                        && (other.name().equals(name) || plain(other.name()).equals(plain(name)))) {
                    out[c] = r;
                    taken[r] = true;
                    break;
                }
            }
        }
        if (out.length == 1 && taken.length == 1) {
            out[0] = 0;
        }
        return out;
    }
}
