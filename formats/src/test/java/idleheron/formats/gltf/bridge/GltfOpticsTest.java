package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Cameras, lamps and places of nodes in a document. */
class GltfOpticsTest {
    private static GltfDocument written(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        GltfSceneWriter.write(s, "test").doc().binary(out);
        return GltfDocument.read("d.glb", null, MemorySegment.ofArray(out.toByteArray()));
    }

    @Test
    void oneCameraAndOneLampShownTwiceAreWrittenOnce() throws IOException {
        Camera c = new Camera("eye", 35, 36, 24, 0.1, 2e6);
        Light l = new Light("", "spot", new Vec3(1, 0.5, 0.25), 3, 200, 120, 2);
        List<Node> nodes = List.of(
                Node.of("a", -1, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0),
                Node.of("b", -1, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0),
                Node.of("c", -1, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0),
                Node.of("d", -1, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0));
        GltfDocument d = written(Scene.bare("t", Stage.COMMON)
                .withNodes(nodes)
                .withCameras(List.of(c))
                .withLights(List.of(l)));
        assertThat(d.root().list("cameras")).hasSize(1);
        assertThat(d.root().extension(GltfOptics.LIGHTS).list("lights")).hasSize(1);
        assertThat(d.root().texts("extensionsUsed")).containsExactly(GltfOptics.LIGHTS);
        assertThat(d.root().list("cameras").getFirst().child("perspective").has("zfar"))
                .as("endless")
                .isFalse();
        Scene s = GltfSceneReader.read(d, "s", null);
        assertThat(s.lights().getFirst().innerAngle())
                .as("never wider than the outer")
                .isLessThan(120)
                .isGreaterThan(119.9);
        assertThat(s.lights().getFirst().outerAngle()).isCloseTo(120, within(1e-9));
        assertThat(s.nodes().get(s.find("d")).payload()).isZero();
        assertThat(s.nodes().get(s.find("b")).payload()).isZero();
    }

    @ParameterizedTest
    @CsvSource({"point, 0, 45, 2", "directional, 0, 45, 0", "spot, 0, 90, 2"})
    void aLampOfWhichLittleIsTold(String kind, double inner, double outer, int decay) throws IOException {
        Light l = GltfOptics.light(TinyDocument.object("/l", "{\"type\":\"" + kind + "\"}"), "lamp");
        assertThat(l.name()).isEqualTo("lamp");
        assertThat(l.innerAngle()).isEqualTo(inner);
        assertThat(l.outerAngle()).isCloseTo(outer, within(1e-9));
        assertThat(l.decay()).isEqualTo(decay);
        assertThat(l.color()).isEqualTo(Vec3.ONE);
        assertThat(GltfOptics.light(TinyDocument.object("/l", "{\"name\":\"moon\"}"), "lamp")
                        .name())
                .isEqualTo("moon");
    }

    @Test
    void aCameraOfWhichLittleIsTold() throws IOException {
        Camera c = GltfOptics.camera(TinyDocument.object("/c", "{\"type\":\"perspective\"}"), "eye");
        assertThat(c.name()).isEqualTo("eye");
        assertThat(2 * Math.atan(c.apertureHeight() / 2 / c.focalLength())).isCloseTo(Math.PI / 4, within(1e-12));
        assertThat(c.apertureWidth()).isEqualTo(36);
        assertThat(c.near()).isEqualTo(0.1);
        assertThat(c.far()).isEqualTo(1e6);
        Camera flat =
                GltfOptics.camera(TinyDocument.object("/c", "{\"type\":\"orthographic\",\"name\":\"plan\"}"), "eye");
        assertThat(flat.name()).isEqualTo("plan");
        assertThat(flat.apertureWidth()).isEqualTo(2000);
        assertThat(flat.near()).isZero();
    }

    /** A node that stands still says nothing of where; one that is turned by nothing but half a turn says so. */
    @Test
    void aNodeSaysWhatItHas() throws IOException {
        Transform half = Transform.of(Vec3.ZERO, new Vec3(0, 180, 0), new Vec3(1, 1, 1 + 1e-9));
        GltfDocument d = written(Scene.bare("t", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("a", -1, NodeKind.GROUP, Transform.IDENTITY),
                        Node.of("b", -1, NodeKind.GROUP, half),
                        Node.of(
                                "c",
                                -1,
                                NodeKind.GROUP,
                                Transform.of(new Vec3(0, 0, 1), Vec3.ZERO, new Vec3(1, 2, 1))))));
        List<GltfObject> n = d.root().list("nodes");
        assertThat(n.get(0).has("translation")
                        || n.get(0).has("rotation")
                        || n.get(0).has("scale"))
                .isFalse();
        assertThat(n.get(1).has("rotation")).isTrue();
        assertThat(n.get(1).has("scale")).isTrue();
        assertThat(n.get(1).has("translation")).isFalse();
        assertThat(n.get(2).has("translation") && n.get(2).has("scale")).isTrue();
        assertThat(n.get(2).has("rotation")).isFalse();
    }
}
