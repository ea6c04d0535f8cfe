package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Layered;
import idleheron.formats.usd.checks.SetSubdivision;
import idleheron.formats.usd.checks.UsdChecks;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.TextValue;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UsdChecksTest {
    private static final String DECLARED = """
            #usda 1.0
            (
                defaultPrim = "R"
                metersPerUnit = 0.01
                upAxis = "Y"
                timeCodesPerSecond = 24
                startTimeCode = 1
                endTimeCode = 10
            )
            """;
    private static final Convention PHONE =
            new Convention("phone", "A phone", AxisSystem.COMMON, 1, null, 4, true, true);
    private static final String TRIANGLE = """
            int[] faceVertexCounts = [3]
            int[] faceVertexIndices = [0, 1, 2]
            point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
            """;

    @TempDir
    Path folder;

    private List<Finding> checked(String text) throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(file, text);
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        return UsdChecks.of(s, file, PHONE);
    }

    @Test
    void aWellWrittenStageIsToldNothing() throws IOException {
        assertThat(checked(DECLARED + "def Mesh \"R\"\n{\n    uniform token subdivisionScheme = \"none\"\n" + TRIANGLE
                        + "}\n"))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            subdivided-unasked    | def Mesh "R" { TRI normal3f[] normals = [(0, 0, 1), (0, 0, 1), (0, 0, 1)] }
            subdivided-unasked    | def Mesh "R" { TRI }
            faces-left-handed     | def Mesh "R" { TRI uniform token subdivisionScheme = "none"; uniform token orientation = "leftHanded" }
            primvar-length        | def Mesh "R" { TRI uniform token subdivisionScheme = "none"; float[] primvars:w = [1, 2] (interpolation = "vertex") }
            no-default-prim       | def Xform "Other" { }
            layer-missing         | def Xform "R" (references = @gone.usda@) { }
            arc-fault             | def Xform "R" (references = </Nobody>) { }
            path-leaves-folder    | def Xform "R" { custom asset a = @../other/x.png@ }
            path-leaves-folder    | def Xform "R" { custom asset a = @/home/me/x.png@ }
            animation-starts-late | def Xform "R" { double3 xformOp:translate.timeSamples = { 3: (0, 0, 0), 9: (1, 0, 0), }; uniform token[] xformOpOrder = ["xformOp:translate"] }
            skeleton-topology     | def Skeleton "R" { uniform token[] joints = ["a/b", "a"]; MATS }
            rest-and-bind-apart   | def Skeleton "R" { uniform token[] joints = ["a", "a/b"]; APART }
            quaternion-not-unit   | def SkelAnimation "R" { uniform token[] joints = ["a"]; QUATS }
            animation-incomplete  | def SkelAnimation "R" { uniform token[] joints = ["a"]; float3[] translations = [(0, 0, 0)]; quatf[] rotations = [(1, 0, 0, 0)] }
            surface-not-preview   | def Xform "R" { def Material "M" { } }
            """)
    void eachFaultIsFoundAndNothingElseOfItsKind(String code, String body) throws IOException {
        String one = "((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 0, 0, 1))";
        String up = "((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 5, 0, 1))";
        String text = body.replace("TRI", TRIANGLE.replace("\n", ";"))
                .replace(
                        "MATS",
                        "uniform matrix4d[] bindTransforms = [" + one + ", " + one
                                + "]; uniform matrix4d[] restTransforms = [" + one + ", " + one + "]")
                .replace(
                        "APART",
                        "uniform matrix4d[] bindTransforms = [" + one + ", " + up
                                + "]; uniform matrix4d[] restTransforms = [" + one + ", " + one + "]")
                .replace(
                        "QUATS",
                        "float3[] translations = [(0, 0, 0)]; half3[] scales = [(1, 1, 1)]; quatf[] rotations.timeSamples = { 1: [(2, 0, 0, 0)], 2: [(1, 0, 0, 0)], }");
        List<Finding> found = checked(DECLARED + text);
        assertThat(found).extracting(Finding::code).as(text).contains(code);
        assertThat(found).filteredOn(f -> f.code().equals(code)).hasSize(1).allSatisfy(f -> {
            assertThat(f.message()).isNotBlank();
            assertThat(f.title()).isNotBlank();
        });
    }

    @Test
    void declarationsThatAreMissingAreCounted() throws IOException {
        Finding f = checked("#usda 1.0\ndef \"R\"\n{\n}\n").getFirst();
        assertThat(f.code()).isEqualTo("stage-undeclared");
        assertThat(f.figure().value()).isEqualTo(3);
    }

    @Test
    void whatALayerSaysAgainIsWeighed() throws IOException {
        StringBuilder points = new StringBuilder();
        for (int i = 0; i < 600; i++) {
            points.append("(").append(i).append(", 0, 0), ");
        }
        String mesh = "def Points \"R\"\n{\n    point3f[] points = [" + points + "]\n}\n";
        Files.writeString(folder.resolve("asset.usda"), "#usda 1.0\n" + mesh);
        List<Finding> found = checked(DECLARED.replace("upAxis", "subLayers = [@asset.usda@]\n    upAxis") + mesh);
        assertThat(found).extracting(Finding::code).containsExactly("said-again");
        assertThat(found.getFirst().figure().value()).isEqualTo(7.2);
    }

    @Test
    void jointsInAnotherOrderAreToldWithTheAnimation() throws IOException {
        List<Finding> found = checked(DECLARED + """
                def SkelRoot "R"
                {
                    def Skeleton "S" (prepend apiSchemas = ["SkelBindingAPI"])
                    {
                        uniform token[] joints = ["a", "a/b"]
                        rel skel:animationSource = </R/A>
                    }
                    def SkelAnimation "A"
                    {
                        uniform token[] joints = ["a/b", "a"]
                        float3[] translations = [(0, 1, 0), (0, 0, 0)]
                        quatf[] rotations = [(1, 0, 0, 0), (1, 0, 0, 0)]
                        half3[] scales = [(1, 1, 1), (1, 1, 1)]
                    }
                }
                """);
        assertThat(found).extracting(Finding::code).containsExactly("joints-in-another-order");
    }

    @Test
    void aSubdivisionThatIsSetIsWrittenAndNoLongerTold() throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(file, DECLARED + "def Mesh \"R\"\n{\n" + TRIANGLE + "}\n");
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        Scene subdivided = new SetSubdivision("catmullClark").apply(s);
        Path out = folder.resolve("out.usda");
        SceneFiles.write(subdivided, out, new UsdFormat(), UsdFormat.TEXT, false, Progress.NONE);
        assertThat(Files.readString(out)).contains("subdivisionScheme = \"catmullClark\"");
        SceneFiles.write(
                new SetSubdivision("none").apply(subdivided),
                out,
                new UsdFormat(),
                UsdFormat.TEXT,
                true,
                Progress.NONE);
        assertThat(Files.readString(out)).contains("subdivisionScheme = \"none\"");
    }

    @Test
    void aStageIsFlattenedAndABranchTakesWhatItNeeds() throws IOException {
        UsdSamples.into(folder);
        Path flat = folder.resolve("out/flat.usda");
        Layered.Made made = StageEdits.flatten(folder.resolve("sub.usda"), "/", flat, PictureStyle.AS_IT_IS, false);
        assertThat(made.prims()).isEqualTo(6);
        Layer l = UsdSamples.file(flat);
        assertThat(l.sublayers()).isEmpty();
        assertThat(Files.readString(flat))
                .as("30 under 24 a second, shifted by 10, twice as long: 10 + 1 · 2 · 24 / 30")
                .contains("11.6: [");
        Path branch = folder.resolve("branch.usda");
        StageEdits.flatten(folder.resolve("rig_small.usda"), "/Rig/Body", branch, PictureStyle.AS_IT_IS, false);
        Layer b = UsdSamples.file(branch);
        assertThat(b.prim("/Rig/Skel"))
                .as("the skeleton that the mesh is bound to")
                .isNotNull();
        assertThat(b.prim("/Rig/Body/bulge")).isNotNull();
        assertThat(b.root().text(Field.DEFAULT_PRIM)).isEqualTo("Rig");
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> StageEdits.flatten(
                        folder.resolve("rig_small.usda"), "/Nobody", branch, PictureStyle.AS_IT_IS, true))
                .hasMessageContaining("/Nobody");
    }

    @Test
    void aPackageGathersFilesFitsPicturesAndAlignsEverything() throws IOException {
        Files.createDirectories(folder.resolve("maps"));
        BufferedImage large = new BufferedImage(512, 256, BufferedImage.TYPE_INT_ARGB);
        large.setRGB(3, 3, 0x40FF0000);
        javax.imageio.ImageIO.write(
                large, "png", folder.resolve("maps/coat.png").toFile());
        Files.writeString(
                folder.resolve("stage.usda"),
                DECLARED + "def \"R\"\n{\n    asset map = @./maps/coat.png@\n    asset gone = @./maps/none.png@\n}\n");
        Path out = folder.resolve("stage.usdz");
        Layered.Made made =
                StageEdits.flatten(folder.resolve("stage.usda"), "/", out, new PictureStyle("", "", 128), false);
        assertThat(made.files()).isEqualTo(2);
        assertThat(made.missing()).containsExactly("./maps/none.png");
        byte[] bytes = Files.readAllBytes(out);
        UsdPackage p = UsdPackage.read("stage.usdz", MemorySegment.ofArray(bytes));
        assertThat(p.entries()).allMatch(UsdPackage.Entry::isAligned);
        UsdPackage.Entry map = Objects.requireNonNull(p.find("assets/coat.png"));
        BufferedImage small = javax.imageio.ImageIO.read(
                new java.io.ByteArrayInputStream(map.bytes().toArray(java.lang.foreign.ValueLayout.JAVA_BYTE)));
        assertThat(small.getWidth()).isEqualTo(128);
        assertThat(small.getHeight()).isEqualTo(64);
        assertThat(small.getColorModel().hasAlpha()).isTrue();
        Layer l = idleheron.formats.usd.files.Layers.read(
                "x", p.entries().getFirst().bytes(), new java.util.ArrayList<>());
        assertThat(Objects.requireNonNull(l.prim("/R")).properties().get("map"))
                .isNotNull()
                .satisfies(a -> assertThat(a.get(Field.DEFAULT)).isEqualTo(TextValue.asset("assets/coat.png")));
        try (java.util.zip.ZipFile zip = new java.util.zip.ZipFile(out.toFile())) {
            assertThat(zip.stream()).hasSize(2).allMatch(e -> e.getMethod() == java.util.zip.ZipEntry.STORED);
        }
    }
}
