package idleheron.formats.usd.text;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.Decimals;
import idleheron.formats.bytes.FormatException;
import java.nio.charset.StandardCharsets;

/** A place in the text of a layer: blanks, comments, words, quoted texts, asset paths, prim paths and numbers. */
final class TextCursor {
    private static final int LONGEST_LINE = 400;

    private final String file;
    private final byte[] in;
    private final Decimals decimals = new Decimals();
    private int at;

    TextCursor(String file, byte[] in) {
        this.file = file;
        this.in = in;
    }

    int at() {
        return at;
    }

    void to(int position) {
        at = position;
    }

    int size() {
        return in.length;
    }

    /** How many bytes a place is from the beginning of its line. */
    int column(int place) {
        int from = place;
        while (from > 0 && in[from - 1] != '\n') {
            from--;
        }
        return place - from;
    }

    /** The beginning of the next line, or the end. */
    int after(int place) {
        int p = place;
        while (p < in.length && in[p] != '\n') {
            p++;
        }
        return Math.min(in.length, p + 1);
    }

    /** From a place to the end of its line, at most some hundred bytes. */
    String lineAt(int place) {
        int end = place;
        while (end < in.length && in[end] != '\n' && end - place < LONGEST_LINE) {
            end++;
        }
        return between(place, end);
    }

    String between(int from, int to) {
        return new String(in, from, to - from, StandardCharsets.UTF_8);
    }

    FormatException wrong(String expected) {
        return wrong(expected, found());
    }

    FormatException wrong(String expected, String found) {
        int line = 1;
        for (int i = 0; i < Math.min(at, in.length); i++) {
            line += in[i] == '\n' ? 1 : 0;
        }
        return FormatException.atLine(file, line, expected, found);
    }

    /** What stands here, for a message. */
    private String found() {
        if (at >= in.length) {
            return say("formats.usd.text.TextCursor.the-end-of-the-file");
        }
        int end = at;
        while (end < in.length && end - at < 24 && in[end] != '\n') {
            end++;
        }
        return end == at
                ? say("formats.usd.text.TextCursor.the-end-of-the-line")
                : "\"" + between(at, end).replaceAll("\\p{Cntrl}", " ") + "\"";
    }

    boolean ended() {
        return at >= in.length;
    }

    /** Past blanks, line ends and comments. */
    void skip() {
        while (at < in.length) {
            byte c = in[at];
            if (c == ' ' || c == '\n' || c == '\t' || c == '\r') {
                at++;
            } else if (c == '#') {
                line();
            } else if (c == '/' && at + 1 < in.length && in[at + 1] == '/') {
                line();
            } else if (c == '/' && at + 1 < in.length && in[at + 1] == '*') {
                at += 2;
                while (at < in.length && !(in[at] == '*' && at + 1 < in.length && in[at + 1] == '/')) {
                    at++;
                }
                at = Math.min(in.length, at + 2);
            } else {
                return;
            }
        }
    }

    /** To the end of this line. */
    void line() {
        while (at < in.length && in[at] != '\n') {
            at++;
        }
    }

    /** Past blanks and semicolons; whether a line end or a semicolon was among them, or what closes comes next. */
    boolean separated() {
        int from = at;
        skip();
        boolean out = ended() || in[at] == '}' || in[at] == ')';
        for (int i = from; i < at; i++) {
            out |= in[i] == '\n' || in[i] == '\r';
        }
        while (at < in.length && in[at] == ';') {
            out = true;
            at++;
            skip();
        }
        return out;
    }

    /** The byte here after blanks, 0 at the end. */
    byte peek() {
        skip();
        return at < in.length ? in[at] : 0;
    }

    /** The byte right here, 0 at the end. */
    byte here() {
        return at < in.length ? in[at] : 0;
    }

    /** Takes what is asked for, or stays where it is. */
    boolean take(char c) {
        int from = at;
        skip();
        if (at < in.length && in[at] == c) {
            at++;
            return true;
        }
        at = from;
        return false;
    }

    void expect(char c) throws FormatException {
        if (!take(c)) {
            skip();
            throw wrong("'" + c + "'");
        }
    }

    private static boolean letter(byte c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_' || c < 0;
    }

    private static boolean inWord(byte c) {
        return letter(c) || c >= '0' && c <= '9' || c == ':';
    }

    boolean atWord() {
        skip();
        return at < in.length && letter(in[at]);
    }

    /** A name, with colons between its parts. */
    String word() throws FormatException {
        skip();
        int from = at;
        if (at >= in.length || !letter(in[at])) {
            throw wrong(say("formats.usd.text.TextCursor.a-name"));
        }
        while (at < in.length && inWord(in[at])) {
            at++;
        }
        return between(from, at);
    }

    /** Takes this word if it stands here as a whole. */
    boolean takeWord(String word) {
        int from = at;
        skip();
        int n = word.length();
        boolean here = at + n <= in.length && !(at + n < in.length && inWord(in[at + n]));
        for (int i = 0; i < n && here; i++) {
            here = in[at + i] == word.charAt(i);
        }
        at = here ? at + n : from;
        return here;
    }

    boolean atQuote() {
        byte c = peek();
        return c == '"' || c == '\'';
    }

    /** A text in one or three quotes of either kind, with its escapes resolved. */
    String quoted() throws FormatException {
        byte q = peek();
        if (q != '"' && q != '\'') {
            throw wrong(say("formats.usd.text.TextCursor.a-text-in-quotes"));
        }
        int start = at;
        boolean three = at + 2 < in.length && in[at + 1] == q && in[at + 2] == q;
        at += three ? 3 : 1;
        int from = at;
        boolean escaped = false;
        while (true) {
            if (at >= in.length || !three && in[at] == '\n') {
                at = start;
                throw wrong(say("formats.usd.text.TextCursor.a-text-that-is-closed"));
            }
            byte c = in[at];
            if (c == '\\') {
                escaped = true;
                at += 2;
            } else if (c == q && (!three || at + 2 < in.length && in[at + 1] == q && in[at + 2] == q)) {
                break;
            } else {
                at++;
            }
        }
        String raw = between(from, at);
        at += three ? 3 : 1;
        return escaped ? TextEscapes.unescaped(raw) : raw;
    }

    /** {@code @path@}, or {@code @@@path@@@} where the path holds the sign itself. */
    String asset() throws FormatException {
        expect('@');
        int start = at - 1;
        boolean three = at + 1 < in.length && in[at] == '@' && in[at + 1] == '@';
        if (!three && at < in.length && in[at] == '@') {
            at++;
            return "";
        }
        at += three ? 2 : 0;
        StringBuilder out = new StringBuilder();
        int from = at;
        while (at < in.length && (three || in[at] != '\n')) {
            boolean triple = at + 2 < in.length && in[at] == '@' && in[at + 1] == '@' && in[at + 2] == '@';
            if (three
                    && in[at] == '\\'
                    && at + 3 < in.length
                    && in[at + 1] == '@'
                    && in[at + 2] == '@'
                    && in[at + 3] == '@') {
                out.append(between(from, at)).append("@@@");
                at += 4;
                from = at;
            } else if (three ? triple : in[at] == '@') {
                out.append(between(from, at));
                at += three ? 3 : 1;
                while (three && at < in.length && in[at] == '@') { // a path that ends with the sign
                    out.append('@');
                    at++;
                }
                return out.toString();
            } else {
                at++;
            }
        }
        at = start;
        throw wrong(say("formats.usd.text.TextCursor.an-asset-path-that-is-closed"));
    }

    /** {@code </a/b.c>}: what is between. */
    String path() throws FormatException {
        expect('<');
        int from = at;
        while (at < in.length && in[at] != '>' && in[at] != '\n') {
            at++;
        }
        if (at >= in.length || in[at] != '>') {
            at = from - 1;
            throw wrong(say("formats.usd.text.TextCursor.a-path-that-is-closed"));
        }
        return between(from, at++).strip();
    }

    /** A real number, "inf", "-inf" or "nan". */
    double number() throws FormatException {
        skip();
        int from = at;
        int end = decimals.scan(in, from, in.length);
        if (end == from) {
            boolean minus = here() == '-';
            return named(minus, from, from + (minus || here() == '+' ? 1 : 0));
        }
        if (end < in.length && letter(in[end])) {
            throw wrong(say("formats.usd.text.TextCursor.a-number"));
        }
        at = end;
        return decimals.value();
    }

    private double named(boolean minus, int from, int i) throws FormatException {
        at = i;
        if (takeWord("inf")) {
            return minus ? Double.NEGATIVE_INFINITY : Double.POSITIVE_INFINITY;
        }
        if (takeWord("nan")) {
            return Double.NaN;
        }
        at = from;
        throw wrong(say("formats.usd.text.TextCursor.a-number"));
    }

    /** A whole number between two bounds; of unsigned 64 bits where {@code unsigned}. */
    long whole(long least, long most, boolean unsigned) throws FormatException {
        skip();
        int from = at;
        boolean minus = here() == '-';
        int i = at + (minus || here() == '+' ? 1 : 0);
        int first = i;
        long v = 0;
        while (i < in.length && in[i] >= '0' && in[i] <= '9' && i - first < 18) {
            v = v * 10 + (in[i] - '0');
            i++;
        }
        if (i < in.length && in[i] >= '0' && in[i] <= '9') {
            return large(from, least, most, unsigned);
        }
        if (i == first || i < in.length && (letter(in[i]) || in[i] == '.')) {
            throw wrong(say("formats.usd.text.TextCursor.a-whole-number"));
        }
        long out = minus ? -v : v;
        if (unsigned ? minus && v != 0 : out < least || out > most) {
            throw wrong(
                    unsigned
                            ? say("formats.usd.text.TextCursor.a-whole-number-from", 0)
                            : say("formats.usd.text.TextCursor.a-whole-number-from-to", least, most));
        }
        at = i;
        return out;
    }

    private long large(int from, long least, long most, boolean unsigned) throws FormatException {
        int i = from + (in[from] == '-' || in[from] == '+' ? 1 : 0);
        while (i < in.length && in[i] >= '0' && in[i] <= '9' && i - from < 40) {
            i++;
        }
        java.math.BigInteger v = new java.math.BigInteger(between(from, i).replace("+", ""));
        java.math.BigInteger low = java.math.BigInteger.valueOf(unsigned ? 0 : least);
        java.math.BigInteger high = unsigned
                ? java.math.BigInteger.ONE.shiftLeft(64).subtract(java.math.BigInteger.ONE)
                : java.math.BigInteger.valueOf(most);
        if (v.compareTo(low) < 0 || v.compareTo(high) > 0) {
            throw wrong(say("formats.usd.text.TextCursor.a-whole-number-from-to", low, high));
        }
        at = i;
        return v.longValue();
    }
}
