package idleheron.core.remedy.clip;

import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;

/** Counts clips at another rate and keeps their seconds: a key on every frame of the new rate, and on the two ends. */
public record ResampleClips(FrameRate rate) implements Remedy {
    @Override
    public String code() {
        return "resample-clips";
    }

    @Override
    public String recipe() {
        return code() + "=" + rate.perSecond();
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
