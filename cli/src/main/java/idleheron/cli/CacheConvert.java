package idleheron.cli;

import idleheron.core.bake.Bake;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheSize;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.Tolerances;
import idleheron.core.crossing.Preparation;
import idleheron.core.job.Progress;
import idleheron.core.remedy.ChangeCache;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneFormat;
import idleheron.formats.alembic.AbcFormat;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Writes caches: those that were read, changed, or the bake of what moves. */
record CacheConvert(Path target, boolean overwrite, PrintWriter out, PrintWriter err) {

    int convert(
            Scene read,
            List<Remedy> remedies,
            @Nullable String clip,
            @Nullable String frames,
            int perFrame,
            SceneFormat format)
            throws IOException {
        if (!(format instanceof AbcFormat)) {
            throw new UsageException("a cache goes into .abc files; " + format.name() + " holds none");
        }
        if (Files.exists(target) && !overwrite) {
            throw new UsageException(target + " is already there; --overwrite replaces it");
        }
        List<Remedy> all = new ArrayList<>(remedies);
        Scene scene = read;
        if (read.caches().isEmpty()) {
            scene = baked(read, remedies, clip, frames, perFrame);
            all = List.of();
        } else if (frames != null) {
            double[] span = SampleCommand.range(frames);
            all.addFirst(ChangeCache.cut(span[0], span[1]));
        }
        Preparation ready = Preparation.of(scene, all, Progress.NONE);
        for (Preparation.Step s : ready.steps()) {
            err.println(s.remedy().title() + ": " + s.measure() + " " + s.before() + " → " + s.after()
                    + (s.voxels().isEmpty() ? "" : "; " + s.voxels()));
        }
        SceneFormat.ReadScene back = SceneFiles.write(
                ready.scene(), target, format, format.variants().getFirst(), overwrite, Progress.NONE);
        Comparison proof = Comparison.of(ready.scene(), back.scene(), Tolerances.DEFAULT, true, Progress.NONE);
        out.println(target + ": " + format.name() + " " + back.variant() + ", " + CacheSize.text(back.bytes())
                + ", read back " + proof.verdict().word());
        return proof.verdict().isFault() ? Main.FAULTS : Main.CLEAN;
    }

    /** What moves, with its remedies first, as a cache of the clip's frames. */
    private Scene baked(Scene read, List<Remedy> remedies, @Nullable String clip, @Nullable String frames, int perFrame)
            throws IOException {
        if (read.meshes().isEmpty()) {
            throw new UsageException(read.name() + " holds no mesh to bake");
        }
        if (perFrame < 1 || perFrame > 1000) {
            throw new UsageException("--samples-per-frame is 1 to 1000, found " + perFrame);
        }
        Scene scene = read;
        for (Remedy r : remedies) {
            scene = r.apply(scene);
        }
        Clip c = clip != null
                ? Choices.clip(scene, clip)
                : scene.clips().stream().findFirst().orElse(null);
        double[] times = {scene.stage().startSeconds()};
        if (c != null) {
            FrameRate rate =
                    new FrameRate(c.rate().numerator() * perFrame, c.rate().denominator());
            double[] span = frames == null ? new double[] {c.firstFrame(), c.lastFrame()} : SampleCommand.range(frames);
            times = SampleTimes.frames(c.rate().seconds(span[0]), c.rate().seconds(span[1]), rate);
        }
        Cache baked = Bake.of(scene, c, times, Progress.NONE);
        err.println("Baked " + times.length + (times.length == 1 ? " sample" : " samples")
                + (c == null ? "" : " of " + c.name()) + ": "
                + baked.entries().size() + " objects, " + CacheSize.text(CacheSize.of(baked)));
        return Scene.bare(scene.name(), scene.stage().withRange(times[0], times[times.length - 1]))
                .withCaches(List.of(baked));
    }
}
