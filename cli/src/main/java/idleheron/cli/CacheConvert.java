package idleheron.cli;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheSize;
import idleheron.core.crossing.Preparation;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.formats.Delivery;
import idleheron.formats.SceneFormat;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.alembic.CacheDelivery;
import idleheron.formats.disk.Drafts;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Writes caches: those that were read, changed, or the bake of what moves. */
record CacheConvert(Path in, Path target, boolean overwrite, PrintWriter out, PrintWriter err) {

    int convert(
            Scene read,
            List<Remedy> remedies,
            @Nullable String clip,
            @Nullable String frames,
            int perFrame,
            SceneFormat format)
            throws IOException {
        if (!(format instanceof AbcFormat)) {
            throw new UsageException("a cache goes into .abc files or a stage; " + format.name() + " holds none");
        }
        Choices.free(List.of(target), overwrite, List.of(in));
        List<Remedy> all = new ArrayList<>(remedies);
        Scene scene = read;
        if (read.caches().isEmpty()) {
            scene = baked(read, remedies, clip, frames, perFrame);
            all = List.of();
        } else if (frames != null) {
            double[] span = SampleCommand.range(frames);
            all.addFirst(ChangeCache.cut(span[0], span[1]));
        }
        Preparation ready = Choices.prepared(scene, all);
        ready.steps().forEach(s -> err.println(s.line()));
        try (Drafts drafts = new Drafts(overwrite, List.of(in))) {
            Delivery.Outcome done = Delivery.PLAIN.write(
                    ready.scene(), null, target, format, format.variants().getFirst(), drafts, Progress.NONE);
            Delivery.Part p = done.parts().getFirst();
            out.println(target + ": " + format.name() + " " + p.back().variant() + ", "
                    + CacheSize.text(p.back().bytes()) + ", read back "
                    + p.proof().verdict().word()
                    + (done.placed() ? "" : ", so the file that was there is kept"));
            return p.sound() ? Main.CLEAN : Main.FAULTS;
        }
    }

    /** What moves, with its remedies first, as a cache of the clip's frames. */
    private Scene baked(Scene read, List<Remedy> remedies, @Nullable String clip, @Nullable String frames, int perFrame)
            throws IOException {
        if (read.meshes().isEmpty()) {
            throw new UsageException(read.name() + " holds no mesh to bake");
        }
        if (perFrame < 1 || perFrame > CacheDelivery.MOST_PER_FRAME) {
            throw new UsageException(
                    "--samples-per-frame is 1 to " + CacheDelivery.MOST_PER_FRAME + ", found " + perFrame);
        }
        Preparation ready = Choices.prepared(read, remedies);
        ready.steps().forEach(s -> err.println(s.line()));
        Scene scene = ready.scene();
        Clip c = clip == null ? null : Choices.clip(scene, clip);
        double[] span = frames == null ? null : SampleCommand.range(frames);
        Scene baked = CacheDelivery.baked(scene, c, span, perFrame, Progress.NONE);
        Cache cache = baked.caches().getFirst();
        err.println("Baked: " + cache.entries().size() + " objects, " + CacheSize.text(CacheSize.of(cache)));
        return baked;
    }
}
