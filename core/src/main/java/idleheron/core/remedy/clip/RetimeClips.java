package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;

/**
 * Counts clips at another rate and keeps the number of every frame: what lay at frame 12 lies at frame 12, and the clip lasts
 * longer or shorter. It takes back a rate that was read as another.
 */
public record RetimeClips(FrameRate rate) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "retime-clips",
                    RetimeClips.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.RetimeClips.counts-clips-at-another-rate-every"))
            .told("=RATE", v -> new RetimeClips(v.rate()))
            .measured(ResampleClips.RATES);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.RetimeClips.retime-to-s", rate.label());
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.RetimeClips.counts-every-clip-at-frames-a", rate.label());
    }

    @Override
    public Scene apply(Scene scene) {
        Scene out = scene.withClips(scene.clips().stream().map(this::retimed).toList());
        double start = rate.seconds(scene.stage().rate().frame(scene.stage().startSeconds()));
        double end = rate.seconds(scene.stage().rate().frame(scene.stage().endSeconds()));
        return out.withStage(out.stage().withRate(rate).withRange(start, end));
    }

    private Clip retimed(Clip c) {
        double factor = c.rate().perSecond() / rate.perSecond();
        return factor == 1
                ? c.withRange(c.startSeconds(), c.endSeconds(), rate)
                : c.mapCurves(k -> k.stretched(factor))
                        .withRange(c.startSeconds() * factor, c.endSeconds() * factor, rate);
    }
}
