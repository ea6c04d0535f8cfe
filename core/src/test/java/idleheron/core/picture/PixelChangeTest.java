package idleheron.core.picture;

import static idleheron.core.picture.PixelSizeTest.pixels;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class PixelChangeTest {
    private static final Pixels ONE = pixels(1, 1, 4, 8, 10, 20, 30, 40);

    private static void becomes(Pixels p, PictureEdit.Change change, int... values) {
        Pixels was = new Pixels(
                p.width(), p.height(), p.bands(), p.bits(), p.values().clone());
        Pixels out = PixelChange.of(p, List.of(change));
        assertThat(out.values()).hasSize(values.length);
        for (int i = 0; i < values.length; i++) {
            assertThat((int) out.values()[i]).isEqualTo(values[i]);
        }
        assertThat(p.values()).as("what it was made of").isEqualTo(was.values());
    }

    @Test
    void eachChangesItsChannelAlone() {
        becomes(ONE, PictureEdit.Change.TURN_GREEN, 10, 235, 30, 40);
        becomes(ONE, PictureEdit.Change.FILL_ALPHA, 10, 20, 30, 255);
        becomes(ONE, PictureEdit.Change.TURN_ALPHA, 10, 20, 30, 215);
        becomes(ONE, PictureEdit.Change.DROP_ALPHA, 10, 20, 30);
        becomes(pixels(2, 1, 2, 16, 1, 2, 3, 4), PictureEdit.Change.TURN_ALPHA, 1, 65533, 3, 65531);
        becomes(pixels(2, 1, 2, 16, 1, 2, 3, 4), PictureEdit.Change.DROP_ALPHA, 1, 3);
    }

    @Test
    void whatLacksTheChannelStays() {
        Pixels grey = pixels(1, 1, 1, 8, 7);
        for (PictureEdit.Change c : PictureEdit.Change.values()) {
            assertThat(PixelChange.of(grey, c)).isSameAs(grey);
        }
        Pixels colours = pixels(1, 1, 3, 8, 7, 8, 9);
        assertThat(PixelChange.of(colours, PictureEdit.Change.FILL_ALPHA)).isSameAs(colours);
        Pixels two = pixels(1, 1, 2, 8, 7, 8);
        assertThat(PixelChange.of(two, PictureEdit.Change.TURN_GREEN)).isSameAs(two);
    }

    @Test
    void channelsApartAndTogetherAreTheSame() {
        Pixels p = pixels(2, 1, 4, 16, 1, 2, 3, 4, 5, 6, 7, 8);
        List<Pixels> apart = List.of(
                PixelChange.chosen(p, 0, 1),
                PixelChange.chosen(p, 1, 1),
                PixelChange.chosen(p, 2, 1),
                PixelChange.chosen(p, 3, 1));
        assertThat(apart.get(2).values()).containsExactly((char) 3, (char) 7);
        assertThat(PixelChange.packed(apart).values()).isEqualTo(p.values());
        Pixels square =
                PixelChange.packed(List.of(pixels(2, 2, 1, 8, 1, 2, 3, 4), pixels(2, 2, 2, 8, 5, 0, 6, 0, 7, 0, 8)));
        assertThat(square.values())
                .containsExactly((char) 1, (char) 5, (char) 2, (char) 6, (char) 3, (char) 7, (char) 4, (char) 8);
        Pixels mixed = PixelChange.packed(List.of(pixels(1, 1, 1, 8, 255), pixels(1, 1, 3, 16, 9, 8, 7)));
        assertThat(mixed.bits()).isEqualTo(16);
        assertThat(mixed.values()).containsExactly((char) 65535, (char) 9);
        assertThatThrownBy(() -> PixelChange.packed(List.of(pixels(1, 1, 1, 8, 1), pixels(2, 1, 1, 8, 1, 2))))
                .hasMessage("channels of 1 by 1 and of 2 by 1 texels do not fit into one picture");
    }

    @Test
    void normalsLeanAwayFromWhatRises() {
        // heights rise to the right by 51 of 255 a texel in the middle column: by a fifth of 5 texels, 1 a texel, so
        // 45°
        Pixels right = pixels(3, 1, 1, 8, 0, 51, 102);
        Pixels n = PixelChange.normals(right, 5);
        assertThat(n.bands()).isEqualTo(3);
        assertThat((double) n.at(1, 0, 0)).isCloseTo(255 * (0.5 - 0.5 / Math.sqrt(2)), within(1.0));
        assertThat((double) n.at(1, 0, 2)).isCloseTo(255 * (0.5 + 0.5 / Math.sqrt(2)), within(1.0));
        assertThat(n.at(1, 0, 1)).isEqualTo(128);
        // upward in the picture is the first row: what rises there leans down
        Pixels up = pixels(1, 3, 1, 8, 102, 51, 0);
        assertThat((double) PixelChange.normals(up, 5).at(0, 1, 1))
                .isCloseTo(255 * (0.5 - 0.5 / Math.sqrt(2)), within(1.0));
        assertThat(PixelChange.normals(pixels(2, 2, 1, 16, 9, 9, 9, 9), 3).values())
                .startsWith((char) 32768, (char) 32768, (char) 65535);
    }

    @Test
    void theirGreenRunsUpward() {
        int size = 32;
        Pixels bumps = Pixels.empty(size, size, 1, 16);
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                double h = Math.sin(2 * Math.PI * (x + 0.6 * y) / size) * Math.cos(2 * Math.PI * (y - 0.3 * x) / 16);
                bumps.values()[y * size + x] = (char) Math.round((h + 1) / 2 * 65535);
            }
        }
        NormalFacts up = NormalFacts.of(PixelChange.normals(bumps, 6).looked(size));
        assertThat(up.isNormals()).isTrue();
        assertThat(up.isUp()).isTrue();
    }
}
