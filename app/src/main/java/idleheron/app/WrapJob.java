package idleheron.app;

import idleheron.core.bake.Bake;
import idleheron.core.cache.Cache;
import idleheron.core.crossing.Dressing;
import idleheron.core.garment.GapFigures;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.wrap.Wrap;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Lets a garment follow the surface of its body over a clip, without weights, as a cache.
 *
 * @param way how the files are read
 * @param clip by name, null for the first
 */
public record WrapJob(
        Path garment,
        Path body,
        SceneFiles.Way way,
        @Nullable String clip) {
    private static final double CAP = 0.05;

    /**
     * What came of it.
     *
     * @param scene the cache, metres, Y up
     * @param clip that it follows
     * @param frames of it
     * @param farthest of all points from the body at rest, metres
     * @param worst depth inside the body over the clip, metres
     * @param frame at which
     */
    public record Result(Scene scene, String clip, int frames, double farthest, double worst, double frame) {}

    /**
     * @throws IOException when a file cannot be read
     * @throws IllegalArgumentException where there is no such clip, or nothing to follow
     */
    public Result run(Progress progress) throws IOException {
        Dressing d = WearJob.dressed(garment, body, way, progress.part(0, 0.3));
        Scene s = d.scene();
        Worn worn = Objects.requireNonNull(Worn.in(s));
        Clip follows = TryOnJob.clip(s, clip);
        TriangleMesh rest = RestSurface.of(s, worn.body());
        List<Wrap> wraps = new ArrayList<>();
        List<TriangleMesh> cloth = new ArrayList<>();
        for (int g : worn.garments()) {
            cloth.add(RestSurface.of(s, g));
            wraps.add(Wrap.of(rest, cloth.getLast()));
        }
        double[] times = SampleTimes.frames(follows.startSeconds(), follows.endSeconds(), follows.rate());
        Pose pose = new Pose(s);
        BodyDistance[] distance = {BodyDistance.of(rest)};
        double[] deepest = {0, follows.firstFrame()};
        Cache c = Bake.told(
                s,
                worn.garments(),
                times,
                seconds -> {
                    double[] places = RestSurface.posed(pose.at(follows, seconds), worn.body());
                    distance[0] = distance[0].moved(places);
                    List<float[]> out = new ArrayList<>();
                    for (int i = 0; i < wraps.size(); i++) {
                        double[] now = wraps.get(i).follow(places);
                        double worst = GapFigures.of(distance[0], cloth.get(i).at(now), CAP)
                                .worst();
                        if (worst > deepest[0]) {
                            deepest[0] = worst;
                            deepest[1] = follows.rate().frame(seconds);
                        }
                        out.add(TryOnJob.floats(now));
                    }
                    return out;
                },
                progress.part(0.3, 1));
        Stage stage = Stage.COMMON.withRate(follows.rate()).withRange(follows.startSeconds(), follows.endSeconds());
        double far = wraps.stream().mapToDouble(Wrap::farthest).max().orElse(0);
        Scene out = Scene.bare(d.garment().name(), stage).withCaches(List.of(c));
        return new Result(out, follows.name(), times.length, far, deepest[0], deepest[1]);
    }
}
