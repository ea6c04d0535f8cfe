package idleheron.formats.usd.compose;

import static idleheron.core.Messages.say;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.Value;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Finds all places whose opinions count for a prim, in the standard's order of strength: local, inherits, variants, references,
 * payloads, specializes, again within each of them. A class that is inherited inside a reference counts outside of it too, where
 * something is said about it there.
 */
final class PrimIndexer {
    private static final int MOST_NODES = 4_000;

    private final Assets assets;
    private final boolean payloads;
    private final List<Problem> problems;
    private final Set<String> told = new HashSet<>();
    private final Map<String, @Nullable LayerStack> stacks = new HashMap<>();
    private final Set<String> busy = new HashSet<>();

    PrimIndexer(Assets assets, boolean payloads, List<Problem> problems) {
        this.assets = assets;
        this.payloads = payloads;
        this.problems = problems;
    }

    @Nullable
    LayerStack stack(String id) {
        if (!stacks.containsKey(id)) {
            stacks.put(id, LayerStack.of(id, assets, problems));
        }
        return stacks.get(id);
    }

    private void tell(String code, String subject, String message) {
        if (told.add(code + subject + message)) {
            problems.add(new Problem(code, subject, message));
        }
    }

    /** The places of a prim directly under the top. */
    IndexNode top(LayerStack stack, String name) {
        IndexNode root = IndexNode.root(stack, "/" + name);
        return new Run(root).finish(List.of(root));
    }

    /** The places of a prim under another, from those of the other. */
    IndexNode under(IndexNode parent, String name) {
        IndexNode root = parent.child(name, null, new HashMap<>());
        List<IndexNode> all = new ArrayList<>();
        root.each(all::add);
        return new Run(root).finish(all);
    }

    /** One prim being put together. */
    private final class Run {
        private final IndexNode root;
        private final Deque<IndexNode> references = new ArrayDeque<>();
        private final Deque<IndexNode> loads = new ArrayDeque<>();
        private final Deque<IndexNode> inherits = new ArrayDeque<>();
        private final Deque<IndexNode> implied = new ArrayDeque<>();
        private final Deque<IndexNode> specializes = new ArrayDeque<>();
        private final Set<IndexNode> variants = new LinkedHashSet<>();
        private final Set<String> chosen = new HashSet<>();
        private final Map<IndexNode, IndexNode> impliedBy = new HashMap<>();
        private int nodes;

        Run(IndexNode root) {
            this.root = root;
        }

        private void add(IndexNode n) {
            references.add(n);
            loads.add(n);
            inherits.add(n);
            specializes.add(n);
            variants.add(n);
        }

        IndexNode finish(List<IndexNode> fresh) {
            nodes = fresh.size();
            fresh.forEach(this::add);
            while (nodes < MOST_NODES) {
                if (!references.isEmpty()) {
                    refer(references.poll(), Arc.REFERENCE, Field.REFERENCES);
                } else if (!loads.isEmpty()) {
                    IndexNode n = loads.poll();
                    if (payloads) {
                        refer(n, Arc.PAYLOAD, Field.PAYLOAD);
                    }
                } else if (!inherits.isEmpty()) {
                    classes(inherits.poll(), Arc.INHERIT, Field.INHERITS);
                } else if (!specializes.isEmpty()) {
                    classes(specializes.poll(), Arc.SPECIALIZE, Field.SPECIALIZES);
                } else if (!implied.isEmpty()) {
                    imply(implied.poll());
                } else if (!variant()) {
                    break;
                }
            }
            if (nodes >= MOST_NODES) {
                tell(
                        Problem.TOO_MANY,
                        rootPath(),
                        say("formats.usd.compose.PrimIndexer.more-than-places-have-a-say", MOST_NODES));
            }
            return root;
        }

        /** A list field of a site, composed over the layers of its stack, each item told with its layer. */
        private List<Object> list(IndexNode n, String field, Told item) {
            List<Object> out = List.of();
            for (int i = n.stack.layers().size() - 1; i >= 0; i--) {
                LayerStack.Member m = n.stack.layers().get(i);
                Spec s = n.spec(i);
                if (s != null && s.get(field) instanceof ListEdit e) {
                    out = e.map(o -> item.of(o, m)).applied(out);
                }
            }
            return out;
        }

        private void refer(IndexNode n, Arc arc, String field) {
            if (n.silent) {
                return;
            }
            int k = 0;
            for (Object o : list(n, field, (r, m) -> Target.of((Reference) r, m, n.stack, assets))) {
                target(n, arc, (Target) o, k++);
            }
        }

        private void target(IndexNode n, Arc arc, Target t, int sibling) {
            String at = SpecPath.stripped(n.path);
            LayerStack stack = t.asset.isEmpty() ? n.stack : stack(t.asset);
            if (stack == null) {
                tell(
                        Problem.MISSING_LAYER,
                        rootPath(),
                        say("formats.usd.compose.PrimIndexer.to-which-is-not-there-or", arc.label(), t.shown));
                return;
            }
            String prim = t.prim;
            if (prim.isEmpty()) {
                String name = stack.root().defaultPrim();
                if (name.isEmpty()) {
                    tell(
                            Problem.NO_DEFAULT_PRIM,
                            rootPath(),
                            say("formats.usd.compose.PrimIndexer.to-names-no-prim-and-that", arc.label(), t.shown));
                    return;
                }
                prim = name.startsWith("/") ? name : "/" + name;
            }
            TimeOffset own = t.offset;
            if (!t.asset.isEmpty()) {
                own = LayerStack.rated(own, t.rate, stack.timeCodesPerSecond());
            }
            TimeOffset time = t.layerOffset.after(own);
            if (isCycle(n, stack, prim)) {
                tell(
                        Problem.ARC_CYCLE,
                        rootPath(),
                        say("formats.usd.compose.PrimIndexer.to-leads-back-to-itself", arc.label(), prim));
                return;
            }
            IndexNode made =
                    graft(n, stack, prim, new IndexNode.Way(arc, new PathMap(prim, at, false), time, sibling), n);
            if (made != null && !made.hasSpecs() && made.children.isEmpty()) {
                String in = Assets.shortName(stack.id());
                tell(
                        Problem.MISSING_TARGET,
                        rootPath(),
                        say("formats.usd.compose.PrimIndexer.to-of-where-there-is-nothing", arc.label(), prim, in));
            }
        }

        private String rootPath() {
            return SpecPath.stripped(root.path);
        }

        /** Adds a node; of a prim that lies deeper, with what its ancestors bring in. */
        private @Nullable IndexNode graft(
                IndexNode parent, LayerStack stack, String path, IndexNode.Way way, IndexNode origin) {
            Arc arc = way.arc();
            for (IndexNode c : parent.children) {
                if (c.arc == arc
                        && c.stack == stack
                        && c.path.equals(path)
                        && c.timeToParent.equals(way.timeToParent())) {
                    return c;
                }
            }
            int depth = IndexNode.depthOf(parent.path);
            IndexNode made = new IndexNode(stack, path, way, parent, depth, origin);
            List<IndexNode> fresh = new ArrayList<>(List.of(made));
            if (IndexNode.depthOf(path) > 1 && arc != Arc.VARIANT && origin == parent) {
                IndexNode above = ancestors(stack, SpecPath.parent(path));
                if (above != null) {
                    Map<IndexNode, IndexNode> copied = new HashMap<>();
                    copied.put(above, made);
                    for (IndexNode c : above.children) {
                        made.children.add(c.child(SpecPath.name(path), made, copied));
                    }
                    made.children.forEach(c -> c.each(fresh::add));
                }
            }
            nodes += fresh.size();
            parent.insert(made);
            fresh.forEach(this::add);
            if (arc.isClass()) {
                implied.add(made);
            }
            return made;
        }

        private @Nullable IndexNode ancestors(LayerStack stack, String path) {
            String key = stack.id() + path;
            if (!busy.add(key)) {
                tell(
                        Problem.ARC_CYCLE,
                        rootPath(),
                        say("formats.usd.compose.PrimIndexer.what-lies-above-leads-back-to", path));
                return null;
            }
            try {
                IndexNode at = null;
                for (String name : SpecPath.parts(path)) {
                    at = at == null ? top(stack, name) : under(at, name);
                }
                return at;
            } finally {
                busy.remove(key);
            }
        }

        private boolean isCycle(IndexNode from, LayerStack stack, String path) {
            for (IndexNode n = from; n != null; n = n.parent) {
                String p = SpecPath.stripped(n.path);
                if (n.stack.id().equals(stack.id()) && (SpecPath.isUnder(p, path) || SpecPath.isUnder(path, p))) {
                    return true;
                }
            }
            return false;
        }

        private void classes(IndexNode n, Arc arc, String field) {
            if (n.silent) {
                return;
            }
            String at = SpecPath.stripped(n.path);
            int k = 0;
            for (Object o : list(n, field, (p, m) -> SpecPath.absolute((String) p, n.path))) {
                String path = (String) o;
                if (isCycle(n, n.stack, path)) {
                    tell(
                            Problem.ARC_CYCLE,
                            rootPath(),
                            say("formats.usd.compose.PrimIndexer.which-leads-back-to-itself", arc.label(), path));
                } else {
                    graft(n, n.stack, path, new IndexNode.Way(arc, new PathMap(path, at, true), TimeOffset.NONE, k), n);
                }
                k++;
            }
        }

        /** A class counts outside of what brought its user in, under the name it has there. */
        private void imply(IndexNode c) {
            IndexNode base = c.parent;
            if (base == null) {
                return;
            }
            IndexNode under;
            IndexNode step = base;
            if (base.arc.isClass() && base.depth == c.depth) {
                IndexNode twin = impliedBy.get(base);
                if (twin == null) {
                    return;
                }
                under = twin;
                while (step.arc.isClass() && step.parent != null) {
                    step = step.parent;
                }
            } else {
                under = base.parent;
            }
            if (under == null || step.parent == null) {
                return;
            }
            String path = step.toParent.withOthers().out(c.path);
            if (path == null || isCycle(under, under.stack, path)) {
                return;
            }
            boolean same = under.stack == c.stack && path.equals(c.path);
            int before = under.children.size();
            IndexNode made = graft(
                    under,
                    under.stack,
                    path,
                    new IndexNode.Way(
                            c.arc, new PathMap(path, SpecPath.stripped(under.path), true), TimeOffset.NONE, c.sibling),
                    c);
            if (made != null && under.children.size() > before) {
                made.silent = same;
            }
            if (made != null) {
                impliedBy.put(c, made);
            }
        }

        /** Chooses for the strongest variant set that is open; false where there is none. */
        private boolean variant() {
            for (IndexNode n : root.ordered()) {
                if (!variants.contains(n)) {
                    continue;
                }
                if (!n.silent) {
                    int k = 0;
                    for (Object set : list(n, Field.VARIANT_SETS, (s, m) -> s)) {
                        if (chosen.add(System.identityHashCode(n) + " " + set) && choose(n, (String) set, k)) {
                            return true;
                        }
                        k++;
                    }
                }
                variants.remove(n);
            }
            return false;
        }

        private boolean choose(IndexNode n, String set, int sibling) {
            String variant = selection(set);
            if (variant == null || variant.isEmpty()) {
                return false;
            }
            String path = SpecPath.variant(n.path, set, variant);
            graft(n, n.stack, path, new IndexNode.Way(Arc.VARIANT, PathMap.SAME, TimeOffset.NONE, sibling), n);
            return true;
        }

        private @Nullable String selection(String set) {
            for (IndexNode n : root.ordered()) {
                for (int i = 0; i < n.stack.layers().size(); i++) {
                    Spec s = n.silent ? null : n.spec(i);
                    if (s != null && s.get(Field.VARIANTS) instanceof Value.Selections v) {
                        String found = v.chosen().get(set);
                        if (found != null) {
                            return found;
                        }
                    }
                }
            }
            return null;
        }
    }

    private interface Told {
        Object of(Object item, LayerStack.Member layer);
    }

    /**
     * A reference with its place found.
     *
     * @param asset id, "" for the same layer stack
     * @param layerOffset from the time of the layer that tells it to that of its stack
     * @param rate of the layer that tells it, time codes per second
     * @param shown for messages
     */
    private record Target(
            String asset, String prim, TimeOffset offset, TimeOffset layerOffset, double rate, String shown) {
        static Target of(Reference r, LayerStack.Member m, LayerStack stack, Assets assets) {
            String id = r.asset().isEmpty() ? "" : assets.resolve(m.id(), r.asset());
            String asset = id.equals(stack.id()) ? "" : id;
            return new Target(
                    asset,
                    r.prim(),
                    r.offset(),
                    m.offset(),
                    m.layer().timeCodesPerSecond(),
                    r.asset() + "<" + r.prim() + ">");
        }
    }
}
