package idleheron.core.pair;

/** Under which terms two sides are held against each other: from where on a difference counts, and what belongs together. */
public record CompareSettings(Tolerances tolerances, MatchTable table) {
    public static final CompareSettings USUAL = new CompareSettings(Tolerances.DEFAULT, MatchTable.NONE);

    public CompareSettings with(Tolerances value) {
        return new CompareSettings(value, table);
    }

    public CompareSettings with(MatchTable value) {
        return new CompareSettings(tolerances, value);
    }
}
