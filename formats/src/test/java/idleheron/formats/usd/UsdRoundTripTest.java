package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Inherit;
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
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is written to a layer comes back from it, field by field, as text and as a crate. */
class UsdRoundTripTest {
    @TempDir
    Path folder = Path.of("");

    private Scene back(Scene s, String variant) throws IOException {
        Path file = folder.resolve("there.usd");
        SceneFiles.write(s, file, new UsdFormat(), variant, true, Progress.NONE);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private static Mesh at(Scene s, String name) {
        return s.meshes().get(s.nodes().get(s.find(name)).payload());
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void theStageItsUnitAxesRateAndRange(String variant) throws IOException {
        for (AxisSystem axes : List.of(AxisSystem.Z_UP, AxisSystem.COMMON)) {
            Stage s = new Stage(axes, 0.0254, FrameRate.of(60), 0.5, 3.25, "test");
            Scene still = Sail.bare(s).withNodes(List.of(Node.of("hull", -1, NodeKind.GROUP, Transform.IDENTITY)));
            Stage b = back(still, variant).stage();
            assertThat(b.axes()).isEqualTo(axes);
            assertThat(b.metersPerUnit()).isEqualTo(0.0254);
            assertThat(b.rate().perSecond()).isEqualTo(60);
            assertThat(b.startSeconds()).isCloseTo(0.5, within(1e-9));
            assertThat(b.endSeconds()).isCloseTo(3.25, within(1e-9));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void facesNormalsAndCoordinates(String variant) throws IOException {
        Mesh m = Sail.dressed();
        Mesh b = at(back(Sail.shown(m), variant), "sail");
        assertThat(b.points()).containsExactly(m.points(), within(1e-6));
        assertThat(b.faceStarts()).isEqualTo(m.faceStarts());
        assertThat(b.corners()).isEqualTo(m.corners());
        assertThat(b.normals()).isEqualTo(m.normals());
        UvSet uv = b.uvSets().getFirst();
        assertThat(uv.name()).isEqualTo("st");
        for (int c = 0; c < 7; c++) {
            int e = m.uvSets().getFirst().indices()[c];
            assertThat(uv.uv()[2 * uv.indices()[c]])
                    .isEqualTo(m.uvSets().getFirst().uv()[2 * e]);
            assertThat(uv.uv()[2 * uv.indices()[c] + 1])
                    .isEqualTo(m.uvSets().getFirst().uv()[2 * e + 1]);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void materialsOnFacesWithTheirPictures(String variant) throws IOException {
        Scene s = back(Sail.shown(Sail.dressed().withFaceMaterials(new int[] {0, 1})), variant);
        Node sail = s.nodes().get(s.find("sail"));
        int[] slots = Objects.requireNonNull(at(s, "sail").faceMaterials());
        assertThat(s.materials().get(sail.materials()[slots[0]]).name()).isEqualTo("cloth");
        Material tar = s.materials().get(sail.materials()[slots[1]]);
        assertThat(tar.name()).isEqualTo("tar");
        assertThat(tar.opacity()).isCloseTo(0.5, within(1e-6));
        assertThat(tar.texture()).isNotNegative();
        assertThat(s.textures().get(tar.texture()).relative()).endsWith("maps/canvas.png");
        Placement p = tar.uses().getFirst().placement();
        Placement was = Placement.of(2, 3, 30, 0.25, 0.5);
        assertThat(new double[] {p.uu(), p.uv(), p.u0(), p.vu(), p.vv(), p.v0()})
                .containsExactly(
                        new double[] {was.uu(), was.uv(), was.u0(), was.vu(), was.vv(), was.v0()}, within(1e-5));
        Material cloth = s.materials().get(sail.materials()[slots[0]]);
        assertThat(cloth.diffuse().distance(new Vec3(1, 0.5, 0))).isLessThan(1e-6);
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void weightsJointsAndShapes(String variant) throws IOException {
        Scene sent = Sail.rigged();
        Scene s = back(sent, variant);
        Mesh m = at(s, "sail");
        Skin skin = Objects.requireNonNull(m.skin());
        int mast = s.find("mast");
        int boom = s.find("boom");
        assertThat(s.nodes().get(boom).parent()).isEqualTo(mast);
        float[][] wanted = {{1, 0}, {0.25f, 0.75f}, {0, 1}, {1, 0}, {0, 1}};
        for (int p = 0; p < 5; p++) {
            float[] w = new float[2];
            for (int k = skin.starts()[p]; k < skin.starts()[p + 1]; k++) {
                w[skin.joints()[skin.slots()[k]] == mast ? 0 : 1] += skin.weights()[k];
            }
            assertThat(w).as("point " + p).isEqualTo(wanted[p]);
        }
        Pose a = new Pose(sent);
        Pose b = new Pose(s);
        assertThat(new Matrix4d(b.world(boom)).equals(new Matrix4d(a.world(1)), 1e-6))
                .isTrue();
        BlendShape shape = m.shapes().getFirst();
        assertThat(shape.name()).isEqualTo("billow");
        assertThat(shape.targets()).extracting(BlendShape.Target::fullWeight).containsExactly(0.5, 1.0);
        assertThat(shape.targets().get(0).points())
                .as("what lies between moves the points that the whole moves, too")
                .containsExactly(1, 2, 3);
        assertThat(shape.targets().get(0).deltas()).containsExactly(0, 0, 0, 0, 0, 1, 0, 0, 0);
        assertThat(shape.targets().get(1).deltas()).containsExactly(1, 2, 3, 0, 0, 0, 4, 5, 6);
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void jointsAndShapesMoveAsTheyDid(String variant) throws IOException {
        Clip clip = Sail.wave();
        Scene sent = Sail.rigged().withClips(List.of(clip));
        Scene s = back(sent, variant);
        Clip c = s.clips().getFirst();
        assertThat(c.length()).isCloseTo(2, within(1e-9));
        assertThat(c.rate().perSecond()).isEqualTo(30);
        Pose a = new Pose(sent);
        Pose b = new Pose(s);
        int boom = s.find("boom");
        int mesh = s.nodes().get(s.find("sail")).payload();
        for (int f = 0; f <= 60; f += 7) {
            a.at(clip, f / 30.0);
            b.at(c, c.startSeconds() + f / 30.0);
            assertThat(new Matrix4d(b.world(boom)).equals(new Matrix4d(a.world(1)), 1e-4))
                    .as("frame " + f)
                    .isTrue();
            assertThat(b.shapeWeight(mesh, 0)).isCloseTo(f / 60.0, within(1e-5));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void camerasLightsGroupsAndWhatIsSaidOfThem(String variant) throws IOException {
        List<FreeProperty> own = List.of(
                new FreeProperty("owner", "KString", new FreeProperty.Text("Mira")),
                new FreeProperty("reach", "double", new FreeProperty.Numbers(new double[] {0.65})));
        Transform where = Transform.of(new Vec3(1, 2, 3), new Vec3(10, 20, 30), new Vec3(2, 2, 2));
        Scene sent = Sail.bare(Sail.stage())
                .withNodes(List.of(
                        new Node("hull", -1, NodeKind.GROUP, where, null, false, -1, null, new int[0], own),
                        Node.of("eye", 0, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0),
                        Node.of("lamp", 0, NodeKind.LIGHT, where).withPayload(NodeKind.LIGHT, 0),
                        Node.of("plan", 0, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 1)))
                .withCameras(List.of(
                        new Camera("eye", 35, 36, 24, 0.5, 900), new Camera("plan", 35, 360, 240, 1, 50, true, 1)))
                .withLights(List.of(new Light("lamp", "directional", new Vec3(1, 0.5, 0.25), 2)));
        Scene s = back(sent, variant);
        Node hull = s.nodes().get(s.find("hull"));
        assertThat(hull.visible()).isFalse();
        assertThat(hull.properties().stream().map(p -> p.name() + " " + p.shown()))
                .contains("owner Mira", "reach 0.65");
        Pose a = new Pose(sent);
        Pose b = new Pose(s);
        assertThat(new Matrix4d(b.world(s.find("lamp"))).equals(new Matrix4d(a.world(2)), 1e-6))
                .isTrue();
        Camera c = s.cameras().get(s.nodes().get(s.find("eye")).payload());
        assertThat(c.focalLength()).isCloseTo(35, within(1e-4));
        assertThat(c.apertureWidth()).isCloseTo(36, within(1e-4));
        assertThat(c.apertureHeight()).isCloseTo(24, within(1e-4));
        assertThat(c.near()).isCloseTo(0.5, within(1e-6));
        assertThat(c.far()).isCloseTo(900, within(1e-3));
        assertThat(c.orthographic()).isFalse();
        Camera plan = s.cameras().get(s.nodes().get(s.find("plan")).payload());
        assertThat(plan.orthographic()).isTrue();
        assertThat(plan.apertureWidth()).isCloseTo(360, within(1e-3));
        Light l = s.lights().get(s.nodes().get(s.find("lamp")).payload());
        assertThat(l.kind()).isEqualTo("directional");
        assertThat(l.color().distance(new Vec3(1, 0.5, 0.25))).isLessThan(1e-6);
        assertThat(l.intensity()).isCloseTo(2, within(1e-6));
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void coloursOnFacesAndCorners(String variant) throws IOException {
        double[] rgba = {1, 0, 0, 1, 0, 0.5, 0, 1};
        int[] byCorner = {0, 1, 0, 1, 1, 0, 1};
        Mesh m = Sail.dressed()
                .withLayers(List.of(
                        new MeshLayer(MeshLayer.Kind.COLOR, "dye", MeshLayer.Domain.CORNER, 4, rgba, byCorner, null)));
        MeshLayer b = at(back(Sail.shown(m), variant), "sail").layers().getFirst();
        assertThat(b.kind()).isEqualTo(MeshLayer.Kind.COLOR);
        assertThat(b.domain()).isEqualTo(MeshLayer.Domain.CORNER);
        for (int c = 0; c < 7; c++) {
            int e = b.indices() == null ? c : Objects.requireNonNull(b.indices())[c];
            for (int k = 0; k < 3; k++) {
                assertThat(b.values()[e * b.width() + k]).isEqualTo(rgba[4 * byCorner[c] + k]);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void twoClipsMoveAsTheyDidAndWhatStandsInOneStands(String variant) throws IOException {
        Curve drift = Curve.linear(new double[] {0, 2}, new double[] {0, 6});
        Scene still = Sail.rigged();
        List<Node> nodes = new ArrayList<>(still.nodes());
        nodes.add(Node.of("hull", -1, NodeKind.GROUP, Transform.of(new Vec3(3, 2, 1), new Vec3(0, 15, 0), Vec3.ONE)));
        Clip wave = new Clip(
                "wave", 0, 2, FrameRate.of(30), List.of(Sail.track(1, Channel.ROTATE_X, Sail.turn())), List.of());
        Clip sail = new Clip(
                "sail",
                0,
                2,
                FrameRate.of(30),
                List.of(Sail.track(3, Channel.TRANSLATE_X, drift), Sail.track(3, Channel.ROTATE_Y, Sail.turn())),
                List.of());
        Scene sent = still.withNodes(nodes).withClips(List.of(wave, sail));
        Scene s = back(sent, variant);
        assertThat(s.clips()).extracting(Clip::name).containsExactlyInAnyOrder("wave", "sail");
        for (Clip was : sent.clips()) {
            Clip c = Sail.clip(s, was.name());
            Pose a = new Pose(sent);
            Pose b = new Pose(s);
            for (int f = 0; f <= 60; f += 12) {
                a.at(was, f / 30.0);
                b.at(c, c.startSeconds() + f / 30.0);
                for (String name : List.of("mast", "boom", "hull")) {
                    Matrix4d is = new Matrix4d(b.world(s.find(name)));
                    assertThat(is.equals(new Matrix4d(a.world(sent.find(name))), 1e-4))
                            .as(was.name() + " " + name + " frame " + f)
                            .isTrue();
                }
            }
        }
    }

    @ParameterizedTest
    @EnumSource(Inherit.class)
    void aJointThatTakesUpItsParentsScaleInAnotherWayStandsWhereItStood(Inherit inherit) throws IOException {
        List<Node> nodes = new ArrayList<>(Sail.rigged().nodes());
        nodes.set(
                0, nodes.get(0).withTransform(Transform.of(new Vec3(0, 1, 0), new Vec3(0, 0, 90), new Vec3(2, 1, 1))));
        nodes.set(
                1,
                nodes.get(1)
                        .withTransform(Transform.of(new Vec3(0, 2, 0), new Vec3(0, 0, 90), Vec3.ONE)
                                .withInherit(inherit)));
        Scene sent = Sail.rigged().withNodes(nodes);
        Scene s = back(sent, UsdFormat.CRATE);
        Matrix4d is = new Matrix4d(new Pose(s).world(s.find("boom")));
        assertThat(is.equals(new Matrix4d(new Pose(sent).world(1)), 1e-5)).isTrue();
    }
}
