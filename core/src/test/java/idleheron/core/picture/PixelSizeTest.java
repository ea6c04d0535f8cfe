package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PixelSizeTest {
    private static Pixels grey(int width, int height, int... values) {
        return pixels(width, height, 1, 8, values);
    }

    static Pixels pixels(int width, int height, int bands, int bits, int... values) {
        Pixels p = Pixels.empty(width, height, bands, bits);
        for (int i = 0; i < values.length; i++) {
            p.values()[i] = (char) values[i];
        }
        return p;
    }

    private static int[] values(Pixels p) {
        int[] out = new int[p.values().length];
        for (int i = 0; i < out.length; i++) {
            out[i] = p.values()[i];
        }
        return out;
    }

    @Test
    void halfOfLightIsNotHalfOfWhatIsStored() {
        Pixels p = grey(2, 1, 0, 255);
        assertThat(values(PixelSize.of(p, 1, 1, Meaning.COLOURS))).containsExactly(188);
        assertThat(values(PixelSize.of(p, 1, 1, Meaning.NUMBERS))).containsExactly(128);
        // 1.055 · 0.5^(1/2.4) - 0.055 of 65535
        assertThat(values(PixelSize.of(pixels(1, 2, 1, 16, 0, 65535), 1, 1, Meaning.COLOURS))[0])
                .isCloseTo(48192, within(1));
    }

    @Test
    void aTexelCountsByTheShareThatIsCovered() {
        // the first covers 0 to 1.5: all of 90 and half of 30
        assertThat(values(PixelSize.of(grey(3, 1, 90, 30, 210), 2, 1, Meaning.NUMBERS)))
                .containsExactly(70, 150);
        assertThat(values(PixelSize.of(grey(1, 3, 90, 30, 210), 1, 2, Meaning.NUMBERS)))
                .containsExactly(70, 150);
        assertThat(values(PixelSize.of(grey(2, 2, 10, 20, 30, 40), 1, 1, Meaning.NUMBERS)))
                .containsExactly(25);
    }

    @Test
    void largerLiesBetweenNeighbours() {
        assertThat(values(PixelSize.of(grey(2, 1, 0, 200), 4, 1, Meaning.NUMBERS)))
                .containsExactly(0, 50, 150, 200);
        assertThat(values(PixelSize.of(grey(1, 1, 77), 3, 2, Meaning.NUMBERS))).containsOnly(77);
    }

    @Test
    void whatIsClearLendsNoColour() {
        Pixels p = pixels(2, 1, 4, 8, 255, 0, 0, 0, 0, 0, 200, 255);
        assertThat(values(PixelSize.of(p, 1, 1, Meaning.COLOURS))).containsExactly(0, 0, 200, 128);
        // of numbers alpha is one more
        assertThat(values(PixelSize.of(p, 1, 1, Meaning.NUMBERS))).containsExactly(128, 0, 100, 128);
        assertThat(values(PixelSize.of(pixels(2, 1, 2, 8, 90, 0, 90, 0), 1, 1, Meaning.COLOURS)))
                .as("clear all over")
                .containsExactly(90, 0);
    }

    @Test
    void normalsKeepUnitLength() {
        // (1,0,0) and (0,0,1): between them (1,0,1)/√2, stored 0.5 + 0.5/√2
        Pixels p = pixels(2, 1, 3, 16, 65535, 32768, 32768, 32768, 32768, 65535);
        int[] v = values(PixelSize.of(p, 1, 1, Meaning.NORMALS));
        assertThat(v[0]).isCloseTo(55938, within(2));
        assertThat(v[1]).isCloseTo(32768, within(2));
        assertThat(v[2]).isCloseTo(55938, within(2));
        Pixels against = pixels(2, 1, 3, 8, 255, 128, 128, 0, 127, 127);
        assertThat(values(PixelSize.of(against, 1, 1, Meaning.NORMALS)))
                .as("outward where they cancel out")
                .containsExactly(128, 128, 255);
        assertThat(values(PixelSize.of(grey(2, 1, 0, 255), 1, 1, Meaning.NORMALS)))
                .as("grey is none")
                .containsExactly(128);
    }

    @ParameterizedTest
    @ValueSource(ints = {8, 16})
    void whatIsFlatStaysFlat(int bits) {
        Random random = new Random(7);
        for (int run = 0; run < 60; run++) {
            int bands = 1 + random.nextInt(4);
            Pixels p = Pixels.empty(1 + random.nextInt(40), 1 + random.nextInt(40), bands, bits);
            char[] one = new char[bands];
            for (int b = 0; b < bands; b++) {
                one[b] = (char) random.nextInt(p.most() + 1);
            }
            for (int i = 0; i < p.values().length; i++) {
                p.values()[i] = one[i % bands];
            }
            Meaning meaning = random.nextBoolean() ? Meaning.COLOURS : Meaning.NUMBERS;
            Pixels out = PixelSize.of(p, 1 + random.nextInt(40), 1 + random.nextInt(40), meaning);
            for (int i = 0; i < out.values().length; i++) {
                assertThat((int) out.values()[i])
                        .as("%s, %s, %s of %s", run, meaning, i % bands, Arrays.toString(one))
                        .isCloseTo(one[i % bands], within(1));
            }
        }
    }

    @Test
    void rowsAreTheSameOnEveryCore() {
        Pixels p = Pixels.empty(300, 700, 3, 8);
        new Random(3).ints(p.values().length, 0, 256).forEach(new java.util.function.IntConsumer() {
            private int at;

            @Override
            public void accept(int v) {
                p.values()[at++] = (char) v;
            }
        });
        Pixels whole = PixelSize.of(p, 100, 233, Meaning.COLOURS);
        Pixels again = PixelSize.of(p, 100, 233, Meaning.COLOURS);
        assertThat(again.values()).isEqualTo(whole.values());
        double was = mean(p);
        assertThat(mean(whole)).as("light is kept").isCloseTo(was, within(was * 1e-3));
    }

    private static double mean(Pixels p) {
        double sum = 0;
        for (char v : p.values()) {
            sum += Light.of(v / (double) p.most());
        }
        return sum / p.values().length;
    }

    @Test
    void withinKeepsProportionsAndWhatFits() {
        Pixels p = Pixels.empty(300, 100, 1, 8);
        Pixels small = PixelSize.within(p, 64, Meaning.COLOURS);
        assertThat(small.width()).isEqualTo(64);
        assertThat(small.height()).isEqualTo(21);
        assertThat(PixelSize.within(p, 300, Meaning.COLOURS)).isSameAs(p);
        assertThat(PixelSize.within(Pixels.empty(900, 1, 1, 8), 9, Meaning.NUMBERS)
                        .height())
                .isEqualTo(1);
    }
}
