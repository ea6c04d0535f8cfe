package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Layers in text, damaged here and there. */
class RescuedLayerTest {
    private static final String TEXT = """
            #usda 1.0
            (
                metersPerUnit = 0.01
                upAxis = "Y"
            )

            def Xform "quay"
            {
                double3 xformOp:translate = (1, 2, 3)
                uniform token[] xformOpOrder = ["xformOp:translate"]

                def Mesh "bollard"
                {
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    normal3f[] normals = [(0, 0, 1), (0, 0, 1), (0, 0, 1)]
                    custom string note = "salt on it, for as long as anybody can remember, and longer"
                }

                def Mesh "rope"
                {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 5), (1, 0, 5), (0, 1, 5)]
                }
            }

            def Xform "boat"
            {
                double xformOp:rotateY = 30
                uniform token[] xformOpOrder = ["xformOp:rotateY"]

                def Mesh "hull"
                {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 9), (1, 0, 9), (0, 1, 9)]
                }
            }
            """;

    @TempDir
    Path folder;

    private final Salvage salvage = new Salvage();

    private Layer rescued(byte[] bytes) throws FormatException {
        return Layers.rescue("quay.usda", MemorySegment.ofArray(bytes), new ArrayList<>(), salvage);
    }

    private static byte[] bytes() {
        return TEXT.getBytes(StandardCharsets.ISO_8859_1);
    }

    private static byte[] noise(int from, int length) {
        byte[] out = bytes();
        for (int i = 0; i < length; i++) {
            out[from + i] = (byte) (i % 3 == 0 ? 0xFE : 31 + 97 * i);
        }
        return out;
    }

    private static Spec prim(Layer l, String path) {
        return Objects.requireNonNull(l.prim(path), path);
    }

    private boolean lost(What what, String name) {
        return salvage.lost().stream().anyMatch(x -> x.covers(what, name));
    }

    private static double depth(Layer l, String path) {
        return ((Numbers) Objects.requireNonNull(
                        Objects.requireNonNull(prim(l, path).properties().get("points"))
                                .get(Field.DEFAULT)))
                .doubles()[2];
    }

    @Test
    void aSoundLayerLosesNothing() throws FormatException {
        Layer l = rescued(bytes());
        assertThat(salvage.lost()).isEmpty();
        assertThat(depth(l, "/boat/hull")).isEqualTo(9);
    }

    @Test
    void noiseInAValueCostsThatValueAndMarksItsPrim() throws FormatException {
        Layer l = rescued(noise(TEXT.indexOf("normals = [(0") + 12, 30));
        assertThat(prim(l, "/quay/bollard").properties()).containsKeys("points", "faceVertexIndices");
        assertThat(prim(l, "/quay/bollard").properties()).doesNotContainKey("normals");
        assertThat(lost(What.NODE, "bollard")).isTrue();
        assertThat(lost(What.LAYERS, "bollard")).isTrue();
        assertThat(lost(What.MESH, "bollard")).as("its surface stands").isFalse();
        assertThat(depth(l, "/quay/rope")).isEqualTo(5);
        assertThat(depth(l, "/boat/hull")).isEqualTo(9);
        assertThat(lost(What.MESH, "hull")).isFalse();
        assertThat(lost(What.SKIN, "hull"))
                .as("what binds it may have been there")
                .isTrue();
    }

    @Test
    void noiseOverTheEndOfAPrimAndTheHeadOfTheNextDoesNotMixThem() throws FormatException {
        int from = TEXT.indexOf("longer\"");
        Layer l = rescued(noise(from, TEXT.indexOf("def Mesh \"rope\"") + 18 - from));
        assertThat(prim(l, "/quay/bollard").properties().keySet()).contains("points");
        assertThat(lost(What.MESH, "bollard") || lost(What.LAYERS, "bollard")).isTrue();
        assertThat(l.prim("/quay/rope")).isNull();
        assertThat(depth(l, "/boat/hull")).isEqualTo(9);
        assertThat(lost(What.NODE, "boat")).isFalse();
    }

    @Test
    void aLayerThatIsCutKeepsWhatWasBeforeAndMarksAllThatWasOpen() throws FormatException {
        String start = TEXT.substring(0, TEXT.indexOf("(1, 0, 9)") + 3);
        Layer l = rescued(start.getBytes(StandardCharsets.ISO_8859_1));
        assertThat(depth(l, "/quay/rope")).isEqualTo(5);
        assertThat(prim(l, "/boat/hull").properties()).doesNotContainKey("points");
        assertThat(lost(What.MESH, "hull")).isTrue();
        assertThat(lost(What.NODE, "boat")).isTrue();
        assertThat(lost(What.NODE, "quay")).isFalse();
        assertThat(lost(What.MESH, "bollard")).isFalse();
    }

    @Test
    void whatTheLayerDeclaresIsUnsureWhereItsHeadIsDamaged() throws FormatException {
        Layer l = rescued(noise(TEXT.indexOf("metersPerUnit"), 12));
        assertThat(lost(What.STAGE, "")).isTrue();
        assertThat(depth(l, "/boat/hull")).isEqualTo(9);
    }

    private Path sample() throws IOException {
        UsdSamples.into(folder);
        return folder.resolve("rig_ts-ref22.usdz");
    }

    @Test
    void aPackageIsFoundByTheHeadsOfItsFiles() throws IOException {
        Path whole = sample();
        byte[] b = Files.readAllBytes(whole);
        b[b.length - 10] ^= 0x55;
        b[b.length - 40] ^= 0x55;
        java.util.Arrays.fill(b, b.length - 60, b.length, (byte) 7);
        Path broken = Files.write(folder.resolve("broken.usdz"), b);
        Scene s = SceneFiles.rescue(broken, Progress.NONE).scene();
        assertThat(s.isRescued()).isTrue();
        assertThat(s.meshes()).isNotEmpty();
        assertThat(s.stands(What.MESH, s.meshes().getFirst().name()))
                .as("the layer's own sum is right")
                .isTrue();
    }

    @Test
    void aPackageWithAnotherSumIsInDoubtAsAWholeThoughItReads() throws IOException {
        Path whole = sample();
        Scene sound = SceneFiles.rescue(whole, Progress.NONE).scene();
        assertThat(sound.isRescued()).isFalse();
        byte[] b = Files.readAllBytes(whole);
        b[64 + 80] ^= 1; // in the unused end of the layer's head
        Path broken = Files.write(folder.resolve("other.usdz"), b);
        assertThat(SceneFiles.read(broken, Progress.NONE).scene().isRescued()).isFalse();
        Scene s = SceneFiles.rescue(broken, Progress.NONE).scene();
        assertThat(s.lost()).anyMatch(x -> x.why().contains("sum"));
        for (What w : List.of(What.NODE, What.MESH, What.CLIP, What.SKIN)) {
            assertThat(s.stands(w, "any")).as(w.word()).isFalse();
        }
    }
}
