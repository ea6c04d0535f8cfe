package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.formats.checks.PictureChecks;
import idleheron.formats.disk.Drafts;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures that travel are converted and resized, and what is wrong with them is told. */
class PicturesTest {
    @TempDir
    Path folder;

    /** Left half one colour, right half another, as PNG. */
    private static byte[] png(int width, int height, int left, int right) throws IOException {
        BufferedImage i = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                i.setRGB(x, y, x < width / 2 ? left : right);
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(i, "png", out);
        return out.toByteArray();
    }

    private static Scene scene(Texture... textures) {
        return Scene.bare("s", Stage.COMMON).withTextures(List.of(textures));
    }

    private static int channel(int argb, int shift) {
        return argb >>> shift & 0xFF;
    }

    @Test
    void aPictureIsResizedInItsProportionsAndKeepsItsColours() throws IOException {
        byte[] in = png(400, 100, 0xFF204060, 0x80C08040);
        byte[] out = new PictureStyle("", "", 128).applied("reed.png", in);
        BufferedImage i = Objects.requireNonNull(PictureReader.read(out));
        assertThat(i.getWidth()).isEqualTo(128);
        assertThat(i.getHeight()).isEqualTo(32);
        assertThat(i.getRGB(10, 16)).isEqualTo(0xFF204060);
        assertThat(channel(i.getRGB(110, 16), 24)).isCloseTo(0x80, within(1));
        assertThat(channel(i.getRGB(110, 16), 16)).isCloseTo(0xC0, within(2));
        assertThat(new PictureStyle("", "", 400).applied("reed.png", in)).isSameAs(in);
    }

    @Test
    void everyKindReadsBackAndTheOneWithoutAlphaLiesOnWhite() throws IOException {
        byte[] in = png(64, 64, 0xFF204060, 0x00000000);
        for (String kind : PictureStyle.KINDS) {
            byte[] out = new PictureStyle("", kind, 0).applied("reed.bmp", in);
            BufferedImage i = Objects.requireNonNull(PictureReader.read(out), kind);
            assertThat(channel(i.getRGB(8, 32), 0)).as(kind).isCloseTo(0x60, within(6));
            if (kind.equals("jpeg")) {
                assertThat(channel(i.getRGB(56, 32), 8)).isCloseTo(255, within(4));
            }
        }
        byte[] none = {1, 2, 3};
        assertThat(new PictureStyle("", "png", 0).applied("x.tga", none)).isSameAs(none);
    }

    @Test
    void picturesAreGatheredInTheFolderThatIsAsked() throws IOException {
        Files.write(folder.resolve("reed.png"), png(64, 32, 0xFF204060, 0xFF204060));
        Path to = Files.createDirectory(folder.resolve("out"));
        Scene s;
        try (Drafts drafts = new Drafts(false)) {
            s = new PictureFiles.Travelling(folder, List.of(), new PictureStyle("textures", "jpeg", 16), drafts)
                    .travel(scene(new Texture("reed", "reed.png", "reed.png", true)), PictureFiles.Travel.BESIDE, to);
            drafts.place();
            drafts.keep();
        }
        assertThat(s.textures().getFirst().relative()).isEqualTo("textures/reed.jpg");
        BufferedImage i =
                Objects.requireNonNull(PictureReader.read(Files.readAllBytes(to.resolve("textures/reed.jpg"))));
        assertThat(i.getWidth()).isEqualTo(16);
        assertThat(i.getHeight()).isEqualTo(8);
        int[] thumb = PictureFiles.thumbnail(s.textures().getFirst(), to, 8);
        assertThat(thumb[0]).isEqualTo(8);
        assertThat(thumb).hasSize(1 + 8 * 4);
    }

    @Test
    void onlyPicturesTravelAndOnlyFromFoldersThatAreMeant() throws IOException {
        Path shot = Files.createDirectory(folder.resolve("shot"));
        Path maps = Files.createDirectory(folder.resolve("maps"));
        Files.write(shot.resolve("reed.png"), png(8, 8, 0xFF204060, 0xFF204060));
        Files.write(maps.resolve("far.png"), png(8, 8, 0xFF306040, 0xFF306040));
        Files.writeString(folder.resolve("secret_note.txt"), "the tide table");
        Files.writeString(shot.resolve("note.png"), "the tide table");
        Files.createSymbolicLink(shot.resolve("link.png"), folder.resolve("secret_note.txt"));
        Scene s = scene(
                new Texture("a", "reed.png", "reed.png", true),
                new Texture("b", "../maps/far.png", "../maps/far.png", true),
                new Texture("c", "../secret_note.txt", "../secret_note.txt", true),
                new Texture("d", "/etc/passwd", "/etc/passwd", true),
                new Texture("e", "note.png", "note.png", true),
                new Texture("f", "link.png", "link.png", true));
        try (Drafts drafts = new Drafts(false)) {
            PictureFiles.Travelling strict =
                    new PictureFiles.Travelling(shot, List.of(), PictureStyle.AS_IT_IS, drafts);
            Scene out = strict.travel(s, PictureFiles.Travel.INSIDE, folder);
            assertThat(out.textures().stream().filter(t -> t.content() != null))
                    .extracting(Texture::name)
                    .containsExactly("a");
            assertThat(strict.left())
                    .hasSize(5)
                    .anyMatch(l -> l.startsWith("far.png lies outside the folder of the file"))
                    .anyMatch(l -> l.startsWith("passwd lies outside"))
                    .anyMatch(l -> l.equals("note.png is no picture and does not travel"))
                    .anyMatch(l -> l.startsWith("link.png lies outside"));
            PictureFiles.Travelling named =
                    new PictureFiles.Travelling(shot, List.of(maps), PictureStyle.AS_IT_IS, drafts);
            assertThat(named.travel(s, PictureFiles.Travel.INSIDE, folder).textures().stream()
                            .filter(t -> t.content() != null))
                    .extracting(Texture::name)
                    .containsExactly("a", "b");
        }
    }

    private static Convention budget(double megabytes) {
        Convention.Asks asks = Convention.Asks.NOTHING.with(new Convention.Budget(0, 0, megabytes));
        return new Convention("c", "C", AxisSystem.COMMON, 1, null, 0, false, true, asks);
    }

    @Test
    void whatIsWrongWithAPictureIsToldAndASoundOneIsToldNothing() throws IOException {
        Files.write(folder.resolve("Sky.png"), png(64, 64, 0xFF204060, 0xFF204060));
        Files.write(folder.resolve("ghost.png"), png(64, 64, 0x04204060, 0x00204060));
        Files.write(folder.resolve("near.png"), png(64, 64, 0xFF204060, 0xFF204060));
        Convention small = new Convention(
                "c",
                "C",
                AxisSystem.COMMON,
                1,
                null,
                0,
                false,
                true,
                Convention.Asks.NOTHING.with(new Convention.Layout("", "", "", 32)));
        Scene s = scene(
                new Texture("sky", "sky.png", "sky.png", false),
                new Texture("ghost", "ghost.png", "ghost.png", true),
                new Texture("near", "/other/machine/near.png", "", true),
                new Texture("far", "maps/near.png", "maps/near.png", true));
        assertThat(PictureChecks.of(s, folder, null))
                .extracting(Finding::code)
                .contains("texture-almost-clear", "texture-path-absolute", "texture-in-other-folder");
        if (!Files.exists(folder.resolve("SKY.png"))) {
            assertThat(PictureChecks.of(s, folder, null))
                    .extracting(Finding::code)
                    .contains("texture-in-other-case");
        }
        Scene sound = scene(new Texture("near", folder.resolve("near.png").toString(), "near.png", true));
        assertThat(PictureChecks.of(sound, folder, null)).isEmpty();
        List<Finding> heavy = PictureChecks.of(sound, folder, budget(0.02));
        assertThat(heavy).extracting(Finding::code).containsExactly("budget-pictures");
        assertThat(heavy.getFirst().figure().value()).isCloseTo(64 * 64 * 4 * 4 / 3.0 / 1e6, within(1e-12));
        assertThat(PictureChecks.of(sound, folder, budget(0.022))).isEmpty();
        assertThat(PictureChecks.of(sound, folder, small))
                .extracting(Finding::code)
                .containsExactly("texture-too-large");
    }
}
