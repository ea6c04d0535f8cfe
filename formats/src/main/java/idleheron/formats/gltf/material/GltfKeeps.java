package idleheron.formats.gltf.material;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Texture;
import idleheron.formats.gltf.document.GltfObject;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What of a document is carried unread: extensions of materials, and extras. An extension becomes a property whose text it is; the
 * pictures it names become uses of the material, so that they keep their numbers, under the path at which they stand. Extras of plain
 * values become properties of the user, as other carriers have them; others are kept as text.
 */
public final class GltfKeeps {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final String EXTENSION = "glTF:";
    private static final String EXTRAS = "glTF:extras";
    /** What a material says of how a picture lies on it, besides which: set of coordinates, strength, place. */
    private static final String LIES = "glTF/";

    private static final String SAMPLER = "glTF/sampler";

    private static final Set<String> READ = Set.of("KHR_materials_unlit");
    private static final int DEEPEST = 16;
    private static final long MOST_WHOLE = 1L << 53;

    private GltfKeeps() {}

    /** Extensions and extras of a material. */
    static void material(GltfObject m, int textures, List<Material.Use> uses, List<FreeProperty> properties) {
        m.node().path("extensions").properties().forEach(e -> {
            if (!READ.contains(e.getKey()) && e.getValue() instanceof ObjectNode o) {
                ObjectNode copy = o.deepCopy();
                pictures(copy, EXTENSION + e.getKey(), textures, uses, 0);
                properties.add(text(EXTENSION + e.getKey(), copy.toString()));
            }
        });
        extras(m, properties);
    }

    /** What is said of a use of a picture besides its number. */
    static void info(String key, GltfObject info, List<FreeProperty> into) {
        ObjectNode more = info.node().deepCopy();
        more.remove("index");
        if (!more.isEmpty()) {
            into.add(text(LIES + key, more.toString()));
        }
    }

    /** A use of a picture with what was kept of how it lies. */
    static void info(Material m, String key, ObjectNode info, GltfWriter doc) {
        for (FreeProperty p : m.properties()) {
            if (p.name().equals(LIES + key)
                    && p.value() instanceof FreeProperty.Text t
                    && parsed(t.text()) instanceof ObjectNode o) {
                used(o, doc);
                info.setAll(o);
            }
        }
    }

    /** How a picture repeats and is filtered, as a property of it. */
    static FreeProperty sampler(GltfObject s) {
        return text(SAMPLER, s.node().toString());
    }

    /** What was kept of how a picture repeats and is filtered, or null. */
    static @Nullable JsonNode sampler(Texture t) {
        return t.properties().stream()
                .filter(p -> p.name().equals(SAMPLER))
                .map(p -> p.value() instanceof FreeProperty.Text x ? parsed(x.text()) : null)
                .filter(ObjectNode.class::isInstance)
                .findFirst()
                .orElse(null);
    }

    /** Extensions that something inside has are used as well. */
    private static void used(JsonNode n, GltfWriter doc) {
        n.path("extensions").fieldNames().forEachRemaining(doc::uses);
        n.forEach(child -> used(child, doc));
    }

    private static void pictures(ObjectNode o, String path, int textures, List<Material.Use> uses, int depth) {
        o.properties().forEach(e -> {
            if (e.getValue() instanceof ObjectNode child && depth < DEEPEST) {
                JsonNode index = child.path("index");
                if (e.getKey().endsWith("Texture")
                        && index.isInt()
                        && index.intValue() < textures
                        && index.intValue() >= 0) {
                    uses.add(new Material.Use(path + "/" + e.getKey(), index.intValue()));
                    child.remove("index");
                }
                pictures(child, path + "/" + e.getKey(), textures, uses, depth + 1);
            }
        });
    }

    /** Extras of a node or material as properties. */
    public static void extras(GltfObject of, List<FreeProperty> into) {
        JsonNode extras = of.node().path("extras");
        if (!extras.isObject()) {
            if (!extras.isMissingNode()) {
                into.add(text(EXTRAS, extras.toString()));
            }
            return;
        }
        extras.properties().forEach(e -> {
            JsonNode v = e.getValue();
            String name = e.getKey();
            if (name.startsWith("heron")) {
                return;
            }
            if (v.isTextual()) {
                into.add(new FreeProperty(name, "KString", new FreeProperty.Text(v.textValue())));
            } else if (v.isBoolean()) {
                into.add(new FreeProperty(name, "Bool", new FreeProperty.Whole(new long[] {v.booleanValue() ? 1 : 0})));
            } else if (v.isNumber() && exact(v)) {
                into.add(new FreeProperty(name, "Number", new FreeProperty.Numbers(new double[] {v.doubleValue()})));
            } else {
                into.add(text(EXTRAS + "/" + name, v.toString()));
            }
        });
    }

    /** Whether a number fits one of double precision to the last digit. */
    private static boolean exact(JsonNode v) {
        return !v.isIntegralNumber() || v.canConvertToLong() && Math.abs(v.longValue()) <= MOST_WHOLE;
    }

    private static FreeProperty text(String name, String text) {
        return new FreeProperty(name, "KString", "", "", new FreeProperty.Text(text));
    }

    /** Writes back what was kept of a material. */
    static void write(Material m, ObjectNode to, GltfWriter doc) {
        for (FreeProperty p : m.properties()) {
            boolean extension = p.name().startsWith(EXTENSION) && !p.name().startsWith(EXTRAS);
            if (extension && p.value() instanceof FreeProperty.Text t && parsed(t.text()) instanceof ObjectNode o) {
                for (Material.Use u : m.uses()) {
                    if (u.property().startsWith(p.name() + "/")) {
                        JsonNode at = o.at(u.property().substring(p.name().length()));
                        if (at instanceof ObjectNode info) {
                            info.put("index", u.texture());
                        }
                    }
                }
                String name = p.name().substring(EXTENSION.length());
                doc.uses(name);
                used(o, doc);
                to.withObject("/extensions").set(name, o);
            }
        }
        extras(m.properties(), to);
    }

    /** Writes properties of the user, and what was kept, as extras. */
    public static void extras(List<FreeProperty> properties, ObjectNode to) {
        for (FreeProperty p : properties) {
            if (p.name().equals(EXTRAS) && p.value() instanceof FreeProperty.Text t) {
                to.set("extras", parsed(t.text()));
            } else if (p.name().startsWith(EXTRAS + "/") && p.value() instanceof FreeProperty.Text t) {
                to.withObject("/extras").set(p.name().substring(EXTRAS.length() + 1), parsed(t.text()));
            } else if (p.isUsers() && !p.name().startsWith(EXTENSION)) {
                value(to.withObject("/extras"), p);
            }
        }
    }

    private static void value(ObjectNode extras, FreeProperty p) {
        switch (p.value()) {
            case FreeProperty.Text t -> extras.put(p.name(), t.text());
            case FreeProperty.Numbers n
            when n.values().length == 1 && Double.isFinite(n.values()[0]) -> {
                double d = n.values()[0];
                if (d == Math.rint(d) && Math.abs(d) <= MOST_WHOLE) {
                    extras.put(p.name(), (long) d);
                } else {
                    extras.put(p.name(), d);
                }
            }
            case FreeProperty.Numbers n -> {
                var list = extras.putArray(p.name());
                for (double v : n.values()) {
                    if (Double.isFinite(v)) {
                        list.add(v);
                    }
                }
            }
            case FreeProperty.Whole w
            when w.values().length == 1 && p.type().equalsIgnoreCase("bool") ->
                extras.put(p.name(), w.values()[0] != 0);
            case FreeProperty.Whole w when w.values().length == 1 -> extras.put(p.name(), w.values()[0]);
            case FreeProperty.Whole w -> {
                var list = extras.putArray(p.name());
                for (long v : w.values()) {
                    list.add(v);
                }
            }
            case FreeProperty.Several s -> extras.put(p.name(), p.shown());
        }
    }

    static JsonNode parsed(String text) {
        try {
            return MAPPER.readTree(text);
        } catch (JsonProcessingException e) {
            return MAPPER.getNodeFactory().textNode(text);
        }
    }
}
