package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.spi.SceneFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is put into a document comes back from it, whose surfaces are in one material each. */
class GltfRoundTripTest {
    private static Scene back(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        GltfSceneWriter.write(GltfForm.of(s).scene(), "test").doc().binary(out);
        return GltfSceneReader.read(
                GltfDocument.read("d.glb", null, MemorySegment.ofArray(out.toByteArray())), "s", null);
    }

    /** Up along Y in metres, as a document is. */
    private static Scene asADocument(Scene s) {
        return s.withStage(new Stage(AxisSystem.COMMON, 1, FrameRate.of(30), 0, 2, "test"));
    }

    private static Scene bare(Node... nodes) {
        return Sail.bare(Sail.stage()).withNodes(List.of(nodes));
    }

    /** What a place of the sail is, found by where it lies. */
    private static Map<Vec3, Integer> places(Mesh m) {
        Map<Vec3, Integer> out = new HashMap<>();
        for (int p = 0; p < m.pointCount(); p++) {
            out.put(new Vec3(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2]), p);
        }
        return out;
    }

    private static Vec3 place(Mesh m, int p) {
        return new Vec3(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2]);
    }

    private static List<Mesh> meshes(Scene s) {
        return s.nodes().stream()
                .filter(n -> n.kind() == NodeKind.MESH)
                .map(n -> s.meshes().get(n.payload()))
                .toList();
    }

    @Test
    void pointsNormalsCoordinatesAndColoursOfEveryCorner() throws IOException {
        double[] rgba = {1, 0, 0, 0.5, 0, 0.5, 0, 1};
        int[] dye = {0, 1, 0, 1, 1, 0, 1};
        Mesh was = Sail.dressed()
                .withLayers(List.of(
                        new MeshLayer(MeshLayer.Kind.COLOR, "dye", MeshLayer.Domain.CORNER, 4, rgba, dye, null)));
        Scene s = back(asADocument(Sail.shown(was)));
        float[] normals = Objects.requireNonNull(was.normals());
        int corners = 0;
        for (Mesh m : meshes(s)) {
            for (int c = 0; c < m.corners().length; c++) {
                Vec3 at = place(m, m.corners()[c]);
                float[] n = Objects.requireNonNull(m.normals());
                MeshLayer l = m.layers().getFirst();
                int e = l.domain() == MeshLayer.Domain.POINT ? m.corners()[c] : c;
                e = l.indices() == null ? e : Objects.requireNonNull(l.indices())[e];
                int u = m.uvSets().getFirst().indices()[c];
                boolean found = false;
                for (int k = 0; k < 7 && !found; k++) {
                    int t = was.uvSets().getFirst().indices()[k];
                    found = at.distance(place(was, was.corners()[k])) < 1e-6
                            && new Vec3(n[3 * c], n[3 * c + 1], n[3 * c + 2])
                                            .distance(new Vec3(normals[3 * k], normals[3 * k + 1], normals[3 * k + 2]))
                                    < 1e-6
                            && Math.abs(m.uvSets().getFirst().uv()[2 * u]
                                            - was.uvSets().getFirst().uv()[2 * t])
                                    < 1e-6
                            && Math.abs(m.uvSets().getFirst().uv()[2 * u + 1]
                                            - was.uvSets().getFirst().uv()[2 * t + 1])
                                    < 1e-6;
                    for (int k4 = 0; k4 < l.width() && found; k4++) {
                        found = Math.abs(l.values()[l.width() * e + k4] - rgba[4 * dye[k] + k4]) < 1e-3;
                    }
                }
                assertThat(found).as(m.name() + " corner " + c).isTrue();
                corners++;
            }
        }
        assertThat(corners).as("a quad in two triangles and a triangle").isEqualTo(9);
    }

    @Test
    void facesStayInTheirMaterialsWithTheirPictures() throws IOException {
        Scene s = back(Sail.shown(Sail.dressed().withFaceMaterials(new int[] {0, 1})));
        Map<String, Integer> faces = new HashMap<>();
        for (Node n : s.nodes()) {
            if (n.kind() == NodeKind.MESH) {
                Mesh m = s.meshes().get(n.payload());
                for (int f = 0; f < m.faceCount(); f++) {
                    int slot = m.faceMaterials() == null ? 0 : Objects.requireNonNull(m.faceMaterials())[f];
                    faces.merge(s.materials().get(n.materials()[slot]).name(), 1, Integer::sum);
                }
            }
        }
        assertThat(faces).isEqualTo(Map.of("cloth", 2, "tar", 1));
        Material tar = s.materials().stream()
                .filter(m -> m.name().equals("tar"))
                .findFirst()
                .orElseThrow();
        assertThat(tar.opacity()).isCloseTo(0.5, within(1e-6));
        Placement p = tar.uses().getFirst().placement();
        Placement was = Placement.of(2, 3, 30, 0.25, 0.5);
        assertThat(new double[] {p.uu(), p.uv(), p.u0(), p.vu(), p.vv(), p.v0()})
                .containsExactly(
                        new double[] {was.uu(), was.uv(), was.u0(), was.vu(), was.vv(), was.v0()}, within(1e-5));
        assertThat(s.textures().get(tar.texture()).relative()).endsWith("maps/canvas.png");
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "1, 0"})
    void facesAreGatheredByMaterialInWhateverOrderTheyCome(int quad, int triangle) {
        Mesh m = Sail.dressed().withFaceMaterials(new int[] {quad, triangle});
        SceneFormat.Form form = GltfForm.of(asADocument(Sail.shown(m)));
        Mesh t = form.scene().meshes().getFirst();
        assertThat(t.faceMaterials()).isSorted();
        assertThat(t.faceCount()).isEqualTo(3);
        assertThat(java.util.Arrays.stream(t.corners()).distinct().count())
                .as("every point has a face")
                .isEqualTo(5);
        for (int f = 0; f < 3; f++) {
            boolean ofTriangle = false;
            for (int c = t.faceStarts()[f]; c < t.faceStarts()[f + 1]; c++) {
                ofTriangle |= t.corners()[c] == 4; // a point of the triangle alone
            }
            assertThat(Objects.requireNonNull(t.faceMaterials())[f]).isEqualTo(ofTriangle ? triangle : quad);
        }
        assertThat(form.told()).hasSize(1);
        assertThat(form.told().getFirst()).contains("2 faces");
        Mesh cut = t.withShapes(List.of(Sail.billow(0)));
        assertThat(GltfForm.of(asADocument(Sail.shown(cut))).told())
                .hasSize(1)
                .first()
                .asString()
                .startsWith("1 ");
        assertThat(GltfForm.of(asADocument(Sail.shown(t))).told()).isEmpty();
    }

    @Test
    void aPointThatNoFaceUsesComesBackAsWell() throws IOException {
        Mesh m = Mesh.bare(
                "sail", new double[] {0, 0, 0, 1, 0, 0, 5, 6, 7, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 3});
        Mesh b = meshes(back(asADocument(Sail.shown(m)))).getFirst();
        assertThat(b.pointCount()).isEqualTo(4);
        assertThat(places(b)).containsKey(new Vec3(5, 6, 7));
        assertThat(b.faceCount()).isEqualTo(1);
    }

    @Test
    void weightsAndShapesOfEveryPoint() throws IOException {
        Scene sent = asADocument(Sail.rigged());
        Scene s = back(sent);
        Skin a = Objects.requireNonNull(sent.meshes().getFirst().skin());
        BlendShape.Target whole =
                sent.meshes().getFirst().shapes().getFirst().targets().getLast();
        Map<Vec3, Integer> by = places(sent.meshes().getFirst());
        for (Mesh m : meshes(s)) {
            Skin b = Objects.requireNonNull(m.skin());
            BlendShape.Target t = m.shapes().getFirst().targets().getLast();
            for (int p = 0; p < m.pointCount(); p++) {
                int q = Objects.requireNonNull(by.get(place(m, p)));
                double[] there = new double[2];
                double[] here = new double[2];
                for (int k = a.starts()[q]; k < a.starts()[q + 1]; k++) {
                    there[a.joints()[a.slots()[k]]] += a.weights()[k];
                }
                for (int k = b.starts()[p]; k < b.starts()[p + 1]; k++) {
                    here[s.nodes().get(b.joints()[b.slots()[k]]).name().equals("mast") ? 0 : 1] += b.weights()[k];
                }
                assertThat(here).as("point " + q).containsExactly(there, within(1e-6));
                double[] move = new double[3];
                for (int i = 0; i < t.points().length; i++) {
                    for (int k = 0; k < 3 && t.points()[i] == p; k++) {
                        move[k] = t.deltas()[3 * i + k];
                    }
                }
                double[] moved = new double[3];
                for (int i = 0; i < whole.points().length; i++) {
                    for (int k = 0; k < 3 && whole.points()[i] == q; k++) {
                        moved[k] = whole.deltas()[3 * i + k];
                    }
                }
                assertThat(move).as("point " + q).containsExactly(moved, within(1e-6));
            }
        }
    }

    @Test
    void jointsAndShapesMoveAsTheyDidOverTwoClips() throws IOException {
        Curve grow = Curve.linear(new double[] {0, 2}, new double[] {1, 3});
        Clip wave = Sail.wave();
        Clip swell =
                new Clip("swell", 0, 2, FrameRate.of(30), List.of(Sail.track(1, Channel.SCALE_Y, grow)), List.of());
        Scene sent = Sail.rigged().withClips(List.of(wave, swell));
        Scene s = back(sent);
        assertThat(s.clips()).extracting(Clip::name).containsExactlyInAnyOrder("wave", "swell");
        for (Clip was : sent.clips()) {
            Clip c = Sail.clip(s, was.name());
            assertThat(c.length()).isCloseTo(2, within(1e-6));
            Pose a = new Pose(sent);
            Pose b = new Pose(s);
            for (int f = 0; f <= 60; f += 6) {
                a.at(was, f / 30.0);
                b.at(c, c.startSeconds() + f / 30.0);
                // lengths are in metres there
                Matrix4d there = new Matrix4d(a.world(0)).invert().mul(a.world(1));
                Matrix4d here = new Matrix4d(b.world(s.find("mast"))).invert().mul(b.world(s.find("boom")));
                double scale = s.stage().metersPerUnit() / sent.stage().metersPerUnit();
                here.setTranslation(here.m30() * scale, here.m31() * scale, here.m32() * scale);
                assertThat(here.equals(there, 1e-4))
                        .as(was.name() + " frame " + f + here + there)
                        .isTrue();
                if (was == wave) {
                    int mesh = s.nodes().stream()
                            .filter(n -> n.kind() == NodeKind.MESH)
                            .findFirst()
                            .orElseThrow()
                            .payload();
                    assertThat(b.shapeWeight(mesh, 0)).isCloseTo(f / 60.0, within(1e-5));
                }
            }
        }
    }

    @Test
    void camerasOfBothKinds() throws IOException {
        Camera deep = new Camera("eye", 35, 36, 24, 0.5, 900);
        Camera flat = new Camera("plan", 35, 36, 24, 1, 50, true, 7);
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            nodes.add(Node.of(i == 0 ? "eye" : "plan", -1, NodeKind.CAMERA, Transform.IDENTITY)
                    .withPayload(NodeKind.CAMERA, i));
        }
        Scene s = back(bare(nodes.toArray(Node[]::new)).withCameras(List.of(deep, flat)));
        Camera b = s.cameras().get(s.nodes().get(s.find("eye")).payload());
        assertThat(b.orthographic()).isFalse();
        assertThat(b.apertureHeight() / b.focalLength()).isCloseTo(24 / 35.0, within(1e-6));
        assertThat(b.apertureWidth() / b.apertureHeight()).isCloseTo(1.5, within(1e-6));
        double unit = 0.01 / s.stage().metersPerUnit();
        assertThat(b.near()).isCloseTo(0.5 * unit, within(1e-6));
        assertThat(b.far()).isCloseTo(900 * unit, within(1e-4));
        assertThat(s.cameras().get(s.nodes().get(s.find("plan")).payload()).orthographic())
                .isTrue();
    }

    @ParameterizedTest
    @CsvSource({"point, 0, 45", "directional, 0, 45", "spot, 20, 60"})
    void lampsOfEveryKind(String kind, double inner, double outer) throws IOException {
        Light l = new Light("lamp", kind, new Vec3(1, 0.5, 0.25), 3, inner, outer, kind.equals("directional") ? 0 : 2);
        Scene s = back(
                bare(Node.of("lamp", -1, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0))
                        .withLights(List.of(l)));
        Light b = s.lights().get(s.nodes().get(s.find("lamp")).payload());
        assertThat(b.kind()).isEqualTo(kind);
        assertThat(b.color().distance(l.color())).isLessThan(1e-6);
        assertThat(b.intensity()).isCloseTo(3, within(1e-6));
        assertThat(b.innerAngle()).isCloseTo(inner, within(1e-4));
        assertThat(b.outerAngle()).isCloseTo(outer, within(1e-4));
    }
}
