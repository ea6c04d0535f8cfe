package idleheron.core.remedy.avatar;

import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.MetaField;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Scene;
import java.util.List;
import java.util.Map;

/**
 * Says one thing of who made an avatar or what may be done with it, in the words of the standard. Nothing is ever said that nobody told.
 *
 * @param field as the standard writes it: "authors"
 * @param text what it says; several authors or references are parted by semicolons; "" takes it away
 */
public record SayMeta(String field, String text) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "say-meta", SayMeta.class, Keeps.PICTURE, "Says who made an avatar or what may be done with it.")
            .told("=FIELD:TEXT", SayMeta::told)
            .measured("said", SayMeta::count);

    public SayMeta {
        MetaField f = MetaField.of(field);
        if (f == null) {
            throw new IllegalArgumentException("nothing that an avatar says is called " + field);
        }
        if (!f.choices().isEmpty() && !text.isEmpty() && !f.choices().contains(text)) {
            throw new IllegalArgumentException(
                    field + " is one of " + String.join(", ", f.choices()) + ", found " + text);
        }
    }

    private static Remedy told(RemedyValue v) {
        return new SayMeta(v.first().text(), v.second("").text());
    }

    private static String count(Scene s) {
        Avatar a = Avatar.in(s);
        AvatarMeta m = a == null ? null : a.meta();
        return m == null ? "nothing" : Wording.counted(m.said().size(), "thing");
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Say " + field;
    }

    @Override
    public String describe() {
        return text.isEmpty() ? "Takes away what is said of " + field + "." : field + ": " + text;
    }

    @Override
    public Scene apply(Scene scene) {
        MetaField f = MetaField.of(field);
        Avatar known = Avatar.in(scene);
        if (f == null || known == null && text.isEmpty()) {
            return scene;
        }
        Avatar a = known == null ? Avatar.of(Map.of()) : known;
        AvatarMeta m = a.meta() == null ? AvatarMeta.NONE : a.meta();
        List<String> texts = f.kind() == MetaField.Kind.LIST ? List.of(text.split("\\s*;\\s*")) : List.of(text);
        AvatarMeta said = m.with(f, texts);
        return said.equals(a.meta()) ? scene : scene.with(Avatar.KEY, List.of(a.withMeta(said)));
    }
}
