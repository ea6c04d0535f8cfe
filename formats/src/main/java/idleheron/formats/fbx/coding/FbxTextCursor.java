package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.Decimals;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;

/**
 * A place in a text file of any size, with its line: blanks, comments, words, quoted text and numbers.
 *
 * <p>In quoted text <code>&amp;quot;</code>, <code>&amp;lf;</code>, <code>&amp;cr;</code> and <code>&amp;amp;</code> stand for
 * a quote, the two line ends and the sign itself. A number is whole when it has neither point nor exponent and fits 64 bits.
 */
final class FbxTextCursor {
    private static final String A_NUMBER = say("formats.fbx.coding.FbxTextCursor.a-number");

    /** The number that is read; longer ones are rare and go another way. */
    private final byte[] numeral = new byte[48];

    private final Decimals decimals = new Decimals();

    private final String file;
    private final MemorySegment in;
    private final long size;
    private long at;
    private long line = 1;

    /** The number that {@link #number} read, in the one or the other. */
    long whole;

    double real;

    FbxTextCursor(String file, MemorySegment in) {
        this.file = file;
        this.in = in;
        this.size = in.byteSize();
    }

    long at() {
        return at;
    }

    long size() {
        return size;
    }

    /** A place to come back to with {@link #back}. */
    long[] mark() {
        return new long[] {at, line};
    }

    void back(long[] mark) {
        at = mark[0];
        line = mark[1];
    }

    int peek() {
        return at < size ? in.get(ValueLayout.JAVA_BYTE, at) & 255 : -1;
    }

    int peek(long ahead) {
        return at + ahead < size ? in.get(ValueLayout.JAVA_BYTE, at + ahead) & 255 : -1;
    }

    void skip() {
        at++;
    }

    FormatException wrong(String expected) {
        int c = peek();
        String found = c < 0
                ? say("formats.fbx.coding.FbxTextCursor.the-end-of-the-file")
                : c < 32 || c > 126 ? say("formats.fbx.coding.FbxTextCursor.byte", c) : "'" + (char) c + "'";
        return wrong(expected, found);
    }

    FormatException wrong(String expected, String found) {
        return FormatException.atLine(file, line, expected, found);
    }

    void expect(char c, String what) throws FormatException {
        if (peek() != c) {
            throw wrong(what);
        }
        at++;
    }

    /** Skips blanks and comments, and line ends where {@code lines}. */
    void space(boolean lines) {
        while (at < size) {
            int c = peek();
            if (c == '\n') {
                if (!lines) {
                    return;
                }
                line++;
                at++;
            } else if (c == ' ' || c == '\t' || c == '\r' || c == 0xEF || c == 0xBB || c == 0xBF) {
                at++;
            } else if (c == ';') {
                while (at < size && peek() != '\n') {
                    at++;
                }
            } else {
                return;
            }
        }
    }

    /** The name of a record, or "" where none stands here. */
    String name() {
        long from = at;
        while (isName(peek())) {
            at++;
        }
        return string(from, at);
    }

    static boolean isName(int c) {
        return c >= 'a' && c <= 'z'
                || c >= 'A' && c <= 'Z'
                || c >= '0' && c <= '9'
                || c == '_'
                || c == '|'
                || c == '-'
                || c == '.'
                || c >= 128;
    }

    private String string(long from, long to) {
        return new String(bytes(from, to), StandardCharsets.UTF_8);
    }

    private byte[] bytes(long from, long to) {
        byte[] out = new byte[(int) (to - from)];
        MemorySegment.copy(in, ValueLayout.JAVA_BYTE, from, out, 0, out.length);
        return out;
    }

    private static boolean isEnd(int c) {
        return c == ',' || c == '\n' || c == '\r' || c == ' ' || c == '\t' || c == '{' || c == '}' || c == ';' || c < 0;
    }

    /** What stands up to the next separator. */
    byte[] word(String what) throws FormatException {
        long from = at;
        while (!isEnd(peek())) {
            at++;
        }
        if (at == from) {
            throw wrong(what);
        }
        if (at - from > 1 << 20) {
            throw wrong(what, say("formats.fbx.coding.FbxTextCursor.a-word-of-letters", (at - from)));
        }
        return bytes(from, at);
    }

    /** Quoted text; stands on the quote. */
    byte[] quoted() throws FormatException {
        long[] start = mark();
        at++;
        long from = at;
        boolean signs = false;
        int c = peek();
        while (c != '"') {
            if (c < 0) {
                back(start);
                throw wrong(
                        say("formats.fbx.coding.FbxTextCursor.a-closing-quote"),
                        say("formats.fbx.coding.FbxTextCursor.none-up-to-the-end-of"));
            }
            line += c == '\n' ? 1 : 0;
            signs |= c == '&';
            at++;
            c = peek();
        }
        if (at - from > Integer.MAX_VALUE - 16L) {
            throw wrong(
                    say("formats.fbx.coding.FbxTextCursor.text-of-at-most-2-gb"),
                    say("formats.fbx.coding.FbxTextCursor.bytes", (at - from)));
        }
        byte[] raw = bytes(from, at);
        at++;
        return signs ? plain(raw) : raw;
    }

    private static byte[] plain(byte[] raw) {
        return new String(raw, StandardCharsets.ISO_8859_1)
                .replace("&quot;", "\"")
                .replace("&lf;", "\n")
                .replace("&cr;", "\r")
                .replace("&amp;", "&")
                .getBytes(StandardCharsets.ISO_8859_1);
    }

    /**
     * Reads a number.
     *
     * @return true for a whole one
     */
    boolean number() throws FormatException {
        long from = at;
        int n = 0;
        for (int c = peek(); isNumeral(c) && n < numeral.length; c = peek()) {
            numeral[n++] = (byte) c;
            at++;
        }
        if (n == 0 || !isEnd(peek()) || decimals.scan(numeral, 0, n) != n) {
            at = from;
            return rare();
        }
        if (decimals.isWhole()) {
            whole = decimals.whole();
            return true;
        }
        if (decimals.isLongWhole()) {
            at = from;
            return rare();
        }
        real = decimals.value();
        return false;
    }

    private static boolean isNumeral(int c) {
        return c >= '0' && c <= '9' || c == '.' || c == '-' || c == '+' || c == 'e' || c == 'E';
    }

    /** Numbers of 19 digits and more, those that are none, and what else there is. */
    private boolean rare() throws FormatException {
        String s = new String(word(A_NUMBER), StandardCharsets.ISO_8859_1);
        boolean looksWhole = !s.startsWith("-0") && s.chars().allMatch(c -> c == '-' || c >= '0' && c <= '9');
        if (looksWhole) {
            try {
                whole = Long.parseLong(s);
                return true;
            } catch (NumberFormatException e) {
                // too long for 64 bits: a real number
            }
        }
        Double d = real(s);
        if (d == null) {
            throw wrong(
                    say("formats.fbx.coding.FbxTextCursor.a-number"),
                    "'" + (s.length() > 40 ? s.substring(0, 40) + "…" : s) + "'");
        }
        real = d;
        return false;
    }

    /** A real number in any of the forms that occur, or null. */
    static @Nullable Double real(String s) {
        String low = s.toLowerCase(java.util.Locale.ROOT);
        if (low.contains("#inf") || low.endsWith("inf") || low.endsWith("infinity")) {
            return low.startsWith("-") ? Double.NEGATIVE_INFINITY : Double.POSITIVE_INFINITY;
        }
        if (low.contains("#") || low.endsWith("nan") || low.endsWith("ind")) {
            return Double.NaN;
        }
        if (low.endsWith("f") || low.endsWith("d")) {
            return null;
        }
        try {
            return Double.parseDouble(s);
        } catch (NumberFormatException e) {
            return null;
        }
    }
}
