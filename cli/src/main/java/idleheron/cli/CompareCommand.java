package idleheron.cli;

import idleheron.core.compare.Comparison;
import idleheron.core.compare.Tolerances;
import idleheron.core.compare.TopicResult;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.FileNames;
import idleheron.report.CompareCsv;
import idleheron.report.CompareJson;
import idleheron.report.Json;
import idleheron.report.Paper;
import idleheron.report.PdfReport;
import idleheron.report.Report;
import idleheron.report.TermsJson;
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
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Holds what was sent against what came back. */
@Command(name = "compare", mixinStandardHelpOptions = true, description = "What was sent against what came back.")
@SuppressWarnings("NullAway.Init")
final class CompareCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(index = "0", paramLabel = "SENT")
    Path sentFile;

    @Parameters(index = "1", paramLabel = "RETURNED")
    Path returnedFile;

    @Option(
            names = "--sent-also",
            paramLabel = "FILE",
            description = "a further part of what was sent, on the same skeleton")
    List<Path> sentAlso = new ArrayList<>();

    @Option(names = "--returned-also", paramLabel = "FILE", description = "a further part of what came back")
    List<Path> returnedAlso = new ArrayList<>();

    @Option(names = "--tolerance", paramLabel = "FILE", description = "tolerances as JSON")
    @Nullable
    Path tolerance;

    @Option(names = "--as", paramLabel = "stored|meant", description = "the numbers as they stand, or what they mean")
    String as = "meant";

    @Mixin
    Reading reading = new Reading();

    @Option(names = "--json", description = "as JSON")
    boolean json;

    @Option(names = "--report", paramLabel = "OUT", description = "leaves a report: .html, .pdf, .json or .csv")
    @Nullable
    Path report;

    @Override
    public Integer call() throws IOException {
        if (!as.equals("meant") && !as.equals("stored")) {
            throw new UsageException("--as " + as + ", expected stored or meant");
        }
        if (report != null) {
            if (!KINDS.contains(ending(report))) {
                throw new UsageException("--report " + report + ", expected a name that ends in "
                        + String.join(", ", KINDS.subList(0, KINDS.size() - 1)) + " or " + KINDS.getLast());
            }
            try (Drafts drafts = new Drafts(true, everyFile())) {
                drafts.check(List.of(report));
            }
        }
        Tolerances limits = tolerance == null ? Tolerances.DEFAULT : TermsJson.read(tolerance);
        Scene sent = all(sentFile, sentAlso);
        Scene returned = all(returnedFile, returnedAlso);
        Comparison c = Comparison.of(sent, returned, limits, as.equals("meant"), Progress.NONE);
        FileBytes.settled();
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            out.println(Json.text(CompareJson.of(c)));
        } else {
            print(c, out);
        }
        if (report != null) {
            leave(report, sent, returned, c, limits);
            spec.commandLine().getErr().println("report in " + report);
        }
        return c.verdict().isFault() ? Main.FAULTS : Main.CLEAN;
    }

    private List<Path> everyFile() {
        List<Path> out = new ArrayList<>(List.of(sentFile, returnedFile));
        out.addAll(sentAlso);
        out.addAll(returnedAlso);
        return out;
    }

    private Scene all(Path first, List<Path> also) throws IOException {
        List<Path> files = new ArrayList<>(List.of(first));
        files.addAll(also);
        Scene out = SceneFiles.together(files, reading.way(), Progress.NONE).scene();
        Reading.mark(out, spec.commandLine().getErr());
        return out;
    }

    /** The kinds of reports, by the endings of their names. */
    private static final List<String> KINDS = List.of(".html", ".htm", ".pdf", ".json", ".csv");

    private static String ending(Path report) {
        return FileNames.end(String.valueOf(report.getFileName())).toLowerCase(java.util.Locale.ROOT);
    }

    /** In the kind that the file's ending names; never on a file that was read. */
    private void leave(Path to, Scene sent, Scene returned, Comparison c, Tolerances limits) throws IOException {
        Paper paper =
                new Paper("", "", LocalDate.now(ZoneId.systemDefault()).toString(), limits, Paper.sources(everyFile()));
        Drafts.write(to, true, everyFile(), out -> {
            switch (ending(to)) {
                case ".pdf" -> PdfReport.write(sent, returned, c, paper, out);
                case ".csv" -> out.write(CompareCsv.of(c).getBytes(StandardCharsets.UTF_8));
                case ".json" -> out.write(Json.text(CompareJson.of(c)).getBytes(StandardCharsets.UTF_8));
                default -> out.write(Report.html(sent, returned, c, paper).getBytes(StandardCharsets.UTF_8));
            }
        });
    }

    private static void print(Comparison c, PrintWriter out) {
        out.println(c.verdict().word() + ", " + c.faults() + " topics over tolerance");
        if (!c.causes().isEmpty()) {
            out.println("likely cause: " + c.causeSentence());
        }
        c.losses().forEach(l -> out.println("lost on the way: " + l.text() + " [" + l.code() + "]"));
        for (TopicResult t : c.topics()) {
            out.printf(
                    java.util.Locale.ROOT,
                    "  %-20s %-12s %s%n",
                    t.topic().title(),
                    t.verdict().word(),
                    t.summary());
        }
    }
}
