package idleheron.cli;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.app.WearJob;
import idleheron.app.WrapJob;
import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.garment.PosedDepth;
import idleheron.core.garment.weights.TransferFigures;
import idleheron.core.garment.wrap.Wrap;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.Json;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Puts a garment on a body. */
@Command(name = "wear", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class WearCommand implements Callable<Integer> {
    private static final double MM = 1000;
    private static final double CM2 = 1e4;

    @Spec
    CommandSpec spec;

    @Mixin
    WornFiles files = new WornFiles();

    @Option(
            names = "--gap",
            paramLabel = "MM",
            descriptionKey = "cli.WearCommand.largest-distance-from-which-weights-are")
    double gap;

    @Option(names = "--influences", paramLabel = "N", descriptionKey = "cli.WearCommand.joints-a-point-may-have-4")
    int influences = TakeWeights.USUAL.influences();

    @Option(names = "--with-body", descriptionKey = "cli.WearCommand.the-body-goes-along-else-its")
    boolean withBody;

    @Option(names = "--wrap", descriptionKey = "cli.WearCommand.follows-the-bodys-surface-over-a")
    boolean wrap;

    @Option(names = "--refit", paramLabel = "FROM", descriptionKey = "cli.WearCommand.the-body-that-it-was-made")
    @Nullable
    Path from;

    @Option(names = "--out-by", paramLabel = "MM", descriptionKey = "cli.WearCommand.from-the-body-with-refit-2")
    double outBy = 2;

    @Option(names = "--variant", paramLabel = "VARIANT", descriptionKey = "cli.WearCommand.such-as-binary-7-4")
    @Nullable
    String variant;

    @Option(names = "--json", descriptionKey = "cli.WearCommand.the-figures-as-json")
    boolean json;

    @Override
    public Integer call() throws IOException {
        SceneFormat format = SendJob.carrier(files.outFile);
        String kind = SendJob.variant(format, files.outFile, variant);
        if (wrap && (withBody || gap > 0 || from != null) || !wrap && files.clip != null) {
            throw new UsageException(
                    wrap
                            ? say("cli.WearCommand.wrap-takes-neither-gap-refit-nor")
                            : say("cli.WearCommand.clip-is-what-wrap-follows-without"));
        }
        if (wrap) {
            return wrapped(format, kind);
        }
        TakeWeights remedy;
        WearJob.Result r;
        try {
            remedy = new TakeWeights("", gap, influences);
            r = new WearJob(files.garment, files.body, files.reading.way(), remedy, from, outBy / MM)
                    .run(Progress.NONE);
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
        Delivery.Outcome done = files.sent(withBody ? r.both() : r.alone(), format, kind);
        boolean sound = done.parts().stream().allMatch(Delivery.Part::sound);
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            out.println(Json.text(figures(r)));
        } else {
            r.refit()
                    .forEach((name, p) -> out.println(say(
                            "cli.WearCommand.brought-over-lengths-times-what-they",
                            name,
                            Figure.number(p.stretch()),
                            Figure.number(p.worst()),
                            Figure.number(MM * p.before()),
                            Figure.number(MM * p.after()))));
            r.figures().forEach((name, f) -> out.println(name + ": " + line(f)));
            r.posed().forEach(p -> out.println(line(r.both(), p)));
            tell(done, format, kind);
        }
        return sound ? Main.CLEAN : Main.FAULTS;
    }

    private void tell(Delivery.Outcome done, SceneFormat format, String kind) {
        PrintWriter out = spec.commandLine().getOut();
        done.parts()
                .forEach(p -> out.println(say(
                        "cli.WearCommand.read-back",
                        p.file(),
                        format.name(),
                        kind,
                        (p.told().isEmpty() ? "" : ", " + p.told()),
                        p.proof().verdict().word())));
    }

    /** A cache that follows the body's surface. */
    private int wrapped(SceneFormat format, String kind) throws IOException {
        WrapJob.Result r;
        try {
            r = new WrapJob(files.garment, files.body, files.reading.way(), files.clip).run(Progress.NONE);
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
        Delivery.Outcome done = files.sent(r.scene(), format, kind);
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            ObjectNode o = new ObjectMapper().createObjectNode();
            o.put("clip", r.clip()).put("frames", r.frames()).put("farthest", r.farthest());
            o.put("worst", r.worst()).put("frame", r.frame());
            out.println(Json.text(o));
        } else {
            String far = r.farthest() > Wrap.FAR ? say("cli.WearCommand.where-it-swings-with-single-faces") : "";
            String deep = r.worst() > 0
                    ? say("cli.WearCommand.it-goes-in", Figure.number(MM * r.worst()), Figure.number(r.frame()))
                    : say("cli.WearCommand.it-goes-in-nowhere");
            out.println(say(
                    "cli.WearCommand.follows-at-rest-at-most-mm",
                    files.garment.getFileName(),
                    r.clip(),
                    Wording.counted(r.frames(), "frame"),
                    Figure.number(MM * r.farthest()),
                    far,
                    deep));
            tell(done, format, kind);
        }
        return done.parts().stream().allMatch(Delivery.Part::sound) ? Main.CLEAN : Main.FAULTS;
    }

    private static String line(TransferFigures f) {
        String out = say(
                "cli.WearCommand.matched",
                f.matched(),
                Wording.counted(f.welded(), "point"),
                Figure.number(MM * f.distance()),
                Figure.number(100 * f.matchedArea()),
                f.filled());
        if (f.flipped() > 0) {
            out += say("cli.WearCommand.on-the-inner-side", f.flipped());
        }
        if (f.torn() > 0) {
            out += say("cli.WearCommand.over-gaps", f.torn());
        }
        if (f.trims() > 0) {
            out += say("cli.WearCommand.on-small-pieces-that-stay-rigid", f.trims());
        }
        if (f.orphans() > 0) {
            out += say("cli.WearCommand.on-pieces-that-the-body-is", f.orphans());
        }
        return out;
    }

    private static String line(Scene s, PosedDepth p) {
        String name = s.nodes().get(p.garment()).name();
        String edges = Figure.number(p.stretch());
        String frames = Wording.counted(p.frames(), "frame");
        return p.worst() > 0
                ? say(
                        "cli.WearCommand.goes-in",
                        p.clip(),
                        name,
                        Figure.number(MM * p.worst()),
                        Figure.number(p.frame()),
                        Figure.number(CM2 * p.deeper()),
                        edges,
                        frames)
                : say("cli.WearCommand.goes-in-nowhere", p.clip(), name, edges, frames);
    }

    private static ObjectNode figures(WearJob.Result r) {
        ObjectMapper mapper = new ObjectMapper();
        ObjectNode out = mapper.createObjectNode();
        r.figures()
                .forEach((name, f) -> out.withArray("/garments")
                        .addObject()
                        .put("name", name)
                        .setAll((ObjectNode) mapper.valueToTree(f)));
        r.refit()
                .forEach((name, p) -> out.withArray("/refit")
                        .addObject()
                        .put("name", name)
                        .put("stretch", p.stretch())
                        .put("worst", p.worst())
                        .put("before", p.before())
                        .put("after", p.after())
                        .put("moved", p.moved()));
        r.posed().forEach(p -> {
            ObjectNode o = out.withArray("/clips").addObject();
            o.setAll((ObjectNode) mapper.valueToTree(p));
            o.put("garment", r.both().nodes().get(p.garment()).name());
        });
        return out;
    }
}
