package idleheron.core.formula;

import static idleheron.core.Messages.say;

/**
 * Where something stands in a text.
 *
 * @param line counted from 1
 * @param column counted from 1, in characters
 */
public record Place(int line, int column) {
    public static final Place NONE = new Place(0, 0);

    /** The place of a character of a text that begins here. */
    public Place of(String text, int offset) {
        String before = text.substring(0, Math.clamp(offset, 0, text.length()));
        int last = before.lastIndexOf('\n');
        return last < 0
                ? new Place(line, column + before.length())
                : new Place(line + (int) before.chars().filter(c -> c == '\n').count(), before.length() - last);
    }

    /** "line 3, column 14". */
    public String text() {
        return say("core.formula.Place.line-column", line, column);
    }
}
