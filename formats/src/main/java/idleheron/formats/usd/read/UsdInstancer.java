package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * A PointInstancer prim as objects of a cache: the first place of a prototype holds it, the others repeat that.
 *
 * <pre>
 * prototypes      the prims that are placed
 * protoIndices    which of them, per place
 * positions, orientations, scales    per place; the number of places may not change over time
 * ids, invisibleIds                  places that are not shown
 * </pre>
 */
final class UsdInstancer {
    private static final int MOST = 100_000;

    private final ComposedPrim prim;
    private final String path;
    private final List<String> notes;

    /** @param path of the object in the cache */
    UsdInstancer(ComposedPrim prim, String path, List<String> notes) {
        this.prim = prim;
        this.path = path;
        this.notes = notes;
    }

    /**
     * The places.
     *
     * @param read makes an object of a prim
     * @param sampling of time codes
     */
    List<CacheNode> read(Function<ComposedPrim, CacheNode> read, Function<double[], TimeSampling> sampling) {
        List<String> prototypes = UsdRead.targets(prim, "prototypes");
        Numbers which = UsdRead.numbers(prim, "protoIndices");
        int[] index = which == null ? new int[0] : which.ints();
        if (index.length > MOST) {
            notes.add(say(
                    "formats.usd.read.UsdInstancer.places-times-more-than-are-not", prim.path(), index.length, MOST));
            return List.of();
        }
        double[] times = times();
        int n = Math.max(1, times.length);
        TimeSampling when = times.length > 1 ? sampling.apply(times) : TimeSampling.STILL;
        List<double @Nullable []> positions = new ArrayList<>();
        List<double @Nullable []> turns = new ArrayList<>();
        List<double @Nullable []> sizes = new ArrayList<>();
        for (int s = 0; s < n; s++) {
            double t = times.length == 0 ? 0 : times[s];
            positions.add(at("positions", t, 3 * index.length));
            turns.add(at("orientations", t, 4 * index.length));
            sizes.add(at("scales", t, 3 * index.length));
        }
        Set<Long> hidden = hidden();
        Map<Integer, String> first = new HashMap<>();
        List<CacheNode> out = new ArrayList<>();
        for (int i = 0; i < index.length; i++) {
            ComposedPrim p = index[i] < 0 || index[i] >= prototypes.size() ? null : prim.find(prototypes.get(index[i]));
            if (p == null || hidden.contains((long) i)) {
                continue;
            }
            String name = "place_" + (i + 1);
            String source = first.get(index[i]);
            CacheNode held = source == null ? read.apply(p) : CacheNode.instance(p.name(), source);
            first.putIfAbsent(index[i], path + "/" + name + "/" + held.name());
            List<double[]> matrices = new ArrayList<>();
            for (int s = 0; s < n; s++) {
                matrices.add(matrix(positions.get(s), turns.get(s), sizes.get(s), i));
            }
            out.add(CacheNode.of(name, CacheKind.TRANSFORM, List.of(held))
                    .with(
                            ChannelSemantic.OPERATIONS,
                            Samples.bytes(ElementType.UINT8, 1, true, n, when, TransformStack.MATRIX))
                    .with(ChannelSemantic.CHANNELS, Samples.doubles(16, true, when, matrices)));
        }
        return out;
    }

    private double[] times() {
        ComposedProperty q = prim.property("positions");
        TimeSamples t = q == null ? null : q.samplesOrClips();
        return t == null ? new double[0] : t.times();
    }

    /** Values at a time; none where their number does not fit. */
    private double @Nullable [] at(String name, double time, int count) {
        ComposedProperty q = prim.property(name);
        Value v = q == null ? null : q.at(time);
        double[] out = v instanceof Numbers n ? n.doubles() : null;
        return out != null && out.length == count ? out : null;
    }

    private Set<Long> hidden() {
        Set<Long> out = new HashSet<>();
        Numbers ids = UsdRead.numbers(prim, "ids");
        Numbers gone = UsdRead.numbers(prim, "invisibleIds");
        long[] named = ids == null ? new long[0] : ids.longs();
        for (long g : gone == null ? new long[0] : gone.longs()) {
            if (named.length == 0) {
                out.add(g);
            }
            for (int i = 0; i < named.length; i++) {
                if (named[i] == g) {
                    out.add((long) i);
                }
            }
        }
        return out;
    }

    private static double[] matrix(double @Nullable [] p, double @Nullable [] q, double @Nullable [] s, int i) {
        Matrix4d m = new Matrix4d();
        if (p != null) {
            m.translate(p[3 * i], p[3 * i + 1], p[3 * i + 2]);
        }
        if (q != null) {
            m.rotate(new Quaterniond(q[4 * i], q[4 * i + 1], q[4 * i + 2], q[4 * i + 3]).normalize());
        }
        if (s != null) {
            m.scale(s[3 * i], s[3 * i + 1], s[3 * i + 2]);
        }
        return m.get(new double[16]);
    }
}
