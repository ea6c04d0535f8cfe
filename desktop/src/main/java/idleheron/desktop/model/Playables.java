package idleheron.desktop.model;

import idleheron.core.cache.Cache;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import org.jspecify.annotations.Nullable;

/** What of a scene can be played: its clips, its volume sequences and its caches, each as a clip. */
public final class Playables {
    private Playables() {}

    /** The cache that a clip stands for, or null. */
    public static @Nullable Cache cache(Scene scene, Clip clip) {
        for (Cache c : scene.caches()) {
            if (c.name().equals(clip.name())) {
                return c;
            }
        }
        return null;
    }

    /** The volume that a clip stands for, or null. */
    public static @Nullable Volume volume(Scene scene, Clip clip) {
        for (Volume v : scene.volumes()) {
            if (v.name().equals(clip.name()) && v.frames().size() > 1) {
                return v;
            }
        }
        return null;
    }
}
