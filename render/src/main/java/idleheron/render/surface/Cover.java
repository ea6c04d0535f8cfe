package idleheron.render.surface;

/** What the pictures of a surface show. */
public enum Cover {
    /** Nothing: each material has its one colour. */
    PLAIN,
    /** Their colours. */
    COLOURS,
    /** Their colours, and the picture of normals in the light. */
    NORMALS,
    /** Of the picture of colours the red alone, as grey. */
    RED,
    GREEN,
    BLUE,
    ALPHA;

    boolean isChannel() {
        return ordinal() >= RED.ordinal();
    }
}
