package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.volume.Volume;
import idleheron.formats.SceneFiles;
import idleheron.formats.openvdb.References;
import idleheron.formats.usd.write.UsdVolumeWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which material counts for a prim, how pictures lie on it and travel, and which files a volume has. */
class UsdSurfacesTest {
    @TempDir
    Path folder = Path.of("");

    private Scene read(String text) throws IOException {
        Path file = folder.resolve("stage.usda");
        Files.writeString(file, "#usda 1.0\n(\n    defaultPrim = \"Ship\"\n)\n" + text);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private static String material(String name, String color) {
        return """
                def Material "%1$s" {
                    token outputs:surface.connect = </Ship/%1$s/S.outputs:surface>
                    def Shader "S" {
                        uniform token info:id = "UsdPreviewSurface"
                        color3f inputs:diffuseColor = %2$s
                        token outputs:surface
                    }
                }
                """.formatted(name, color);
    }

    private static String worn(Scene s, String mesh) {
        int[] m = s.nodes().get(s.find(mesh)).materials();
        return m.length == 0 ? "" : s.materials().get(m[0]).name();
    }

    @Test
    void theMaterialThatIsBoundNearestCounts() throws IOException {
        Scene s = read("def Xform \"Ship\" {\n"
                + material("Tar", "(0.1, 0.2, 0.3)")
                + material("Cloth", "(1, 0.5, 0)")
                + "def Xform \"Rig\" {\n    rel material:binding = </Ship/Tar>\n"
                + UsdSamples.mesh("Mast", "")
                + UsdSamples.mesh("Sail", "rel material:binding = </Ship/Cloth>")
                + UsdSamples.mesh("Flag", "rel material:binding:preview = </Ship/Cloth>")
                + "}\n"
                + UsdSamples.mesh("Hull", "")
                + "}\n");
        assertThat(worn(s, "Mast")).isEqualTo("Tar");
        assertThat(worn(s, "Sail")).isEqualTo("Cloth");
        assertThat(worn(s, "Flag")).isEqualTo("Cloth");
        assertThat(worn(s, "Hull")).isEmpty();
        Material tar = s.materials().stream()
                .filter(m -> m.name().equals("Tar"))
                .findFirst()
                .orElseThrow();
        assertThat(tar.diffuse().distance(new Vec3(0.1, 0.2, 0.3))).isLessThan(1e-6);
    }

    @ParameterizedTest
    @CsvSource({
        "expandPrims, </Ship/Rig>, '', Tar Tar Tar",
        "expandPrims, </Ship/Rig>, </Ship/Rig/Sail>, Tar '' Tar",
        "expandPrims, </Ship/Rig/Sail>, </Ship/Rig>, '' Tar ''",
        "explicitOnly, </Ship/Rig>, '', '' '' ''",
        "explicitOnly, </Ship/Rig/Sail>, '', '' Tar ''",
    })
    void aCollectionBindsWhatItHolds(String rule, String includes, String excludes, String worn) throws IOException {
        Scene s = read("def Xform \"Ship\" {\n"
                + "    rel material:binding:collection:dark = [</Ship.collection:dark>, </Ship/Tar>]\n"
                + "    uniform token collection:dark:expansionRule = \"" + rule + "\"\n"
                + "    rel collection:dark:includes = " + includes + "\n"
                + (excludes.isEmpty() ? "" : "    rel collection:dark:excludes = " + excludes + "\n")
                + material("Tar", "(0, 0, 0)")
                + "def Xform \"Rig\" {\n"
                + UsdSamples.mesh("Mast", "")
                + UsdSamples.mesh("Sail", "")
                + UsdSamples.mesh("Flag", "")
                + "}\n}\n");
        assertThat(List.of(worn(s, "Mast"), worn(s, "Sail"), worn(s, "Flag")))
                .containsExactly(worn.replace("''", "").split(" ", -1));
    }

    /** A ship with one picture on its sail. */
    private Scene pictured(String more) throws IOException {
        return read("def Xform \"Ship\" {\n" + UsdSamples.mesh("Sail", "rel material:binding = </Ship/Cloth>")
                + """
                def Material "Cloth" {
                    token outputs:surface.connect = </Ship/Cloth/S.outputs:surface>
                    def Shader "S" {
                        uniform token info:id = "UsdPreviewSurface"
                        color3f inputs:diffuseColor.connect = </Ship/Cloth/T.outputs:rgb>
                        token outputs:surface
                    }
                    def Shader "T" {
                        uniform token info:id = "UsdUVTexture"
                        asset inputs:file = @./maps/wax.png@
                        float3 outputs:rgb
                        %s
                    }
                    def Shader "P" {
                        uniform token info:id = "UsdTransform2d"
                        float2 inputs:translation = (0.25, 0.5)
                        float2 inputs:in.connect = </Ship/Cloth/U.outputs:result>
                        float2 outputs:result
                    }
                    def Shader "U" {
                        uniform token info:id = "UsdPrimvarReader_float2"
                        string inputs:varname = "second"
                        float2 outputs:result
                    }
                }
                }
                """.formatted(more));
    }

    @ParameterizedTest
    @CsvSource({
        "'', REPEAT, REPEAT",
        "'token inputs:wrapS = \"clamp\"; token inputs:wrapT = \"mirror\"', CLAMP, MIRROR",
        "'token inputs:wrapS = \"mirror\"; token inputs:wrapT = \"black\"', MIRROR, CLAMP",
    })
    void whatIsBeyondTheEdgesOfAPicture(String told, Placement.Wrap u, Placement.Wrap v) throws IOException {
        Scene s = pictured(told.replace("; ", "\n"));
        Path again = folder.resolve("again.usdc");
        SceneFiles.write(s, again, new UsdFormat(), UsdFormat.CRATE, true, Progress.NONE);
        for (Scene t : List.of(s, SceneFiles.read(again, Progress.NONE).scene())) {
            Placement p = t.materials().getFirst().uses().getFirst().placement();
            assertThat(p).isEqualTo(Placement.PLAIN.wrapped(u, v));
            assertThat(t.textures().getFirst().uvSet()).isEmpty();
            assertThat(t.textures().getFirst().relative()).isEqualTo("maps/wax.png");
        }
    }

    @Test
    void thePrimvarIsFoundThroughATransformAndWithoutOne() throws IOException {
        Scene moved = pictured("float2 inputs:st.connect = </Ship/Cloth/P.outputs:result>");
        assertThat(moved.textures().getFirst().uvSet()).isEqualTo("second");
        assertThat(moved.materials().getFirst().uses().getFirst().placement())
                .isEqualTo(Placement.of(1, 1, 0, 0.25, 0.5));
        Scene plain = pictured("float2 inputs:st.connect = </Ship/Cloth/U.outputs:result>");
        assertThat(plain.textures().getFirst().uvSet()).isEqualTo("second");
        assertThat(plain.materials().getFirst().uses().getFirst().placement()).isEqualTo(Placement.PLAIN);
    }

    @Test
    void aPackageTakesPicturesInsideUnderNamesOfTheirOwn() throws IOException {
        Scene s = pictured("");
        Texture wax = s.textures().getFirst();
        byte[] one = {(byte) 0x89, 'P', 'N', 'G', 1};
        byte[] two = {(byte) 0x89, 'P', 'N', 'G', 2};
        List<Texture> both = new ArrayList<>(List.of(
                wax.withContent(one),
                new Texture("other", "other/wax.png", "other/wax.png", true, two, "", List.of())));
        Material cloth = s.materials().getFirst();
        Scene sent = s.withTextures(both)
                .withMaterials(List.of(new Material(
                        cloth.name(),
                        cloth.model(),
                        cloth.diffuse(),
                        1,
                        List.of(new Material.Use(Material.DIFFUSE, 0), new Material.Use("NormalMap", 1)),
                        List.of())));
        Path file = folder.resolve("ship.usdz");
        SceneFiles.write(sent, file, new UsdFormat(), UsdFormat.PACKAGE, true, Progress.NONE);
        Scene back = SceneFiles.read(file, Progress.NONE).scene();
        assertThat(back.textures()).hasSize(2);
        assertThat(back.textures()).extracting(Texture::fileName).containsExactlyInAnyOrder("wax.png", "2_wax.png");
        for (Texture t : back.textures()) {
            assertThat(t.content()).isEqualTo(t.fileName().equals("wax.png") ? one : two);
        }
        Scene tga = sent.withTextures(
                List.of(new Texture("wax", "wax.tga", "wax.tga", true, one, "", List.of()), both.get(1)));
        assertThatThrownBy(() -> SceneFiles.write(
                        tga, folder.resolve("no.usdz"), new UsdFormat(), UsdFormat.PACKAGE, true, Progress.NONE))
                .hasMessageContaining("wax.tga");
    }

    private static final String SMOKE = """
            def Xform "Ship" {
                double3 xformOp:translate = (0, 5, 0)
                uniform token[] xformOpOrder = ["xformOp:translate"]
                def Volume "Smoke" {
                    rel field:density = </Ship/Smoke/density>
                    rel field:lost = </Ship/Smoke/lost>
                    def OpenVDBAsset "density" {
                        token fieldName = "density"
                        asset filePath%s
                    }
                }
            }
            """;

    private void files(String... names) throws IOException {
        for (String n : names) {
            Files.write(folder.resolve(n), References.bytes(References.names().getFirst()));
        }
    }

    @Test
    void aVolumeHasAFilePerTimeCodeWhereItsPrimStands() throws IOException {
        files("smoke.0001.vdb", "smoke.0004.vdb");
        Scene s = read(SMOKE.formatted(".timeSamples = { 1: @./smoke.0001.vdb@, 4: @./smoke.0004.vdb@ }"));
        Volume v = s.volumes().getFirst();
        assertThat(v.name()).isEqualTo("Smoke");
        assertThat(v.frames()).extracting(Volume.Frame::number).containsExactly(1, 4);
        assertThat(v.padding()).isEqualTo(4);
        assertThat(v.sound()).hasSize(2);
        assertThat(v.changes()).hasSize(1);
        assertThat(s.notes()).anyMatch(n -> n.contains("/Ship/Smoke") && n.contains("lost"));
        assertThat(UsdVolumeWriter.pattern(v)).isEqualTo("Smoke.####.vdb");
        Path again = folder.resolve("again.usda");
        SceneFiles.write(s, again, new UsdFormat(), UsdFormat.TEXT, true, Progress.NONE);
        assertThat(Files.readString(again))
                .contains("def Volume \"Smoke\"", "@./Smoke.0001.vdb@", "@./Smoke.0004.vdb@", "timeSamples");
    }

    @Test
    void aVolumeOfOneFileIsStill() throws IOException {
        files("smoke.vdb");
        Scene s = read(SMOKE.formatted(" = @./smoke.vdb@"));
        Volume v = s.volumes().getFirst();
        assertThat(v.frames()).extracting(Volume.Frame::number).containsExactly(0);
        assertThat(v.padding()).isZero();
        assertThat(UsdVolumeWriter.pattern(v)).isEqualTo("Smoke.vdb");
        Path again = folder.resolve("again.usda");
        SceneFiles.write(s, again, new UsdFormat(), UsdFormat.TEXT, true, Progress.NONE);
        assertThat(Files.readString(again)).contains("@./Smoke.vdb@").doesNotContain("timeSamples");
        assertThat(read(SMOKE.formatted("")).volumes()).as("no file is named").isEmpty();
        Node ship = s.nodes().get(s.find("Ship"));
        assertThat(Objects.requireNonNull(ship).transform().translation()).isEqualTo(new Vec3(0, 5, 0));
    }
}
