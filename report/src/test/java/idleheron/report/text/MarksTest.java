package idleheron.report.text;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.render.ink.Picture;
import org.junit.jupiter.api.Test;

/** Verdicts are told apart by their shapes alone. */
class MarksTest {
    /** How much of a picture is not white, 0 to 1, in a part of it. */
    private static double ink(Picture p, double x0, double y0, double x1, double y1) {
        int n = 0;
        int dark = 0;
        for (int y = (int) (y0 * p.height()); y < y1 * p.height(); y++) {
            for (int x = (int) (x0 * p.width()); x < x1 * p.width(); x++) {
                n++;
                dark += p.at(x, y) == 0xFFFFFFFF ? 0 : 1;
            }
        }
        return dark / (double) n;
    }

    @Test
    void eachShapeIsItsOwn() {
        Picture disc = Marks.picture(Verdict.CLEAN);
        Picture ring = Marks.picture(Verdict.NOT_CARRIED);
        assertThat(ink(disc, 0.45, 0.45, 0.55, 0.55)).isEqualTo(1);
        assertThat(ink(ring, 0.45, 0.45, 0.55, 0.55)).isZero();
        assertThat(ink(ring, 0, 0, 1, 1)).isBetween(0.1, 0.4);
        Picture triangle = Marks.picture(Verdict.BROKEN);
        assertThat(ink(triangle, 0, 0.6, 1, 0.8)).isGreaterThan(2 * ink(triangle, 0, 0.2, 1, 0.4));
        Picture diamond = Marks.picture(Verdict.DRIFTED);
        assertThat(ink(diamond, 0, 0.6, 1, 0.8))
                .isBetween(0.9 * ink(diamond, 0, 0.2, 1, 0.4), 1.1 * ink(diamond, 0, 0.2, 1, 0.4));
        assertThat(ink(diamond, 0.2, 0.2, 0.25, 0.25)).isZero();
        Picture dash = Marks.picture(Verdict.NOT_CHECKED);
        assertThat(ink(dash, 0, 0, 1, 0.35)).isZero();
        assertThat(ink(dash, 0.3, 0.48, 0.7, 0.52)).isEqualTo(1);
        assertThat(Marks.all()).hasSize(Verdict.values().length);
    }
}
