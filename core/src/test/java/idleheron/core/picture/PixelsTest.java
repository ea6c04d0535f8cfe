package idleheron.core.picture;

import static idleheron.core.picture.PixelSizeTest.pixels;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class PixelsTest {
    @Test
    void depthGoesUpAndBackAndRounds() {
        Pixels p = pixels(3, 1, 1, 8, 0, 100, 255);
        Pixels deep = p.withBits(16);
        assertThat(deep.values()).containsExactly((char) 0, (char) 25700, (char) 65535);
        assertThat(deep.withBits(8).values()).isEqualTo(p.values());
        assertThat(pixels(2, 1, 1, 16, 25828, 25829).withBits(8).values()).containsExactly((char) 100, (char) 101);
        assertThat(p.withBits(8)).isSameAs(p);
    }

    @Test
    void everyKindOfChannelsIsSeen() {
        assertThat(pixels(1, 1, 1, 8, 0x40).argb()).containsExactly(0xFF404040);
        assertThat(pixels(1, 1, 2, 8, 0x40, 0x80).argb()).containsExactly(0x80404040);
        assertThat(pixels(1, 1, 3, 16, 0x4040, 0x8080, 0xFFFF).argb()).containsExactly(0xFF4080FF);
        assertThat(pixels(1, 1, 4, 8, 1, 2, 3, 4).argb()).containsExactly(0x04010203);
        assertThat(pixels(1, 1, 2, 8, 1, 2).colours()).isEqualTo(1);
        assertThat(pixels(1, 1, 4, 8).colours()).isEqualTo(3);
    }

    @Test
    void aLookLeavesTexelsOut() {
        Pixels p = pixels(5, 2, 2, 8, 0, 1, 10, 1, 20, 1, 30, 1, 40, 1, 50, 2, 60, 2, 70, 2, 80, 2, 90, 2);
        Texels t = p.looked(3);
        assertThat(t.width()).isEqualTo(3);
        assertThat(t.height()).isEqualTo(1);
        assertThat(t.at(0, 2, 0)).isEqualTo(0x01282828);
        assertThat(p.looked(5).height()).isEqualTo(2);
        Pixels tall = Pixels.empty(3, 9, 1, 8);
        tall.values()[3 * 3 + 2] = 50;
        tall.values()[3 * 6 + 0] = 60;
        Pixels few = tall.fewer(3);
        assertThat(few.width()).isEqualTo(1);
        assertThat(few.height()).isEqualTo(3);
        assertThat(few.values()).containsExactly((char) 0, (char) 0, (char) 60);
        assertThat(tall.fewer(9)).isSameAs(tall);
    }

    @Test
    void whatDoesNotFitIsRefused() {
        assertThatThrownBy(() -> new Pixels(2, 2, 3, 8, new char[11])).hasMessage("11 values for 2 by 2 by 3");
        assertThatThrownBy(() -> Pixels.empty(1, 1, 5, 8)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Pixels.empty(1, 1, 1, 12)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Pixels.empty(0, 1, 1, 8)).isInstanceOf(IllegalArgumentException.class);
    }
}
