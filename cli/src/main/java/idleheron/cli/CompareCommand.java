package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.app.MendJob;
import idleheron.app.OpenJob;
import idleheron.app.ReportJob;
import idleheron.app.UsageException;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.formats.disk.FileBytes;
import idleheron.report.CompareJson;
import idleheron.report.Json;
import idleheron.report.Paper;
import idleheron.report.TermsJson;
import idleheron.report.build.Checked;
import idleheron.report.build.Noted;
import java.io.IOException;
import java.io.PrintWriter;
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
@Command(name = "compare", mixinStandardHelpOptions = true)
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
            descriptionKey = "cli.CompareCommand.a-further-part-of-what-was")
    List<Path> sentAlso = new ArrayList<>();

    @Option(
            names = "--returned-also",
            paramLabel = "FILE",
            descriptionKey = "cli.CompareCommand.a-further-part-of-what-came")
    List<Path> returnedAlso = new ArrayList<>();

    @Option(
            names = "--worn-by",
            paramLabel = "BODY",
            descriptionKey = "cli.CompareCommand.both-are-garments-on-this-body")
    @Nullable
    Path wornBy;

    @Option(names = "--tolerance", paramLabel = "FILE", descriptionKey = "cli.CompareCommand.tolerances-as-json")
    @Nullable
    Path tolerance;

    @Option(
            names = "--as",
            paramLabel = "stored|meant",
            descriptionKey = "cli.CompareCommand.the-numbers-as-they-stand-or")
    String as = "meant";

    @Mixin
    Reading reading = new Reading();

    @Mixin
    Telling telling = new Telling();

    @Option(names = "--report", paramLabel = "OUT", descriptionKey = "cli.CompareCommand.leaves-a-report-html-pdf-json")
    @Nullable
    Path report;

    @Option(names = "--mend", paramLabel = "OUT", descriptionKey = "cli.CompareCommand.writes-what-came-back-with-all")
    @Nullable
    Path mend;

    @Option(names = "--overwrite", descriptionKey = "cli.CompareCommand.lets-mend-replace-a-file-that")
    boolean overwrite;

    @Override
    public Integer call() throws IOException {
        telling.check();
        if (!as.equals("meant") && !as.equals("stored")) {
            throw new UsageException(say("cli.CompareCommand.as-expected-stored-or-meant", as));
        }
        if (wornBy != null && !(sentAlso.isEmpty() && returnedAlso.isEmpty())) {
            throw new UsageException(say("cli.CompareCommand.worn-by-takes-one-garment-file"));
        }
        if (mend != null && (wornBy != null || !returnedAlso.isEmpty())) {
            throw new UsageException(say("cli.CompareCommand.mend-takes-one-returned-file"));
        }
        ReportJob paper = report == null ? null : new ReportJob(report, everyFile());
        if (paper != null) {
            paper.check();
        }
        MendJob mending = mend == null ? null : new MendJob(mend, overwrite, everyFile());
        if (mending != null) {
            mending.check();
        }
        Tolerances limits = tolerance == null ? Tolerances.DEFAULT : TermsJson.read(tolerance);
        Path on = wornBy;
        Asset body = on == null ? null : OpenJob.of(reading.way().read(on, reading.progress()), on);
        CompareJob.Result done = new CompareJob(
                        all(sentFile, sentAlso, body),
                        all(returnedFile, returnedAlso, body),
                        List.of(),
                        CompareSettings.USUAL.with(limits),
                        as.equals("meant"))
                .run(reading.progress());
        Comparison c = done.comparison();
        CompareSettings terms = CompareSettings.USUAL.with(limits);
        Paper.Mended mended = mending == null
                ? null
                : Paper.Mended.of(
                        mending.run(
                                        done.sent(),
                                        done.returned(),
                                        c.remedies(),
                                        terms,
                                        as.equals("meant"),
                                        reading.progress())
                                .comparison(),
                        c.remedies(),
                        mending.to());
        FileBytes.settled();
        PrintWriter out = spec.commandLine().getOut();
        Checked checked = telling.checked(returnedFile, Noted.comparison(c));
        if (telling.isJson()) {
            out.println(Json.text(CompareJson.of(c, mended)));
        } else if (!telling.isTold(checked, out)) {
            print(c, out);
            if (mended != null) {
                print(mended, out);
            }
        }
        if (paper != null) {
            String day = LocalDate.now(ZoneId.systemDefault()).toString();
            paper.run(
                    done.sent(),
                    done.returned(),
                    c,
                    new Paper("", "", day, limits, Paper.sources(everyFile()), mended));
            spec.commandLine().getErr().println(say("cli.CompareCommand.report-in", report));
        }
        return telling.end(checked, everyFile());
    }

    private List<Path> everyFile() {
        List<Path> out = new ArrayList<>(List.of(sentFile, returnedFile));
        out.addAll(sentAlso);
        out.addAll(returnedAlso);
        if (wornBy != null) {
            out.add(wornBy);
        }
        return out;
    }

    private Asset all(Path first, List<Path> also, @Nullable Asset body) throws IOException {
        List<Path> files = new ArrayList<>(List.of(first));
        files.addAll(also);
        Asset out = body == null
                ? new OpenJob(files, reading.rescue).run(reading.way(), reading.progress())
                : OpenJob.worn(first, body, reading.way(), reading.progress());
        Reading.mark(out.scene(), spec.commandLine().getErr());
        return out;
    }

    private static void print(Paper.Mended m, PrintWriter out) {
        Comparison c = m.comparison();
        out.println(say(
                "cli.CompareCommand.mended-over-tolerance", c.verdict().word(), Wording.counted(c.faults(), "topic")));
        m.done().forEach(d -> out.println("  " + d));
        out.println(say("cli.CompareCommand.written-to-and-read-back", m.file()));
    }

    private static void print(Comparison c, PrintWriter out) {
        out.println(say("cli.CompareCommand.over-tolerance", c.verdict().word(), Wording.counted(c.faults(), "topic")));
        if (!c.causes().isEmpty()) {
            out.println(say("cli.CompareCommand.likely-cause", c.causeSentence()));
        }
        c.losses().forEach(l -> out.println(say("cli.CompareCommand.lost-on-the-way", l.text(), l.code())));
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
