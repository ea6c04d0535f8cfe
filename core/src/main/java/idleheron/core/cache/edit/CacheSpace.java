package idleheron.core.cache.edit;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;

/** Another unit or another place for a cache. */
public final class CacheSpace {
    private static final int FOCUS = 11;
    private static final int NEAR = 14;
    private static final int FAR = 15;

    private CacheSpace() {}

    /** All lengths times a factor: points, velocities, bounds, places in transforms, widths, distances of cameras. */
    public static Cache scaled(Cache cache, double factor) {
        return factor == 1 ? cache : cache.map(n -> scaled(n, factor));
    }

    private static CacheNode scaled(CacheNode n, double factor) {
        Map<ChannelSemantic, Samples> all = new EnumMap<>(ChannelSemantic.class);
        n.samples()
                .forEach((r, s) -> all.put(
                        r,
                        switch (r) {
                            case POSITIONS, VELOCITIES, BOUNDS, CHILD_BOUNDS -> times(s, factor);
                            case CHANNELS -> channels(n, s, factor);
                            case LENS -> lens(s, factor);
                            default -> s;
                        }));
        List<Param> params = new ArrayList<>();
        for (Param p : n.params()) {
            boolean width = p.own() && (p.name().equals("width") || p.name().equals(".widths"));
            params.add(width ? p.with(times(p.values(), factor), p.indices()) : p);
        }
        return new CacheNode(n.name(), n.kind(), n.meta(), all, params, n.user(), n.other(), n.source(), n.children());
    }

    private static Samples times(Samples s, double factor) {
        if (!s.type().isReal() || s.type() == ElementType.FLOAT16) {
            return s;
        }
        return s.type() == ElementType.FLOAT32
                ? s.map(m -> scaledFloats(m, factor))
                : s.map(m -> scaledDoubles(m, i -> factor));
    }

    private static MemorySegment scaledFloats(MemorySegment m, double factor) {
        var layout = java.lang.foreign.ValueLayout.JAVA_FLOAT_UNALIGNED.withOrder(java.nio.ByteOrder.LITTLE_ENDIAN);
        float[] v = new float[(int) (m.byteSize() / 4)];
        MemorySegment.copy(m, layout, 0, v, 0, v.length);
        for (int i = 0; i < v.length; i++) {
            v[i] = (float) (v[i] * factor);
        }
        return Samples.segment(v);
    }

    private static MemorySegment scaledDoubles(MemorySegment m, java.util.function.IntToDoubleFunction factor) {
        var layout = java.lang.foreign.ValueLayout.JAVA_DOUBLE_UNALIGNED.withOrder(java.nio.ByteOrder.LITTLE_ENDIAN);
        double[] v = new double[(int) (m.byteSize() / 8)];
        MemorySegment.copy(m, layout, 0, v, 0, v.length);
        for (int i = 0; i < v.length; i++) {
            double f = factor.applyAsDouble(i);
            v[i] = Math.abs(v[i]) < Double.MAX_VALUE ? v[i] * f : v[i];
        }
        return Samples.segment(v);
    }

    private static Samples channels(CacheNode n, Samples s, double factor) {
        Samples ops = n.get(ChannelSemantic.OPERATIONS);
        if (ops == null || ops.count() == 0) {
            return s;
        }
        boolean[] length = TransformStack.lengths(ops.ints(0));
        return s.map(m -> scaledDoubles(m, i -> i < length.length && length[i] ? factor : 1));
    }

    private static Samples lens(Samples s, double factor) {
        return s.map(m -> scaledDoubles(m, i -> i == FOCUS || i == NEAR || i == FAR ? factor : 1));
    }

    /**
     * Everything turned and moved together. The matrix becomes the outermost operation of every transform that stands under no
     * other; what stands at the top without one, or is repeated by
     * instances, gets a transform of its own over it.
     */
    public static Cache moved(Cache cache, Matrix4d matrix) {
        if ((matrix.properties() & Matrix4d.PROPERTY_IDENTITY) != 0 || matrix.equals(new Matrix4d(), 0)) {
            return cache;
        }
        Set<String> sources = cache.sources();
        List<CacheNode> out = new ArrayList<>();
        List<String> wrapped = new ArrayList<>();
        for (CacheNode c : cache.root().children()) {
            if (c.kind() == CacheKind.MATERIAL) {
                out.add(c);
            } else if (c.kind() == CacheKind.TRANSFORM && !sources.contains("/" + c.name())) {
                out.add(free(outermost(c, matrix), matrix));
            } else {
                // what instances repeat must not bring the matrix along a second time
                wrapped.add(c.name());
                out.add(over(c.name() + "Place", matrix, free(c, matrix)));
            }
        }
        Cache moved = cache.withRoot(
                cache.root().with(ChannelSemantic.CHILD_BOUNDS, null).withChildren(out));
        return wrapped.isEmpty() ? moved : moved.map(n -> resourced(n, wrapped));
    }

    /** Instances of what has a transform over it now. */
    private static CacheNode resourced(CacheNode n, List<String> wrapped) {
        for (String w : wrapped) {
            if (n.source().equals("/" + w) || n.source().startsWith("/" + w + "/")) {
                return n.withSource("/" + w + "Place" + n.source());
            }
        }
        return n;
    }

    /** A still transform of one matrix over an object. */
    static CacheNode over(String name, Matrix4d matrix, CacheNode child) {
        return CacheNode.of(name, CacheKind.TRANSFORM, List.of(child))
                .with(
                        ChannelSemantic.OPERATIONS,
                        Samples.bytes(ElementType.UINT8, 1, true, 1, TimeSampling.STILL, TransformStack.MATRIX))
                .with(
                        ChannelSemantic.CHANNELS,
                        Samples.doubles(16, true, TimeSampling.STILL, List.of(TransformStack.channels(matrix))));
    }

    /** Transforms under this one that take nothing from above are moved as well. */
    private static CacheNode free(CacheNode n, Matrix4d matrix) {
        return n.withChildren(n.children().stream()
                .map(c -> {
                    Samples s = c.get(ChannelSemantic.INHERITS);
                    boolean alone = s != null && s.count() > 0 && s.doubles(0)[0] == 0;
                    return free(alone ? outermost(c, matrix) : c, matrix);
                })
                .toList());
    }

    private static CacheNode outermost(CacheNode n, Matrix4d matrix) {
        Samples ops = n.get(ChannelSemantic.OPERATIONS);
        Samples v = n.get(ChannelSemantic.CHANNELS);
        double[] first = TransformStack.channels(matrix);
        if (ops == null || v == null || ops.count() == 0 || v.count() == 0) {
            return n.with(
                            ChannelSemantic.OPERATIONS,
                            Samples.bytes(ElementType.UINT8, 1, true, 1, TimeSampling.STILL, TransformStack.MATRIX))
                    .with(ChannelSemantic.CHANNELS, Samples.doubles(16, true, TimeSampling.STILL, List.of(first)));
        }
        int[] old = ops.ints(0);
        byte[] all = new byte[old.length + 1];
        all[0] = TransformStack.MATRIX;
        for (int i = 0; i < old.length; i++) {
            all[i + 1] = (byte) old[i];
        }
        int channels = 16 + TransformStack.channels(old);
        boolean scalar = channels < 256;
        Samples merged = Samples.computed(
                        new Samples.Layout(ElementType.FLOAT64, scalar ? channels : 1, scalar),
                        v.count(),
                        v.times(),
                        i -> {
                            double[] rest = v.doubles(i);
                            double[] out = java.util.Arrays.copyOf(first, 16 + rest.length);
                            System.arraycopy(rest, 0, out, 16, rest.length);
                            return Samples.segment(out);
                        })
                .settled();
        return n.with(
                        ChannelSemantic.OPERATIONS,
                        Samples.bytes(ElementType.UINT8, all.length, true, v.count(), v.times(), all))
                .with(ChannelSemantic.CHANNELS, merged)
                .with(ChannelSemantic.MOVING_CHANNELS, null);
    }
}
