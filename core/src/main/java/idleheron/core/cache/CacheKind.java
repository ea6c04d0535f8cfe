package idleheron.core.cache;

/** What an object of a cache is. */
public enum CacheKind {
    GROUP("group"),
    TRANSFORM("transform"),
    MESH("mesh"),
    SUBDIVISION("subdivision mesh"),
    CURVES("curves"),
    POINTS("points"),
    PATCH("patch"),
    CAMERA("camera"),
    LIGHT("light"),
    FACE_SET("face set"),
    MATERIAL("material"),
    INSTANCE("instance");

    private final String label;

    CacheKind(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** Whether it has faces over points. */
    public boolean isMesh() {
        return this == MESH || this == SUBDIVISION;
    }
}
