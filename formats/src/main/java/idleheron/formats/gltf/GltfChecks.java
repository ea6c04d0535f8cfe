package idleheron.formats.gltf;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What only glTF asks of a scene: pictures of colour are sRGB, those of normals, metal and roughness are not, so that one cannot be
 * both; and what receivers stumble over that go by names.
 */
final class GltfChecks {
    private static final Set<String> COLORS = Set.of(Material.DIFFUSE, "EmissiveColor");
    private static final Set<String> FIGURES = Set.of("NormalMap", "MetallicRoughness", "Occlusion");

    private GltfChecks() {}

    static List<Finding> of(Scene scene) {
        List<Finding> out = new ArrayList<>();
        pictures(scene, out);
        names(scene, out);
        return out;
    }

    /** A picture that colours one surface and tells normals or roughness of another. */
    private static void pictures(Scene scene, List<Finding> out) {
        Set<Integer> colors = new TreeSet<>();
        Map<Integer, String> figures = new LinkedHashMap<>();
        for (Material m : scene.materials()) {
            for (Material.Use u : m.uses()) {
                if (COLORS.contains(u.property())) {
                    colors.add(u.texture());
                } else if (FIGURES.contains(u.property())) {
                    figures.putIfAbsent(u.texture(), m.name());
                }
            }
        }
        List<String> both = new ArrayList<>();
        for (int t : colors) {
            if (figures.containsKey(t) && t < scene.textures().size()) {
                both.add(say(
                        "formats.gltf.GltfChecks.on", scene.textures().get(t).fileName(), figures.get(t)));
            }
        }
        if (!both.isEmpty()) {
            out.add(Finding.of("gltf-picture-twofold", Severity.DRIFTS, Topic.MATERIALS)
                    .says(
                            say(
                                    "formats.gltf.GltfChecks.used-for-colour-and-for-figures",
                                    Wording.counted(both.size(), "picture")),
                            say("formats.gltf.GltfChecks.pictures-of-colour-are-read-as", Wording.listed(both)))
                    .measured(Figure.of(
                            both.size(),
                            both.size() == 1
                                    ? say("formats.gltf.GltfChecks.picture")
                                    : say("formats.gltf.GltfChecks.pictures")))
                    .because(say("formats.gltf.GltfChecks.one-file-was-taken-for-two")));
        }
    }

    /** Joints of one name, which receivers that go by names mix up. */
    private static void names(Scene scene, List<Finding> out) {
        Map<String, Integer> times = new LinkedHashMap<>();
        scene.joints().forEach(j -> times.merge(scene.nodes().get(j).name(), 1, Integer::sum));
        List<String> twice = times.entrySet().stream()
                .filter(e -> e.getValue() > 1)
                .map(Map.Entry::getKey)
                .toList();
        if (!twice.isEmpty()) {
            out.add(Finding.of("gltf-joint-names-twice", Severity.NOTE, Topic.HIERARCHY)
                    .says(
                            say(
                                    "formats.gltf.GltfChecks.given-to-several-joints",
                                    Wording.counted(twice.size(), "name")),
                            say("formats.gltf.GltfChecks.numbers-tell-joints-apart-in-the", Wording.listed(twice)))
                    .measured(Figure.of(
                            twice.size(),
                            twice.size() == 1
                                    ? say("formats.gltf.GltfChecks.name")
                                    : say("formats.gltf.GltfChecks.names")))
                    .because(say("formats.gltf.GltfChecks.names-need-not-be-unique-in")));
        }
    }
}
