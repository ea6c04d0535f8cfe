package idleheron.formats.obj;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.obj.bridge.ObjChecks;
import idleheron.formats.obj.bridge.ObjSceneReader;
import idleheron.formats.obj.document.ObjDocument;
import idleheron.formats.obj.document.ObjOut;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ObjTest {
    private static final String SQUARE = "v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\n";

    @TempDir
    Path folder;

    private static Scene read(String text) throws IOException {
        return read(text.getBytes(StandardCharsets.UTF_8));
    }

    private static Scene read(byte[] text) throws IOException {
        return ObjSceneReader.read(ObjDocument.read("a.obj", MemorySegment.ofArray(text)), "a", null);
    }

    private static Mesh mesh(String text) throws IOException {
        return read(text).meshes().getFirst();
    }

    private static String written(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new ObjFormat().write(s, "text", out, Progress.NONE);
        return out.toString(StandardCharsets.UTF_8);
    }

    @Test
    void pointsCoordinatesNormalsAndFacesOfAnySizeAreRead() throws Exception {
        Mesh m = mesh(SQUARE
                + "v .5 2e0 -1.5E+01 # above\nvt 0 1\nvt .25\nvn 0 0 2\nf 1/1/1 2/2/1 3/1/1 4/1/1\nf 3//1 4//1 5//1\n");

        assertThat(m.points()).containsExactly(0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0.5, 2, -15);
        assertThat(m.faceStarts()).containsExactly(0, 4, 7);
        assertThat(m.corners()).containsExactly(0, 1, 2, 3, 2, 3, 4);
        assertThat(m.uvSets().getFirst().uv()).containsExactly(0, 1, 0.25f, 0);
        assertThat(m.uvSets().getFirst().indices()).containsExactly(0, 1, 0, 0, -1, -1, -1);
        assertThat(Objects.requireNonNull(m.normals())).startsWith(0, 0, 1).hasSize(21);
    }

    @Test
    void indicesBelowZeroCountBackFromWhatWasSaidSoFar() throws Exception {
        Mesh m = mesh(SQUARE + "f -4 -3 -2\nv 9 9 9\nf -1 -5 -4\n");

        assertThat(m.corners()).containsExactly(0, 1, 2, 4, 0, 1);
    }

    @Test
    void linesEndInThreeWaysAndGoOnAfterABackslashInCommentsToo() throws Exception {
        assertThat(mesh("v 0 0 0\rv 1 0 0\rv 0 1 0\rf 1 2 3").corners()).containsExactly(0, 1, 2);
        assertThat(mesh("v 0 0 0\r\nv 1 0 \\\r\n0\r\nv 0 1 0\r\nf 1 \\\r\n 2 3\r\n")
                        .corners())
                .containsExactly(0, 1, 2);
        assertThat(mesh(SQUARE + "f 1 2 3\n# goes on \\\nf 2 3 4\nf 1 3 4\n").faceCount())
                .isEqualTo(2);
    }

    @Test
    void objectsGroupsMaterialsAndSmoothingHoldFromWhereTheyStand() throws Exception {
        Scene s = read(SQUARE + "v 5 5 5\no a\ng left up\nusemtl wood\ns 1\nf 1 2 3\ns off\ng\nusemtl iron\nf 1 3 4\n"
                + "o b\nusemtl wood\ns 33\nf 1 2 4\no a\nf 2 3 4\n");

        assertThat(s.nodes()).extracting("name").containsExactly("a", "b", "a");
        Mesh a = s.meshes().getFirst();
        assertThat(a.faceMaterials()).containsExactly(0, 1);
        assertThat(s.materials()).extracting(Material::name).containsExactly("wood", "iron");
        assertThat(s.nodes().getFirst().materials()).containsExactly(0, 1);
        assertThat(s.nodes().get(1).materials()).containsExactly(0);
        assertThat(a.smoothingGroups()).containsExactly(1, 0);
        assertThat(s.meshes().get(1).smoothingGroups()).containsExactly(1);
        assertThat(a.layers()).extracting(MeshLayer::name).containsExactly("left", "up", "default");
        assertThat(a.layers().getFirst().indices()).containsExactly(0, -1);
        assertThat(s.meshes().get(1).pointCount()).isEqualTo(3);
        assertThat(s.notes())
                .contains("names of several objects, each of which is a part of its own: a")
                .contains("smoothing groups above 32 share those below", "points in no face: 1");
    }

    @Test
    void coloursLieOnPointsAndAWeightIsToldAndNotDividedBy() throws Exception {
        Scene s = read("v 0 0 0 1 0 0\nv 1 0 0 0 1 0 .5\nv 0 1 0\nf 1 2 3\n");
        MeshLayer l = s.meshes().getFirst().layers().getFirst();

        assertThat(l.values()).containsExactly(1, 0, 0, 1, 0, 1, 0, 0.5, 1, 1, 1, 1);
        assertThat(s.notes()).contains("points without a colour among others that have one: 1; they are white");
        assertThat(read("v 2 0 0 2\nv 1 0 0\nv 0 1 0\nf 1 2 3\n").notes())
                .contains("points with a weight other than 1, which is not divided by: 1, the first in line 1");
    }

    @ParameterizedTest
    @CsvSource({
        "'f 1 2 0', 5, 'a point, counted from 1'",
        "'f 1 2 9', 5, 'one of 4 points'",
        "'f 1 2 99999999999999999999', 5, 'one of 4 points'",
        "'f -5 1 2', 5, 'one of the 4 points so far'",
        "'f a 1 2', 5, 'a whole number'",
        "'f 1.5 1 2', 5, 'a whole number'",
        "'f //1 1 2', 5, 'the number of a point'",
    })
    void aCornerThatIsNoPointIsRefusedWithItsLine(String face, int line, String expected) {
        assertThatThrownBy(() -> read(SQUARE + face + "\n"))
                .isInstanceOf(FormatException.class)
                .hasMessageStartingWith("a.obj, line " + line + ": expected " + expected);
    }

    @Test
    void whatCanBeReadAllTheSameIsToldWithItsNumberAndFirstLine() throws Exception {
        Scene s = read("v 0x0 0 0\nv 1d2 nan 0\nv 1\n" + SQUARE
                + "f 1 2\nf 5 5 6\nf 4/7 5 6/1/2/3\nl 1 2\np 1\nvp 0 0\ncall x.obj\nwhat 1\nvn 0 0 0\n");

        assertThat(s.notes())
                .contains("words that are no numbers: 3, the first in line 1 (0x0)")
                .contains("points of fewer than three numbers: 1, the first in line 3")
                .contains("faces of fewer than three corners, which are left out: 1, the first in line 8")
                .contains("faces that name a point twice: 1, the first in line 9")
                .contains("corners whose coordinates are not there: 2, the first in line 10 (4/7)")
                .contains("corners of more than three parts: 1, the first in line 10 (6/1/2/3)")
                .contains("lines, which are left out: 1, the first in line 11")
                .contains("statements vp of free-form surfaces or display, which are left out: 1, the first in line 13")
                .contains("statements call, which are never followed: 1, the first in line 14 (x.obj)")
                .contains("statements that no standard has, what among them: 1, the first in line 15")
                .contains("normals of no length: 1, the first in line 16");
        assertThat(s.meshes().getFirst().points()[0]).isNaN();
        assertThat(s.meshes().getFirst().faceCount()).isEqualTo(2);
    }

    @Test
    void otherEncodingsAreReadAndNoTextIsRefused() throws Exception {
        Charset latin = StandardCharsets.ISO_8859_1;
        assertThat(read(("o pièce\n" + SQUARE + "f 1 2 3\n").getBytes(latin))
                        .nodes()
                        .getFirst()
                        .name())
                .isEqualTo("pièce");
        byte[] wide = ("\uFEFFo cleat\n" + SQUARE + "f 1 2 3\n").getBytes(StandardCharsets.UTF_16LE);
        assertThat(read(wide).nodes().getFirst().name()).isEqualTo("cleat");
        assertThat(read(wide).notes()).contains("it is text in UTF-16, which others do not read");
        assertThat(mesh("\uFEFF" + SQUARE + "f 1 2 3\n").faceCount()).isEqualTo(1);
        assertThatThrownBy(() -> read(new byte[] {'v', ' ', 0, 1})).hasMessageContaining("a zero byte");
        assertThatThrownBy(() -> read("\1\2\3\4\5v 0 0 0")).hasMessageContaining("control characters");
    }

    @Test
    void aTextOfManyPiecesGivesTheSameAsOnePiece() throws Exception {
        StringBuilder s = new StringBuilder();
        int n = 150_000;
        for (int i = 0; i < n; i++) {
            s.append("v ")
                    .append(i)
                    .append(" 0.25 ")
                    .append(-i)
                    .append("\nvt 0.")
                    .append(i)
                    .append(" 1\n");
            if (i >= 2) {
                s.append("f -1/-1 -2/-2 -3/-3\nf ")
                        .append(i + 1)
                        .append(' ')
                        .append(i)
                        .append(" \\\n")
                        .append(i - 1)
                        .append("\nf 1 2\n");
            }
            if (i % 50_000 == 0) {
                s.append("usemtl m").append(i).append('\n');
            }
        }
        byte[] text = s.toString().getBytes(StandardCharsets.UTF_8);
        assertThat(text.length).isGreaterThan(2 * (4 << 20));
        ObjDocument d = ObjDocument.read("big.obj", MemorySegment.ofArray(text));

        assertThat(d.points()).hasSize(3 * n);
        assertThat(d.faceCount()).isEqualTo(2 * (n - 2));
        for (int i = 2; i < n; i++) {
            int at = 6 * (i - 2);
            assertThat(d.cornerPoints()[at]).isEqualTo(i);
            assertThat(d.cornerPoints()[at + 2]).isEqualTo(i - 2);
            assertThat(d.cornerUvs()[at + 1]).isEqualTo(i - 1);
            assertThat(d.cornerUvs()[at + 3]).isEqualTo(-1);
            assertThat(d.cornerPoints()[at + 5]).isEqualTo(i - 2);
        }
        assertThat(d.points()[3 * (n - 1) + 2]).isEqualTo(1.0 - n);
        assertThat(d.notes())
                .anyMatch(x -> x.startsWith("faces of fewer than three corners, which are left out: 149998"));
        assertThat(d.events()).hasSize(3);
        assertThat(d.events().get(1).face()).isEqualTo(2 * (50_000 - 1));
    }

    @Test
    @Timeout(20)
    void manyObjectsWithMaterialsOfTheirOwnTakeNoLongerThanTheirLines() throws Exception {
        int n = 60_000;
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < n; i++) {
            s.append("o part")
                    .append(i)
                    .append("\ng g")
                    .append(i % 7)
                    .append("\nusemtl m")
                    .append(i % 500);
            s.append("\ns ").append(i % 3).append("\nv 0 0 ").append(i).append("\nv 1 0 0\nv 0 1 0\nvn 0 0 1\n");
            s.append("f -3//-1 -2 -1\n");
        }
        Scene many = read(s.toString());

        assertThat(many.meshes()).hasSize(n);
        assertThat(many.notes())
                .hasSizeLessThan(8)
                .contains("corners without a normal among others that have one: " + 2 * n
                        + "; they have that of their face");
        Mesh last = many.meshes().get(n - 1);
        assertThat(last.smoothingGroups()).containsExactly((n - 1) % 3 == 0 ? 0 : 1 << (n - 1) % 3 - 1);
        assertThat(last.layers()).extracting(MeshLayer::name).containsExactly("g" + (n - 1) % 7);
        assertThat(many.materials().get(many.nodes().get(n - 1).materials()[0]).name())
                .isEqualTo("m" + (n - 1) % 500);
    }

    @Test
    void anErrorFarInTellsItsLine() {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < 500_000; i++) {
            s.append("v 0 0 ").append(i % 10).append("\r\n");
        }
        s.append("v 0 \\\r\n0 0\r\nf 1 2 x\r\n");

        assertThatThrownBy(() -> read(s.toString())).hasMessageContaining("line 500003");
    }

    @Test
    void materialsComeFromLibrariesBesideItAndNeverFromOutside() throws Exception {
        Files.writeString(
                folder.resolve("two words.mtl"),
                "newmtl wood\nKd .5 .25 0\nTr 0.25\nNs 10\nmap_Kd -s 2 2 1 pictures\\oak grain.png\nmap_Bump -bm 0.5 b.png\n");
        Files.writeString(folder.resolve("iron.mtl"), "newmtl iron\nKd 1 1 1\nd .5\nTr .1\nPm 1\n");
        Path file = folder.resolve("a.obj");
        Files.writeString(
                file,
                "mtllib iron.mtl two words.mtl\nmtllib ../x.mtl\n" + SQUARE
                        + "usemtl wood\nf 1 2 3\nusemtl iron\nf 1 3 4\nusemtl ghost\nf 2 3 4\n");
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        Material wood = s.materials().getFirst();

        assertThat(wood.diffuse().y()).isEqualTo(0.25);
        assertThat(wood.opacity()).isEqualTo(0.75);
        assertThat(wood.uses()).extracting(Material.Use::property).containsExactly(Material.DIFFUSE, "Bump");
        assertThat(wood.properties()).extracting(FreeProperty::name).containsExactly("mtl:Ns");
        assertThat(s.textures().getFirst().path()).isEqualTo("pictures/oak grain.png");
        assertThat(s.textures().getFirst().properties().getFirst().shown()).isEqualTo("-s 2 2 1");
        assertThat(s.materials().get(1).opacity()).isEqualTo(0.5);
        assertThat(s.notes())
                .contains("the material iron tells d 0.500 and Tr 0.100, which contradict each other; d counts")
                .contains("the library ../x.mtl lies outside of the folder and is not opened")
                .contains("materials that no library has, which are grey: ghost");
    }

    @Test
    void whatIsWrittenReadsBackTheSameAndSaysUnitAndAxes() throws Exception {
        Scene s = read(SQUARE + "v 0.1 1e-9 123456.789\nvt 0 0\nvt 1 0\nvn 0 0 1\no a b\ng left\nusemtl x\ns 3\n"
                        + "f 1/1/1 2/2/1 3/1/1 4/2/1\ng\nf 3 4 5\n")
                .withName("a");
        Scene z = s.withStage(s.stage().withAxes(AxisSystem.Z_UP_LEFT).withMetersPerUnit(0.01));
        String text = written(z);
        Scene back = read(text);

        assertThat(text)
                .startsWith("# Idle Heron")
                .contains("# 1 unit is 0.01 m, Z up")
                .contains("o a b\n", "s 3\n");
        assertThat(back.stage().axes()).isEqualTo(AxisSystem.Z_UP_LEFT);
        assertThat(back.stage().metersPerUnit()).isEqualTo(0.01);
        Mesh a = s.meshes().getFirst();
        Mesh b = back.meshes().getFirst();
        assertThat(b.points()).isEqualTo(a.points());
        assertThat(b.corners()).isEqualTo(a.corners());
        assertThat(b.smoothingGroups()).isEqualTo(a.smoothingGroups());
        assertThat(b.normals()).isEqualTo(a.normals());
        assertThat(written(back.withName("a"))).isEqualTo(text);
    }

    @Test
    void numbersAreTheShortestThatComeBack() {
        assertThat(ObjOut.text(0.1f)).isEqualTo("0.1");
        assertThat(ObjOut.text(0.1)).isEqualTo("0.1");
        assertThat(ObjOut.text(1 / 3.0)).isEqualTo("0.3333333333333333");
        assertThat(ObjOut.text(-2)).isEqualTo("-2");
        assertThat(ObjOut.text(-0.0)).isEqualTo("-0");
        assertThat(Double.parseDouble(ObjOut.text(1e300))).isEqualTo(1e300);
    }

    private static Finding undeclared(String text) throws IOException {
        return ObjChecks.of(read(text)).getFirst();
    }

    @Test
    void unitAndUpAxisAreGuessedAloudAndNeverTakenUnasked() throws Exception {
        String metres = "v 0 0 0\nv .4 1.8 0\nv 0 1.8 .3\nf 1 2 3\n";
        assertThat(read(metres).stage().metersPerUnit()).isEqualTo(1);
        assertThat(undeclared(metres).remedy()).isNull();
        Finding cm = undeclared("v 0 0 0\nv 40 180 0\nv 0 180 30\nf 1 2 3\n");
        assertThat(cm.message()).contains("In centimetres its longest side is 1.800 m.");
        assertThat(Objects.requireNonNull(cm.remedy()).code()).isEqualTo("redeclare");
        Finding z = undeclared("# all in mm\nv 0 -300 0\nv 400 300 1800\nv 0 300 1800\nf 1 2 3\n");
        assertThat(z.message()).contains("In millimetres", "Z may be up", "A comment says: all in mm.");
        assertThat(ObjChecks.of(read("# 1 unit is 0.01 m, Y up, Z to the front, X to the right\n" + metres)))
                .isEmpty();
    }

    @Test
    void numberedFilesAreACacheWithFacesOnce() throws Exception {
        for (int i : new int[] {1, 2, 4}) {
            Files.writeString(
                    folder.resolve("cape.000" + i + ".obj"),
                    "v 0 0 " + i + "\nv 1 0 0\nv 0 1 0\nvt 0 0\nf 1/1 2/1 3/1\n");
        }
        Path pattern = SceneFiles.around(folder.resolve("cape.0001.obj"));
        assertThat(String.valueOf(pattern.getFileName())).isEqualTo("cape.####.obj");
        Scene s = SceneFiles.read(pattern, Progress.NONE).scene();
        var shape = s.caches().getFirst().entries().get(1).node();
        var points = Objects.requireNonNull(shape.get(idleheron.core.cache.ChannelSemantic.POSITIONS));

        assertThat(points.count()).isEqualTo(3);
        assertThat(points.floats(2)[2]).isEqualTo(4f);
        assertThat(points.times().time(2)).isEqualTo(4 / 24.0, within(1e-9));
        assertThat(Objects.requireNonNull(shape.get(idleheron.core.cache.ChannelSemantic.FACE_INDICES))
                        .constant())
                .isTrue();
        assertThat(s.notes()).anyMatch(n -> n.startsWith("3 numbered files are one cache"));

        Files.writeString(folder.resolve("cape.0005.obj"), SQUARE + "f 1 2 3 4\n");
        Scene odd = SceneFiles.read(pattern, Progress.NONE).scene();
        var changing = odd.caches().getFirst().entries().get(1).node();
        assertThat(Objects.requireNonNull(changing.get(idleheron.core.cache.ChannelSemantic.FACE_COUNTS))
                        .ints(3))
                .containsExactly(4);
        assertThat(SceneFiles.around(folder.resolve("nothing1.obj"))).isEqualTo(folder.resolve("nothing1.obj"));
    }

    @Test
    void aTextIsRecognisedByItsFirstStatement() {
        ObjFormat f = new ObjFormat();
        for (String yes : List.of("v 0 0 0\n", "# x\n\n  mtllib a\n", "\n#\n#\ng\tx\n", "o a")) {
            assertThat(f.matches(yes.getBytes(StandardCharsets.UTF_8))).as(yes).isTrue();
        }
        for (String no : List.of("", "value 1\n", "{\"a\":1}", "#usda 1.0\n(\n)\n", "solid x\n")) {
            assertThat(f.matches(no.getBytes(StandardCharsets.UTF_8))).as(no).isFalse();
        }
    }
}
