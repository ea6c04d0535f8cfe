package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is said of prims and is carried unread, and which prims are a cache. */
class UsdKeepsakesTest {
    @TempDir
    Path folder = Path.of("");

    private Scene read(String text) throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(
                file,
                "#usda 1.0\n(\n    defaultPrim = \"Ship\"\n    metersPerUnit = 1\n    upAxis = \"Y\"\n    timeCodesPerSecond = 24\n)\n"
                        + text);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private String again(Scene s) throws IOException {
        Path file = folder.resolve("again.usda");
        SceneFiles.write(s, file, new UsdFormat(), UsdFormat.TEXT, true, Progress.NONE);
        return Files.readString(file);
    }

    /** What is understood is not kept beside what it became. */
    @ParameterizedTest
    @CsvSource({
        "'custom double wear = 0.5', true",
        "'custom double[] userProperties:list = [1, 2]', true",
        "'custom double userProperties:mass = 0.5', false",
        "'float primvars:gloss = 0.5', true",
        "'texCoord2f[] primvars:st = [(0, 0), (1, 0), (0, 1)] ( interpolation = \"vertex\" )', false",
        "'token visibility = \"inherited\"', false",
        "'float3[] extent = [(0, 0, 0), (1, 1, 0)]', false",
        "'uniform token purpose = \"guide\"', true",
        "'double3 xformOp:translate = (1, 0, 0)\nuniform token[] xformOpOrder = [\"xformOp:translate\"]', false",
        "'normal3f[] normals = [(0, 0, 1), (0, 0, 1), (0, 0, 1)]', false"
    })
    void whatIsNotUnderstoodIsKeptAndWrittenAgain(String property, boolean kept) throws IOException {
        Scene s = read("def Xform \"Ship\" {\n" + UsdSamples.mesh("Sail", property) + "}\n");
        assertThat(s.keepsakes()).hasSize(kept ? 1 : 0);
        if (kept) {
            assertThat(s.keepsakes().getFirst().kind()).isEqualTo("properties");
            assertThat(s.keepsakes().getFirst().format()).isEqualTo("USD");
            String name = property.substring(0, property.indexOf(" =")).replaceFirst(".* ", "");
            assertThat(again(s)).contains(name);
        }
    }

    @Test
    void dataKindsAndSchemasOfAPrimAreKept() throws IOException {
        Scene s = read(
                "def Xform \"Ship\" (\n    kind = \"component\"\n    prepend apiSchemas = [\"WindAPI\", \"MaterialBindingAPI\"]\n    customData = { string yard = \"north\" }\n"
                        + "    displayName = \"The Ship\"\n) {\n}\n");
        assertThat(s.keepsakes()).extracting(OpaqueData::name).containsExactly("/Ship");
        String text = again(s);
        assertThat(text)
                .contains(
                        "kind = \"component\"", "\"WindAPI\"", "string yard = \"north\"", "displayName = \"The Ship\"")
                .doesNotContain("MaterialBindingAPI");
        assertThat(read(text.substring(text.indexOf("def "))).keepsakes()).hasSize(1);
    }

    @Test
    void whatOnlyWeSayOfAPrimIsNotKept() throws IOException {
        Scene s = read("def Xform \"Ship\" (\n    customData = { dictionary heron = { bool wrapper = true } }\n) {\n"
                + UsdSamples.mesh("Sail", "") + "}\n");
        assertThat(s.keepsakes()).isEmpty();
        assertThat(s.nodes()).hasSize(1);
    }

    @Test
    void aPrimOfAKindThatNobodyKnowsIsANodeThatKeepsIt() throws IOException {
        Scene s = read(
                "def Xform \"Ship\" {\n    def WindVane \"Vane\" {\n        double turns = 2\n    }\n    def Cube \"Crate\" {\n        double size = 2\n    }\n}\n");
        assertThat(s.nodes().get(s.find("Vane")).kind()).isEqualTo(NodeKind.GROUP);
        assertThat(s.nodes().get(s.find("Crate")).kind()).isEqualTo(NodeKind.LOCATOR);
        assertThat(s.notes()).contains("/Ship/Crate is a Cube, not a mesh; its place is read, not its shape");
        assertThat(s.keepsakes()).extracting(OpaqueData::kind).containsExactly("WindVane", "Cube");
        assertThat(again(s)).contains("def WindVane \"Vane\"", "double turns = 2");
    }

    @ParameterizedTest
    @ValueSource(strings = {"Skeleton", "Volume", "SphereLight"})
    void aBranchWithSomethingElseIsNoCacheAsAWhole(String other) throws IOException {
        String moving = UsdSamples.mesh(
                "Flag",
                "point3f[] points.timeSamples = { 0: [(0, 0, 0), (1, 0, 0), (0, 1, 0)], 24: [(0, 0, 1), (1, 0, 0), (0, 1, 0)] }");
        Scene s = read("def Xform \"Ship\" {\n    def Xform \"Rig\" {\n" + moving + "    }\n    def " + other
                + " \"Else\" {\n    }\n}\n");
        assertThat(s.caches()).hasSize(1);
        assertThat(s.caches().getFirst().entries())
                .extracting(e -> e.node().name())
                .contains("Rig", "Flag");
        assertThat(s.find("Ship")).isNotNegative();
        Scene all = read(
                "def Xform \"Ship\" {\n    double3 xformOp:translate = (1, 0, 0)\n    uniform token[] xformOpOrder = [\"xformOp:translate\"]\n    def Xform \"Rig\" {\n"
                        + moving + "    }\n}\n");
        assertThat(all.caches().getFirst().entries())
                .extracting(e -> e.node().name())
                .contains("Ship", "Rig", "Flag");
        assertThat(all.nodes()).isEmpty();
    }

    @Test
    void facesThatChangeAreACacheAsWell() throws IOException {
        Scene s = read("def Xform \"Ship\" {\n"
                + UsdSamples.mesh("Spray", "int[] faceVertexIndices.timeSamples = { 0: [0, 1, 2], 24: [2, 1, 0] }")
                + UsdSamples.mesh("Deck", "") + "}\n");
        assertThat(s.caches()).hasSize(1);
        assertThat(s.meshes()).isEmpty();
        Scene still = read("def Xform \"Ship\" {\n" + UsdSamples.mesh("Deck", "") + "}\n");
        assertThat(still.caches()).isEmpty();
        assertThat(still.meshes()).hasSize(1);
        assertThat(List.of("BasisCurves", "Points"))
                .allSatisfy(kind -> assertThat(read("def Xform \"Ship\" {\n    def " + kind + " \"Rope\" {\n    }\n}\n")
                                .caches())
                        .hasSize(1));
    }
}
