package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.kind.Content;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/** Which carrier takes what. */
public final class Carriers {
    private Carriers() {}

    /** Those that a scene can go in, the best first: what takes most comes first for a mixed scene and last for others. */
    public static List<SceneFormat> fitting(Scene scene) {
        int way = isMixed(scene) ? -1 : 1;
        return SceneFiles.formats().stream()
                .filter(f -> refusal(f, scene, "", "").isEmpty())
                .sorted(Comparator.comparingInt(f -> way * f.holds().size()))
                .toList();
    }

    /** Whether it is a carrier into which nodes are baked, having no place for them. */
    public static boolean bakes(SceneFormat f) {
        return f.holds().contains(Content.CACHE) && !f.holds().contains(Content.NODES);
    }

    /** Characters or props together with caches or volumes: only some carriers take them all. */
    public static boolean isMixed(Scene s) {
        return !s.nodes().isEmpty() && AssetKinds.contents(s).size() > 1;
    }

    /**
     * Why a scene cannot go in a carrier, or "".
     *
     * @param from the file it comes from, as it is called
     * @param to the file it would go to
     */
    public static String refusal(SceneFormat format, Scene scene, String from, String to) {
        Set<Content> holds = format.holds();
        if (holds.isEmpty()) {
            return say("app.Carriers.is-read-and-not-written", format.name());
        }
        Set<Content> there = AssetKinds.contents(scene);
        for (Content c : there) {
            if (!c.equals(Content.NODES) && !holds.contains(c)) {
                return say(
                        "app.Carriers.goes-into-holds-none",
                        c.label(),
                        String.join(" or ", SceneFiles.holding(c)),
                        format.name());
            }
        }
        boolean bakes = bakes(format) && !scene.meshes().isEmpty();
        boolean goes = holds.contains(Content.NODES) || bakes || there.stream().anyMatch(holds::contains);
        return goes
                ? ""
                : say(
                        "app.Carriers.holds-no-as",
                        from,
                        (holds.contains(Content.VOLUME)
                                ? say("app.Carriers.volume-to-write")
                                : say("app.Carriers.mesh-to-bake")),
                        to);
    }
}
