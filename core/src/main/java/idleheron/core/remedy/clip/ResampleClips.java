package idleheron.core.remedy.clip;

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
                    "Counts clips at another rate, with a key on each of its frames; seconds stay.")
            .told("=RATE", v -> new ResampleClips(v.rate()))
            .measured(RATES);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Resample at " + rate.label() + " /s";
    }

    @Override
    public String describe() {
        return "Keys every channel that moves on every frame at " + rate.label() + " a second; seconds stay.";
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
