package idleheron.formats.alembic;

import static idleheron.core.Messages.say;

import idleheron.core.bake.Bake;
import idleheron.core.cache.Cache;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import idleheron.formats.spi.Delivery;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What of a scene goes into an archive: its cache, or the bake of what moves. */
public final class CacheDelivery {
    private CacheDelivery() {}

    /**
     * The meshes of a scene as a cache.
     *
     * @param clip the clip to bake, null for the first
     * @param frames first and last frame in the clip's rate, null for its range
     * @param perFrame samples a frame, 1 for whole frames only
     * @throws IOException when there is no mesh, or no room for the points
     */
    public static Scene baked(
            Scene scene, @Nullable Clip clip, double @Nullable [] frames, int perFrame, Progress progress)
            throws IOException {
        if (scene.meshes().isEmpty()) {
            throw new IOException(say("formats.alembic.CacheDelivery.holds-no-mesh-to-bake", scene.name()));
        }
        if (perFrame < 1 || perFrame > Delivery.MOST_PER_FRAME) {
            throw new IOException(
                    say("formats.alembic.CacheDelivery.samples-a-frame-are-1-to", Delivery.MOST_PER_FRAME, perFrame));
        }
        Clip c = clip == null ? scene.clips().stream().findFirst().orElse(null) : clip;
        double[] times = {scene.stage().startSeconds()};
        if (c != null) {
            FrameRate rate = new FrameRate(
                    Math.multiplyExact(c.rate().numerator(), perFrame), c.rate().denominator());
            double first = frames == null ? c.firstFrame() : frames[0];
            double last = frames == null ? c.lastFrame() : frames[1];
            times = SampleTimes.frames(c.rate().seconds(first), c.rate().seconds(last), rate);
        }
        Cache cache = Bake.of(scene, c, times, progress);
        FrameRate rate = c == null ? scene.stage().rate() : c.rate();
        return Scene.bare(scene.name(), scene.stage().withRate(rate).withRange(times[0], times[times.length - 1]))
                .withCaches(List.of(cache));
    }
}
