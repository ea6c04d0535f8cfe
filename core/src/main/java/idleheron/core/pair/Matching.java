package idleheron.core.pair;

import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What belongs to what: by the user's table, by full path, by the path without namespaces, then by name without namespace or
 * prefix, under the same partner where there is a choice.
 *
 * @param nodes per sent node the returned one, or -1
 * @param back per returned node the sent one, or -1
 * @param meshes per sent mesh the returned one, or -1
 * @param clips per sent clip the returned one, or -1
 */
public record Matching(int[] nodes, int[] back, int[] meshes, int[] clips) {

    /** Pairs by path, then by path and by name without namespaces. */
    public static Matching of(Scene sent, Scene returned) {
        return of(sent, returned, MatchTable.NONE);
    }

    /** As {@link #of(Scene, Scene)}, where a table says nothing else. */
    public static Matching of(Scene sent, Scene returned, MatchTable table) {
        int[] nodes = new int[sent.nodes().size()];
        int[] back = new int[returned.nodes().size()];
        Arrays.fill(nodes, -1);
        Arrays.fill(back, -1);
        Partners p = new Partners(sent, returned, nodes, back, told(sent, returned, table, nodes, back));
        List<String> a = sent.paths();
        List<String> b = returned.paths();
        p.pair(a, b);
        p.pair(plainPaths(a), plainPaths(b));
        p.pair(names(sent), names(returned));
        return new Matching(nodes, back, meshes(sent, returned, nodes, table), clips(sent, returned, table));
    }

    /** Pairs what the table says, and gives back the sent nodes that it says have no partner. */
    private static Set<Integer> told(Scene sent, Scene returned, MatchTable table, int[] nodes, int[] back) {
        Set<Integer> alone = new HashSet<>();
        table.nodes().forEach((from, to) -> {
            int i = find(sent, from);
            int r = to.isEmpty() ? -1 : find(returned, to);
            if (i >= 0 && to.isEmpty()) {
                alone.add(i);
            } else if (i >= 0 && r >= 0 && back[r] < 0) {
                nodes[i] = r;
                back[r] = i;
            }
        });
        return alone;
    }

    private static int find(Scene s, String pathOrName) {
        int at = s.paths().indexOf(pathOrName);
        return at >= 0 ? at : s.find(pathOrName);
    }

    private static List<String> plainPaths(List<String> paths) {
        return paths.stream()
                .map(p -> String.join(
                        "/", Arrays.stream(p.split("/")).map(Matching::plain).toList()))
                .toList();
    }

    private static List<String> names(Scene s) {
        return s.nodes().stream().map(n -> plain(n.name())).toList();
    }

    /** "Marsh:hips" and "Marsh_ns|hips" are hips. */
    public static String plain(String name) {
        int cut = Math.max(name.lastIndexOf(':'), name.lastIndexOf('|'));
        return name.substring(cut + 1);
    }

    /**
     * Who is paired so far.
     *
     * @param nodes per sent node its partner, or -1
     * @param back per returned node its partner, or -1
     * @param alone sent nodes that are to have none
     */
    private record Partners(Scene sent, Scene returned, int[] nodes, int[] back, Set<Integer> alone) {

        /** Pairs what has no partner yet and the same key, joints with joints. */
        void pair(List<String> sentKeys, List<String> returnedKeys) {
            Map<String, int[]> byKey = new HashMap<>();
            for (int i = 0; i < returnedKeys.size(); i++) {
                if (back[i] < 0) {
                    byKey.merge(
                            returnedKeys.get(i) + '\n' + returned.nodes().get(i).isJoint(),
                            new int[] {i},
                            Partners::joined);
                }
            }
            for (int i = 0; i < sentKeys.size(); i++) {
                if (nodes[i] >= 0 || alone.contains(i)) {
                    continue;
                }
                int[] there =
                        byKey.get(sentKeys.get(i) + '\n' + sent.nodes().get(i).isJoint());
                int other = there == null ? -1 : choose(there, i);
                if (other >= 0) {
                    nodes[i] = other;
                    back[other] = i;
                }
            }
        }

        private static int[] joined(int[] a, int[] b) {
            int[] out = Arrays.copyOf(a, a.length + 1);
            out[a.length] = b[0];
            return out;
        }

        /** Of several of one name the one under my parent's partner, else the first that is free. */
        private int choose(int[] there, int sentNode) {
            int parent = sent.nodes().get(sentNode).parent();
            int above = parent < 0 ? -1 : nodes[parent];
            int free = -1;
            for (int r : there) {
                if (back[r] < 0) {
                    if (above >= 0 && returned.nodes().get(r).parent() == above) {
                        return r;
                    }
                    free = free < 0 ? r : free;
                }
            }
            return free;
        }
    }

    private static int[] meshes(Scene sent, Scene returned, int[] nodes, MatchTable table) {
        int[] out = new int[sent.meshes().size()];
        Arrays.fill(out, -1);
        for (int m = 0; m < out.length; m++) {
            String name = sent.meshes().get(m).name();
            String told = table.meshes().get(name);
            int node = sent.nodeOfMesh(m);
            int other = node < 0 ? -1 : nodes[node];
            if (told != null) {
                out[m] = told.isEmpty() ? -1 : named(returned, told);
            } else if (other >= 0 && returned.nodes().get(other).kind() == NodeKind.MESH) {
                out[m] = returned.nodes().get(other).payload();
            } else {
                out[m] = named(returned, plain(name));
            }
        }
        if (out.length == 1 && returned.meshes().size() == 1 && table.meshes().isEmpty()) {
            out[0] = 0;
        }
        for (int m = 0; m < out.length; m++) { // a mesh that stands nowhere is nobody's partner
            boolean there = out[m] >= 0 && sent.nodeOfMesh(m) >= 0 && returned.nodeOfMesh(out[m]) >= 0;
            out[m] = there ? out[m] : -1;
        }
        return out;
    }

    private static int named(Scene returned, String name) {
        int out = -1;
        for (int r = 0; r < returned.meshes().size(); r++) {
            String other = returned.meshes().get(r).name();
            out = other.equals(name) || plain(other).equals(name) ? r : out;
        }
        return out;
    }

    private static int[] clips(Scene sent, Scene returned, MatchTable table) {
        int[] out = new int[sent.clips().size()];
        Arrays.fill(out, -1);
        boolean[] taken = new boolean[returned.clips().size()];
        for (int c = 0; c < out.length; c++) {
            String told = table.clips().get(sent.clips().get(c).name());
            if (told != null) {
                take(c, told, returned, out, taken);
            }
        }
        for (int c = 0; c < out.length; c++) {
            String name = sent.clips().get(c).name();
            if (!table.clips().containsKey(name)) {
                take(c, name, returned, out, taken);
            }
        }
        if (out.length == 1 && taken.length == 1 && table.clips().isEmpty()) {
            out[0] = 0;
        }
        return out;
    }

    private static void take(int sentClip, String name, Scene returned, int[] out, boolean[] taken) {
        for (int r = 0; r < taken.length && out[sentClip] < 0; r++) {
            Clip other = returned.clips().get(r);
            if (!taken[r] && (other.name().equals(name) || plain(other.name()).equals(plain(name)))) {
                out[sentClip] = r;
                taken[r] = true;
            }
        }
    }
}
