package idleheron.formats.obj.document;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * The bytes of a text, whatever it was written in. A mark of UTF-8 is passed over; text in UTF-16 is put into UTF-8; bytes that no
 * text holds are refused.
 */
final class ObjText {
    private static final int HEAD = 4096;
    private static final int MOST_SIGNS = 4;

    /** Text of this size is cut into pieces. */
    static final int PIECE = 4 << 20;

    private ObjText() {}

    /**
     * @param notes takes what is to be said of it
     * @throws FormatException where it is no text
     */
    static MemorySegment of(String file, MemorySegment bytes, List<String> notes) throws FormatException {
        byte[] head = bytes.asSlice(0, Math.min(HEAD, bytes.byteSize())).toArray(ValueLayout.JAVA_BYTE);
        if (head.length == 0) {
            throw FormatException.in(
                    file,
                    say("formats.obj.document.ObjText.points-and-faces"),
                    say("formats.obj.document.ObjText.an-empty-file"));
        }
        if (head.length > 2 && (head[0] & 255) == 0xEF && (head[1] & 255) == 0xBB && (head[2] & 255) == 0xBF) {
            return bytes.asSlice(3);
        }
        boolean big = head.length > 1 && (head[0] & 255) == 0xFE && (head[1] & 255) == 0xFF;
        boolean little = head.length > 1 && (head[0] & 255) == 0xFF && (head[1] & 255) == 0xFE;
        if (big || little) {
            if (bytes.byteSize() > Integer.MAX_VALUE / 4) {
                throw FormatException.in(
                        file,
                        say("formats.obj.document.ObjText.text-in-utf-8-at-this"),
                        say("formats.obj.document.ObjText.text-in-utf-16"));
            }
            Charset set = big ? StandardCharsets.UTF_16BE : StandardCharsets.UTF_16LE;
            String text = new String(bytes.asSlice(2).toArray(ValueLayout.JAVA_BYTE), set);
            notes.add(say("formats.obj.document.ObjText.it-is-text-in-utf-16"));
            return MemorySegment.ofArray(text.getBytes(StandardCharsets.UTF_8));
        }
        int signs = 0;
        for (int i = 0; i < head.length; i++) {
            byte c = head[i];
            if (c == 0) {
                throw FormatException.at(
                        file,
                        i,
                        say("formats.obj.document.ObjText.text"),
                        say("formats.obj.document.ObjText.a-zero-byte"));
            }
            signs += c > 0 && c < 32 && c != '\n' && c != '\r' && c != '\t' && c != 12 ? 1 : 0;
        }
        if (signs > MOST_SIGNS) {
            throw FormatException.in(
                    file,
                    say("formats.obj.document.ObjText.text"),
                    say("formats.obj.document.ObjText.control-characters-in-its-first-bytes", signs, head.length));
        }
        return bytes;
    }

    /** Where pieces begin, and the end: at line ends that join no lines. Pieces are longer where none is found. */
    static long[] pieces(MemorySegment text) {
        List<Long> out = new ArrayList<>(List.of(0L));
        long size = text.byteSize();
        long at = PIECE;
        while (at < size) {
            long cut = -1;
            for (long i = at; i < size && cut < 0; i++) {
                byte c = text.get(ValueLayout.JAVA_BYTE, i);
                boolean ends =
                        c == '\n' || c == '\r' && (i + 1 >= size || text.get(ValueLayout.JAVA_BYTE, i + 1) != '\n');
                if (ends) {
                    long before = c == '\n' && text.get(ValueLayout.JAVA_BYTE, i - 1) == '\r' ? i - 2 : i - 1;
                    cut = before >= 0 && text.get(ValueLayout.JAVA_BYTE, before) == '\\' ? -1 : i + 1;
                }
            }
            if (cut < 0 || cut >= size) {
                break;
            }
            out.add(cut);
            at = cut + PIECE;
        }
        out.add(size);
        return out.stream().mapToLong(i -> i).toArray();
    }
}
