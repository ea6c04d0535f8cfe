package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.picture.Shelf;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.paint.ViewRequest.Arrangement;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What is painted of two sides, and what lies where in it. */
class ViewPainterTest {
    private static final Scene BACK = TuneWeights.limit(1).apply(Figures.SENT);
    private static final Clip CLIP = Figures.SENT.clips().getFirst();
    private static final int HAND = Figures.joint("hand_l");

    private final ViewPainter painter = new ViewPainter(Shelf.EMPTY);

    private Painted paint(Arrangement how, int chosen, String clip, ViewRequest.@Nullable Place lens) {
        return paint(BACK, how, chosen, clip, lens);
    }

    private Painted paint(Scene back, Arrangement how, int chosen, String clip, ViewRequest.@Nullable Place lens) {
        return painter.paint(Figures.request(
                List.of(Figures.shown(Figures.SENT, chosen, false), Figures.shown(back, -1, true)),
                how,
                clip,
                0.7,
                lens));
    }

    private static double[] place(Painted p, int node, boolean right) {
        for (int i = 0; i < p.nodes().length; i++) {
            if (p.nodes()[i] == node && p.at()[2 * i] > 200 == right) {
                return new double[] {p.at()[2 * i], p.at()[2 * i + 1]};
            }
        }
        throw new AssertionError("the joint is not in that half");
    }

    private static long count(Picture p, int rgb, int x0, int x1) {
        long out = 0;
        for (int y = 0; y < p.height(); y++) {
            for (int x = x0; x < x1; x++) {
                out += (p.at(x, y) & 0xFFFFFF) == (rgb & 0xFFFFFF) ? 1 : 0;
            }
        }
        return out;
    }

    @Test
    void besideEachOtherAJointIsFoundInBothHalves() {
        Painted p = paint(Arrangement.BESIDE, -1, "", null);
        double[] left = place(p, HAND, false);
        double[] right = place(p, HAND, true);
        assertThat(right[0] - left[0]).as("half a picture apart").isCloseTo(200, within(0.5));
        assertThat(right[1]).isCloseTo(left[1], within(0.01));
        assertThat(p.nearest(left[0], left[1], 5)).isEqualTo(HAND);
        assertThat(p.nearest(right[0], right[1], 5)).isEqualTo(HAND);
        assertThat(painter.pointed(p, right[0], right[1], 5).lines())
                .startsWith("hand_l", "0° and 0 mm between sent and returned");
    }

    @Test
    void aPointIsPickedOnEitherSide() {
        Painted p = paint(Arrangement.WEIGHTS, HAND, "", null);
        int hips = Figures.joint("hips");
        double[] left = place(p, hips, false);
        double[] right = place(p, hips, true);
        Picked a = Objects.requireNonNull(painter.pick(left[0], left[1] - 12));
        Picked b = Objects.requireNonNull(painter.pick(right[0], right[1] - 12));
        assertThat(b.node()).isEqualTo(a.node());
        assertThat(b.point()).isEqualTo(a.point());
        assertThat(Figures.SENT.nodes().get(a.node()).payload()).isNotNegative();
        assertThat(painter.pick(3, 3)).as("beside the figure").isNull();
    }

    @Test
    void theWeightsOfTheChosenJointAreHeatOnBothSides() {
        Picture cold = paint(Arrangement.WEIGHTS, -1, "", null).picture();
        Painted warm = paint(Arrangement.WEIGHTS, HAND, "", null);
        assertThat(warm.heatTop()).isEqualTo(1);
        for (boolean right : new boolean[] {false, true}) {
            double[] at = place(warm, HAND, right);
            int changed = 0;
            for (int y = (int) at[1] - 14; y < at[1] + 14; y++) {
                for (int x = (int) at[0] - 14; x < at[0] + 14; x++) {
                    changed += warm.picture().at(x, y) != cold.at(x, y) ? 1 : 0;
                }
            }
            assertThat(changed).as("right: " + right).isGreaterThan(60);
        }
    }

    @Test
    void thePathOfTheChosenJointIsDrawnInTheColoursOfItsSides() {
        Picture rest = paint(Arrangement.BESIDE, HAND, "", null).picture();
        Picture plays = paint(Arrangement.BESIDE, HAND, CLIP.name(), null).picture();
        int sent = Palette.DAY.rgb(Palette.Tone.SENT);
        int back = Palette.DAY.rgb(Palette.Tone.RETURNED);
        Picture without = paint(Arrangement.BESIDE, -1, CLIP.name(), null).picture();
        assertThat(plays.pixels()).isNotEqualTo(rest.pixels());
        assertThat(count(plays, sent, 0, 200)).isGreaterThan(count(without, sent, 0, 200) + 20);
        assertThat(count(plays, back, 201, 400)).isGreaterThan(count(without, back, 201, 400) + 20);
        assertThat(count(plays, back, 0, 200)).as("never in the other half").isZero();
    }

    @Test
    void aClipThatCameBackUnderAnotherNameIsPlayedToo() {
        Scene renamed = Figures.SENT.withClips(Figures.SENT.clips().stream()
                .map(c -> c.withName("Marsh:" + c.name()))
                .toList());
        Painted p = paint(renamed, Arrangement.BESIDE, -1, CLIP.name(), null);
        assertThat(place(p, HAND, true)[0] - place(p, HAND, false)[0]).isCloseTo(200, within(0.5));
    }

    @Test
    void theLensShowsTheDifferenceWhereItLiesAndNothingElseChanges() {
        Painted plain = paint(Arrangement.OVER, -1, CLIP.name(), null);
        double[] hips = new double[] {plain.at()[0], plain.at()[1]};
        for (int i = 0; i < plain.nodes().length; i++) {
            if (plain.nodes()[i] == Figures.joint("spine_1")) {
                hips = new double[] {plain.at()[2 * i], plain.at()[2 * i + 1]};
            }
        }
        ViewRequest.Place place = new ViewRequest.Place(hips[0], hips[1]);
        Painted glass = paint(Arrangement.OVER, -1, CLIP.name(), place);
        assertThat(glass.note()).matches("[0-9.]+ mm here; the dark end is [0-9.]+ mm");
        int inside = 0;
        for (int y = 0; y < 300; y++) {
            for (int x = 0; x < 400; x++) {
                boolean other = glass.picture().at(x, y) != plain.picture().at(x, y);
                double far = Math.hypot(x + 0.5 - place.x(), y + 0.5 - place.y());
                if (far > Lens.RADIUS + 2.5) {
                    assertThat(other).as("at " + x + ", " + y).isFalse();
                } else if (other) {
                    inside++;
                }
            }
        }
        assertThat(inside).isGreaterThan(8000);
        assertThat(paint(Arrangement.OVER, -1, CLIP.name(), new ViewRequest.Place(20, 20))
                        .note())
                .as("nothing under it")
                .isEmpty();
    }

    @Test
    void theLensOfTwoThatAreTheSameSaysNought() {
        Painted p = paint(Figures.SENT, Arrangement.DIFFERENCE, -1, "", null);
        double[] at = new double[2];
        for (int i = 0; i < p.nodes().length; i++) {
            if (p.nodes()[i] == Figures.joint("spine_1")) {
                at = new double[] {p.at()[2 * i], p.at()[2 * i + 1]};
            }
        }
        Painted glass = paint(Figures.SENT, Arrangement.DIFFERENCE, -1, "", new ViewRequest.Place(at[0], at[1]));
        assertThat(glass.note()).startsWith("0 mm here");
    }
}
