package idleheron.core.scene;

import static idleheron.core.Messages.say;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
        PART(say("core.scene.Lost.part-of-the-file"), say("core.scene.Lost.parts-of-the-file")),
        STAGE(say("core.scene.Lost.unit-axes-and-rate"), say("core.scene.Lost.unit-axes-and-rate")),
        NODE("node", say("core.scene.Lost.all-nodes")),
        MESH("mesh", say("core.scene.Lost.all-meshes")),
        LAYERS(say("core.scene.Lost.what-lies-over-mesh"), say("core.scene.Lost.what-lies-over-all-meshes")),
        SKIN("skin", say("core.scene.Lost.all-skins")),
        SHAPES(say("core.scene.Lost.blend-shapes"), say("core.scene.Lost.all-blend-shapes")),
        MATERIAL("material", say("core.scene.Lost.all-materials")),
        CLIP("clip", say("core.scene.Lost.all-clips")),
        GRID("grid", say("core.scene.Lost.all-grids")),
        OBJECT(say("core.scene.Lost.object-of-a-cache"), say("core.scene.Lost.all-objects-of-caches"));

        private final String word;
        private final String all;

        What(String word, String all) {
            this.word = word;
            this.all = all;
        }

        /** For people: what was lost. */
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

    /** "mesh coat_geo", or "all meshes" where it is all of a kind. */
    public String subject() {
        return name.isEmpty() ? what == What.PART ? what.word : what.all : what.word + " " + name;
    }

    /** One line for all that is lost at one place for one reason: "skin, clip: connections are gone". */
    public static List<String> grouped(List<Lost> all) {
        Map<String, String> subjects = new LinkedHashMap<>();
        for (Lost l : all) {
            String rest = (l.place.isEmpty() ? "" : ", " + l.place) + ": " + l.why;
            subjects.merge(rest, l.subject(), (a, b) -> a + ", " + b);
        }
        return subjects.entrySet().stream().map(e -> e.getValue() + e.getKey()).toList();
    }

    /** "mesh coat_geo, byte 812 to 4096: its record is damaged". */
    public String text() {
        return subject() + (place.isEmpty() ? "" : ", " + place) + ": " + why;
    }
}
