package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureFacts;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.Pixels;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class PictureMakerTest {
    private static PictureWish wish(String kind, int bits, int largest, boolean power, String green, double rise) {
        return new PictureWish(kind, bits, largest, power, green, List.of(), rise);
    }

    private static PictureMaker.Made made(String name, Pixels p, PictureWish wish) throws IOException {
        return Objects.requireNonNull(PictureMaker.made(name, PictureWriter.written(p, "png"), wish));
    }

    private static Pixels flat(int width, int height, int bands) {
        Pixels p = Pixels.empty(width, height, bands, 8);
        Arrays.fill(p.values(), (char) 120);
        return p;
    }

    private static Pixels bumps() {
        Pixels p = Pixels.empty(64, 64, 1, 8);
        for (int y = 0; y < 64; y++) {
            for (int x = 0; x < 64; x++) {
                double h = Math.sin(2 * Math.PI * (x + y) / 32) * Math.cos(2 * Math.PI * (y - x) / 32);
                p.values()[y * 64 + x] = (char) Math.round((h + 1) / 2 * 255);
            }
        }
        return p;
    }

    @Test
    void nothingWishedIsTheSameFile() throws IOException {
        byte[] file = PictureWriter.written(flat(8, 8, 3), "png");
        PictureMaker.Made made = Objects.requireNonNull(PictureMaker.made("reed.png", file, PictureWish.NOTHING));
        assertThat(made.bytes()).isSameAs(file);
        assertThat(made.did()).isEmpty();
        assertThat(PictureMaker.made("reed.png", new byte[] {1, 2}, PictureWish.NOTHING))
                .isNull();
    }

    @Test
    void allThatIsWishedIsDoneAndTold() throws IOException {
        PictureWish all = new PictureWish("tiff", 16, 20, true, "", List.of(PictureEdit.Change.DROP_ALPHA), 0);
        PictureMaker.Made made = made("reed.png", flat(30, 18, 4), all);
        assertThat(made.did()).containsExactly("alpha dropped", "resized", "written as tiff", "16 bits");
        assertThat(made.kind()).isEqualTo("tiff");
        assertThat(List.of(
                        made.after().width(),
                        made.after().height(),
                        made.after().bands(),
                        made.after().bits()))
                .containsExactly(16, 16, 3, 16);
        assertThat((int) made.after().values()[0]).isEqualTo(120 * 257);
        assertThat(made("a.png", flat(4, 4, 3), wish("", 0, 4, true, "", 0)).did())
                .isEmpty();
    }

    @Test
    void aKindThatIsReadAloneIsWrittenAsPng() throws IOException {
        PictureMaker.Made made = Objects.requireNonNull(PictureMaker.made(
                "reed.bmp", PictureWriter.written(flat(8, 8, 3), "png"), wish("", 0, 4, false, "", 0)));
        assertThat(made.kind()).isEqualTo("png");
        assertThat(made.did()).containsExactly("resized", "written as png");
    }

    @Test
    void greenIsTurnedOnlyWhereItRunsTheOtherWay() throws IOException {
        Pixels up = PixelChange.normals(bumps(), 4);
        Pixels down = PixelChange.of(up, PictureEdit.Change.TURN_GREEN);
        assertThat(made("reed_normal.png", up, wish("", 0, 0, false, "up", 0)).did())
                .isEmpty();
        assertThat(made("reed_normal.png", up, wish("", 0, 0, false, "down", 0)).did())
                .containsExactly("green turned");
        PictureMaker.Made turned = made("reed_normal.png", down, wish("", 0, 0, false, "up", 0));
        assertThat(turned.after().values()).isEqualTo(up.values());
        assertThat(made("reed_color.png", down, wish("", 0, 0, false, "up", 0)).did())
                .as("its name says that it is none")
                .isEmpty();
        assertThat(made("reed.png", down, wish("", 0, 0, false, "up", 0)).did())
                .as("what it shows says so")
                .containsExactly("green turned");
    }

    @Test
    void heightsBecomeNormalsAndOthersDoNot() throws IOException {
        PictureMaker.Made n = made("reed_height.png", bumps(), wish("", 0, 0, false, "", 4));
        assertThat(n.did()).containsExactly("heights as normals");
        assertThat(n.after().bands()).isEqualTo(3);
        assertThat(made("reed_rough.png", bumps(), wish("", 0, 0, false, "", 4)).did())
                .isEmpty();
    }

    @Test
    void rolesComeFromNamesThenFromWhatIsShown() {
        assertThat(PictureMaker.role(
                        "reed_rough.png", PictureFacts.of(flat(2, 2, 3).looked(64))))
                .isEqualTo(PictureRole.ROUGHNESS);
        assertThat(PictureMaker.role(
                        "reed.png",
                        PictureFacts.of(PixelChange.normals(bumps(), 2).looked(64))))
                .isEqualTo(PictureRole.NORMAL);
        assertThat(PictureMaker.role("reed.png", PictureFacts.of(flat(2, 2, 3).looked(64))))
                .isEqualTo(PictureRole.UNKNOWN);
    }

    @Test
    void sizesKeepProportionsOrGoToTheNearestPower() {
        assertThat(wish("", 0, 100, false, "", 0).size(400, 300)).containsExactly(100, 75);
        assertThat(wish("", 0, 100, false, "", 0).size(90, 30)).containsExactly(90, 30);
        assertThat(wish("", 0, 0, true, "", 0).size(300, 97)).containsExactly(256, 128);
        assertThat(wish("", 0, 0, true, "", 0).size(400, 64)).containsExactly(512, 64);
        assertThat(wish("", 0, 300, true, "", 0).size(300, 300))
                .as("no more than what is asked")
                .containsExactly(256, 256);
        assertThat(wish("", 0, 128, true, "", 0).size(4096, 3)).containsExactly(128, 1);
    }

    @Test
    void whatMakesNoSenseIsSaid() {
        assertThatThrownBy(() -> wish("gif", 0, 0, false, "", 0))
                .hasMessage("pictures as gif; there are png, tga, jpeg, tiff");
        assertThatThrownBy(() -> wish("tga", 16, 0, false, "", 0)).hasMessage("tga holds 8 bits; png and tiff hold 16");
        assertThatThrownBy(() -> wish("", 12, 0, false, "", 0)).hasMessage("pictures of 12 bits; there are 8 and 16");
        assertThatThrownBy(() -> wish("", 0, -1, false, "", 0)).hasMessageContaining("at most -1");
        assertThatThrownBy(() -> wish("", 0, 0, false, "left", 0)).hasMessage("green runs up or down, found left");
        assertThatThrownBy(() -> wish("", 0, 0, false, "", Double.NaN)).hasMessageContaining("found NaN");
    }
}
