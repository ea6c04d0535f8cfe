package idleheron.formats.usd.layer;

import static idleheron.core.Messages.say;

import idleheron.core.bytes.Bytes;
import idleheron.formats.bytes.ByteCursor;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.function.Supplier;

/**
 * One number, vector, quaternion or matrix, or an array of such. The bytes of an array stay where they are, in a mapped file or
 * packed, until they are asked for; whoever asks twice lets them be unpacked twice.
 */
public final class Numbers implements Value {
    private final ValueKind kind;
    private final boolean array;
    private final long count;
    private final Supplier<MemorySegment> source;

    /**
     * @param count elements, 1 unless it is an array
     * @param source gives count · kind.bytes() bytes; may be asked from many threads
     */
    public Numbers(ValueKind kind, boolean array, long count, Supplier<MemorySegment> source) {
        this.kind = kind;
        this.array = array;
        this.count = count;
        this.source = source;
    }

    private static Numbers of(ValueKind kind, boolean array, MemorySegment bytes) {
        return new Numbers(kind, array, bytes.byteSize() / kind.bytes(), () -> bytes);
    }

    /** From parts: doubles for every kind, rounded to what the kind holds. */
    public static Numbers of(ValueKind kind, boolean array, double... parts) {
        MemorySegment m = MemorySegment.ofArray(
                new byte[Math.multiplyExact(parts.length, kind.part().bytes())]);
        for (int i = 0; i < parts.length; i++) {
            put(kind.part(), m, i, parts[i]);
        }
        return of(kind, array, m);
    }

    /** One element. */
    public static Numbers one(ValueKind kind, double... parts) {
        return of(kind, false, parts);
    }

    public static Numbers truth(boolean b) {
        return one(ValueKind.BOOL, b ? 1 : 0);
    }

    /** A whole number that may need all of its 64 bits. */
    public static Numbers whole(ValueKind kind, boolean array, long... values) {
        MemorySegment m = MemorySegment.ofArray(new byte[Math.multiplyExact(values.length, kind.bytes())]);
        for (int i = 0; i < values.length; i++) {
            switch (kind.part()) {
                case BYTE -> m.set(ValueLayout.JAVA_BYTE, i, (byte) values[i]);
                case INT -> m.set(ByteCursor.INT, 4L * i, (int) values[i]);
                default -> m.set(ByteCursor.LONG, 8L * i, values[i]);
            }
        }
        return of(kind, array, m);
    }

    public static Numbers floats(ValueKind kind, float[] parts) {
        MemorySegment m = MemorySegment.ofArray(new byte[Math.multiplyExact(4, parts.length)]);
        MemorySegment.copy(parts, 0, m, ByteCursor.FLOAT, 0, parts.length);
        return of(kind, true, m);
    }

    public static Numbers ints(int... values) {
        MemorySegment m = MemorySegment.ofArray(new byte[Math.multiplyExact(4, values.length)]);
        MemorySegment.copy(values, 0, m, ByteCursor.INT, 0, values.length);
        return of(ValueKind.INT, true, m);
    }

    /** An array over bytes that are there. */
    public static Numbers array(ValueKind kind, MemorySegment bytes) {
        return of(kind, true, bytes);
    }

    /** Sets one number of an array. */
    public static void put(ValueKind.Part part, MemorySegment m, long i, double v) {
        switch (part) {
            case BYTE -> m.set(ValueLayout.JAVA_BYTE, i, (byte) (int) v);
            case HALF -> m.set(ByteCursor.SHORT, 2 * i, Float.floatToFloat16((float) v));
            case INT -> m.set(ByteCursor.INT, 4 * i, (int) (long) v);
            case LONG -> m.set(ByteCursor.LONG, 8 * i, (long) v);
            case FLOAT -> m.set(ByteCursor.FLOAT, 4 * i, (float) v);
            case DOUBLE -> m.set(ByteCursor.DOUBLE, 8 * i, v);
            case TEXT -> throw new IllegalArgumentException(say("formats.usd.layer.Numbers.text-is-no-number"));
        }
    }

    public ValueKind kind() {
        return kind;
    }

    public boolean array() {
        return array;
    }

    /** Elements. */
    public long count() {
        return count;
    }

    /** All elements, little-endian, on end. */
    public MemorySegment bytes() {
        return source.get();
    }

    /** Parts of all elements. */
    public double[] doubles() {
        MemorySegment m = bytes();
        int n = Math.toIntExact(count * kind.width());
        double[] out = new double[n];
        if (kind.part() == ValueKind.Part.DOUBLE) {
            MemorySegment.copy(m, ByteCursor.DOUBLE, 0, out, 0, n);
            return out;
        }
        for (int i = 0; i < n; i++) {
            out[i] = part(m, i);
        }
        return out;
    }

    /** One number of an array, whatever its width. */
    public double part(MemorySegment m, long i) {
        return switch (kind.part()) {
            case BYTE -> m.get(ValueLayout.JAVA_BYTE, i) & 255;
            case HALF -> Float.float16ToFloat(m.get(ByteCursor.SHORT, 2 * i));
            case INT ->
                kind == ValueKind.UINT
                        ? Integer.toUnsignedLong(m.get(ByteCursor.INT, 4 * i))
                        : m.get(ByteCursor.INT, 4 * i);
            case LONG -> m.get(ByteCursor.LONG, 8 * i);
            case FLOAT -> m.get(ByteCursor.FLOAT, 4 * i);
            case DOUBLE -> m.get(ByteCursor.DOUBLE, 8 * i);
            case TEXT -> Double.NaN;
        };
    }

    public float[] floats() {
        int n = Math.toIntExact(count * kind.width());
        float[] out = new float[n];
        MemorySegment m = bytes();
        if (kind.part() == ValueKind.Part.FLOAT) {
            MemorySegment.copy(m, ByteCursor.FLOAT, 0, out, 0, n);
            return out;
        }
        for (int i = 0; i < n; i++) {
            out[i] = (float) part(m, i);
        }
        return out;
    }

    public int[] ints() {
        int n = Math.toIntExact(count * kind.width());
        int[] out = new int[n];
        MemorySegment m = bytes();
        if (kind.part() == ValueKind.Part.INT) {
            MemorySegment.copy(m, ByteCursor.INT, 0, out, 0, n);
            return out;
        }
        for (int i = 0; i < n; i++) {
            out[i] = (int) part(m, i);
        }
        return out;
    }

    /** Whole numbers with all of their bits; reals are cut. */
    public long[] longs() {
        int n = Math.toIntExact(count * kind.width());
        long[] out = new long[n];
        MemorySegment m = bytes();
        for (int i = 0; i < n; i++) {
            out[i] = kind.part() == ValueKind.Part.LONG ? m.get(ByteCursor.LONG, 8L * i) : (long) part(m, i);
        }
        return out;
    }

    /** The first part, or 0 of an empty array. */
    public double first() {
        return count == 0 ? 0 : part(bytes(), 0);
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Numbers n
                && n.kind == kind
                && n.array == array
                && n.count == count
                && Bytes.equal(bytes(), n.bytes());
    }

    @Override
    public int hashCode() {
        return 31 * kind.hashCode() + Long.hashCode(count);
    }

    @Override
    public String toString() {
        return kind.text() + (array ? "[" + count + "]" : " " + java.util.Arrays.toString(doubles()));
    }
}
