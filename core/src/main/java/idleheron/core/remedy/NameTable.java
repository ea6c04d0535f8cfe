package idleheron.core.remedy;

import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BinaryOperator;

/** Names and what becomes of each, as remedies keep them: in the order of the names, so that recipes are alike to the letter. */
public final class NameTable {
    private NameTable() {}

    /**
     * A copy that nothing changes any more.
     *
     * @param refusal a line for the user, from a name and what should become of it
     * @throws IllegalArgumentException with that line where either is blank
     */
    public static Map<String, String> of(Map<String, String> table, BinaryOperator<String> refusal) {
        table.forEach((name, other) -> {
            if (name.isBlank() || other.isBlank()) {
                throw new IllegalArgumentException(refusal.apply(name, other));
            }
        });
        return Collections.unmodifiableMap(new TreeMap<>(table));
    }
}
