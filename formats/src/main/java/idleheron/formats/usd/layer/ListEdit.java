package idleheron.formats.usd.layer;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * A list given outright, or as changes to what weaker opinions give.
 *
 * @param items what is listed: texts for tokens, strings and paths, {@link Reference}s, Longs
 * @param lists per operation what it names; EXPLICIT is there, perhaps empty, where the list is given outright
 */
public record ListEdit(Items items, Map<Operation, List<Object>> lists) implements Value {
    /** What is listed, with the number of the type in crate files. */
    public enum Items {
        TOKENS(32),
        STRINGS(33),
        PATHS(34),
        REFERENCES(35),
        INTS(36),
        INT64S(37),
        UINTS(38),
        UINT64S(39),
        PAYLOADS(55);

        private final int id;

        Items(int id) {
            this.id = id;
        }

        public int id() {
            return id;
        }

        public boolean isNumbers() {
            return ordinal() >= INTS.ordinal() && this != PAYLOADS;
        }
    }

    /** In the order in which crate files store their lists; the bit is that in the flags there. */
    public enum Operation {
        EXPLICIT("", 2),
        ADDED("add", 4),
        PREPENDED("prepend", 32),
        APPENDED("append", 64),
        DELETED("delete", 8),
        ORDERED("reorder", 16);

        private final String word;
        private final int flag;

        Operation(String word, int flag) {
            this.word = word;
            this.flag = flag;
        }

        /** As text writes it. */
        public String word() {
            return word;
        }

        public int flag() {
            return flag;
        }
    }

    public ListEdit {
        Map<Operation, List<Object>> copy = new EnumMap<>(Operation.class);
        lists.forEach((k, v) -> copy.put(k, List.copyOf(v)));
        lists = java.util.Collections.unmodifiableMap(copy);
    }

    public static ListEdit of(Items items, Operation op, List<?> list) {
        return new ListEdit(items, Map.of(op, List.copyOf(list)));
    }

    public static ListEdit explicit(Items items, List<?> list) {
        return of(items, Operation.EXPLICIT, list);
    }

    public static ListEdit prepended(Items items, List<?> list) {
        return of(items, Operation.PREPENDED, list);
    }

    public boolean isExplicit() {
        return lists.containsKey(Operation.EXPLICIT);
    }

    /** The items of an operation, none where it says nothing. */
    public List<Object> get(Operation op) {
        return lists.getOrDefault(op, List.of());
    }

    /** With one more operation; an explicit list stands alone. */
    public ListEdit with(Operation op, List<?> list) {
        Map<Operation, List<Object>> all = new EnumMap<>(Operation.class);
        if (op != Operation.EXPLICIT && !isExplicit()) {
            all.putAll(lists);
        }
        all.put(op, List.copyOf(list));
        return new ListEdit(items, all);
    }

    /** Every item changed; the operations stay. */
    public ListEdit map(UnaryOperator<Object> f) {
        Map<Operation, List<Object>> all = new EnumMap<>(Operation.class);
        lists.forEach((k, v) -> all.put(k, v.stream().map(f).toList()));
        return new ListEdit(items, all);
    }

    /**
     * The list that comes of this over a weaker list: what is deleted goes, what is added comes last unless it is there, what
     * is prepended or appended moves to the front or the end, what is ordered is sorted with what follows it.
     */
    public List<Object> applied(List<Object> weaker) {
        if (isExplicit()) {
            return List.copyOf(new LinkedHashSet<>(get(Operation.EXPLICIT)));
        }
        Set<Object> out = new LinkedHashSet<>(weaker);
        get(Operation.DELETED).forEach(out::remove);
        out.addAll(get(Operation.ADDED));
        List<Object> front = get(Operation.PREPENDED);
        if (!front.isEmpty()) {
            Set<Object> with = new LinkedHashSet<>(front);
            with.addAll(out);
            out = with;
        }
        for (Object o : get(Operation.APPENDED)) {
            out.remove(o);
            out.add(o);
        }
        List<Object> order = get(Operation.ORDERED);
        return order.isEmpty() ? List.copyOf(out) : ordered(List.copyOf(out), order);
    }

    /** Those named stand in the order asked for, each followed by what followed it; what comes before the first stays first. */
    public static <T> List<T> ordered(List<T> list, List<? extends T> order) {
        Set<T> named = new LinkedHashSet<>(order);
        named.retainAll(Set.copyOf(list));
        List<T> out = new ArrayList<>();
        int i = 0;
        while (i < list.size() && !named.contains(list.get(i))) {
            out.add(list.get(i++));
        }
        for (T n : named) {
            int at = list.indexOf(n);
            do {
                out.add(list.get(at++));
            } while (at < list.size() && !named.contains(list.get(at)));
        }
        return out;
    }
}
