package idleheron.core.picture;

import static idleheron.core.picture.PixelSizeTest.pixels;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class PixelGapTest {
    @Test
    void theWorstIsToldWithItsPlace() {
        Pixels a = pixels(2, 2, 1, 8, 10, 20, 30, 40);
        PixelGap g = PixelGap.of(a, pixels(2, 2, 1, 8, 10, 22, 24, 40));
        assertThat(g.worst()).isCloseTo(6, within(1e-9));
        assertThat(g.mean()).isCloseTo(2, within(1e-9));
        assertThat(g.x()).isEqualTo(0);
        assertThat(g.y()).isEqualTo(1);
        assertThat(PixelGap.of(a, a.withBits(16))).isEqualTo(new PixelGap(0, 0, 0, 0));
    }

    @Test
    void greyStandsForAllColoursAndNoAlphaIsFull() {
        PixelGap g = PixelGap.of(pixels(1, 1, 1, 8, 10), pixels(1, 1, 4, 8, 10, 13, 10, 245));
        assertThat(g.worst()).isCloseTo(10, within(1e-9));
        assertThat(g.mean()).isCloseTo(13 / 4.0, within(1e-9));
        assertThat(PixelGap.of(pixels(1, 1, 2, 8, 9, 255), pixels(1, 1, 1, 8, 9))
                        .worst())
                .isZero();
    }

    @Test
    void everyChannelOfEveryTexelCounts() {
        PixelGap g = PixelGap.of(pixels(1, 2, 3, 8, 1, 2, 3, 4, 5, 6), pixels(1, 2, 3, 8, 1, 2, 3, 4, 5, 15));
        assertThat(g.worst()).isCloseTo(9, within(1e-9));
        assertThat(g.mean()).isCloseTo(1.5, within(1e-9));
        assertThat(g.y()).isEqualTo(1);
    }

    @Test
    void anotherSizeIsBroughtToTheFirst() {
        PixelGap g = PixelGap.of(pixels(2, 1, 1, 8, 0, 100), pixels(1, 1, 1, 8, 50));
        assertThat(g.worst()).isCloseTo(50, within(1e-9));
        assertThat(g.mean()).isCloseTo(50, within(1e-9));
    }
}
