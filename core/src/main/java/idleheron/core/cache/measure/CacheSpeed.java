package idleheron.core.cache.measure;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import java.util.TreeSet;

/** How fast a cache plays: every placed mesh at the times of its samples, for a quarter of a second once warm. */
public final class CacheSpeed {
    private static final double SECONDS = 0.25;

    private static final double WARM = 0.15;

    private CacheSpeed() {}

    /** Frames a second on one core, points in the world made ready; what is not drawn is not read. */
    public static double measure(Cache cache) {
        double[] times = times(cache);
        CachePose pose = new CachePose(cache);
        int[] meshes = pose.meshes();
        long start = System.nanoTime();
        int frames = 0;
        while (frames == 0 || (System.nanoTime() - start) / 1e9 < WARM) {
            frame(pose, meshes, times[frames++ % times.length]);
        }
        start = System.nanoTime();
        frames = 0;
        while ((System.nanoTime() - start) / 1e9 < SECONDS) {
            frame(pose, meshes, times[frames % times.length]);
            frames++;
        }
        return frames / ((System.nanoTime() - start) / 1e9);
    }

    private static void frame(CachePose pose, int[] meshes, double t) {
        pose.at(t, Interpolation.LINEAR);
        for (int m : meshes) {
            pose.points(m, t, Interpolation.LINEAR);
        }
    }

    /** All times at which points or transforms have a sample; 0 where nothing moves. */
    public static double[] times(Cache cache) {
        TreeSet<Double> out = new TreeSet<>();
        java.util.Set<TimeSampling> seen = new java.util.HashSet<>();
        for (Cache.Entry e : cache.entries()) {
            for (ChannelSemantic r : new ChannelSemantic[] {ChannelSemantic.POSITIONS, ChannelSemantic.CHANNELS}) {
                Samples s = e.node().get(r);
                if (s != null
                        && s.count() > 1
                        && (seen.add(s.times()) || !s.times().isAcyclic())) {
                    for (double t : s.times().times(s.count())) {
                        out.add(Math.rint(t * 1e6) / 1e6);
                    }
                }
            }
        }
        return out.isEmpty()
                ? new double[] {0}
                : out.stream().mapToDouble(d -> d).toArray();
    }
}
