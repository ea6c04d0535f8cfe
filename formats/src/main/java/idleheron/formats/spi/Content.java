package idleheron.formats.spi;

import idleheron.core.scene.Scene;
import java.util.EnumSet;
import java.util.Set;

/** What a scene may hold and a carrier may be able to. */
public enum Content {
    /** Nodes with meshes, skins, clips, cameras and lights. */
    NODES("a scene of nodes"),
    CACHE("a cache"),
    VOLUME("a volume");

    private final String label;

    Content(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** What there is of each. */
    public static Set<Content> of(Scene s) {
        Set<Content> out = EnumSet.noneOf(Content.class);
        if (!s.nodes().isEmpty()) {
            out.add(NODES);
        }
        if (!s.caches().isEmpty()) {
            out.add(CACHE);
        }
        if (!s.volumes().isEmpty()) {
            out.add(VOLUME);
        }
        return out;
    }
}
