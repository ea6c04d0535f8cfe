package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import java.util.stream.Collectors;

/** Counts clips at another rate and keeps their seconds: a key on every frame of the new rate, and on the two ends. */
public record ResampleClips(FrameRate rate) implements Remedy {
    /** The rates of all clips. */
    static final Measure RATES = new Measure(
            "rate",
            s -> s.clips().isEmpty()
                    ? "–"
                    : s.clips().stream()
                            .map(c -> c.rate().label() + " /s")
                            .distinct()
                            .collect(Collectors.joining(", ")));

    public static final RemedyType TYPE = RemedyType.of(
                    "resample-clips",
                    ResampleClips.class,
                    Keeps.NEARLY,
                    say("core.remedy.clip.ResampleClips.counts-clips-at-another-rate-with"))
            .told("=RATE", v -> new ResampleClips(v.rate()))
            .measured(RATES);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.ResampleClips.resample-at-s", rate.label());
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.ResampleClips.keys-every-channel-that-moves-on", rate.label());
    }

    @Override
    public Scene apply(Scene scene) {
        Scene flat = FlattenLayers.of(scene);
        return flat.withClips(flat.clips().stream()
                        .map(c -> {
                            double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), rate);
                            return c.mapCurves(k -> k.sampled(times)).withRange(c.startSeconds(), c.endSeconds(), rate);
                        })
                        .toList())
                .withStage(flat.stage().withRate(rate));
    }
}
