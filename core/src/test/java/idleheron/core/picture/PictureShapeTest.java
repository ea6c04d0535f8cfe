package idleheron.core.picture;

import static idleheron.core.picture.PixelSizeTest.pixels;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class PictureShapeTest {
    private static PictureShape flat(int size, int value, int... file) {
        byte[] bytes = new byte[Math.max(1, file.length)];
        for (int i = 0; i < file.length; i++) {
            bytes[i] = (byte) file[i];
        }
        Pixels p = Pixels.empty(size, size, 1, 8);
        Arrays.fill(p.values(), (char) value);
        return PictureShape.of(p, "png", "sRGB", bytes);
    }

    @Test
    void theSameBytesAreTheSame() {
        assertThat(flat(4, 9, 1, 2).isSame(flat(8, 200, 1, 2))).isTrue();
        assertThat(flat(4, 9, 1, 2).isSame(flat(4, 9, 1, 3))).isFalse();
        assertThat(flat(4, 9, 1, 2).isSame(flat(4, 9, 1))).isFalse();
    }

    @Test
    void whatDiffersByAFewStepsLooksTheSame() {
        PictureShape one = flat(64, 100);
        assertThat(one.isNear(flat(16, 104))).isTrue();
        assertThat(one.isNear(flat(64, 105))).isFalse();
        assertThat(one.isNear(flat(64, 95))).isFalse();
        assertThat(Math.abs(one.order() - flat(16, 104).order())).isLessThanOrEqualTo(PictureShape.reach());
        PictureShape wide = PictureShape.of(pixels(2, 1, 1, 8, 100, 100), "png", "", new byte[1]);
        assertThat(one.isNear(wide)).as("other proportions").isFalse();
    }

    @Test
    void oneCornerIsEnoughToLookOtherwise() {
        Pixels p = Pixels.empty(16, 16, 3, 8);
        Pixels q = Pixels.empty(16, 16, 3, 8);
        q.values()[q.values().length - 1] = 5;
        PictureShape a = PictureShape.of(p, "png", "", new byte[1]);
        assertThat(a.isNear(PictureShape.of(q, "png", "", new byte[1]))).isFalse();
        q.values()[q.values().length - 1] = 4;
        assertThat(a.isNear(PictureShape.of(q, "png", "", new byte[1]))).isTrue();
    }

    @Test
    void theOrderIsTheSumOfAll() {
        Pixels p = Pixels.empty(16, 16, 4, 8);
        for (int i = 0; i < p.values().length; i++) {
            p.values()[i] = new char[] {1, 20, 50, 90}[i % 4];
        }
        assertThat(PictureShape.of(p, "png", "", new byte[1]).order()).isEqualTo(256 * 161);
        assertThat(PictureShape.of(p, "png", "", new byte[] {1, 2, 3}).hash() >> 32)
                .isEqualTo(3);
    }

    @Test
    void saysWhatItIs() {
        assertThat(PictureShape.of(Pixels.empty(1024, 512, 4, 16), "png", "", new byte[1_200_000])
                        .text())
                .isEqualTo("1024 by 512 pixels, RGBA, 16 bits, png, 1.2 MB");
        assertThat(flat(1, 1, 5).text()).isEqualTo("1 by 1 pixels, grey, 8 bits, png, 1 byte");
        assertThat(PictureShape.of(pixels(1, 1, 2, 8), "tga", "", new byte[20]).channels())
                .isEqualTo("grey and alpha");
        assertThat(PictureShape.of(pixels(1, 1, 3, 8), "tga", "", new byte[20]).channels())
                .isEqualTo("RGB");
    }

    @Test
    void whatStandsForALargeOneIsTheMeanOfItsFields() {
        for (int bands = 1; bands <= 4; bands++) {
            Pixels p = Pixels.empty(512, 272, bands, 8);
            for (int k = 0; k < p.values().length; k++) {
                p.values()[k] = (char) ((k * 0x9E3779B1 >>> 9) % 100 + k / 512 % 50 + 25 * (k % bands));
            }
            int[] gist = PictureShape.of(p, "png", "", new byte[1]).gist();
            int[] means = PixelSize.of(p, 16, 16, Meaning.NUMBERS).argb();
            for (int k = 0; k < gist.length; k++) {
                for (int shift = 0; shift < 32; shift += 8) {
                    assertThat((gist[k] >>> shift & 255) - (means[k] >>> shift & 255))
                            .as(bands + " channels, field " + k)
                            .isBetween(-1, 1);
                }
            }
        }
    }

    @Test
    void channelsAreToldByTheirNumber() {
        String[] told = {"grey", "grey and alpha", "RGB", "RGBA"};
        for (int bands = 1; bands <= 4; bands++) {
            PictureShape shape = PictureShape.of(Pixels.empty(2, 2, bands, 8), "png", "", new byte[1]);
            assertThat(shape.channels()).isEqualTo(told[bands - 1]);
        }
    }
}
