package idleheron.core.formula;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;

/** What is wrong in a motion by formula: where, what was expected and what was found, each one line. */
public final class FormulaFault extends IllegalArgumentException {
    private static final long serialVersionUID = 1;

    private final String file;
    private final transient Place place;
    private final String expected;
    private final String found;

    public FormulaFault(Place place, String expected, String found) {
        this("", place, expected, found);
    }

    private FormulaFault(String file, Place place, String expected, String found) {
        super(say(
                "core.formula.FormulaFault.expected-found",
                (file.isEmpty() ? "" : file + ", ") + place.text(),
                Wording.plain(expected),
                Wording.plain(found)));
        this.file = file;
        this.place = place;
        this.expected = Wording.plain(expected);
        this.found = Wording.plain(found);
    }

    /** The same, told of a file. */
    public FormulaFault in(String name) {
        return new FormulaFault(name, place, expected, found);
    }

    /** Its name, or "". */
    public String file() {
        return file;
    }

    /** Where in the text it is. */
    public Place place() {
        return place;
    }

    /** What should stand there. */
    public String expected() {
        return expected;
    }

    /** What stands there. */
    public String found() {
        return found;
    }
}
