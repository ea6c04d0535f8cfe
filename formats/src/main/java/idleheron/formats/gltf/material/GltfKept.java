package idleheron.formats.gltf.material;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Extras, or an extension that nobody reads here, of the document or of a thing in it that a scene has no properties for. It is
 * found again by the thing's name. An extension with whole numbers in it may point to others by their numbers: it is written only
 * where all of them have the names that they had; one that points to bytes is not written.
 *
 * @param kind "extras", "copyright" or the name of an extension
 * @param of "asset", "document", "scenes/", "meshes/bell", "meshes/bell/0" for its first primitive
 * @param text as JSON
 * @param numbering the names that stood under each number when it was read; none where it points to nothing
 */
public record GltfKept(String kind, String of, String text, List<String> numbering) implements OpaqueData {
    private static final String EXTRAS = "extras";
    private static final String COPYRIGHT = "copyright";
    private static final String DOCUMENT = "document";
    private static final String ASSET = "asset";

    /** Lists that things are pointed to in. */
    private static final List<String> LISTS =
            List.of("scenes", "nodes", "meshes", "skins", "materials", "textures", "images", "cameras", "animations");

    /** Lists whose extras are kept; those of nodes and materials are properties of them. */
    private static final List<String> WITH_EXTRAS = List.of("scenes", "meshes", "cameras", "animations");

    /** Lists whose unknown extensions are kept. */
    private static final List<String> EXTENDED = List.of("scenes", "nodes", "meshes", "cameras", "animations");

    /** What is written into extras here, and read by others. */
    private static final Set<String> OWN = Set.of("targetNames");

    public GltfKept {
        numbering = List.copyOf(numbering);
    }

    @Override
    public String format() {
        return "glTF";
    }

    @Override
    public String name() {
        return kind + " of " + of.replace("/", " ").strip();
    }

    /** All that a document holds of this kind. */
    public static List<GltfKept> read(GltfDocument doc) throws FormatException {
        List<GltfKept> out = new ArrayList<>();
        List<String> numbering = numbering(doc.root().node());
        ObjectNode asset = doc.root().child(ASSET).node();
        if (asset.path(COPYRIGHT).isTextual()) {
            out.add(new GltfKept(COPYRIGHT, ASSET, asset.get(COPYRIGHT).toString(), List.of()));
        }
        add(asset, ASSET, true, numbering, out);
        add(doc.root().node(), DOCUMENT, true, numbering, out);
        for (String list : LISTS) {
            int i = 0;
            for (GltfObject o : doc.root().list(list)) {
                String of = list + "/" + (list.equals("scenes") ? "" : o.name());
                boolean named = of.length() > list.length() + 1 || list.equals("scenes") && i == 0;
                i++;
                if (!named || !EXTENDED.contains(list)) {
                    continue;
                }
                add(o.node(), of, WITH_EXTRAS.contains(list), numbering, out);
                int p = 0;
                for (JsonNode one : o.node().path("primitives")) {
                    add(one, of + "/" + p++, true, numbering, out);
                }
            }
        }
        return out;
    }

    private static void add(JsonNode of, String where, boolean extras, List<String> numbering, List<GltfKept> out) {
        JsonNode e = of.path(EXTRAS);
        if (extras && !e.isMissingNode()) {
            JsonNode kept = e;
            if (e instanceof ObjectNode all) {
                ObjectNode foreign = all.deepCopy();
                all.fieldNames().forEachRemaining(f -> {
                    if (f.startsWith("heron") || OWN.contains(f)) {
                        foreign.remove(f);
                    }
                });
                kept = foreign;
            }
            if (!kept.isObject() || !kept.isEmpty()) {
                out.add(new GltfKept(EXTRAS, where, kept.toString(), List.of()));
            }
        }
        of.path("extensions").properties().forEach(x -> {
            if (!GltfDocument.isKnown(x.getKey())) {
                out.add(new GltfKept(
                        x.getKey(), where, x.getValue().toString(), points(x.getValue()) ? numbering : List.of()));
            }
        });
    }

    /** Whether there is a whole number in it. */
    private static boolean points(JsonNode n) {
        if (n.isIntegralNumber()) {
            return true;
        }
        for (JsonNode child : n) {
            if (points(child)) {
                return true;
            }
        }
        return false;
    }

    private static boolean pointsToBytes(JsonNode n) {
        boolean out = n.has("bufferView") || n.has("accessor") || n.has("buffer");
        for (JsonNode child : n) {
            out |= pointsToBytes(child);
        }
        return out;
    }

    private static List<String> numbering(JsonNode root) {
        List<String> out = new ArrayList<>();
        for (String list : LISTS) {
            out.add("/" + list + " " + root.path(list).size());
            root.path(list).forEach(o -> out.add(o.path("name").asText("")));
        }
        return out;
    }

    /** Whether all still have the names they had; a thing without a name may have got one. */
    private static boolean same(List<String> then, List<String> now) {
        boolean out = then.size() == now.size();
        for (int i = 0; out && i < then.size(); i++) {
            out = then.get(i).isEmpty() || then.get(i).equals(now.get(i));
        }
        return out;
    }

    /** Writes what a scene keeps into a document that is otherwise complete. */
    public static void write(Scene scene, GltfWriter doc) {
        Map<String, ObjectNode> things = new HashMap<>();
        things.put(DOCUMENT, doc.root());
        things.put(ASSET, doc.root().withObject("/" + ASSET));
        for (String list : EXTENDED) {
            for (JsonNode o : doc.root().path(list)) {
                if (o instanceof ObjectNode thing) {
                    String of = list + "/" + thing.path("name").asText("");
                    things.putIfAbsent(of, thing);
                    int p = 0;
                    for (JsonNode one : thing.path("primitives")) {
                        things.putIfAbsent(of + "/" + p++, (ObjectNode) one);
                    }
                }
            }
        }
        List<String> numbering = numbering(doc.root());
        for (OpaqueData d : scene.keepsakes()) {
            ObjectNode thing = d instanceof GltfKept k ? things.get(k.of) : null;
            if (thing != null && d instanceof GltfKept k) {
                k.write(thing, numbering, doc);
            }
        }
    }

    private void write(ObjectNode thing, List<String> now, GltfWriter doc) {
        JsonNode value = GltfKeeps.parsed(text);
        if (kind.equals(COPYRIGHT)) {
            thing.set(COPYRIGHT, value);
        } else if (!kind.equals(EXTRAS)) {
            if ((numbering.isEmpty() || same(numbering, now)) && !pointsToBytes(value)) {
                thing.withObject("/extensions").set(kind, value);
                doc.uses(kind);
            }
        } else if (value instanceof ObjectNode all) {
            if (!thing.has(EXTRAS) || thing.get(EXTRAS) instanceof ObjectNode) {
                ObjectNode extras = thing.withObject("/" + EXTRAS);
                all.properties().forEach(e -> {
                    if (!extras.has(e.getKey())) {
                        extras.set(e.getKey(), e.getValue());
                    }
                });
            }
        } else if (!thing.has(EXTRAS)) {
            thing.set(EXTRAS, value);
        }
    }
}
