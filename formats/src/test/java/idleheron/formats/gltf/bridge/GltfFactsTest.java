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
    void allPlacesAreWhereAnotherReaderHasThem(String name) throws Exception {
        Path file = FILES.resolve(name + ".glb");
        GltfFacts f = GltfFacts.of(file, FILES.resolve(name + ".facts.json"));
        assertThat(f.compared).isGreaterThan(10);
        assertThat(f.worst).as(f.where).isLessThan(NEAR + uneven(document(file)));
    }

    /** What is written of it and read again stands where the other reader had the original. */
    @ParameterizedTest
    @ValueSource(strings = {"skins", "arm", "eight", "morph", "mirrored", "meshopt-morph", "weights-u8"})
    void whatIsWrittenComesBack(String name) throws Exception {
        Path file = FILES.resolve(name + ".glb");
        Scene read = GltfSceneReader.read(document(file), name, null);
        Path out = folder.resolve("again.glb");
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(read).scene(), "test").doc().binary(bytes);
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
        GltfSceneWriter.write(GltfForm.of(read).scene(), "test").doc().binary(twice);
        assertThat(twice.toByteArray()).isEqualTo(bytes.toByteArray());
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(read).scene(), "test").doc().text(text);
        GltfDocument plain = GltfDocument.read("again.gltf", null, MemorySegment.ofArray(text.toByteArray()));
        assertThat(plain.binary()).isFalse();
        assertThat(GltfSceneReader.read(plain, name, null).paths()).isEqualTo(again.paths());
    }

    @Test
    void aPointerToWhatDoesNotMoveHereIsTold() throws Exception {
        GltfDocument d =
                edited("pointer", "/pbrMetallicRoughness/baseColorFactor", "/extensions/ACME_wear/amountFactor");
        Scene s = GltfSceneReader.read(d, "pointer", null);
        assertThat(s.notes())
                .anySatisfy(n -> assertThat(n).contains("ACME_wear/amountFactor, which cannot be animated here"));
        assertThat(s.clips()).hasSize(1);
    }

    @Test
    void camerasAndLightsAreWhatTheDocumentSays() throws Exception {
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

    /** V runs downwards in a document and upwards here; what lies on corners is that of their vertices. */
    @Test
    void coordinatesAreTurnedOver() throws Exception {
        GltfDocument d = document(FILES.resolve("morph.glb"));
        var a = d.root().list("meshes").getFirst().list("primitives").getFirst().child("attributes");
        float[] told =
                java.util.Objects.requireNonNull(d.accessor(a, "TEXCOORD_0")).floats();
        var uv = GltfSceneReader.read(d, "m", null).meshes().getFirst().uvSets().getFirst();
        for (int i = 0; i < told.length; i += 2) {
            assertThat(uv.uv()[i]).isEqualTo(told[i]);
            assertThat(uv.uv()[i + 1]).isEqualTo(1 - told[i + 1]);
        }
        assertThat(uv.indices()).hasSize(36).doesNotContain(-1);
    }

    @Test
    void materialsCamerasAndLightsComeBackAsTheyWent() throws Exception {
        for (String name : java.util.List.of("surfaces", "cameras-lights", "numbers")) {
            Scene s = GltfSceneReader.read(document(FILES.resolve(name + ".glb")), name, null);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            GltfSceneWriter.write(GltfForm.of(s).scene(), "test").doc().binary(out);
            Scene back = GltfSceneReader.read(
                    GltfDocument.read("b.glb", null, MemorySegment.ofArray(out.toByteArray())), name, null);
            for (int m = 0; m < s.meshes().size(); m++) {
                assertThat(uvs(back.meshes().get(m))).isEqualTo(uvs(s.meshes().get(m)));
            }
            assertThat(back.materials()).usingRecursiveComparison().isEqualTo(s.materials());
            assertThat(back.lights())
                    .usingRecursiveComparison()
                    .withComparatorForType(NEAR_ENOUGH, Double.class)
                    .isEqualTo(s.lights());
            assertThat(back.cameras())
                    .usingRecursiveComparison()
                    .withComparatorForType(NEAR_ENOUGH, Double.class)
                    .isEqualTo(s.cameras());
            assertThat(back.meshes().stream().map(m -> m.layers().size()))
                    .containsExactlyElementsOf(
                            s.meshes().stream().map(m -> m.layers().size()).toList());
        }
    }

    /** V of every corner in the first set. */
    private static java.util.List<Float> uvs(idleheron.core.scene.mesh.Mesh m) {
        java.util.List<Float> out = new java.util.ArrayList<>();
        m.uvSets().stream()
                .limit(1)
                .forEach(u -> java.util.Arrays.stream(u.indices()).forEach(i -> out.add(u.uv()[2 * i + 1])));
        return out;
    }

    /** What undoes the packing sits in the bind matrices; it is taken out, and the joints are bound at their own size. */
    @Test
    void packedPointsOfASkinnedMeshAreUnpacked() throws Exception {
        Scene s = GltfSceneReader.read(document(FILES.resolve("quantised-arm.glb")), "q", null);
        Scene plain = GltfSceneReader.read(document(FILES.resolve("arm.glb")), "a", null);
        var skin = java.util.Objects.requireNonNull(s.meshes().getFirst().skin());
        assertThat(idleheron.core.math.Matrices.scale(skin.toJoint()[0]).x())
                .isCloseTo(1, org.assertj.core.api.Assertions.within(1e-3));
        assertThat(java.util.Arrays.stream(s.meshes().getFirst().points()).max().orElseThrow())
                .isCloseTo(
                        java.util.Arrays.stream(plain.meshes().getFirst().points())
                                .max()
                                .orElseThrow(),
                        org.assertj.core.api.Assertions.within(1e-2));
    }

    @Test
    void weightsGoOutAsPartsOfOne() throws Exception {
        Scene s = GltfSceneReader.read(document(FILES.resolve("weights-u8.glb")), "w", null);
        var mesh = s.meshes().getFirst();
        var skin = java.util.Objects.requireNonNull(mesh.skin());
        float[] twice = skin.weights().clone();
        for (int i = 0; i < twice.length; i++) {
            twice[i] *= 2;
        }
        Scene heavy =
                s.withMeshes(java.util.List.of(mesh.withSkin(skin.withWeights(skin.starts(), skin.slots(), twice))));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(heavy).scene(), "test").doc().binary(out);
        Scene back = GltfSceneReader.read(
                GltfDocument.read("b.glb", null, MemorySegment.ofArray(out.toByteArray())), "w", null);
        var again = java.util.Objects.requireNonNull(back.meshes().getFirst().skin());
        for (int p = 0; p < again.points(); p++) {
            assertThat(again.sum(p)).isCloseTo(1, org.assertj.core.api.Assertions.within(1e-6));
        }
    }

    /** Every second triangle of a strip is turned round; those of a fan share the first point. */
    @Test
    void stripsAndFansAreFaces() throws Exception {
        java.nio.ByteBuffer b = java.nio.ByteBuffer.allocate(60).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 15; i++) {
            b.putFloat(i);
        }
        String text =
                "{\"asset\":{\"version\":\"2.0\"},\"buffers\":[{\"byteLength\":60,\"uri\":\"data:application/octet-stream;base64,"
                        + java.util.Base64.getEncoder().encodeToString(b.array())
                        + "\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":60}],\"accessors\":[{\"bufferView\":0,\"componentType\":5126,"
                        + "\"count\":5,\"type\":\"VEC3\"}],\"meshes\":[{\"primitives\":[{\"mode\":%d,\"attributes\":{\"POSITION\":0}}]}],"
                        + "\"nodes\":[{\"mesh\":0}]}";
        assertThat(corners(text.formatted(5))).containsExactly(0, 1, 2, 1, 3, 2, 2, 3, 4);
        assertThat(corners(text.formatted(6))).containsExactly(1, 2, 0, 2, 3, 0, 3, 4, 0);
        assertThat(corners(text.formatted(4))).containsExactly(0, 1, 2);
    }

    private static int[] corners(String text) throws Exception {
        GltfDocument d = GltfDocument.read(
                "a.gltf", null, MemorySegment.ofArray(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        return GltfSceneReader.read(d, "a", null).meshes().getFirst().corners();
    }

    private static final java.util.Comparator<Double> NEAR_ENOUGH =
            (a, b) -> Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a)) ? 0 : Double.compare(a, b);

    private static GltfDocument edited(String name, String from, String to) throws Exception {
        GltfDocument d = document(FILES.resolve(name + ".glb"));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] file = Files.readAllBytes(FILES.resolve(name + ".glb"));
        int length = java.nio.ByteBuffer.wrap(file)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .getInt(12);
        String text = new String(file, 20, length, java.nio.charset.StandardCharsets.UTF_8);
        assertThat(text).contains(from);
        byte[] t = text.replace(from, to).getBytes(java.nio.charset.StandardCharsets.UTF_8);
        int padded = t.length + 3 & ~3;
        java.nio.ByteBuffer head = java.nio.ByteBuffer.allocate(20).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        head.putInt(0x46546C67)
                .putInt(2)
                .putInt(20 + padded + file.length - 20 - length)
                .putInt(padded)
                .putInt(0x4E4F534A);
        out.write(head.array());
        out.write(t);
        out.write("   ".getBytes(java.nio.charset.StandardCharsets.US_ASCII), 0, padded - t.length);
        out.write(file, 20 + length, file.length - 20 - length);
        return GltfDocument.read(d.file(), null, MemorySegment.ofArray(out.toByteArray()));
    }

    /** A sampler of turns that is told for places as well fits neither. */
    @Test
    void aSamplerForTwoWidthsIsRefused() throws Exception {
        GltfDocument d = edited("skins", "\"animations\":[{", "\"animations\":[{\"x\":0,");
        String channels =
                d.root().list("animations").getFirst().node().path("channels").toString();
        String first = d.root()
                .list("animations")
                .getFirst()
                .node()
                .path("channels")
                .get(0)
                .toString();
        String other = first.contains("\"rotation\"")
                ? first.replace("\"rotation\"", "\"scale\"")
                : first.replace("\"translation\"", "\"rotation\"");
        GltfDocument both = edited("skins", channels, channels.substring(0, channels.length() - 1) + "," + other + "]");
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> GltfSceneReader.read(both, "s", null))
                .isInstanceOf(idleheron.formats.bytes.FormatException.class)
                .hasMessageContaining("numbers a key");
    }

    /** Two nodes that show one mesh and move its weights each have their own. */
    @Test
    void weightsMoveNodeByNode() throws Exception {
        GltfDocument d = edited("morph", "\"weights\":[0,1,0.5],", "");
        Scene s = GltfSceneReader.read(d, "m", null);
        assertThat(s.meshes()).hasSize(2);
        assertThat(s.clips())
                .allSatisfy(c -> assertThat(c.shapes().stream().map(t -> t.mesh() + "/" + t.shape()))
                        .doesNotHaveDuplicates());
    }

    @Test
    void whatIsCarriedUnreadIsTold() throws Exception {
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
