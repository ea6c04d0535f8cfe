package idleheron.core.cache.edit;

import static idleheron.core.Messages.say;

import idleheron.core.FreeNames;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.PathPattern;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.core.cache.measure.RigidMotion;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Changes to the tree of a cache. */
public final class CacheEdits {
    private CacheEdits() {}

    /** Without objects whose path matches, and all under them; instances of what goes are dropped too. */
    public static Cache drop(Cache cache, PathPattern which) {
        CacheNode root = without(cache.root(), "", which);
        Cache out = cache.withRoot(root);
        return out.withRoot(sound(root, out));
    }

    private static CacheNode without(CacheNode n, String path, PathPattern which) {
        List<CacheNode> left = new ArrayList<>();
        for (CacheNode c : n.children()) {
            String own = path + "/" + c.name();
            if (!which.matches(own)) {
                left.add(without(c, own, which));
            }
        }
        return n.withChildren(left);
    }

    private static CacheNode sound(CacheNode n, Cache whole) {
        return n.withChildren(n.children().stream()
                .filter(c -> c.kind() != CacheKind.INSTANCE || whole.find(c.source()) >= 0)
                .map(c -> sound(c, whole))
                .toList());
    }

    /** Only points, faces and transforms. */
    public static Cache positionsOnly(Cache cache) {
        return cache.map(n -> n.plain().with(ChannelSemantic.VELOCITIES, null));
    }

    /**
     * Meshes whose path matches, each put through a function that gives the parts it becomes; where it becomes several, they
     * stand in its place. Meshes whose topology changes stay, and those that instances repeat.
     */
    public static Cache split(Cache cache, PathPattern which, Function<CacheNode, List<CacheNode>> into) {
        return cache.withRoot(split(cache.root(), "", which, cache.sources(), into));
    }

    private static CacheNode split(
            CacheNode n,
            String path,
            PathPattern which,
            Set<String> sources,
            Function<CacheNode, List<CacheNode>> into) {
        List<CacheNode> out = new ArrayList<>();
        TreeSet<String> taken = new TreeSet<>();
        for (CacheNode c : n.children()) {
            String own = path + "/" + c.name();
            boolean whole = sources.contains(own) || !c.kind().isMesh() || !which.matches(own);
            if (!whole && new CacheMesh(c).topologyHolds()) {
                List<CacheNode> parts = into.apply(c);
                for (CacheNode p : parts.size() < 2 ? List.of(c) : parts) {
                    out.add(p.withName(FreeNames.free(p.name(), taken)));
                }
            } else {
                out.add(split(c, own, which, sources, into).withName(FreeNames.free(c.name(), taken)));
            }
        }
        return n.withChildren(out);
    }

    /** Meshes that move without bending as still ones under transforms; worst distance into {@code worst}[0]. */
    public static Cache rigid(Cache cache, double tolerance, double[] worst) {
        return cache.map(n -> {
            List<CacheNode> children = new ArrayList<>();
            boolean any = false;
            for (CacheNode c : n.children()) {
                RigidMotion r = c.kind().isMesh() ? RigidMotion.of(c, tolerance) : null;
                if (r != null) {
                    any = true;
                    worst[0] = Math.max(worst[0], r.worst());
                }
                children.add(r == null ? c : r.apply(c));
            }
            return any ? n.withChildren(children) : n;
        });
    }

    /** Where every object would go: old path to new path, for objects that match. */
    public static Map<String, String> plan(Cache cache, PathPattern from, String to) {
        Map<String, String> out = new LinkedHashMap<>();
        List<String> moved = new ArrayList<>();
        for (Cache.Entry e : cache.entries()) {
            boolean under = moved.stream().anyMatch(m -> e.path().startsWith(m + "/"));
            String path = under ? null : from.apply(e.path(), to);
            if (path != null && e.node().kind() != CacheKind.FACE_SET) {
                out.put(e.path(), path);
                moved.add(e.path());
            }
        }
        return out;
    }

    /**
     * Objects under other names and groups. Where an object leaves transforms behind, it takes them along as one of its own; a
     * group that is left empty goes.
     *
     * @throws IllegalArgumentException when two objects would have the same path
     */
    public static Cache regroup(Cache cache, Map<String, String> plan) {
        if (plan.values().stream().distinct().count() < plan.size()) {
            throw new IllegalArgumentException(say("core.cache.edit.CacheEdits.several-objects-would-have-the-same"));
        }
        Map<String, CacheNode> goes = new LinkedHashMap<>();
        for (Map.Entry<String, String> e : plan.entrySet()) {
            int at = cache.find(e.getKey());
            if (at >= 0) {
                goes.put(e.getValue(), carried(cache, at, e.getValue()));
            }
        }
        CacheNode root = emptied(cache.root(), "", plan);
        for (Map.Entry<String, CacheNode> e : goes.entrySet()) {
            root = put(root, PathPattern.names(e.getKey()), 0, e.getValue());
        }
        Cache out = cache.withRoot(root);
        return out.map(n -> n.source().isEmpty() ? n : n.withSource(now(n.source(), plan)));
    }

    private static String now(String path, Map<String, String> plan) {
        for (Map.Entry<String, String> e : plan.entrySet()) {
            if (path.equals(e.getKey()) || path.startsWith(e.getKey() + "/")) {
                return e.getValue() + path.substring(e.getKey().length());
            }
        }
        return path;
    }

    private static CacheNode carried(Cache cache, int entry, String to) {
        CacheNode n = cache.entries().get(entry).node();
        List<String> names = PathPattern.names(to);
        CacheNode named = n.withName(names.getLast());
        int parent = cache.entries().get(entry).parent();
        if (parent < 0) {
            return named;
        }
        Samples moves = worlds(cache, parent);
        return moves == null ? named : over(named, moves);
    }

    /** A transform under the object's name, the object under it with "Shape" after. */
    private static CacheNode over(CacheNode n, Samples matrices) {
        String below = n.kind() == CacheKind.TRANSFORM ? n.name() + "Own" : n.name() + "Shape";
        return CacheNode.of(n.name(), CacheKind.TRANSFORM, List.of(n.withName(below)))
                .with(
                        ChannelSemantic.OPERATIONS,
                        Samples.bytes(
                                ElementType.UINT8, 1, true, matrices.count(), matrices.times(), TransformStack.MATRIX))
                .with(ChannelSemantic.CHANNELS, matrices);
    }

    /** Matrices of all transforms from the top to an object, or null where they are nothing. */
    private static @Nullable Samples worlds(Cache cache, int entry) {
        TreeSet<Double> times = new TreeSet<>();
        for (int e = entry; e >= 0; e = cache.entries().get(e).parent()) {
            Samples v = cache.entries().get(e).node().get(ChannelSemantic.CHANNELS);
            if (v != null && !v.constant()) {
                for (double t : v.times().times(v.count())) {
                    times.add(t);
                }
            }
        }
        double[] all = times.isEmpty()
                ? new double[] {0}
                : times.stream().mapToDouble(d -> d).toArray();
        List<double[]> out = new ArrayList<>();
        boolean nothing = true;
        for (double t : all) {
            Matrix4d m = CacheTime.world(cache, entry, t);
            nothing &= m.equals(new Matrix4d(), 1e-12);
            out.add(TransformStack.channels(m));
        }
        return nothing
                ? null
                : Samples.doubles(16, true, times.isEmpty() ? TimeSampling.STILL : TimeSampling.of(all), out);
    }

    private static CacheNode emptied(CacheNode n, String path, Map<String, String> plan) {
        List<CacheNode> left = new ArrayList<>();
        for (CacheNode c : n.children()) {
            String own = path + "/" + c.name();
            if (plan.containsKey(own)) {
                continue;
            }
            CacheNode inner = emptied(c, own, plan);
            boolean shell = inner.children().isEmpty()
                    && !c.children().isEmpty()
                    && (c.kind() == CacheKind.TRANSFORM || c.kind() == CacheKind.GROUP);
            if (!shell) {
                left.add(inner);
            }
        }
        return n.withChildren(left);
    }

    private static CacheNode put(CacheNode into, List<String> names, int at, CacheNode what) {
        List<CacheNode> children = new ArrayList<>(into.children());
        if (at == names.size() - 1) {
            if (children.stream().anyMatch(c -> c.name().equals(what.name()))) {
                throw new IllegalArgumentException(say(
                        "core.cache.edit.CacheEdits.is-there-already-choose-another-path", String.join("/", names)));
            }
            children.add(what);
            return into.withChildren(children);
        }
        for (int i = 0; i < children.size(); i++) {
            if (children.get(i).name().equals(names.get(at))) {
                children.set(i, put(children.get(i), names, at + 1, what));
                return into.withChildren(children);
            }
        }
        children.add(put(CacheNode.of(names.get(at), CacheKind.TRANSFORM, List.of()), names, at + 1, what));
        return into.withChildren(children);
    }

    /**
     * Meshes whose path matches as one at the top, a face set for each. Points are those in the world at the times of the
     * longest of them; of parameters those go along that all have without an index, by point, face or corner.
     *
     * @throws IllegalArgumentException when fewer than two match, or the topology of one changes
     */
    public static Cache join(Cache cache, PathPattern which, String name) {
        CachePose pose = new CachePose(cache);
        List<Integer> meshes = new ArrayList<>();
        for (int i : pose.meshes()) {
            if (which.matches(pose.placed().get(i).path())) {
                if (!new CacheMesh(pose.node(i)).topologyHolds()) {
                    throw new IllegalArgumentException(say(
                            "core.cache.edit.CacheEdits.changes-its-topology-and-cannot-be",
                            pose.placed().get(i).path()));
                }
                meshes.add(i);
            }
        }
        if (meshes.size() < 2) {
            throw new IllegalArgumentException(
                    say("core.cache.edit.CacheEdits.at-least-two-meshes-are-needed", meshes.size()));
        }
        CacheNode joined = new MeshJoin(cache, meshes.stream().mapToInt(i -> i).toArray()).named(name);
        Cache left = drop(cache, which);
        List<CacheNode> top = new ArrayList<>(emptied(left.root(), "", Map.of()).children());
        top.add(joined);
        return left.withRoot(left.root().withChildren(top));
    }

    /** One packed segment of several arrays on end. */
    static MemorySegment onEnd(List<float[]> parts) {
        int n = parts.stream().mapToInt(p -> p.length).sum();
        float[] all = new float[n];
        int at = 0;
        for (float[] p : parts) {
            System.arraycopy(p, 0, all, at, p.length);
            at += p.length;
        }
        return Samples.segment(Arrays.copyOf(all, at));
    }
}
