package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.Map;
import java.util.TreeMap;

/**
 * Moves clips in time.
 *
 * @param seconds for every clip that is not in {@code own}
 * @param own seconds by the name of the clip
 * @param ranges whether a clip's range goes with its keys; without, the motion alone moves under a range that stays
 */
public record ShiftClips(double seconds, Map<String, Double> own, boolean ranges) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "shift-clips",
                    ShiftClips.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.ShiftClips.moves-every-key-and-range-by"))
            .told("=SECONDS", v -> new ShiftClips(v.number()))
            .measured(CutClips.FRAMES);

    public ShiftClips {
        own = java.util.Collections.unmodifiableMap(new TreeMap<>(own));
    }

    /** All clips alike, with their ranges. */
    public ShiftClips(double seconds) {
        this(seconds, Map.of(), true);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return ranges
                ? say("core.remedy.clip.ShiftClips.shift-the-clips")
                : say("core.remedy.clip.ShiftClips.shift-the-motion-in-its-range");
    }

    @Override
    public String describe() {
        String what = ranges
                ? say("core.remedy.clip.ShiftClips.every-key-and-range")
                : say("core.remedy.clip.ShiftClips.every-key-but-no-range");
        return own.isEmpty()
                ? String.format(
                        java.util.Locale.ROOT, say("core.remedy.clip.ShiftClips.moves-s-by-6f-s"), what, seconds)
                : say("core.remedy.clip.ShiftClips.moves-of-each-by-its-own", what, String.join(", ", own.keySet()));
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withClips(scene.clips().stream().map(this::shifted).toList());
    }

    private Clip shifted(Clip c) {
        double by = own.getOrDefault(c.name(), seconds);
        if (by == 0) {
            return c;
        }
        Clip moved = c.mapCurves(k -> k.shifted(by));
        return ranges ? moved.withRange(c.startSeconds() + by, c.endSeconds() + by, c.rate()) : moved;
    }
}
