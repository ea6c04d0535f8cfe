package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.bytes.Unzlib;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.zip.DataFormatException;

/**
 * The values of one node's slots. One object works for one thread at a time.
 *
 * <pre>
 * i8    what the inactive slots hold:
 *       0 background · 1 its negation · 2 v0 · 3 selected ? background : its negation · 4 selected ? background : v0
 *       5 selected ? v1 : v0 · 6 anything, all slots are stored
 *       v0 for 2, 4, 5; v1 for 5, in full width
 *       selection mask, a bit per slot, for 3, 4, 5
 *       data: of all slots for 6 or where the grid does not leave inactive ones out, else of the active ones in order
 * data of n values:
 * plain           n values
 * zip, Blosc      i64 s, then s bytes of a zlib stream or Blosc buffer; where s is not above 0, -s plain bytes
 * a grid of halves that has no value to store stores nothing at all, not even s
 * </pre>
 */
final class VdbValues implements AutoCloseable {
    private static final String A_NODES_VALUES = say("formats.openvdb.coding.VdbValues.a-nodes-values");
    private static final String THE_SIZE_OF_PACKED_VALUES =
            say("formats.openvdb.coding.VdbValues.the-size-of-packed-values");
    private static final String PACKED_VALUES = say("formats.openvdb.coding.VdbValues.packed-values");
    private static final String AN_INACTIVE_VALUE = say("formats.openvdb.coding.VdbValues.an-inactive-value");
    private static final String WHAT_INACTIVE_SLOTS_HOLD =
            say("formats.openvdb.coding.VdbValues.what-inactive-slots-hold");

    /** Most bytes a reader takes for one packed block; a node of 32768 slots of three doubles is 786432 bytes. */
    private static final int LARGEST = 1 << 22;

    private final String file;
    private final MemorySegment in;
    private final int flags;
    private final boolean half;
    private final ValueType type;
    private final int width;
    private final int stored;
    private final VoxelStore background;
    private final VoxelStore negated;
    private final Blosc blosc = new Blosc();
    private final Unzlib unzlib = new Unzlib();
    private byte[] packed = new byte[0];
    private byte[] raw = new byte[0];
    private MemorySegment rawSegment = MemorySegment.ofArray(raw);
    private byte[] widened = new byte[0];
    private final long[] selected = new long[512];
    private final VoxelStore v0;
    private final VoxelStore v1;

    /** Where the values of the last block lie unpacked. */
    private MemorySegment source;

    private long sourceAt;

    VdbValues(String file, MemorySegment in, int flags, boolean half, VoxelStore background) {
        this.file = file;
        this.in = in;
        this.flags = flags;
        this.type = background.type();
        this.half = half && type.real();
        this.width = type.bytes();
        this.stored = this.half ? 2 * type.components() : width;
        this.background = background;
        this.negated = VoxelStore.negated(background, 0);
        this.v0 = VoxelStore.of(type, 1);
        this.v1 = VoxelStore.of(type, 1);
        this.source = in;
    }

    private FormatException wrong(long at, String expected, String found) {
        return FormatException.at(file, at, expected, found);
    }

    private void need(long at, long bytes, String what) throws FormatException {
        if (bytes < 0 || bytes > in.byteSize() - at) {
            throw wrong(
                    at,
                    say("formats.openvdb.coding.VdbValues.bytes-of", bytes, what),
                    say("formats.openvdb.coding.VdbValues.left", (in.byteSize() - at)));
        }
    }

    private boolean all(int code) {
        return code == 6 || (flags & VdbFile.ACTIVE_MASK) == 0;
    }

    private int code(long at) throws FormatException {
        need(at, 1, A_NODES_VALUES);
        int code = in.get(ValueLayout.JAVA_BYTE, at);
        if (code < 0 || code > 6) {
            throw wrong(at, say("formats.openvdb.coding.VdbValues.a-code-from-0-to-6"), code + "");
        }
        return code;
    }

    private int extras(int code, int slots) {
        int values = code == 2 || code == 4 ? 1 : code == 5 ? 2 : 0;
        return values * width + (code >= 3 && code <= 5 ? slots / 8 : 0);
    }

    /** Where the block at {@code at} ends, by its sizes alone. */
    long skip(long at, long[] mask, int from, int slots) throws FormatException {
        int code = code(at);
        int n = all(code) ? slots : Bits.count(mask, from, slots / 64);
        return skipData(at + 1 + extras(code, slots), n);
    }

    long skipData(long at, int values) throws FormatException {
        if (half && values == 0) {
            need(at, 0, "values");
            return at;
        }
        long bytes = (long) values * stored;
        if ((flags & (VdbFile.ZIP | VdbFile.BLOSC)) == 0) {
            need(at, bytes, "values");
            return at + bytes;
        }
        long n = packedSize(at, bytes);
        return at + 8 + Math.abs(n);
    }

    private long packedSize(long at, long bytes) throws FormatException {
        need(at, 8, THE_SIZE_OF_PACKED_VALUES);
        long n = in.get(ByteCursor.LONG, at);
        if (n <= 0 && -n != bytes) {
            throw wrong(at, say("formats.openvdb.coding.VdbValues.for-plain-values", -bytes), n + "");
        }
        if (n > LARGEST) {
            throw wrong(at, say("formats.openvdb.coding.VdbValues.a-packed-size-of-at-most", LARGEST), n + "");
        }
        need(at + 8, Math.abs(n), PACKED_VALUES);
        return n;
    }

    /** The values of a node's slots, in a store that holds one value where all are equal. */
    VoxelStore tiles(long at, long[] active, int slots) throws FormatException {
        int code = code(at);
        boolean even = !all(code) && code <= 2 && Bits.count(active, 0, slots / 64) == 0;
        VoxelStore out = even ? VoxelStore.uniform(type, slots) : VoxelStore.of(type, slots);
        if (even) {
            out.fill(0, 1, inactive(code, at + 1), 0);
        } else {
            read(at, active, 0, slots, out, 0);
        }
        return out;
    }

    private VoxelStore inactive(int code, long at) throws FormatException {
        if (code == 2 || code >= 4) {
            need(at, width, AN_INACTIVE_VALUE);
            MemorySegment.copy(in, at, v0.segment(0), 0, width);
            return v0;
        }
        return code == 0 || code == 6 ? background : negated;
    }

    /**
     * Reads a block into {@code slots} values of a store.
     *
     * @return where it ends
     */
    long read(long start, long[] mask, int from, int slots, VoxelStore to, long index) throws FormatException {
        int code = code(start);
        long at = start + 1;
        need(at, extras(code, slots), WHAT_INACTIVE_SLOTS_HOLD);
        VoxelStore other = background;
        VoxelStore first = inactive(code, at);
        if (code == 5) {
            MemorySegment.copy(in, at + width, v1.segment(0), 0, width);
            other = v1;
        }
        at += extras(code, slots);
        boolean choice = code >= 3 && code <= 5;
        if (choice) {
            for (int w = 0; w < slots / 64; w++) {
                selected[w] = in.get(ByteCursor.LONG, at - slots / 8 + 8L * w);
            }
        }
        int n = all(code) ? slots : Bits.count(mask, from, slots / 64);
        at = data(at, n);
        MemorySegment out = to.segment(index);
        long o = to.offset(index);
        if (n == slots) {
            MemorySegment.copy(source, sourceAt, out, o, (long) n * width);
            return at;
        }
        to.fill(index, slots, first, 0);
        if (choice) {
            for (int s = Bits.nextOn(selected, 0, 0, slots); s < slots; ) {
                int end = Bits.nextOff(selected, 0, s, slots);
                to.fill(index + s, end - s, other, 0);
                s = Bits.nextOn(selected, 0, end, slots);
            }
        }
        long i = sourceAt;
        for (int s = Bits.nextOn(mask, from, 0, slots); s < slots; ) {
            int end = Bits.nextOff(mask, from, s, slots);
            long bytes = (long) (end - s) * width;
            MemorySegment.copy(source, i, out, o + (long) s * width, bytes);
            i += bytes;
            s = Bits.nextOn(mask, from, end, slots);
        }
        return at;
    }

    /** Reads data without a code before them into slots that a mask names, the others as they are: versions 220 and 221. */
    long readPlain(long at, long[] mask, int slots, VoxelStore to) throws FormatException {
        long end = data(at, Bits.count(mask, 0, slots / 64));
        long i = sourceAt;
        for (int s = Bits.nextOn(mask, 0, 0, slots); s < slots; s = Bits.nextOn(mask, 0, s + 1, slots)) {
            MemorySegment.copy(source, i, to.segment(s), to.offset(s), width);
            i += width;
        }
        return end;
    }

    /** Reads data of all slots without a code before them. */
    long readAll(long at, int slots, VoxelStore to, long index) throws FormatException {
        long end = data(at, slots);
        MemorySegment.copy(source, sourceAt, to.segment(index), to.offset(index), (long) slots * width);
        return end;
    }

    private long data(long start, int values) throws FormatException {
        source = in;
        sourceAt = start;
        int bytes = values * stored;
        long end = skipData(start, values);
        if (bytes == 0) {
            return end;
        }
        if ((flags & (VdbFile.ZIP | VdbFile.BLOSC)) != 0) {
            long n = in.get(ByteCursor.LONG, start);
            sourceAt = start + 8;
            if (n > 0) {
                unpack(start + 8, (int) n, bytes);
            }
        }
        if (half) {
            widen(values * type.components());
        }
        return end;
    }

    private void unpack(long at, int n, int bytes) throws FormatException {
        if (raw.length < bytes) {
            raw = new byte[bytes];
            rawSegment = MemorySegment.ofArray(raw);
        }
        try {
            if ((flags & VdbFile.BLOSC) != 0) {
                if (packed.length < n) {
                    packed = new byte[n];
                }
                MemorySegment.copy(in, ValueLayout.JAVA_BYTE, at, packed, 0, n);
                blosc.unpack(packed, n, raw, bytes);
            } else {
                unzlib.unpack(in.asSlice(at, n), rawSegment.asSlice(0, bytes));
            }
        } catch (BloscException e) {
            throw wrong(at, say("formats.openvdb.coding.VdbValues.in-a-blosc-buffer", e.expected()), e.found());
        } catch (DataFormatException e) {
            throw wrong(
                    at,
                    say("formats.openvdb.coding.VdbValues.a-zlib-stream-of-bytes", bytes),
                    String.valueOf(e.getMessage()));
        }
        source = rawSegment;
        sourceAt = 0;
    }

    private void widen(int numbers) {
        int word = type.word().bytes();
        if (widened.length < numbers * word) {
            widened = new byte[numbers * word];
        }
        MemorySegment out = MemorySegment.ofArray(widened);
        for (int i = 0; i < numbers; i++) {
            float v = Float.float16ToFloat(source.get(ByteCursor.SHORT, sourceAt + 2L * i));
            if (word == 4) {
                out.set(ByteCursor.FLOAT, 4L * i, v);
            } else {
                out.set(ByteCursor.DOUBLE, 8L * i, v);
            }
        }
        source = out;
        sourceAt = 0;
    }

    @Override
    public void close() {
        unzlib.close();
    }
}
