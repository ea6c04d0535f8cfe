package idleheron.formats.gltf.material;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.gltf.document.GltfWriter;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Materials and pictures of a scene as a document has them; one texture stands for each picture of ours. */
public final class GltfMaterialWriter {
    private static final String UNLIT = "KHR_materials_unlit";
    private static final String SET = "texCoord";

    private final GltfWriter doc;
    private final Scene scene;

    public GltfMaterialWriter(GltfWriter doc, Scene scene) {
        this.doc = doc;
        this.scene = scene;
    }

    public void write() {
        pictures();
        scene.materials().forEach(this::material);
    }

    private void pictures() {
        Map<JsonNode, Integer> samplers = new HashMap<>();
        Placement[] first =
                Material.firstPlacements(scene.materials(), scene.textures().size());
        for (int i = 0; i < scene.textures().size(); i++) {
            Texture t = scene.textures().get(i);
            ObjectNode image = doc.add("images");
            byte[] content = t.content();
            if (!t.name().isEmpty()) {
                image.put("name", t.name());
            }
            String kind = "";
            if (content != null && content.length > 0) {
                kind = kind(content);
                image.put("bufferView", doc.view(content, 0));
                image.put("mimeType", kind);
            } else {
                String path = t.relative().isEmpty() ? t.fileName() : t.relative();
                kind = path.endsWith(".webp")
                        ? WEBP
                        : path.endsWith(".ktx2") ? KTX : path.endsWith(".avif") ? AVIF : "";
                image.put("uri", uri(path));
            }
            ObjectNode texture = doc.add("textures");
            int source = doc.size("images") - 1;
            String newer = NEWER.get(kind);
            if (newer == null) {
                texture.put("source", source);
            } else {
                doc.uses(newer);
                texture.withObject("/extensions").putObject(newer).put("source", source);
            }
            JsonNode sampler = sampler(t, first[i]);
            if (sampler != null) {
                texture.put("sampler", samplers.computeIfAbsent(sampler, s -> {
                    doc.list("samplers").add(s);
                    return doc.size("samplers") - 1;
                }));
            }
        }
    }

    /** How a picture repeats: as the file said, else as it lies where it is used first; null where it repeats. */
    private static @Nullable JsonNode sampler(Texture t, Placement lies) {
        JsonNode kept = GltfKeeps.sampler(t);
        if (kept != null) {
            return kept;
        }
        int across = code(lies.acrossU());
        int up = code(lies.acrossV());
        return across == REPEAT && up == REPEAT
                ? null
                : JsonNodeFactory.instance.objectNode().put("wrapS", across).put("wrapT", up);
    }

    private static final int REPEAT = 10_497;

    private static int code(Placement.Wrap wrap) {
        return switch (wrap) {
            case REPEAT -> REPEAT;
            case CLAMP -> GltfMaterialReader.CLAMP;
            case MIRROR -> GltfMaterialReader.MIRROR;
        };
    }

    /** How a picture lies that came from a carrier with other words for it. */
    private void placed(ObjectNode info, Placement lies) {
        Placement.Parts by = lies.fromTop().parts();
        doc.uses(GltfMaterialReader.PLACED);
        ObjectNode o = info.withObject("/extensions").putObject(GltfMaterialReader.PLACED);
        o.putArray("offset").add(by.moveU()).add(by.moveV());
        o.put("rotation", Math.toRadians(-by.degrees()));
        o.putArray("scale").add(by.scaleU()).add(by.scaleV());
    }

    private static final String WEBP = "image/webp";
    private static final String KTX = "image/ktx2";
    private static final String AVIF = "image/avif";

    /** Extensions for pictures of kinds that the standard itself does not have. */
    private static final Map<String, String> NEWER =
            Map.of(WEBP, "EXT_texture_webp", KTX, "KHR_texture_basisu", AVIF, "EXT_texture_avif");

    private static String kind(byte[] content) {
        String head = new String(content, 0, Math.min(16, content.length), StandardCharsets.ISO_8859_1);
        if (head.startsWith("\u00ff\u00d8")) {
            return "image/jpeg";
        }
        if (head.startsWith("RIFF") && head.startsWith("WEBP", 8)) {
            return WEBP;
        }
        return head.startsWith("\u00abKTX 20") ? KTX : head.startsWith("ftypavif", 4) ? AVIF : "image/png";
    }

    private static String uri(String path) {
        return Arrays.stream(path.replace('\\', '/').split("/"))
                .map(p -> URLEncoder.encode(p, StandardCharsets.UTF_8).replace("+", "%20"))
                .collect(Collectors.joining("/"));
    }

    private void material(Material m) {
        ObjectNode o = doc.add("materials");
        o.put("name", m.name());
        ObjectNode p = o.putObject("pbrMetallicRoughness");
        Vec3 d = m.diffuse();
        p.putArray("baseColorFactor")
                .add(part(d.x()))
                .add(part(d.y()))
                .add(part(d.z()))
                .add(part(m.opacity()));
        p.put(GltfMaterialReader.METALLIC, part(number(m, GltfMaterialReader.METALLIC, 0)));
        p.put(GltfMaterialReader.ROUGHNESS, part(number(m, GltfMaterialReader.ROUGHNESS, 1)));
        for (Material.Use u : m.uses()) {
            if (u.property().equals(Material.DIFFUSE)) {
                lies(p.putObject("baseColorTexture"), "baseColorTexture", u, m);
            } else if (u.property().equals(GltfMaterialReader.METALLIC_ROUGHNESS)) {
                lies(p.putObject("metallicRoughnessTexture"), "metallicRoughnessTexture", u, m);
            }
            for (String[] known : GltfMaterialReader.USES) {
                if (u.property().equals(known[1])) {
                    lies(o.putObject(known[0]), known[0], u, m);
                }
            }
        }
        if (property(m, GltfMaterialReader.EMISSIVE) instanceof FreeProperty.Numbers n && n.values().length == 3) {
            o.putArray(GltfMaterialReader.EMISSIVE)
                    .add(part(n.values()[0]))
                    .add(part(n.values()[1]))
                    .add(part(n.values()[2]));
        }
        String alpha = property(m, GltfMaterialReader.ALPHA) instanceof FreeProperty.Text t
                ? t.text()
                : m.opacity() < 1 ? "BLEND" : "OPAQUE";
        if (!alpha.equals("OPAQUE")) {
            o.put(GltfMaterialReader.ALPHA, alpha);
        }
        if (alpha.equals("MASK")) {
            o.put(GltfMaterialReader.CUTOFF, number(m, GltfMaterialReader.CUTOFF, 0.5));
        }
        if (property(m, GltfMaterialReader.DOUBLE_SIDED) != null) {
            o.put(GltfMaterialReader.DOUBLE_SIDED, true);
        }
        if (m.model().equals("unlit")) {
            doc.uses(UNLIT);
            o.withObject("/extensions").putObject(UNLIT);
        }
        GltfKeeps.write(m, o, doc);
    }

    /** A use of a picture, and how it lies on the surface. */
    private void lies(ObjectNode info, String key, Material.Use use, Material m) {
        info.put("index", use.texture());
        GltfKeeps.info(m, key, info, doc);
        // an info that was kept says all of it
        if (info.size() == 1 && !use.placement().isPlain()) {
            placed(info, use.placement());
        }
        String set = use.texture() < scene.textures().size()
                ? scene.textures().get(use.texture()).uvSet()
                : "";
        int number = info.has(SET) || set.isEmpty()
                ? 0
                : number(set, scene.materials().indexOf(m));
        if (number > 0) {
            info.put(SET, number);
        }
    }

    /** Number of a set of coordinates on the first surface that has the material and that set; 0 where none has. */
    private int number(String set, int material) {
        for (Node n : scene.nodes()) {
            boolean wears = n.kind() == NodeKind.MESH
                    && n.payload() >= 0
                    && Arrays.stream(n.materials()).anyMatch(x -> x == material);
            List<UvSet> sets = wears ? scene.meshes().get(n.payload()).uvSets() : List.of();
            for (int i = 0; i < sets.size(); i++) {
                if (sets.get(i).name().equals(set)) {
                    return i;
                }
            }
        }
        return 0;
    }

    private static double part(double v) {
        return Double.isNaN(v) ? 0 : Math.clamp(v, 0.0, 1.0);
    }

    private static FreeProperty.@Nullable Value property(Material m, String name) {
        return m.properties().stream()
                .filter(p -> p.name().equals(name))
                .map(FreeProperty::value)
                .findFirst()
                .orElse(null);
    }

    private static double number(Material m, String name, double otherwise) {
        return property(m, name) instanceof FreeProperty.Numbers n && n.values().length == 1
                ? n.values()[0]
                : otherwise;
    }
}
