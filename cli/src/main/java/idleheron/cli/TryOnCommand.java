package idleheron.cli;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.app.SendJob;
import idleheron.app.TryOnJob;
import idleheron.app.UsageException;
import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.garment.tryon.ClothSettings;
import idleheron.core.garment.tryon.TryOn;
import idleheron.core.job.Progress;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.Json;
import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Tries a garment on over a clip. */
@Command(name = "try-on", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class TryOnCommand implements Callable<Integer> {
    private static final double MM = 1000;
    private static final double CM = 100;

    @Spec
    CommandSpec spec;

    @Mixin
    WornFiles files = new WornFiles();

    @Option(names = "--sub-steps", paramLabel = "N", descriptionKey = "cli.TryOnCommand.per-frame-the-garments-own-by")
    int subSteps;

    @Option(
            names = "--thickness",
            paramLabel = "MM",
            descriptionKey = "cli.TryOnCommand.that-stays-between-cloth-and-body")
    double thickness;

    @Option(names = "--colliders", descriptionKey = "cli.TryOnCommand.the-bodys-colliders-alone-keep-it")
    boolean colliders;

    @Option(names = "--surface", descriptionKey = "cli.TryOnCommand.the-surface-of-the-body-keeps")
    boolean surface;

    @Option(names = "--free", paramLabel = "CM", descriptionKey = "cli.TryOnCommand.lets-what-has-no-freedom-map")
    double free;

    @Option(names = "--no-tethers", descriptionKey = "cli.TryOnCommand.lets-cloth-lengthen-under-its-weight")
    boolean noTethers;

    @Option(names = "--itself", descriptionKey = "cli.TryOnCommand.keeps-the-cloth-out-of-itself")
    boolean itself;

    @Option(names = "--beside", paramLabel = "OTHER", descriptionKey = "cli.TryOnCommand.tries-on-once-more-and-tells")
    @Nullable
    String beside;

    @Option(names = "--json", descriptionKey = "cli.TryOnCommand.the-figures-of-every-frame-as")
    boolean json;

    @Override
    public Integer call() throws IOException {
        SceneFormat format = SendJob.carrier(files.outFile);
        String kind = SendJob.variant(format, files.outFile, null);
        if (colliders && surface) {
            throw new UsageException(say("cli.TryOnCommand.colliders-or-surface-not-both"));
        }
        TryOnJob.Result r;
        TryOnJob.Result other;
        try {
            TryOnJob job = new TryOnJob(
                    files.garment,
                    files.body,
                    files.reading.way(),
                    files.clip,
                    this::told,
                    colliders ? TryOn.Against.COLLIDERS : TryOn.Against.SURFACE,
                    free / CM);
            List<TryOnJob.Result> all =
                    beside == null ? List.of(job.run(Progress.NONE)) : job.beside(beside(job, beside), Progress.NONE);
            r = all.getFirst();
            other = all.size() > 1 ? all.getLast() : null;
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
        Delivery.Outcome done = files.sent(r.scene(), format, kind);
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            ObjectNode o = json(r);
            if (other != null) {
                o.set("beside", json(other));
            }
            out.println(Json.text(o));
        } else {
            r.tried().forEach(t -> tell(out, t, r.clip()));
            if (other != null) {
                out.println(say("cli.TryOnCommand.beside-it-with", beside));
                other.tried().forEach(t -> tell(out, t, other.clip()));
            }
            done.parts()
                    .forEach(p -> out.println(say(
                            "cli.TryOnCommand.read-back",
                            p.file(),
                            format.name(),
                            kind,
                            p.proof().verdict().word())));
        }
        boolean sound = done.parts().stream().allMatch(Delivery.Part::sound)
                && r.tried().stream().allMatch(TryOnJob.Tried::isStable);
        return sound ? Main.CLEAN : Main.FAULTS;
    }

    private ClothSettings told(ClothSettings said) {
        ClothSettings out = subSteps > 0 ? said.withSubSteps(subSteps) : said;
        out = thickness > 0 ? out.withThickness(thickness / MM) : out;
        return (noTethers ? out.withoutTethers() : out).withItself(itself);
    }

    private TryOnJob beside(TryOnJob job, String told) {
        String[] w = told.split("=", 2);
        UnaryOperator<ClothSettings> change = this::told;
        TryOn.Against against = job.against();
        switch (w[0]) {
            case "sub-steps" -> change = s -> told(s).withSubSteps((int) number(w));
            case "thickness" -> change = s -> told(s).withThickness(number(w) / MM);
            case "colliders" -> against = TryOn.Against.COLLIDERS;
            case "surface" -> against = TryOn.Against.SURFACE;
            default -> throw new IllegalArgumentException(say("cli.TryOnCommand.beside-there-are-sub-steps-n", told));
        }
        return new TryOnJob(job.garment(), job.body(), job.way(), job.clip(), change, against, job.free());
    }

    private static double number(String[] w) {
        try {
            return Double.parseDouble(w[1]);
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw new IllegalArgumentException(
                    say("cli.TryOnCommand.beside-needs-a-number-found", w[0], (w.length < 2 ? "nothing" : w[1])), e);
        }
    }

    private static void tell(PrintWriter out, TryOnJob.Tried t, String plays) {
        out.println(say(
                "cli.TryOnCommand.on-points",
                t.name(),
                plays,
                Wording.counted(t.frames().size(), "frame"),
                Figure.thousands(t.points()),
                Wording.counted(t.settings().subSteps(), "sub-step")));
        t.told().forEach(line -> out.println("  " + line));
        if (t.settings().subSteps() < t.steadySteps()) {
            out.println(say("cli.TryOnCommand.without-tethers-sub-steps-would-keep", t.steadySteps()));
        }
    }

    private static ObjectNode json(TryOnJob.Result r) {
        ObjectMapper mapper = new ObjectMapper();
        ObjectNode out = mapper.createObjectNode();
        out.put("clip", r.clip());
        r.tried().forEach(t -> {
            ObjectNode o = out.withArray("/garments").addObject();
            o.put("name", t.name()).put("points", t.points()).put("steadySteps", t.steadySteps());
            o.put("stable", t.isStable());
            o.set("settings", mapper.valueToTree(t.settings()));
            o.set("joints", mapper.valueToTree(t.joints()));
            o.set("frames", mapper.valueToTree(t.frames()));
        });
        return out;
    }
}
