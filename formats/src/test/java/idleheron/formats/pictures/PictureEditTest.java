package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Finding;
import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureHome;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.Pixels;
import idleheron.core.remedy.material.ChangePictures;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.formats.checks.PictureChecks;
import idleheron.formats.disk.Drafts;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.spi.Delivery;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures that are changed: seen at once, written under another name, the one that was read left alone. */
class PictureEditTest {
    private static final PictureEdit.Change GREEN = PictureEdit.Change.TURN_GREEN;
    private static final PictureEdit.Change FILL = PictureEdit.Change.FILL_ALPHA;
    private static final PictureEdit.Change TURN = PictureEdit.Change.TURN_ALPHA;

    @TempDir
    Path folder;

    private Scene scene() {
        Scene s = Scene.bare("s", Stage.COMMON)
                .withTextures(
                        List.of(new Texture("a", "a.png", "a.png", true), new Texture("b", "b.png", "b.png", true)))
                .withMaterials(List.of(new Material("m", "phong", Vec3.ONE, 1, 0)));
        return PictureHome.around(folder.resolve("s.fbx"), s);
    }

    private void put(int argb) throws IOException {
        Files.write(folder.resolve("a.png"), PictureWriter.png(2, 2, new int[] {argb, argb, argb, argb}));
    }

    @Test
    void aChangeIsSeenAtOnceAndToldNoMore() throws IOException {
        put(0x05102030);
        Scene s = scene();
        Finding f = PictureChecks.of(s, folder, null).getFirst();
        assertThat(f.code()).isEqualTo("texture-almost-clear");
        assertThat(f.remedy()).isEqualTo(new ChangePictures(FILL, List.of("a.png")));
        Scene filled = Objects.requireNonNull(f.remedy()).apply(s);
        assertThat(PictureChecks.of(filled, folder, null))
                .extracting(Finding::code)
                .doesNotContain("texture-almost-clear");
        PictureShelf shelf = PictureShelf.waiting();
        assertThat(shelf.of(s, 0, true).at(0, 0, 0)).isEqualTo(0x05102030);
        assertThat(shelf.of(filled, 0, true).at(0, 0, 0)).isEqualTo(0xFF102030);
        Scene green = new ChangePictures(GREEN, List.of("a.png")).apply(filled);
        assertThat(shelf.of(green, 0, true).at(0, 0, 0)).isEqualTo(0xFF10DF30);
    }

    @Test
    void whatIsTurnedTwiceWasNeverTurned() {
        Scene s = scene();
        ChangePictures turn = new ChangePictures(TURN, List.of("a.png", "gone.png"));
        assertThat(PictureEdit.of(turn.apply(s), "a.png")).containsExactly(TURN);
        assertThat(PictureEdit.of(turn.apply(s), "b.png")).isEmpty();
        assertThat(turn.apply(turn.apply(s)).parts().of(PictureEdit.KEY)).isEmpty();
        ChangePictures fill = new ChangePictures(FILL, List.of("a.png"));
        assertThat(PictureEdit.of(fill.apply(fill.apply(s)), "a.png")).containsExactly(FILL);
        assertThat(PictureEdit.of(turn.apply(fill.apply(turn.apply(s))), "a.png"))
                .containsExactly(TURN, FILL, TURN);
    }

    @Test
    void whatIsSentHasTheChangeAndWhatWasReadHasNot() throws IOException {
        put(0x40102030);
        byte[] before = Files.readAllBytes(folder.resolve("a.png"));
        Scene s = new ChangePictures(TURN, List.of("a.png")).apply(scene());
        PictureFiles.Travel how = Delivery.PLAIN.travel(new FbxFormat(), FbxFormat.BINARY_75, true);
        assertThat(how).isEqualTo(PictureFiles.Travel.AS_THEY_ARE);
        try (Drafts drafts = new Drafts(false)) {
            Scene out = new PictureFiles.Travelling(folder, List.of(), PictureStyle.AS_IT_IS, drafts)
                    .travel(s, how, folder);
            drafts.place();
            drafts.keep();
            // the one that is not changed stays where it is
            assertThat(out.textures().get(1).relative()).isEqualTo("b.png");
            assertThat(out.textures().getFirst().relative()).isEqualTo("a_mended.png");
            assertThat(out.parts().of(PictureEdit.KEY)).isEmpty();
        }
        assertThat(Files.readAllBytes(folder.resolve("a.png"))).isEqualTo(before);
        byte[] written = Files.readAllBytes(folder.resolve("a_mended.png"));
        assertThat(Argb.of(Objects.requireNonNull(PictureReader.read(written)))).containsOnly(0xBF102030);
    }

    @Test
    void aPictureOfTheSameNameWhereTheFileGoesIsNotTakenForIt() throws IOException {
        put(0xFF102030);
        Path to = Files.createDirectory(folder.resolve("there"));
        Files.write(to.resolve("a.png"), PictureWriter.png(1, 1, new int[] {-1}));
        try (Drafts drafts = new Drafts(false)) {
            Scene out = new PictureFiles.Travelling(folder, List.of(), PictureStyle.AS_IT_IS, drafts)
                    .travel(scene(), PictureFiles.Travel.AS_THEY_ARE, to);
            assertThat(out.textures().getFirst().relative()).isEqualTo("../a.png");
        }
    }

    @Test
    void aChangeThatCannotBeMadeIsTold() throws IOException {
        Scene s = new ChangePictures(TURN, List.of("a.png")).apply(scene());
        try (Drafts drafts = new Drafts(false)) {
            PictureFiles.Travelling way = new PictureFiles.Travelling(folder, List.of(), PictureStyle.AS_IT_IS, drafts);
            way.travel(s, PictureFiles.Travel.AS_THEY_ARE, folder);
            assertThat(way.left()).containsExactly("a.png was to be changed, and is not, since it does not travel");
        }
    }

    @Test
    void sixteenBitsStaySixteen() throws IOException {
        ComponentColorModel m = new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_sRGB), true, false, 3, DataBuffer.TYPE_USHORT);
        BufferedImage deep = new BufferedImage(m, m.createCompatibleWritableRaster(1, 1), false, null);
        deep.getRaster().setPixel(0, 0, new int[] {1000, 2000, 3000, 4000});
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(deep, "png", png);
        byte[] changed = PictureChange.changed("a.png", png.toByteArray(), List.of(GREEN, TURN));
        BufferedImage read = Objects.requireNonNull(PictureReader.read(changed));
        assertThat(read.getRaster().getPixel(0, 0, (int[]) null)).containsExactly(1000, 63535, 3000, 61535);
        assertThat(deep.getRaster().getPixel(0, 0, (int[]) null)).containsExactly(1000, 2000, 3000, 4000);
    }

    @Test
    void aPaletteAndAGreyPictureAreChangedAsWhatTheyShow() throws IOException {
        BufferedImage palette = new BufferedImage(1, 1, BufferedImage.TYPE_BYTE_INDEXED);
        palette.setRGB(0, 0, 0xFF3366FF);
        assertThat(PixelChange.of(PixelImages.of(palette), List.of(GREEN)).argb())
                .containsExactly(0xFF3399FF);
        BufferedImage grey = new BufferedImage(1, 1, BufferedImage.TYPE_BYTE_GRAY);
        grey.getRaster().setSample(0, 0, 0, 100);
        Pixels p = PixelImages.of(grey);
        assertThat(PixelChange.of(p, List.of(GREEN, FILL, TURN)).argb()).containsExactly(0xFF646464);
        assertThat(PixelChange.of(p, List.of(GREEN))).isSameAs(p);
    }
}
