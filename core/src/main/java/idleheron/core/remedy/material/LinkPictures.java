package idleheron.core.remedy.material;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Links pictures to other files.
 *
 * @param table from the name of a picture's file to the path it is to have, relative to the scene's file, with strokes
 */
public record LinkPictures(Map<String, String> table) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "link-pictures",
                    LinkPictures.class,
                    Keeps.PICTURE,
                    "Links a picture to another file, by the name of the file it is linked to.")
            .told(
                    "=NAME:PATH",
                    v -> new LinkPictures(Map.of(v.first().text(), v.second("").text())))
            .measured("pictures that are found", LinkPictures::found);

    public LinkPictures {
        table = java.util.Collections.unmodifiableMap(new TreeMap<>(table));
        table.forEach((name, path) -> {
            if (name.isBlank() || path.isBlank()) {
                throw new IllegalArgumentException(
                        "link-pictures needs the name of a picture and a path, found " + name + ":" + path);
            }
        });
    }

    static String found(Scene s) {
        return s.textures().stream().filter(Texture::found).count() + " of "
                + s.textures().size();
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return table.size() == 1 ? "Link " + table.values().iterator().next() : "Link the pictures";
    }

    @Override
    public String describe() {
        return table.size() == 1
                ? "Links " + table.keySet().iterator().next() + " to "
                        + table.values().iterator().next() + "."
                : "Links " + table.size() + " pictures to other files.";
    }

    @Override
    public Scene apply(Scene scene) {
        List<Texture> out = scene.textures().stream().map(this::linked).toList();
        return out.equals(scene.textures()) ? scene : scene.withTextures(out);
    }

    private Texture linked(Texture t) {
        String to = t.content() == null ? table.get(t.fileName()) : null;
        return to == null ? t : new Texture(t.name(), to, to, true, null, t.uvSet(), t.properties());
    }
}
