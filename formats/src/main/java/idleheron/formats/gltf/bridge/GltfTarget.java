package idleheron.formats.gltf.bridge;

import idleheron.core.scene.Material;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import idleheron.formats.gltf.material.GltfMaterialReader;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What a channel moves: a part of a node, by itself or by a pointer ({@code KHR_animation_pointer}), or a value of a material or
 * light.
 *
 * @param node of the document, or -1
 * @param path "translation", "rotation", "scale", "weights"; else the pointer
 * @param value what it points to besides nodes, where that moves here
 */
record GltfTarget(int node, String path, @Nullable Value value) {
    /**
     * A value of a material or a light.
     *
     * @param index of the material or light
     * @param components what each of its numbers is here
     */
    record Value(Clip.Subject subject, int index, List<Component> components) {}

    /**
     * One number of a value.
     *
     * @param property as scenes name it
     * @param name "X", "Y", "Z" of several, else the property's own
     * @param factor what one of it is here
     */
    record Component(String property, String name, double factor) {}

    private static final Pattern NODE = Pattern.compile("/nodes/(\\d{1,9})/(translation|rotation|scale|weights)");
    private static final Pattern MATERIAL = Pattern.compile("/materials/(\\d{1,9})/(.+)");
    private static final Pattern LIGHT =
            Pattern.compile("/extensions/" + GltfOptics.LIGHTS + "/lights/(\\d{1,9})/(.+)");

    /** Percent of a light for 1, as other carriers count it. */
    private static final double PERCENT = 100;

    /** Values of materials that move, by the end of their pointer. */
    static final Map<String, List<Component>> OF_MATERIALS = Map.of(
            "pbrMetallicRoughness/baseColorFactor",
            List.of(
                    new Component(Material.DIFFUSE, "X", 1),
                    new Component(Material.DIFFUSE, "Y", 1),
                    new Component(Material.DIFFUSE, "Z", 1),
                    new Component("Opacity", "Opacity", 1)),
            "pbrMetallicRoughness/" + GltfMaterialReader.METALLIC,
            one(GltfMaterialReader.METALLIC, 1),
            "pbrMetallicRoughness/" + GltfMaterialReader.ROUGHNESS,
            one(GltfMaterialReader.ROUGHNESS, 1),
            GltfMaterialReader.CUTOFF,
            one(GltfMaterialReader.CUTOFF, 1),
            GltfMaterialReader.EMISSIVE,
            three(GltfMaterialReader.EMISSIVE));

    /** Values of lights that move. */
    static final Map<String, List<Component>> OF_LIGHTS =
            Map.of("color", three("Color"), "intensity", one("Intensity", PERCENT));

    private static List<Component> one(String property, double factor) {
        return List.of(new Component(property, property, factor));
    }

    private static List<Component> three(String property) {
        return List.of(
                new Component(property, "X", 1), new Component(property, "Y", 1), new Component(property, "Z", 1));
    }

    static GltfTarget of(GltfDocument doc, GltfObject channel) throws FormatException {
        GltfObject t = channel.child("target");
        String path = t.text("path", "");
        if (!path.equals("pointer")) {
            return new GltfTarget(t.index("node", doc.nodes().size()), path, null);
        }
        String pointer = t.extension("KHR_animation_pointer").text("pointer", "");
        Matcher node = NODE.matcher(pointer);
        if (node.matches() && Integer.parseInt(node.group(1)) < doc.nodes().size()) {
            return new GltfTarget(Integer.parseInt(node.group(1)), node.group(2), null);
        }
        Value v = value(
                MATERIAL.matcher(pointer), Clip.Subject.MATERIAL, doc.root().length("materials"), OF_MATERIALS);
        if (v == null) {
            int lights = doc.root().extension(GltfOptics.LIGHTS).length("lights");
            v = value(LIGHT.matcher(pointer), Clip.Subject.ATTRIBUTE, lights, OF_LIGHTS);
        }
        return new GltfTarget(-1, pointer, v);
    }

    private static @Nullable Value value(
            Matcher m, Clip.Subject subject, int size, Map<String, List<Component>> known) {
        List<Component> c = m.matches() && Integer.parseInt(m.group(1)) < size ? known.get(m.group(2)) : null;
        return c == null ? null : new Value(subject, Integer.parseInt(m.group(1)), c);
    }
}
