package idleheron.core.scene;

import java.util.Objects;

/**
 * What a damaged file no longer gives, or gives in part.
 *
 * @param name what it is called, or "" for all of its kind
 * @param place where in the file: "byte 4711 to 9000", or "" where nobody knows
 * @param why a few words: what is missing of it and what that comes from
 */
public record Lost(What what, String name, String place, String why) {
    /** Kinds of things. */
    public enum What {
        PART("part of the file"),
        STAGE("unit, axes and rate"),
        NODE("node"),
        MESH("mesh"),
        LAYERS("what lies over mesh"),
        SKIN("skin"),
        SHAPES("blend shapes"),
        MATERIAL("material"),
        CLIP("clip"),
        GRID("grid"),
        OBJECT("object of a cache");

        private final String word;

        What(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public Lost {
        Objects.requireNonNull(what);
    }

    /** Whether this is about one thing. */
    public boolean covers(What kind, String called) {
        return what == kind && (name.isEmpty() || name.equals(called));
    }

    /** "mesh coat_geo, byte 812 to 4096: its record is damaged". */
    public String text() {
        return what.word() + (name.isEmpty() ? "" : " " + name) + (place.isEmpty() ? "" : ", " + place) + ": " + why;
    }
}
