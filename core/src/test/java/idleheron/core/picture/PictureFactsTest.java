package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;

class PictureFactsTest {
    private static final int SIDE = 64;

    private static Texels drawn(int side, IntBinaryOperator of) {
        int[] out = new int[side * side];
        Arrays.setAll(out, i -> of.applyAsInt(i % side, i / side));
        return Texels.of(side, side, out, true);
    }

    /** Normals of a field of round bumps; green upward or downward. */
    static Texels bumps(boolean up) {
        return drawn(SIDE, (x, y) -> {
            double k = 2 * Math.PI / 16;
            double dx = 0.4 * Math.cos(k * x) * Math.sin(k * y);
            double dy = 0.4 * Math.sin(k * x) * Math.cos(k * y); // down the picture
            double l = Math.sqrt(dx * dx + dy * dy + 1);
            return 0xFF000000 | part(-dx / l) << 16 | part((up ? dy : -dy) / l) << 8 | part(1 / l);
        });
    }

    private static int part(double v) {
        return (int) Math.rint((v + 1) * 127.5);
    }

    @Test
    void whichWayGreenRunsIsToldByTheCurlOfTheHeights() {
        NormalFacts up = NormalFacts.of(bumps(true));
        NormalFacts down = NormalFacts.of(bumps(false));
        assertThat(up.isNormals()).isTrue();
        assertThat(up.green()).isGreaterThan(0.95);
        assertThat(up.isUp()).isTrue();
        assertThat(up.isDown()).isFalse();
        assertThat(down.green()).isCloseTo(-up.green(), within(0.02));
        assertThat(down.isDown()).isTrue();
    }

    @Test
    void ofWhatBendsOneWayOnlyNothingIsTold() {
        Texels flat = drawn(SIDE, (x, y) -> 0xFF8080FF);
        assertThat(NormalFacts.of(flat).isNormals()).isTrue();
        assertThat(NormalFacts.of(flat).green()).isNaN();
        Texels ribs = drawn(SIDE, (x, y) -> {
            double d = 0.5 * Math.cos(2 * Math.PI * x / 16);
            double l = Math.sqrt(d * d + 1);
            return 0xFF000000 | part(-d / l) << 16 | 128 << 8 | part(1 / l);
        });
        assertThat(NormalFacts.of(ribs).isUp()).isFalse();
        assertThat(NormalFacts.of(ribs).isDown()).isFalse();
    }

    @Test
    void coloursAreNoNormals() {
        Texels noise = drawn(SIDE, (x, y) -> 0xFF000000 | (x * 7919 + y * 104729) * 0x9E3779B1 >>> 8);
        assertThat(NormalFacts.of(noise).isNormals()).isFalse();
        assertThat(PictureRole.shown(PictureFacts.of(noise))).isEqualTo(PictureRole.COLOUR);
        assertThat(PictureRole.shown(PictureFacts.of(bumps(true)))).isEqualTo(PictureRole.NORMAL);
        Texels grey = drawn(SIDE, (x, y) -> 0xFF000000 | x * 0x010101);
        assertThat(PictureRole.shown(PictureFacts.of(grey))).isEqualTo(PictureRole.UNKNOWN);
        // unit vectors that point inward are none either
        Texels inward = drawn(SIDE, (x, y) -> 0xFF808000);
        assertThat(NormalFacts.of(inward).isNormals()).isFalse();
    }

    @Test
    void alphaAndMeansAreCounted() {
        int[] four = {0x00FFFFFF, 0x80404040, 0xFF000000, 0xFF00FF00};
        PictureFacts f = PictureFacts.of(Texels.of(2, 2, four, true));
        assertThat(f.clear()).isEqualTo(0.25);
        assertThat(f.half()).isEqualTo(0.25);
        assertThat(f.alpha()).isCloseTo((0 + 128 + 255 + 255) / 4.0 / 255, within(1e-12));
        assertThat(f.mean()[0]).isCloseTo((255 + 64) / 4.0 / 255, within(1e-12));
        assertThat(f.mean()[1]).isCloseTo((255 + 64 + 255) / 4.0 / 255, within(1e-12));
        assertThat(f.grey()).isFalse();
        assertThat(f.hasAlpha()).isTrue();
        PictureFacts grey = PictureFacts.of(Texels.of(2, 1, new int[] {0xFF101111, 0xFFF0F0F0}, true));
        assertThat(grey.grey()).isTrue();
        assertThat(grey.hasAlpha()).isFalse();
        // 16 or 17 and 240 of 255: half their distance
        assertThat(grey.spread()).isCloseTo(112 / 255.0, within(1e-12));
    }

    @Test
    void coloursMultipliedByAlphaAreNeverAboveIt() {
        Texels plain = drawn(8, (x, y) -> x * 36 << 24 | 0xC08040);
        Texels times = drawn(8, (x, y) -> {
            int a = x * 36;
            return a << 24 | 0xC0 * a / 255 << 16 | 0x80 * a / 255 << 8 | 0x40 * a / 255;
        });
        assertThat(PictureFacts.of(plain).isMultiplied()).isFalse();
        assertThat(PictureFacts.of(times).isMultiplied()).isTrue();
        // black is below any alpha
        assertThat(PictureFacts.of(drawn(8, (x, y) -> x * 36 << 24)).isMultiplied())
                .isFalse();
        assertThat(PictureFacts.of(drawn(8, (x, y) -> 0xFFC08040)).isMultiplied())
                .isFalse();
    }

    @Test
    void equalPicturesHaveOneHash() {
        assertThat(PictureFacts.of(bumps(true)).hash())
                .isEqualTo(PictureFacts.of(bumps(true)).hash());
        assertThat(PictureFacts.of(bumps(true)).hash())
                .isNotEqualTo(PictureFacts.of(bumps(false)).hash());
        assertThat(PictureFacts.of(Texels.of(2, 1, new int[2], true)).hash())
                .isNotEqualTo(PictureFacts.of(Texels.of(1, 2, new int[2], true)).hash());
    }

    @Test
    void namesAndLinksTellARole() {
        assertThat(PictureRole.named("hull_normal_2k.png")).isEqualTo(PictureRole.NORMAL);
        assertThat(PictureRole.named("HullBaseColor.tga")).isEqualTo(PictureRole.COLOUR);
        assertThat(PictureRole.named("hull-ao.jpg")).isEqualTo(PictureRole.OCCLUSION);
        assertThat(PictureRole.named("metal_rough.png")).isEqualTo(PictureRole.ROUGHNESS);
        assertThat(PictureRole.named("normandy.png")).isEqualTo(PictureRole.UNKNOWN);
        assertThat(PictureRole.named("color")).isEqualTo(PictureRole.COLOUR);
        assertThat(PictureRole.linked("DiffuseColor")).isEqualTo(PictureRole.COLOUR);
        assertThat(PictureRole.linked("NormalMap")).isEqualTo(PictureRole.NORMAL);
        assertThat(PictureRole.linked("Weave")).isEqualTo(PictureRole.UNKNOWN);
    }
}
