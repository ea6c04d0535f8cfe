package idleheron.core.scene;

/** What a node stands for. */
public enum NodeKind {
    GROUP,
    JOINT,
    MESH,
    CAMERA,
    LIGHT,
    LOCATOR;

    public String label() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
