package idleheron.cli;

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
@Command(
        name = "try-on",
        mixinStandardHelpOptions = true,
        description = "Lets a garment fall on its body over a clip, as a cache. It is a rehearsal, not a cloth engine.")
@SuppressWarnings("NullAway.Init")
final class TryOnCommand implements Callable<Integer> {
    private static final double MM = 1000;
    private static final double CM = 100;

    @Spec
    CommandSpec spec;

    @Mixin
    WornFiles files = new WornFiles();

    @Option(names = "--sub-steps", paramLabel = "N", description = "per frame; the garment's own by default")
    int subSteps;

    @Option(names = "--thickness", paramLabel = "MM", description = "that stays between cloth and body")
    double thickness;

    @Option(names = "--colliders", description = "the body's colliders alone keep it out, not its surface")
    boolean colliders;

    @Option(names = "--surface", description = "the surface of the body keeps it out (default)")
    boolean surface;

    @Option(
            names = "--free",
            paramLabel = "CM",
            description = "lets what has no freedom map leave its skin by so much below its upper border")
    double free;

    @Option(names = "--no-tethers", description = "lets cloth lengthen under its weight where steps are few")
    boolean noTethers;

    @Option(names = "--itself", description = "keeps the cloth out of itself as well")
    boolean itself;

    @Option(
            names = "--beside",
            paramLabel = "OTHER",
            description = "tries on once more and tells both: sub-steps=N, thickness=MM, colliders or surface")
    @Nullable
    String beside;

    @Option(names = "--json", description = "the figures of every frame as JSON")
    boolean json;

    @Override
    public Integer call() throws IOException {
        SceneFormat format = SendJob.carrier(files.outFile);
        String kind = SendJob.variant(format, files.outFile, null);
        if (colliders && surface) {
            throw new UsageException("--colliders or --surface, not both");
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
                out.println("beside it, with " + beside + ":");
                other.tried().forEach(t -> tell(out, t, other.clip()));
            }
            done.parts()
                    .forEach(p -> out.println(p.file() + ": " + format.name() + " " + kind + ", read back "
                            + p.proof().verdict().word()));
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
            default ->
                throw new IllegalArgumentException(
                        "--beside " + told + "; there are sub-steps=N, thickness=MM, colliders, surface");
        }
        return new TryOnJob(job.garment(), job.body(), job.way(), job.clip(), change, against, job.free());
    }

    private static double number(String[] w) {
        try {
            return Double.parseDouble(w[1]);
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw new IllegalArgumentException(
                    "--beside " + w[0] + " needs a number, found " + (w.length < 2 ? "nothing" : w[1]), e);
        }
    }

    private static void tell(PrintWriter out, TryOnJob.Tried t, String plays) {
        out.println(
                t.name() + " on " + plays + ", " + Wording.counted(t.frames().size(), "frame") + ", "
                        + Figure.thousands(t.points()) + " points, "
                        + Wording.counted(t.settings().subSteps(), "sub-step") + ":");
        t.told().forEach(line -> out.println("  " + line));
        if (t.settings().subSteps() < t.steadySteps()) {
            out.println("  Without tethers " + t.steadySteps() + " sub-steps would keep it from lengthening");
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
