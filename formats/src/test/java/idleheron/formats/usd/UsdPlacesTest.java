package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.usd.read.UsdStage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Where prims stand and move, what they say of themselves, and lamps, from texts worked out by hand. */
class UsdPlacesTest {
    private static final String AS_READ = "";

    @TempDir
    Path folder = Path.of("");

    /** A stage of a prim Hull with a surface that stands still below. */
    private Scene hull(String variant, String inside) throws IOException {
        return scene(variant, "24", """
                def Xform "Hull"
                {
                %s
                    def Mesh "Deck"
                    {
                        int[] faceVertexCounts = [3]
                        int[] faceVertexIndices = [0, 1, 2]
                        point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    }
                }
                """.formatted(inside));
    }

    private Scene scene(String variant, String rate, String text) throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(file, """
                #usda 1.0
                (
                    defaultPrim = "Hull"
                    timeCodesPerSecond = %s
                    startTimeCode = 0
                    endTimeCode = 48
                    upAxis = "Y"
                    metersPerUnit = 0.01
                )
                %s
                """.formatted(rate, text));
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        if (!variant.equals(AS_READ)) {
            Path again = folder.resolve("again.usd");
            SceneFiles.write(s, again, new UsdFormat(), variant, true, Progress.NONE);
            s = SceneFiles.read(again, Progress.NONE).scene();
        }
        return s;
    }

    private static Matrix4d world(Scene s, double seconds) {
        Pose p = new Pose(s);
        if (!s.clips().isEmpty()) {
            p.at(s.clips().getFirst(), seconds);
        }
        return new Matrix4d(p.world(s.find("Hull")));
    }

    private static void same(Matrix4d a, Matrix4d b, double tolerance) {
        assertThat(a.equals(b, tolerance)).as(a + " and " + b).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void theUsualOperationsBecomeThePartsOfATransform(String variant) throws IOException {
        Scene s = hull(variant, """
                    double3 xformOp:translate = (1, 2, 3)
                    double3 xformOp:translate:rotationPivot = (4, 5, 6)
                    float3 xformOp:rotateYZX = (10, 20, 30)
                    float3 xformOp:scale = (2, 3, 4)
                    uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:translate:rotationPivot",
                        "xformOp:rotateYZX", "!invert!xformOp:translate:rotationPivot", "xformOp:scale"]
                """);
        Transform t = s.nodes().get(s.find("Hull")).transform();
        assertThat(t.translation()).isEqualTo(new Vec3(1, 2, 3));
        assertThat(t.rotationPivot()).isEqualTo(new Vec3(4, 5, 6));
        assertThat(t.rotation()).isEqualTo(new Vec3(10, 20, 30));
        assertThat(t.scaling()).isEqualTo(new Vec3(2, 3, 4));
        Matrix4d wanted = new Matrix4d()
                .translate(1, 2, 3)
                .translate(4, 5, 6)
                .rotateX(Math.toRadians(10))
                .rotateZ(Math.toRadians(30))
                .rotateY(Math.toRadians(20))
                .translate(-4, -5, -6)
                .scale(2, 3, 4);
        same(world(s, 0), wanted, 1e-9);
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void aMatrixThatMovesBecomesCurvesAndAMirrorAScaleBelowNought(String variant) throws IOException {
        Scene s = hull(variant, """
                    matrix4d xformOp:transform.timeSamples = {
                        0: ((-2, 0, 0, 0), (0, 3, 0, 0), (0, 0, 4, 0), (1, 0, 0, 1)),
                        24: ((0, -2, 0, 0), (-3, 0, 0, 0), (0, 0, 4, 0), (1, 7, 0, 1)),
                    }
                    uniform token[] xformOpOrder = ["xformOp:transform"]
                """);
        Transform rest = s.nodes().get(s.find("Hull")).transform();
        assertThat(rest.scaling().distance(new Vec3(-2, 3, 4))).isLessThan(1e-9);
        Clip c = s.clips().getFirst();
        assertThat(c.rate().perSecond()).isEqualTo(24);
        same(world(s, c.startSeconds()), new Matrix4d().translate(1, 0, 0).scale(-2, 3, 4), 1e-6);
        same(world(s, c.startSeconds() + 1), new Matrix4d(0, -2, 0, 0, -3, 0, 0, 0, 0, 0, 4, 0, 1, 7, 0, 1), 1e-6);
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void aTurnGoesAlongTheArc(String variant) throws IOException {
        Scene s = hull(variant, """
                    quatf xformOp:orient.timeSamples = { 0: (1, 0, 0, 0), 12: (0.9238795, 0, 0, 0.3826834),
                        24: (0.7071068, 0, 0, 0.7071068) }
                    double3 xformOp:translate.timeSamples = { 0: (0, 0, 0), 24: (0, 0, 8) }
                    uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:orient"]
                """);
        double at = s.clips().getFirst().startSeconds();
        for (int q = 0; q <= 2; q++) {
            Matrix4d wanted = new Matrix4d().translate(0, 0, 4 * q).rotateZ(Math.toRadians(45 * q));
            same(world(s, at + q / 2.0), wanted, 1e-5);
        }
    }

    @Test
    void whatShearsIsNotedAndWhatHasNoValueIsLeftOut() throws IOException {
        Path file = folder.resolve("odd.usda");
        Files.writeString(file, """
                #usda 1.0
                def Xform "Hull"
                {
                    matrix4d xformOp:transform = ((1, 0, 0, 0), (1, 1, 0, 0), (0, 0, 1, 0), (0, 0, 0, 1))
                    uniform token[] xformOpOrder = ["xformOp:transform", "xformOp:wobble"]
                }
                """);
        List<String> notes = SceneFiles.read(file, Progress.NONE).scene().notes();
        assertThat(notes).anyMatch(n -> n.contains("/Hull") && n.contains("shear"));
        assertThat(notes).anyMatch(n -> n.contains("/Hull") && n.contains("xformOp:wobble"));
    }

    @ParameterizedTest
    @CsvSource({"24, 1", "23.976, 1.001", "29.97, 0.8008", "30, 0.8", "120, 0.2", "13, 1.846153846"})
    void timeCodesAreSecondsAtEveryRate(String rate, double seconds) throws IOException {
        Scene s = scene(AS_READ, rate, """
                def Xform "Hull"
                {
                    double3 xformOp:translate.timeSamples = { 0: (0, 0, 0), 24: (0, 0, 8) }
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                }
                """);
        double[] times = java.util.Objects.requireNonNull(
                        s.clips().getFirst().nodes().getFirst().curves()[2])
                .seconds();
        assertThat(times[1] - times[0]).isCloseTo(seconds, within(1e-4));
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void whatTheUserSaysOfAPrimKeepsItsKind(String variant) throws IOException {
        Scene s = hull(variant, """
                    custom string userProperties:owner = "Mira"
                    custom token userProperties:state = "wet"
                    custom double userProperties:mass = 2.5
                    custom int userProperties:crew = 4
                    custom bool userProperties:afloat = 1
                    custom double userProperties:draught.timeSamples = { 0: 1, 24: 2 }
                    custom int[] userProperties:berths = [1, 2]
                """);
        List<FreeProperty> all = s.nodes().get(s.find("Hull")).properties();
        assertThat(all)
                .extracting(p -> p.name() + " " + p.type() + " " + p.shown())
                .contains(
                        "owner KString Mira",
                        "state KString wet",
                        "mass Number 2.5",
                        "crew Integer 4",
                        "afloat Bool 1");
        assertThat(all).extracting(FreeProperty::name).doesNotContain("draught", "berths");
    }

    @ParameterizedTest
    @CsvSource({
        "SphereLight, '', point, 0, 45, 2",
        "SphereLight, 'float inputs:shaping:cone:angle = 30', spot, 60, 60, 2",
        "SphereLight, 'float inputs:shaping:cone:angle = 90', point, 0, 45, 2",
        "DistantLight, '', directional, 0, 45, 0",
        "DomeLight, '', volume, 0, 45, 0",
        "RectLight, '', area, 0, 45, 2",
        "DiskLight, '', area, 0, 45, 2",
        "CylinderLight, '', area, 0, 45, 2",
    })
    void lampsOfEveryKind(String type, String more, String kind, double inner, double outer, int decay)
            throws IOException {
        Scene s = scene(AS_READ, "24", """
                def %s "Hull"
                {
                    float inputs:intensity = 3
                    color3f inputs:color = (1, 0.5, 0.25)
                    %s
                }
                """.formatted(type, more));
        Light l = s.lights().getFirst();
        assertThat(l).isEqualTo(new Light("Hull", kind, new Vec3(1, 0.5, 0.25), 3, inner, outer, decay));
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.CRATE})
    void aConeKeepsItsSoftEdgeAndOlderNamesAreRead(String variant) throws IOException {
        Scene s = scene(variant, "24", """
                def SphereLight "Hull"
                {
                    float intensity = 3
                    color3f color = (1, 0.5, 0.25)
                    float inputs:shaping:cone:angle = 40
                    float inputs:shaping:cone:softness = 0.25
                }
                """);
        Light l = s.lights().getFirst();
        assertThat(l.kind()).isEqualTo("spot");
        assertThat(l.intensity()).isEqualTo(3);
        assertThat(l.color()).isEqualTo(new Vec3(1, 0.5, 0.25));
        assertThat(l.innerAngle()).isCloseTo(60, within(1e-5));
        assertThat(l.outerAngle()).isCloseTo(80, within(1e-5));
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void aSurfaceThatWasMovedWhenItWasBoundFollowsItsJointFromThere(String variant) throws IOException {
        Scene s = scene(variant, "24", """
                def SkelRoot "Hull"
                {
                    def Mesh "Deck"
                    {
                        int[] faceVertexCounts = [3]
                        int[] faceVertexIndices = [0, 1, 2]
                        point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                        matrix4d primvars:skel:geomBindTransform = ((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 0, 7, 1))
                        int[] primvars:skel:jointIndices = [0, 0, 0] (
                            elementSize = 1
                            interpolation = "vertex"
                        )
                        float[] primvars:skel:jointWeights = [1, 1, 1] (
                            elementSize = 1
                            interpolation = "vertex"
                        )
                        rel skel:skeleton = </Hull/Skel>
                    }
                    def Skeleton "Skel"
                    {
                        uniform token[] joints = ["mast"]
                        uniform matrix4d[] bindTransforms = [((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 5, 0, 1))]
                        uniform matrix4d[] restTransforms = [((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (2, 5, 0, 1))]
                    }
                }
                """);
        Skin skin = java.util.Objects.requireNonNull(s.meshes().getFirst().skin());
        int mast = s.find("mast");
        assertThat(skin.joints()).containsExactly(mast);
        Matrix4d moved = new Matrix4d(new Pose(s).world(mast)).mul(skin.toJoint()[0]);
        same(moved, new Matrix4d().translate(2, 0, 7), 1e-6);
    }

    @ParameterizedTest
    @ValueSource(strings = {"creator", "generator", "writer"})
    void whoWroteALayerIsReadFromWhatItSaysOfItself(String key) throws IOException {
        Path file = folder.resolve("said.usda");
        Files.writeString(file, """
                #usda 1.0
                (
                    customLayerData = {
                        string %s = "Alder Yard 3"
                    }
                )
                def Xform "Hull"
                {
                }
                """.formatted(key));
        assertThat(SceneFiles.read(file, Progress.NONE).scene().stage().writer())
                .isEqualTo("Alder Yard 3");
    }

    @Test
    void aStageStandsUpAlongYOrZ() {
        assertThat(UsdStage.holds(AxisSystem.COMMON)).isTrue();
        assertThat(UsdStage.holds(AxisSystem.Z_UP)).isTrue();
        assertThat(UsdStage.holds(AxisSystem.Z_UP_LEFT)).isFalse();
    }
}
