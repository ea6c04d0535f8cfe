package idleheron.desktop;

import idleheron.core.cache.Cache;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.Volume;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What of a scene can be played: its clips, its volume sequences and its caches, each as a clip. */
final class Playables {
    private Playables() {}

    static List<Clip> of(Scene scene) {
        List<Clip> out = new ArrayList<>(scene.clips());
        FrameRate rate = scene.stage().rate();
        for (Volume v : scene.volumes()) {
            if (v.frames().size() > 1) {
                out.add(new Clip(
                        v.name(), rate.seconds(v.first()), rate.seconds(v.last()), rate, List.of(), List.of()));
            }
        }
        for (Cache c : scene.caches()) {
            double[] r = c.range();
            if (r[1] > r[0]) {
                out.add(new Clip(c.name(), r[0], r[1], rate, List.of(), List.of()));
            }
        }
        return out;
    }

    /** The cache that a clip stands for, or null. */
    static @Nullable Cache cache(Scene scene, Clip clip) {
        for (Cache c : scene.caches()) {
            if (c.name().equals(clip.name())) {
                return c;
            }
        }
        return null;
    }

    /** The volume that a clip stands for, or null. */
    static @Nullable Volume volume(Scene scene, Clip clip) {
        for (Volume v : scene.volumes()) {
            if (v.name().equals(clip.name()) && v.frames().size() > 1) {
                return v;
            }
        }
        return null;
    }
}
