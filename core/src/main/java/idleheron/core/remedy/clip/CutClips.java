package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.List;

/**
 * Cuts clips to a span of their frames. Keys outside go; where a span between keys is cut, every curve that is not straight
 * there is keyed on every frame.
 *
 * @param clips names, or none for all
 */
public record CutClips(double firstFrame, double lastFrame, List<String> clips) implements Remedy {
    /** How many clips there are, and all frames that they span. */
    static final Measure FRAMES = new Measure("clips", CutClips::span);

    public static final RemedyType TYPE = RemedyType.of(
                    "cut-clips",
                    CutClips.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.CutClips.leaves-only-some-frames-of-every"))
            .told("=A:B", v -> new CutClips(v.first().number(), v.second("").number(), List.of()))
            .measured(FRAMES);

    public CutClips {
        clips = List.copyOf(clips);
        if (!(lastFrame >= firstFrame) || Double.isInfinite(lastFrame - firstFrame)) {
            throw new IllegalArgumentException(
                    say("core.remedy.clip.CutClips.frames-to-do-not-go-forward", firstFrame, lastFrame));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say(
                "core.remedy.clip.CutClips.cut-clips-to-frames", Figure.number(firstFrame), Figure.number(lastFrame));
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.clip.CutClips.leaves-only-these-frames-of",
                (clips.isEmpty() ? say("core.remedy.clip.CutClips.every-clip") : String.join(", ", clips) + "."));
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withClips(scene.clips().stream()
                .map(c -> clips.isEmpty() || clips.contains(c.name()) ? cut(c) : c)
                .toList());
    }

    private static String span(Scene s) {
        double first = Double.POSITIVE_INFINITY;
        double last = Double.NEGATIVE_INFINITY;
        for (Clip c : s.clips()) {
            first = Math.min(first, c.firstFrame());
            last = Math.max(last, c.lastFrame());
        }
        int n = s.clips().size();
        return n == 0
                ? "0"
                : n == 1
                        ? say("core.remedy.clip.CutClips.clip-frames", Figure.number(first), Figure.number(last))
                        : say("core.remedy.clip.CutClips.clips-frames", Figure.number(first), Figure.number(last), n);
    }

    private Clip cut(Clip c) {
        double start = c.rate().seconds(firstFrame);
        double end = c.rate().seconds(lastFrame);
        double[] times = SampleTimes.frames(start, end, c.rate());
        return c.mapCurves(k -> within(k, start, end, times)).withRange(start, end, c.rate());
    }

    private static Curve within(Curve k, double start, double end, double[] times) {
        if (k.keys() == 1 || k.start() >= start && k.end() <= end) {
            return k;
        }
        boolean straight = k.isSimple() && k.leaving() == null;
        for (byte m : k.modes()) {
            straight &= m == Curve.LINEAR;
        }
        if (!straight) {
            return k.sampled(times);
        }
        double[] inside = java.util.stream.DoubleStream.concat(
                        java.util.stream.DoubleStream.of(start, end),
                        java.util.Arrays.stream(k.seconds()).filter(t -> t > start && t < end))
                .sorted()
                .distinct()
                .toArray();
        return k.sampled(inside);
    }
}
