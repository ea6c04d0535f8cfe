package idleheron.core.picture;

import static idleheron.core.scene.Placement.Wrap.CLAMP;
import static idleheron.core.scene.Placement.Wrap.MIRROR;
import static idleheron.core.scene.Placement.Wrap.REPEAT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.Placement;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class TexelsTest {
    private static final int RED = 0xFFFF0000;
    private static final int GREEN = 0xFF00FF00;
    private static final int BLUE = 0xFF0000FF;
    private static final int WHITE = 0xFFFFFFFF;

    /** Red and green above, blue and white below. */
    private static final Texels FOUR = Texels.of(2, 2, new int[] {RED, GREEN, BLUE, WHITE}, true);

    private static String hex(int argb) {
        return Integer.toHexString(argb);
    }

    @Test
    void theMiddleOfATexelIsThatTexelAndVGrowsUpward() {
        assertThat(hex(FOUR.sample(0.25f, 0.75f, 0, REPEAT, REPEAT))).isEqualTo(hex(RED));
        assertThat(hex(FOUR.sample(0.75f, 0.75f, 0, REPEAT, REPEAT))).isEqualTo(hex(GREEN));
        assertThat(hex(FOUR.sample(0.25f, 0.25f, 0, REPEAT, REPEAT))).isEqualTo(hex(BLUE));
        assertThat(hex(FOUR.sample(0.75f, 0.25f, 0, REPEAT, REPEAT))).isEqualTo(hex(WHITE));
    }

    @Test
    void betweenFourTexelsLiesTheirMean() {
        // (255 + 0 + 0 + 255) / 4 = 127.5 for each channel, cut
        assertThat(hex(FOUR.sample(0.5f, 0.5f, 0, CLAMP, CLAMP))).isEqualTo("ff7f7f7f");
        // a quarter of the way from red to green
        assertThat(hex(FOUR.sample(0.375f, 0.75f, 0, CLAMP, CLAMP))).isEqualTo("ffbf3f00");
    }

    @Test
    void beyondTheEdgeLiesWhatIsSaid() {
        // half a texel beyond the left edge: halfway to the texel at the other side, or still the first
        assertThat(hex(FOUR.sample(0, 0.75f, 0, REPEAT, REPEAT))).isEqualTo("ff7f7f00");
        assertThat(hex(FOUR.sample(0, 0.75f, 0, CLAMP, REPEAT))).isEqualTo(hex(RED));
        assertThat(hex(FOUR.sample(1.25f, 0.75f, 0, REPEAT, REPEAT))).isEqualTo(hex(RED));
        assertThat(hex(FOUR.sample(1.25f, 0.75f, 0, CLAMP, CLAMP))).isEqualTo(hex(GREEN));
        assertThat(hex(FOUR.sample(1.25f, 0.75f, 0, MIRROR, MIRROR))).isEqualTo(hex(GREEN));
        assertThat(hex(FOUR.sample(1.75f, 0.75f, 0, MIRROR, MIRROR))).isEqualTo(hex(RED));
        assertThat(hex(FOUR.sample(-0.25f, -1.75f, 0, MIRROR, REPEAT))).isEqualTo(hex(BLUE));
        assertThat(hex(FOUR.sample(-3, 7, 0, CLAMP, CLAMP))).isEqualTo(hex(RED));
    }

    @Test
    void anyNumberIsAPlace() {
        for (float at : new float[] {Float.NaN, Float.POSITIVE_INFINITY, Float.NEGATIVE_INFINITY, 3e38f, -1e-9f}) {
            for (Placement.Wrap w : Placement.Wrap.values()) {
                assertThat(FOUR.sample(at, at, 0, w, w))
                        .isIn(RED, GREEN, BLUE, WHITE, 0xFF7F7F7F, 0xFF7F00FF, 0xFF7F7F00, 0xFF7FFF7F);
            }
        }
    }

    @Test
    void copiesHalveDownToOne() {
        Texels t = Texels.of(10, 3, new int[30], true);
        assertThat(t.levels()).isEqualTo(4);
        assertThat(t.bytes()).isEqualTo(4 * (30 + 5 + 2 + 1));
    }

    @Test
    void copiesOfColoursAreMeansOfLightAndOfNumbersAsTheyStand() {
        int[] grey = {0xFF000000, WHITE, 0xFF000000, WHITE};
        // half the light of white is stored as 1.055 * 0.5^(1/2.4) - 0.055 = 0.7354, of 255: 188
        assertThat(hex(Texels.of(2, 2, grey, false).at(1, 0, 0))).isEqualTo("ffbcbcbc");
        assertThat(hex(Texels.of(2, 2, grey, true).at(1, 0, 0))).isEqualTo("ff808080");
    }

    @Test
    void whatIsClearGivesNoColourToCopies() {
        int[] leaf = {GREEN, 0x00FF0000, GREEN, 0x00FF0000};
        assertThat(hex(Texels.of(2, 2, leaf, false).at(1, 0, 0))).isEqualTo("8000ff00");
        int[] nothing = {0x00204060, 0x00204060, 0x00204060, 0x00204060};
        assertThat(hex(Texels.of(2, 2, nothing, true).at(1, 0, 0))).isEqualTo("204060");
        assertThat(Texels.of(2, 2, leaf, false).isClear()).isTrue();
        assertThat(FOUR.isClear()).isFalse();
    }

    @Test
    void anOddSideLosesNoRow() {
        int[] three = {WHITE, WHITE, 0xFF000000};
        assertThat(hex(Texels.of(1, 3, three, true).at(1, 0, 0))).isEqualTo("ffaaaaaa");
        int[] five = new int[5];
        Arrays.setAll(five, i -> 0xFF000000 | 50 * i);
        Texels t = Texels.of(5, 1, five, true);
        assertThat(t.at(1, 0, 0) & 255).isEqualTo(25); // 0 and 50
        assertThat(t.at(1, 1, 0) & 255).isEqualTo(150); // 100, 150 and 200
    }

    @Test
    void theCopyIsTheOneWhoseTexelsAreAboutAsLargeAsPixels() {
        Texels t = Texels.of(256, 256, new int[65_536], true);
        assertThat(t.level(0)).isZero();
        assertThat(t.level(1)).isZero();
        assertThat(t.level(1.9f)).isZero(); // 1.38 texels
        assertThat(t.level(2.1f)).isEqualTo(1); // 1.45
        assertThat(t.level(16)).isEqualTo(2);
        assertThat(t.level(100_000_000)).isEqualTo(8);
        assertThat(t.level(Float.NaN)).isBetween(0, 8);
    }

    @Test
    void texelsThatDoNotFillAPictureAreRefused() {
        assertThatThrownBy(() -> Texels.of(2, 2, new int[3], true)).hasMessage("3 texels for 2 by 2");
        assertThatThrownBy(() -> Texels.of(0, 2, new int[0], true)).hasMessage("0 texels for 0 by 2");
    }
}
