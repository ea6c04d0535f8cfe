package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.Value;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A prim with all opinions about it, strongest first. */
public final class ComposedPrim {
    private final ComposedStage stage;
    private final @Nullable ComposedPrim parent;
    private final IndexNode index;
    private final String path;
    private final List<Opinion> opinions = new ArrayList<>();

    ComposedPrim(ComposedStage stage, @Nullable ComposedPrim parent, IndexNode index) {
        this.stage = stage;
        this.parent = parent;
        this.index = index;
        this.path = index.path;
        for (IndexNode n : index.ordered()) {
            if (n.silent || !n.hasSpecs()) {
                continue;
            }
            TimeOffset toRoot = n.timeToRoot();
            Arc first = first(n);
            for (int i = 0; i < n.stack.layers().size(); i++) {
                Spec s = n.spec(i);
                if (s != null) {
                    LayerStack.Member m = n.stack.layers().get(i);
                    opinions.add(new Opinion(s, m, first, n.path, toRoot.after(m.offset()), n::toRoot));
                }
            }
        }
    }

    private static Arc first(IndexNode n) {
        IndexNode at = n;
        while (at.parent != null && at.parent.parent != null) {
            at = at.parent;
        }
        return at.arc;
    }

    public String path() {
        return path;
    }

    public String name() {
        return SpecPath.name(path);
    }

    /** The prim above, null for the root. */
    public @Nullable ComposedPrim parent() {
        return parent;
    }

    IndexNode index() {
        return index;
    }

    /** Strongest first. */
    public List<Opinion> opinions() {
        return java.util.Collections.unmodifiableList(opinions);
    }

    /** The strongest that is more than "over"; class only where nobody says def. */
    public Specifier specifier() {
        for (Opinion o : opinions) {
            if (o.spec().specifier() != Specifier.OVER && o.spec().type() == Spec.Type.PRIM) {
                return o.spec().specifier();
            }
        }
        return Specifier.OVER;
    }

    public String typeName() {
        for (Opinion o : opinions) {
            String t = o.spec().type() == Spec.Type.PRIM ? o.spec().text(Field.TYPE_NAME) : "";
            if (!t.isEmpty()) {
                return t;
            }
        }
        return "";
    }

    public boolean isActive() {
        return !(metadata(Field.ACTIVE) instanceof Numbers n) || n.first() != 0;
    }

    /** Whether it and all above it are there to be seen: active and defined, not abstract. */
    public boolean isThere() {
        for (ComposedPrim p = this; p != null; p = p.parent) {
            if (!p.isActive() || p.specifier() != Specifier.DEF) {
                return false;
            }
        }
        return true;
    }

    /** Whether it asks to be shared with others that are composed alike, and has something to share. */
    public boolean isInstance() {
        if (!(metadata(Field.INSTANCEABLE) instanceof Numbers n) || n.first() == 0) {
            return false;
        }
        boolean[] any = new boolean[1];
        index.each(x -> any[0] |= x.arc != Arc.VARIANT && x.isToldHere());
        return any[0];
    }

    /** Path of the prim of the same layers that this one refers to by itself, or "". */
    public String repeats() {
        for (IndexNode n : index.ordered()) {
            if (n.arc == Arc.REFERENCE && n.isToldHere() && n.parent != null && n.parent.stack == n.stack) {
                String there = n.parent.toRoot(n.path);
                return there == null ? "" : there;
            }
        }
        return "";
    }

    /** A field of the prim: the strongest opinion; dictionaries joined, list edits composed to an explicit list. */
    public @Nullable Value metadata(String field) {
        return composed(opinions.stream()
                .map(o -> mapped(o.spec().get(field), o))
                .filter(java.util.Objects::nonNull)
                .toList());
    }

    private static @Nullable Value mapped(@Nullable Value v, Opinion o) {
        return v == null ? null : ComposedProperty.timed(v, o);
    }

    static @Nullable Value composed(List<Value> strongestFirst) {
        if (strongestFirst.isEmpty()) {
            return null;
        }
        Value first = strongestFirst.getFirst();
        if (first instanceof Value.Dictionary d) {
            Value.Dictionary out = d;
            for (Value v : strongestFirst.subList(1, strongestFirst.size())) {
                out = v instanceof Value.Dictionary w ? out.over(w) : out;
            }
            return out;
        }
        if (first instanceof ListEdit e) {
            List<Object> out = List.of();
            for (Value v : strongestFirst.reversed()) {
                out = v instanceof ListEdit w ? w.applied(out) : out;
            }
            return ListEdit.explicit(e.items(), out);
        }
        return first;
    }

    /** Applied schemas and the like: the tokens of a list edit. */
    public List<String> tokens(String field) {
        return metadata(field) instanceof ListEdit e
                ? e.get(ListEdit.Operation.EXPLICIT).stream()
                        .map(String::valueOf)
                        .toList()
                : List.of();
    }

    /** Names of all properties, in alphabetical order but for an order that is asked for. */
    public List<String> propertyNames() {
        Set<String> names = new java.util.TreeSet<>();
        opinions.forEach(o -> names.addAll(o.spec().properties().keySet()));
        Value order = metadata(Field.PROPERTY_ORDER);
        List<String> asked =
                order instanceof Value.Names n ? n.names() : order instanceof TextValue w ? w.items() : List.of();
        return asked.isEmpty() ? List.copyOf(names) : ListEdit.ordered(List.copyOf(names), asked);
    }

    /** The property of this name, or null where no opinion speaks of it. */
    public @Nullable ComposedProperty property(String name) {
        List<Opinion> own = new ArrayList<>();
        for (Opinion o : opinions) {
            Spec s = o.spec().properties().get(name);
            if (s != null) {
                own.add(new Opinion(s, o.layer(), o.arc(), o.path() + "." + name, o.time(), o.where()));
            }
        }
        return own.isEmpty() ? null : new ComposedProperty(this, name, own);
    }

    /** Variants of a set, of all opinions. */
    public List<String> variants(String set) {
        Set<String> out = new LinkedHashSet<>();
        for (Opinion o : opinions.reversed()) {
            Spec s = o.spec().variantSets().get(set);
            if (s != null) {
                out.addAll(s.children().keySet());
            }
        }
        return List.copyOf(out);
    }

    /** The variant that is chosen of a set, or "". */
    public String variant(String set) {
        for (Opinion o : opinions) {
            if (o.spec().get(Field.VARIANTS) instanceof Value.Selections v
                    && v.chosen().containsKey(set)) {
                return v.chosen().getOrDefault(set, "");
            }
        }
        return "";
    }

    /** Prims under this one, weaker opinions' first. */
    public List<ComposedPrim> children() {
        return stage.children(this);
    }

    /** Another prim of the same stage, or null. */
    public @Nullable ComposedPrim find(String other) {
        return stage.prim(other);
    }

    ComposedStage stage() {
        return stage;
    }

    /** Names of children in order. */
    List<String> childNames() {
        return names(index);
    }

    /** Names under the nodes of an index: what weaker ones bring in comes first. */
    static List<String> names(IndexNode index) {
        Set<String> names = new LinkedHashSet<>();
        for (IndexNode n : index.ordered().reversed()) {
            if (n.silent) {
                continue;
            }
            for (int i = n.stack.layers().size() - 1; i >= 0; i--) {
                Spec s = n.spec(i);
                if (s == null) {
                    continue;
                }
                names.addAll(s.children().keySet());
                Value order = s.get(Field.PRIM_ORDER);
                if (order instanceof Value.Names o) {
                    names = new LinkedHashSet<>(ListEdit.ordered(List.copyOf(names), o.names()));
                }
            }
        }
        return List.copyOf(names);
    }

    @Override
    public String toString() {
        return path;
    }
}
