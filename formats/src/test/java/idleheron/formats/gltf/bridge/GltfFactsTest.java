package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import java.io.ByteArrayOutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Places of nodes and points of whole documents against an evaluation in doubles by another reader. */
class GltfFactsTest {
    private static final Path FILES = Path.of("src/test/resources/gltf");
    private static final double NEAR = 1e-5;

    @TempDir
    Path folder;

    /**
     * Turns that are packed are not of length 1; the other reader takes them as they are, here they are brought to it. A turn of
     * length l puts a point l² as far away.
     */
    private static double uneven(GltfDocument doc) throws Exception {
        double worst = 0;
        for (var a : doc.root().list("animations")) {
            for (var c : a.list("channels")) {
                if (c.child("target").text("path", "").equals("rotation")) {
                    var s = a.list("samplers").get(c.index("sampler", 1000));
                    Accessor out = doc.accessor(s, "output");
                    float[] v = out == null || out.component() == Accessor.FLOAT ? new float[0] : out.floats();
                    for (int i = 0; i < v.length; i += 4) {
                        double l = (double) v[i] * v[i]
                                + (double) v[i + 1] * v[i + 1]
                                + (double) v[i + 2] * v[i + 2]
                                + (double) v[i + 3] * v[i + 3];
                        worst = Math.max(worst, Math.abs(l - 1));
                    }
                }
            }
        }
        return worst;
    }

    private static GltfDocument document(Path file) throws Exception {
        return GltfDocument.read(
                String.valueOf(file.getFileName()), file.getParent(), MemorySegment.ofArray(Files.readAllBytes(file)));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "skins",
                "arm",
                "eight",
                "morph",
                "cameras-lights",
                "numbers",
                "sparse",
                "mirrored",
                "no-scene",
                "scenes",
                "meshopt-arm-high",
                "meshopt-morph",
                "quantised-arm",
                "instances",
                "weights-u8"
            })
    void all_places_are_where_another_reader_has_them(String name) throws Exception {
        Path file = FILES.resolve(name + ".glb");
        GltfFacts f = GltfFacts.of(file, FILES.resolve(name + ".facts.json"));
        assertThat(f.compared).isGreaterThan(10);
        assertThat(f.worst).as(f.where).isLessThan(NEAR + uneven(document(file)));
    }

    /** What is written of it and read again stands where the other reader had the original. */
    @ParameterizedTest
    @ValueSource(strings = {"skins", "arm", "eight", "morph", "mirrored", "meshopt-morph", "weights-u8"})
    void what_is_written_comes_back(String name) throws Exception {
        Path file = FILES.resolve(name + ".glb");
        Scene read = GltfSceneReader.read(document(file), name, null);
        Path out = folder.resolve("again.glb");
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(read).scene(), "test").binary(bytes);
        Files.write(out, bytes.toByteArray());
        Scene again = GltfSceneReader.read(document(out), name, null);
        assertThat(again.paths()).containsExactlyInAnyOrderElementsOf(read.paths());
        assertThat(again.meshes().stream().map(m -> m.pointCount()))
                .containsExactlyInAnyOrderElementsOf(
                        read.meshes().stream().map(m -> m.pointCount()).toList());
        assertThat(again.clips().stream().map(c -> c.name()))
                .containsExactlyElementsOf(
                        read.clips().stream().map(c -> c.name()).toList());
        ByteArrayOutputStream twice = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(read).scene(), "test").binary(twice);
        assertThat(twice.toByteArray()).isEqualTo(bytes.toByteArray());
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(read).scene(), "test").text(text);
        GltfDocument plain = GltfDocument.read("again.gltf", null, MemorySegment.ofArray(text.toByteArray()));
        assertThat(plain.binary()).isFalse();
        assertThat(GltfSceneReader.read(plain, name, null).paths()).isEqualTo(again.paths());
    }

    @Test
    void a_pointer_to_a_node_moves_it_and_others_are_told() throws Exception {
        Scene s = GltfSceneReader.read(document(FILES.resolve("pointer.glb")), "pointer", null);
        assertThat(s.notes()).anySatisfy(n -> assertThat(n).contains("baseColorFactor, which does not move here"));
        assertThat(s.clips()).hasSize(1);
    }

    @Test
    void cameras_and_lights_are_what_the_document_says() throws Exception {
        Scene s = GltfSceneReader.read(document(FILES.resolve("cameras-lights.glb")), "c", null);
        assertThat(s.cameras()).hasSize(3);
        assertThat(2
                        * Math.atan(s.cameras().getFirst().apertureHeight()
                                / 2
                                / s.cameras().getFirst().focalLength()))
                .isCloseTo(0.7, org.assertj.core.api.Assertions.within(1e-12));
        assertThat(s.cameras().getLast().orthographic()).isTrue();
        assertThat(s.cameras().getLast().apertureWidth()).isEqualTo(4000);
        assertThat(s.lights().stream().map(l -> l.kind())).containsExactly("directional", "point", "spot");
        assertThat(s.lights().getLast().outerAngle())
                .isCloseTo(Math.toDegrees(1.2), org.assertj.core.api.Assertions.within(1e-9));
        assertThat(s.nodes().stream().filter(n -> n.kind() == NodeKind.CAMERA)).hasSize(3);
    }

    @Test
    void what_is_carried_unread_is_told() throws Exception {
        Scene s = GltfSceneReader.read(document(FILES.resolve("keep.glb")), "keep", null);
        assertThat(s.notes()).containsExactly("the extension ACME_wear is carried without being read");
        assertThat(GltfSceneReader.read(document(FILES.resolve("static-data-uri.gltf")), "s", null)
                        .meshes())
                .isNotEmpty();
        Scene surfaces = GltfSceneReader.read(document(FILES.resolve("surfaces.glb")), "s", null);
        assertThat(surfaces.textures()).isNotEmpty().allMatch(t -> t.content() != null);
        assertThat(surfaces.materials())
                .allMatch(m -> m.texture() < surfaces.textures().size());
    }
}
