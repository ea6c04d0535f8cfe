package idleheron.core.remedy.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Scene;
import java.util.List;

/** Makes an avatar of version 0 one of version 1.0: it is turned by 180°, since the older looks along -Z. Its terms are asked for anew. */
public record RaiseAvatar() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "raise-avatar",
                    RaiseAvatar.class,
                    Keeps.OTHERS,
                    say("core.remedy.avatar.RaiseAvatar.makes-an-avatar-of-an-older"))
            .told(new RaiseAvatar())
            .measured("version", RaiseAvatar::version);

    private static String version(Scene s) {
        Avatar a = Avatar.in(s);
        return a == null ? "–" : a.version();
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.avatar.RaiseAvatar.raise-to-version-1-0");
    }

    @Override
    public String describe() {
        return say("core.remedy.avatar.RaiseAvatar.turns-the-figure-by-180-and");
    }

    @Override
    public Scene apply(Scene scene) {
        Avatar a = Avatar.in(scene);
        if (a == null || !a.version().startsWith("0")) {
            return scene;
        }
        Scene turned = new MoveScene(new Vec3(0, 180, 0), 1, Vec3.ZERO).apply(scene);
        Avatar moved = Avatar.in(turned);
        return moved == null ? turned : turned.with(Avatar.KEY, List.of(moved.raised()));
    }
}
