package idleheron.cli;

import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.scene.motion.Extrapolation;
import idleheron.core.scene.motion.Handles;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Two clips over the mooring post: one with every kind of key and property, one in layers. */
final class EveryClip {
    private static final FrameRate RATE = EveryFeature.RATE;

    private EveryClip() {}

    private static Curve waving() {
        double[] t = {0, 0.5, 1, 1.5, 2};
        double[] v = {0, 20, -10, 5, 0};
        double[] slope = {10, 0, -5, 0, 3};
        return new Curve(
                t,
                v,
                new byte[] {Curve.CUBIC, Curve.CUBIC, Curve.CUBIC, Curve.CUBIC, Curve.CUBIC},
                slope,
                slope.clone(),
                new Handles(
                        new float[] {5000 / 9999f, 1 / 3f, 2000 / 9999f, 1 / 3f, 1 / 3f},
                        new float[] {1 / 3f, 6000 / 9999f, 1 / 3f, 3000 / 9999f, 1 / 3f},
                        new int[] {24, 24, 24, 24, 24},
                        null),
                new Extrapolation(Extrapolation.Kind.SLOPE, -1),
                new Extrapolation(Extrapolation.Kind.MIRROR, 3));
    }

    private static Curve steps() {
        return new Curve(
                new double[] {0, 0.5, 1, 2},
                new double[] {0, 10, 20, 5},
                new byte[] {Curve.CONSTANT, Curve.NEXT, Curve.LINEAR, Curve.LINEAR},
                null,
                null,
                Handles.NONE,
                Extrapolation.HOLD,
                new Extrapolation(Extrapolation.Kind.REPEAT_ON, -1));
    }

    private static Clip.NodeTrack track(int node, Channel channel, Curve curve) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[channel.ordinal()] = curve;
        return new Clip.NodeTrack(node, c);
    }

    static Clip gust() {
        Curve rise = Curve.linear(new double[] {0, 2}, new double[] {0, 1});
        return new Clip(
                "gust",
                0,
                2,
                RATE,
                List.of(
                        track(1, Channel.TRANSLATE_Y, steps()),
                        track(2, Channel.ROTATE_X, waving()),
                        track(3, Channel.ROTATE_Y, Curve.smooth(new double[] {0, 1, 2}, new double[] {0, 30, 0}))),
                List.of(new Clip.ShapeTrack(0, 0, rise)),
                List.of(
                        new Clip.ValueTrack(Clip.Subject.NODE, 0, "wetness", "wetness", rise),
                        new Clip.ValueTrack(Clip.Subject.NODE, 4, "Visibility", "Visibility", steps()),
                        new Clip.ValueTrack(
                                Clip.Subject.ATTRIBUTE,
                                7,
                                "FocalLength",
                                "FocalLength",
                                Curve.linear(new double[] {0, 2}, new double[] {35, 70})),
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 1, "DiffuseColor", "X", rise),
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 1, "DiffuseColor", "Z", rise)),
                List.of());
    }

    static Clip layered() {
        Curve turn = Curve.linear(new double[] {0, 1}, new double[] {0, 40});
        Curve fade = Curve.linear(new double[] {0, 1}, new double[] {0, 1});
        return new Clip(
                "layered",
                0,
                1,
                RATE,
                List.of(track(2, Channel.ROTATE_X, turn)),
                List.of(),
                List.of(),
                List.of(
                        new ClipLayer(
                                "sway",
                                ClipLayer.Blend.ADD,
                                fade,
                                false,
                                false,
                                true,
                                true,
                                List.of(track(2, Channel.ROTATE_Z, turn)),
                                List.of(),
                                List.of()),
                        new ClipLayer(
                                "pose",
                                ClipLayer.Blend.MIX,
                                Curve.still(0.5),
                                false,
                                false,
                                false,
                                false,
                                List.of(track(3, Channel.ROTATE_X, turn)),
                                List.of(new Clip.ShapeTrack(0, 1, fade)),
                                List.of()),
                        new ClipLayer(
                                "unused",
                                ClipLayer.Blend.REPLACE,
                                Curve.still(1),
                                true,
                                false,
                                true,
                                true,
                                List.of(track(1, Channel.TRANSLATE_X, turn)),
                                List.of(),
                                List.of())));
    }
}
