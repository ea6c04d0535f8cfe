package idleheron.report;

import idleheron.report.text.HtmlPage;
import java.util.Base64;
import java.util.List;
import java.util.Map;

/** Many pictures on one HTML page that needs no other file: what each was, what it is, and what is told of it. */
public final class ContactSheet {
    private ContactSheet() {}

    /**
     * One picture.
     *
     * @param small PNGs of what it was and of what it is; fewer where there are none
     * @param lines what is told of it, each a line
     * @param findings titles
     * @param failure "" where it did not fail
     */
    public record Row(
            String name, String role, List<byte[]> small, List<String> lines, List<String> findings, String failure) {
        public Row {
            small = List.copyOf(small);
            lines = List.copyOf(lines);
            findings = List.copyOf(findings);
        }
    }

    /**
     * @param summary one line about all
     * @param date when it was made
     */
    public static String html(String summary, String date, List<Row> rows) {
        Map<String, Object> model = Map.of(
                "summary",
                summary,
                "date",
                date,
                "program",
                Paper.PROGRAM,
                "rows",
                rows.stream().map(ContactSheet::row).toList());
        return HtmlPage.of("contact.ftlh", model);
    }

    private static Map<String, Object> row(Row r) {
        return Map.of(
                "name",
                r.name,
                "role",
                r.role,
                "small",
                r.small.stream()
                        .map(b -> "data:image/png;base64," + Base64.getEncoder().encodeToString(b))
                        .toList(),
                "lines",
                r.lines,
                "findings",
                r.findings,
                "failure",
                r.failure);
    }
}
