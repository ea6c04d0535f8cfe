package idleheron.core.remedy.avatar;

import static idleheron.core.Messages.say;

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
                    "say-meta",
                    SayMeta.class,
                    Keeps.PICTURE,
                    say("core.remedy.avatar.SayMeta.says-who-made-an-avatar-or"))
            .told("=FIELD:TEXT", SayMeta::told)
            .measured("said", SayMeta::count);

    public SayMeta {
        MetaField f = MetaField.of(field);
        if (f == null) {
            throw new IllegalArgumentException(say("core.remedy.avatar.SayMeta.nothing-that-an-avatar-says-is", field));
        }
        if (!f.choices().isEmpty() && !text.isEmpty() && !f.choices().contains(text)) {
            throw new IllegalArgumentException(
                    say("core.remedy.avatar.SayMeta.is-one-of-found", field, String.join(", ", f.choices()), text));
        }
    }

    private static Remedy told(RemedyValue v) {
        return new SayMeta(v.first().text(), v.second("").text());
    }

    private static String count(Scene s) {
        Avatar a = Avatar.in(s);
        AvatarMeta m = a == null ? null : a.meta();
        return m == null
                ? say("core.remedy.avatar.SayMeta.nothing")
                : Wording.counted(m.said().size(), "thing");
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.avatar.SayMeta.say", field);
    }

    @Override
    public String describe() {
        return text.isEmpty()
                ? say("core.remedy.avatar.SayMeta.takes-away-what-is-said-of", field)
                : field + ": " + text;
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
