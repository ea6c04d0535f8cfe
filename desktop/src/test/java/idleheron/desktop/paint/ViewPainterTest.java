package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.core.picture.Shelf;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.paint.ViewRequest.Arrangement;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import java.util.ArrayList;
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
    void whatTheUserSaysBelongsTogetherIsFoundAndPlayed() {
        Scene other = BACK.withClips(BACK.clips().stream()
                        .map(c -> c.withName("take_7"))
                        .toList()
                        .subList(0, 1))
                .withNodes(BACK.nodes().stream()
                        .map(n -> n.name().equals("hand_l") ? n.withName("grip") : n)
                        .toList());
        List<ViewRequest.Shown> sides = List.of(Figures.shown(Figures.SENT, -1, false), Figures.shown(other, -1, true));
        Painted without = painter.paint(Figures.request(sides, Arrangement.BESIDE, CLIP.name(), 0.7, null));
        assertThatThrownBy(() -> place(without, HAND, true)).isInstanceOf(AssertionError.class);
        MatchTable table = MatchTable.NONE.withNode("hand_l", "grip").withClip(CLIP.name(), "take_7");
        Painted told = painter.paint(Figures.request(sides, table, Arrangement.BESIDE, CLIP.name(), 0.7, null));
        assertThat(place(told, HAND, true)[0] - place(told, HAND, false)[0])
                .as("in both halves, in the same pose")
                .isCloseTo(200, within(0.5));
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

    /** An arm; on the returned side something else comes first, so that its joints have other numbers. */
    private static Scene arm(boolean more, double off) {
        List<Node> nodes = new ArrayList<>();
        if (more) {
            nodes.add(Node.of("plinth", -1, NodeKind.JOINT, Transform.of(new Vec3(0.5, 1, 0), Vec3.ZERO, Vec3.ONE)));
        }
        nodes.add(Node.of("shoulder", -1, NodeKind.JOINT, Transform.of(new Vec3(off, 1, 0), Vec3.ZERO, Vec3.ONE)));
        nodes.add(Node.of(
                "elbow", nodes.size() - 1, NodeKind.JOINT, Transform.of(new Vec3(0, 0.4, 0), Vec3.ZERO, Vec3.ONE)));
        return Scene.bare("arm", Stage.COMMON).withNodes(nodes);
    }

    @Test
    void aJointIsFoundByItsPartnerWhateverItsNumberThere() {
        Painted p = painter.paint(Figures.request(
                List.of(Figures.shown(arm(false, 0), -1, false), Figures.shown(arm(true, 0.1), -1, true)),
                Arrangement.BESIDE,
                "",
                0,
                null));
        double[] left = place(p, 0, false);
        double[] right = place(p, 0, true);
        assertThat(right[0] - left[0]).as("half a picture and the way it moved").isGreaterThan(203);
        assertThat(right[1]).isCloseTo(left[1], within(0.01));
        assertThat(painter.pointed(p, right[0], right[1], 3).lines())
                .startsWith("shoulder", "0° and 100 mm between sent and returned");
        assertThat(p.nodes()).as("the plinth was not sent").containsOnly(0, 1);
    }

    private static Painted moved(double metres) {
        return new ViewPainter(Shelf.EMPTY)
                .paint(Figures.request(
                        List.of(
                                Figures.shown(Figures.squares(0, 0), -1, false),
                                Figures.shown(Figures.squares(metres, 0), -1, true)),
                        Arrangement.DIFFERENCE,
                        "",
                        0,
                        null));
    }

    @Test
    void heatIsAShareOfTheLargestFigure() {
        Painted little = moved(0.0003);
        Painted twice = moved(0.0006);
        assertThat(twice.heatTop() / little.heatTop()).isCloseTo(2, within(0.01));
        int other = 0;
        for (int i = 0; i < little.picture().pixels().length; i++) {
            int a = little.picture().pixels()[i];
            int b = twice.picture().pixels()[i];
            other += Math.abs((a >> 8 & 255) - (b >> 8 & 255)) > 6 ? 1 : 0;
        }
        assertThat(other).as("pixels of another colour").isZero();
    }

    @Test
    void aPathEndsAtTheEdgeOfItsPart() {
        Side side = Figures.side(Figures.SENT);
        Picture wide = new Picture(400, 300);
        Picture narrow = new Picture(400, 300);
        Projection seen = Projection.inPoints(Figures.FRONT, wide);
        JointPaths paths = new JointPaths();
        int ink = 0xFF00FF;
        paths.draw(wide, new Painted.Pane(0, true, 0, 400, Figures.FRONT, seen), side, CLIP, HAND, ink);
        float[] at = paths.places(side, CLIP, HAND);
        double middle = seen.project(at[0], at[1], at[2])[0];
        paths.draw(narrow, new Painted.Pane(0, true, 0, middle - 1, Figures.FRONT, seen), side, CLIP, HAND, ink);
        int edge = (int) middle + 3;
        assertThat(ofInk(wide, edge)).isPositive();
        assertThat(ofInk(narrow, edge)).isZero();
    }

    /** Pixels right of an edge that have some of the ink. */
    private static long ofInk(Picture p, int from) {
        long out = 0;
        for (int y = 0; y < p.height(); y++) {
            for (int x = from; x < p.width(); x++) {
                out += (p.at(x, y) & 0xFF00FF) != 0 ? 1 : 0;
            }
        }
        return out;
    }
}
