package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Makes clips end as they begin: what is missing is spread over the last part of the clip, a channel at a time, rising
 * smoothly from nothing. Channels that run on, such as the way of a root, are left.
 *
 * @param clips names
 * @param share of the clip's length over which it is spread, 0 to 1
 */
public record CloseLoops(List<String> clips, double share) implements Remedy {
    /** Over the last quarter. */
    public static final double USUAL = 0.25;

    public static final RemedyType TYPE = RemedyType.of(
                    "close-loops",
                    CloseLoops.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.CloseLoops.makes-a-clip-end-as-it"))
            .told("=NAME", v -> new CloseLoops(List.of(v.text()), USUAL));

    /** A channel that misses by more than this part of its own range runs on and is no loop. */
    private static final double RUNS_ON = 0.25;

    public CloseLoops {
        clips = List.copyOf(clips);
        if (!(share > 0 && share <= 1)) {
            throw new IllegalArgumentException(say("core.remedy.clip.CloseLoops.a-share-of-expected-more-than", share));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.CloseLoops.close-the-loop");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.clip.CloseLoops.makes-end-as-easing-in-over",
                String.join(", ", clips),
                (clips.size() == 1
                        ? say("core.remedy.clip.CloseLoops.it-begins")
                        : say("core.remedy.clip.CloseLoops.they-begin")),
                Math.round(share * 100));
    }

    @Override
    public Scene apply(Scene scene) {
        Scene flat = FlattenLayers.of(scene);
        return flat.withClips(flat.clips().stream()
                .map(c -> clips.contains(c.name()) ? closed(c) : c)
                .toList());
    }

    private Clip closed(Clip c) {
        double[] times = idleheron.core.time.SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        List<Clip.NodeTrack> nodes = new ArrayList<>();
        for (Clip.NodeTrack t : c.nodes()) {
            @Nullable Curve[] out = t.curves().clone();
            for (int k = 0; k < Channel.COUNT; k++) {
                Curve curve = out[k];
                out[k] = curve == null ? null : closed(curve, times);
            }
            nodes.add(new Clip.NodeTrack(t.node(), out));
        }
        return c.withTracks(
                nodes,
                c.shapes().stream()
                        .map(s -> new Clip.ShapeTrack(s.mesh(), s.shape(), closed(s.weight(), times)))
                        .toList());
    }

    private Curve closed(Curve curve, double[] times) {
        double miss = curve.at(times[0]) - curve.at(times[times.length - 1]);
        if (Math.abs(miss) < 1e-12) {
            return curve;
        }
        Curve s = curve.sampled(times);
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (double v : s.values()) {
            low = Math.min(low, v);
            high = Math.max(high, v);
        }
        if (Math.abs(miss) > RUNS_ON * (high - low)) {
            return curve;
        }
        double end = times[times.length - 1];
        double from = end - share * (end - times[0]);
        for (int i = 0; i < times.length; i++) {
            double u = Math.clamp((times[i] - from) / (end - from), 0, 1);
            s.values()[i] += miss * u * u * (3 - 2 * u);
        }
        return s;
    }
}
