package idleheron.core;

/** One heading of a result. */
public enum Topic {
    UNITS_AND_AXES("Units and axes"),
    HIERARCHY("Hierarchy"),
    REST_POSE("Rest pose"),
    JOINT_ORIENTATION("Joint orientation"),
    SKIN_WEIGHTS("Skin weights"),
    CLIPS("Clips"),
    BLEND_SHAPES("Blend shapes"),
    SURFACES("Surfaces"),
    MATERIALS("Materials, textures"),
    CACHES("Caches"),
    VOLUMES("Volumes"),
    CAMERAS_LIGHTS("Cameras, lights");

    private final String title;

    Topic(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }

    /** "units-and-axes". */
    public String code() {
        return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }
}
