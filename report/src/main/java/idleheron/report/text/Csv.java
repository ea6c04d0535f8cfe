package idleheron.report.text;

/** Comma-separated values as RFC 4180 has them. */
public final class Csv {
    private static final String END = "\r\n";

    private Csv() {}

    /** One line of fields with its end. */
    public static String line(String... fields) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < fields.length; i++) {
            s.append(i == 0 ? "" : ",").append(field(fields[i]));
        }
        return s.append(END).toString();
    }

    /** A cell that a spreadsheet would take for a formula, and that is no number, is told as text by an apostrophe. */
    public static String field(String v) {
        boolean formula = v.matches("(?s)[=+@\\-\t\r].*") && !v.matches("[+-]?[0-9.]+([eE][+-]?[0-9]+)?");
        String plain = formula ? "'" + v : v;
        return plain.matches("(?s).*[,\"\r\n].*") ? '"' + plain.replace("\"", "\"\"") + '"' : plain;
    }
}
