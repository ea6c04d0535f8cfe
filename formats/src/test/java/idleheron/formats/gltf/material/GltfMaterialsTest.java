package idleheron.formats.gltf.material;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.formats.gltf.bridge.TinyDocument;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Materials and pictures as a document has them. */
class GltfMaterialsTest {
    private final List<String> notes = new ArrayList<>();

    private static JsonNode written(List<Texture> textures, Material... materials) throws IOException {
        GltfWriter doc = new GltfWriter("test");
        new GltfMaterialWriter(
                        doc,
                        Scene.bare("t", Stage.COMMON).withTextures(textures).withMaterials(List.of(materials)))
                .write();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        doc.binary(out);
        return GltfDocument.read("d.glb", null, MemorySegment.ofArray(out.toByteArray()))
                .root()
                .node();
    }

    private GltfMaterialReader reader(String members) throws IOException {
        return new GltfMaterialReader(new TinyDocument().with(members), null, notes);
    }

    private static Material material(String name, FreeProperty... properties) {
        return new Material(
                name, "metallic-roughness", new Vec3(0.5, 2, Double.NaN), 1, List.of(), List.of(properties));
    }

    private static FreeProperty number(String name, double... v) {
        return new FreeProperty(name, "Number", "", "", new FreeProperty.Numbers(v));
    }

    private static FreeProperty text(String name, String v) {
        return new FreeProperty(name, "KString", "", "", new FreeProperty.Text(v));
    }

    @ParameterizedTest
    @CsvSource({
        "'\u00ff\u00d8\u00ff', image/jpeg, ''",
        "'RIFF....WEBPVP8 ', image/webp, EXT_texture_webp",
        "'RIFF....WAVE', image/png, ''",
        "'....WEBPWEBP', image/png, ''",
        "'\u00abKTX 20\u00bb', image/ktx2, KHR_texture_basisu",
        "'....ftypavif', image/avif, EXT_texture_avif",
        "'\u0089PNG', image/png, ''"
    })
    void theKindOfAPictureIsThatOfItsBytes(String head, String kind, String extension) throws IOException {
        Texture t = new Texture("p", "p.png", "p.png", true).withContent(head.getBytes(StandardCharsets.ISO_8859_1));
        JsonNode d = written(List.of(t));
        assertThat(d.at("/images/0/mimeType").asText()).isEqualTo(kind);
        if (extension.isEmpty()) {
            assertThat(d.at("/textures/0/source").asInt(-1)).isZero();
            assertThat(d.has("extensionsUsed")).isFalse();
        } else {
            assertThat(d.at("/textures/0/extensions/" + extension + "/source").asInt(-1))
                    .isZero();
            assertThat(d.at("/textures/0").has("source")).isFalse();
            assertThat(d.at("/extensionsUsed/0").asText()).isEqualTo(extension);
        }
    }

    @Test
    void aPictureOfNoBytesIsNamed() throws IOException {
        JsonNode d = written(List.of(new Texture("p", "p.png", "p.png", true).withContent(new byte[0])));
        assertThat(d.at("/images/0").toString()).isEqualTo("{\"name\":\"p\",\"uri\":\"p.png\"}");
    }

    @ParameterizedTest
    @CsvSource({
        "maps/a b.png, maps/a%20b.png, ''",
        "maps\\é+.png, maps/%C3%A9%2B.png, ''",
        "a.webp, a.webp, EXT_texture_webp",
        "a.ktx2, a.ktx2, KHR_texture_basisu",
        "a.avif, a.avif, EXT_texture_avif"
    })
    void aPictureBesideIsNamedByItsAddress(String path, String uri, String extension) throws IOException {
        JsonNode d = written(List.of(new Texture("", path, path, true), new Texture("two", "two.png", "", true)));
        assertThat(d.at("/images/0/uri").asText()).isEqualTo(uri);
        assertThat(d.at("/images/0").has("name")).isFalse();
        assertThat(d.at("/images/1/name").asText()).isEqualTo("two");
        assertThat(d.at("/images/1/uri").asText()).isEqualTo("two.png");
        assertThat(d.at("/textures/1/source").asInt(-1)).isEqualTo(1);
        assertThat(d.at("/textures/0").has("source")).isEqualTo(extension.isEmpty());
        if (!extension.isEmpty()) {
            assertThat(d.at("/textures/0/extensions/" + extension + "/source").asInt(-1))
                    .isZero();
        }
    }

    /** One sampler for all that repeat alike; none where a picture repeats both ways. */
    @Test
    void edgesAreOneSamplerEach() throws IOException {
        Placement.Wrap[][] wraps = {
            {Placement.Wrap.REPEAT, Placement.Wrap.REPEAT},
            {Placement.Wrap.CLAMP, Placement.Wrap.MIRROR},
            {Placement.Wrap.REPEAT, Placement.Wrap.CLAMP},
            {Placement.Wrap.CLAMP, Placement.Wrap.MIRROR},
            {Placement.Wrap.MIRROR, Placement.Wrap.REPEAT}
        };
        List<Texture> textures = new ArrayList<>();
        List<Material.Use> uses = new ArrayList<>();
        for (int i = 0; i < wraps.length; i++) {
            textures.add(new Texture("t" + i, i + ".png", i + ".png", true));
            uses.add(new Material.Use(
                    i == 0 ? Material.DIFFUSE : "x" + i,
                    i,
                    Placement.of(1, 1, 0, 0, 0).wrapped(wraps[i][0], wraps[i][1])));
        }
        JsonNode d = written(textures, new Material("m", "phong", Vec3.ONE, 1, uses, List.of()));
        assertThat(d.path("samplers").size()).isEqualTo(3);
        assertThat(d.at("/textures/0").has("sampler")).isFalse();
        int[] of = {-1, 0, 1, 0, 2};
        int[][] codes = {{}, {33071, 33648}, {10497, 33071}, {33071, 33648}, {33648, 10497}};
        for (int i = 1; i < 5; i++) {
            assertThat(d.at("/textures/" + i + "/sampler").asInt(-1)).isEqualTo(of[i]);
            JsonNode s = d.at("/samplers/" + of[i]);
            assertThat(new int[] {s.path("wrapS").asInt(), s.path("wrapT").asInt()})
                    .containsExactly(codes[i]);
        }
    }

    @Test
    void numbersAreKeptWithinWhatTheStandardTakes() throws IOException {
        JsonNode m = written(
                        List.of(),
                        material(
                                "wet",
                                number("metallicFactor", 3),
                                number("roughnessFactor", -1),
                                number("emissiveFactor", 0.5, 2, -1)))
                .at("/materials/0");
        assertThat(m.at("/pbrMetallicRoughness/baseColorFactor").toString()).isEqualTo("[0.5,1.0,0.0,1.0]");
        assertThat(m.at("/pbrMetallicRoughness/metallicFactor").asDouble()).isEqualTo(1);
        assertThat(m.at("/pbrMetallicRoughness/roughnessFactor").asDouble(5)).isZero();
        assertThat(m.path("emissiveFactor").toString()).isEqualTo("[0.5,1.0,0.0]");
        assertThat(m.has("alphaMode") || m.has("doubleSided") || m.has("extensions"))
                .isFalse();
        JsonNode plain = written(
                        List.of(), material("dry", number("emissiveFactor", 1), number("metallicFactor", 1, 2)))
                .at("/materials/0");
        assertThat(plain.has("emissiveFactor")).isFalse();
        assertThat(plain.at("/pbrMetallicRoughness/metallicFactor").asDouble(5)).isZero();
        assertThat(plain.at("/pbrMetallicRoughness/roughnessFactor").asDouble()).isEqualTo(1);
    }

    @Test
    void howASurfaceIsSeenThrough() throws IOException {
        JsonNode d = written(
                List.of(),
                material("mask", text("alphaMode", "MASK"), number("alphaCutoff", 0.25), text("doubleSided", "x")),
                material("half", text("alphaMode", "MASK")),
                new Material("veil", "unlit", Vec3.ONE, 0.5, List.of(), List.of()),
                material("solid", text("alphaMode", "OPAQUE"), number("alphaCutoff", 0.25)));
        assertThat(d.at("/materials/0/alphaMode").asText()).isEqualTo("MASK");
        assertThat(d.at("/materials/0/alphaCutoff").asDouble()).isEqualTo(0.25);
        assertThat(d.at("/materials/0/doubleSided").asBoolean()).isTrue();
        assertThat(d.at("/materials/1/alphaCutoff").asDouble()).isEqualTo(0.5);
        assertThat(d.at("/materials/2/alphaMode").asText()).isEqualTo("BLEND");
        assertThat(d.at("/materials/2/pbrMetallicRoughness/baseColorFactor/3").asDouble())
                .isEqualTo(0.5);
        assertThat(d.at("/materials/2/extensions/KHR_materials_unlit").isObject())
                .isTrue();
        assertThat(d.path("extensionsUsed").toString()).isEqualTo("[\"KHR_materials_unlit\"]");
        assertThat(d.at("/materials/3").has("alphaMode") || d.at("/materials/3").has("alphaCutoff"))
                .isFalse();
    }

    @Test
    void picturesOfEveryUse() throws IOException {
        List<Material.Use> uses = List.of(
                new Material.Use("MetallicRoughness", 1),
                new Material.Use(Material.DIFFUSE, 0, Placement.of(2, 3, 30, 0.25, 0.5)),
                new Material.Use("NormalMap", 2),
                new Material.Use("Occlusion", 1),
                new Material.Use("EmissiveColor", 0),
                new Material.Use("Bump", 2));
        List<Texture> t = List.of(
                new Texture("a", "a.png", "a.png", true),
                new Texture("b", "b.png", "b.png", true),
                new Texture("c", "c.png", "c.png", true));
        JsonNode d = written(t, new Material("m", "phong", Vec3.ONE, 1, uses, List.of()));
        JsonNode m = d.at("/materials/0");
        assertThat(m.at("/pbrMetallicRoughness/baseColorTexture/index").asInt(-1))
                .isZero();
        assertThat(m.at("/pbrMetallicRoughness/metallicRoughnessTexture/index").asInt(-1))
                .isEqualTo(1);
        assertThat(m.at("/normalTexture/index").asInt(-1)).isEqualTo(2);
        assertThat(m.at("/occlusionTexture/index").asInt(-1)).isEqualTo(1);
        assertThat(m.at("/emissiveTexture/index").asInt(-1)).isZero();
        assertThat(m.at("/emissiveTexture").has("extensions")).isFalse();
        assertThat(m.at("/pbrMetallicRoughness/baseColorTexture/extensions/KHR_texture_transform/scale/1")
                        .asDouble())
                .isCloseTo(3, within(1e-9));
        assertThat(d.path("extensionsUsed").toString()).contains("KHR_texture_transform");
    }

    @Test
    void aPictureThatIsNotThereOrIsNone() throws IOException {
        String data = Base64.getEncoder().encodeToString("no picture".getBytes(StandardCharsets.US_ASCII));
        GltfMaterialReader r = reader(
                "'images':[{'uri':'data:image/jpeg;base64," + data
                        + "'},{'uri':'maps/a%20b.png','name':'sea'},{'uri':'data:image/png;base64," + data
                        + "','name':'sky.png'}],'textures':[{'source':0},{'source':1},{'name':'none'},{'source':2},{'extensions':{'EXT_texture_webp':{'source':1}}}]");
        List<Texture> t = r.textures();
        assertThat(t).extracting(Texture::name).containsExactly("picture_0", "sea", "none", "sky.png", "sea");
        assertThat(t)
                .extracting(Texture::path)
                .containsExactly("picture_0.jpg", "maps/a b.png", "", "sky.png", "maps/a b.png");
        assertThat(t.get(0).content()).isEqualTo("no picture".getBytes(StandardCharsets.US_ASCII));
        assertThat(t.get(1).content()).isNull();
        assertThat(notes)
                .contains(
                        "/textures/2 has no picture",
                        "the data given as picture picture_0 is no picture",
                        "the data given as picture sky.png is no picture");
    }

    @ParameterizedTest
    @CsvSource({"0, 2", "1, 3", "5, 2", "-1, 2"})
    void aPictureThatOnlyAnAvatarShowsIsOneMore(int shown, int count) throws IOException {
        GltfMaterialReader r =
                reader("'images':[{'uri':'a.png'},{'uri':'b.png'}],'textures':[{'source':0},{'source':0}],"
                        + "'extensions':{'VRMC_vrm':{'meta':{'thumbnailImage':" + shown + "}}}");
        assertThat(r.textures()).hasSize(count);
    }

    @Test
    void whatADocumentSaysOfMaterials() throws IOException {
        GltfMaterialReader r = reader(
                "'images':[{'uri':'a.png'}],'samplers':[{'wrapS':33648,'wrapT':33071}],'textures':[{'source':0,'sampler':0},{'source':0}],"
                        + "'materials':[{'emissiveFactor':[0,0,0.5],'emissiveTexture':{'index':0,'texCoord':2},'normalTexture':{'index':9},'doubleSided':true,"
                        + "'alphaMode':'MASK','pbrMetallicRoughness':{'baseColorFactor':[1,0.5,0.25,0.5],'metallicFactor':0.75}},"
                        + "{'name':'veil','alphaMode':'BLEND','extensions':{'KHR_materials_unlit':{}},'pbrMetallicRoughness':{'baseColorFactor':[1,1,1,0.5],"
                        + "'baseColorTexture':{'index':1,'texCoord':1},'metallicRoughnessTexture':{'index':0,'texCoord':2}}}]");
        List<Material> all = r.materials();
        Material a = all.get(0);
        assertThat(a.name()).isEqualTo("material_0");
        assertThat(a.model()).isEqualTo("metallic-roughness");
        assertThat(a.diffuse()).isEqualTo(new Vec3(1, 0.5, 0.25));
        assertThat(a.opacity()).as("a mask has none of its own").isEqualTo(1);
        assertThat(a.uses()).extracting(Material.Use::property).containsExactly("EmissiveColor");
        assertThat(a.uses().getFirst().placement().acrossU()).isEqualTo(Placement.Wrap.MIRROR);
        assertThat(a.uses().getFirst().placement().acrossV()).isEqualTo(Placement.Wrap.CLAMP);
        assertThat(numbers(a, "metallicFactor")).containsExactly(0.75);
        assertThat(numbers(a, "roughnessFactor")).containsExactly(1);
        assertThat(numbers(a, "emissiveFactor")).containsExactly(0, 0, 0.5);
        assertThat(numbers(a, "alphaCutoff")).containsExactly(0.5);
        assertThat(notes).containsExactly("/materials/0/normalTexture points to a texture that is not there");
        Material b = all.get(1);
        assertThat(b.name()).isEqualTo("veil");
        assertThat(b.model()).isEqualTo("unlit");
        assertThat(b.opacity()).isEqualTo(0.5);
        assertThat(b.uses()).extracting(Material.Use::property).containsExactly(Material.DIFFUSE, "MetallicRoughness");
        assertThat(b.properties())
                .extracting(FreeProperty::name)
                .doesNotContain("emissiveFactor", "alphaCutoff", "doubleSided");
        assertThat(a.properties()).extracting(FreeProperty::name).contains("doubleSided");
        assertThat(r.textures()).extracting(Texture::uvSet).containsExactly("TEXCOORD_2", "TEXCOORD_1");
    }

    /** A picture on two sets of coordinates is on none by itself. */
    @Test
    void aPictureOnSeveralSetsSaysNone() throws IOException {
        GltfMaterialReader r = reader(
                "'images':[{'uri':'a.png'}],'textures':[{'source':0}],'materials':[{'normalTexture':{'index':0,'texCoord':1},'emissiveTexture':{'index':0}}]");
        r.materials();
        assertThat(r.textures().getFirst().uvSet()).isEmpty();
    }

    private static double[] numbers(Material m, String name) {
        return ((FreeProperty.Numbers) Objects.requireNonNull(m.properties().stream()
                        .filter(p -> p.name().equals(name))
                        .findFirst()
                        .orElseThrow()
                        .value()))
                .values();
    }

    /** Whole numbers beyond what doubles count exactly stay text; lists and objects stay as they stand. */
    @Test
    void extrasArePropertiesWhereNothingIsLost() throws IOException {
        List<FreeProperty> p = new ArrayList<>();
        GltfKeeps.extras(TinyDocument.object("/nodes/0", """
                {"extras":{"owner":"Mira","wet":true,"mass":2.5,"count":9007199254740992,"big":9007199254740993,
                "huge":99999999999999999999,"list":[1,2],"heronUnder":"x"}}"""), p);
        assertThat(p)
                .extracting(FreeProperty::name)
                .containsExactly(
                        "owner", "wet", "mass", "count", "glTF:extras/big", "glTF:extras/huge", "glTF:extras/list");
        JsonNode to = TinyDocument.object("/nodes/0", "{}").node();
        GltfKeeps.extras(p, (com.fasterxml.jackson.databind.node.ObjectNode) to);
        assertThat(to.toString())
                .isEqualTo("{\"extras\":{\"owner\":\"Mira\",\"wet\":true,\"mass\":2.5,\"count\":9007199254740992,"
                        + "\"big\":9007199254740993,\"huge\":99999999999999999999,\"list\":[1,2]}}");
        List<FreeProperty> whole = new ArrayList<>();
        GltfKeeps.extras(TinyDocument.object("/nodes/0", "{\"extras\":[1]}"), whole);
        assertThat(whole).extracting(FreeProperty::name).containsExactly("glTF:extras");
        GltfKeeps.extras(TinyDocument.object("/nodes/0", "{}"), whole);
        assertThat(whole).hasSize(1);
    }

    @Test
    void valuesOfEveryKindAreExtras() throws IOException {
        List<FreeProperty> p = List.of(
                new FreeProperty("word", "KString", new FreeProperty.Text("a")),
                new FreeProperty("even", "Number", new FreeProperty.Numbers(new double[] {3})),
                new FreeProperty("odd", "Number", new FreeProperty.Numbers(new double[] {0.5})),
                new FreeProperty("far", "Number", new FreeProperty.Numbers(new double[] {1e300})),
                new FreeProperty("three", "Vector", new FreeProperty.Numbers(new double[] {1, Double.NaN, 2.5})),
                new FreeProperty("yes", "Bool", new FreeProperty.Whole(new long[] {1})),
                new FreeProperty("seven", "int", new FreeProperty.Whole(new long[] {7})),
                new FreeProperty("two", "int", new FreeProperty.Whole(new long[] {7, 8})));
        JsonNode to = TinyDocument.object("/nodes/0", "{}").node();
        GltfKeeps.extras(p, (com.fasterxml.jackson.databind.node.ObjectNode) to);
        assertThat(to.toString())
                .isEqualTo(
                        "{\"extras\":{\"word\":\"a\",\"even\":3,\"odd\":0.5,\"far\":1.0E300,\"three\":[1.0,2.5],\"yes\":true,"
                                + "\"seven\":7,\"two\":[7,8]}}");
    }
}
