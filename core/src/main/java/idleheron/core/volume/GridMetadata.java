package idleheron.core.volume;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Named values that go with a grid or a file, in their order. */
public record GridMetadata(List<Entry> entries) {
    public static final GridMetadata EMPTY = new GridMetadata(List.of());

    public GridMetadata {
        entries = List.copyOf(entries);
    }

    /**
     * One value.
     *
     * @param type as files name it: "string", "bool", "vec3i"
     * @param value String, Boolean, Integer, Long, Float, Double, int[], float[], double[], or byte[] for what is not known
     */
    public record Entry(String name, String type, Object value) {}

    /** The value of a name, or null. */
    public @Nullable Object get(String name) {
        for (Entry e : entries) {
            if (e.name.equals(name)) {
                return e.value;
            }
        }
        return null;
    }

    /** A text under a name, or another where there is none. */
    public String text(String name, String otherwise) {
        return get(name) instanceof String s ? s : otherwise;
    }

    /** A truth under a name; false where there is none. */
    public boolean truth(String name) {
        return get(name) instanceof Boolean b && b;
    }

    /** The whole number of that name, or -1. */
    public long whole(String name) {
        return get(name) instanceof Number n ? n.longValue() : -1;
    }

    /** With an entry added or replaced. */
    public GridMetadata with(String name, String type, Object value) {
        List<Entry> out = new ArrayList<>();
        boolean found = false;
        for (Entry e : entries) {
            if (e.name.equals(name)) {
                out.add(new Entry(name, type, value));
                found = true;
            } else {
                out.add(e);
            }
        }
        if (!found) {
            out.add(new Entry(name, type, value));
        }
        return new GridMetadata(out);
    }

    /** Without the entries whose name begins so. */
    public GridMetadata without(String prefix) {
        return new GridMetadata(
                entries.stream().filter(e -> !e.name.startsWith(prefix)).toList());
    }
}
