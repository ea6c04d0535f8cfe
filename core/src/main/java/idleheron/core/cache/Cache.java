package idleheron.core.cache;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/** A tree of objects with samples: baked geometry as it travels. Immutable; bulk data are read when they are asked for. */
public final class Cache {
    private final String name;
    private final Meta meta;
    private final CacheNode root;
    private final List<Entry> entries = new ArrayList<>();
    private final Map<String, Integer> byPath = new HashMap<>();

    /**
     * One object in its place.
     *
     * @param parent index, -1 directly under the top
     * @param path "/a/b"
     */
    public record Entry(CacheNode node, int parent, String path) {}

    /**
     * @param meta of the archive
     * @param root the top object, which has no name
     */
    public Cache(String name, Meta meta, CacheNode root) {
        this.name = name;
        this.meta = meta;
        this.root = root;
        for (CacheNode c : root.children()) {
            add(c, -1, "");
        }
    }

    private void add(CacheNode node, int parent, String above) {
        int at = entries.size();
        String path = above + "/" + node.name();
        entries.add(new Entry(node, parent, path));
        byPath.putIfAbsent(path, at);
        for (CacheNode c : node.children()) {
            add(c, at, path);
        }
    }

    public String name() {
        return name;
    }

    public Meta meta() {
        return meta;
    }

    public CacheNode root() {
        return root;
    }

    /** All objects, parents before children. */
    public List<Entry> entries() {
        return java.util.Collections.unmodifiableList(entries);
    }

    /** Index of the object at a path, or -1. */
    public int find(String path) {
        return byPath.getOrDefault(path, -1);
    }

    public Cache withRoot(CacheNode value) {
        return new Cache(name, meta, value);
    }

    /** Every object put through a function, what is under it first. */
    public Cache map(UnaryOperator<CacheNode> f) {
        return withRoot(mapped(root, f));
    }

    private static CacheNode mapped(CacheNode n, UnaryOperator<CacheNode> f) {
        return f.apply(
                n.withChildren(n.children().stream().map(c -> mapped(c, f)).toList()));
    }

    /** First and last time of properties with more than one sample, in seconds; both 0 where there is none. */
    public double[] range() {
        double[] r = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (Entry e : entries) {
            e.node.mapSamples(s -> {
                if (s.count() > 1) {
                    r[0] = Math.min(r[0], s.times().time(0));
                    r[1] = Math.max(r[1], s.times().time(s.count() - 1));
                }
                return s;
            });
        }
        return r[1] >= r[0] ? r : new double[2];
    }

    /** Paths that instances repeat. */
    public Set<String> sources() {
        Set<String> out = new HashSet<>();
        for (Entry e : entries) {
            if (e.node.kind() == CacheKind.INSTANCE) {
                out.add(e.node.source());
            }
        }
        return out;
    }

    /** Objects of a kind. */
    public long count(CacheKind kind) {
        return entries.stream().filter(e -> e.node.kind() == kind).count();
    }
}
