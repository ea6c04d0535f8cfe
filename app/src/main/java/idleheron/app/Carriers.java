package idleheron.app;

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
            return format.name() + " is read and not written";
        }
        Set<Content> there = AssetKinds.contents(scene);
        for (Content c : there) {
            if (!c.equals(Content.NODES) && !holds.contains(c)) {
                return c.label() + " goes into " + String.join(" or ", SceneFiles.holding(c)) + "; " + format.name()
                        + " holds none";
            }
        }
        boolean bakes = bakes(format) && !scene.meshes().isEmpty();
        boolean goes = holds.contains(Content.NODES) || bakes || there.stream().anyMatch(holds::contains);
        return goes
                ? ""
                : from + " holds no " + (holds.contains(Content.VOLUME) ? "volume to write" : "mesh to bake") + " as "
                        + to;
    }
}
