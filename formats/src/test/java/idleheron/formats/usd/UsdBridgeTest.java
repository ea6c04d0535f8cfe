package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CachePose;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pose.Pose;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.usd.read.UsdKeepsake;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What prims mean as a scene, with numbers that are worked out by hand. */
class UsdBridgeTest {
    @TempDir
    Path folder;

    private Scene read(String text) throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(file, "#usda 1.0\n" + text);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private Scene again(Scene s, String variant) throws IOException {
        return SceneFiles.write(s, folder.resolve("again.usd"), new UsdFormat(), variant, true, Progress.NONE)
                .scene();
    }

    @Test
    void theSamplesSayTheSameInTextCrateAndPackage() throws IOException {
        UsdSamples.into(folder);
        Scene text =
                SceneFiles.read(folder.resolve("rig_ts.usda"), Progress.NONE).scene();
        for (String other : new String[] {"rig_ts-ref22.usdc", "rig_ts-ref22.usdz"}) {
            Scene s = SceneFiles.read(folder.resolve(other), Progress.NONE).scene();
            assertThat(s.paths()).isEqualTo(text.paths());
            assertThat(s.meshes().getFirst().points())
                    .isEqualTo(text.meshes().getFirst().points());
            assertThat(Objects.requireNonNull(s.meshes().getFirst().skin()).weights())
                    .isEqualTo(Objects.requireNonNull(text.meshes().getFirst().skin())
                            .weights());
            Clip a = text.clips().getFirst();
            Clip b = s.clips().getFirst();
            for (double t : new double[] {0, 0.31, 0.7}) {
                Pose p = new Pose(text).at(a, t);
                Pose q = new Pose(s).at(b, t);
                for (int n = 0; n < text.nodes().size(); n++) {
                    assertThat(q.world(n).equals(p.world(n), 1e-9)).isTrue();
                }
            }
        }
    }

    @Test
    void aBentArmIsWhereTheSamplePutsIt() throws IOException {
        UsdSamples.into(folder);
        Scene s =
                SceneFiles.read(folder.resolve("rig_small.usda"), Progress.NONE).scene();
        assertThat(s.stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(s.joints()).hasSize(4);
        Mesh m = s.meshes().getFirst();
        assertThat(m.shapes()).extracting(BlendShape::name).containsExactly("bulge", "twist");
        assertThat(m.shapes().getFirst().targets()).hasSize(2);
        assertThat(m.shapes().getFirst().targets().getFirst().fullWeight()).isEqualTo(0.5);
        Skin skin = Objects.requireNonNull(m.skin());
        assertThat(skin.points()).isEqualTo(204);
        Clip c = s.clips().getFirst();
        assertThat(c.rate().perSecond()).isEqualTo(30);
        // each joint but the first turns by 2·asin(0.074501) about Z at the last time code, each bone is 1 long
        double a = 2 * Math.asin(0.074501);
        double x = -Math.sin(a) - Math.sin(2 * a);
        double y = 1 + Math.cos(a) + Math.cos(2 * a);
        Pose p = new Pose(s).at(c, 23 / 30.0);
        org.joml.Matrix4d local =
                new org.joml.Matrix4d(p.world(s.find("Rig"))).invert().mul(p.world(s.find("j3")));
        assertThat(local.m30()).isCloseTo(x, within(1e-5));
        assertThat(local.m31()).isCloseTo(y, within(1e-5));
        assertThat(new Pose(s).at(c, 0).shapeWeight(0, 0)).isCloseTo(0.5, within(1e-7));
    }

    @Test
    void everyTransformOperationCountsAndSurvives() throws IOException {
        Scene s = read("""
                (
                    upAxis = "Z"
                    metersPerUnit = 1
                )
                def Xform "A"
                {
                    double3 xformOp:translate = (1, 2, 3)
                    float3 xformOp:translate:pivot = (0, 1, 0)
                    float xformOp:rotateZ.timeSamples = { 0: 0, 24: 90 }
                    float3 xformOp:scale = (2, 2, 2)
                    uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:translate:pivot", "xformOp:rotateZ",
                        "xformOp:scale", "!invert!xformOp:translate:pivot"]
                    def Xform "B"
                    {
                        matrix4d xformOp:transform = ((0, 1, 0, 0), (-1, 0, 0, 0), (0, 0, 1, 0), (5, 0, 0, 1))
                        quatf xformOp:orient = (0.70710678, 0, 0, 0.70710678)
                        uniform token[] xformOpOrder = ["xformOp:transform", "xformOp:orient"]
                    }
                }
                """);
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.Z_UP);
        for (Scene t : new Scene[] {s, again(s, UsdFormat.TEXT), again(s, UsdFormat.CRATE)}) {
            Pose p = new Pose(t).at(t.clips().getFirst(), 1);
            int a = t.find("A");
            int b = t.find("B");
            // B's origin at (5, 0, 0): minus the pivot, twice the size, a quarter turn, plus the pivot and the
            // translation
            assertThat(p.world(b).m30()).isCloseTo(1 + 2, within(1e-6));
            assertThat(p.world(b).m31()).isCloseTo(2 + 1 + 10, within(1e-6));
            assertThat(p.world(b).m00())
                    .as("two quarter turns within, one above")
                    .isCloseTo(0, within(1e-6));
            assertThat(p.world(b).m01()).isCloseTo(-2, within(1e-6));
            assertThat(t.nodes().get(a).transform().rotationPivot().y()).isEqualTo(1);
        }
    }

    @Test
    void facesSubsetsValuesAndCustomDataAreKept() throws IOException {
        Scene s = read("""
                (
                    defaultPrim = "R"
                    upAxis = "Y"
                    metersPerUnit = 0.01
                )
                def Xform "R"
                {
                    def Mesh "Cape" (
                        prepend apiSchemas = ["DrapeAPI"]
                        customData = { double thickness = 0.3 ; string cloth = "oilskin" }
                    )
                    {
                        uniform token orientation = "leftHanded"
                        int[] faceVertexCounts = [4, 3]
                        int[] faceVertexIndices = [0, 3, 2, 1, 1, 2, 4]
                        point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0), (2, 0, 0)]
                        texCoord2f[] primvars:st = [(0, 0), (1, 0), (1, 1), (0, 1), (2, 0)] (interpolation = "vertex")
                        float[] primvars:stiffness = [0.1, 0.2, 0.3, 0.4, 0.5] (interpolation = "vertex")
                        custom float drape:friction = 0.7
                        int[] cornerIndices = [0]
                        rel material:binding = </R/Looks/Wax>
                        def GeomSubset "hem"
                        {
                            uniform token elementType = "face"
                            int[] indices = [1]
                            rel material:binding = </R/Looks/Hem>
                        }
                    }
                    def Scope "Looks"
                    {
                        def Material "Wax"
                        {
                            token outputs:surface.connect = </R/Looks/Wax/S.outputs:surface>
                            def Shader "S"
                            {
                                uniform token info:id = "UsdPreviewSurface"
                                color3f inputs:diffuseColor = (0.5, 0.25, 0.125)
                                float inputs:roughness = 0.4
                                token outputs:surface
                            }
                        }
                        def Material "Hem"
                        {
                        }
                    }
                    def Camera "Eye"
                    {
                        float focalLength = 50
                        float2 clippingRange = (1, 500)
                    }
                    def SphereLight "Lamp"
                    {
                        float inputs:intensity = 3
                        float inputs:shaping:cone:angle = 30
                    }
                }
                """);
        for (Scene t : new Scene[] {s, again(s, UsdFormat.CRATE)}) {
            Mesh m = t.meshes().getFirst();
            assertThat(m.corners()).as("turned to run the common way").containsExactly(0, 1, 2, 3, 1, 4, 2);
            assertThat(m.faceMaterials()).containsExactly(0, 1);
            assertThat(m.uvSets().getFirst().name()).isEqualTo("st");
            assertThat(t.materials()).extracting(x -> x.name()).containsExactly("Wax", "Hem");
            assertThat(t.materials().getFirst().diffuse().y()).isEqualTo(0.25);
            assertThat(t.materials().getFirst().properties().getFirst().shown()).startsWith("0.4");
            assertThat(t.cameras().getFirst().focalLength()).isCloseTo(50, within(1e-6));
            assertThat(t.lights().getFirst().kind()).isEqualTo("spot");
            assertThat(t.lights().getFirst().outerAngle()).isCloseTo(60, within(1e-6));
            UsdKeepsake k = (UsdKeepsake) t.keepsakes().stream()
                    .filter(x -> x.name().equals("/R/Cape"))
                    .findFirst()
                    .orElseThrow();
            assertThat(k.spec().properties()).containsKeys("primvars:stiffness", "drape:friction", "cornerIndices");
            assertThat(String.valueOf(k.spec().get("customData")))
                    .contains("thickness")
                    .contains("oilskin");
            assertThat(String.valueOf(k.spec().get("apiSchemas"))).contains("DrapeAPI");
        }
    }

    @Test
    void whatMovesItsPointsIsACacheAndWhatHangsOnAJointStaysThere() throws IOException {
        Scene s = read("""
                (
                    defaultPrim = "Sim"
                    timeCodesPerSecond = 25
                    upAxis = "Y"
                    metersPerUnit = 1
                )
                def Xform "Sim"
                {
                    double3 xformOp:translate = (10, 0, 0)
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                    def Mesh "Flag"
                    {
                        int[] faceVertexCounts = [3]
                        int[] faceVertexIndices = [0, 1, 2]
                        point3f[] points.timeSamples = {
                            0: [(0, 0, 0), (1, 0, 0), (0, 1, 0)],
                            25: [(0, 0, 1), (1, 0, 1), (0, 1, 1)],
                        }
                    }
                    def BasisCurves "Hair"
                    {
                        int[] curveVertexCounts = [2]
                        point3f[] points = [(0, 0, 0), (0, 1, 0)]
                    }
                }
                """);
        assertThat(s.nodes()).isEmpty();
        Cache c = s.caches().getFirst();
        assertThat(c.count(CacheKind.MESH)).isEqualTo(1);
        assertThat(c.count(CacheKind.CURVES)).isEqualTo(1);
        assertThat(c.range()).containsExactly(0, 1);
        CachePose pose = new CachePose(c);
        float[] p = pose.points(pose.meshes()[0], 0.5, idleheron.core.cache.Interpolation.LINEAR);
        assertThat(p[2]).isEqualTo(0.5f);
        Scene back = again(s, UsdFormat.CRATE);
        assertThat(back.caches().getFirst().entries())
                .extracting(Cache.Entry::path)
                .isEqualTo(c.entries().stream().map(Cache.Entry::path).toList());
    }

    @Test
    void aPictureKeepsItsFileItsCoordinatesAndWhereTheyAreMovedTo() throws IOException {
        String shader = "def Shader \"%s\" { uniform token info:id = \"%s\"; %s }\n";
        Scene s = read("""
                (
                    defaultPrim = "R"
                )
                def Mesh "R"
                {
                    rel material:binding = </R/M>
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    def Material "M"
                    {
                        token outputs:surface.connect = </R/M/S.outputs:surface>
                """
                + shader.formatted(
                        "S",
                        "UsdPreviewSurface",
                        "color3f inputs:diffuseColor.connect = </R/M/T.outputs:rgb>; token outputs:surface")
                + shader.formatted(
                        "T",
                        "UsdUVTexture",
                        "asset inputs:file = @./wax.png@; float2 inputs:st.connect = </R/M/P.outputs:result>; token inputs:wrapS = \"repeat\"; float3 outputs:rgb")
                + shader.formatted(
                        "P",
                        "UsdTransform2d",
                        "float inputs:rotation = 30; float2 inputs:scale = (2, 3); float2 inputs:in.connect = </R/M/U.outputs:result>; float2 outputs:result")
                + shader.formatted(
                        "U", "UsdPrimvarReader_float2", "string inputs:varname = \"second\"; float2 outputs:result")
                + "    }\n}\n");
        for (Scene t : new Scene[] {s, again(s, UsdFormat.TEXT)}) {
            var picture = t.textures().getFirst();
            assertThat(picture.fileName()).isEqualTo("wax.png");
            assertThat(picture.uvSet()).isEqualTo("second");
            assertThat(picture.found()).isFalse();
            assertThat(picture.properties())
                    .extracting(p -> p.name() + "=" + p.shown())
                    .contains("st:rotation=30", "st:scale=2, 3", "wrapS=repeat");
            assertThat(t.materials().getFirst().texture()).isZero();
            assertThat(t.materials().getFirst().uses().getFirst().placement()).isEqualTo(Placement.of(2, 3, 30, 0, 0));
        }
    }

    @Test
    void placesOfAnInstancerHoldAndRepeatTheirPrototype() throws IOException {
        Scene s = read("""
                (
                    defaultPrim = "Field"
                    upAxis = "Y"
                    metersPerUnit = 1
                )
                def PointInstancer "Field"
                {
                    int[] protoIndices = [0, 0, 0]
                    point3f[] positions = [(0, 0, 0), (5, 0, 0), (9, 0, 0)]
                    quath[] orientations = [(1, 0, 0, 0), (0.70710678, 0, 0.70710678, 0), (1, 0, 0, 0)]
                    float3[] scales = [(1, 1, 1), (2, 2, 2), (1, 1, 1)]
                    int64[] invisibleIds = [2]
                    rel prototypes = </Field/Blade>
                    def Mesh "Blade"
                    {
                        int[] faceVertexCounts = [3]
                        int[] faceVertexIndices = [0, 1, 2]
                        point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    }
                }
                """);
        Cache c = s.caches().getFirst();
        assertThat(c.count(CacheKind.INSTANCE)).isEqualTo(1);
        CachePose pose = new CachePose(c);
        assertThat(pose.meshes()).hasSize(2);
        pose.at(0, idleheron.core.cache.Interpolation.LINEAR);
        org.joml.Matrix4d second = new org.joml.Matrix4d(pose.world(pose.meshes()[1]));
        org.joml.Vector3d tip = second.transformPosition(new org.joml.Vector3d(1, 0, 0));
        assertThat(tip.x).as("turned a quarter about Y").isCloseTo(5, within(2e-3));
        assertThat(tip.z).as("and twice as long").isCloseTo(-2, within(2e-3));
    }

    @Test
    void nodesWhoseNamesAreNoneAndThingsUnderJointsComeBack() throws IOException {
        idleheron.core.scene.Node rig =
                idleheron.core.scene.Node.of("1 rig:top", -1, NodeKind.GROUP, idleheron.core.scene.Transform.IDENTITY);
        idleheron.core.scene.Node hip = idleheron.core.scene.Node.of(
                "hip.l",
                0,
                NodeKind.JOINT,
                idleheron.core.scene.Transform.of(
                        new idleheron.core.math.Vec3(0, 1, 0),
                        new idleheron.core.math.Vec3(0, 0, 30),
                        idleheron.core.math.Vec3.ONE));
        idleheron.core.scene.Node bag = idleheron.core.scene.Node.mesh(
                "bag",
                1,
                idleheron.core.scene.Transform.of(
                        new idleheron.core.math.Vec3(2, 0, 0),
                        idleheron.core.math.Vec3.ZERO,
                        idleheron.core.math.Vec3.ONE),
                0);
        Mesh mesh = new Mesh(
                "bag",
                new double[9],
                new int[] {0, 3},
                new int[] {0, 1, 2},
                null,
                java.util.List.of(),
                null,
                null,
                null,
                null,
                java.util.List.of());
        Scene s = new Scene(
                "odd.fbx",
                idleheron.core.scene.Stage.COMMON,
                java.util.List.of(rig, hip, bag),
                java.util.List.of(mesh),
                java.util.List.of(),
                java.util.List.of(),
                java.util.List.of(),
                java.util.List.of(),
                java.util.List.of(),
                java.util.List.of());
        Scene back = again(s, UsdFormat.TEXT);
        assertThat(back.paths()).containsExactly("/1 rig:top", "/1 rig:top/hip.l", "/1 rig:top/hip.l/bag");
        assertThat(back.nodes().get(2).kind()).isEqualTo(NodeKind.MESH);
        Pose p = new Pose(s);
        Pose q = new Pose(back);
        assertThat(q.world(2).equals(p.world(2), 1e-9)).isTrue();
    }
}
