package idleheron.core.scene;

/**
 * Under which a scene keeps all parts of one kind. Each is made once and kept as a constant; two with the same name are two.
 *
 * @param <T> of what type such parts are
 */
public final class PartKey<T> {
    private final String name;
    private final Class<T> type;

    public PartKey(String name, Class<T> type) {
        this.name = name;
        this.type = type;
    }

    /** A part as what this key keeps. */
    T cast(Object part) {
        return type.cast(part);
    }

    @Override
    public String toString() {
        return name;
    }
}
