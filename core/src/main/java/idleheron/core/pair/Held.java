package idleheron.core.pair;

import static idleheron.core.Messages.say;

/** What a carrier of nodes may have a place for, or not. */
public enum Held {
    JOINTS("joints"),
    SKINS("skins"),
    CLIPS("clips"),
    SHAPES(say("core.pair.Held.blend-shapes")),
    POLYGONS(say("core.pair.Held.faces-of-more-than-three-corners")),
    CAMERAS_LIGHTS(say("core.pair.Held.cameras-and-lights")),
    ROLES(say("core.pair.Held.the-roles-of-an-avatar")),
    PICTURE_TURNS(say("core.pair.Held.turns-of-pictures"));

    private final String shown;

    Held(String shown) {
        this.shown = shown;
    }

    /** For people: "cameras and lights". */
    public String shown() {
        return shown;
    }
}
