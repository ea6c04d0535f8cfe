package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Skeletons, what is bound to them and what moves them, from texts worked out by hand, and what is written of others. */
class UsdSkeletonsTest {
    private static final String STILL = "matrix4d[] %s = [( (1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 0, 0, 1) ),"
            + " ( (1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 2, 0, 1) )]\n";

    @TempDir
    Path folder = Path.of("");

    private Scene read(String text) throws IOException {
        Path file = folder.resolve("rig.usda");
        Files.writeString(file, """
                #usda 1.0
                (
                    defaultPrim = "Rig"
                    timeCodesPerSecond = 25
                    startTimeCode = 0
                    endTimeCode = 50
                    upAxis = "Y"
                    metersPerUnit = 0.01
                )
                def SkelRoot "Rig"
                {
                %s
                }
                """.formatted(text));
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private Scene written(Scene s, String variant) throws IOException {
        Path file = folder.resolve("again.usd");
        SceneFiles.write(s, file, new UsdFormat(), variant, true, Progress.NONE);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private static String skeleton(String more) {
        return "def Skeleton \"Bones\" {\n    uniform token[] joints = [\"mast\", \"mast/boom\"]\n    uniform "
                + STILL.formatted("bindTransforms") + "    uniform " + STILL.formatted("restTransforms") + more + "}\n";
    }

    private static String mesh(String more) {
        return """
                def Mesh "Sail" ( prepend apiSchemas = ["SkelBindingAPI"] ) {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    rel skel:skeleton = </Rig/Bones>
                    %s
                }
                """.formatted(more);
    }

    private static String weights(String joints, String weights, int size, String interpolation) {
        return "int[] primvars:skel:jointIndices = " + joints + " ( elementSize = " + size + "\n interpolation = \""
                + interpolation + "\" )\n" + "float[] primvars:skel:jointWeights = " + weights + " ( elementSize = "
                + size + "\n interpolation = \"" + interpolation + "\" )\n";
    }

    private static Mesh sail(Scene s) {
        return s.meshes().get(s.nodes().get(s.find("Sail")).payload());
    }

    @Test
    void weightsOfEveryPointWithoutThoseOfZero() throws IOException {
        Scene s = read(
                skeleton("")
                        + mesh(
                                weights("[0, 1, 1, 0, 0, 1]", "[0.25, 0.75, 1, 0, 0, 0.5]", 2, "vertex")
                                        + "matrix4d primvars:skel:geomBindTransform = ( (1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 0, 5, 1) )"));
        Skin k = Objects.requireNonNull(sail(s).skin());
        assertThat(k.starts()).containsExactly(0, 2, 3, 4);
        assertThat(k.slots()).containsExactly(0, 1, 1, 1);
        assertThat(k.weights()).containsExactly(0.25f, 0.75f, 1, 0.5f);
        assertThat(k.toJoint()[1].equals(new Matrix4d().translation(0, -2, 5), 1e-9))
                .isTrue();
        assertThat(k.style().method()).isEqualTo(SkinStyle.Method.LINEAR);
        assertThat(s.nodes().get(s.find("boom")).transform().translation()).isEqualTo(new Vec3(0, 2, 0));
    }

    /** One influence for all; joints in an order of the mesh's own. */
    @Test
    void constantWeightsHoldForEveryPoint() throws IOException {
        Scene s = read(
                skeleton("")
                        + mesh(
                                weights("[0, 1]", "[0.25, 0.75]", 2, "constant")
                                        + "uniform token[] skel:joints = [\"mast/boom\", \"mast\"]\nuniform token primvars:skel:skinningMethod = \"dualQuaternion\""));
        Skin k = Objects.requireNonNull(sail(s).skin());
        assertThat(k.starts()).containsExactly(0, 2, 4, 6);
        assertThat(k.slots()).containsExactly(0, 1, 0, 1, 0, 1);
        assertThat(k.weights()).containsExactly(0.25f, 0.75f, 0.25f, 0.75f, 0.25f, 0.75f);
        assertThat(k.joints()).containsExactly(s.find("boom"), s.find("mast"));
        assertThat(k.style().method()).isEqualTo(SkinStyle.Method.DUAL_QUATERNION);
    }

    @Test
    void aJointThatIsNotThereIsLeftOutWhereNothingLiesOnIt() throws IOException {
        String own = "uniform token[] skel:joints = [\"ghost\", \"mast/boom\"]\n";
        Scene s = read(skeleton("") + mesh(own + weights("[1, 1, 1]", "[1, 1, 1]", 1, "vertex")));
        Skin k = Objects.requireNonNull(sail(s).skin());
        assertThat(k.joints()).containsExactly(s.find("boom"));
        assertThat(k.slots()).containsExactly(0, 0, 0);
        assertThat(s.notes()).contains("/Rig/Sail: is bound to joint ghost, which /Rig/Bones does not have");
        for (String at : List.of("[1, 0, 1]", "[1, 2, 1]", "[1, -1, 1]")) {
            assertThatThrownBy(() -> read(skeleton("") + mesh(own + weights(at, "[1, 1, 1]", 1, "vertex"))))
                    .isInstanceOf(FormatException.class)
                    .hasMessageContaining("joints 0 to 1 in the weights of /Rig/Sail");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "[0, 0]; [1, 1]; 1; vertex",
                "[0, 0, 0]; [1, 1]; 1; vertex",
                "[0, 0, 0]; [1, 1, 1]; 2; vertex",
                "[0, 0]; [1, 1]; 1; constant",
                "[0, 0, 0]; [1, 1, 1]; 0; vertex"
            })
    void weightsThatDoNotFitAreTold(String joints, String weights, int size, String interpolation) throws IOException {
        Scene s = read(skeleton("") + mesh(weights(joints, weights, size, interpolation)));
        assertThat(sail(s).skin()).isNull();
        assertThat(s.notes())
                .anyMatch(n -> n.startsWith("/Rig/Sail: ")
                        && n.endsWith("for 3 points of " + size + " each; its skin is not read"));
    }

    @Test
    void matricesThatAreMissingAreNone() throws IOException {
        Scene s = read(
                "def Skeleton \"Bones\" {\n    uniform token[] joints = [\"mast\", \"mast/boom\", \"mast/boom/peak\"]\n    uniform "
                        + STILL.formatted("bindTransforms") + "}\n");
        assertThat(s.notes()).contains("/Rig/Bones: bindTransforms has 2 matrices for 3 joints");
        // without a rest it is that of the bind: from the boom at 2 to the peak at 0
        assertThat(s.nodes().get(s.find("boom")).transform().translation()).isEqualTo(new Vec3(0, 2, 0));
        assertThat(s.nodes().get(s.find("peak")).transform().translation().plus(Vec3.ZERO))
                .isEqualTo(new Vec3(0, -2, 0));
        Scene without =
                read("def Skeleton \"Bones\" {\n    uniform token[] joints = [\"mast\", \"mast/boom\"]\n    uniform "
                        + STILL.formatted("restTransforms") + "}\n");
        assertThat(without.notes()).noneMatch(n -> n.contains("bindTransforms"));
        assertThat(Objects.requireNonNull(
                                without.nodes().get(without.find("boom")).bindWorld())
                        .equals(new Matrix4d(), 1e-9))
                .isTrue();
    }

    /** A joint lies under the nearest of its path that is one, in whatever order they are told. */
    @Test
    void jointsInAnyOrder() throws IOException {
        Scene s = read(
                "def Skeleton \"Bones\" {\n    uniform token[] joints = [\"mast/yard/boom\", \"mast\"]\n    uniform "
                        + STILL.formatted("bindTransforms") + "}\n");
        Node boom = s.nodes().get(s.find("boom"));
        assertThat(boom.parent()).isEqualTo(s.find("mast"));
        assertThat(boom.transform().translation().plus(Vec3.ZERO)).isEqualTo(new Vec3(0, -2, 0));
    }

    private static String animated(String animation) {
        return skeleton("    rel skel:animationSource = </Rig/Wave>\n") + "def SkelAnimation \"Wave\" {\n" + animation
                + "}\n";
    }

    private static final String TWO = """
                    uniform token[] joints = ["mast/boom", "mast"]
                    float3[] translations.timeSamples = { 0: [(0, 2, 0), (0, 0, 0)], 50: [(0, 4, 0), (0, 0, 1)] }
                    quatf[] rotations = [(0.8, 0.6, 0, 0), (1, 0, 0, 0)]
                    half3[] scales = [(1, 1, 1), (1, 1, 1)]
                """;

    @Test
    void anAnimationMovesTheJointsThatItNames() throws IOException {
        Scene s = read(animated(TWO));
        Clip c = s.clips().getFirst();
        assertThat(c.name()).isEqualTo("Wave");
        Pose p = new Pose(s);
        p.at(c, 1);
        Matrix4d boom = new Matrix4d().translate(0, 0, 0.5).translate(0, 3, 0).rotateX(2 * Math.atan2(0.6, 0.8));
        assertThat(p.world(s.find("boom")).equals(boom, 1e-5)).isTrue();
        assertThat(c.nodes()).hasSize(2);
        Clip.NodeTrack mast = c.nodes().getFirst();
        assertThat(mast.node()).isEqualTo(s.find("mast"));
        assertThat(mast.curves()[Channel.TRANSLATE_Z.ordinal()]).isNotNull();
        assertThat(mast.curves()[Channel.TRANSLATE_X.ordinal()])
                .as("what rests does not move")
                .isNull();
        assertThat(mast.curves()[Channel.SCALE_X.ordinal()]).isNull();
    }

    @Test
    void whatAnAnimationDoesNotFitIsTold() throws IOException {
        Scene s = read(animated(TWO.replace("\"mast/boom\"", "\"gaff\"")));
        assertThat(s.notes()).containsExactly("/Rig/Wave: moves joint gaff, which /Rig/Bones does not have");
        assertThat(s.clips().getFirst().nodes()).hasSize(1);
        Scene gap = read(
                animated(TWO.replace("50: [(0, 4, 0), (0, 0, 1)]", "25: [(0, 4, 0)], 50: [(0, 4, 0), (0, 0, 1)]")));
        assertThat(gap.notes()).containsExactly("/Rig/Wave: translations does not have 2 values at every time");
        assertThat(gap.clips().getFirst().nodes()).hasSize(2);
        Scene none = read(animated(TWO.replace("quatf[] rotations", "quatf[] others")));
        assertThat(none.notes())
                .containsExactly("/Rig/Wave: translations, rotations or scales are missing, so it moves no joint");
        assertThat(none.clips()).isEmpty();
        Scene wide =
                read(animated(TWO.replace("half3[] scales = [(1, 1, 1), (1, 1, 1)]", "half3[] scales = [(1, 1, 1)]")));
        assertThat(wide.notes()).contains("/Rig/Wave: scales does not have 2 values at every time");
        Scene gone = read(skeleton("    rel skel:animationSource = </Rig/Ghost>\n"));
        assertThat(gone.notes()).contains("/Rig/Bones: is animated by /Rig/Ghost, where there is nothing");
        assertThat(gone.clips()).isEmpty();
    }

    @Test
    void weightsOfShapesMoveTheShapesThatTheyName() throws IOException {
        Scene s = read(skeleton("    rel skel:animationSource = </Rig/Wave>\n") + """
                def SkelAnimation "Wave" {
                    uniform token[] blendShapes = ["luff", "billow", "ghost"]
                    float[] blendShapeWeights.timeSamples = { 0: [0, 0, 0], 50: [0, 1, 1] }
                }
                """ + mesh("""
                    uniform token[] skel:blendShapes = ["billow", "luff"]
                    rel skel:blendShapeTargets = [</Rig/Sail/B>, </Rig/Sail/L>]
                    def BlendShape "B" { vector3f[] offsets = [(0, 0, 1), (0, 0, 0), (0, 0, 0)] }
                    def BlendShape "L" { vector3f[] offsets = [(0, 0, 2), (0, 0, 0), (0, 0, 0)] }
                """));
        Clip c = s.clips().getFirst();
        assertThat(c.shapes()).hasSize(1);
        assertThat(c.shapes().getFirst().shape()).isZero();
        assertThat(c.shapes().getFirst().weight().at(0.5)).isCloseTo(0.25, within(1e-6));
    }

    @Test
    void whatIsSeenOverTimeHolds() throws IOException {
        Scene s = read(
                "def Xform \"Lamp\" {\n    token visibility.timeSamples = { 0: \"inherited\", 10: \"invisible\", 30: \"inherited\" }\n}\n");
        Clip c = s.clips().getFirst();
        assertThat(c.name()).isEqualTo("rig");
        assertThat(c.values()).hasSize(1);
        Curve seen = c.values().getFirst().curve();
        assertThat(new double[] {seen.at(0), seen.at(0.39), seen.at(0.4), seen.at(1.19), seen.at(1.2)})
                .containsExactly(1, 1, 0, 0, 1);
        Scene b = written(s, UsdFormat.TEXT);
        Curve again = b.clips().getFirst().values().getFirst().curve();
        assertThat(new double[] {again.at(0.39), again.at(0.4), again.at(1.2)}).containsExactly(1, 0, 1);
    }
}
