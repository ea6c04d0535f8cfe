package idleheron.formats.openvdb.coding;

import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.Arrays;
import java.util.zip.Deflater;

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
     * @param index of the first value
     * @param mask of active slots, from word {@code from}
     * @param children mask of slots that hold no value, or an empty array
     */
    record Slots(VoxelStore values, long index, int count, long[] mask, int from, long[] children) {
        boolean child(int slot) {
            return children.length > 0 && Bits.on(children, 0, slot);
        }

        int nextOff(int slot) {
            return Bits.nextOff(mask, from, slot, count);
        }
    }

    void block(Slots b, VdbSink out) {
        if ((flags & VdbFile.ACTIVE_MASK) == 0) {
            out.u8(6);
            data(b, false, out);
            return;
        }
        VoxelStore values = b.values;
        long first = -1;
        long second = -1;
        boolean many = false;
        for (int s = b.nextOff(0); s < b.count && !many; s = b.nextOff(s + 1)) {
            if (b.child(s)) {
                continue;
            }
            if (first < 0) {
                first = b.index + s;
            } else if (!values.equal(b.index + s, values, first)) {
                if (second < 0) {
                    second = b.index + s;
                } else {
                    many = !values.equal(b.index + s, values, second);
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
            selection(b, code == 5 ? second : values.equal(first, background, 0) ? first : second, out);
        }
        data(b, code != 6, out);
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

    private static void selection(Slots b, long chosen, VdbSink out) {
        long[] selected = new long[b.count / 64];
        for (int s = b.nextOff(0); s < b.count; s = b.nextOff(s + 1)) {
            if (!b.child(s) && b.values.equal(b.index + s, b.values, chosen)) {
                Bits.set(selected, 0, s);
            }
        }
        out.words(selected, 0, selected.length);
    }

    /** @param masked whether values of active slots alone are kept */
    private void data(Slots b, boolean masked, VdbSink out) {
        VoxelStore values = b.values;
        int n = masked ? Bits.count(b.mask, b.from, b.count / 64) : b.count;
        if (raw.length < n * Math.max(width, stored)) {
            raw = new byte[n * Math.max(width, stored)];
        }
        int at = 0;
        boolean whole = !masked && b.children.length == 0 && !values.isUniform();
        if (whole) {
            MemorySegment.copy(
                    values.segment(b.index), ValueLayout.JAVA_BYTE, values.offset(b.index), raw, 0, n * width);
        } else {
            for (int s = 0; s < b.count; s++) {
                if (masked && !Bits.on(b.mask, b.from, s)) {
                    continue;
                }
                if (b.child(s)) {
                    Arrays.fill(raw, at, at + width, (byte) 0);
                } else {
                    long v = b.index + s;
                    MemorySegment.copy(values.segment(v), ValueLayout.JAVA_BYTE, values.offset(v), raw, at, width);
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
