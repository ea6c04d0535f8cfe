package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TimeOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** One place whose opinions count for a prim: a path in a layer stack, and the arc that leads to it. */
final class IndexNode {
    final LayerStack stack;
    final String path;
    final Arc arc;
    final @Nullable IndexNode parent;

    /** From this namespace to the parent's. */
    final PathMap toParent;

    /** From the time of this layer stack to the parent's. */
    final TimeOffset timeToParent;

    /** How deep in the parent's namespace the arc was told; deeper is stronger. */
    final int depth;

    /** The node this one was implied by, the parent for one that was told where it stands. */
    final @Nullable IndexNode origin;

    /** Its place among those told together. */
    final int sibling;

    /** Whether its own opinions do not count. */
    boolean silent;

    final List<IndexNode> children = new ArrayList<>();

    /** Per layer of the stack what it says of the path, or null. */
    private final @Nullable Spec[] specs;

    /**
     * How something is brought in.
     *
     * @param toParent from its namespace to the parent's
     * @param timeToParent from the time of its layer stack to the parent's
     * @param sibling its place among those told together
     */
    record Way(Arc arc, PathMap toParent, TimeOffset timeToParent, int sibling) {}

    IndexNode(
            LayerStack stack, String path, Way way, @Nullable IndexNode parent, int depth, @Nullable IndexNode origin) {
        this.stack = stack;
        this.path = path;
        this.arc = way.arc;
        this.parent = parent;
        this.toParent = way.toParent;
        this.timeToParent = way.timeToParent;
        this.depth = depth;
        this.origin = origin;
        this.sibling = way.sibling;
        this.specs = new Spec[stack.layers().size()];
        for (int i = 0; i < specs.length; i++) {
            specs[i] = stack.layers().get(i).layer().prim(path);
        }
    }

    /** The node for a child of what another stands for. */
    private IndexNode(IndexNode above, String name, @Nullable IndexNode parent, @Nullable IndexNode origin) {
        this.stack = above.stack;
        this.path = SpecPath.child(above.path, name);
        this.arc = above.arc;
        this.parent = parent;
        this.toParent = above.toParent;
        this.timeToParent = above.timeToParent;
        this.depth = above.depth;
        this.origin = origin;
        this.sibling = above.sibling;
        this.silent = above.silent;
        this.specs = new Spec[above.specs.length];
        for (int i = 0; i < specs.length; i++) {
            Spec s = above.specs[i];
            specs[i] = s == null ? null : s.children().get(name);
        }
    }

    static IndexNode root(LayerStack stack, String path) {
        return new IndexNode(stack, path, new Way(Arc.LOCAL, PathMap.SAME, TimeOffset.NONE, 0), null, 0, null);
    }

    /** This tree one name deeper; which node stands for which is told to {@code copied}. */
    IndexNode child(String name, @Nullable IndexNode newParent, java.util.Map<IndexNode, IndexNode> copied) {
        IndexNode from = origin == null ? null : copied.get(origin);
        IndexNode out = new IndexNode(this, name, newParent, from);
        copied.put(this, out);
        for (IndexNode c : children) {
            out.children.add(c.child(name, out, copied));
        }
        return out;
    }

    /** Puts a node where its strength says. */
    void insert(IndexNode child) {
        int at = children.size();
        while (at > 0 && stronger(child, children.get(at - 1))) {
            at--;
        }
        children.add(at, child);
    }

    /** Whether a is stronger than its sibling b. */
    private static boolean stronger(IndexNode a, IndexNode b) {
        if (a.arc != b.arc) {
            return a.arc.ordinal() < b.arc.ordinal();
        }
        if (a.depth != b.depth) {
            return a.depth > b.depth;
        }
        boolean direct = a.isDirect();
        if (direct != b.isDirect()) {
            return direct;
        }
        if (!direct && a.origin != null && b.origin != null && a.origin.parent == b.origin.parent) {
            return stronger(a.origin, b.origin);
        }
        return a.sibling < b.sibling;
    }

    /** How deep a path lies, variants aside. */
    static int depthOf(String path) {
        int n = 0;
        for (String p : SpecPath.parts(path)) {
            n += p.startsWith("{") ? 0 : 1;
        }
        return n;
    }

    /** Whether the arc is told on this very prim, not on one above. */
    boolean isToldHere() {
        return parent != null && depth == depthOf(parent.path);
    }

    /** Whether it comes by an arc that is told on this very prim. */
    boolean isWithin() {
        for (IndexNode n = this; n != null; n = n.parent) {
            if (n.isToldHere()) {
                return true;
            }
        }
        return false;
    }

    boolean isDirect() {
        return origin == null || origin == parent;
    }

    IndexNode top() {
        IndexNode n = this;
        while (n.parent != null) {
            n = n.parent;
        }
        return n;
    }

    /** All nodes, strongest first: what is specialized comes after everything else. */
    List<IndexNode> ordered() {
        List<IndexNode> out = new ArrayList<>();
        List<IndexNode> last = new ArrayList<>();
        walk(out, last);
        outerFirst(last);
        for (int i = 0; i < last.size(); i++) {
            List<IndexNode> deeper = new ArrayList<>();
            last.get(i).walk(out, deeper);
            outerFirst(deeper);
            last.addAll(i + 1, deeper);
        }
        return out;
    }

    /** Of what one arc implies further and further out, the outermost is the strongest. */
    private static void outerFirst(List<IndexNode> nodes) {
        for (int i = 0; i < nodes.size(); i++) {
            for (IndexNode o = nodes.get(i); !o.isDirect() && o.origin != null; o = o.origin) {
                int at = nodes.indexOf(o.origin);
                if (at >= 0 && at < i) {
                    nodes.add(at, nodes.remove(i));
                    break;
                }
            }
        }
    }

    private void walk(List<IndexNode> out, List<IndexNode> last) {
        out.add(this);
        for (IndexNode c : children) {
            if (c.arc == Arc.SPECIALIZE) {
                last.add(c);
            } else {
                c.walk(out, last);
            }
        }
    }

    void each(Consumer<IndexNode> f) {
        f.accept(this);
        children.forEach(c -> c.each(f));
    }

    /** A path of this namespace in that of the top, or null. */
    @Nullable
    String toRoot(String inner) {
        String p = SpecPath.stripped(inner);
        for (IndexNode n = this; n != null; n = n.parent) {
            p = n.toParent.out(p);
            if (p == null) {
                return null;
            }
        }
        return p;
    }

    /** From the time of this layer stack to that of the top. */
    TimeOffset timeToRoot() {
        TimeOffset t = TimeOffset.NONE;
        for (IndexNode n = this; n != null; n = n.parent) {
            t = n.timeToParent.after(t);
        }
        return t;
    }

    boolean hasSpecs() {
        for (Spec s : specs) {
            if (s != null) {
                return true;
            }
        }
        return false;
    }

    /** What a layer of the stack says of the path, or null. */
    @Nullable
    Spec spec(int layer) {
        return specs[layer];
    }

    @Override
    public String toString() {
        return arc.label() + " " + stack.id() + path;
    }
}
