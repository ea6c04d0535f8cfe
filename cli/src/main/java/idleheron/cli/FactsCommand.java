package idleheron.cli;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Figure;
import idleheron.core.finding.Facts;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.FactLine;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.spi.Layered;
import idleheron.formats.spi.LayeredFile;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.FactsJson;
import idleheron.report.Json;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Tells what a file holds. */
@Command(name = "facts", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class FactsCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE")
    Path file;

    /** Where the text of a line begins. */
    private static final int LABEL = 13;

    @Mixin
    Reading reading = new Reading();

    @Option(names = "--json", descriptionKey = "cli.FactsCommand.as-json")
    boolean json;

    @Option(names = "--checksums", descriptionKey = "cli.FactsCommand.with-sums-that-another-reader-can")
    boolean checksums;

    @Override
    public Integer call() throws IOException {
        SceneFormat.ReadScene in = reading.way().read(file, reading.progress());
        Reading.mark(in.scene(), spec.commandLine().getErr());
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            ObjectNode facts = FactsJson.of(
                    in.scene(), String.valueOf(file.getFileName()), in.format(), in.variant(), in.bytes(), checksums);
            layers(in)
                    .forEach(l -> facts.withArray("layers")
                            .addObject()
                            .put("name", l.name())
                            .put("way", l.way())
                            .put("form", l.form())
                            .put("bytes", l.bytes()));
            String text = Json.text(facts);
            FileBytes.settled();
            out.println(text);
        } else {
            print(in, out);
            layers(in)
                    .forEach(l ->
                            out.println(say("cli.FactsCommand.layer-bytes", l.name(), l.way(), l.form(), l.bytes())));
        }
        return Main.CLEAN;
    }

    /** Of a file that is put together what it is made of, the top first. */
    private List<LayeredFile.LayerLine> layers(SceneFormat.ReadScene in) throws IOException {
        Layered layered = SceneFiles.named(in.format()).layered();
        return layered == null || in.scene().isRescued()
                ? List.of()
                : layered.look(file, reading.progress()).layerLines();
    }

    private static void print(SceneFormat.ReadScene in, PrintWriter out) {
        Scene s = in.scene();
        Facts f = new Facts(s);
        out.println(say("cli.FactsCommand.bytes", s.name(), in.format(), in.variant(), in.bytes()));
        out.println(say("cli.FactsCommand.written-by", s.stage().writer()));
        out.println(say(
                "cli.FactsCommand.axes-unit",
                s.stage().axes().describe(),
                s.stage().unitLabel()));
        out.println(say(
                "cli.FactsCommand.rate-range-s-frames-to",
                s.stage().rate().label(),
                Figure.number(s.stage().rate().frame(s.stage().startSeconds())),
                Figure.number(s.stage().rate().frame(s.stage().endSeconds()))));
        if (!Double.isNaN(f.height())) {
            out.println(say("cli.FactsCommand.height-m", Figure.number(f.height())));
        }
        out.println(say(
                "cli.FactsCommand.nodes-of-them-joints",
                s.nodes().size(),
                s.joints().size()));
        for (AssetKind k : AssetKinds.in(s)) {
            k.lines(s).forEach(l -> line(l, out));
        }
        s.lost().forEach(l -> out.println(say("cli.FactsCommand.lost", l.text())));
        s.notes().forEach(n -> out.println(say("cli.FactsCommand.note", n)));
    }

    private static void line(FactLine l, PrintWriter out) {
        out.println("  " + (l.label() + " ".repeat(LABEL)).substring(0, LABEL) + l.text());
    }
}
