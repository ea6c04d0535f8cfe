package idleheron.core.cache.edit;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import java.lang.foreign.MemorySegment;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import org.joml.Matrix4d;

/** Other times for a cache. What has a single sample holds for all times and stays. */
public final class CacheTime {
    private CacheTime() {}

    /** All samples later by {@code seconds}. */
    public static Cache shift(Cache cache, double seconds) {
        return cache.map(
                n -> n.mapSamples(s -> s.count() > 1 ? s.withTimes(s.times().shifted(seconds)) : s));
    }

    /** Only samples from start to end, both included; of what has none there, the one that holds at the start. */
    public static Cache cut(Cache cache, double start, double end) {
        return cache.map(n -> n.mapSamples(s -> cut(s, start, end)));
    }

    private static Samples cut(Samples s, double start, double end) {
        if (s.count() < 2) {
            return s;
        }
        double[] t = s.times().times(s.count());
        int from = 0;
        while (from + 1 < t.length && t[from] < start - TimeSampling.CLOSE) {
            from++;
        }
        int to = from;
        while (to + 1 < t.length && t[to + 1] <= end + TimeSampling.CLOSE) {
            to++;
        }
        if (t[from] < start - TimeSampling.CLOSE || t[from] > end + TimeSampling.CLOSE) {
            int at = s.times().floor(start, s.count());
            return s.pick(1, i -> at, TimeSampling.STILL);
        }
        int first = from;
        TimeSampling times = s.times().isUniform()
                ? TimeSampling.uniform(s.times().perCycle(), t[from])
                : TimeSampling.of(Arrays.copyOfRange(t, from, to + 1));
        return s.pick(to - from + 1, i -> first + i, times);
    }

    /** Samples at other times: points and transforms in between, all else as the sample before. */
    public static Cache resample(Cache cache, double[] times) {
        TimeSampling sampling = TimeSampling.of(times);
        return cache.map(n -> resampled(n, times, sampling));
    }

    private static CacheNode resampled(CacheNode n, double[] times, TimeSampling sampling) {
        CacheNode out = n.mapSamples(s ->
                s.count() < 2 ? s : s.pick(times.length, i -> s.times().floor(times[i], s.count()), sampling));
        Map<ChannelSemantic, Samples> all = new EnumMap<>(ChannelSemantic.class);
        all.putAll(out.samples());
        Samples p = n.get(ChannelSemantic.POSITIONS);
        if (p != null && !p.constant() && n.kind().isMesh()) {
            CacheMesh m = new CacheMesh(n);
            Samples held = out.get(ChannelSemantic.POSITIONS);
            all.put(
                    ChannelSemantic.POSITIONS,
                    Samples.computed(
                            new Samples.Layout(p.type(), 3, false),
                            times.length,
                            sampling,
                            i -> on(p, times[i]) && held != null
                                    ? held.bytes(i)
                                    : narrowed(p, m.at(times[i], Interpolation.LINEAR))));
            all.remove(ChannelSemantic.BOUNDS);
        }
        Samples v = n.get(ChannelSemantic.CHANNELS);
        Samples ops = n.get(ChannelSemantic.OPERATIONS);
        if (v != null && ops != null && !v.constant()) {
            int[] o = ops.ints(0);
            all.put(
                    ChannelSemantic.CHANNELS,
                    Samples.computed(
                            new Samples.Layout(ElementType.FLOAT64, v.extent(), v.scalar()),
                            times.length,
                            sampling,
                            i -> Samples.segment(channels(v, o, times[i]))));
        }
        return new CacheNode(
                n.name(), n.kind(), n.meta(), all, out.params(), out.user(), out.other(), n.source(), n.children());
    }

    private static boolean on(Samples p, double t) {
        int i = p.times().floor(t, p.count());
        return Math.abs(p.times().time(i) - t) <= TimeSampling.CLOSE
                || i + 1 >= p.count()
                || t < p.times().time(0);
    }

    private static MemorySegment narrowed(Samples p, float[] v) {
        if (p.type() == ElementType.FLOAT32) {
            return Samples.segment(v);
        }
        double[] d = new double[v.length];
        for (int i = 0; i < v.length; i++) {
            d[i] = v[i];
        }
        if (p.type() == ElementType.FLOAT64) {
            return Samples.segment(d);
        }
        short[] h = new short[v.length];
        for (int i = 0; i < h.length; i++) {
            h[i] = Float.floatToFloat16(v[i]);
        }
        MemorySegment m = MemorySegment.ofArray(new byte[2 * h.length]);
        MemorySegment.copy(
                h,
                0,
                m,
                java.lang.foreign.ValueLayout.JAVA_SHORT_UNALIGNED.withOrder(java.nio.ByteOrder.LITTLE_ENDIAN),
                0,
                h.length);
        return m;
    }

    private static double[] channels(Samples v, int[] ops, double t) {
        int i = v.times().floor(t, v.count());
        double[] a = v.doubles(i);
        double u = i + 1 < v.count()
                ? (t - v.times().time(i)) / (v.times().time(i + 1) - v.times().time(i))
                : 0;
        return u > 1e-9 ? TransformStack.between(ops, a, v.doubles(i + 1), Math.min(1, u)) : a;
    }

    /** World matrix of an object at a time, its own included. */
    static Matrix4d world(Cache cache, int entry, double seconds) {
        Matrix4d m = new Matrix4d();
        for (int e = entry; e >= 0; e = cache.entries().get(e).parent()) {
            CacheNode n = cache.entries().get(e).node();
            CachePose.local(n, seconds, Interpolation.LINEAR, new Matrix4d()).mul(m, m);
            Samples s = n.get(ChannelSemantic.INHERITS);
            if (s != null && s.count() > 0 && s.doubles(s.times().floor(seconds, s.count()))[0] == 0) {
                break;
            }
        }
        return m;
    }
}
