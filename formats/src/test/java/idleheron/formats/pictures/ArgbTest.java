package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.WritableRaster;
import org.junit.jupiter.api.Test;

class ArgbTest {
    private static String hex(BufferedImage i) {
        return Integer.toHexString(Argb.of(i)[0]);
    }

    private static BufferedImage one(int type, int... samples) {
        BufferedImage i = new BufferedImage(1, 1, type);
        i.getRaster().setPixel(0, 0, samples);
        return i;
    }

    private static BufferedImage component(int space, boolean alpha, int kind, float... samples) {
        ComponentColorModel m =
                new ComponentColorModel(ColorSpace.getInstance(space), alpha, false, alpha ? 3 : 1, kind);
        WritableRaster r = m.createCompatibleWritableRaster(1, 1);
        r.setPixel(0, 0, samples);
        return new BufferedImage(m, r, false, null);
    }

    @Test
    void greyStaysAsDarkAsItIsStored() {
        assertThat(hex(one(BufferedImage.TYPE_BYTE_GRAY, 100))).isEqualTo("ff646464");
        assertThat(hex(one(BufferedImage.TYPE_USHORT_GRAY, 0x64FF))).isEqualTo("ff646464");
        assertThat(hex(component(ColorSpace.CS_GRAY, true, DataBuffer.TYPE_BYTE, 100, 32)))
                .isEqualTo("20646464");
    }

    @Test
    void coloursKeepTheirOrderAndTheirAlpha() {
        assertThat(hex(one(BufferedImage.TYPE_INT_ARGB, 1, 2, 3, 4))).isEqualTo("4010203");
        assertThat(hex(one(BufferedImage.TYPE_INT_RGB, 1, 2, 3))).isEqualTo("ff010203");
        assertThat(hex(one(BufferedImage.TYPE_3BYTE_BGR, 1, 2, 3))).isEqualTo("ff010203");
        assertThat(hex(one(BufferedImage.TYPE_4BYTE_ABGR, 1, 2, 3, 4))).isEqualTo("4010203");
        assertThat(hex(component(ColorSpace.CS_sRGB, false, DataBuffer.TYPE_USHORT, 0x1FF, 0x2FF, 0x3FF)))
                .isEqualTo("ff010203");
    }

    @Test
    void lightInFractionsIsStoredByTheCurveAndCutAtOne() {
        BufferedImage i = component(ColorSpace.CS_sRGB, false, DataBuffer.TYPE_FLOAT, 0.5f, 7, -1);
        assertThat(hex(i)).isEqualTo("ffbcff00");
    }

    @Test
    void fewBitsAreSpreadOverEight() {
        BufferedImage bits = new BufferedImage(2, 1, BufferedImage.TYPE_BYTE_BINARY);
        bits.getRaster().setPixel(1, 0, new int[] {1});
        assertThat(Argb.of(bits)).containsExactly(0xFF000000, 0xFFFFFFFF);
    }

    @Test
    void aPartOfALargerImageIsThatPart() {
        BufferedImage whole = new BufferedImage(4, 4, BufferedImage.TYPE_INT_ARGB);
        whole.setRGB(2, 3, 0x12345678);
        assertThat(Argb.of(whole.getSubimage(2, 3, 1, 1))).containsExactly(0x12345678);
    }
}
