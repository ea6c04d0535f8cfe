package idleheron.report;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import java.util.Locale;

/** A comparison as one long table, a figure to a line (RFC 4180: commas, quotes doubled, lines end in CR LF). */
public final class CompareCsv {
    private static final String END = "\r\n";

    private CompareCsv() {}

    public static String of(Comparison c) {
        StringBuilder s = new StringBuilder("topic,verdict,subject,what,value,over" + END);
        for (LikelyCause l : c.causes()) {
            line(s, "likely cause", l.code(), "", l.text(), Long.toString(l.left()), "left");
        }
        for (Loss l : c.losses()) {
            line(s, l.topic().title(), "lost", l.figure().subject(), l.text(), number(l.figure()), "");
        }
        for (TopicResult t : c.topics()) {
            line(
                    s,
                    t.topic().title(),
                    t.verdict().word(),
                    t.worst().subject(),
                    "worst",
                    t.worst().text(),
                    "");
            for (Evidence.Row r : t.evidence().rows()) {
                for (int i = 0; i < r.cells().size(); i++) {
                    line(
                            s,
                            t.topic().title(),
                            t.verdict().word(),
                            r.subject(),
                            t.evidence().columns().get(i),
                            cell(r.cells().get(i)),
                            r.over() ? "over" : "");
                }
            }
        }
        return s.toString();
    }

    /** One table, as it is shown. */
    public static String of(Evidence e) {
        StringBuilder s = new StringBuilder(field(e.subject()));
        e.columns().forEach(k -> s.append(',').append(field(k)));
        s.append(",over").append(END);
        for (Evidence.Row r : e.rows()) {
            s.append(field(r.subject()));
            r.cells().forEach(k -> s.append(',').append(field(cell(k))));
            s.append(',').append(r.over() ? "over" : "").append(END);
        }
        return s.toString();
    }

    private static String number(Figure f) {
        return cell(f.value());
    }

    private static String cell(Object o) {
        return o instanceof Double d ? String.format(Locale.ROOT, "%.9g", d) : o.toString();
    }

    private static void line(StringBuilder s, String... fields) {
        for (int i = 0; i < fields.length; i++) {
            s.append(i == 0 ? "" : ",").append(field(fields[i]));
        }
        s.append(END);
    }

    /** A cell that a spreadsheet would take for a formula, and that is no number, is told as text by an apostrophe. */
    private static String field(String v) {
        boolean formula = v.matches("(?s)[=+@\\-\t\r].*") && !v.matches("[+-]?[0-9.]+([eE][+-]?[0-9]+)?");
        String plain = formula ? "'" + v : v;
        return plain.matches("(?s).*[,\"\r\n].*") ? '"' + plain.replace("\"", "\"\"") + '"' : plain;
    }
}
