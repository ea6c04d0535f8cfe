package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.scene.motion.Extrapolation;
import idleheron.core.scene.motion.Handles;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.bytes.FormatException;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Curves, layers and ranges that are put into a document come out of it, key by key. */
class FbxClipRoundTripTest extends FbxRoundTripCase {
    private static void same(Curve a, @Nullable Curve told) {
        Curve b = Objects.requireNonNull(told);
        assertThat(b.seconds()).containsExactly(a.seconds(), within(1e-9));
        assertThat(b.values()).containsExactly(a.values(), within(1e-5));
        assertThat(b.modes()).isEqualTo(a.modes());
        assertThat(b.before()).isEqualTo(a.before());
        assertThat(b.after()).isEqualTo(a.after());
        for (double t = a.start() - 1; t < a.end() + 1; t += 0.07) {
            assertThat(b.at(t)).as("at " + t).isCloseTo(a.at(t), within(1e-3));
        }
    }

    /** Steps, lines, a smooth span and one with long handles; before it goes back and forth, after it runs on. */
    private static Curve curve() {
        return new Curve(
                new double[] {0, 0.5, 1, 1.5, 2},
                new double[] {0, 10, 5, 8, 2},
                new byte[] {Curve.LINEAR, Curve.CONSTANT, Curve.CUBIC, Curve.NEXT, Curve.LINEAR},
                new double[] {20, 0, 4, 0, 0},
                new double[] {0, 20, 0, -3, 0},
                Handles.NONE,
                new Extrapolation(Extrapolation.Kind.MIRROR, -1),
                new Extrapolation(Extrapolation.Kind.SLOPE, 0));
    }

    private static Clip.NodeTrack track(int node, Channel channel, Curve c) {
        @Nullable Curve[] all = new Curve[Channel.COUNT];
        all[channel.ordinal()] = c;
        return new Clip.NodeTrack(node, all);
    }

    @Test
    void curvesOfNodesShapesAndOtherPropertiesInLayers() throws FormatException {
        BlendShape shape = new BlendShape(
                "billow", 0, List.of(new BlendShape.Target(1, new int[] {1}, new float[] {1, 2, 3}, null)));
        Curve rise = Curve.linear(new double[] {0, 2}, new double[] {0, 1});
        ClipLayer over = new ClipLayer(
                "over",
                ClipLayer.Blend.MIX,
                Curve.linear(new double[] {0, 1}, new double[] {0.25, 0.75}),
                true,
                false,
                true,
                true,
                List.of(track(0, Channel.SCALE_Y, rise)),
                List.of(),
                List.of());
        Clip clip = new Clip(
                "wave",
                0.5,
                2,
                FrameRate.of(30),
                List.of(track(0, Channel.TRANSLATE_X, curve()), track(1, Channel.ROTATE_Z, curve())),
                List.of(new Clip.ShapeTrack(0, 0, rise)),
                List.of(new Clip.ValueTrack(Clip.Subject.NODE, 1, "Visibility", "Visibility", rise)),
                List.of(over));
        Clip idle = new Clip("idle", 0, 1, FrameRate.of(30), List.of(track(0, Channel.SCALE_Z, rise)), List.of());
        Scene b = back(shown(Sail.mesh().withShapes(List.of(shape))).withClips(List.of(clip, idle)));
        assertThat(b.clips()).extracting(Clip::name).containsExactly("wave", "idle");
        Clip c = b.clips().getFirst();
        assertThat(c.startSeconds()).isCloseTo(0.5, within(1e-9));
        assertThat(c.endSeconds()).isCloseTo(2, within(1e-9));
        assertThat(c.nodes()).extracting(Clip.NodeTrack::node).containsExactly(0, 1);
        same(curve(), c.nodes().get(0).curve(Channel.TRANSLATE_X));
        same(curve(), c.nodes().get(1).curve(Channel.ROTATE_Z));
        assertThat(c.shapes()).hasSize(1);
        same(rise, c.shapes().getFirst().weight());
        assertThat(c.values()).hasSize(1);
        assertThat(c.values().getFirst().property()).isEqualTo("Visibility");
        assertThat(c.values().getFirst().index()).isEqualTo(1);
        assertThat(c.values().getFirst().subject()).isEqualTo(Clip.Subject.NODE);
        ClipLayer l = c.layers().getFirst();
        assertThat(l.name()).isEqualTo("over");
        assertThat(l.blend()).isEqualTo(ClipLayer.Blend.MIX);
        assertThat(l.muted()).isTrue();
        assertThat(l.solo()).isFalse();
        assertThat(l.turnsWhole()).isTrue();
        assertThat(l.scalesMultiply()).isTrue();
        same(over.weight(), l.weight());
        same(rise, l.nodes().getFirst().curve(Channel.SCALE_Y));
        same(rise, b.clips().get(1).nodes().getFirst().curve(Channel.SCALE_Z));
    }
}
