package idleheron.core.picture;

import idleheron.core.scene.Material;
import java.util.Locale;
import java.util.Map;

/** What a picture is for. */
public enum PictureRole {
    COLOUR("colour", " color colour albedo diffuse basecolor diff col "),
    NORMAL("normals", " normal normals nrm nor norm "),
    ROUGHNESS("roughness", " roughness rough rgh "),
    METALNESS("metalness", " metallic metalness metal "),
    HEIGHT("height", " height displacement disp bump "),
    OCCLUSION("occlusion", " occlusion ao ambientocclusion "),
    EMISSION("emission", " emission emissive glow "),
    OPACITY("opacity", " opacity alpha transparency mask "),
    UNKNOWN("unknown", "");

    private static final Map<String, PictureRole> LINKS = Map.ofEntries(
            Map.entry(Material.DIFFUSE.toLowerCase(Locale.ROOT), COLOUR),
            Map.entry("normalmap", NORMAL),
            Map.entry("bump", HEIGHT),
            Map.entry("displacementcolor", HEIGHT),
            Map.entry("roughness", ROUGHNESS),
            Map.entry("metallic", METALNESS),
            Map.entry("occlusion", OCCLUSION),
            Map.entry("emissivecolor", EMISSION),
            Map.entry("transparentcolor", OPACITY),
            Map.entry("transparencyfactor", OPACITY),
            Map.entry("opacity", OPACITY));

    private final String word;
    /** Words that names have for it, with blanks around each. */
    private final String tokens;

    PictureRole(String word, String tokens) {
        this.word = word;
        this.tokens = tokens;
    }

    /** "normals". */
    public String word() {
        return word;
    }

    /** By the property that it drives. */
    public static PictureRole linked(String property) {
        return LINKS.getOrDefault(property.toLowerCase(Locale.ROOT), UNKNOWN);
    }

    /** By the last word of its file's name that tells one: "hull_normal_2k.png". */
    public static PictureRole named(String file) {
        int dot = file.lastIndexOf('.');
        String stem = dot > 0 ? file.substring(0, dot) : file;
        String apart = stem.replaceAll("([a-z])([A-Z])", "$1_$2").toLowerCase(Locale.ROOT);
        PictureRole out = UNKNOWN;
        for (String word : apart.split("[^a-z]+")) {
            for (PictureRole r : values()) {
                out = !word.isEmpty() && r.tokens.contains(" " + word + " ") ? r : out;
            }
        }
        return out;
    }

    /** By what it shows: normals can be told, and what has colours is no picture of numbers. */
    public static PictureRole shown(PictureFacts f) {
        if (f.normals().isNormals() && f.mean()[2] > f.mean()[0]) {
            return NORMAL;
        }
        return f.grey() ? UNKNOWN : COLOUR;
    }
}
