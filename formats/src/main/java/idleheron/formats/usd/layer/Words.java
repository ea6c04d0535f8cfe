package idleheron.formats.usd.layer;

import java.util.List;

/**
 * One text or an array of texts.
 *
 * @param kind STRING, TOKEN, ASSET or PATH_EXPRESSION
 */
public record Words(ValueKind kind, boolean array, List<String> items) implements Value {
    public Words {
        items = List.copyOf(items);
    }

    public static Words token(String s) {
        return new Words(ValueKind.TOKEN, false, List.of(s));
    }

    public static Words string(String s) {
        return new Words(ValueKind.STRING, false, List.of(s));
    }

    public static Words asset(String s) {
        return new Words(ValueKind.ASSET, false, List.of(s));
    }

    public static Words tokens(List<String> s) {
        return new Words(ValueKind.TOKEN, true, s);
    }

    /** The first text, or "". */
    public String first() {
        return items.isEmpty() ? "" : items.getFirst();
    }
}
