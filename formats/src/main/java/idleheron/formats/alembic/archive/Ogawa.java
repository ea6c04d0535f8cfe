package idleheron.formats.alembic.archive;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.HashSet;
import java.util.Set;

/**
 * The container: groups and data. All integers are little-endian.
 *
 * <pre>
 * 5 bytes  "Ogawa"
 * u8       ff where the file was closed properly, 00 while it is being written
 * u16      version of the container, big-endian, 1
 * u64      position of the root group
 *
 * group:      u64 number of references, then that many u64
 * data:       u64 size, then the bytes
 * reference:  top bit set for data, clear for a group; the other 63 bits are a position in the file;
 *             0 is the empty group, 8000000000000000 the empty data
 * </pre>
 *
 * Data may be referred to from many places; a group that is met twice is refused, which stops rings and trees without end.
 */
public final class Ogawa {
    public static final long DATA = Long.MIN_VALUE;
    private static final int HEAD = 16;
    private static final byte[] MAGIC = {'O', 'g', 'a', 'w', 'a'};
    private static final byte[] HDF5 = {(byte) 0x89, 'H', 'D', 'F', '\r', '\n', 0x1a, '\n'};
    private static final MemorySegment NOTHING = MemorySegment.ofArray(new byte[0]);

    private final String file;
    private final MemorySegment bytes;
    private final long size;
    private final Set<Long> met = new HashSet<>();

    private Ogawa(String file, MemorySegment bytes) {
        this.file = file;
        this.bytes = bytes;
        this.size = bytes.byteSize();
    }

    /** Whether a file begins as one. */
    public static boolean matches(byte[] head) {
        return starts(head, MAGIC);
    }

    /** Whether these are the first bytes of the older container. */
    public static boolean isHdf5(byte[] head) {
        return starts(head, HDF5);
    }

    private static boolean starts(byte[] head, byte[] magic) {
        return head.length >= magic.length && java.util.Arrays.equals(head, 0, magic.length, magic, 0, magic.length);
    }

    /**
     * @throws FormatException when the head is not that of a finished file
     */
    public static Ogawa open(String file, MemorySegment bytes) throws FormatException {
        if (bytes.byteSize() < HEAD) {
            throw FormatException.at(
                    file,
                    0,
                    say("formats.alembic.archive.Ogawa.a-head-of-bytes", HEAD),
                    say("formats.alembic.archive.Ogawa.bytes", bytes.byteSize()));
        }
        byte[] head = bytes.asSlice(0, HEAD).toArray(ValueLayout.JAVA_BYTE);
        if (!matches(head)) {
            throw FormatException.at(file, 0, "\"Ogawa\"", say("formats.alembic.archive.Ogawa.other-bytes"));
        }
        if (head[5] != (byte) 0xff) {
            throw FormatException.at(
                    file,
                    5,
                    say("formats.alembic.archive.Ogawa.ff-the-mark-of-a-finished"),
                    say("formats.alembic.archive.Ogawa.writing-never-ended", String.format("%02x", head[5])));
        }
        int version = (head[6] & 255) << 8 | head[7] & 255;
        if (version != 1) {
            throw FormatException.at(
                    file, 6, say("formats.alembic.archive.Ogawa.version-1-of-the-container"), version + "");
        }
        return new Ogawa(file, bytes);
    }

    public String file() {
        return file;
    }

    public long size() {
        return size;
    }

    public long root() {
        return bytes.get(ByteCursor.LONG, 8);
    }

    /** Whether a reference leads to bytes, not to a group. */
    public static boolean isData(long reference) {
        return reference < 0;
    }

    /** Byte of a reference, its highest bit taken off. */
    public static long position(long reference) {
        return reference & Long.MAX_VALUE;
    }

    /** What was expected at a byte and what is there instead. */
    public FormatException wrong(long at, String expected, String found) {
        return FormatException.at(file, at, expected, found);
    }

    /**
     * The references of a group.
     *
     * @throws FormatException when the reference is none of a group, leads outside, or to a group that was met before
     */
    public long[] group(long reference, String what) throws FormatException {
        if (reference == 0) {
            return new long[0];
        }
        long at = position(reference);
        if (isData(reference)) {
            throw wrong(
                    at,
                    say("formats.alembic.archive.Ogawa.a-group-with", what),
                    say("formats.alembic.archive.Ogawa.a-reference-to-data"));
        }
        long count = counted(at, 8, what);
        if (!met.add(at)) {
            throw wrong(
                    at,
                    say("formats.alembic.archive.Ogawa.a-group-of-its-own-with", what),
                    say("formats.alembic.archive.Ogawa.a-group-that-belongs-to-another"));
        }
        long[] out = new long[(int) count];
        MemorySegment.copy(bytes, ByteCursor.LONG, at + 8, out, 0, out.length);
        return out;
    }

    /**
     * The bytes of data.
     *
     * @throws FormatException when the reference is none of data or leads outside
     */
    public MemorySegment data(long reference, String what) throws FormatException {
        if (reference == DATA) {
            return NOTHING;
        }
        long at = position(reference);
        if (!isData(reference)) {
            throw wrong(at, what, say("formats.alembic.archive.Ogawa.a-reference-to-a-group"));
        }
        long n = counted(at, 1, what);
        return bytes.asSlice(at + 8, n);
    }

    /** The number at a position, held against what is left of the file after it. */
    private long counted(long at, long each, String what) throws FormatException {
        if (at < HEAD || at > size - 8) {
            throw wrong(at, say("formats.alembic.archive.Ogawa.a-position-of-within-bytes", what, size), at + "");
        }
        long n = bytes.get(ByteCursor.LONG, at);
        if (n < 0 || n > (size - at - 8) / each || each > 1 && n > Integer.MAX_VALUE - 8) {
            throw wrong(
                    at,
                    each == 1
                            ? say("formats.alembic.archive.Ogawa.at-most-bytes-of", size - at - 8, what)
                            : say("formats.alembic.archive.Ogawa.at-most-references-of", (size - at - 8) / each, what),
                    Long.toUnsignedString(n));
        }
        return n;
    }
}
