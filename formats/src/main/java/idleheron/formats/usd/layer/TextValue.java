package idleheron.formats.usd.layer;

import java.util.List;

/**
 * One text or an array of texts.
 *
 * @param kind STRING, TOKEN, ASSET or PATH_EXPRESSION
 */
public record TextValue(ValueKind kind, boolean array, List<String> items) implements Value {
    public TextValue {
        items = List.copyOf(items);
    }

    public static TextValue token(String s) {
        return new TextValue(ValueKind.TOKEN, false, List.of(s));
    }

    public static TextValue string(String s) {
        return new TextValue(ValueKind.STRING, false, List.of(s));
    }

    public static TextValue asset(String s) {
        return new TextValue(ValueKind.ASSET, false, List.of(s));
    }

    public static TextValue tokens(List<String> s) {
        return new TextValue(ValueKind.TOKEN, true, s);
    }

    /** The first text, or "". */
    public String first() {
        return items.isEmpty() ? "" : items.getFirst();
    }
}
