package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** What is written packed: 16 bits for directions, coordinates, colours and weights, and places as they were. */
class GltfPackedTest {
    private static final Path FILES = Path.of("src/test/resources/gltf");
    private static final double STEP = 1.0 / 65535;

    private static GltfDocument document(byte[] bytes) throws Exception {
        return GltfDocument.read("p.glb", null, MemorySegment.ofArray(bytes));
    }

    private static Scene scene(String name) throws Exception {
        return GltfSceneReader.read(document(Files.readAllBytes(FILES.resolve(name + ".glb"))), "s", null);
    }

    private static byte[] written(Scene s, String variant) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new GltfFormat().write(s, variant, out, Progress.NONE);
        return out.toByteArray();
    }

    private static Accessor attribute(GltfDocument d, String name) throws Exception {
        GltfObject p = d.root().list("meshes").getFirst().list("primitives").getFirst();
        return Objects.requireNonNull(d.accessor(p.child("attributes"), name));
    }

    private static Scene withUv(Scene s, float most) {
        Mesh m = s.meshes().getFirst();
        int[] indices = new int[m.corners().length];
        for (int c = 0; c < indices.length; c++) {
            indices[c] = c % 2;
        }
        return s.withMeshes(List.of(m.withUvSets(List.of(new UvSet("uv", new float[] {0, 1, most, 0.25f}, indices)))));
    }

    @Test
    void weightsSumToOneInWholeStepsAndStayWhereTheyWere() throws Exception {
        Scene was = scene("eight");
        GltfDocument d = document(written(was, GltfFormat.PACKED));
        float[] first = attribute(d, "WEIGHTS_0").floats();
        float[] second = attribute(d, "WEIGHTS_1").floats();
        assertThat(attribute(d, "WEIGHTS_0").component()).isEqualTo(Accessor.UNSIGNED_SHORT);
        for (int v = 0; v < first.length; v += 4) {
            long sum = 0;
            for (int k = 0; k < 4; k++) {
                sum += Math.round(first[v + k] / STEP) + Math.round(second[v + k] / STEP);
            }
            assertThat(sum).isEqualTo(65535);
        }
        Skin a = Objects.requireNonNull(was.meshes().getFirst().skin());
        Skin b = Objects.requireNonNull(
                GltfSceneReader.read(d, "s", null).meshes().getFirst().skin());
        assertThat(b.weights()).hasSameSizeAs(a.weights());
        assertThat(b.slots()).isEqualTo(a.slots());
        for (int i = 0; i < a.weights().length; i++) {
            assertThat(b.weights()[i]).isCloseTo(a.weights()[i], within((float) (4 * STEP)));
        }
    }

    @Test
    void anInfluenceThatRoundsToNothingNamesNoJoint() throws Exception {
        Scene arm = GltfForm.of(scene("arm")).scene();
        Mesh m = arm.meshes().getFirst();
        Skin skin = Objects.requireNonNull(m.skin());
        int n = m.pointCount();
        int[] starts = new int[n + 1];
        int[] slots = new int[2 * n];
        float[] weights = new float[2 * n];
        for (int p = 0; p < n; p++) {
            starts[p + 1] = 2 * p + 2;
            slots[2 * p] = 0;
            slots[2 * p + 1] = 1;
            weights[2 * p] = 1 - 1e-6f;
            weights[2 * p + 1] = 1e-6f;
        }
        Scene faint = arm.withMeshes(List.of(m.withSkin(skin.withWeights(starts, slots, weights))));
        GltfDocument d = document(written(faint, GltfFormat.PACKED));
        assertThat(attribute(d, "JOINTS_0").ints()).containsOnly(0);
        float[] w = attribute(d, "WEIGHTS_0").floats();
        for (int v = 0; v < w.length; v += 4) {
            assertThat(w[v]).isEqualTo(1);
        }
    }

    @Test
    void placesAreKeptToTheLastBitAndDirectionsToAThousandthOfADegree() throws Exception {
        Scene was = GltfForm.of(scene("arm")).scene();
        byte[] packed = written(was, GltfFormat.PACKED);
        Mesh a = was.meshes().getFirst();
        Mesh b = GltfSceneReader.read(document(packed), "s", null).meshes().getFirst();
        assertThat(b.points()).isEqualTo(a.points());
        assertThat(b.corners()).isEqualTo(a.corners());
        float[] n = Objects.requireNonNull(a.normals());
        float[] m = Objects.requireNonNull(b.normals());
        for (int i = 0; i < n.length; i++) {
            assertThat(m[i]).isCloseTo(n[i], within(2e-5f));
        }
        assertThat(packed).hasSizeLessThan(written(was, GltfFormat.BINARY).length);
    }

    @Test
    void directionsBeginAtMultiplesOfFourBytesAndAskForTheExtension() throws Exception {
        GltfDocument d = document(written(scene("arm"), GltfFormat.PACKED));
        assertThat(attribute(d, "NORMAL").component()).isEqualTo(Accessor.SHORT);
        assertThat(d.root().texts("extensionsRequired")).containsExactly(GltfAttributes.PACKED);
        assertThat(d.root().texts("extensionsUsed")).contains(GltfAttributes.PACKED);
        assertThat(d.root().list("bufferViews").stream()
                        .map(v -> v.node().path("byteStride").asInt()))
                .contains(8);
        GltfDocument plain = document(written(scene("arm"), GltfFormat.BINARY));
        assertThat(plain.root().texts("extensionsRequired")).isEmpty();
    }

    @Test
    void coordinatesBeyondOneAreNotPacked() throws Exception {
        Scene arm = GltfForm.of(scene("arm")).scene();
        Accessor inside = attribute(document(written(withUv(arm, 1), GltfFormat.PACKED)), "TEXCOORD_0");
        assertThat(inside.component()).isEqualTo(Accessor.UNSIGNED_SHORT);
        assertThat(inside.floats()).contains(new float[] {0, 0.75f, 1}, within(1e-5f));
        Accessor beyond = attribute(document(written(withUv(arm, 1.5f), GltfFormat.PACKED)), "TEXCOORD_0");
        assertThat(beyond.component()).isEqualTo(Accessor.FLOAT);
        assertThat(beyond.floats()).contains(1.5f);
    }
}
