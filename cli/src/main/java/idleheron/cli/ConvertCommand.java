package idleheron.cli;

import idleheron.core.compare.SkeletonFit;
import idleheron.core.crossing.Preparation;
import idleheron.core.inspect.Convention;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.formats.Delivery;
import idleheron.formats.PictureStyle;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneFormat;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.disk.Drafts;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.usd.StageEdits;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes a file ready and writes it. */
@Command(name = "convert", mixinStandardHelpOptions = true, description = "Makes a file ready and writes it.")
@SuppressWarnings("NullAway.Init")
final class ConvertCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(index = "0", paramLabel = "IN")
    Path in;

    @Parameters(index = "1", paramLabel = "OUT")
    Path outFile;

    @Option(names = "--for", paramLabel = "CONVENTION", description = "the destination")
    @Nullable
    String destination;

    @Option(names = "--remedy", paramLabel = "REMEDY", description = "remedies in order, by commas")
    List<String> remedies = new ArrayList<>();

    @Option(names = "--recipe", paramLabel = "RECIPE", description = "remedies in order, as JSON, in place of --remedy")
    @Nullable
    Path recipe;

    @Option(names = "--frames", paramLabel = "A:B", description = "only these frames of the clip")
    @Nullable
    String frames;

    @Option(names = "--clip", paramLabel = "NAME", description = "only this clip")
    @Nullable
    String clip;

    @Option(names = "--variant", paramLabel = "VARIANT", description = "such as \"binary 7.4\"")
    @Nullable
    String variant;

    @Option(
            names = "--without",
            paramLabel = "meshes|skeleton|smoothing|tangents",
            split = ",",
            description = "what stays behind")
    List<String> without = new ArrayList<>();

    @Option(names = "--bake", description = "a key on every frame of every channel that moves")
    boolean bake;

    @Option(names = "--clips-apart", description = "each clip in a file of its own, OUT_clip, with its skeleton")
    boolean clipsApart;

    @Option(names = "--pictures", paramLabel = "as-they-are|inside|beside", description = "how pictures travel")
    String pictures = "as-they-are";

    @Option(names = "--picture-kind", paramLabel = "png|tga|jpeg", description = "what travelling pictures become")
    String pictureKind = "";

    @Option(
            names = "--picture-size",
            paramLabel = "PIXELS",
            description = "largest width or height of travelling pictures")
    int pictureSize;

    @Option(
            names = "--pictures-from",
            paramLabel = "FOLDER",
            description = "from where pictures may travel, besides the folder of IN and what is below it")
    List<Path> picturesFrom = new ArrayList<>();

    @Option(
            names = "--fits",
            paramLabel = "DELIVERED",
            description = "holds the skeleton against one that was delivered before")
    @Nullable
    Path fits;

    @Option(
            names = "--with",
            paramLabel = "SCENE",
            description = "camera, sun and emitter that go along with a volume, as FBX beside it")
    @Nullable
    Path company;

    @Option(
            names = "--samples-per-frame",
            paramLabel = "N",
            description = "of a character that is baked into a cache, 1 if not told")
    int samplesPerFrame = 1;

    @Option(
            names = "--flatten",
            description = "a stage into one layer or package that says the same, layers as they are")
    boolean flatten;

    @Option(
            names = "--subtree",
            paramLabel = "PRIM",
            description = "as --flatten, but only this prim with all that it needs")
    @Nullable
    String subtree;

    @Mixin
    Reading reading = new Reading();

    @Option(names = "--overwrite", description = "the target may be replaced")
    boolean overwrite;

    @Override
    public Integer call() throws IOException {
        Recipe asked =
                recipe == null ? Recipe.of(destination, SceneFiles.remedies().apart(remedies)) : Recipe.read(recipe);
        List<Remedy> all = asked.remedies();
        Convention to = recipe != null && destination != null ? Choices.convention(destination) : asked.destination();
        SceneFormat format = SceneFiles.byName(outFile);
        if (format == null) {
            throw new UsageException("no carrier for " + outFile.getFileName());
        }
        boolean stage = format instanceof UsdFormat;
        String usual = stage ? UsdFormat.variant(outFile) : format.variants().getFirst();
        String kind = variant == null ? usual : variant;
        if (!format.variants().contains(kind)) {
            throw new UsageException("no variant " + kind + "; there are " + String.join(", ", format.variants()));
        }
        if (flatten || subtree != null) {
            return flattened(stage, all, to);
        }
        Scene read = reading.way().read(in, Progress.NONE).scene();
        Reading.mark(read, spec.commandLine().getErr());
        if (format instanceof AbcFormat || !read.caches().isEmpty() && !stage) {
            return new CacheConvert(
                            in,
                            outFile,
                            overwrite,
                            spec.commandLine().getOut(),
                            spec.commandLine().getErr())
                    .convert(read, all, clip, frames, samplesPerFrame, format);
        }
        if (!stage && format instanceof VdbFormat != !read.volumes().isEmpty()) {
            throw new UsageException(
                    read.volumes().isEmpty()
                            ? in.getFileName() + " holds no volume to write as " + outFile.getFileName()
                            : "a volume goes into .vdb files or a stage; " + format.name() + " holds none");
        }
        if (!stage && !read.volumes().isEmpty()) {
            return volumes(read, all, kind);
        }
        Delivery delivery = delivery(to);
        PrintWriter err = spec.commandLine().getErr();
        Scene scene = chosen(read);
        Choices.free(delivery.files(scene, outFile), overwrite, List.of(in));
        scene = made(scene, all, err);
        boolean sound = true;
        if (fits != null) {
            SkeletonFit fit = SkeletonFit.of(
                    delivery.cargo().of(scene),
                    SceneFiles.read(fits, Progress.NONE).scene());
            err.println(fit.text());
            sound = fit.fits();
        }
        Path folder = in.toAbsolutePath().getParent();
        try (Drafts drafts = new Drafts(overwrite, List.of(in))) {
            Delivery.Outcome done = delivery.write(scene, folder, outFile, format, kind, drafts, Progress.NONE);
            for (Delivery.Part p : done.parts()) {
                sound &= p.sound();
                spec.commandLine()
                        .getOut()
                        .println(p.file() + ": " + format.name() + " " + kind + ", read back "
                                + p.proof().verdict().word()
                                + (done.placed() ? "" : ", so the file that was there is kept"));
            }
            done.left().forEach(l -> err.println("heron: " + l));
        }
        return sound ? Main.CLEAN : Main.FAULTS;
    }

    private int flattened(boolean stage, List<Remedy> all, @Nullable Convention to) throws IOException {
        if (!stage || !all.isEmpty()) {
            throw new UsageException(
                    stage
                            ? "--flatten keeps layers as they are and takes no remedy"
                            : "--flatten writes a stage; name OUT .usd, .usda, .usdc or .usdz");
        }
        PictureStyle style = delivery(to).style();
        StageEdits.Made made = StageEdits.flatten(in, subtree == null ? "/" : subtree, outFile, style, overwrite);
        spec.commandLine()
                .getOut()
                .println(made.file() + ": " + made.prims() + " prims, " + made.files()
                        + (made.files() == 1 ? " file" : " files")
                        + (made.missing().isEmpty() ? "" : ", not found: " + String.join(", ", made.missing())));
        return made.missing().isEmpty() ? Main.CLEAN : Main.FAULTS;
    }

    /** The scene with all remedies applied, each told with what it measured. */
    private static Scene made(Scene read, List<Remedy> all, PrintWriter err) {
        Preparation ready = Choices.prepared(read, all);
        ready.steps().forEach(s -> err.println(s.line()));
        return ready.scene();
    }

    private int volumes(Scene read, List<Remedy> all, String kind) throws IOException {
        Scene scene =
                made(VolumeConvert.cut(read, frames), all, spec.commandLine().getErr());
        new VolumeConvert(in, outFile, kind, overwrite, spec.commandLine().getOut()).write(scene, company, all);
        return Main.CLEAN;
    }

    /** As asked for; a destination, named here or by the recipe, adds its layout, and says that clips go apart. */
    private Delivery delivery(@Nullable Convention c) {
        try {
            Delivery d = new Delivery(
                            Choices.cargo(without, bake),
                            clipsApart || c != null && c.more().clipsApart(),
                            Choices.pictures(pictures),
                            new PictureStyle("", pictureKind, pictureSize),
                            Convention.Layout.PLAIN)
                    .withPictureFolders(picturesFrom);
            return c == null ? d : d.laidOut(c.more().layout());
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
    }

    private Scene chosen(Scene scene) {
        if (clip == null && frames == null) {
            return scene;
        }
        Clip c = clip == null
                ? scene.clips().stream().findFirst().orElseThrow(() -> new UsageException("there is no clip"))
                : Choices.clip(scene, clip);
        if (frames != null) {
            double[] span = SampleCommand.range(frames);
            c = c.withRange(c.rate().seconds(span[0]), c.rate().seconds(span[1]), c.rate());
        }
        return scene.withClips(List.of(c)).withStage(scene.stage().withRange(c.startSeconds(), c.endSeconds()));
    }
}
