package idleheron.core.scene;

import java.util.List;

/**
 * A property that a user or a tool hung on something and that this program carries without reading it.
 *
 * @param type the type as the file names it
 * @param subtype a second word on the type, or ""
 * @param flags one letter each: A can move over time, + does, U is the user's own, L locked, H hidden
 */
public record FreeProperty(String name, String type, String subtype, String flags, Value value) {
    /** What a free property can hold. */
    public sealed interface Value {}

    public record Text(String text) implements Value {}

    public record Numbers(double[] values) implements Value {}

    /** Whole numbers: counts, switches, choices, ticks. */
    public record Whole(long[] values) implements Value {}

    /** Values of different kinds, such as a choice and the names to choose from. */
    public record Several(List<Value> values) implements Value {
        public Several {
            values = List.copyOf(values);
        }
    }

    /** A user's own property that can move over time. */
    public FreeProperty(String name, String type, Value value) {
        this(name, type, "", value instanceof Text ? "U" : "A+U", value);
    }

    /** Whether a user made it, not the program. */
    public boolean isUsers() {
        return flags.contains("U");
    }

    /** "0.65", "Mira" or "1, 2, 3", for reading. */
    public String shown() {
        return shown(value);
    }

    private static String shown(Value value) {
        return switch (value) {
            case Text t -> t.text();
            case Numbers n ->
                String.join(
                        ", ",
                        java.util.Arrays.stream(n.values())
                                .mapToObj(FreeProperty::number)
                                .toList());
            case Whole w ->
                String.join(
                        ", ",
                        java.util.Arrays.stream(w.values())
                                .mapToObj(Long::toString)
                                .toList());
            case Several s ->
                String.join(", ", s.values().stream().map(FreeProperty::shown).toList());
        };
    }

    private static String number(double v) {
        return v == Math.rint(v) && Math.abs(v) < 1e15 ? Long.toString((long) v) : Double.toString(v);
    }
}
