package idleheron.core.remedy.material;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;

/**
 * Links all pictures below one folder to the same files below another.
 *
 * @param from how paths of the pictures begin, with strokes; capitals do not count
 * @param to what takes its place, relative to the scene's file; "" for beside it
 */
public record MoveLinks(String from, String to) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "move-links",
                    MoveLinks.class,
                    Keeps.PICTURE,
                    say("core.remedy.material.MoveLinks.links-pictures-below-one-folder-to"))
            .told("=FROM:TO", v -> {
                int last = v.text().lastIndexOf(':'); // C:/work:maps
                return last < 0
                        ? new MoveLinks(v.text(), "")
                        : new MoveLinks(v.text().substring(0, last), v.text().substring(last + 1));
            })
            .measured(say("core.remedy.material.MoveLinks.pictures-that-are-found"), LinkPictures::found);

    public MoveLinks {
        if (from.isBlank()) {
            throw new IllegalArgumentException(say("core.remedy.material.MoveLinks.move-links-needs-how-paths-begin"));
        }
        from = folder(from);
        to = folder(to);
    }

    private static String folder(String told) {
        String plain = told.replace('\\', '/');
        return plain.isEmpty() || plain.endsWith("/") ? plain : plain + "/";
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.material.MoveLinks.link-the-pictures-of", from);
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.material.MoveLinks.links-pictures-below-to",
                from,
                (to.isEmpty() ? say("core.remedy.material.MoveLinks.the-folder-of-the-file") : to));
    }

    @Override
    public Scene apply(Scene scene) {
        var out = scene.textures().stream().map(this::moved).toList();
        return out.equals(scene.textures()) ? scene : scene.withTextures(out);
    }

    private Texture moved(Texture t) {
        for (String told : new String[] {t.relative(), t.path()}) {
            String plain = told.replace('\\', '/');
            if (t.content() == null && plain.regionMatches(true, 0, from, 0, from.length())) {
                String now = to + plain.substring(from.length());
                return new Texture(t.name(), now, now, true, null, t.uvSet(), t.properties());
            }
        }
        return t;
    }
}
