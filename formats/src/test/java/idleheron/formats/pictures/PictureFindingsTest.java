package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureRole;
import idleheron.core.remedy.material.LinkPictures;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.formats.checks.PictureChecks;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.IntBinaryOperator;
import javax.imageio.ImageIO;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is told of pictures by what they show and how they are called: each made case, and silence on sound ones. */
class PictureFindingsTest {
    private static final int SIDE = 64;

    @TempDir
    Path folder;

    private static int[] drawn(IntBinaryOperator of) {
        int[] out = new int[SIDE * SIDE];
        Arrays.setAll(out, i -> of.applyAsInt(i % SIDE, i / SIDE));
        return out;
    }

    private static int part(double v) {
        return (int) Math.rint((v + 1) * 127.5);
    }

    private static int[] normals(boolean up) {
        return drawn((x, y) -> {
            double k = 2 * Math.PI / 16;
            double dx = 0.4 * Math.cos(k * x) * Math.sin(k * y);
            double dy = 0.4 * Math.sin(k * x) * Math.cos(k * y);
            double l = Math.sqrt(dx * dx + dy * dy + 1);
            return 0xFF000000 | part(-dx / l) << 16 | part((up ? dy : -dy) / l) << 8 | part(1 / l);
        });
    }

    private static final int[] BRICK = drawn((x, y) -> 0xFF000000 | (160 + x) << 16 | (60 + y) << 8 | 40);

    private void png(String name, int[] argb) throws IOException {
        Files.createDirectories(folder.resolve(name).getParent());
        Files.write(folder.resolve(name), PictureWriter.png(SIDE, SIDE, argb));
    }

    private static Texture link(String path) {
        return new Texture("t", path, path, true);
    }

    private static Scene scene(Texture t, String... properties) {
        return Scene.bare("s", Stage.COMMON)
                .withTextures(List.of(t))
                .withMaterials(Arrays.stream(properties)
                        .map(p -> new Material(
                                "on_" + p, "phong", Vec3.ONE, 1, List.of(new Material.Use(p, 0)), List.of()))
                        .toList());
    }

    private static Convention asking(boolean powerOfTwo, String green) {
        return new Convention(
                "there",
                "There",
                AxisSystem.COMMON,
                1,
                null,
                0,
                false,
                true,
                Convention.Asks.NOTHING.with(new Convention.Layout("", "", "", 0, powerOfTwo, green)));
    }

    private List<Finding> told(Scene s, @Nullable Convention c) {
        return PictureChecks.of(s, folder, c);
    }

    private List<String> codes(Scene s, @Nullable Convention c) {
        return told(s, c).stream().map(Finding::code).toList();
    }

    @Test
    void aPictureInItsPlaceAndRoleIsSilent() throws IOException {
        png("brick.png", BRICK);
        png("brick_n.png", normals(true));
        assertThat(codes(scene(link("brick.png"), Material.DIFFUSE), asking(true, "up")))
                .isEmpty();
        assertThat(codes(scene(link("brick_n.png"), "NormalMap"), asking(true, "up")))
                .isEmpty();
        assertThat(codes(scene(link("brick_n.png"), "NormalMap"), null)).isEmpty();
    }

    @Test
    void greenThatRunsTheOtherWayIsTold() throws IOException {
        png("up.png", normals(true));
        png("down.png", normals(false));
        Finding note = told(scene(link("down.png"), "NormalMap"), null).getFirst();
        assertThat(note.code()).isEqualTo("normals-green-other");
        assertThat(note.severity()).isEqualTo(Severity.NOTE);
        assertThat(note.title()).isEqualTo("down.png has its green running downward");
        assertThat(note.figure().value()).isGreaterThan(95);
        Finding asked =
                told(scene(link("down.png"), "NormalMap"), asking(false, "up")).getFirst();
        assertThat(asked.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(codes(scene(link("up.png"), "NormalMap"), asking(false, "down")))
                .containsExactly("normals-green-other");
        assertThat(codes(scene(link("down.png"), "NormalMap"), asking(false, "down")))
                .isEmpty();
    }

    @Test
    void coloursAndNormalsInEachOthersPlaceAreTold() throws IOException {
        png("n.png", normals(true));
        png("brick.png", BRICK);
        Finding normals = told(scene(link("n.png"), Material.DIFFUSE), null).getFirst();
        assertThat(normals.code()).isEqualTo("picture-of-other-role");
        assertThat(normals.title()).isEqualTo("n.png colours a surface and is a picture of normals");
        Finding colours = told(scene(link("brick.png"), "NormalMap"), null).getFirst();
        assertThat(colours.title()).isEqualTo("brick.png is linked for normals and is none of them");
        assertThat(colours.figure().value()).isLessThan(50);
    }

    @Test
    void normalsAreNeitherJpegNorColours() throws IOException {
        BufferedImage image = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, SIDE, SIDE, normals(true), 0, SIDE);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "jpeg", out);
        Files.write(folder.resolve("n.jpg"), out.toByteArray());
        assertThat(codes(scene(link("n.jpg"), "NormalMap"), null)).containsExactly("normals-lossy");
        assertThat(codes(scene(link("n.jpg"), "Roughness"), null)).isEmpty();
        png("n.png", normals(true));
        FreeProperty space = new FreeProperty("sourceColorSpace", "token", new FreeProperty.Text("sRGB"));
        FreeProperty raw = new FreeProperty("sourceColorSpace", "token", new FreeProperty.Text("raw"));
        assertThat(codes(scene(link("n.png").withProperties(List.of(space)), "NormalMap"), null))
                .containsExactly("normals-as-colour");
        assertThat(codes(scene(link("n.png").withProperties(List.of(raw)), "NormalMap"), null))
                .isEmpty();
    }

    @Test
    void sidesArePowersOfTwoWhereThatIsAsked() throws IOException {
        Files.write(folder.resolve("odd.png"), PictureWriter.png(48, 64, new int[48 * 64]));
        Scene s = scene(link("odd.png"), "Roughness");
        assertThat(codes(s, asking(true, ""))).contains("picture-no-power-of-two");
        assertThat(codes(s, asking(false, ""))).doesNotContain("picture-no-power-of-two");
    }

    @Test
    void alphaThatHidesOrWasMultipliedIsToldWithWhoUsesIt() throws IOException {
        png("clear.png", drawn((x, y) -> 0x05C08040));
        Finding hides = told(scene(link("clear.png"), Material.DIFFUSE, "TransparentColor"), null)
                .getFirst();
        assertThat(hides.code()).isEqualTo("texture-almost-clear");
        assertThat(hides.message())
                .contains("It is linked as opacity")
                .endsWith("It is used by on_DiffuseColor, on_TransparentColor.");
        png("times.png", drawn((x, y) -> x * 4 << 24 | x * 3 << 16 | x * 2 << 8 | x));
        assertThat(codes(scene(link("times.png"), Material.DIFFUSE), null)).containsExactly("picture-alpha-multiplied");
    }

    @Test
    void onePictureInTwoFilesIsToldOnce() throws IOException {
        png("a.png", BRICK);
        png("b.png", BRICK);
        Scene two = scene(link("a.png"), Material.DIFFUSE)
                .withTextures(List.of(link("a.png"), link("b.png"), link("b.png")));
        List<Finding> all = told(two, null);
        assertThat(all).extracting(Finding::code).containsExactly("picture-twice");
        assertThat(all.getFirst().title()).isEqualTo("b.png and a.png are the same picture");
    }

    @Test
    void ofAPictureThatIsGoneTheNearestNamesAreTold() throws IOException {
        png("maps/satchel_color.png", BRICK);
        png("maps/satchel_normal.png", BRICK);
        png("satchels.tga.png", BRICK);
        png("boat.png", BRICK);
        Texture gone = new Texture("t", "/home/mira/satchel.png", "satchel.png", false);
        Finding f = told(scene(gone, Material.DIFFUSE), null).getFirst();
        assertThat(f.code()).isEqualTo("texture-not-found");
        assertThat(f.message())
                .isEqualTo("The file points to /home/mira/satchel.png, used by on_DiffuseColor."
                        + " maps/satchel_color.png is the nearest name.");
        assertThat(f.remedy()).isEqualTo(new LinkPictures(Map.of("satchel.png", "maps/satchel_color.png")));
        Scene linked =
                new LinkPictures(Map.of("satchel.png", "maps/satchel_color.png")).apply(scene(gone, Material.DIFFUSE));
        assertThat(linked.textures().getFirst().found()).isTrue();
        assertThat(codes(linked, null)).isEmpty();
        Texture lost = new Texture("t", "kelp.png", "kelp.png", false);
        assertThat(told(scene(lost, Material.DIFFUSE), null).getFirst().remedy())
                .isNull();
    }

    @Test
    void aPictureThatItsReaderFoundElsewhereIsNotToldMissing() {
        assertThat(codes(scene(new Texture("t", "../shared/kelp.png", "", true), Material.DIFFUSE), null))
                .isEmpty();
    }

    @Test
    void theNearestNameHasTheSameStemThenMoreWordsThenFewOtherLetters() {
        PictureRole colour = PictureRole.COLOUR;
        PictureRole none = PictureRole.UNKNOWN;
        double same = PictureCandidates.far("oak", "oak", none, colour);
        double more = PictureCandidates.far("oak", "oak_color", colour, colour);
        double letters = PictureCandidates.far("oakwood", "oakwod", none, colour);
        double other = PictureCandidates.far("oak", "oak_normal", PictureRole.NORMAL, colour);
        assertThat(same).isZero();
        assertThat(more).isBetween(same, letters);
        assertThat(letters).isLessThan(0.34);
        assertThat(other).isGreaterThan(0.34);
        assertThat(PictureCandidates.far("oak", "oaks", none, none)).isGreaterThan(0.25);
        assertThat(PictureCandidates.far("oak", "boat", none, none)).isGreaterThan(0.5);
    }
}
