package idleheron.app.round;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.core.Wording;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.FileNames;
import idleheron.report.Json;
import idleheron.report.Paper;
import idleheron.report.text.Csv;
import idleheron.report.text.HtmlPage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** A summary for others to read: a page, a table, or JSON, by the ending of the file. */
public final class RoundExport {
    /** Endings of what can be written. */
    public static final List<String> KINDS = List.of(".html", ".csv", ".json");

    private RoundExport() {}

    /**
     * Says no before any work.
     *
     * @throws UsageException for an ending that is none of {@link #KINDS}
     */
    public static void check(Path file) {
        if (!KINDS.contains(FileNames.end(String.valueOf(file.getFileName())).toLowerCase(Locale.ROOT))) {
            throw new UsageException(
                    say("app.round.RoundExport.expected-a-name-that-ends-in", String.join(", ", KINDS), file));
        }
    }

    /**
     * @param what was done, a line
     */
    public static void write(RoundSummary summary, String what, Path file) throws IOException {
        check(file);
        String text = switch (FileNames.end(String.valueOf(file.getFileName())).toLowerCase(Locale.ROOT)) {
            case ".html" -> html(summary, what);
            case ".csv" -> csv(summary);
            default -> Json.text(summary.json()) + "\n";
        };
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        Drafts.write(file, true, List.of(), o -> o.write(bytes));
    }

    static String csv(RoundSummary summary) {
        StringBuilder s = new StringBuilder(
                Csv.line("file", "target", "state", "verdict", "severity", "code", "finding", "text", "bytes"));
        for (FileResult r : summary.results()) {
            s.append(Csv.line(
                    r.file(),
                    r.target(),
                    r.state().word(),
                    r.verdict(),
                    r.worst().severity(),
                    r.worst().code(),
                    r.worst().message(),
                    r.text(),
                    String.valueOf(bytes(r))));
        }
        return s.toString();
    }

    static String html(RoundSummary summary, String what) {
        List<Map<String, String>> rows = new ArrayList<>();
        for (FileResult r : summary.results()) {
            String worst = r.worst().severity();
            rows.add(Map.of(
                    "file", r.file(),
                    "mark", r.state().name().toLowerCase(Locale.ROOT),
                    "state", r.state().word(),
                    "verdict", r.verdict(),
                    "text", r.text(),
                    "worst", worst.isEmpty() ? "" : worst + ": " + r.worst().message(),
                    "size", bytes(r) == 0 ? "" : Wording.bytes(bytes(r))));
        }
        List<Map<String, String>> totals = summary.totals().stream()
                .map(t -> Map.of(
                        "code", t.code(), "files", String.valueOf(t.files()), "findings", String.valueOf(t.findings())))
                .toList();
        return HtmlPage.of(
                "round.ftlh",
                Map.of(
                        "summary", summary.line(),
                        "what", what,
                        "rows", rows,
                        "totals", totals,
                        "program", Paper.PROGRAM));
    }

    /** Of what was read. */
    private static long bytes(FileResult r) {
        return r.sources().isEmpty() ? 0 : r.sources().getFirst().bytes();
    }
}
