package idleheron.formats.fbx;

import idleheron.core.job.Progress;
import idleheron.formats.FormatException;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads the text form, version 7.x.
 *
 * <pre>
 * file     ; FBX 7.5.0 project file          comments run from ; to the end of the line
 * record   Name: value, value, … {           the braces and what is in them may be missing
 *              record*
 *          }
 * array    Name: *24 {                       the number of elements; elements may break over lines at a comma
 *              a: number, number, …
 *          }
 * value    number | "text" | bare word (T, Y, N, W)
 * </pre>
 *
 * In text <code>&amp;quot;</code> stands for a quote; there are no other escapes. {@code Content} is base64 in one or more pieces.
 */
final class FbxTextReader {
    private static final int DEEPEST = 64;

    private final String file;
    private final byte[] in;
    private int at;
    private int line = 1;

    private FbxTextReader(String file, byte[] in) {
        this.file = file;
        this.in = in;
    }

    /** Whether the first 4096 bytes look like a text FBX file. */
    static boolean matches(byte[] head) {
        String s = new String(head, 0, Math.min(head.length, 4096), StandardCharsets.ISO_8859_1);
        return s.contains("FBXHeaderExtension") || s.stripLeading().startsWith("; FBX");
    }

    static FbxDocument read(String file, byte[] bytes, Progress progress) throws FormatException {
        FbxTextReader r = new FbxTextReader(file, bytes);
        List<FbxRecord> records = new ArrayList<>();
        r.space(true);
        while (r.at < bytes.length) {
            progress.at((double) r.at / bytes.length, "reading records");
            records.add(r.record(0));
            r.space(true);
        }
        int version = 0;
        for (FbxRecord rec : records) {
            FbxRecord v = rec.name().equals("FBXHeaderExtension") ? rec.child("FBXVersion") : null;
            if (v != null) {
                version = (int) v.integer(0, 0);
            }
        }
        if (version < 7000 || version >= 8000) {
            throw FormatException.in(
                    file, "FBXVersion from 7000 to 7999 in FBXHeaderExtension", Integer.toString(version));
        }
        return new FbxDocument(version, true, records, null, List.of());
    }

    private int peek() {
        return at < in.length ? in[at] : -1;
    }

    /** Skips blanks and comments, and line ends where {@code lines}. */
    private void space(boolean lines) {
        while (at < in.length) {
            byte c = in[at];
            if (c == '\n') {
                if (!lines) {
                    return;
                }
                line++;
                at++;
            } else if (c == ' ' || c == '\t' || c == '\r' || c == (byte) 0xEF || c == (byte) 0xBB || c == (byte) 0xBF) {
                at++;
            } else if (c == ';') {
                while (at < in.length && in[at] != '\n') {
                    at++;
                }
            } else {
                return;
            }
        }
    }

    private FormatException wrong(String expected) {
        int c = peek();
        String found = c < 0 ? "the end of the file" : c < 32 || c > 126 ? "byte " + (c & 255) : "'" + (char) c + "'";
        return FormatException.atLine(file, line, expected, found);
    }

    private FbxRecord record(int depth) throws FormatException {
        if (depth > DEEPEST) {
            throw wrong("at most " + DEEPEST + " records inside each other");
        }
        int from = at;
        while (at < in.length && isName(in[at])) {
            at++;
        }
        if (at == from) {
            throw wrong("the name of a record");
        }
        String name = new String(in, from, at - from, StandardCharsets.UTF_8);
        space(false);
        if (peek() != ':') {
            throw wrong("a colon after " + name);
        }
        at++;
        return body(name, depth);
    }

    private static boolean isName(byte c) {
        return c >= 'a' && c <= 'z'
                || c >= 'A' && c <= 'Z'
                || c >= '0' && c <= '9'
                || c == '_'
                || c == '|'
                || c == '-'
                || c == '.';
    }

    private FbxRecord body(String name, int depth) throws FormatException {
        space(false);
        if (peek() == '*') {
            return array(name);
        }
        List<FbxValue> values = new ArrayList<>();
        boolean more = false;
        while (true) {
            space(more);
            int c = peek();
            if (c == ',') {
                at++;
                more = true;
            } else if (c == '{') {
                at++;
                return new FbxRecord(name, values, children(depth), true);
            } else if (c == '\n' || c == -1 || c == '}') {
                if (continued()) {
                    more = true;
                } else {
                    break;
                }
            } else if (more && startsRecord()) {
                break;
            } else {
                values.add(value());
                more = false;
            }
        }
        return new FbxRecord(name, joined(name, values), List.of(), false);
    }

    /** Whether the next line goes on with a comma. */
    private boolean continued() {
        if (peek() != '\n') {
            return false;
        }
        int keep = at;
        int keepLine = line;
        space(true);
        if (peek() == ',') {
            return true;
        }
        at = keep;
        line = keepLine;
        return false;
    }

    /** After a comma at the end of a line: a name and a colon here mean that the list was over. */
    private boolean startsRecord() {
        int p = at;
        if (!Character.isLetter(peek())) {
            return false;
        }
        while (p < in.length && isName(in[p])) {
            p++;
        }
        return p < in.length && in[p] == ':';
    }

    private static List<FbxValue> joined(String name, List<FbxValue> values) {
        if (!name.equals("Content") || values.isEmpty()) {
            return values;
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            for (FbxValue v : values) {
                if (v instanceof FbxValue.Text t) {
                    out.writeBytes(Base64.getMimeDecoder().decode(t.bytes()));
                }
            }
        } catch (IllegalArgumentException e) {
            return values;
        }
        return List.of(new FbxValue.Blob(out.toByteArray()));
    }

    private List<FbxRecord> children(int depth) throws FormatException {
        List<FbxRecord> out = new ArrayList<>();
        while (true) {
            space(true);
            if (peek() == '}') {
                at++;
                return out;
            }
            if (peek() == -1) {
                throw wrong("a closing brace");
            }
            out.add(record(depth + 1));
        }
    }

    private FbxValue value() throws FormatException {
        int c = peek();
        if (c == '"') {
            return new FbxValue.Text(text());
        }
        int from = at;
        while (at < in.length && !isEnd(in[at])) {
            at++;
        }
        if (at == from) {
            throw wrong("a value");
        }
        if (Character.isLetter(c) && c != 'n' && c != 'i' && c != 'N' && c != 'I') {
            return new FbxValue.Text(Arrays.copyOfRange(in, from, at));
        }
        return number(new String(in, from, at - from, StandardCharsets.ISO_8859_1));
    }

    private static boolean isEnd(byte c) {
        return c == ',' || c == '\n' || c == '\r' || c == ' ' || c == '\t' || c == '{' || c == '}' || c == ';';
    }

    private byte[] text() throws FormatException {
        at++;
        int from = at;
        while (at < in.length && in[at] != '"') {
            if (in[at] == '\n') {
                line++;
            }
            at++;
        }
        if (at >= in.length) {
            throw wrong("a closing quote");
        }
        byte[] raw = Arrays.copyOfRange(in, from, at);
        at++;
        String s = new String(raw, StandardCharsets.ISO_8859_1);
        return s.contains("&quot;") ? s.replace("&quot;", "\"").getBytes(StandardCharsets.ISO_8859_1) : raw;
    }

    private FbxValue number(String s) throws FormatException {
        try {
            return new FbxValue.Int64(Long.parseLong(s));
        } catch (NumberFormatException e) {
            Double d = FbxTextReader.real(s);
            if (d != null) {
                return new FbxValue.Real64(d);
            }
            if (Character.isLetter(s.charAt(0))) {
                return new FbxValue.Text(s);
            }
            throw FormatException.atLine(
                    file, line, "a number", "'" + (s.length() > 40 ? s.substring(0, 40) + "…" : s) + "'");
        }
    }

    private static @Nullable Double real(String s) {
        String low = s.toLowerCase(java.util.Locale.ROOT);
        if (low.contains("#inf") || low.endsWith("inf")) {
            return low.startsWith("-") ? Double.NEGATIVE_INFINITY : Double.POSITIVE_INFINITY;
        }
        if (low.contains("#") || low.endsWith("nan") || low.endsWith("ind")) {
            return Double.NaN;
        }
        try {
            return Double.parseDouble(s);
        } catch (NumberFormatException e) {
            return null;
        }
    }

    private FbxRecord array(String name) throws FormatException {
        at++;
        long count = number(word()) instanceof FbxValue.Int64 n ? n.value() : -1;
        if (count < 0 || count > in.length) {
            throw FormatException.atLine(file, line, "a number of elements that fits the file", Long.toString(count));
        }
        space(true);
        if (peek() != '{') {
            throw wrong("an opening brace");
        }
        at++;
        space(true);
        FbxTextNumbers numbers = new FbxTextNumbers((int) Math.min(count, in.length / 2 + 1));
        if (peek() == 'a') {
            at++;
            space(true);
            if (peek() != ':') {
                throw wrong("a colon after a");
            }
            at++;
            elements(numbers);
        }
        if (peek() != '}') {
            throw wrong("a closing brace");
        }
        at++;
        if (numbers.size() != count) {
            throw FormatException.atLine(file, line, count + " elements in " + name, Integer.toString(numbers.size()));
        }
        return FbxRecord.leaf(name, numbers.array());
    }

    private String word() throws FormatException {
        int from = at;
        while (at < in.length && !isEnd(in[at])) {
            at++;
        }
        if (at == from) {
            throw wrong("a number");
        }
        return new String(in, from, at - from, StandardCharsets.ISO_8859_1);
    }

    private void elements(FbxTextNumbers into) throws FormatException {
        while (true) {
            space(true);
            int c = peek();
            if (c == ',') {
                at++;
            } else if (c == '}' || c == -1) {
                return;
            } else {
                switch (number(word())) {
                    case FbxValue.Int64 n -> into.add(n.value());
                    case FbxValue.Real64 n -> into.add(n.value());
                    default -> throw wrong("a number");
                }
            }
        }
    }
}
