package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;

/**
 * Splits a clip at some of its frames; each part ends on the frame on which the next begins.
 *
 * @param clip its name
 * @param frames ascending, inside of the clip
 */
public record SplitClip(String clip, List<Double> frames) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "split-clip",
                    SplitClip.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.SplitClip.splits-a-clip-at-some-of"))
            .told(
                    "=NAME:FRAME,…",
                    v -> new SplitClip(v.first().name(), v.second("").numbers()))
            .measured(CutClips.FRAMES);

    public SplitClip {
        frames = List.copyOf(frames);
        for (int i = 1; i < frames.size(); i++) {
            if (frames.get(i) <= frames.get(i - 1)) {
                throw new IllegalArgumentException(say("core.remedy.clip.SplitClip.frames-do-not-go-forward", frames));
            }
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.SplitClip.split", clip);
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.SplitClip.makes-clips-of", (frames.size() + 1), clip);
    }

    @Override
    public Scene apply(Scene scene) {
        List<Clip> out = new ArrayList<>();
        boolean any = false;
        for (Clip c : scene.clips()) {
            List<Double> inside = frames.stream()
                    .filter(f -> f > c.firstFrame() && f < c.lastFrame())
                    .toList();
            if (!c.name().equals(clip) || inside.isEmpty()) {
                out.add(c);
                continue;
            }
            any = true;
            double from = c.firstFrame();
            for (int i = 0; i <= inside.size(); i++) {
                double to = i == inside.size() ? c.lastFrame() : inside.get(i);
                Scene only = scene.withClips(List.of(c));
                Clip part = new CutClips(from, to, List.of(clip))
                        .apply(only)
                        .clips()
                        .getFirst();
                out.add(part.withName(clip + "_" + (i + 1)));
                from = to;
            }
        }
        return any ? scene.withClips(out) : scene;
    }
}
