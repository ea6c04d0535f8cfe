package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.FileNames;
import idleheron.report.CompareCsv;
import idleheron.report.CompareJson;
import idleheron.report.Json;
import idleheron.report.Paper;
import idleheron.report.PdfReport;
import idleheron.report.Report;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/**
 * Leaves a report of a comparison, in the kind that the ending of its name says.
 *
 * @param sources the files that were read: their hashes stand on the paper, and they are never written on
 */
public record ReportJob(Path to, List<Path> sources) {
    /** The kinds of reports, by the endings of their names. */
    public static final List<String> KINDS = List.of(".html", ".htm", ".pdf", ".json", ".csv");

    public ReportJob {
        sources = List.copyOf(sources);
    }

    private String ending() {
        return FileNames.end(String.valueOf(to.getFileName())).toLowerCase(Locale.ROOT);
    }

    /** Says no before any work to a name of no kind, and to a file that was read. */
    public void check() throws IOException {
        if (!KINDS.contains(ending())) {
            throw new UsageException(say(
                    "app.ReportJob.report-expected-a-name-that-ends",
                    to,
                    String.join(", ", KINDS.subList(0, KINDS.size() - 1)),
                    KINDS.getLast()));
        }
        try (Drafts drafts = new Drafts(true, sources)) {
            drafts.check(List.of(to));
        }
    }

    /**
     * Writes the report; gives its path.
     *
     * @throws UsageException when it may not be written
     */
    public Path run(Asset sent, Asset returned, Comparison c, Paper paper) throws IOException {
        Drafts.write(to, true, sources, out -> {
            switch (ending()) {
                case ".pdf" -> PdfReport.write(sent.scene(), returned.scene(), c, paper, out);
                case ".csv" -> out.write(CompareCsv.of(c).getBytes(StandardCharsets.UTF_8));
                case ".json" ->
                    out.write(Json.text(CompareJson.of(c, paper.mended())).getBytes(StandardCharsets.UTF_8));
                default ->
                    out.write(Report.html(sent.scene(), returned.scene(), c, paper)
                            .getBytes(StandardCharsets.UTF_8));
            }
        });
        return to;
    }
}
