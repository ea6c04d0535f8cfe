package idleheron.report;

import freemarker.template.Configuration;
import freemarker.template.Template;
import freemarker.template.TemplateException;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
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
        StringWriter out = new StringWriter();
        try {
            template("contact.ftlh").process(model, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (TemplateException e) {
            throw new IllegalStateException(e);
        }
        return out.toString();
    }

    /** A page of this folder, which escapes what is put into it. */
    static Template template(String name) throws IOException {
        Configuration c = new Configuration(Configuration.VERSION_2_3_34);
        c.setClassForTemplateLoading(ContactSheet.class, "/idleheron/report");
        c.setDefaultEncoding(StandardCharsets.UTF_8.name());
        c.setOutputFormat(freemarker.core.HTMLOutputFormat.INSTANCE);
        return c.getTemplate(name);
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
