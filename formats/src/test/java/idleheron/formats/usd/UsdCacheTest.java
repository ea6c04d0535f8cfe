package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Prims whose points move, as read from a text worked out by hand, and as they come back from what is written of them. */
class UsdCacheTest {
    private static final String AS_READ = "";

    @TempDir
    Path folder = Path.of("");

    /** The cache of a text of 25 time codes a second, as it is read or as it comes back in a variant. */
    private Cache cache(String variant, String text) throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(file, """
                #usda 1.0
                (
                    defaultPrim = "Quay"
                    timeCodesPerSecond = 25
                    upAxis = "Y"
                    metersPerUnit = 1
                )
                def Xform "Quay"
                {
                %s
                }
                """.formatted(text));
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        if (!variant.equals(AS_READ)) {
            Path again = folder.resolve("again.usd");
            SceneFiles.write(s, again, new UsdFormat(), variant, true, Progress.NONE);
            s = SceneFiles.read(again, Progress.NONE).scene();
        }
        return s.caches().getFirst();
    }

    private static CacheNode at(Cache c, String name) {
        return c.entries().stream()
                .map(Cache.Entry::node)
                .filter(n -> n.name().equals(name) && n.kind() != CacheKind.TRANSFORM)
                .findFirst()
                .orElseThrow();
    }

    private static Samples told(CacheNode n, ChannelSemantic role) {
        return Objects.requireNonNull(n.get(role), role.name());
    }

    private static Param param(CacheNode n, String name) {
        return Objects.requireNonNull(n.param(name), name);
    }

    private static final String FLAG = """
                    def Mesh "Flag"
                    {
                        int[] faceVertexCounts = [3, 4]
                        int[] faceVertexIndices = [0, 1, 2, 0, 2, 3, 4]
                        point3f[] points.timeSamples = {
                            0: [(0, 0, 0), (1, 0, 0), (0, 1, 0), (0, 2, 0), (0, 3, 0)],
                            10: [(0, 0, 1), (1, 0, 1), (0, 1, 1), (0, 2, 1), (0, 3, 1)],
                        }
                        vector3f[] velocities = [(0, 0, 1), (0, 0, 2), (0, 0, 3), (0, 0, 4), (0, 0, 5)]
                        token visibility.timeSamples = { 0: "inherited", 5: "invisible" }
                        texCoord2f[] primvars:st = [(0, 0), (1, 0), (2, 0), (3, 0), (4, 0), (5, 0), (6, 0)] (
                            interpolation = "faceVarying"
                        )
                        color3f[] primvars:dye = [(1, 0, 0), (0, 1, 0)] (
                            interpolation = "faceVarying"
                        )
                        int[] primvars:dye:indices = [0, 1, 0, 0, 1, 1, 0]
                        normal3f[] normals = [(0, 0, 1), (0, 1, 0)] (
                            interpolation = "uniform"
                        )
                        double[] primvars:age = [7]
                        half[] primvars:wear = [0.5, 0.25, 0.125, 1, 2] (
                            interpolation = "vertex"
                        )
                        custom double userProperties:mass = 2.5
                        custom string userProperties:owner = "Mira"
                    }
                """;

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void facesAreTurnedWithWhatLiesOnTheirCorners(String variant) throws IOException {
        Cache c = cache(variant, FLAG);
        CacheNode flag = at(c, "Flag");
        assertThat(flag.kind()).isEqualTo(CacheKind.MESH);
        assertThat(told(flag, ChannelSemantic.FACE_COUNTS).ints(0)).containsExactly(3, 4);
        assertThat(told(flag, ChannelSemantic.FACE_INDICES).ints(0)).containsExactly(0, 2, 1, 0, 4, 3, 2);
        Param uv = param(flag, "uv");
        assertThat(uv.own()).isTrue();
        assertThat(uv.scope()).isEqualTo("fvr");
        assertThat(uv.values().extent()).isEqualTo(2);
        assertThat(uv.flat(0)).containsExactly(0, 0, 2, 0, 1, 0, 3, 0, 6, 0, 5, 0, 4, 0);
        Param dye = param(flag, "dye");
        assertThat(dye.own()).isFalse();
        assertThat(dye.meta().get("interpretation")).isEqualTo("rgb");
        assertThat(Objects.requireNonNull(dye.indices()).ints(0)).containsExactly(0, 0, 1, 0, 0, 1, 1);
        assertThat(dye.values().floats(0)).containsExactly(1, 0, 0, 0, 1, 0);
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void whatLiesOnFacesPointsAndTheWholeKeepsItsPlaceAndPrecision(String variant) throws IOException {
        CacheNode flag = at(cache(variant, FLAG), "Flag");
        Param n = param(flag, "N");
        assertThat(n.scope()).isEqualTo("uni");
        assertThat(n.meta().get("interpretation")).isEqualTo("normal");
        assertThat(n.flat(0)).containsExactly(0, 0, 1, 0, 1, 0);
        Param age = param(flag, "age");
        assertThat(age.scope()).isEqualTo("con");
        assertThat(age.values().type().id()).isEqualTo("float64");
        assertThat(age.flat(0)).containsExactly(7);
        Param wear = param(flag, "wear");
        assertThat(wear.scope()).isEqualTo("vtx");
        assertThat(wear.values().type().id()).isEqualTo("float16");
        assertThat(wear.flat(0)).containsExactly(0.5, 0.25, 0.125, 1, 2);
        assertThat(flag.user()).extracting(Property::name).containsExactlyInAnyOrder("mass", "owner");
        for (Property p : flag.user()) {
            Samples s = ((Property.Values) p).samples();
            if (p.name().equals("mass")) {
                assertThat(s.doubles(0)).containsExactly(2.5);
            } else {
                assertThat(s.string()).isEqualTo("Mira");
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void pointsAndSightChangeWhenTheyDid(String variant) throws IOException {
        Cache c = cache(variant, FLAG);
        CacheNode flag = at(c, "Flag");
        Samples points = told(flag, ChannelSemantic.POSITIONS);
        assertThat(points.times().times(points.count())).containsExactly(new double[] {0, 0.4}, within(1e-9));
        assertThat(points.floats(1)).containsExactly(0, 0, 1, 1, 0, 1, 0, 1, 1, 0, 2, 1, 0, 3, 1);
        assertThat(told(flag, ChannelSemantic.VELOCITIES).floats(0)).startsWith(0, 0, 1, 0, 0, 2);
        Samples seen = told(flag, ChannelSemantic.VISIBLE);
        assertThat(seen.times().times(seen.count())).containsExactly(new double[] {0, 0.2}, within(1e-9));
        CachePose pose = new CachePose(c);
        int mesh = pose.meshes()[0];
        pose.at(0.1, Interpolation.LINEAR);
        assertThat(pose.shown(mesh)).isTrue();
        pose.at(0.3, Interpolation.LINEAR);
        assertThat(pose.shown(mesh)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void creasesCornersAndHolesOfASubdividedSurface(String variant) throws IOException {
        CacheNode hull = at(cache(variant, """
                    def Mesh "Hull"
                    {
                        uniform token orientation = "leftHanded"
                        uniform token subdivisionScheme = "loop"
                        int[] faceVertexCounts = [3, 3]
                        int[] faceVertexIndices = [0, 1, 2, 0, 2, 3]
                        int[] creaseIndices = [0, 1, 2]
                        int[] creaseLengths = [3]
                        float[] creaseSharpnesses = [2.5]
                        int[] cornerIndices = [3]
                        float[] cornerSharpnesses = [10]
                        int[] holeIndices = [1]
                        point3d[] points.timeSamples = {
                            0: [(0, 0, 0), (1, 0, 0), (0, 1, 0), (0, 2, 0.123456789012)],
                            1: [(0, 0, 1), (1, 0, 0), (0, 1, 0), (0, 2, 0)],
                        }
                    }
                    """), "Hull");
        assertThat(hull.kind()).isEqualTo(CacheKind.SUBDIVISION);
        assertThat(told(hull, ChannelSemantic.SCHEME).string()).isEqualTo("loop");
        assertThat(told(hull, ChannelSemantic.FACE_INDICES).ints(0)).containsExactly(0, 1, 2, 0, 2, 3);
        assertThat(told(hull, ChannelSemantic.CREASE_INDICES).ints(0)).containsExactly(0, 1, 2);
        assertThat(told(hull, ChannelSemantic.CREASE_LENGTHS).ints(0)).containsExactly(3);
        assertThat(told(hull, ChannelSemantic.CREASE_SHARPNESSES).floats(0)).containsExactly(2.5f);
        assertThat(told(hull, ChannelSemantic.CORNER_INDICES).ints(0)).containsExactly(3);
        assertThat(told(hull, ChannelSemantic.CORNER_SHARPNESSES).floats(0)).containsExactly(10);
        assertThat(told(hull, ChannelSemantic.HOLES).ints(0)).containsExactly(1);
        assertThat(told(hull, ChannelSemantic.POSITIONS).doubles(0)[11]).isEqualTo(0.123456789012);
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void curvesAndPointsWithTheirWidthsAndNumbers(String variant) throws IOException {
        Cache c = cache(variant, """
                    def BasisCurves "Rope"
                    {
                        int[] curveVertexCounts = [2, 3]
                        point3f[] points = [(0, 0, 0), (0, 1, 0), (1, 0, 0), (1, 1, 0), (1, 2, 0)]
                        float[] widths = [0.1, 0.2, 0.3, 0.4, 0.5] (
                            interpolation = "vertex"
                        )
                    }
                    def Points "Spray"
                    {
                        int64[] ids.timeSamples = { 0: [7, 8], 25: [8, 9000000000] }
                        point3f[] points.timeSamples = { 0: [(0, 0, 0), (0, 1, 0)], 25: [(0, 2, 0), (0, 3, 0)] }
                        float[] widths = [0.5]
                        token visibility = "invisible"
                    }
                """);
        CacheNode rope = at(c, "Rope");
        assertThat(rope.kind()).isEqualTo(CacheKind.CURVES);
        assertThat(told(rope, ChannelSemantic.CURVE_COUNTS).ints(0)).containsExactly(2, 3);
        assertThat(param(rope, "width").scope()).isEqualTo("vtx");
        assertThat(param(rope, "width").values().floats(0)).containsExactly(0.1f, 0.2f, 0.3f, 0.4f, 0.5f);
        assertThat(rope.get(ChannelSemantic.VISIBLE)).isNull();
        CacheNode spray = at(c, "Spray");
        assertThat(spray.kind()).isEqualTo(CacheKind.POINTS);
        assertThat(told(spray, ChannelSemantic.IDS).doubles(1)).containsExactly(8, 9_000_000_000d);
        assertThat(told(spray, ChannelSemantic.VISIBLE).doubles(0)).containsExactly(0);
        assertThat(c.range()).containsExactly(new double[] {0, 1}, within(1e-9));
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void aCameraAmongThem(String variant) throws IOException {
        CacheNode eye = at(cache(variant, """
                    def Camera "Eye"
                    {
                        float focalLength = 0.35
                        float horizontalAperture = 0.24
                        float verticalAperture = 0.18
                        float horizontalApertureOffset = 0.01
                        float verticalApertureOffset = 0.02
                        float fStop = 4
                        float focusDistance = 12
                        double shutter:open = -0.25
                        double shutter:close = 0.5
                        float2 clippingRange = (0.5, 800)
                    }
                """ + FLAG), "Eye");
        assertThat(eye.kind()).isEqualTo(CacheKind.CAMERA);
        assertThat(told(eye, ChannelSemantic.LENS).doubles(0))
                .containsExactly(
                        new double[] {35, 2.4, 0.1, 1.8, 0.2, 1, 0, 0, 0, 0, 4, 12, -0.01, 0.02, 0.5, 800},
                        within(1e-6));
    }

    /** 20 to 60 mm over two seconds, while the focus jumps from 4 to 8 after one: three times of the whole lens. */
    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void aLensThatMovesIsToldAtEveryTimeOfAnyOfIt(String variant) throws IOException {
        CacheNode eye = at(cache(variant, """
                    def Camera "Eye"
                    {
                        float focalLength.timeSamples = { 0: 0.2, 50: 0.6 }
                        float focusDistance.timeSamples = { 0: 4, 25: 8 }
                        float2 clippingRange.timeSamples = { 25: (1, 100), 50: (2, 100) }
                    }
                """ + FLAG), "Eye");
        Samples lens = told(eye, ChannelSemantic.LENS);
        assertThat(lens.count()).isEqualTo(3);
        double[] times = {0, 1, 2};
        double[][] moved = {{20, 4, 1}, {40, 8, 1}, {60, 8, 2}};
        for (int i = 0; i < 3; i++) {
            double[] v = lens.doubles(i);
            assertThat(lens.times().time(i)).isCloseTo(times[i], within(1e-9));
            assertThat(new double[] {v[0], v[11], v[14]}).containsExactly(moved[i], within(1e-5));
            assertThat(v[1]).as("what nothing is said of").isCloseTo(209.55, within(1e-3));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void everyOperationOfATransformCounts(String variant) throws IOException {
        Cache c = cache(variant, """
                    def Xform "Hook"
                    {
                        double3 xformOp:translate.timeSamples = { 0: (1, 2, 3), 25: (3, 2, 3) }
                        float3 xformOp:rotateZXY = (10, 20, 30)
                        float xformOp:rotateX = 40
                        quatf xformOp:orient = (0.8, 0.6, 0, 0)
                        float3 xformOp:scale = (2, 3, 4)
                        double3 xformOp:translate:pivot = (5, 6, 7)
                        matrix4d xformOp:transform = ((1, 0, 0, 0), (0, 0, 1, 0), (0, -1, 0, 0), (9, 8, 7, 1))
                        uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:translate:pivot",
                            "xformOp:rotateZXY", "xformOp:rotateX", "xformOp:orient", "xformOp:scale",
                            "xformOp:transform", "!invert!xformOp:translate:pivot"]
                %s
                    }
                """.formatted(FLAG));
        CachePose pose = new CachePose(c);
        for (double t : new double[] {0, 0.5, 1}) {
            pose.at(t, Interpolation.LINEAR);
            Matrix4d wanted = new Matrix4d()
                    .translate(1 + 2 * t, 2, 3)
                    .translate(5, 6, 7)
                    .rotateY(Math.toRadians(20))
                    .rotateX(Math.toRadians(10))
                    .rotateZ(Math.toRadians(30))
                    .rotateX(Math.toRadians(40))
                    .rotate(new Quaterniond(0.6, 0, 0, 0.8))
                    .scale(2, 3, 4)
                    .translate(9, 8, 7)
                    .rotateX(Math.PI / 2)
                    .translate(-5, -6, -7);
            assertThat(pose.world(pose.meshes()[0]).equals(wanted, 1e-6))
                    .as("at " + t + " s: " + pose.world(pose.meshes()[0]) + wanted)
                    .isTrue();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void aBranchThatStartsAnewIsNotMovedByWhatIsAbove(String variant) throws IOException {
        Cache c = cache(variant, """
                    double3 xformOp:translate = (10, 0, 0)
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                    def Xform "Buoy"
                    {
                        double3 xformOp:translate = (0, 4, 0)
                        uniform token[] xformOpOrder = ["!resetXformStack!", "xformOp:translate"]
                %s
                    }
                """.formatted(FLAG));
        CachePose pose = new CachePose(c);
        pose.at(0, Interpolation.LINEAR);
        assertThat(pose.world(pose.meshes()[0]).equals(new Matrix4d().translate(0, 4, 0), 1e-12))
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {AS_READ, UsdFormat.TEXT, UsdFormat.CRATE})
    void whatIsRepeatedIsKeptOnce(String variant) throws IOException {
        Cache c = cache(variant, """
                    def Xform "First"
                    {
                %s
                    }
                    def "Second" (
                        instanceable = true
                        references = </Quay/First>
                    )
                    {
                        double3 xformOp:translate = (0, 0, 6)
                        uniform token[] xformOpOrder = ["xformOp:translate"]
                    }
                """.formatted(FLAG));
        CachePose pose = new CachePose(c);
        pose.at(0, Interpolation.LINEAR);
        List<String> where = Arrays.stream(pose.meshes())
                .mapToObj(i -> pose.world(i).m30() + " " + pose.world(i).m31() + " "
                        + pose.world(i).m32())
                .toList();
        assertThat(where).containsExactly("0.0 0.0 0.0", "0.0 0.0 6.0");
        assertThat(c.sources()).hasSize(1);
    }
}
