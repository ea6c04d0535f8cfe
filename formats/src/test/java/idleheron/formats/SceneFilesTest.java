package idleheron.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatNoException;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.checks.SceneChecks;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SceneFilesTest {
    @TempDir
    Path folder;

    private static Scene scene() {
        Transform hard = new Transform(
                new Vec3(1, 2, 3),
                RotationOrder.ZXY,
                new Vec3(10, 20, 30),
                new Vec3(4, 5, 6),
                new Vec3(7, 8, 9),
                new Vec3(1, 2, 1),
                new Vec3(.1, .2, .3),
                new Vec3(.4, .5, .6),
                new Vec3(.7, .8, .9),
                new Vec3(1, 0, 1),
                Inherit.WITHOUT_PARENT_SCALE);
        Node free = new Node(
                "knee",
                0,
                NodeKind.JOINT,
                hard,
                null,
                false,
                -1,
                null,
                new int[0],
                List.of(
                        new FreeProperty("mud", "Number", new FreeProperty.Numbers(new double[] {0.5})),
                        new FreeProperty("owner", "KString", new FreeProperty.Text("Mira"))));
        List<Node> nodes = List.of(
                Node.of("top", -1, NodeKind.GROUP, Transform.IDENTITY),
                free,
                Node.of("eye", 0, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0),
                Node.of("sun", 0, NodeKind.LIGHT, Transform.of(Vec3.ZERO, new Vec3(0, 30, 0), Vec3.ONE))
                        .withPayload(NodeKind.LIGHT, 0));
        Stage stage = new Stage(AxisSystem.Z_UP_LEFT, 0.0254, new FrameRate(30_000, 1001), 0.5, 2.5, "test");
        return new Scene(
                "hard",
                stage,
                nodes,
                List.of(),
                List.of(),
                List.of(),
                List.of(new Camera("eye", 50, 36, 24, 0.1, 1000)),
                List.of(new Light("sun", "directional", new Vec3(1, 0.9, 0.8), 1.5)),
                List.of(),
                List.of());
    }

    private SceneFormat.ReadScene write(Path target, boolean overwrite) throws IOException {
        return SceneFiles.write(scene(), target, new FbxFormat(), FbxFormat.BINARY_74, overwrite, Progress.NONE);
    }

    @Test
    void declarationsTransformsAndFreePropertiesComeBack() throws IOException {
        Scene b = write(folder.resolve("a.fbx"), false).scene();
        assertThat(b.stage())
                .usingRecursiveComparison()
                .ignoringFields("properties")
                .withComparatorForType((x, y) -> Math.abs(x - y) < 1e-9 ? 0 : 1, Double.class)
                .isEqualTo(scene().stage());
        assertThat(b.stage().properties())
                .as("what the file was first written in")
                .extracting(FreeProperty::name)
                .containsExactly("OriginalUnitScaleFactor", "OriginalUpAxis", "OriginalUpAxisSign");
        assertThat(b.nodes().get(1).transform())
                .isEqualTo(scene().nodes().get(1).transform());
        assertThat(b.nodes().get(1).visible()).isFalse();
        assertThat(b.nodes().get(1).properties()).extracting(FreeProperty::name).containsExactly("mud", "owner");
        assertThat(b.cameras().getFirst().focalLength()).isEqualTo(50);
        assertThat(b.lights().getFirst().intensity()).isEqualTo(1.5);
    }

    @Test
    void camerasAndLightsLookWhereTheyDid() throws IOException {
        Scene b = write(folder.resolve("a.fbx"), false).scene();
        for (int n = 2; n < 4; n++) {
            org.joml.Vector3d told = look(scene(), n);
            assertThat(look(b, n).distance(told)).isLessThan(1e-9);
        }
    }

    private static org.joml.Vector3d look(Scene s, int n) {
        org.joml.Matrix4d m = new org.joml.Matrix4d(new idleheron.core.pose.Pose(s).world(n));
        if (s.nodes().get(n).geometric() != null) {
            m.mul(s.nodes().get(n).geometric());
        }
        return m.transformDirection(new org.joml.Vector3d(0, 0, -1));
    }

    @Test
    void aFileThatIsThereIsNotOverwrittenWithoutBeingAsked() throws IOException {
        Path f = folder.resolve("there.fbx");
        Files.writeString(f, "mine");
        assertThatThrownBy(() -> write(f, false)).hasMessageContaining("already there");
        assertThat(f).hasContent("mine");
        write(f, true);
        assertThat(Files.size(f)).isGreaterThan(1000);
    }

    @Test
    void aStoppedWriteLeavesNothingBehind() throws IOException {
        Progress stop = (done, what) -> {
            if (done > 0.5) {
                throw new CancellationException();
            }
        };
        Path f = folder.resolve("stopped.fbx");
        assertThatThrownBy(() -> SceneFiles.write(scene(), f, new FbxFormat(), FbxFormat.BINARY_75, false, stop))
                .isInstanceOf(CancellationException.class);
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left).isEmpty();
        }
    }

    @Test
    void theContentDecidesAndNotTheName() throws IOException {
        Path odd = folder.resolve("odd.png");
        Files.copy(
                Path.of(
                        write(folder.resolve("a.fbx"), false).scene().name().isEmpty()
                                ? ""
                                : folder.resolve("a.fbx").toString()),
                odd);
        assertThat(SceneFiles.read(odd, Progress.NONE).format()).isEqualTo("FBX");
        Path wrong = folder.resolve("wrong.fbx");
        Files.writeString(wrong, "%PDF-1.7 not a scene");
        assertThatThrownBy(() -> SceneFiles.read(wrong, Progress.NONE))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("wrong.fbx");
        assertThatThrownBy(() -> SceneFiles.read(folder, Progress.NONE)).hasMessageContaining("a folder");
        assertThatThrownBy(() -> SceneFiles.read(folder.resolve("none.fbx"), Progress.NONE))
                .hasMessageContaining("nothing at");
    }

    @Test
    void aRefusalIsOneLineWhateverTheFileHolds() {
        FormatException e = FormatException.at("a\nb.fbx", 7, "an end of P\r\n\u0001mation", "x".repeat(5000));
        assertThat(e.getMessage())
                .startsWith("a?b.fbx, byte 7: expected an end of P?mation, found xxx")
                .hasSizeLessThan(300);
    }

    @Test
    void aSceneWhoseNumbersPointOutsideIsRefusedWithWhatDoes() {
        Scene good = scene();
        assertThatNoException().isThrownBy(() -> SceneChecks.check("f", good));
        Mesh m = Mesh.bare("flag", new double[9], new int[] {0, 3}, new int[] {0, 1, 2});
        refused(m.withNormals(new float[6]), "expected 9 numbers in the normals of flag, found 6");
        refused(
                m.withShapes(List.of(new BlendShape(
                        "wave", 0, List.of(new BlendShape.Target(1, new int[] {3}, new float[3], null))))),
                "expected points in blend shape wave of flag below 3, found 3");
        refused(
                m.withUvSets(List.of(new UvSet("map", new float[4], new int[] {0, 1, 2}))),
                "expected coordinates in UV set map of flag below 2, found 2");
        refused(
                m.withUvSets(List.of(new UvSet("map", new float[4], new int[] {0}))),
                "expected 3 corners in UV set map of flag, found 1");
        refused(
                m.withSkin(new Skin(
                        "s",
                        new int[] {9},
                        new org.joml.Matrix4dc[] {new org.joml.Matrix4d()},
                        new int[] {0, 1, 1, 1},
                        new int[] {0},
                        new float[] {1})),
                "expected nodes in the skin of flag below 4, found 9");
        refused(
                Mesh.bare("flag", new double[9], new int[] {0, 3}, new int[] {0, 1, 5}),
                "expected points in the faces of flag below 3, found 5");
        refused(
                Mesh.bare("flag", new double[9], new int[] {0, 4, 3}, new int[] {0, 1, 2}),
                "expected faces of flag that go forward, found 3 after 4");
    }

    private static void refused(Mesh m, String said) {
        assertThatThrownBy(() -> SceneChecks.check("f", scene().withMeshes(List.of(m))))
                .hasMessageContaining(said);
    }
}
