package idleheron.core.scene.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.time.FrameRate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A clip of a base and one layer over it. */
class ClipTest {
    private static Clip.NodeTrack track(int node, Channel channel, Curve curve) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[channel.ordinal()] = curve;
        return new Clip.NodeTrack(node, c);
    }

    private static Curve line(double from, double to) {
        return Curve.linear(new double[] {from, to}, new double[] {1, 2});
    }

    private static Clip.ValueTrack value(Clip.Subject subject, int index) {
        return new Clip.ValueTrack(subject, index, "mud", "mud", line(0, 1));
    }

    private static final Clip CLIP = new Clip(
            "wade",
            0.5,
            2.5,
            FrameRate.of(24),
            List.of(track(4, Channel.ROTATE_X, line(0.5, 2)), track(1, Channel.SCALE_Z, line(1, 2))),
            List.of(new Clip.ShapeTrack(0, 1, line(0.75, 1))),
            List.of(value(Clip.Subject.NODE, 1), value(Clip.Subject.MATERIAL, 4), value(Clip.Subject.ATTRIBUTE, 4)),
            List.of(new ClipLayer(
                    "over",
                    ClipLayer.Blend.ADD,
                    line(0, 2.75),
                    false,
                    false,
                    false,
                    false,
                    List.of(track(2, Channel.TRANSLATE_X, line(1, 2)), track(4, Channel.TRANSLATE_X, line(1, 2))),
                    List.of(new Clip.ShapeTrack(0, 0, line(1, 2))),
                    List.of(value(Clip.Subject.MATERIAL, 0), value(Clip.Subject.NODE, 2)))));

    @Test
    void lengthsFramesAndWhatMoves() {
        assertThat(CLIP.length()).isEqualTo(2);
        assertThat(CLIP.firstFrame()).isEqualTo(12);
        assertThat(CLIP.lastFrame()).isEqualTo(60);
        assertThat(CLIP.isLayered()).isTrue();
        assertThat(CLIP.withLayers(List.of()).isLayered()).isFalse();
        assertThat(CLIP.movedNodes()).containsExactly(1, 2, 4);
        assertThat(CLIP.nodes().getFirst().curve(Channel.ROTATE_X)).isNotNull();
        assertThat(CLIP.nodes().getFirst().curve(Channel.ROTATE_Y)).isNull();
    }

    @Test
    void everyCurveOfEveryLayerIsMapped() {
        Clip later = CLIP.mapCurves(c -> c.shifted(10));
        assertThat(later.keyedSpan()).containsExactly(10, 12.75);
        assertThat(java.util.Objects.requireNonNull(later.nodes().get(1).curve(Channel.SCALE_Z))
                        .start())
                .isEqualTo(11);
        assertThat(later.shapes().getFirst().weight().start()).isEqualTo(10.75);
        assertThat(later.values().getFirst().curve().start()).isEqualTo(10);
        ClipLayer l = later.layers().getFirst();
        assertThat(l.weight().end()).isEqualTo(12.75);
        assertThat(java.util.Objects.requireNonNull(l.nodes().getFirst().curve(Channel.TRANSLATE_X))
                        .start())
                .isEqualTo(11);
        assertThat(l.shapes().getFirst().weight().start()).isEqualTo(11);
        assertThat(l.values().getFirst().curve().start()).isEqualTo(10);
        assertThat(later.startSeconds())
                .as("the declared range is another matter")
                .isEqualTo(0.5);
    }

    @Test
    void withOtherNodeNumbersTracksOfThoseThatAreGoneGo() {
        Clip c = CLIP.renumbered(new int[] {-1, 7, -1, -1, 0});
        assertThat(c.nodes().stream().map(Clip.NodeTrack::node)).containsExactly(0, 7);
        assertThat(c.values().stream().map(Clip.ValueTrack::index))
                .as("a material keeps its number")
                .containsExactly(7, 4, 0);
        assertThat(c.layers().getFirst().nodes().stream().map(Clip.NodeTrack::node))
                .containsExactly(0);
        assertThat(c.layers().getFirst().values().stream().map(Clip.ValueTrack::index))
                .containsExactly(0);
        assertThat(c.layers().getFirst().weight().end()).isEqualTo(2.75);
        Clip kept = CLIP.renumbered(new int[] {0, 1, 0, 3, 4});
        assertThat(kept.layers().getFirst().nodes().getFirst().node())
                .as("the first node is one too")
                .isEqualTo(0);
        assertThat(kept.layers().getFirst().values()).hasSize(2);
    }

    @Test
    void withoutShapesAndWithoutSurfaces() {
        Clip c = CLIP.withoutShapes();
        assertThat(c.shapes()).isEmpty();
        assertThat(c.layers().getFirst().shapes()).isEmpty();
        assertThat(c.nodes()).hasSize(2);
        assertThat(c.values()).hasSize(3);
        assertThat(c.layers().getFirst().nodes()).hasSize(2);
        Clip bare = CLIP.withoutSurfaces();
        assertThat(bare.shapes()).isEmpty();
        assertThat(bare.values().stream().map(Clip.ValueTrack::subject))
                .containsExactly(Clip.Subject.NODE, Clip.Subject.ATTRIBUTE);
        assertThat(bare.layers().getFirst().values().stream().map(Clip.ValueTrack::subject))
                .containsExactly(Clip.Subject.NODE);
    }

    @Test
    void theSpanOfAllKeysDoesNotCountASingleOneAtNothing() {
        assertThat(CLIP.keyedSpan()).containsExactly(0, 2.75);
        Clip none = new Clip("c", 0, 1, FrameRate.FILM, List.of(track(0, Channel.ROTATE_X, Curve.still(4))), List.of());
        assertThat(none.keyedSpan()).isNull();
        Curve one = Curve.linear(new double[] {3}, new double[] {4});
        Clip three = new Clip("c", 0, 1, FrameRate.FILM, List.of(track(0, Channel.ROTATE_X, one)), List.of());
        assertThat(three.keyedSpan()).containsExactly(3, 3);
    }

    @Test
    void aTrackHasACurveOrNoneForEveryChannel() {
        assertThatThrownBy(() -> new Clip.NodeTrack(0, new @Nullable Curve[3]))
                .hasMessageContaining("3 curves, expected 9");
        assertThat(Channel.TRANSLATE_Z.isTranslation()).isTrue();
        assertThat(Channel.ROTATE_X.isTranslation()).isFalse();
        assertThat(Channel.ROTATE_X.isRotation()).isTrue();
        assertThat(Channel.ROTATE_Z.isRotation()).isTrue();
        assertThat(Channel.TRANSLATE_Z.isRotation()).isFalse();
        assertThat(Channel.SCALE_X.isRotation()).isFalse();
        assertThat(Channel.SCALE_Y.axis()).isEqualTo(1);
        assertThat(Channel.ROTATE_Z.axis()).isEqualTo(2);
    }

    /** A curve of one key is none that moves. */
    @Test
    void keysOfNodesAreThoseOfTheirMovingCurvesWithoutLayers() {
        Clip c = CLIP.withTracks(
                List.of(
                        CLIP.nodes().getFirst(),
                        track(1, Channel.SCALE_Z, Curve.linear(new double[] {7}, new double[] {1})),
                        track(2, Channel.ROTATE_Y, Curve.linear(new double[] {0, 1, 3}, new double[] {0, 1, 2}))),
                List.of());
        assertThat(c.nodeCurves().map(Curve::keys)).containsExactly(2, 1, 3);
        assertThat(c.keySeconds().toArray()).containsExactly(0.5, 2, 0, 1, 3);
    }
}
