package idleheron.formats.usd.crate;

import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.ValueKind;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Numbers in the forms in which they take least room. */
final class CrateNumbers {
    private static final int LARGEST_TABLE = 1024;

    private CrateNumbers() {}

    /** The low bits that hold the value, -1 where they cannot. */
    static long inline(Numbers n) {
        ValueKind kind = n.kind();
        MemorySegment m = n.bytes();
        if (kind.bytes() <= 4) {
            long v = 0;
            for (int i = 0; i < kind.bytes(); i++) {
                v |= (m.get(ValueLayout.JAVA_BYTE, i) & 255L) << 8 * i;
            }
            return v;
        }
        if (kind == ValueKind.DOUBLE) {
            double d = n.first();
            float f = (float) d;
            return f == d && !Float.isInfinite(f) ? Float.floatToRawIntBits(f) & 0xffffffffL : -1;
        }
        if (kind == ValueKind.INT64) {
            long v = n.longs()[0];
            return v == (int) v ? v & 0xffffffffL : -1;
        }
        if (kind == ValueKind.UINT64) {
            long v = n.longs()[0];
            return v >>> 32 == 0 ? v : -1;
        }
        if (kind == ValueKind.TIMECODE || kind.isQuaternion()) {
            return -1;
        }
        double[] parts = n.doubles();
        int rows = kind.isMatrix() ? kind.rows() : parts.length;
        long v = 0;
        for (int i = 0; i < parts.length; i++) {
            boolean diagonal = !kind.isMatrix() || i / rows == i % rows;
            if (parts[i] != (byte) parts[i] || !diagonal && parts[i] != 0 || parts[i] == 0 && 1 / parts[i] < 0) {
                return -1;
            }
            if (diagonal) {
                v |= ((byte) parts[i] & 255L) << 8 * (kind.isMatrix() ? i % rows : i);
            }
        }
        return v;
    }

    /** Packed as whole numbers or by a table, with all that belongs before; null where neither is possible. */
    static byte @Nullable [] reals(Numbers n) {
        double[] v = n.doubles();
        int[] whole = new int[v.length];
        boolean all = true;
        for (int i = 0; i < v.length && all; i++) {
            whole[i] = (int) v[i];
            all = whole[i] == v[i] && (v[i] != 0 || 1 / v[i] > 0);
        }
        if (all) {
            return joined(new byte[] {'i'}, CrateInts.pack(whole));
        }
        int most = Math.min(LARGEST_TABLE, v.length / 4);
        Map<Long, Integer> table = new java.util.LinkedHashMap<>();
        int[] index = new int[v.length];
        for (int i = 0; i < v.length; i++) {
            index[i] = table.computeIfAbsent(Double.doubleToRawLongBits(v[i]), k -> table.size());
            if (table.size() > most) {
                return null;
            }
        }
        double[] entries =
                table.keySet().stream().mapToDouble(Double::longBitsToDouble).toArray();
        MemorySegment bytes = Numbers.of(n.kind(), true, entries).bytes();
        byte[] head = new byte[5 + (int) bytes.byteSize()];
        MemorySegment m = MemorySegment.ofArray(head);
        head[0] = 't';
        m.set(idleheron.formats.bytes.ByteCursor.INT, 1, entries.length);
        MemorySegment.copy(bytes, 0, m, 5, bytes.byteSize());
        return joined(head, CrateInts.pack(index));
    }

    static byte[] joined(byte[] head, byte[] packed) {
        byte[] out = new byte[head.length + 8 + packed.length];
        System.arraycopy(head, 0, out, 0, head.length);
        MemorySegment.ofArray(out).set(idleheron.formats.bytes.ByteCursor.LONG, head.length, packed.length);
        System.arraycopy(packed, 0, out, head.length + 8, packed.length);
        return out;
    }
}
