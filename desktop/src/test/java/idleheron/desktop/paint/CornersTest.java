package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class CornersTest {
    private static final int W = 40;
    private static final int H = 30;

    private static int[] rounded(double radius) {
        int[] pixels = new int[W * H];
        Arrays.fill(pixels, 0xFF804020);
        Corners.round(pixels, W, H, radius);
        return pixels;
    }

    @Test
    void allFourCornersAreOpenAndTheSame() {
        int[] p = rounded(10);
        for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
                int here = p[y * W + x];
                assertThat(p[y * W + W - 1 - x]).isEqualTo(here);
                assertThat(p[(H - 1 - y) * W + x]).isEqualTo(here);
                boolean corner = Math.min(x, W - 1 - x) < 10 && Math.min(y, H - 1 - y) < 10;
                if (!corner) {
                    assertThat(here).isEqualTo(0xFF804020);
                }
            }
        }
        assertThat(p[0]).isZero();
        assertThat(p[9] >>> 24).as("where the round begins").isBetween(250, 254);
        assertThat(p[4 * W + 4]).as("within the circle").isEqualTo(0xFF804020);
    }

    @Test
    void whatIsOpenIsWhatACircleLeavesOfItsSquare() {
        int[] p = rounded(10);
        double open = 0;
        for (int y = 0; y < 10; y++) {
            for (int x = 0; x < 10; x++) {
                int alpha = p[y * W + x] >>> 24;
                open += 1 - alpha / 255.0;
                assertThat((p[y * W + x] >>> 16 & 0xFF)).isBetween((alpha - 2) / 2, (alpha + 2) / 2);
            }
        }
        assertThat(open).isBetween(100 * (1 - Math.PI / 4) - 0.6, 100 * (1 - Math.PI / 4) + 0.6);
    }

    @Test
    void ofAPictureThatIsSmallerThanTheRoundNoPixelIsThinnedTwice() {
        int[] p = {0xFF000000, 0xFF000000, 0xFF000000, 0xFF000000, 0xFF000000, 0xFF000000};
        Corners.round(p, 3, 2, 1);
        assertThat(p[1]).isEqualTo(0xFF000000);
        assertThat(p[0]).isEqualTo(p[2]).isEqualTo(p[3]).isEqualTo(p[5]);
        assertThat(p[0] >>> 24).isEqualTo((int) Math.round(255 * (1.5 - Math.hypot(0.5, 0.5))));
    }
}
