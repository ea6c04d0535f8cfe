package idleheron.core.compare;

/** Under which terms two sides are held against each other: from where on a difference counts, and what belongs together. */
public record Terms(Tolerances tolerances, MatchTable table) {
    public static final Terms USUAL = new Terms(Tolerances.DEFAULT, MatchTable.NONE);

    public Terms with(Tolerances value) {
        return new Terms(value, table);
    }

    public Terms with(MatchTable value) {
        return new Terms(tolerances, value);
    }
}
