package idleheron.cli;

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
@Command(
        name = "wear",
        mixinStandardHelpOptions = true,
        description = "Gives a garment the skin weights of the body that wears it, and says how it lies in its clips.")
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
            description = "largest distance from which weights are taken; chosen by size if not given")
    double gap;

    @Option(names = "--influences", paramLabel = "N", description = "joints a point may have, 4 by default")
    int influences = TakeWeights.USUAL.influences();

    @Option(names = "--with-body", description = "the body goes along; else its skeleton alone")
    boolean withBody;

    @Option(names = "--wrap", description = "follows the body's surface over a clip, without weights; OUT is a cache")
    boolean wrap;

    @Option(
            names = "--refit",
            paramLabel = "FROM",
            description = "the body that it was made for: it is brought over to BODY first")
    @Nullable
    Path from;

    @Option(names = "--out-by", paramLabel = "MM", description = "from the body, with --refit; 2 by default")
    double outBy = 2;

    @Option(names = "--variant", paramLabel = "VARIANT", description = "such as \"binary 7.4\"")
    @Nullable
    String variant;

    @Option(names = "--json", description = "the figures as JSON")
    boolean json;

    @Override
    public Integer call() throws IOException {
        SceneFormat format = SendJob.carrier(files.outFile);
        String kind = SendJob.variant(format, files.outFile, variant);
        if (wrap && (withBody || gap > 0 || from != null) || !wrap && files.clip != null) {
            throw new UsageException(
                    wrap
                            ? "--wrap takes neither --gap, --refit nor --with-body"
                            : "--clip is what --wrap follows; without it all are");
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
                    .forEach((name, p) -> out.println(name + ": brought over, lengths "
                            + Figure.number(p.stretch()) + " times what they were, at most "
                            + Figure.number(p.worst()) + "; it lay " + Figure.number(MM * p.before())
                            + " mm inside and lies " + Figure.number(MM * p.after()) + " mm inside"));
            r.figures().forEach((name, f) -> out.println(name + ": " + line(f)));
            r.posed().forEach(p -> out.println(line(r.both(), p)));
            tell(done, format, kind);
        }
        return sound ? Main.CLEAN : Main.FAULTS;
    }

    private void tell(Delivery.Outcome done, SceneFormat format, String kind) {
        PrintWriter out = spec.commandLine().getOut();
        done.parts()
                .forEach(p -> out.println(p.file() + ": " + format.name() + " " + kind
                        + (p.told().isEmpty() ? "" : ", " + p.told()) + ", read back "
                        + p.proof().verdict().word()));
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
            out.println(files.garment.getFileName() + " follows " + r.clip() + ", "
                    + Wording.counted(r.frames(), "frame") + "; at rest at most "
                    + Figure.number(MM * r.farthest()) + " mm from the body"
                    + (r.farthest() > Wrap.FAR ? ", where it swings with single faces: weights suit it better" : "")
                    + "; goes in "
                    + (r.worst() > 0
                            ? Figure.number(MM * r.worst()) + " mm at frame " + Figure.number(r.frame())
                            : "nowhere"));
            tell(done, format, kind);
        }
        return done.parts().stream().allMatch(Delivery.Part::sound) ? Main.CLEAN : Main.FAULTS;
    }

    private static String line(TransferFigures f) {
        StringBuilder s = new StringBuilder();
        s.append(f.matched())
                .append(" of ")
                .append(Wording.counted(f.welded(), "point"))
                .append(" matched within ")
                .append(Figure.number(MM * f.distance()))
                .append(" mm (")
                .append(Figure.number(100 * f.matchedArea()))
                .append(" % of the area), ")
                .append(f.filled())
                .append(" filled in");
        if (f.flipped() > 0) {
            s.append(", ").append(f.flipped()).append(" on the inner side");
        }
        if (f.torn() > 0) {
            s.append(", ").append(f.torn()).append(" over gaps");
        }
        if (f.trims() > 0) {
            s.append(", ").append(f.trims()).append(" on small pieces that stay rigid");
        }
        if (f.orphans() > 0) {
            s.append(", ").append(f.orphans()).append(" on pieces that the body is far from");
        }
        return s.toString();
    }

    private static String line(Scene s, PosedDepth p) {
        String name = s.nodes().get(p.garment()).name();
        return "  " + p.clip() + ", " + name + ": "
                + (p.worst() > 0
                        ? "goes in " + Figure.number(MM * p.worst()) + " mm at frame " + Figure.number(p.frame()) + ", "
                                + Figure.number(CM2 * p.deeper()) + " cm² deeper than 2 mm"
                        : "goes in nowhere")
                + "; 99 % of its edges at most " + Figure.number(p.stretch()) + " times their length ("
                + Wording.counted(p.frames(), "frame") + ")";
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
