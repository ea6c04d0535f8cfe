package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.io.ByteArrayOutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.IdentityHashMap;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads the text form, versions 6 and 7.
 *
 * <pre>
 * file     ; FBX 7.5.0 project file          comments run from ; to the end of the line
 * record   Name: value, value, … {           the braces and what is in them may be missing
 *              record*
 *          }
 * array    Name: *24 {                       the number of elements; elements may break over lines at a comma
 *              a: number, number, …          version 6 has no arrays: a long list of numbers stands in their place
 *          }
 * value    number | "text" | bare word       a single bare letter (T, Y, N, W, C, L, U) is a flag
 * </pre>
 *
 * Quoted text and numbers: see {@link FbxTextCursor}. {@code Content} is base64 in one or more pieces.
 */
final class FbxTextReader {
    private static final String READING_RECORDS = say("formats.fbx.coding.FbxTextReader.reading-records");
    private static final String A_COLON = say("formats.fbx.coding.FbxTextReader.a-colon");
    private static final String A_VALUE = say("formats.fbx.coding.FbxTextReader.a-value");
    private static final String AN_OPENING_BRACE = say("formats.fbx.coding.FbxTextReader.an-opening-brace");
    private static final String A_COLON_AFTER_A = say("formats.fbx.coding.FbxTextReader.a-colon-after-a");
    private static final String A_CLOSING_BRACE = say("formats.fbx.coding.FbxTextReader.a-closing-brace");

    private static final int DEEPEST = 64;

    /** So many numbers and nothing else are a list. */
    private static final int LIST = 16;

    private final FbxTextCursor in;
    private final Progress progress;
    private final @Nullable IdentityHashMap<FbxRecord, Long> places;

    private FbxTextReader(
            String file, MemorySegment bytes, @Nullable IdentityHashMap<FbxRecord, Long> places, Progress progress) {
        this.places = places;
        this.in = new FbxTextCursor(file, bytes);
        this.progress = progress;
    }

    /** Whether the first 4096 bytes look like a text FBX file. */
    static boolean matches(byte[] head) {
        String s = new String(head, 0, Math.min(head.length, 4096), StandardCharsets.ISO_8859_1);
        return s.contains("FBXHeaderExtension") || s.stripLeading().startsWith("; FBX");
    }

    static FbxDocument read(
            String file, MemorySegment bytes, @Nullable IdentityHashMap<FbxRecord, Long> places, Progress progress)
            throws FormatException {
        FbxTextReader r = new FbxTextReader(file, bytes, places, progress);
        List<FbxRecord> records = new ArrayList<>();
        r.in.space(true);
        while (r.in.peek() >= 0) {
            records.add(r.record(0));
            r.in.space(true);
        }
        int version = 0;
        for (FbxRecord rec : records) {
            FbxRecord v = rec.name().equals("FBXHeaderExtension") ? rec.child("FBXVersion") : null;
            if (v != null) {
                version = (int) v.integer(0, 0);
            }
        }
        if (version < FbxBinaryReader.OLDEST || version > FbxBinaryReader.NEWEST) {
            throw FormatException.in(
                    file,
                    say(
                            "formats.fbx.coding.FbxTextReader.fbxversion-from-to-in-fbxheaderextension",
                            FbxBinaryReader.OLDEST,
                            FbxBinaryReader.NEWEST),
                    Integer.toString(version));
        }
        return new FbxDocument(version, true, records, null, List.of());
    }

    /** A reader of single records of a document that is damaged elsewhere. */
    static FbxTextReader ofParts(String file, MemorySegment bytes) {
        return new FbxTextReader(file, bytes, null, Progress.NONE);
    }

    /**
     * One whole record; afterwards {@link #at} is its end.
     *
     * @param line that {@code from} is in
     * @throws FormatException when it is not whole
     */
    FbxRecord one(long from, long line) throws FormatException {
        in.back(new long[] {from, line});
        return record(1);
    }

    long at() {
        return in.at();
    }

    /** The values alone of a record that has a number and two texts and then a brace. */
    List<FbxValue> titled(long from) throws FormatException {
        in.back(new long[] {from, 1});
        in.name();
        in.space(false);
        in.expect(':', A_COLON);
        List<FbxValue> out = new ArrayList<>();
        in.space(false);
        while (in.peek() != '{') {
            out.add(value());
            in.space(false);
            if (in.peek() == ',') {
                in.skip();
                in.space(false);
            }
        }
        return out;
    }

    private FbxRecord record(int depth) throws FormatException {
        if (depth > DEEPEST) {
            throw in.wrong(say("formats.fbx.coding.FbxTextReader.at-most-records-inside-each-other", DEEPEST));
        }
        if (depth < 3) {
            progress.at((double) in.at() / in.size(), READING_RECORDS);
        }
        long start = in.at();
        String name = in.name();
        if (name.isEmpty()) {
            throw in.wrong(say("formats.fbx.coding.FbxTextReader.the-name-of-a-record"));
        }
        in.space(false);
        if (in.peek() != ':') {
            throw in.wrong(say("formats.fbx.coding.FbxTextReader.a-colon-after", name));
        }
        in.skip();
        in.space(false);
        FbxRecord r = in.peek() == '*' ? array(name) : body(name, depth);
        if (places != null) {
            places.put(r, start);
        }
        return r;
    }

    private FbxRecord body(String name, int depth) throws FormatException {
        long[] mark = in.mark();
        FbxTextNumbers list = numbersOnly();
        if (list != null && list.size() >= LIST) {
            return FbxRecord.leaf(name, list.array());
        }
        in.back(mark);
        List<FbxValue> values = new ArrayList<>();
        boolean more = false;
        while (true) {
            in.space(more);
            int c = in.peek();
            if (c == ',') {
                in.skip();
                more = true;
            } else if (c == '{') {
                in.skip();
                return new FbxRecord(name, values, children(depth), true);
            } else if (c == '\n' || c == -1 || c == '}') {
                if (!continued()) {
                    break;
                }
                more = true;
            } else if (more && startsRecord()) {
                break;
            } else {
                values.add(value());
                more = false;
            }
        }
        return new FbxRecord(name, joined(name, values), List.of(), false);
    }

    /** The values of a record that has nothing but numbers, or null. */
    private @Nullable FbxTextNumbers numbersOnly() throws FormatException {
        FbxTextNumbers out = new FbxTextNumbers(LIST);
        boolean more = false;
        while (true) {
            in.space(more);
            int c = in.peek();
            if (c == ',') {
                in.skip();
                more = true;
            } else if (c == '\n' || c == -1 || c == '}') {
                if (!continued()) {
                    return out;
                }
                more = true;
            } else if (c >= '0' && c <= '9' || c == '-' || c == '+' || c == '.') {
                if (in.number()) {
                    out.add(in.whole);
                } else {
                    out.add(in.real);
                }
                more = false;
            } else {
                return null;
            }
        }
    }

    /** Whether the next line goes on with a comma. */
    private boolean continued() {
        if (in.peek() != '\n') {
            return false;
        }
        long[] mark = in.mark();
        in.space(true);
        if (in.peek() == ',') {
            return true;
        }
        in.back(mark);
        return false;
    }

    /** After a comma at the end of a line: a name and a colon here mean that the list was over. */
    private boolean startsRecord() {
        if (!Character.isLetter(in.peek())) {
            return false;
        }
        long p = 0;
        while (FbxTextCursor.isName(in.peek(p))) {
            p++;
        }
        return in.peek(p) == ':';
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
            in.space(true);
            if (in.peek() == '}') {
                in.skip();
                return out;
            }
            if (in.peek() == -1) {
                throw in.wrong(say("formats.fbx.coding.FbxTextReader.a-closing-brace"));
            }
            out.add(record(depth + 1));
        }
    }

    private FbxValue value() throws FormatException {
        int c = in.peek();
        if (c == '"') {
            return new FbxValue.Text(in.quoted());
        }
        if (!Character.isLetter(c)) {
            return in.number() ? new FbxValue.Int64(in.whole) : new FbxValue.Real64(in.real);
        }
        byte[] word = in.word(A_VALUE);
        Double number = FbxTextCursor.real(new String(word, StandardCharsets.ISO_8859_1));
        return word.length == 1
                ? new FbxValue.Flag(word[0])
                : number != null ? new FbxValue.Real64(number) : new FbxValue.Text(word);
    }

    private FbxRecord array(String name) throws FormatException {
        in.skip();
        long count = in.number() ? in.whole : -1;
        if (count < 0 || count > in.size() || count > FbxArrayCoding.MOST) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxTextReader.a-number-of-elements-that-fits"), Long.toString(count));
        }
        in.space(true);
        in.expect('{', AN_OPENING_BRACE);
        in.space(true);
        FbxTextNumbers into = new FbxTextNumbers((int) Math.min(count, 1 << 16));
        if (in.peek() == 'a') {
            in.skip();
            in.space(true);
            in.expect(':', A_COLON_AFTER_A);
            elements(into);
        }
        in.expect('}', A_CLOSING_BRACE);
        if (into.size() != count) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxTextReader.elements-in", count, name), Integer.toString(into.size()));
        }
        return FbxRecord.leaf(name, into.array());
    }

    private void elements(FbxTextNumbers into) throws FormatException {
        while (true) {
            in.space(true);
            int c = in.peek();
            if (c == ',') {
                in.skip();
            } else if (c == '}' || c == -1) {
                return;
            } else if (in.number()) {
                into.add(in.whole);
            } else {
                into.add(in.real);
            }
        }
    }
}
