package idleheron.formats.gltf.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.formats.bytes.FormatException;
import java.io.ByteArrayOutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Containers, texts, buffers and accessors by hand. */
class GltfDocumentTest {
    private static final String ASSET = "\"asset\":{\"version\":\"2.0\"}";

    private static GltfDocument text(String body) throws FormatException {
        return GltfDocument.read(
                "a.gltf", null, MemorySegment.ofArray(("{" + ASSET + body + "}").getBytes(StandardCharsets.UTF_8)));
    }

    /** A document over these bytes, with one view of all of them. */
    private static GltfDocument over(byte[] bytes, String accessors) throws FormatException {
        String uri =
                "data:application/octet-stream;base64," + Base64.getEncoder().encodeToString(bytes);
        return text(",\"buffers\":[{\"byteLength\":" + bytes.length + ",\"uri\":\"" + uri
                + "\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":" + bytes.length + "}],\"accessors\":["
                + accessors
                + "]");
    }

    private static byte[] bytes(int... v) {
        byte[] out = new byte[v.length];
        for (int i = 0; i < v.length; i++) {
            out[i] = (byte) v[i];
        }
        return out;
    }

    private static float[] floats(byte[] in, String accessor) throws FormatException {
        return over(in, accessor).accessors().getFirst().floats();
    }

    @Test
    void numbersOfEveryKindAreNormalisedAsTheStandardSays() throws Exception {
        String head = "{\"bufferView\":0,\"count\":2,\"type\":\"SCALAR\",\"normalized\":true,\"componentType\":";
        assertThat(floats(bytes(0x81, 0x7F), head + "5120}")).containsExactly(-1, 1);
        assertThat(floats(bytes(0x80, 0x7F), head + "5120}")).containsExactly(-1, 1);
        assertThat(floats(bytes(0, 255), head + "5121}")).containsExactly(0, 1);
        assertThat(floats(bytes(1, 0x80, 0xFF, 0x7F), head + "5122}")).containsExactly(-1, 1);
        assertThat(floats(bytes(0, 0, 0xFF, 0xFF), head + "5123}")).containsExactly(0, 1);
        String plain = "{\"bufferView\":0,\"count\":1,\"type\":\"SCALAR\",\"componentType\":";
        assertThat(floats(bytes(0xFF, 0xFF, 0, 0), plain + "5122}")).containsExactly(-1);
        assertThat(floats(bytes(0, 0, 0x80, 0x3F), plain + "5126}")).containsExactly(1);
        assertThat(over(bytes(1, 2, 0, 0), plain + "5125}")
                        .accessors()
                        .getFirst()
                        .ints())
                .containsExactly(513);
    }

    /** Columns of small matrices are filled up to 4 bytes. */
    @Test
    void columnsOfSmallMatricesBeginAtFours() throws Exception {
        assertThat(floats(
                        bytes(1, 2, 99, 99, 3, 4, 99, 99),
                        "{\"bufferView\":0,\"count\":1,\"type\":\"MAT2\",\"componentType\":5121}"))
                .containsExactly(1, 2, 3, 4);
    }

    @Test
    void sparseNumbersLieOverZeros() throws Exception {
        String a = "{\"count\":4,\"type\":\"SCALAR\",\"componentType\":5121,\"sparse\":{\"count\":2,"
                + "\"indices\":{\"bufferView\":0,\"componentType\":5121},\"values\":{\"bufferView\":0,\"byteOffset\":2}}}";
        assertThat(floats(bytes(1, 3, 7, 9), a)).containsExactly(0, 7, 0, 9);
        GltfDocument falling = over(bytes(3, 1, 7, 9), a);
        assertThatThrownBy(() -> falling.accessors().getFirst().floats())
                .hasMessageContaining("a rising index below 4");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"bufferView\":0,\"count\":2,\"type\":\"VEC3\",\"componentType\":5126}|2 elements, 24 bytes, in view 0",
                "{\"bufferView\":0,\"count\":-1,\"type\":\"VEC3\",\"componentType\":5126}|a whole number of at least 0",
                "{\"bufferView\":0,\"count\":0,\"type\":\"VEC3\",\"componentType\":5126}|a count of at least 1",
                "{\"bufferView\":0,\"count\":1,\"type\":\"VEC5\",\"componentType\":5126}|/accessors/0/type",
                "{\"bufferView\":0,\"count\":1,\"type\":\"VEC3\",\"componentType\":5130}|/accessors/0/componentType",
                "{\"bufferView\":7,\"count\":1,\"type\":\"VEC3\",\"componentType\":5126}|an index from 0 to 0",
                "{\"count\":2000000000,\"type\":\"VEC3\",\"componentType\":5126}|where no bytes hold them",
                "{\"bufferView\":0,\"count\":1000000000000000000,\"type\":\"SCALAR\",\"componentType\":5121}|whole number below"
            })
    void anAccessorThatFitsNothingIsRefused(String accessor, String message) {
        assertThatThrownBy(() -> over(new byte[12], accessor))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                ",\"nodes\":[{\"children\":[1]},{\"children\":[0]}]|does not lie below itself",
                ",\"nodes\":[{\"children\":[0]}]|does not lie below itself",
                ",\"nodes\":[{\"children\":[2]},{\"children\":[2]},{}]|a node below one other",
                ",\"nodes\":[{\"children\":[9]}]|an index from 0 to 0",
                ",\"nodes\":[{\"children\":[0.5]},{}]|an index from 0 to 1",
                ",\"extensionsRequired\":[\"ACME_x\"]|ACME_x, without which it means nothing",
                ",\"extensionsRequired\":[\"KHR_draco_mesh_compression\"]|save it without",
                ",\"buffers\":[{\"byteLength\":4}]|an address, or bytes in the same file",
                ",\"buffers\":[{\"byteLength\":4,\"uri\":\"data:,abcd\"}]|a data address in base64",
                ",\"buffers\":[{\"byteLength\":9,\"uri\":\"data:application/octet-stream;base64,AAAA\"}]|9 bytes",
                ",\"buffers\":[{\"byteLength\":4,\"uri\":\"https://a.b/c.bin\"}]|a file in the folder",
                ",\"buffers\":[{\"byteLength\":4,\"uri\":\"../c.bin\"}]|a file in the folder"
            })
    void whatPointsToNowhereIsRefused(String body, String message) {
        assertThatThrownBy(() -> text(body))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("a.gltf")
                .hasMessageContaining(message);
    }

    @Test
    void bytesBesideItAreReadAndThoseOutsideAreNot(@TempDir Path folder) throws Exception {
        Path inner = Files.createDirectory(folder.resolve("in"));
        Files.write(folder.resolve("out.bin"), new byte[4]);
        Files.write(inner.resolve("a b.bin"), new byte[] {5, 6, 7, 8});
        String body = "{" + ASSET + ",\"buffers\":[{\"byteLength\":4,\"uri\":\"%s\"}],"
                + "\"bufferViews\":[{\"buffer\":0,\"byteLength\":4}]}";
        GltfDocument d = GltfDocument.read("a.gltf", inner, segment(body.formatted("a%20b.bin")));
        assertThat(d.view(0).toArray(java.lang.foreign.ValueLayout.JAVA_BYTE)).containsExactly(5, 6, 7, 8);
        assertThatThrownBy(() -> GltfDocument.read("a.gltf", inner, segment(body.formatted("../out.bin"))))
                .hasMessageContaining("a file in the folder");
        Files.createSymbolicLink(inner.resolve("link.bin"), folder.resolve("out.bin"));
        assertThatThrownBy(() -> GltfDocument.read("a.gltf", inner, segment(body.formatted("link.bin"))))
                .hasMessageContaining("a file in the folder");
    }

    private static MemorySegment segment(String s) {
        return MemorySegment.ofArray(s.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void whatIsForbiddenAndCanBeReadIsTold() throws Exception {
        GltfDocument d = GltfDocument.read("a.gltf", null, segment("\uFEFF{" + ASSET + ",\"x\":1,\"x\":2}"));
        assertThat(d.notes()).hasSize(2);
        assertThat(d.notes().getFirst()).contains("byte order mark");
        assertThat(d.notes().getLast()).contains("twice");
        byte[] latin =
                ("{" + ASSET + ",\"nodes\":[{\"name\":\"f\u00FC\u00DF\"}]}").getBytes(StandardCharsets.ISO_8859_1);
        GltfDocument l = GltfDocument.read("a.gltf", null, MemorySegment.ofArray(latin));
        assertThat(l.nodes().getFirst().name()).isEqualTo("f\u00FC\u00DF");
        assertThat(l.notes()).containsExactly("the text is not UTF-8; it was taken as Latin-1");
        assertThat(GltfDocument.read("a", null, segment("{\"asset\":{\"version\":\"2.7\"}}"))
                        .notes())
                .containsExactly("it declares version 2.7 and was read as 2.0");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{}|/asset",
                "[]|an object of JSON",
                "{\"asset\":{\"version\":\"1.0\"}}|version 2",
                "{\"asset\":{\"version\":\"2.0\",\"minVersion\":\"3.0\"}}|minVersion",
                "{\"asset\":{\"version\":\"2.0\"}|byte",
                "{\"asset\":{\"version\":\"2.0\"}} x|byte",
                "{/* c */}|byte"
            })
    void aTextOfSomethingElseIsRefused(String text, String message) {
        assertThatThrownBy(() -> GltfDocument.read("a.gltf", null, segment(text)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(message);
    }

    @Test
    void aTextThatNestsWithoutEndIsRefused() {
        String deep = "{" + ASSET + ",\"x\":" + "[".repeat(60_000) + "]".repeat(60_000) + "}";
        assertThatThrownBy(() -> GltfDocument.read("a.gltf", null, segment(deep)))
                .isInstanceOf(FormatException.class);
    }

    private static byte[] glb(int version, int total, int length, int kind, String text) {
        byte[] t = text.getBytes(StandardCharsets.UTF_8);
        ByteBuffer b = ByteBuffer.allocate(20 + t.length).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(Glb.MAGIC).putInt(version).putInt(total < 0 ? 20 + t.length : total);
        b.putInt(length < 0 ? t.length : length).putInt(kind).put(t);
        return b.array();
    }

    private static void refused(byte[] file, String message) {
        assertThatThrownBy(() -> Glb.read("a.glb", MemorySegment.ofArray(file))).hasMessageContaining(message);
    }

    @Test
    void aContainerWhoseLengthsDoNotFitIsRefused() throws Exception {
        String t = "{" + ASSET + "} ".repeat(1) + "  ";
        String text = t + " ".repeat((4 - t.length() % 4) % 4);
        Glb sound = Glb.read("a.glb", MemorySegment.ofArray(glb(2, -1, -1, Glb.JSON, text)));
        assertThat(sound.notes()).isEmpty();
        assertThat(sound.bytes()).isNull();
        assertThat(sound.textAt()).isEqualTo(20);
        refused(new byte[7], "a header of 12 bytes");
        refused(glb(1, -1, -1, Glb.JSON, text), "byte 4: expected version 2");
        refused(glb(2, 4000, -1, Glb.JSON, text), "a file of 4000 bytes");
        refused(glb(2, -1, 4000, Glb.JSON, text), "a chunk of at most");
        refused(glb(2, -1, 5, Glb.JSON, text), "a multiple of 4");
        refused(glb(2, -1, -1, Glb.BIN, text), "a first chunk of text");
        byte[] more = java.util.Arrays.copyOf(glb(2, -1, -1, Glb.JSON, text), 24 + text.length());
        assertThat(Glb.read("a.glb", MemorySegment.ofArray(more)).notes())
                .containsExactly("4 bytes after the declared end");
    }

    @Test
    void whatIsWrittenIsReadAsItWas() throws Exception {
        GltfWriter w = new GltfWriter("test");
        int a = w.vertices(new float[] {0.1f, 1e-7f, 3, -2, 5, 6}, "VEC3", 3, true);
        int s = w.slots(new int[] {0, 1, 255, 3}, 256);
        int t = w.slots(new int[] {0, 1, 256, 3}, 257);
        int i = w.indices(new int[] {0, 70000, 2}, 70001);
        w.uses("KHR_materials_unlit");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        w.binary(out);
        assertThat(out.size() % 4).isZero();
        GltfDocument d = GltfDocument.read("a.glb", null, MemorySegment.ofArray(out.toByteArray()));
        assertThat(d.accessors().get(a).floats()).containsExactly(0.1f, 1e-7f, 3, -2, 5, 6);
        assertThat(d.accessors().get(a).told("min")).hasSize(3);
        assertThat((float) d.accessors().get(a).told("max")[0]).isEqualTo(0.1f);
        assertThat(d.accessors().get(s).component()).isEqualTo(Accessor.UNSIGNED_BYTE);
        assertThat(d.accessors().get(t).ints()).containsExactly(0, 1, 256, 3);
        assertThat(d.accessors().get(i).ints()).containsExactly(0, 70000, 2);
        assertThat(d.root().texts("extensionsUsed")).containsExactly("KHR_materials_unlit");
    }

    @Test
    void theFirstSceneIsShownWhereNoneIsChosen() throws Exception {
        java.util.List<String> notes = new java.util.ArrayList<>();
        GltfDocument d = text(",\"nodes\":[{},{\"children\":[2]},{}],\"scenes\":[{\"nodes\":[1,2]},{\"nodes\":[0]}]");
        assertThat(d.tops(notes)).containsExactly(1);
        assertThat(notes).hasSize(2);
        assertThat(text(",\"nodes\":[{},{\"children\":[2]},{}]").tops(notes)).containsExactly(0, 1);
        assertThat(d.parent(2)).isEqualTo(1);
        assertThat(Objects.requireNonNull(d.nodes().get(2)).at()).isEqualTo("/nodes/2");
    }
}
