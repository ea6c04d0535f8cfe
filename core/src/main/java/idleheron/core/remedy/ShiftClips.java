package idleheron.core.remedy;

import idleheron.core.scene.Scene;

/** Moves all keys and ranges in time. */
public record ShiftClips(double seconds) implements Remedy {
    @Override
    public String code() {
        return "shift-clips";
    }

    @Override
    public String title() {
        return "Shift the clips";
    }

    @Override
    public String describe() {
        return String.format(java.util.Locale.ROOT, "Moves every key and range by %.6f s.", seconds);
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withClips(scene.clips().stream()
                .map(c -> c.mapCurves(k -> k.shifted(seconds))
                        .withRange(c.startSeconds() + seconds, c.endSeconds() + seconds, c.rate()))
                .toList());
    }
}
