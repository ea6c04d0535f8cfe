package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.Arrays;
import java.util.List;

/**
 * Runs clips backwards within their ranges: at a time t they are what they were at start + end - t. Keys stay keys, with their
 * slopes and handles; a curve with steps gets a key on each frame, so that every frame is what its opposite was.
 *
 * @param clips names
 */
public record ReverseClips(List<String> clips) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "reverse-clips",
                    ReverseClips.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.ReverseClips.runs-clips-backwards-within-their-ranges"))
            .told("=NAME,…", v -> new ReverseClips(v.names()))
            .measured(CutClips.FRAMES);

    public ReverseClips {
        clips = List.copyOf(clips);
        if (clips.isEmpty()) {
            throw new IllegalArgumentException(say("core.remedy.clip.ReverseClips.reverse-clips-needs-the-name-of"));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.ReverseClips.run-backwards");
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.ReverseClips.runs-backwards-in-the-same-range", String.join(", ", clips));
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.clips().stream().noneMatch(c -> clips.contains(c.name()))
                ? scene
                : scene.withClips(scene.clips().stream()
                        .map(c -> clips.contains(c.name()) ? reversed(c) : c)
                        .toList());
    }

    private static Clip reversed(Clip c) {
        double about = c.startSeconds() + c.endSeconds();
        double[] frames = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        return c.mapCurves(k -> k.isStepped() ? onFrames(k, about, frames) : k.reversed(about));
    }

    private static Curve onFrames(Curve k, double about, double[] frames) {
        double[] values = new double[frames.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = k.at(about - frames[i]);
        }
        byte[] modes = new byte[values.length];
        boolean all = true;
        for (int i = 0; i + 1 < k.keys(); i++) {
            all &= k.modes()[i] == Curve.CONSTANT || k.modes()[i] == Curve.NEXT;
        }
        Arrays.fill(modes, all ? Curve.CONSTANT : Curve.LINEAR);
        return new Curve(frames, values, modes, null, null);
    }
}
