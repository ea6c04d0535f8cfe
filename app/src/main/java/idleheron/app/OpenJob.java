package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Dressing;
import idleheron.core.formula.MotionPlan;
import idleheron.core.inspect.SceneMerge;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneTogether;
import idleheron.formats.disk.FileNames;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads a file, or several that belong together: a head and a body on one skeleton, or characters of one shot.
 *
 * @param rescue whether of a damaged one what is whole
 */
public record OpenJob(List<Path> files, boolean rescue) {
    public OpenJob {
        files = List.copyOf(files);
        if (files.isEmpty()) {
            throw new UsageException(say("app.OpenJob.there-is-no-file-to-read"));
        }
    }

    /** Opens a file or a sequence as it is. */
    public static OpenJob of(Path file) {
        return of(file, false);
    }

    /**
     * @param rescue whether what is left of a damaged file will do
     */
    public static OpenJob of(Path file, boolean rescue) {
        return new OpenJob(List.of(file), rescue);
    }

    /**
     * @throws IOException when one cannot be read, or is broken and not to be rescued
     * @throws IllegalArgumentException when they do not belong together
     */
    public Asset run(Progress progress) throws IOException {
        return run(rescue ? SceneFiles::rescue : SceneFiles::read, progress);
    }

    /** As {@link #run(Progress)}, read in a way of the caller's. */
    public Asset run(SceneFiles.Way asked, Progress progress) throws IOException {
        Path first = files.getFirst();
        SceneFiles.Way way = asked;
        if (files.size() == 1) {
            SceneFormat.ReadScene alone = way.read(first, progress.part(0, 0.5));
            Path figure = figure(alone.scene(), first);
            return figure == null ? of(alone, first) : onFigure(figure, alone, first, way, progress.part(0.5, 1));
        }
        if (files.size() == 2) {
            SceneFormat.ReadScene a = way.read(files.get(0), progress.part(0, 0.4));
            SceneFormat.ReadScene b = way.read(files.get(1), progress.part(0.4, 0.8));
            way = (file, p) -> file.equals(files.get(0)) ? a : b;
            Dressing worn = Dressing.recognised(a.scene(), b.scene());
            if (worn != null) {
                boolean bodyFirst = worn.body() == a.scene();
                return dressed(worn, files.get(bodyFirst ? 1 : 0), (bodyFirst ? a : b).bytes(), told(files));
            }
        }
        SceneMerge all = SceneTogether.read(files, way, progress);
        long bytes = 0;
        for (Path f : files) {
            bytes += Files.size(f);
        }
        SceneFormat told = SceneFiles.byName(first);
        return new Asset(
                all.scene(),
                first.toString(),
                (told == null ? SceneFiles.usual() : told).name(),
                say("app.OpenJob.files-together", files.size()),
                bytes,
                all.apart(),
                told(files));
    }

    private static List<String> told(List<Path> files) {
        return files.stream().map(Path::toString).toList();
    }

    /** The file of the figure that a motion was written for, where it is told and there; else null. */
    private static @Nullable Path figure(Scene scene, Path motion) {
        MotionPlan plan = MotionPlan.alone(scene);
        if (plan == null || plan.figure().isEmpty()) {
            return null;
        }
        Path out = motion.resolveSibling(plan.figure()).normalize();
        return Files.isRegularFile(out) && !out.equals(motion.normalize()) ? out : null;
    }

    private static Asset onFigure(
            Path figure, SceneFormat.ReadScene motion, Path file, SceneFiles.Way way, Progress progress)
            throws IOException {
        SceneFiles.Way known = (f, p) -> f.equals(file) ? motion : way.read(f, p);
        SceneMerge both = SceneTogether.read(List.of(figure, file), known, progress);
        return new Asset(
                both.scene().withName(motion.scene().name()),
                file.toString(),
                motion.format(),
                say("app.OpenJob.on", figure.getFileName()),
                motion.bytes() + Files.size(figure),
                both.apart(),
                told(List.of(figure, file)));
    }

    /**
     * A garment on the body that wears it, in the stage of the body.
     *
     * @throws IOException when one cannot be read
     * @throws UsageException when one of them shows no surface
     */
    public static Asset worn(Path garment, Path body, SceneFiles.Way way, Progress progress) throws IOException {
        return worn(garment, of(way.read(body, progress.part(0, 0.5)), body), way, progress.part(0.5, 1));
    }

    /** As {@link #worn(Path, Path, SceneFiles.Way, Progress)}, on a body that was read already. */
    public static Asset worn(Path garment, Asset body, SceneFiles.Way way, Progress progress) throws IOException {
        Scene cloth = way.read(garment, progress).scene();
        try {
            return dressed(Dressing.of(body.scene(), cloth), garment, body.bytes(), List.of());
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
    }

    private static Asset dressed(Dressing d, Path garment, long bodyBytes, List<String> sources) throws IOException {
        SceneFormat told = SceneFiles.byName(garment);
        return new Asset(
                d.scene().withName(FileNames.stem(String.valueOf(garment.getFileName()))),
                garment.toString(),
                (told == null ? SceneFiles.usual() : told).name(),
                "worn",
                Files.size(garment) + bodyBytes,
                List.of(),
                sources);
    }

    /** What was read of a file, with where it lies. */
    public static Asset of(SceneFormat.ReadScene r, Path file) {
        return new Asset(r.scene(), file.toString(), r.format(), r.variant(), r.bytes());
    }

    /** "x.fbx is damaged and was rescued; 2 things are lost or in part", or "" of a whole one. */
    public static String rescued(Scene scene) {
        int n = scene.lost().size();
        return n == 0
                ? ""
                : say(
                        "app.OpenJob.is-damaged-and-was-rescued-lost",
                        scene.name(),
                        n,
                        (n == 1 ? say("app.OpenJob.thing-is") : say("app.OpenJob.things-are")));
    }
}
