package idleheron.report;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import idleheron.report.text.Csv;
import java.util.Locale;

/** A comparison as one long table, a figure to a line (RFC 4180: commas, quotes doubled, lines end in CR LF). */
public final class CompareCsv {
    private static final String END = "\r\n";

    private CompareCsv() {}

    /** A row for each row of evidence, topic by topic. */
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
        StringBuilder s = new StringBuilder(Csv.field(e.subject()));
        e.columns().forEach(k -> s.append(',').append(Csv.field(k)));
        s.append(",over").append(END);
        for (Evidence.Row r : e.rows()) {
            s.append(Csv.field(r.subject()));
            r.cells().forEach(k -> s.append(',').append(Csv.field(cell(k))));
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
        s.append(Csv.line(fields));
    }
}
