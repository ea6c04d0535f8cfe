package idleheron.core;

/** What a topic or a crossing comes to, from best to worst where they can be ordered. */
public enum Verdict {
    NOT_CHECKED("not checked"),
    CLEAN("clean"),
    NOT_CARRIED("not carried"),
    DRIFTED("drifted"),
    BROKEN("broken");

    private final String word;

    Verdict(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    /** Its word as a heading: "Drifted". */
    public String title() {
        return Character.toUpperCase(word.charAt(0)) + word.substring(1);
    }

    /** The worse of the two. */
    public Verdict worse(Verdict other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /** Whether something drifted or broke. */
    public boolean isFault() {
        return this == DRIFTED || this == BROKEN;
    }
}
