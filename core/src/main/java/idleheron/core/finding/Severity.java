package idleheron.core.finding;

/** How bad a finding is. */
public enum Severity {
    /** Will break on the way. */
    BREAKS("will break"),
    /** May drift, depending on the other side. */
    DRIFTS("may drift"),
    NOTE("note");

    private final String word;

    Severity(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
