package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Only one clip, or only some frames, of whatever a scene holds.
 *
 * @param clip name of the clip, or null for the first one where frames are told and for all where none are
 * @param frames "A:B", or null for all
 */
public record Excerpt(@Nullable String clip, @Nullable String frames) {
    /** The clips and frames of a scene that are taken; the scene itself where all are. */
    public Scene of(Scene scene) {
        if (clip == null && frames == null) {
            return scene;
        }
        double[] span = frames == null ? null : Frames.range(frames);
        boolean still = scene.clips().isEmpty()
                && (!scene.caches().isEmpty() || !scene.volumes().isEmpty());
        Scene out = still ? scene : clips(scene, span);
        if (span == null) {
            return out;
        }
        out = out.caches().isEmpty() ? out : ChangeCache.cut(span[0], span[1]).apply(out);
        return out.withVolumes(out.volumes().stream().map(v -> between(v, span)).toList());
    }

    private static Volume between(Volume v, double[] span) {
        return v.withFrames(v.frames().stream()
                .filter(f -> f.number() >= span[0] && f.number() <= span[1])
                .toList());
    }

    private Scene clips(Scene scene, double @Nullable [] span) {
        Clip c = clip == null
                ? scene.clips().stream()
                        .findFirst()
                        .orElseThrow(() -> new UsageException(say("app.Excerpt.there-is-no-clip")))
                : Known.clip(scene, clip);
        if (span != null) {
            c = c.withRange(c.rate().seconds(span[0]), c.rate().seconds(span[1]), c.rate());
        }
        return scene.withClips(List.of(c)).withStage(scene.stage().withRange(c.startSeconds(), c.endSeconds()));
    }
}
