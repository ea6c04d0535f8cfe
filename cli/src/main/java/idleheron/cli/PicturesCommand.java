package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.app.picture.PictureDone;
import idleheron.app.picture.PictureDoneJson;
import idleheron.app.picture.PictureLinks;
import idleheron.app.picture.PicturesJob;
import idleheron.core.Wording;
import idleheron.core.job.Progress;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureShape;
import idleheron.formats.disk.Drafts;
import idleheron.formats.pictures.PictureMaker;
import idleheron.formats.pictures.PicturePack;
import idleheron.formats.pictures.PictureWish;
import idleheron.formats.pictures.PictureWriter;
import idleheron.formats.spi.Delivery;
import idleheron.report.ContactSheet;
import idleheron.report.Json;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Looks at pictures, and makes of them what is wished. */
@Command(name = "pictures", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class PicturesCommand implements Callable<Integer> {
    private static final String SHEET = "contact_sheet.html";

    @Spec
    CommandSpec spec;

    @Parameters(
            paramLabel = "FOLDER|FILE",
            arity = "0..*",
            descriptionKey = "cli.PicturesCommand.pictures-or-folders-with-all-below")
    List<Path> in = new ArrayList<>();

    @Option(names = "--out", paramLabel = "FOLDER", descriptionKey = "cli.PicturesCommand.where-they-go-with-a-contact")
    @Nullable
    Path out;

    @Option(names = "--to", paramLabel = "KIND", descriptionKey = "cli.PicturesCommand.png-tga-jpeg-or-tiff")
    String kind = "";

    @Option(names = "--bits", paramLabel = "8|16", descriptionKey = "cli.PicturesCommand.of-each-value")
    int bits;

    @Option(
            names = "--size",
            paramLabel = "PIXELS",
            descriptionKey = "cli.PicturesCommand.the-longest-side-where-it-is")
    int size;

    @Option(names = "--power-of-two", descriptionKey = "cli.PicturesCommand.both-sides-become-the-nearest-power")
    boolean powerOfTwo;

    @Option(names = "--green", paramLabel = "up|down", descriptionKey = "cli.PicturesCommand.how-normals-are-to-run")
    String green = "";

    @Option(names = "--alpha", paramLabel = "drop|fill|turn", descriptionKey = "cli.PicturesCommand.what-becomes-of-it")
    String alpha = "";

    @Option(
            names = "--height-to-normals",
            paramLabel = "TEXELS",
            descriptionKey = "cli.PicturesCommand.makes-normals-of-heights-how-many")
    double rise;

    @Option(names = "--split", descriptionKey = "cli.PicturesCommand.each-channel-becomes-a-grey-picture")
    boolean split;

    @Option(
            names = "--names",
            paramLabel = "PATTERN",
            descriptionKey = "cli.PicturesCommand.pattern-of-file-names-with-name")
    String names = PicturesJob.SAME;

    @Option(
            names = "--pack",
            paramLabel = "NAME=PICTURE[:r|g|b|a],…",
            descriptionKey = "cli.PicturesCommand.one-picture-of-one-channel-of")
    @Nullable
    String pack;

    @Option(
            names = "--link",
            paramLabel = "MODEL",
            descriptionKey = "cli.PicturesCommand.written-there-too-linked-to-what")
    @Nullable
    Path model;

    @Option(names = "--overwrite", descriptionKey = "cli.PicturesCommand.targets-may-be-replaced")
    boolean overwrite;

    @Option(names = "--json", descriptionKey = "cli.PicturesCommand.the-whole-output-as-json")
    boolean json;

    @Override
    public Integer call() throws IOException {
        PictureWish wish;
        try {
            wish = new PictureWish(kind, bits, size, powerOfTwo, green, changes(), rise);
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
        if (in.isEmpty() && pack == null) {
            throw new UsageException(say("cli.PicturesCommand.there-is-no-picture-to-look"));
        }
        if (model != null && out == null) {
            throw new UsageException(say("cli.PicturesCommand.link-needs-a-folder-to-go"));
        }
        if (pack != null) {
            return packed(pack);
        }
        PictureLinks links = model == null || out == null ? null : new PictureLinks(model, out, overwrite);
        if (links != null) {
            links.check();
        }
        if (out != null) {
            SendJob.free(List.of(out.resolve(SHEET)), overwrite, in);
        }
        List<PictureDone> done = new PicturesJob(in, wish, out, names, split, overwrite).run(Progress.NONE);
        PictureLinks.Result linked = links == null ? null : links.run(done, Progress.NONE);
        if (out != null) {
            sheet(out, done);
        }
        PrintWriter writer = spec.commandLine().getOut();
        if (json) {
            writer.println(Json.text(PictureDoneJson.of(done, linked)));
        } else {
            done.forEach(d -> tell(d, writer));
            if (linked != null) {
                tell(linked, writer);
            }
            writer.println(summary(done) + (out == null ? "" : say("cli.PicturesCommand.see", out.resolve(SHEET))));
        }
        boolean unread = done.stream().anyMatch(d -> !d.failure().isEmpty());
        boolean faults = done.stream().anyMatch(d -> !d.findings().isEmpty())
                || linked != null
                        && !(linked.missing().isEmpty()
                                && linked.sent().parts().stream().allMatch(Delivery.Part::sound));
        return unread ? Main.UNREADABLE : faults ? Main.FAULTS : Main.CLEAN;
    }

    /** One picture put together of others. */
    private int packed(String told) throws IOException {
        int at = told.indexOf('=');
        String name = at < 1 ? "" : told.substring(0, at);
        String ending = PictureMaker.kindOf(name);
        if (!PictureWriter.KINDS.contains(ending) || ending.equals("jpeg") || out == null || !in.isEmpty()) {
            throw new UsageException(say("cli.PicturesCommand.pack-needs-a-name-that-ends", told));
        }
        PicturePack all;
        try {
            all = PicturePack.of(told.substring(at + 1));
        } catch (IllegalArgumentException e) {
            throw new UsageException(say("cli.PicturesCommand.pack", told, e.getMessage()));
        }
        Path target = out.resolve(name);
        List<Path> sources =
                all.sources().stream().map(PicturePack.Source::file).toList();
        SendJob.free(List.of(target), overwrite, sources);
        byte[] bytes = PictureWriter.written(all.packed(), ending);
        Drafts.write(target, overwrite, sources, o -> o.write(bytes));
        spec.commandLine()
                .getOut()
                .println(target + ": " + Wording.counted(sources.size(), "channel") + ", "
                        + Wording.bytes(bytes.length));
        return Main.CLEAN;
    }

    private List<PictureEdit.Change> changes() {
        return switch (alpha) {
            case "" -> List.of();
            case "drop" -> List.of(PictureEdit.Change.DROP_ALPHA);
            case "fill" -> List.of(PictureEdit.Change.FILL_ALPHA);
            case "turn" -> List.of(PictureEdit.Change.TURN_ALPHA);
            default -> throw new UsageException(say("cli.PicturesCommand.alpha-expected-drop-fill-or-turn", alpha));
        };
    }

    private static void tell(PictureDone d, PrintWriter out) {
        if (!d.failure().isEmpty()) {
            out.println(d.failure());
            return;
        }
        List<String> lines = d.lines();
        out.println(d.file() + ": " + lines.getFirst());
        lines.stream().skip(1).forEach(l -> out.println("  " + l));
        d.findings().forEach(f -> out.println("  " + f.title() + ": " + f.message()));
        d.targets().forEach(t -> out.println(say("cli.PicturesCommand.written-to", t)));
    }

    private static void tell(PictureLinks.Result r, PrintWriter out) {
        r.linked()
                .forEach((name, path) -> out.println(say(
                        "cli.PicturesCommand.linked-to",
                        name,
                        path,
                        (r.near().contains(name) ? say("cli.PicturesCommand.the-nearest-name") : ""))));
        r.missing().forEach(name -> out.println(say("cli.PicturesCommand.not-linked-no-picture-has-a", name)));
        for (Delivery.Part p : r.sent().parts()) {
            out.println(say(
                    "cli.PicturesCommand.reads-back",
                    p.file(),
                    p.proof().verdict().word()));
        }
    }

    /** "12 pictures: 9 changed, 2 as they were, 1 failed; 48.1 MB before, 12.0 MB now". */
    private String summary(List<PictureDone> done) {
        long failed = done.stream().filter(d -> !d.failure().isEmpty()).count();
        long changed = done.stream().filter(d -> !d.did().isEmpty()).count();
        long before = done.stream()
                .map(PictureDone::before)
                .mapToLong(PicturesCommand::bytes)
                .sum();
        long after = done.stream()
                .map(PictureDone::after)
                .mapToLong(PicturesCommand::bytes)
                .sum();
        String files = Wording.counted(done.size(), "picture");
        String end = failed == 0 ? "" : say("cli.PicturesCommand.failed", failed);
        long whole = done.size() - failed;
        return out == null
                ? say("cli.PicturesCommand.read", files, whole, end, Wording.bytes(before))
                : say(
                        "cli.PicturesCommand.changed",
                        files,
                        changed,
                        whole - changed,
                        end,
                        Wording.bytes(before),
                        Wording.bytes(after));
    }

    private static long bytes(@Nullable PictureShape s) {
        return s == null ? 0 : s.bytes();
    }

    private void sheet(Path folder, List<PictureDone> done) throws IOException {
        String page = ContactSheet.html(
                summary(done),
                LocalDate.now(ZoneId.systemDefault()).toString(),
                done.stream().map(PictureDone::row).toList());
        Drafts.write(folder.resolve(SHEET), overwrite, in, o -> o.write(page.getBytes(StandardCharsets.UTF_8)));
    }
}
