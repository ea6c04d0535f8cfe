package idleheron.desktop;

import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.Volume;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What of a scene can be played: its clips, and its volume sequences, each as a clip in which nothing but the volume moves. */
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
        return out;
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
