package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.gltf.document.GltfDocument;
import java.io.ByteArrayOutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is carried without being read comes back as it was, and not where it would point to other things. */
class GltfKeptTest {
    private static final Path FILES = Path.of("src/test/resources/gltf");
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private static GltfDocument document(byte[] bytes) throws Exception {
        return GltfDocument.read("d.glb", null, MemorySegment.ofArray(bytes));
    }

    private static GltfDocument file(String name) throws Exception {
        return document(Files.readAllBytes(FILES.resolve(name + ".glb")));
    }

    private static Scene scene(GltfDocument d) throws Exception {
        return GltfSceneReader.read(d, "s", null);
    }

    private static GltfDocument written(Scene s) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(s).scene(), "test").doc().binary(out);
        return document(out.toByteArray());
    }

    /** A document of text whose tree was changed. */
    private static GltfDocument changed(String name, java.util.function.Consumer<ObjectNode> change) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        var doc = GltfSceneWriter.write(GltfForm.of(scene(file(name))).scene(), "test")
                .doc();
        doc.text(out);
        ObjectNode tree = (ObjectNode) MAPPER.readTree(out.toByteArray());
        change.accept(tree);
        return GltfDocument.read(
                "d.gltf", null, MemorySegment.ofArray(tree.toString().getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void extrasAndUnknownExtensionsComeBackAsTheyWere() throws Exception {
        GltfDocument was = file("keep");
        JsonNode before = was.root().node();
        JsonNode after = written(scene(was)).root().node();
        for (String at : List.of(
                "/asset/copyright",
                "/asset/extras",
                "/extras",
                "/scenes/0/extras",
                "/meshes/0/extras",
                "/meshes/0/primitives/0/extras",
                "/nodes/0/extras",
                "/nodes/0/extensions/ACME_wear",
                "/extensions/ACME_wear",
                "/extensionsUsed")) {
            assertThat(before.at(at).isMissingNode()).as(at).isFalse();
            assertThat(after.at(at)).as(at).isEqualTo(before.at(at));
        }
    }

    @Test
    void anExtensionThatPointsToOthersIsLeftOutOnceTheyAreOthers() throws Exception {
        GltfDocument d = changed("keep", t -> {
            ((ObjectNode) t.path("nodes").get(0))
                    .withObject("/extensions/ACME_tie")
                    .put("node", 0);
            ((ObjectNode) t.path("meshes").get(0))
                    .withObject("/extensions/ACME_bytes")
                    .put("bufferView", 0);
        });
        Scene s = scene(d);
        JsonNode same = written(s).root().node();
        assertThat(same.at("/nodes/0/extensions/ACME_tie/node").asInt(-1)).isZero();
        assertThat(same.at("/meshes/0/extensions").isMissingNode()).isTrue();
        assertThat(same.path("extensionsUsed").toString()).contains("ACME_tie").doesNotContain("ACME_bytes");
        Scene renamed =
                s.withNodes(s.nodes().stream().map(n -> n.withName("other")).toList());
        JsonNode other = written(renamed).root().node();
        assertThat(other.at("/nodes/0/extensions").isMissingNode()).isTrue();
        Scene more = s.withMaterials(List.of(
                new idleheron.core.scene.Material("tin", "metallic-roughness", idleheron.core.math.Vec3.ONE, 1, -1)));
        assertThat(written(more)
                        .root()
                        .node()
                        .at("/nodes/0/extensions/ACME_tie")
                        .isMissingNode())
                .isTrue();
        assertThat(written(more)
                        .root()
                        .node()
                        .at("/nodes/0/extensions/ACME_wear")
                        .isMissingNode())
                .as("points to nothing")
                .isFalse();
    }

    @Test
    void otherMaterialsForTheSameSurfaceOutliveOtherNumbers() throws Exception {
        GltfDocument d = changed("surfaces", t -> {
            t.withObject("/extensions/KHR_materials_variants")
                    .putArray("variants")
                    .addObject()
                    .put("name", "wet");
            t.path("meshes").forEach(m -> m.path("primitives").forEach(p -> ((ObjectNode) p).remove("extensions")));
            ObjectNode p = (ObjectNode) t.at("/meshes/0/primitives/0");
            p.withArray("/extensions/KHR_materials_variants/mappings")
                    .addObject()
                    .put("material", 1)
                    .putArray("variants")
                    .add(0);
        });
        Scene s = scene(d);
        String usual = d.root()
                .node()
                .at("/materials")
                .get(d.root().node().at("/meshes/0/primitives/0/material").asInt())
                .path("name")
                .asText();
        String wet = d.root().node().at("/materials/1/name").asText();
        List<idleheron.core.scene.Material> turned =
                new java.util.ArrayList<>(s.materials().reversed());
        int last = turned.size() - 1;
        Scene other = s.withMaterials(turned)
                .withNodes(s.nodes().stream()
                        .map(n -> n.withMaterials(java.util.Arrays.stream(n.materials())
                                .map(m -> last - m)
                                .toArray()))
                        .toList());
        JsonNode after = written(other).root().node();
        JsonNode p = after.at("/meshes/0/primitives/0");
        JsonNode mapping = p.at("/extensions/KHR_materials_variants/mappings/0");
        assertThat(after.at("/materials")
                        .get(p.path("material").asInt())
                        .path("name")
                        .asText())
                .isEqualTo(usual);
        assertThat(after.at("/materials")
                        .get(mapping.path("material").asInt())
                        .path("name")
                        .asText())
                .isEqualTo(wet);
        assertThat(mapping.path("variants").toString()).isEqualTo("[0]");
        assertThat(after.at("/extensions/KHR_materials_variants/variants/0/name")
                        .asText())
                .isEqualTo("wet");
        assertThat(after.path("extensionsUsed").toString()).contains("KHR_materials_variants");
    }

    @Test
    void howPicturesLieAndRepeatComesBack() throws Exception {
        GltfDocument d = changed("surfaces", t -> {
            t.putArray("samplers").addObject().put("wrapS", 33071).put("magFilter", 9728);
            ((ObjectNode) t.at("/textures/0")).put("sampler", 0);
            t.path("materials").forEach(m -> {
                if (m.at("/pbrMetallicRoughness/baseColorTexture") instanceof ObjectNode info) {
                    info.put("texCoord", 1);
                    info.withObject("/extensions/KHR_texture_transform")
                            .putArray("scale")
                            .add(2)
                            .add(3);
                }
                if (m.path("normalTexture") instanceof ObjectNode info) {
                    info.put("scale", 0.5);
                }
            });
        });
        List<Placement> lie = scene(d).materials().stream()
                .flatMap(m -> m.uses().stream())
                .filter(u -> u.property().equals(Material.DIFFUSE) && u.texture() == 0)
                .map(Material.Use::placement)
                .toList();
        // from the top: (2 cos 0.5 u + 3 sin 0.5 v + 0.25, -2 sin 0.5 u + 3 cos 0.5 v + 0.1) of (0.25, 0.1)
        assertThat(lie).isNotEmpty().allSatisfy(p -> {
            assertThat(p.u(0.25, 0.9)).isCloseTo(0.832618, within(1e-6));
            assertThat(p.v(0.25, 0.9)).isCloseTo(1 - 0.123562, within(1e-6));
            assertThat(p.acrossU()).isEqualTo(Placement.Wrap.CLAMP);
            assertThat(p.acrossV()).isEqualTo(Placement.Wrap.REPEAT);
        });
        JsonNode before = d.root().node();
        JsonNode after = written(scene(d)).root().node();
        assertThat(after.at("/samplers")).isEqualTo(before.at("/samplers"));
        assertThat(after.at("/textures/0/sampler").asInt(-1)).isZero();
        assertThat(after.at("/textures/1").has("sampler")).isFalse();
        int colours = 0;
        for (int m = 0; m < before.path("materials").size(); m++) {
            for (String at : List.of("/pbrMetallicRoughness/baseColorTexture", "/normalTexture")) {
                JsonNode info = before.path("materials").get(m).at(at);
                colours += info.isMissingNode() ? 0 : 1;
                assertThat(after.path("materials").get(m).at(at)).isEqualTo(info);
            }
        }
        assertThat(colours).isPositive();
        assertThat(after.path("extensionsUsed").toString()).contains("KHR_texture_transform");
    }

    /** A picture from elsewhere that lies on a set of coordinates by its name gets the number of that set. */
    @Test
    void aPictureOnAnotherSetSaysItsNumber() throws Exception {
        Scene s = scene(file("surfaces"));
        int worn = s.nodes().stream()
                .filter(n -> n.materials().length > 0)
                .findFirst()
                .orElseThrow()
                .materials()[0];
        var mesh = s.meshes().getFirst();
        var uv = mesh.uvSets().getFirst();
        var sets = List.of(uv, new idleheron.core.scene.mesh.UvSet("baked", uv.uv(), uv.indices()));
        Scene two = s.withMeshes(
                        s.meshes().stream().map(m -> m.withUvSets(sets)).toList())
                .withTextures(
                        List.of(new idleheron.core.scene.Texture("t", "t.png", "t.png", false).withUvSet("baked")))
                .withMaterials(s.materials().stream()
                        .map(m -> new idleheron.core.scene.Material(m.name(), m.model(), m.diffuse(), 1, 0))
                        .toList());
        JsonNode info =
                written(two).root().node().path("materials").get(worn).at("/pbrMetallicRoughness/baseColorTexture");
        assertThat(info.path("texCoord").asInt(-1)).isEqualTo(1);
    }

    @Test
    void valuesOfMaterialsAndLightsMoveByPointers() throws Exception {
        Scene s = scene(file("pointer"));
        Clip c = s.clips().getFirst();
        assertThat(c.values().stream().map(v -> v.subject() + " " + v.property() + " " + v.component()))
                .containsExactlyInAnyOrder(
                        "MATERIAL DiffuseColor X",
                        "MATERIAL DiffuseColor Y",
                        "MATERIAL DiffuseColor Z",
                        "MATERIAL Opacity Opacity",
                        "ATTRIBUTE Intensity Intensity");
        Clip.ValueTrack light = c.values().getLast();
        assertThat(s.nodes().get(light.index()).name()).isEqualTo("plank");
        GltfDocument again = written(s);
        Clip back = scene(again).clips().getFirst();
        assertThat(back.values()).hasSameSizeAs(c.values());
        for (Clip.ValueTrack v : c.values()) {
            Clip.ValueTrack w = back.values().stream()
                    .filter(x ->
                            x.property().equals(v.property()) && x.component().equals(v.component()))
                    .findFirst()
                    .orElseThrow();
            for (double t = 0; t <= 1; t += 0.125) {
                assertThat(w.curve().at(t)).isCloseTo(v.curve().at(t), within(1e-4));
            }
        }
        assertThat(again.root().node().path("extensionsUsed").toString()).contains("KHR_animation_pointer");
    }
}
