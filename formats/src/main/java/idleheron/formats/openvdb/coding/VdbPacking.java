package idleheron.formats.openvdb.coding;

import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.Arrays;
import java.util.zip.Deflater;
import org.jspecify.annotations.Nullable;

/** Writes the values of one node's slots as {@link VdbValues} reads them. One object works for one thread at a time. */
final class VdbPacking implements AutoCloseable {
    private static final ValueLayout.OfFloat FLOAT = ValueLayout.JAVA_FLOAT_UNALIGNED;
    private static final ValueLayout.OfDouble DOUBLE = ValueLayout.JAVA_DOUBLE_UNALIGNED;

    private final int flags;
    private final boolean half;
    private final ValueType type;
    private final int width;
    private final int stored;
    private final VoxelStore background;
    private final VoxelStore negated;
    private final Blosc blosc = new Blosc();
    private final Deflater deflater = new Deflater();
    private byte[] raw = new byte[0];
    private byte[] packed = new byte[0];

    VdbPacking(int flags, boolean half, VoxelStore background) {
        this.flags = flags;
        this.type = background.type();
        this.half = half && type.real();
        this.width = type.bytes();
        this.stored = this.half ? 2 * type.components() : width;
        this.background = background;
        this.negated = VoxelStore.negated(background, 0);
    }

    /** A value in full width, but rounded where the grid keeps halves. */
    void value(VoxelStore from, long index, VdbSink out) {
        if (!half) {
            out.bytes(from.segment(index), from.offset(index), width);
            return;
        }
        VoxelStore rounded = VoxelStore.of(type, 1);
        for (int c = 0; c < type.components(); c++) {
            rounded.set(0, c, Float.float16ToFloat(Float.floatToFloat16((float) from.get(index, c))));
        }
        out.bytes(rounded.segment(0), 0, width);
    }

    /**
     * A block of values.
     *
     * @param mask of active slots, from word {@code from}
     * @param children mask of slots that hold no value, or an empty array
     */
    void block(VoxelStore values, long index, int slots, long[] mask, int from, long[] children, VdbSink out) {
        if ((flags & VdbFile.ACTIVE_MASK) == 0) {
            out.u8(6);
            data(values, index, slots, null, 0, children, out);
            return;
        }
        long first = -1;
        long second = -1;
        boolean many = false;
        for (int s = Bits.nextOff(mask, from, 0, slots);
                s < slots && !many;
                s = Bits.nextOff(mask, from, s + 1, slots)) {
            if (children.length > 0 && Bits.on(children, 0, s)) {
                continue;
            }
            if (first < 0) {
                first = index + s;
            } else if (!values.equal(index + s, values, first)) {
                if (second < 0) {
                    second = index + s;
                } else {
                    many = !values.equal(index + s, values, second);
                }
            }
            if (values.isUniform()) {
                break;
            }
        }
        int code = many ? 6 : code(values, first, second);
        out.u8(code);
        if (code == 2) {
            value(values, first, out);
        } else if (code == 4) {
            value(values, values.equal(first, background, 0) ? second : first, out);
        } else if (code == 5) {
            value(values, first, out);
            value(values, second, out);
        }
        if (code >= 3 && code <= 5) {
            long chosen = code == 5 ? second : values.equal(first, background, 0) ? first : second;
            selection(values, index, slots, mask, from, children, chosen, out);
        }
        data(values, index, slots, code == 6 ? null : mask, from, children, out);
    }

    private int code(VoxelStore values, long first, long second) {
        if (first < 0) {
            return 0;
        }
        boolean one = values.equal(first, background, 0);
        boolean minus = values.equal(first, negated, 0);
        if (second < 0) {
            return one ? 0 : minus ? 1 : values.equal(first, values, first) ? 2 : 6;
        }
        boolean two = values.equal(second, background, 0);
        boolean minusTwo = values.equal(second, negated, 0);
        if (!values.equal(first, values, first) || !values.equal(second, values, second)) {
            return 6;
        }
        return one && minusTwo || minus && two ? 3 : one || two ? 4 : 5;
    }

    private static void selection(
            VoxelStore values,
            long index,
            int slots,
            long[] mask,
            int from,
            long[] children,
            long chosen,
            VdbSink out) {
        long[] selected = new long[slots / 64];
        for (int s = Bits.nextOff(mask, from, 0, slots); s < slots; s = Bits.nextOff(mask, from, s + 1, slots)) {
            boolean child = children.length > 0 && Bits.on(children, 0, s);
            if (!child && values.equal(index + s, values, chosen)) {
                Bits.set(selected, 0, s);
            }
        }
        out.words(selected, 0, selected.length);
    }

    private void data(
            VoxelStore values, long index, int slots, long @Nullable [] mask, int from, long[] children, VdbSink out) {
        int n = mask == null ? slots : Bits.count(mask, from, slots / 64);
        if (raw.length < n * Math.max(width, stored)) {
            raw = new byte[n * Math.max(width, stored)];
        }
        int at = 0;
        boolean whole = mask == null && children.length == 0 && !values.isUniform();
        if (whole) {
            MemorySegment.copy(values.segment(index), ValueLayout.JAVA_BYTE, values.offset(index), raw, 0, n * width);
        } else {
            for (int s = 0; s < slots; s++) {
                if (mask != null && !Bits.on(mask, from, s)) {
                    continue;
                }
                if (children.length > 0 && Bits.on(children, 0, s)) {
                    Arrays.fill(raw, at, at + width, (byte) 0);
                } else {
                    MemorySegment.copy(
                            values.segment(index + s), ValueLayout.JAVA_BYTE, values.offset(index + s), raw, at, width);
                }
                at += width;
            }
        }
        if (half) {
            narrow(n * type.components());
        }
        bytes(n, out);
    }

    private void narrow(int numbers) {
        MemorySegment m = MemorySegment.ofArray(raw);
        for (int i = 0; i < numbers; i++) {
            double v = type.word() == ValueType.Word.FLOAT ? m.get(FLOAT, 4L * i) : m.get(DOUBLE, 8L * i);
            short h = Float.floatToFloat16((float) v);
            raw[2 * i] = (byte) h;
            raw[2 * i + 1] = (byte) (h >> 8);
        }
    }

    private void bytes(int values, VdbSink out) {
        int n = values * stored;
        if (half && n == 0) {
            return;
        }
        if ((flags & VdbFile.BLOSC) != 0) {
            if (packed.length < Blosc.room(n)) {
                packed = new byte[Blosc.room(n)];
            }
            int size = blosc.pack(raw, n, packed);
            out.i64(size);
            out.bytes(packed, 0, size);
        } else if ((flags & VdbFile.ZIP) != 0) {
            if (packed.length < n) {
                packed = new byte[n];
            }
            deflater.reset();
            deflater.setInput(raw, 0, n);
            deflater.finish();
            int size = n == 0 ? 0 : deflater.deflate(packed, 0, n);
            boolean shrunk = deflater.finished() && size > 0 && size < n;
            out.i64(shrunk ? size : -n);
            out.bytes(shrunk ? packed : raw, 0, shrunk ? size : n);
        } else {
            out.bytes(raw, 0, n);
        }
    }

    @Override
    public void close() {
        deflater.end();
    }
}
