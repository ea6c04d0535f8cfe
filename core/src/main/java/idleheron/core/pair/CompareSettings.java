package idleheron.core.pair;

import java.util.Set;

/**
 * Under which terms two sides are held against each other.
 *
 * @param tolerances from where on a difference counts
 * @param table what belongs together
 * @param missing what the carrier of the returned side has no place for
 */
public record CompareSettings(Tolerances tolerances, MatchTable table, Set<Held> missing) {
    public static final CompareSettings USUAL = new CompareSettings(Tolerances.DEFAULT, MatchTable.NONE);

    public CompareSettings {
        missing = Set.copyOf(missing);
    }

    public CompareSettings(Tolerances tolerances, MatchTable table) {
        this(tolerances, table, Set.of());
    }

    public CompareSettings with(Tolerances value) {
        return new CompareSettings(value, table, missing);
    }

    public CompareSettings with(MatchTable value) {
        return new CompareSettings(tolerances, value, missing);
    }

    /** For a carrier that has no place for some things. */
    public CompareSettings without(Set<Held> value) {
        return new CompareSettings(tolerances, table, value);
    }
}
