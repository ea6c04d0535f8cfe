package idleheron.core.pair;

import java.util.Map;
import java.util.TreeMap;

/**
 * What the user says belongs together, where names do not tell: from the sent path or name to the returned one; "" for
 * nothing.
 *
 * @param nodes by full path or by name
 * @param meshes by name
 * @param clips by name
 */
public record MatchTable(Map<String, String> nodes, Map<String, String> meshes, Map<String, String> clips) {
    public static final MatchTable NONE = new MatchTable(Map.of(), Map.of(), Map.of());

    public MatchTable {
        nodes = sorted(nodes);
        meshes = sorted(meshes);
        clips = sorted(clips);
    }

    private static Map<String, String> sorted(Map<String, String> m) {
        return java.util.Collections.unmodifiableMap(new TreeMap<>(m));
    }

    public boolean isEmpty() {
        return nodes.isEmpty() && meshes.isEmpty() && clips.isEmpty();
    }

    /** With one node told; null takes what was told back. */
    public MatchTable withNode(String sent, @org.jspecify.annotations.Nullable String returned) {
        return new MatchTable(changed(nodes, sent, returned), meshes, clips);
    }

    /** With a mesh of the sent side that belongs to one of the returned, or to none. */
    public MatchTable withMesh(String sent, @org.jspecify.annotations.Nullable String returned) {
        return new MatchTable(nodes, changed(meshes, sent, returned), clips);
    }

    /** With a clip of the sent side that belongs to one of the returned, or to none. */
    public MatchTable withClip(String sent, @org.jspecify.annotations.Nullable String returned) {
        return new MatchTable(nodes, meshes, changed(clips, sent, returned));
    }

    private static Map<String, String> changed(
            Map<String, String> m, String key, @org.jspecify.annotations.Nullable String value) {
        Map<String, String> out = new TreeMap<>(m);
        if (value == null) {
            out.remove(key);
        } else {
            out.put(key, value);
        }
        return out;
    }
}
