package idleheron.core.remedy.material;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.NameTable;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.List;
import java.util.Map;

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
                    say("core.remedy.material.LinkPictures.links-a-picture-to-another-file"))
            .told(
                    "=NAME:PATH",
                    v -> new LinkPictures(Map.of(v.first().text(), v.second("").text())))
            .measured(say("core.remedy.material.LinkPictures.pictures-that-are-found"), LinkPictures::found);

    public LinkPictures {
        table = NameTable.of(
                table,
                (name, other) -> say("core.remedy.material.LinkPictures.link-pictures-needs-the-name-of", name, other));
    }

    static String found(Scene s) {
        return say(
                "core.remedy.material.LinkPictures.of",
                s.textures().stream().filter(Texture::found).count(),
                s.textures().size());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return table.size() == 1
                ? say(
                        "core.remedy.material.LinkPictures.link",
                        table.values().iterator().next())
                : say("core.remedy.material.LinkPictures.link-the-pictures");
    }

    @Override
    public String describe() {
        return table.size() == 1
                ? say(
                        "core.remedy.material.LinkPictures.links-to",
                        table.keySet().iterator().next(),
                        table.values().iterator().next())
                : say("core.remedy.material.LinkPictures.links-pictures-to-other-files", table.size());
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
