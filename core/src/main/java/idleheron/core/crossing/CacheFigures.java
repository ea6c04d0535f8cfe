package idleheron.core.crossing;

import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheGap;
import idleheron.core.cache.CacheSize;
import idleheron.core.cache.CacheSpeed;
import idleheron.core.job.Progress;
import idleheron.core.pose.MeantSpace;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Scene;

/** The figures by which remedies on caches are judged: size, speed, and how far the surface moved. */
final class CacheFigures {
    private CacheFigures() {}

    static boolean apply(String code) {
        return ChangeCache.codes().contains(code);
    }

    static String figure(Scene s) {
        if (s.caches().isEmpty()) {
            return "–";
        }
        Cache c = s.caches().getFirst();
        return CacheSize.text(CacheSize.of(c)) + ", " + c.entries().size()
                + (c.entries().size() == 1 ? " object, " : " objects, ") + Math.round(CacheSpeed.measure(c))
                + " frames/s";
    }

    /** What became of the surface; "" where there is no cache. */
    static String surface(Remedy r, Scene before, Scene after, Progress progress) {
        if (before.caches().isEmpty() || after.caches().isEmpty()) {
            return "";
        }
        if (r instanceof ChangeCache c) {
            switch (c.kind()) {
                case DROP -> {
                    return "what is left is not touched";
                }
                case SCALE, TURN -> {
                    return "places change, as asked for";
                }
                case SHIFT, CUT, RESAMPLE -> {
                    return range(before) + " → " + range(after);
                }
                default -> {
                    // held together below
                }
            }
        }
        CacheGap gap = CacheGap.of(
                before.caches().getFirst(),
                after.caches().getFirst(),
                MeantSpace.of(before.stage()).pointMatrix(),
                MeantSpace.of(after.stage()).pointMatrix(),
                progress);
        return "surface within " + Figure.number(gap.worst() * 1000) + " mm at " + gap.moments()
                + (gap.moments() == 1 ? " moment" : " moments");
    }

    private static String range(Scene s) {
        double[] r = s.caches().getFirst().range();
        return "frames " + Figure.number(s.stage().rate().frame(r[0])) + " – "
                + Figure.number(s.stage().rate().frame(r[1]));
    }
}
