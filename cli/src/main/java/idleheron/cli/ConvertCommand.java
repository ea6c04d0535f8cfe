package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.Known;
import idleheron.app.OpenJob;
import idleheron.app.PrepareJob;
import idleheron.app.Recipe;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.app.delivery.DeliveryList;
import idleheron.app.delivery.DeliverySettings;
import idleheron.app.delivery.DeliveryTree;
import idleheron.app.delivery.SentJson;
import idleheron.core.Wording;
import idleheron.core.cache.Cache;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.character.compare.SkeletonFit;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Convention;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Layered;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import idleheron.report.Json;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes a file ready and writes it. */
@Command(name = "convert", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class ConvertCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(index = "0", paramLabel = "IN")
    Path in;

    @Parameters(index = "1", paramLabel = "OUT")
    Path outFile;

    @Option(names = "--for", paramLabel = "CONVENTION", descriptionKey = "cli.ConvertCommand.the-destination")
    @Nullable
    String destination;

    @Option(
            names = "--remedy",
            paramLabel = "REMEDY",
            descriptionKey = "cli.ConvertCommand.remedies-in-order-by-commas")
    List<String> remedies = new ArrayList<>();

    @Option(
            names = "--recipe",
            paramLabel = "RECIPE",
            descriptionKey = "cli.ConvertCommand.remedies-in-order-as-json-or")
    @Nullable
    Path recipe;

    @Option(names = "--frames", paramLabel = "A:B", descriptionKey = "cli.ConvertCommand.only-these-frames-of-the-clip")
    @Nullable
    String frames;

    @Option(names = "--clip", paramLabel = "NAME", descriptionKey = "cli.ConvertCommand.only-this-clip")
    @Nullable
    String clip;

    @Option(names = "--variant", paramLabel = "VARIANT", descriptionKey = "cli.ConvertCommand.such-as-binary-7-4")
    @Nullable
    String variant;

    @Option(
            names = "--without",
            paramLabel = "meshes|skeleton|smoothing|tangents",
            split = ",",
            descriptionKey = "cli.ConvertCommand.what-stays-behind")
    List<String> without = new ArrayList<>();

    @Option(names = "--bake", descriptionKey = "cli.ConvertCommand.a-key-on-every-frame-of")
    boolean bake;

    @Option(names = "--meshes-apart", descriptionKey = "cli.ConvertCommand.each-mesh-in-a-file-of")
    boolean meshesApart;

    @Option(names = "--clips-apart", descriptionKey = "cli.ConvertCommand.each-clip-in-a-file-of")
    boolean clipsApart;

    @Option(
            names = "--pictures",
            paramLabel = "as-they-are|inside|beside",
            descriptionKey = "cli.ConvertCommand.how-pictures-travel")
    String pictures = "as-they-are";

    @Option(
            names = "--picture-kind",
            paramLabel = "png|tga|jpeg",
            descriptionKey = "cli.ConvertCommand.what-travelling-pictures-become")
    String pictureKind = "";

    @Option(
            names = "--picture-size",
            paramLabel = "PIXELS",
            descriptionKey = "cli.ConvertCommand.largest-width-or-height-of-travelling")
    int pictureSize;

    @Option(
            names = "--pictures-from",
            paramLabel = "FOLDER",
            descriptionKey = "cli.ConvertCommand.from-which-pictures-may-be-taken")
    List<Path> picturesFrom = new ArrayList<>();

    @Option(
            names = "--fits",
            paramLabel = "DELIVERED",
            descriptionKey = "cli.ConvertCommand.holds-the-skeleton-against-one-that")
    @Nullable
    Path fits;

    @Option(
            names = "--with",
            paramLabel = "SCENE",
            descriptionKey = "cli.ConvertCommand.camera-sun-and-emitter-that-go")
    @Nullable
    Path company;

    @Option(names = "--motion", paramLabel = "FILE", descriptionKey = "cli.ConvertCommand.clips-that-in-takes-on-a")
    List<Path> motions = new ArrayList<>();

    @Option(
            names = "--samples-per-frame",
            paramLabel = "N",
            descriptionKey = "cli.ConvertCommand.of-a-character-that-is-baked")
    int samplesPerFrame = 1;

    @Option(names = "--flatten", descriptionKey = "cli.ConvertCommand.a-stage-into-one-layer-or")
    boolean flatten;

    @Option(
            names = "--subtree",
            paramLabel = "PRIM",
            descriptionKey = "cli.ConvertCommand.as-flatten-but-only-this-prim")
    @Nullable
    String subtree;

    @Mixin
    Reading reading = new Reading();

    @Option(names = "--overwrite", descriptionKey = "cli.ConvertCommand.the-target-may-be-replaced")
    boolean overwrite;

    @Option(names = "--preview", descriptionKey = "cli.ConvertCommand.tells-which-files-would-be-written")
    boolean preview;

    @Option(names = "--list", descriptionKey = "cli.ConvertCommand.leaves-out-delivery-json-from-which")
    boolean list;

    @Option(names = "--json", descriptionKey = "cli.ConvertCommand.what-was-written-as-json")
    boolean json;

    private List<Path> together() {
        List<Path> out = new ArrayList<>(List.of(in));
        out.addAll(motions);
        return out;
    }

    @Override
    public Integer call() throws IOException {
        Recipe asked =
                recipe == null ? Recipe.of(destination, SceneFiles.remedies().apart(remedies)) : Recipe.read(recipe);
        List<Remedy> all = asked.remedies();
        Convention to = recipe != null && destination != null ? Known.convention(destination) : asked.destination();
        SceneFormat format = SendJob.carrier(outFile);
        String kind = SendJob.variant(format, outFile, variant);
        if (flatten || subtree != null) {
            return flattened(format.layered(), all);
        }
        Scene read = new OpenJob(together(), reading.rescue)
                .run(reading.way(), reading.progress())
                .scene();
        PrintWriter err = spec.commandLine().getErr();
        Reading.mark(read, err);
        Scene scene = settings().excerpt().of(read);
        SendJob job = new SendJob(
                in.toAbsolutePath().getParent(),
                sources(read),
                settings().delivery(to, scene),
                new Target(outFile, format, kind),
                overwrite || preview);
        job.check(scene, String.valueOf(in.getFileName()));
        if (list && !preview) {
            SendJob.free(List.of(DeliveryList.beside(outFile)), overwrite, List.of());
        }
        Preparation ready = new PrepareJob(scene, all).run(reading.progress());
        ready.steps().forEach(s -> err.println(s.line()));
        boolean sound = true;
        if (fits != null) {
            SkeletonFit fit = job.fit(ready.scene(), fits, reading.progress());
            err.println(fit.text());
            sound = fit.fits();
        }
        if (preview) {
            if (json) {
                throw new UsageException(say("cli.ConvertCommand.preview-takes-no-json"));
            }
            return previewed(job.tried(ready.scene(), reading.progress()));
        }
        Delivery.Outcome done = job.run(ready.scene(), reading.progress());
        for (Delivery.Part p : done.parts()) {
            sound &= p.sound();
            baked(p, ready.scene());
            if (!json) {
                tell(p, format.name() + " " + kind, done.placed());
            }
        }
        if (json) {
            spec.commandLine().getOut().println(Json.text(SentJson.of(ready, done, job.target())));
        }
        done.left().forEach(l -> err.println(say("cli.ConvertCommand.heron", l)));
        if (company != null) {
            beside(company, all);
        }
        if (list && done.placed()) {
            listed(asked, job.target(), done);
        }
        return sound ? Main.CLEAN : Main.FAULTS;
    }

    /** What was made of the scene on the way. */
    private void baked(Delivery.Part p, Scene scene) {
        List<Cache> baked = scene.caches().isEmpty() ? p.sent().caches() : List.of();
        for (Cache c : baked) {
            spec.commandLine()
                    .getErr()
                    .println(say(
                            "cli.ConvertCommand.baked",
                            Wording.counted(c.entries().size(), "object"),
                            CacheSize.text(CacheSize.of(c))));
        }
    }

    /** One line for each file. */
    private void tell(Delivery.Part p, String carrier, boolean placed) {
        spec.commandLine()
                .getOut()
                .println(say(
                        "cli.ConvertCommand.read-back",
                        p.file(),
                        carrier,
                        (p.told().isEmpty() ? "" : ", " + p.told()),
                        p.proof().verdict().word(),
                        (placed ? "" : say("cli.ConvertCommand.so-the-file-that-was-there"))));
    }

    /** The files that are read: the target may be none of them. */
    private List<Path> sources(Scene read) {
        if (!SceneFiles.isSeveral(in)) {
            return List.of(in);
        }
        Path folder = Files.isDirectory(in) ? in : in.toAbsolutePath().getParent();
        return read.volumes().stream()
                .flatMap(v -> v.frames().stream())
                .map(f -> folder == null ? Path.of(f.file()) : folder.resolve(f.file()))
                .toList();
    }

    private int flattened(@Nullable Layered layered, List<Remedy> all) throws IOException {
        if (list || preview || json) {
            throw new UsageException(say("cli.ConvertCommand.flatten-takes-neither-list-nor-preview"));
        }
        if (layered == null || !all.isEmpty()) {
            throw new UsageException(
                    layered == null
                            ? say("cli.ConvertCommand.flatten-writes-a-file-of-layers", layeredEndings())
                            : say("cli.ConvertCommand.flatten-keeps-layers-as-they-are"));
        }
        PictureStyle style = settings().style();
        Layered.Made made = layered.flatten(in, subtree == null ? "/" : subtree, outFile, style, overwrite);
        spec.commandLine()
                .getOut()
                .println(say(
                        "cli.ConvertCommand.prims",
                        made.file(),
                        made.prims(),
                        made.files(),
                        (made.files() == 1 ? say("cli.ConvertCommand.file") : say("cli.ConvertCommand.files")),
                        (made.missing().isEmpty()
                                ? ""
                                : say("cli.ConvertCommand.not-found", String.join(", ", made.missing())))));
        return made.missing().isEmpty() ? Main.CLEAN : Main.FAULTS;
    }

    private static String layeredEndings() {
        return SceneFiles.formats().stream()
                .filter(f -> f.layered() != null)
                .flatMap(f -> f.endings().stream())
                .map(e -> "." + e)
                .collect(Collectors.joining(", "));
    }

    /** Camera, sun and emitter beside a volume, with the same axes and unit. */
    private void beside(Path with, List<Remedy> remedies) throws IOException {
        Scene s = SceneFiles.read(with, reading.progress()).scene();
        for (Remedy r : remedies) {
            s = r instanceof ConvertStage ? r.apply(s) : s;
        }
        SceneFormat usual = SceneFiles.usual();
        Path file = Deliveries.around(outFile);
        SceneFiles.write(s, file, usual, usual.variants().getFirst(), overwrite, reading.progress());
        spec.commandLine()
                .getOut()
                .println(say(
                        "cli.ConvertCommand.the-scene-that-goes-with-it",
                        file,
                        s.stage().axes().describe(),
                        s.stage().unitLabel()));
    }

    private DeliverySettings settings() {
        return new DeliverySettings(
                clip == null ? "" : clip,
                frames == null ? "" : frames,
                List.of(),
                without,
                bake,
                clipsApart,
                meshesApart,
                pictures,
                pictureKind,
                pictureSize,
                picturesFrom,
                samplesPerFrame,
                reading.rescue);
    }

    /** What would be written, and nothing is. */
    private int previewed(Delivery.Outcome tried) {
        DeliveryTree.lines(outFile, tried.files()).forEach(spec.commandLine().getOut()::println);
        tried.left().forEach(l -> spec.commandLine().getErr().println(say("cli.ConvertCommand.heron", l)));
        return Main.CLEAN;
    }

    /** The list of what was delivered, with all that it takes to do it again. */
    private void listed(Recipe asked, Target to, Delivery.Outcome done) throws IOException {
        Path file = DeliveryList.of(
                        DeliveryList.listed(together()),
                        to,
                        destination != null ? destination : asked.named(),
                        asked.remedies(),
                        settings(),
                        done)
                .write();
        spec.commandLine().getErr().println(say("cli.ConvertCommand.list-in", file));
    }
}
