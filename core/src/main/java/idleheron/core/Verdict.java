package idleheron.core;

import static idleheron.core.Messages.say;

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

    /** Its name in files and on the command line; the same in every language. */
    public String word() {
        return word;
    }

    /** What a person reads. */
    public String shown() {
        return say("core.Verdict." + word.replace(' ', '-'));
    }

    /** Its word as a heading: "Drifted". */
    public String title() {
        String shown = shown();
        return Character.toUpperCase(shown.charAt(0)) + shown.substring(1);
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
