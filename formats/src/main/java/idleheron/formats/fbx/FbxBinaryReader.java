package idleheron.formats.fbx;

import idleheron.core.job.Progress;
import idleheron.formats.FormatException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads the binary form, versions 7.1 to 7.7. Numbers are little-endian.
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
 * array    u32       number of elements
 *          u32       encoding, 0 raw, 1 zlib
 *          u32       length of the data in bytes
 *          bytes     data
 * </pre>
 *
 * A writer's missing zero record is forgiven and noted. Every size is held against what is left of its surroundings before
 * anything is allocated.
 */
final class FbxBinaryReader {
    static final byte[] MAGIC = "Kaydara FBX Binary  \0\u001a\0".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
    private static final int DEEPEST = 64;

    private final String file;
    private final byte[] bytes;
    private final ByteBuffer in;
    private final int version;
    private final boolean wide;
    private final List<String> notes = new ArrayList<>();
    private final List<FbxArrayCoding.Task> arrays = new ArrayList<>();
    private final Progress progress;
    private boolean unclosed;

    private FbxBinaryReader(String file, byte[] bytes, int version, Progress progress) {
        this.file = file;
        this.bytes = bytes;
        this.in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).position(27);
        this.version = version;
        this.wide = version >= 7500;
        this.progress = progress;
    }

    static boolean matches(byte[] head) {
        return head.length >= 21 && Arrays.equals(head, 0, 18, MAGIC, 0, 18);
    }

    static FbxDocument read(String file, byte[] bytes, Progress progress) throws FormatException {
        if (bytes.length < 27 || !Arrays.equals(bytes, 0, MAGIC.length, MAGIC, 0, MAGIC.length)) {
            throw FormatException.at(file, 0, "the 23 bytes that open a binary FBX file and a version", shown(bytes));
        }
        int version = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(23);
        if (version < 7000 || version >= 8000) {
            throw FormatException.at(file, 23, "a version from 7000 to 7999", Integer.toString(version));
        }
        return new FbxBinaryReader(file, bytes, version, progress).document();
    }

    private static String shown(byte[] bytes) {
        return bytes.length < 27 ? "a file of " + bytes.length + " bytes" : "other bytes";
    }

    private FbxDocument document() throws FormatException {
        List<FbxRecord> records = new ArrayList<>();
        boolean closed = false;
        while (in.remaining() >= headLength()) {
            progress.at(0.7 * in.position() / in.limit(), "reading records");
            FbxRecord r = record(in.limit(), 0);
            if (r == null) {
                closed = true;
                break;
            }
            records.add(r);
        }
        if (!closed) {
            throw FormatException.at(file, in.position(), "a zero record that closes the file", "the end of the file");
        }
        if (unclosed) {
            notes.add("scopes are not closed by a zero record");
        }
        byte[] footer = null;
        if (in.remaining() >= 16) {
            footer = new byte[16];
            in.get(footer);
        } else {
            notes.add("the footer is missing");
        }
        progress.at(0.7, "unpacking arrays");
        FbxArrayCoding.decode(file, bytes, arrays);
        return new FbxDocument(version, false, records, footer, notes);
    }

    private int headLength() {
        return wide ? 25 : 13;
    }

    private long size() throws FormatException {
        int at = in.position();
        long v = wide ? in.getLong() : Integer.toUnsignedLong(in.getInt());
        if (v < 0) {
            throw FormatException.at(file, at, "a size", Long.toUnsignedString(v));
        }
        return v;
    }

    /** Null for a zero record. */
    private @Nullable FbxRecord record(int limit, int depth) throws FormatException {
        int start = in.position();
        if (depth > DEEPEST) {
            throw FormatException.at(file, start, "at most " + DEEPEST + " records inside each other", "one more");
        }
        if (limit - start < headLength()) {
            throw FormatException.at(
                    file, start, "a record of at least " + headLength() + " bytes", (limit - start) + " bytes");
        }
        long end = size();
        long count = size();
        long length = size();
        int nameLength = Byte.toUnsignedInt(in.get());
        if (end == 0) {
            if (count != 0 || length != 0 || nameLength != 0) {
                throw FormatException.at(file, start, "a zero record", "one with values");
            }
            return null;
        }
        long valuesAt = in.position() + (long) nameLength;
        if (end > limit || valuesAt + length > end) {
            throw FormatException.at(
                    file,
                    start,
                    "a record that ends by byte " + limit,
                    "one that ends at byte " + end + " with " + length + " bytes of values");
        }
        if (count > length) {
            throw FormatException.at(file, start, "at most " + length + " values in as many bytes", count + " values");
        }
        byte[] nameBytes = new byte[nameLength];
        in.get(nameBytes);
        String name = new String(nameBytes, java.nio.charset.StandardCharsets.UTF_8);
        FbxValue[] values = new FbxValue[(int) count];
        int valuesEnd = (int) (valuesAt + length);
        for (int i = 0; i < values.length; i++) {
            value(values, i, valuesEnd);
        }
        if (in.position() != valuesEnd) {
            throw FormatException.at(
                    file, in.position(), "the values of " + name + " to end at byte " + valuesEnd, "them ending here");
        }
        List<FbxRecord> children = new ArrayList<>();
        boolean scope = in.position() < end;
        if (scope) {
            children((int) end, depth, children);
        }
        return new FbxRecord(name, Arrays.asList(values), children, scope);
    }

    private void children(int end, int depth, List<FbxRecord> into) throws FormatException {
        while (in.position() < end) {
            FbxRecord c = record(end, depth + 1);
            if (c == null) {
                if (in.position() != end) {
                    throw FormatException.at(
                            file, in.position(), "a scope that ends at byte " + end, "its zero record here");
                }
                return;
            }
            into.add(c);
        }
        unclosed = true;
    }

    private void need(long bytes, int limit, String what) throws FormatException {
        if (bytes > limit - in.position()) {
            throw FormatException.at(
                    file, in.position(), bytes + " bytes of " + what, (limit - in.position()) + " left");
        }
    }

    private void value(FbxValue[] into, int index, int limit) throws FormatException {
        need(1, limit, "a value");
        int at = in.position();
        char code = (char) in.get();
        switch (code) {
            case 'Y' -> {
                need(2, limit, "a number");
                into[index] = new FbxValue.Int16(in.getShort());
            }
            case 'C' -> {
                need(1, limit, "a flag");
                into[index] = new FbxValue.Flag(in.get());
            }
            case 'I' -> {
                need(4, limit, "a number");
                into[index] = new FbxValue.Int32(in.getInt());
            }
            case 'F' -> {
                need(4, limit, "a number");
                into[index] = new FbxValue.Real32(in.getFloat());
            }
            case 'D' -> {
                need(8, limit, "a number");
                into[index] = new FbxValue.Real64(in.getDouble());
            }
            case 'L' -> {
                need(8, limit, "a number");
                into[index] = new FbxValue.Int64(in.getLong());
            }
            case 'S' -> into[index] = new FbxValue.Text(bytes(limit));
            case 'R' -> into[index] = new FbxValue.Blob(bytes(limit));
            case 'i', 'l', 'f', 'd', 'b', 'c' -> array(code, into, index, limit);
            default ->
                throw FormatException.at(file, at, "a type letter (one of YCIFDLSRilfdbc)", "byte " + (int) code);
        }
    }

    private byte[] bytes(int limit) throws FormatException {
        need(4, limit, "a length");
        long length = Integer.toUnsignedLong(in.getInt());
        need(length, limit, "text or data");
        byte[] out = new byte[(int) length];
        in.get(out);
        return out;
    }

    private void array(char code, FbxValue[] into, int index, int limit) throws FormatException {
        need(12, limit, "an array's head");
        int at = in.position();
        long count = Integer.toUnsignedLong(in.getInt());
        long encoding = Integer.toUnsignedLong(in.getInt());
        long length = Integer.toUnsignedLong(in.getInt());
        need(length, limit, "array data");
        if (encoding > 1) {
            throw FormatException.at(file, at + 4, "array encoding 0 or 1", Long.toString(encoding));
        }
        long size = count * FbxArrayCoding.elementSize(code);
        if (encoding == 0 && size != length) {
            throw FormatException.at(file, at, size + " bytes for " + count + " elements", length + " bytes");
        }
        if (size > FbxArrayCoding.LARGEST || size > length * FbxArrayCoding.MOST_COMPRESSED) {
            throw FormatException.at(
                    file, at, "an array that can unpack from " + length + " bytes", count + " elements");
        }
        arrays.add(new FbxArrayCoding.Task(into, index, code, in.position(), (int) length, (int) count, encoding == 1));
        in.position(in.position() + (int) length);
    }
}
