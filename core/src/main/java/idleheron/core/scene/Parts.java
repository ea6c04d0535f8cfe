package idleheron.core.scene;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/** What a scene holds beside its nodes, lists by kind. Immutable. */
public final class Parts {
    public static final Parts NONE = new Parts(Map.of());

    private final Map<PartKey<?>, List<?>> lists;

    private Parts(Map<PartKey<?>, List<?>> lists) {
        this.lists = lists;
    }

    /** All parts of a kind; empty where there are none. */
    @SuppressWarnings("unchecked") // with() puts in nothing else
    public <T> List<T> of(PartKey<T> kind) {
        return (List<T>) lists.getOrDefault(kind, List.of());
    }

    /** With other parts of a kind; none takes the kind away. */
    public <T> Parts with(PartKey<T> kind, List<T> value) {
        Map<PartKey<?>, List<?>> out = new LinkedHashMap<>(lists);
        if (value.isEmpty()) {
            out.remove(kind);
        } else {
            out.put(kind, value.stream().map(kind::cast).toList());
        }
        return new Parts(Collections.unmodifiableMap(out));
    }

    /** These and those of another, kind by kind, these first. */
    public Parts and(Parts more) {
        Parts out = this;
        for (PartKey<?> kind : more.lists.keySet()) {
            out = joined(out, more, kind);
        }
        return out;
    }

    /** For other node numbers, as {@link NodeBound#renumbered} says. */
    public Parts renumbered(int[] to) {
        return bound(b -> b.renumbered(to));
    }

    /** In other spaces, as {@link NodeBound#moved} says. */
    public Parts moved(NodeBound.Spaces spaces) {
        return bound(b -> b.moved(spaces));
    }

    private Parts bound(Function<NodeBound<?>, Object> change) {
        boolean any = lists.values().stream().anyMatch(l -> l.getFirst() instanceof NodeBound<?>);
        if (!any) {
            return this;
        }
        Map<PartKey<?>, List<?>> out = new LinkedHashMap<>();
        lists.forEach((kind, list) -> out.put(
                kind,
                list.stream()
                        .map(part -> part instanceof NodeBound<?> b ? kind.cast(change.apply(b)) : part)
                        .toList()));
        return new Parts(Collections.unmodifiableMap(out));
    }

    private static <T> Parts joined(Parts first, Parts then, PartKey<T> kind) {
        List<T> all = new ArrayList<>(first.of(kind));
        all.addAll(then.of(kind));
        return first.with(kind, all);
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Parts p && p.lists.equals(lists);
    }

    @Override
    public int hashCode() {
        return lists.hashCode();
    }

    @Override
    public String toString() {
        return lists.toString();
    }
}
