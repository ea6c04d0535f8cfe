package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.picture.Shelf;
import idleheron.desktop.paint.ViewRequest.Arrangement;
import idleheron.render.ink.Picture;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class LensTest {
    private static final ViewRequest.Place MIDDLE = new ViewRequest.Place(200, 150);

    private static Painted paint(double near, double far, ViewRequest.@Nullable Place lens) {
        return new ViewPainter(Shelf.EMPTY)
                .paint(Figures.request(
                        List.of(
                                Figures.shown(Figures.squares(0, 0), -1, false),
                                Figures.shown(Figures.squares(near, far), -1, true)),
                        Arrangement.DIFFERENCE,
                        "",
                        0,
                        lens));
    }

    /** How many points of the row in the middle have the colour that the middle has. */
    private static int wide(Picture p) {
        int out = 0;
        for (int x = 110; x < 290; x++) {
            int a = p.at(x, 146);
            int b = p.at(200, 146);
            boolean same = true;
            for (int shift = 0; shift < 24; shift += 8) {
                same &= Math.abs((a >> shift & 255) - (b >> shift & 255)) <= 3;
            }
            out += same ? 1 : 0;
        }
        return out;
    }

    @Test
    void itShowsFourTimesAsLarge() {
        int plain = wide(paint(0.01, 0, null).picture());
        int glass = wide(paint(0.01, 0, MIDDLE).picture());
        assertThat(plain).isBetween(4, 14);
        assertThat((double) glass / plain).isBetween(3.2, 4.8);
    }

    @Test
    void whatLiesFarBehindDoesNotSetItsRamp() {
        assertThat(paint(0, 0.03, MIDDLE).note()).isEqualTo("0 mm here; the dark end is 0.001 mm");
    }
}
