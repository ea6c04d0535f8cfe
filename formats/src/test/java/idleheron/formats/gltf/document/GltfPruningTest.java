package idleheron.formats.gltf.document;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.Lost;
import idleheron.core.scene.mesh.Mesh;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** An avatar of three meshes whose numbers lie in two files, one of which is gone: what is lost with each of them. */
class GltfPruningTest {
    /** Bytes of the file that is there. */
    private static final int WHOLE = 34_460;

    @TempDir
    Path folder;

    /** The accessor of a pointer lies in a file that is not there. */
    private GltfRescueTest.Rescued without(Consumer<ObjectNode> change, String... pointers) throws IOException {
        Path file = GltfRescueTest.beside(
                folder,
                t -> {
                    t.withArray("buffers").addObject().put("uri", "gone.bin").put("byteLength", 1 << 20);
                    t.withArray("bufferViews").addObject().put("buffer", 1).put("byteLength", 1 << 20);
                    for (String p : pointers) {
                        ((ObjectNode) t.at("/accessors/" + t.at(p).asInt()))
                                .put("bufferView", t.withArray("bufferViews").size() - 1)
                                .remove("byteOffset");
                    }
                    change.accept(t);
                },
                WHOLE);
        return GltfRescueTest.rescued(file, Files.readAllBytes(file));
    }

    private static List<String> texts(GltfRescueTest.Rescued r) {
        return r.lost().stream().map(Lost::text).sorted().toList();
    }

    private static Mesh mesh(GltfRescueTest.Rescued r, String name) {
        return r.scene().meshes().stream()
                .filter(m -> m.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void influencesThatAreGoneLeaveTheSurfaceUnbound() throws Exception {
        GltfRescueTest.Rescued r = without(t -> {}, "/meshes/1/primitives/0/attributes/JOINTS_0");
        assertThat(texts(r))
                .containsExactly(
                        "mesh face: points that lie at one place may have become one",
                        "skin face: bytes of its joints 0 are gone");
        assertThat(mesh(r, "face").skin()).isNull();
        assertThat(mesh(r, "body").skin()).isNotNull();
        GltfRescueTest.Rescued w = without(t -> {}, "/meshes/1/primitives/0/attributes/WEIGHTS_0");
        assertThat(mesh(w, "face").skin()).isNull();
        assertThat(w.scene().nodes()).hasSameSizeAs(r.scene().nodes());
    }

    @Test
    void bindMatricesThatAreGoneUnbindAllThatTheyBound() throws Exception {
        GltfRescueTest.Rescued r = without(t -> {}, "/skins/0/inverseBindMatrices");
        assertThat(texts(r))
                .contains("skin face: its bind matrices are gone")
                .allMatch(t -> t.startsWith("skin ") && t.endsWith(": its bind matrices are gone"))
                .hasSize(r.scene().meshes().size());
        assertThat(r.scene().meshes()).allMatch(m -> m.skin() == null);
    }

    @Test
    void anAttributeThatIsGoneLeavesTheRest() throws Exception {
        GltfRescueTest.Rescued r = without(t -> {}, "/meshes/0/primitives/0/attributes/NORMAL");
        assertThat(texts(r)).containsExactly("what lies over mesh body: bytes of its normal are gone");
        assertThat(mesh(r, "body").normals()).isNull();
        assertThat(mesh(r, "body").skin()).isNotNull();
    }

    @Test
    void aMeshWithoutANameIsToldByTheNodesThatShowIt() throws Exception {
        Consumer<ObjectNode> unnamed = t -> {
            ((ObjectNode) t.at("/meshes/1")).remove("name");
            ((ObjectNode) t.at("/nodes/22")).put("mesh", 1).remove("name");
        };
        GltfRescueTest.Rescued r = without(unnamed, "/meshes/1/primitives/0/attributes/POSITION");
        assertThat(r.lost()).extracting(Lost::name).containsExactly("Face", "node_22");
        assertThat(r.scene().meshes())
                .extracting(Mesh::name)
                .doesNotContain("Face", "node_22")
                .contains("body");
        GltfRescueTest.Rescued nobody = without(
                t -> {
                    unnamed.accept(t);
                    ((ObjectNode) t.at("/nodes/21")).remove("mesh");
                    ((ObjectNode) t.at("/nodes/22")).remove("mesh");
                },
                "/meshes/1/primitives/0/attributes/POSITION");
        assertThat(nobody.lost()).extracting(Lost::name).containsExactly("mesh_1");
    }

    @Test
    void aSparseListWhoseNumbersAreGoneIsGone() throws Exception {
        for (String part : List.of("indices", "values")) {
            GltfRescueTest.Rescued r = without(t -> {
                ObjectNode a = (ObjectNode) t.at("/accessors/"
                        + t.at("/meshes/0/primitives/0/attributes/POSITION").asInt());
                int own = a.path("bufferView").asInt();
                ObjectNode s = a.putObject("sparse").put("count", 1);
                s.putObject("indices")
                        .put("componentType", 5121)
                        .put("bufferView", part.equals("indices") ? last(t) : own);
                s.putObject("values").put("bufferView", part.equals("values") ? last(t) : own);
            });
            assertThat(texts(r)).containsExactly("mesh body: its bytes are gone");
            assertThat(r.scene().meshes()).isNotEmpty();
        }
    }

    private static int last(ObjectNode text) {
        return text.withArray("bufferViews").size() - 1;
    }

    @Test
    void aViewThatIsPackedElsewhereGoesWithWhatItIsPackedIn() throws Exception {
        GltfRescueTest.Rescued r = without(t -> {
            t.withArray("extensionsUsed").add("EXT_meshopt_compression");
            ObjectNode a = (ObjectNode) t.at("/accessors/"
                    + t.at("/meshes/0/primitives/0/attributes/NORMAL").asInt());
            ObjectNode v = t.withArray("bufferViews")
                    .addObject()
                    .put("buffer", 0)
                    .put("byteLength", 12 * a.path("count").asInt());
            ObjectNode p = v.putObject("extensions").putObject("EXT_meshopt_compression");
            p.put("buffer", 1)
                    .put("byteLength", 50)
                    .put("byteStride", 12)
                    .put("count", a.path("count").asInt())
                    .put("mode", "ATTRIBUTES");
            a.put("bufferView", last(t)).remove("byteOffset");
        });
        assertThat(texts(r)).containsExactly("what lies over mesh body: bytes of its normal are gone");
        assertThat(mesh(r, "body").skin()).isNotNull();
    }
}
