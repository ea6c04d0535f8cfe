package idleheron.core.remedy.cache;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.cache.Cache;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.cache.measure.CacheSpeed;
import idleheron.core.job.Progress;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Outcome;
import idleheron.core.scene.Scene;

/** The figures by which remedies on caches are judged: size, speed, and how far the surface moved. */
public final class CacheMeasures {
    static final Measure SIZE =
            new Measure(say("core.remedy.cache.CacheMeasures.size-objects-speed"), CacheMeasures::size);

    /** How far the surface moved. */
    public static final Outcome SURFACE = CacheMeasures::surface;

    /** For what leaves objects out. */
    static final Outcome LEFT = (before, after, progress) -> none(before, after)
            ? Outcome.Told.NOTHING
            : new Outcome.Told(say("core.remedy.cache.CacheMeasures.what-is-left-is-not-touched"), true);

    /** For what changes places. */
    static final Outcome PLACES = (before, after, progress) -> none(before, after)
            ? Outcome.Told.NOTHING
            : new Outcome.Told(say("core.remedy.cache.CacheMeasures.places-change-as-asked-for"), true);

    /** First and last frame before and after. */
    static final Outcome RANGE = (before, after, progress) ->
            none(before, after) ? Outcome.Told.NOTHING : new Outcome.Told(range(before) + " → " + range(after), true);

    /** Surfaces closer than this, in millimetres, count as where they were. */
    private static final double STILL = 0.1;

    private CacheMeasures() {}

    private static boolean none(Scene before, Scene after) {
        return before.caches().isEmpty() || after.caches().isEmpty();
    }

    private static String size(Scene s) {
        if (s.caches().isEmpty()) {
            return "–";
        }
        Cache c = s.caches().getFirst();
        return say(
                "core.remedy.cache.CacheMeasures.size-objects-and-speed",
                CacheSize.text(CacheSize.of(c)),
                Wording.counted(c.entries().size(), "object"),
                Math.round(CacheSpeed.measure(c)));
    }

    private static Outcome.Told surface(Scene before, Scene after, Progress progress) {
        if (none(before, after)) {
            return Outcome.Told.NOTHING;
        }
        CacheGap gap = CacheGap.of(
                before.caches().getFirst(),
                after.caches().getFirst(),
                CanonicalSpace.of(before.stage()).pointMatrix(),
                CanonicalSpace.of(after.stage()).pointMatrix(),
                progress);
        return new Outcome.Told(
                say(
                        "core.remedy.cache.CacheMeasures.surface-within-mm-at",
                        Figure.number(gap.worst() * 1000),
                        gap.moments(),
                        (gap.moments() == 1
                                ? say("core.remedy.cache.CacheMeasures.moment")
                                : say("core.remedy.cache.CacheMeasures.moments"))),
                gap.worst() * 1000 <= STILL);
    }

    private static String range(Scene s) {
        double[] r = s.caches().getFirst().range();
        return say(
                "core.remedy.cache.CacheMeasures.frames",
                Figure.number(s.stage().rate().frame(r[0])),
                Figure.number(s.stage().rate().frame(r[1])));
    }
}
