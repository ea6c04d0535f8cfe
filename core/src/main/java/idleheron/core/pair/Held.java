package idleheron.core.pair;

/** What a carrier of nodes may have a place for, or not. */
public enum Held {
    JOINTS("joints"),
    SKINS("skins"),
    CLIPS("clips"),
    SHAPES("blend shapes"),
    POLYGONS("faces of more than three corners"),
    CAMERAS_LIGHTS("cameras and lights"),
    ROLES("the roles of an avatar");

    private final String shown;

    Held(String shown) {
        this.shown = shown;
    }

    public String shown() {
        return shown;
    }
}
