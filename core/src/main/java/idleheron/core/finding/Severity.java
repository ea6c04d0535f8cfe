package idleheron.core.finding;

import static idleheron.core.Messages.say;

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

    /** Its name in files and on the command line; the same in every language. */
    public String word() {
        return word;
    }

    /** What a person reads. */
    public String shown() {
        return say("core.finding.Severity." + word.replace(' ', '-'));
    }
}
