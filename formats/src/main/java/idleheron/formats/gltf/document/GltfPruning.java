package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.Lost;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Takes out of the text of a document what names accessors that are gone, and tells it: a part of a mesh without its points or faces
 * goes, an attribute alone leaves the rest, though points may not be told apart without it; without bind matrices or influences there is no skin; a channel without its keys leaves its
 * clip in part.
 */
final class GltfPruning {
    private static final String ATTRIBUTES = "attributes";
    private static final String INSTANCES = "EXT_mesh_gpu_instancing";

    private final GltfObject root;
    private final @Nullable String[] gone;
    private final Salvage salvage;

    /** Meshes without blend shapes, and without anything. */
    private final Set<Integer> unshaped = new HashSet<>();

    private final Set<Integer> empty = new HashSet<>();

    /**
     * @param gone per accessor where its bytes lay, null where they are there
     * @param salvage takes what is lost
     */
    GltfPruning(GltfObject root, @Nullable String[] gone, Salvage salvage) {
        this.root = root;
        this.gone = gone;
        this.salvage = salvage;
    }

    /** Where the bytes of an accessor lay that is gone; null of one that is there, or is none. */
    private @Nullable String gone(JsonNode accessor) {
        int a = accessor.asInt(-1);
        return a >= 0 && a < gone.length ? gone[a] : null;
    }

    private void lost(Lost.What what, String name, String place, String why) {
        salvage.lost(what, name, place, why);
    }

    void meshes() throws FormatException {
        List<GltfObject> all = root.list("meshes");
        for (int m = 0; m < all.size(); m++) {
            mesh(m, all.get(m).node(), names(m, all.get(m)));
        }
        for (GltfObject n : root.list("nodes")) {
            int m = n.node().path("mesh").asInt(-1);
            if (empty.contains(m)) {
                n.node().remove(List.of("mesh", "skin", "weights"));
            } else if (unshaped.contains(m)) {
                n.node().remove("weights");
            }
        }
    }

    /** As a scene calls a mesh: by its own name, else by those of the nodes that show it. */
    private List<String> names(int mesh, GltfObject of) throws FormatException {
        if (!of.name().isEmpty()) {
            return List.of(of.name());
        }
        List<String> out = new ArrayList<>();
        List<GltfObject> nodes = root.list("nodes");
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).node().path("mesh").asInt(-1) == mesh) {
                out.add(
                        nodes.get(i).name().isEmpty()
                                ? "node_" + i
                                : nodes.get(i).name());
            }
        }
        return out.isEmpty() ? List.of("mesh_" + mesh) : out;
    }

    private void mesh(int index, ObjectNode mesh, List<String> names) throws FormatException {
        JsonNode told = mesh.path("primitives");
        if (!(told instanceof ArrayNode parts)) {
            return;
        }
        int before = parts.size();
        String place = "";
        for (int i = before - 1; i >= 0; i--) {
            JsonNode p = parts.get(i);
            String points = gone(p.path(ATTRIBUTES).path("POSITION"));
            String faces = gone(p.path("indices"));
            if (points != null || faces != null) {
                place = points != null ? points : String.valueOf(faces);
                parts.remove(i);
            }
        }
        if (parts.size() < before) {
            String why = parts.isEmpty()
                    ? GltfRescue.cut()
                    : say("formats.gltf.document.GltfPruning.of-its-parts-are-gone", before - parts.size(), before);
            for (String n : names) {
                lost(Lost.What.MESH, n, place, why);
            }
        }
        if (parts.isEmpty()) {
            empty.add(index);
            return;
        }
        layers(index, parts, names);
        shapes(index, mesh, parts, names);
    }

    private void layers(int index, ArrayNode parts, List<String> names) throws FormatException {
        boolean bound = true;
        for (JsonNode p : parts) {
            if (!(p.path(ATTRIBUTES) instanceof ObjectNode attributes)) {
                continue;
            }
            List<String> keys = new ArrayList<>();
            attributes.fieldNames().forEachRemaining(keys::add);
            for (String key : keys) {
                String place = gone(attributes.path(key));
                if (place == null) {
                    continue;
                }
                attributes.remove(key);
                boolean binds = key.startsWith("JOINTS_") || key.startsWith("WEIGHTS_");
                bound &= !binds;
                for (String n : names) {
                    lost(binds ? Lost.What.SKIN : Lost.What.LAYERS, n, place, why(key));
                }
                if (binds || key.startsWith("_")) {
                    unwelded(names, place);
                }
            }
        }
        if (!bound) {
            unbind(index, parts);
        }
    }

    /** Vertices are points of their own by what is gone: without it, points that were apart may be one. */
    private void unwelded(List<String> names, String place) {
        for (String n : names) {
            lost(Lost.What.MESH, n, place, say("formats.gltf.document.GltfPruning.points-that-were-apart-may-be"));
        }
    }

    /** "bytes of its normal are gone". */
    private static String why(String attribute) {
        return say(
                "formats.gltf.document.GltfPruning.bytes-of-are-gone",
                attribute.toLowerCase(Locale.ROOT).replace('_', ' ').strip());
    }

    private void unbind(int mesh, ArrayNode parts) throws FormatException {
        for (JsonNode p : parts) {
            ObjectNode attributes = (ObjectNode) p.path(ATTRIBUTES);
            List<String> keys = new ArrayList<>();
            attributes.fieldNames().forEachRemaining(keys::add);
            keys.removeIf(k -> !k.startsWith("JOINTS_") && !k.startsWith("WEIGHTS_"));
            attributes.remove(keys);
        }
        for (GltfObject n : root.list("nodes")) {
            if (n.node().path("mesh").asInt(-1) == mesh) {
                n.node().remove("skin");
            }
        }
    }

    private void shapes(int index, ObjectNode mesh, ArrayNode parts, List<String> names) {
        String place = null;
        for (JsonNode p : parts) {
            for (JsonNode t : p.path("targets")) {
                for (JsonNode a : t) {
                    place = place == null ? gone(a) : place;
                }
            }
        }
        if (place == null) {
            return;
        }
        parts.forEach(p -> ((ObjectNode) p).remove("targets"));
        mesh.remove("weights");
        unshaped.add(index);
        for (String n : names) {
            lost(Lost.What.SHAPES, n, place, GltfRescue.cut());
        }
        unwelded(names, place);
    }

    /** Skins without bind matrices: what they bind stays where it is. */
    void skins() throws FormatException {
        List<GltfObject> all = root.list("skins");
        List<GltfObject> meshes = root.list("meshes");
        for (int s = 0; s < all.size(); s++) {
            String place = gone(all.get(s).node().path("inverseBindMatrices"));
            if (place == null) {
                continue;
            }
            all.get(s).node().remove("inverseBindMatrices");
            for (GltfObject n : root.list("nodes")) {
                int m = n.node().path("mesh").asInt(-1);
                if (n.node().path("skin").asInt(-1) == s && m >= 0 && m < meshes.size()) {
                    n.node().remove("skin");
                    for (String name : names(m, meshes.get(m))) {
                        lost(
                                Lost.What.SKIN,
                                name,
                                place,
                                say("formats.gltf.document.GltfPruning.its-bind-matrices-are-gone"));
                    }
                }
            }
        }
    }

    void clips() throws FormatException {
        JsonNode all = root.node().path("animations");
        for (int i = 0; i < all.size(); i++) {
            JsonNode a = all.get(i);
            if (!(a.path("channels") instanceof ArrayNode channels)) {
                continue;
            }
            int before = channels.size();
            String place = "";
            for (int c = before - 1; c >= 0; c--) {
                JsonNode sampler =
                        a.path("samplers").path(channels.get(c).path("sampler").asInt(-1));
                String keys = gone(sampler.path("input"));
                keys = keys == null ? gone(sampler.path("output")) : keys;
                if (keys != null || movesWhatIsGone(channels.get(c))) {
                    place = keys == null ? place : keys;
                    channels.remove(c);
                }
            }
            if (channels.size() < before) {
                String name = a.path("name").asText("");
                lost(
                        Lost.What.CLIP,
                        name.isEmpty() ? "animation_" + i : name,
                        place,
                        say(
                                "formats.gltf.document.GltfPruning.of-its-channels-are-gone",
                                before - channels.size(),
                                before));
            }
        }
    }

    /** Whether a channel moves the weights of blend shapes that are gone. */
    private boolean movesWhatIsGone(JsonNode channel) {
        JsonNode node = root.node()
                .path("nodes")
                .path(channel.path("target").path("node").asInt(-1));
        boolean shaped = node.path("mesh").isInt()
                && !unshaped.contains(node.path("mesh").asInt());
        return channel.path("target").path("path").asText("").equals("weights") && !shaped;
    }

    /** Lists of instances whose places are gone: the mesh stands once, where its node is. */
    void instances() throws FormatException {
        List<GltfObject> nodes = root.list("nodes");
        for (int i = 0; i < nodes.size(); i++) {
            JsonNode all = nodes.get(i).node().path("extensions");
            for (JsonNode a : all.path(INSTANCES).path(ATTRIBUTES)) {
                String place = gone(a);
                if (place != null && all.has(INSTANCES)) {
                    ((ObjectNode) all).remove(INSTANCES);
                    nodes.get(i).node().remove("mesh");
                    String name = nodes.get(i).name();
                    lost(Lost.What.NODE, name.isEmpty() ? "node_" + i : name, place, GltfRescue.cut());
                }
            }
        }
    }

    /**
     * Pictures that lie in views of which bytes are gone.
     *
     * @param has per view the bytes that are there
     * @param places per view where it lay
     */
    void pictures(long[] has, List<String> places) throws FormatException {
        List<GltfObject> all = root.list("images");
        for (int i = 0; i < all.size(); i++) {
            int v = all.get(i).node().path("bufferView").asInt(-1);
            if (v >= 0 && v < has.length && has[v] != Long.MAX_VALUE) {
                all.get(i).node().remove(List.of("bufferView", "mimeType"));
                String name = all.get(i).name();
                lost(
                        Lost.What.PART,
                        "",
                        places.get(v),
                        say(
                                "formats.gltf.document.GltfPruning.the-picture-is-gone",
                                name.isEmpty() ? String.valueOf(i) : name));
            }
        }
    }
}
