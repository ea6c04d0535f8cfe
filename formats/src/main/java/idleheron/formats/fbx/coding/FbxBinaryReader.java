package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads the binary form, versions 6.0 to 7.7 and what comes after them in the same form. Numbers are little-endian.
 *
 * <pre>
 * file     23 bytes  "Kaydara FBX Binary  " 00 1A 00
 *          u32       version, 7400 for 7.4
 *          record*   top level, closed by a zero record
 *          16 bytes  footer code, then padding, version, 120 zeros and 16 closing bytes (not checked)
 *
 * record   N         end offset, absolute in the file           N is u32 below version 7500, else u64
 *          N         number of values
 *          N         length of the values in bytes
 *          u8        length of the name
 *          bytes     name
 *          value*    see {@link FbxValue}: a type letter, then the data
 *          record*   children, if the end offset is not reached; closed by a zero record (all fields 0)
 *
 * array    u32       number of elements                        from version 7; before that, every element is a value
 *          u32       encoding, 0 raw, 1 zlib
 *          u32       length of the data in bytes
 *          bytes     data
 * </pre>
 *
 * Long lists of equal values in a version 6 file become arrays, as version 7 would have written them. A writer's missing zero record is forgiven and noted. Every size is held against what is left of its surroundings before
 * anything is allocated.
 */
final class FbxBinaryReader {
    private static final String A_VALUE = say("formats.fbx.coding.FbxBinaryReader.a-value");
    private static final String A_NUMBER = say("formats.fbx.coding.FbxBinaryReader.a-number");
    private static final String A_FLAG = say("formats.fbx.coding.FbxBinaryReader.a-flag");
    private static final String A_LENGTH = say("formats.fbx.coding.FbxBinaryReader.a-length");
    private static final String TEXT_OR_DATA = say("formats.fbx.coding.FbxBinaryReader.text-or-data");
    private static final String AN_ARRAYS_HEAD = say("formats.fbx.coding.FbxBinaryReader.an-arrays-head");
    private static final String ARRAY_DATA = say("formats.fbx.coding.FbxBinaryReader.array-data");

    static final byte[] MAGIC = "Kaydara FBX Binary  \0\u001a\0".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
    static final int OLDEST = 6000;
    static final int NEWEST = 8999;
    private static final int DEEPEST = 64;

    /** Of the machine's memory for this program, what arrays may take: the scene built from them needs some as well. */
    private static final double SHARE_OF_MEMORY = 0.45;

    /** So many loose numbers of one kind in a version 6 record are a list. */
    private static final int LIST = 16;

    private final ByteCursor in;
    private final String file;
    private final int version;
    private final boolean wide;
    private final List<String> notes = new ArrayList<>();
    private final List<FbxArrayCoding.Task> arrays = new ArrayList<>();
    private final Progress progress;
    private final @Nullable IdentityHashMap<FbxRecord, Long> places;
    private boolean unclosed;

    private FbxBinaryReader(
            String file,
            MemorySegment bytes,
            int version,
            @Nullable IdentityHashMap<FbxRecord, Long> places,
            Progress progress) {
        this.places = places;
        this.file = file;
        this.in = new ByteCursor(file, bytes, 27);
        this.version = version;
        this.wide = version >= 7500;
        this.progress = progress;
    }

    static boolean matches(byte[] head) {
        return head.length >= 21 && Arrays.equals(head, 0, 18, MAGIC, 0, 18);
    }

    static FbxDocument read(
            String file, MemorySegment bytes, @Nullable IdentityHashMap<FbxRecord, Long> places, Progress progress)
            throws FormatException {
        ByteCursor head = new ByteCursor(file, bytes, 0);
        if (bytes.byteSize() < 27 || !Arrays.equals(head.take(MAGIC.length), MAGIC)) {
            head.to(0);
            throw head.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.the-23-bytes-that-open-a"),
                    bytes.byteSize() < 27
                            ? say("formats.fbx.coding.FbxBinaryReader.a-file-of-bytes", bytes.byteSize())
                            : say("formats.fbx.coding.FbxBinaryReader.other-bytes"));
        }
        int version = head.i32();
        if (version < OLDEST || version > NEWEST) {
            head.to(MAGIC.length);
            throw head.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.a-version-from-to", OLDEST, NEWEST),
                    Integer.toString(version));
        }
        return new FbxBinaryReader(file, bytes, version, places, progress).document();
    }

    /** A reader of single records of a document that is damaged elsewhere. */
    static FbxBinaryReader ofParts(String file, MemorySegment bytes, int version) {
        return new FbxBinaryReader(file, bytes, version, null, Progress.NONE);
    }

    /**
     * One whole record with its arrays; afterwards {@link #at} is its end.
     *
     * @return null for a zero record
     * @throws FormatException when it is not whole
     */
    @Nullable
    FbxRecord one(long from) throws FormatException {
        arrays.clear();
        in.to(from);
        FbxRecord r = record(in.size(), 0);
        long end = in.at();
        FbxArrayCoding.decode(file, in.bytes(), arrays);
        in.to(end);
        return r;
    }

    long at() {
        return in.at();
    }

    /** The values alone of a record. */
    List<FbxValue> values(String name, long from, long count, long length) throws FormatException {
        arrays.clear();
        in.to(from);
        return values(name, count, from + length);
    }

    private FbxDocument document() throws FormatException {
        List<FbxRecord> records = new ArrayList<>();
        boolean closed = false;
        while (in.left() >= headLength()) {
            progress.at(0.5 * in.at() / in.size(), say("formats.fbx.coding.FbxBinaryReader.reading-records"));
            FbxRecord r = record(in.size(), 0);
            if (r == null) {
                closed = true;
                break;
            }
            records.add(r);
        }
        if (!closed) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.a-zero-record-that-closes-the"),
                    say("formats.fbx.coding.FbxBinaryReader.the-end-of-the-file"));
        }
        if (unclosed) {
            notes.add(say("formats.fbx.coding.FbxBinaryReader.scopes-are-not-closed-by-a"));
        }
        byte[] footer = footer();
        progress.at(0.5, say("formats.fbx.coding.FbxBinaryReader.unpacking-arrays"));
        long unpacked = arrays.stream().mapToLong(FbxArrayCoding.Task::size).sum();
        long room = (long) (Runtime.getRuntime().maxMemory() * SHARE_OF_MEMORY);
        if (unpacked > room) {
            throw FormatException.in(
                    file,
                    say("formats.fbx.coding.FbxBinaryReader.arrays-that-unpack-to-at-most", (room >> 20)),
                    say("formats.fbx.coding.FbxBinaryReader.mb", (unpacked >> 20)));
        }
        FbxArrayCoding.decode(file, in.bytes(), arrays);
        return new FbxDocument(version, false, records, footer, notes);
    }

    /** The code in front; the rest is held against the layout, and what is odd is told and forgiven. */
    private byte @Nullable [] footer() {
        if (in.left() < 16) {
            notes.add(say("formats.fbx.coding.FbxBinaryReader.the-footer-is-missing"));
            return null;
        }
        byte[] code = in.take(16);
        byte[] rest = in.take((int) Math.min(in.left(), 1024));
        int closing = rest.length - FbxBinaryWriter.CLOSING.length;
        if (closing < 0
                || !Arrays.equals(
                        rest, closing, rest.length, FbxBinaryWriter.CLOSING, 0, FbxBinaryWriter.CLOSING.length)) {
            notes.add(say("formats.fbx.coding.FbxBinaryReader.the-footer-does-not-end-as"));
        }
        return code;
    }

    private int headLength() {
        return wide ? 25 : 13;
    }

    private long word() throws FormatException {
        long v = wide ? in.i64() : in.u32();
        if (v < 0) {
            in.to(in.at() - 8);
            throw in.wrong(say("formats.fbx.coding.FbxBinaryReader.a-size"), Long.toUnsignedString(v));
        }
        return v;
    }

    /** Null for a zero record. */
    private @Nullable FbxRecord record(long limit, int depth) throws FormatException {
        long start = in.at();
        if (depth > DEEPEST) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.at-most-records-inside-each-other", DEEPEST),
                    say("formats.fbx.coding.FbxBinaryReader.one-more"));
        }
        if (limit - start < headLength()) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.a-record-of-at-least-bytes", headLength()),
                    say("formats.fbx.coding.FbxBinaryReader.bytes", (limit - start)));
        }
        long end = word();
        long count = word();
        long length = word();
        int nameLength = in.u8();
        if (end == 0) {
            if (count != 0 || length != 0 || nameLength != 0) {
                throw FormatException.at(
                        file,
                        start,
                        say("formats.fbx.coding.FbxBinaryReader.a-zero-record"),
                        say("formats.fbx.coding.FbxBinaryReader.one-with-values"));
            }
            return null;
        }
        long valuesAt = in.at() + nameLength;
        if (end > limit || length > end - valuesAt) {
            throw FormatException.at(
                    file,
                    start,
                    say("formats.fbx.coding.FbxBinaryReader.a-record-that-ends-by-byte", limit),
                    say("formats.fbx.coding.FbxBinaryReader.one-that-ends-at-byte-with", end, length));
        }
        if (count > length) {
            throw FormatException.at(
                    file,
                    start,
                    say("formats.fbx.coding.FbxBinaryReader.at-most-values-in-as-many", length),
                    say("formats.fbx.coding.FbxBinaryReader.values", count));
        }
        String name = new String(in.take(nameLength), java.nio.charset.StandardCharsets.UTF_8);
        List<FbxValue> values = values(name, count, valuesAt + length);
        if (in.at() == end) {
            return placed(new FbxRecord(name, values, List.of(), false), start);
        }
        List<FbxRecord> children = new ArrayList<>();
        children(end, depth, children);
        return placed(new FbxRecord(name, values, children, true), start);
    }

    private FbxRecord placed(FbxRecord r, long at) {
        if (places != null) {
            places.put(r, at);
        }
        return r;
    }

    private List<FbxValue> values(String name, long count, long end) throws FormatException {
        if (version < 7000 && count >= LIST) {
            FbxValue list = FbxNumberList.read(in, count, end);
            if (list != null) {
                return List.of(list);
            }
        }
        if (count > FbxArrayCoding.MOST) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.at-most-values", FbxArrayCoding.MOST),
                    Long.toString(count));
        }
        FbxValue[] values = new FbxValue[(int) count];
        for (int i = 0; i < values.length; i++) {
            value(values, i, end);
        }
        if (in.at() != end) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.the-values-of-to-end-at", name, end),
                    say("formats.fbx.coding.FbxBinaryReader.them-ending-here"));
        }
        return Arrays.asList(values);
    }

    private void children(long end, int depth, List<FbxRecord> into) throws FormatException {
        while (in.at() < end) {
            FbxRecord c = record(end, depth + 1);
            if (c == null) {
                if (in.at() != end) {
                    throw in.wrong(
                            say("formats.fbx.coding.FbxBinaryReader.a-scope-that-ends-at-byte", end),
                            say("formats.fbx.coding.FbxBinaryReader.its-zero-record-here"));
                }
                return;
            }
            into.add(c);
        }
        unclosed = true;
    }

    private void value(FbxValue[] into, int index, long limit) throws FormatException {
        in.need(1, limit, A_VALUE);
        char code = (char) in.u8();
        switch (code) {
            case 'Y' -> {
                in.need(2, limit, A_NUMBER);
                into[index] = new FbxValue.Int16(in.i16());
            }
            case 'C' -> {
                in.need(1, limit, A_FLAG);
                into[index] = FbxValue.Flag.of(in.u8());
            }
            case 'I' -> {
                in.need(4, limit, A_NUMBER);
                into[index] = new FbxValue.Int32(in.i32());
            }
            case 'F' -> {
                in.need(4, limit, A_NUMBER);
                into[index] = new FbxValue.Real32(in.f32());
            }
            case 'D' -> {
                in.need(8, limit, A_NUMBER);
                into[index] = new FbxValue.Real64(in.f64());
            }
            case 'L' -> {
                in.need(8, limit, A_NUMBER);
                into[index] = new FbxValue.Int64(in.i64());
            }
            case 'S' -> into[index] = new FbxValue.Text(data(limit));
            case 'R' -> into[index] = new FbxValue.Blob(data(limit));
            case 'i', 'l', 'f', 'd', 'b', 'c' -> array(code, into, index, limit);
            default -> {
                in.to(in.at() - 1);
                throw in.wrong(
                        say("formats.fbx.coding.FbxBinaryReader.a-type-letter-one-of-ycifdlsrilfdbc"),
                        say("formats.fbx.coding.FbxBinaryReader.byte", (int) code));
            }
        }
    }

    private byte[] data(long limit) throws FormatException {
        in.need(4, limit, A_LENGTH);
        long length = in.u32();
        in.need(length, limit, TEXT_OR_DATA);
        if (length > FbxArrayCoding.MOST) {
            throw in.wrong(
                    say("formats.fbx.coding.FbxBinaryReader.at-most-bytes-in-one-piece", FbxArrayCoding.MOST),
                    Long.toString(length));
        }
        return in.take((int) length);
    }

    private void array(char code, FbxValue[] into, int index, long limit) throws FormatException {
        in.need(12, limit, AN_ARRAYS_HEAD);
        long head = in.at();
        long count = in.u32();
        long encoding = in.u32();
        long length = in.u32();
        in.need(length, limit, ARRAY_DATA);
        if (encoding > 1) {
            throw FormatException.at(
                    file,
                    head + 4,
                    say("formats.fbx.coding.FbxBinaryReader.array-encoding-0-or-1"),
                    Long.toString(encoding));
        }
        long size = count * FbxArrayCoding.elementSize(code);
        if (encoding == 0 && size != length) {
            throw FormatException.at(
                    file,
                    head,
                    say("formats.fbx.coding.FbxBinaryReader.bytes-for-elements", size, count),
                    say("formats.fbx.coding.FbxBinaryReader.bytes", length));
        }
        if (count > FbxArrayCoding.MOST || size > length * FbxArrayCoding.MOST_COMPRESSED) {
            throw FormatException.at(
                    file,
                    head,
                    say("formats.fbx.coding.FbxBinaryReader.an-array-that-can-unpack-from", length),
                    say("formats.fbx.coding.FbxBinaryReader.elements", count));
        }
        arrays.add(new FbxArrayCoding.Task(into, index, code, in.at(), length, (int) count, encoding == 1));
        in.to(in.at() + length);
    }
}
