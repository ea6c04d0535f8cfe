package idleheron.formats.gltf.material;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Other sets of materials for the same surfaces ({@code KHR_materials_variants}), by names, so that they outlive other numbers.
 *
 * @param variants their names
 * @param choices which surface has which material in which of them
 */
public record GltfVariants(List<String> variants, List<Choice> choices) implements OpaqueData {
    private static final String EXTENSION = "KHR_materials_variants";

    /**
     * @param mesh the name of a mesh
     * @param usual the name of the material of that part of it, "" for none
     * @param variant number of the variant
     * @param material the name of the one that it has there
     */
    record Choice(String mesh, String usual, int variant, String material) {}

    public GltfVariants {
        variants = List.copyOf(variants);
        choices = List.copyOf(choices);
    }

    @Override
    public String format() {
        return "glTF";
    }

    @Override
    public String kind() {
        return EXTENSION;
    }

    @Override
    public String name() {
        return say("formats.gltf.material.GltfVariants.variants-of-materials", String.join(", ", variants));
    }

    /** The variants of a document, none or one. */
    public static List<OpaqueData> read(GltfDocument doc) throws FormatException {
        List<String> names = new ArrayList<>();
        for (GltfObject v : doc.root().extension(EXTENSION).list("variants")) {
            names.add(v.name());
        }
        List<GltfObject> materials = doc.root().list("materials");
        List<Choice> choices = new ArrayList<>();
        for (GltfObject mesh : doc.root().list("meshes")) {
            for (GltfObject p : mesh.list("primitives")) {
                int own = p.index("material", materials.size());
                for (GltfObject m : p.extension(EXTENSION).list("mappings")) {
                    int other = m.index("material", materials.size());
                    for (int v : m.indices("variants", names.size())) {
                        if (other >= 0) {
                            choices.add(new Choice(
                                    mesh.name(),
                                    own < 0 ? "" : materials.get(own).name(),
                                    v,
                                    materials.get(other).name()));
                        }
                    }
                }
            }
        }
        return names.isEmpty() ? List.of() : List.of(new GltfVariants(names, choices));
    }

    /** Writes what a scene keeps of them; choices whose mesh or material is gone are left out. */
    public static void write(Scene scene, GltfWriter doc) {
        for (OpaqueData d : scene.keepsakes()) {
            if (d instanceof GltfVariants v) {
                v.write(doc);
                return;
            }
        }
    }

    private void write(GltfWriter doc) {
        JsonNode materials = doc.root().path("materials");
        boolean any = false;
        for (JsonNode mesh : doc.root().path("meshes")) {
            for (JsonNode p : mesh.path("primitives")) {
                Map<Integer, ArrayNode> mappings = new TreeMap<>();
                String usual = materials
                        .path(p.path("material").asInt(-1))
                        .path("name")
                        .asText("");
                for (Choice c : choices) {
                    int other = named(materials, c.material);
                    boolean here = c.mesh.equals(mesh.path("name").asText("")) && c.usual.equals(usual);
                    if (here && other >= 0) {
                        mappings.computeIfAbsent(other, m -> doc.root().arrayNode())
                                .add(c.variant);
                    }
                }
                if (!mappings.isEmpty()) {
                    any = true;
                    ArrayNode all = ((ObjectNode) p).withArray("/extensions/" + EXTENSION + "/mappings");
                    mappings.forEach(
                            (m, of) -> all.addObject().put("material", m).set("variants", of));
                }
            }
        }
        if (any) {
            doc.uses(EXTENSION);
            ArrayNode all = doc.root().withArray("/extensions/" + EXTENSION + "/variants");
            variants.forEach(n -> all.addObject().put("name", n));
        }
    }

    private static int named(JsonNode list, String name) {
        for (int i = 0; i < list.size(); i++) {
            if (list.get(i).path("name").asText("").equals(name)) {
                return i;
            }
        }
        return -1;
    }
}
