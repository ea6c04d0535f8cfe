package idleheron.core.scene;

/**
 * A property that a user or a tool hung on a node and that this program carries without reading it.
 *
 * @param type the type as the file names it
 * @param value text, or numbers
 */
public record FreeProperty(String name, String type, Value value) {
    /** What a free property can hold. */
    public sealed interface Value {}

    public record Text(String text) implements Value {}

    public record Numbers(double[] values) implements Value {}
}
