package idleheron.core.cache;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Metadata of an object or property as one text, {@code key=value;key=value}. Of keys that occur twice the first counts.
 */
public record Meta(String text) {
    public static final Meta NONE = new Meta("");

    /** Sorted by key; empty values are left out, and what would break the text is replaced by a blank. */
    public static Meta of(Map<String, String> entries) {
        List<String> out = new ArrayList<>();
        new TreeMap<>(entries).forEach((k, v) -> {
            if (!v.isEmpty()) {
                out.add(clean(k) + "=" + clean(v));
            }
        });
        return out.isEmpty() ? NONE : new Meta(String.join(";", out));
    }

    /** Pairs of key and value. */
    public static Meta of(String... keysAndValues) {
        Map<String, String> out = new TreeMap<>();
        for (int i = 0; i < keysAndValues.length; i += 2) {
            out.put(keysAndValues[i], keysAndValues[i + 1]);
        }
        return of(out);
    }

    private static String clean(String s) {
        return s.replace(';', ' ').replace('=', ' ').replace('\0', ' ');
    }

    /** By key. */
    public Map<String, String> entries() {
        Map<String, String> out = new TreeMap<>();
        for (String part : text.split(";", -1)) {
            int eq = part.indexOf('=');
            if (eq > 0) {
                out.putIfAbsent(part.substring(0, eq), part.substring(eq + 1));
            }
        }
        return out;
    }

    /** The value of a key, or "". */
    public String get(String key) {
        return text.isEmpty() ? "" : entries().getOrDefault(key, "");
    }

    /** With a value for a key; the others keep their order. */
    public Meta with(String key, String value) {
        Map<String, String> all = entries();
        all.put(key, value);
        return of(all);
    }
}
