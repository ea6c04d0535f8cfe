package idleheron.formats.obj.document;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;

/**
 * Goes over the words of a text, line by line. Lines end in LF, CR LF or a lone CR; blanks and tabs part words; a backslash right
 * before a line end joins the next line, within comments too; # begins a comment where a word would begin.
 */
final class ObjCursor {
    private static final String MARK = "#";

    private final byte[] b;
    private final int end;
    private int at;
    private int wordFrom;
    private int wordTo;
    private long line = 1;

    ObjCursor(byte[] text, int length) {
        this.b = text;
        this.end = length;
    }

    /** Physical lines begun so far, the first one 1. */
    long line() {
        return line;
    }

    byte[] bytes() {
        return b;
    }

    int wordFrom() {
        return wordFrom;
    }

    int wordTo() {
        return wordTo;
    }

    boolean atEnd() {
        return at >= end;
    }

    /** Length of the line end at a place, 0 where there is none. */
    private int lineEnd(int i) {
        if (i >= end) {
            return 0;
        }
        return b[i] == '\n' ? 1 : b[i] == '\r' ? (i + 1 < end && b[i + 1] == '\n' ? 2 : 1) : 0;
    }

    /** Length of a joint of two lines at a place, 0 where there is none. */
    private int joint(int i) {
        if (b[i] != '\\') {
            return 0;
        }
        int e = lineEnd(i + 1);
        return e == 0 ? 0 : 1 + e;
    }

    /** Takes the next word of the line; false where the line ends or a comment begins. */
    boolean word() {
        while (at < end) {
            byte c = b[at];
            if (c == ' ' || c == '\t') {
                at++;
            } else if (c == '\\' && joint(at) > 0) {
                at += joint(at);
                line++;
            } else {
                break;
            }
        }
        if (at >= end || b[at] == '\n' || b[at] == '\r' || b[at] == '#') {
            return false;
        }
        wordFrom = at;
        while (at < end) {
            byte c = b[at];
            if (c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\\' && joint(at) > 0) {
                break;
            }
            at++;
        }
        wordTo = at;
        return true;
    }

    /** Goes to where the next line begins. */
    void nextLine() {
        while (at < end) {
            byte c = b[at];
            if (c == '\n' || c == '\r') {
                at += lineEnd(at);
                line++;
                return;
            }
            if (c == '\\' && joint(at) > 0) {
                at += joint(at);
                line++;
            } else {
                at++;
            }
        }
    }

    /** What is left of the line, without blanks around it and with its joints taken out. */
    String rest() {
        byte[] out = new byte[Math.min(end - at, 64)];
        int n = 0;
        while (at < end && b[at] != '\n' && b[at] != '\r') {
            int j = b[at] == '\\' ? joint(at) : 0;
            if (n == out.length) {
                out = java.util.Arrays.copyOf(out, 2 * n + 16);
            }
            out[n++] = j > 0 ? (byte) ' ' : b[at];
            line += j > 0 ? 1 : 0;
            at += Math.max(1, j);
        }
        return text(out, 0, n).strip();
    }

    /** The comment that begins here, without its mark; "" where none does. */
    String comment() {
        String rest = rest();
        return rest.startsWith(MARK) ? rest.substring(1).strip() : "";
    }

    /** The word as text. */
    String text() {
        return text(b, wordFrom, wordTo - wordFrom);
    }

    /** Whether the word is this one, of plain letters. */
    boolean is(String word) {
        int n = word.length();
        if (wordTo - wordFrom != n) {
            return false;
        }
        for (int i = 0; i < n; i++) {
            if (b[wordFrom + i] != word.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    /** UTF-8 where it is that, else Latin-1. */
    static String text(byte[] of, int from, int length) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(of, from, length))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(of, from, length, StandardCharsets.ISO_8859_1);
        }
    }
}
