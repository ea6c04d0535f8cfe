package idleheron.core.cache.edit;

import idleheron.core.FreeNames;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Placed meshes of a cache as one mesh in the world. */
final class MeshJoin {
    private final CachePose pose;
    private final int[] meshes;

    /**
     * @param meshes indices of placed meshes whose topology holds
     */
    MeshJoin(Cache cache, int[] meshes) {
        this.pose = new CachePose(cache);
        this.meshes = meshes;
    }

    CacheNode named(String name) {
        List<Integer> counts = new ArrayList<>();
        List<Integer> indices = new ArrayList<>();
        List<CacheNode> sets = new ArrayList<>();
        TreeSet<String> taken = new TreeSet<>();
        int points = 0;
        for (int i : meshes) {
            CacheMesh m = new CacheMesh(pose.node(i));
            int firstFace = counts.size();
            for (int c : m.counts(0)) {
                counts.add(c);
            }
            for (int p : m.indices(0)) {
                indices.add(points + p);
            }
            points += m.points(0);
            sets.add(set(pose.node(i).name(), taken, firstFace, counts.size()));
        }
        double[] times = times();
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        TimeSampling sampling = times.length < 2 ? TimeSampling.STILL : TimeSampling.of(times);
        roles.put(
                ChannelSemantic.POSITIONS,
                Samples.computed(
                                new Samples.Layout(ElementType.FLOAT32, 3, false),
                                times.length,
                                sampling,
                                i -> at(times[i]))
                        .settled());
        roles.put(
                ChannelSemantic.FACE_COUNTS,
                Samples.still(counts.stream().mapToInt(c -> c).toArray()));
        roles.put(
                ChannelSemantic.FACE_INDICES,
                Samples.still(indices.stream().mapToInt(c -> c).toArray()));
        return new CacheNode(name, CacheKind.MESH, Meta.NONE, roles, params(), List.of(), List.of(), "", sets);
    }

    private static CacheNode set(String name, java.util.Set<String> taken, int from, int to) {
        return CacheNode.of(FreeNames.free(name, taken), CacheKind.FACE_SET, List.of())
                .with(
                        ChannelSemantic.FACES,
                        Samples.still(java.util.stream.IntStream.range(from, to).toArray()));
    }

    private synchronized MemorySegment at(double seconds) {
        pose.at(seconds, Interpolation.LINEAR);
        List<float[]> parts = new ArrayList<>();
        for (int i : meshes) {
            parts.add(pose.points(i, seconds, Interpolation.LINEAR));
        }
        return CacheEdits.onEnd(parts);
    }

    /** All times at which one of them, or a transform over it, has a sample. */
    private double[] times() {
        TreeSet<Double> out = new TreeSet<>();
        for (int i : meshes) {
            for (int at = i; at >= 0; at = pose.placed().get(at).parent()) {
                for (ChannelSemantic r : new ChannelSemantic[] {ChannelSemantic.POSITIONS, ChannelSemantic.CHANNELS}) {
                    Samples s = pose.node(at).get(r);
                    if (s != null && !s.constant()) {
                        for (double t : s.times().times(s.count())) {
                            out.add(t);
                        }
                    }
                }
            }
        }
        return out.isEmpty()
                ? new double[] {0}
                : out.stream().mapToDouble(d -> d).toArray();
    }

    private List<Param> params() {
        List<Param> out = new ArrayList<>();
        for (Param p : pose.node(meshes[0]).params()) {
            Param all = joined(p);
            if (all != null) {
                out.add(all);
            }
        }
        return out;
    }

    private @Nullable Param joined(Param p) {
        List<float[]> parts = new ArrayList<>();
        if (p.name().equals("N")
                || !p.values().type().isReal()
                || !List.of("vtx", "var", "fvr", "uni").contains(p.scope())) {
            return null;
        }
        for (int i : meshes) {
            Param q = pose.node(i).param(p.name());
            if (q == null
                    || !q.scope().equals(p.scope())
                    || q.values().extent() != p.values().extent()
                    || q.values().count() != 1) {
                return null;
            }
            double[] flat = q.flat(0);
            float[] f = new float[flat.length];
            for (int k = 0; k < f.length; k++) {
                f[k] = (float) flat[k];
            }
            parts.add(f);
        }
        MemorySegment all = CacheEdits.onEnd(parts);
        Samples s = Samples.computed(
                new Samples.Layout(ElementType.FLOAT32, p.values().extent(), false), 1, TimeSampling.STILL, i -> all);
        return Param.of(p.name(), p.scope(), p.own(), p.meta().get("interpretation"), s);
    }
}
