package idleheron.formats.gltf.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.spi.Salvage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a document still gives whose bytes are cut off, held against the whole. */
class GltfRescueTest {
    private static final GltfFormat FORMAT = new GltfFormat();
    private static final Path AVATARS = Path.of("src/test/resources/gltf/avatars");
    static final ObjectMapper MAPPER = new ObjectMapper();

    @TempDir
    Path folder;

    private static Scene read(byte[] bytes) throws IOException {
        return FORMAT.read(Path.of("a.glb"), MemorySegment.ofArray(bytes), (done, what) -> {})
                .scene();
    }

    record Rescued(Scene scene, List<Lost> lost) {
        boolean has(Lost.What what, String name) {
            return lost.stream().noneMatch(l -> l.covers(what, name));
        }
    }

    static Rescued rescued(Path file, byte[] bytes) throws IOException {
        Salvage s = new Salvage();
        Scene scene = FORMAT.rescue(file, MemorySegment.ofArray(bytes), s, (done, what) -> {})
                .scene();
        return new Rescued(scene, s.lost());
    }

    private static Rescued rescued(byte[] bytes) throws IOException {
        return rescued(Path.of("a.glb"), bytes);
    }

    /** Where the bytes begin that follow the text. */
    private static int bytesAt(byte[] glb) {
        return 28 + ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
    }

    /** All that is told to be whole is as it was; what it lacks is told. */
    private static int held(Rescued r, Scene whole) {
        int true_ = 0;
        for (Mesh m : whole.meshes()) {
            Mesh now = r.scene.meshes().stream()
                    .filter(x -> x.name().equals(m.name()))
                    .findFirst()
                    .orElse(null);
            if (!r.has(Lost.What.MESH, m.name())) {
                continue;
            }
            assertThat(now).as(m.name()).isNotNull();
            Mesh kept = Objects.requireNonNull(now);
            assertThat(kept.points()).as("points of " + m.name()).isEqualTo(m.points());
            assertThat(kept.corners()).as("faces of " + m.name()).isEqualTo(m.corners());
            if (r.has(Lost.What.LAYERS, m.name())) {
                assertThat(kept.uvSets()).usingRecursiveComparison().isEqualTo(m.uvSets());
            }
            if (r.has(Lost.What.SKIN, m.name())) {
                assertThat(kept.skin() == null).as("skin of " + m.name()).isEqualTo(m.skin() == null);
            } else {
                assertThat(kept.skin()).isNull();
            }
            if (r.has(Lost.What.SHAPES, m.name())) {
                assertThat(kept.shapes()).usingRecursiveComparison().isEqualTo(m.shapes());
            } else {
                assertThat(kept.shapes()).isEmpty();
            }
            true_++;
        }
        for (Clip c : whole.clips()) {
            if (r.has(Lost.What.CLIP, c.name())) {
                Clip now = r.scene.clips().stream()
                        .filter(x -> x.name().equals(c.name()))
                        .findFirst()
                        .orElseThrow();
                assertThat(now.nodes()).usingRecursiveComparison().isEqualTo(c.nodes());
                assertThat(now.shapes()).usingRecursiveComparison().isEqualTo(c.shapes());
                true_++;
            }
        }
        return true_;
    }

    @ParameterizedTest
    @ValueSource(strings = {"least.vrm", "motion.vrma"})
    void whereverItIsCutWhatIsToldWholeIsAsItWas(String file) throws Exception {
        byte[] all = Files.readAllBytes(AVATARS.resolve(file));
        Scene whole = read(all);
        int from = bytesAt(all);
        int most = 0;
        for (int cut = from; cut < all.length; cut += Math.max(1, (all.length - from) / 150)) {
            Rescued r = rescued(Arrays.copyOf(all, cut));
            assertThat(r.lost).as("cut at " + cut).isNotEmpty();
            assertThat(r.scene.nodes()).hasSameSizeAs(whole.nodes());
            most = Math.max(most, held(r, whole));
        }
        // two meshes lie before what all need last; the motion is one clip, of which every cut takes something
        assertThat(most).isEqualTo(file.equals("least.vrm") ? 2 : 0);
        byte[] headless = Arrays.copyOf(all, from - 9);
        assertThatThrownBy(() -> rescued(headless)).isInstanceOf(FormatException.class);
    }

    @Test
    void oneThatLacksNothingIsReadAsItIs() throws Exception {
        byte[] all = Files.readAllBytes(AVATARS.resolve("least.vrm"));
        Rescued r = rescued(all);
        assertThat(r.lost).isEmpty();
        assertThat(held(r, read(all))).isPositive();
    }

    @Test
    void allButTheLastByteLosesOnlyWhatEndsThere() throws Exception {
        byte[] all = Files.readAllBytes(AVATARS.resolve("least.vrm"));
        int length = ByteBuffer.wrap(all).order(ByteOrder.LITTLE_ENDIAN).getInt(bytesAt(all) - 8);
        JsonNode text = MAPPER.readTree(all, 20, bytesAt(all) - 28);
        long end = text.at("/buffers/0/byteLength").asLong();
        Rescued r = rescued(Arrays.copyOf(all, bytesAt(all) + (int) end - 1));
        assertThat(length).isGreaterThanOrEqualTo((int) end);
        Set<Lost.What> kinds = new TreeSet<>();
        r.lost.forEach(l -> kinds.add(l.what()));
        assertThat(kinds).hasSize(1);
        assertThat(r.lost).allMatch(l -> l.place().endsWith(" to " + (bytesAt(all) + end)));
    }

    /** The avatar as text, with so many of its bytes in a file beside it; none of them where there are fewer than none. */
    static Path beside(Path folder, Consumer<ObjectNode> change, int bytes) throws IOException {
        byte[] all = Files.readAllBytes(AVATARS.resolve("least.vrm"));
        ObjectNode text = (ObjectNode) MAPPER.readTree(all, 20, bytesAt(all) - 28);
        ((ObjectNode) text.at("/buffers/0")).put("uri", "least.bin");
        change.accept(text);
        Path file = folder.resolve("least.gltf");
        Files.writeString(file, text.toString());
        if (bytes >= 0) {
            Files.write(folder.resolve("least.bin"), Arrays.copyOfRange(all, bytesAt(all), bytesAt(all) + bytes));
        }
        return file;
    }

    @Test
    void aFileBesideItThatIsMissingOrShortLeavesTheRest() throws Exception {
        Scene whole = read(Files.readAllBytes(AVATARS.resolve("least.vrm")));
        Path missing = beside(folder, t -> {}, -1);
        Rescued r = rescued(missing, Files.readAllBytes(missing));
        assertThat(r.scene.nodes()).hasSameSizeAs(whole.nodes());
        assertThat(r.scene.meshes()).isEmpty();
        for (Mesh m : whole.meshes()) {
            assertThat(r.has(Lost.What.MESH, m.name())).isFalse();
        }
        assertThat(r.lost).allMatch(l -> l.place().isEmpty());
        Path cut = beside(folder, t -> {}, 40_000);
        Rescued s = rescued(cut, Files.readAllBytes(cut));
        assertThat(s.scene.meshes()).isNotEmpty();
        assertThat(held(s, whole)).isPositive();
        Path other = beside(folder, t -> t.put("asset", 3), 40_000);
        assertThatThrownBy(() -> rescued(other, Files.readAllBytes(other))).isInstanceOf(FormatException.class);
    }

    /** Two parts of a mesh, a shape, weights that move it, an instance and a picture, in an order that the cuts go through. */
    private static byte[] made(String... order) throws IOException {
        List<String> all = List.of(order);
        ObjectNode t = MAPPER.createObjectNode();
        t.putObject("asset").put("version", "2.0");
        t.put("scene", 0)
                .putArray("scenes")
                .addObject()
                .putArray("nodes")
                .add(0)
                .add(1);
        for (String n : order) {
            int size = n.equals("faces") || n.equals("second") ? 12 : n.equals("picture") ? 8 : 36;
            t.withArray("bufferViews")
                    .addObject()
                    .put("buffer", 0)
                    .put("byteOffset", t.withArray("bufferViews").size() * 36 - 36)
                    .put("byteLength", size);
            ObjectNode a = t.withArray("accessors")
                    .addObject()
                    .put("bufferView", t.withArray("accessors").size() - 1);
            boolean whole = size == 12;
            a.put("componentType", whole ? 5125 : 5126)
                    .put("count", n.equals("weights") || n.equals("times") ? 2 : size == 8 ? 1 : 3);
            a.put("type", whole || n.equals("weights") || n.equals("times") || size == 8 ? "SCALAR" : "VEC3");
        }
        ObjectNode mesh = t.putArray("meshes").addObject().put("name", "m");
        mesh.putArray("weights").add(0.5);
        for (String faces : List.of("faces", "second")) {
            ObjectNode p = mesh.withArray("primitives").addObject().put("indices", all.indexOf(faces));
            p.putObject("attributes").put("POSITION", all.indexOf("points")).put("NORMAL", all.indexOf("normals"));
            p.putArray("targets").addObject().put("POSITION", all.indexOf("shape"));
        }
        t.putArray("nodes").addObject().put("name", "shown").put("mesh", 0);
        ObjectNode many = t.withArray("nodes").addObject().put("name", "many").put("mesh", 0);
        many.putObject("extensions")
                .putObject("EXT_mesh_gpu_instancing")
                .putObject("attributes")
                .put("TRANSLATION", all.indexOf("places"));
        ObjectNode clip = t.putArray("animations").addObject();
        clip.putArray("samplers").addObject().put("input", all.indexOf("times")).put("output", all.indexOf("weights"));
        clip.putArray("channels")
                .addObject()
                .put("sampler", 0)
                .putObject("target")
                .put("node", 0)
                .put("path", "weights");
        t.putArray("images")
                .addObject()
                .put("name", "oil")
                .put("bufferView", all.indexOf("picture"))
                .put("mimeType", "image/png");
        t.putArray("textures").addObject().put("source", 0);
        t.putArray("buffers").addObject().put("byteLength", order.length * 36);
        byte[] text = t.toString().getBytes(StandardCharsets.UTF_8);
        int padded = text.length + 3 & ~3;
        ByteBuffer b = ByteBuffer.allocate(28 + padded + order.length * 36).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(0x46546C67).putInt(2).putInt(b.capacity()).putInt(padded).putInt(0x4E4F534A);
        b.put(text).put(" ".repeat(padded - text.length).getBytes(StandardCharsets.US_ASCII));
        b.putInt(order.length * 36).putInt(0x004E4942);
        int start = b.position();
        for (int i = 0; i < order.length; i++) {
            b.position(start + 36 * i);
            switch (order[i]) {
                case "faces" -> b.putInt(0).putInt(1).putInt(2);
                case "second" -> b.putInt(2).putInt(1).putInt(0);
                case "times" -> b.putFloat(0).putFloat(1);
                default -> {
                    for (int k = 0; k < 9; k++) {
                        b.putFloat(k == 0 || k == 4 || k == 8 ? 1 : 0);
                    }
                }
            }
        }
        return b.array();
    }

    private static final String[] ORDER = {
        "points", "faces", "second", "normals", "shape", "times", "weights", "places", "picture"
    };

    private static Set<Lost.What> lostWithout(int last, String... order) throws IOException {
        byte[] all = made(order);
        Set<Lost.What> out = new TreeSet<>();
        rescued(Arrays.copyOf(all, all.length - 36 * last)).lost.forEach(l -> out.add(l.what()));
        return out;
    }

    @Test
    void eachThingThatIsGoneIsToldAsWhatItIs() throws Exception {
        assertThat(read(made(ORDER)).clips()).hasSize(1);
        assertThat(lostWithout(0, ORDER)).isEmpty();
        assertThat(lostWithout(1, ORDER)).containsExactly(Lost.What.PART);
        assertThat(lostWithout(2, ORDER)).containsExactlyInAnyOrder(Lost.What.PART, Lost.What.NODE);
        assertThat(lostWithout(3, ORDER)).containsExactlyInAnyOrder(Lost.What.PART, Lost.What.NODE, Lost.What.CLIP);
        assertThat(lostWithout(5, ORDER))
                .containsExactlyInAnyOrder(
                        Lost.What.PART, Lost.What.NODE, Lost.What.CLIP, Lost.What.SHAPES, Lost.What.MESH);
        assertThat(lostWithout(6, ORDER)).contains(Lost.What.LAYERS);
        Rescued one = rescued(Arrays.copyOf(made(ORDER), made(ORDER).length - 36 * 7));
        assertThat(one.lost)
                .anyMatch(l -> l.text().contains("mesh m") && l.text().endsWith("1 of its 2 parts are gone"));
        assertThat(one.scene.meshes().getFirst().faceCount()).isOne();
        Rescued none = rescued(Arrays.copyOf(made(ORDER), made(ORDER).length - 36 * 8));
        assertThat(none.scene.meshes()).isEmpty();
        assertThat(none.scene.nodes()).hasSizeGreaterThanOrEqualTo(2);
        // a clip that moves the weights of shapes that are gone goes with them
        assertThat(lostWithout(
                        1, "points", "faces", "second", "normals", "times", "weights", "places", "picture", "shape"))
                .containsExactlyInAnyOrder(Lost.What.CLIP, Lost.What.SHAPES, Lost.What.MESH);
    }

    @Test
    void whatIsRescuedCanBeWritten() throws Exception {
        byte[] all = Files.readAllBytes(AVATARS.resolve("least.vrm"));
        Rescued r = rescued(Arrays.copyOf(all, (bytesAt(all) + all.length) / 2));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FORMAT.write(r.scene, GltfFormat.BINARY, out, (done, what) -> {});
        assertThat(read(out.toByteArray()).meshes()).hasSameSizeAs(r.scene.meshes());
    }
}
