package idleheron.core.volume.tree;

import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * Many values of one type in primitive arrays of at most {@link #CHUNK} values each, three numbers side by side for vectors. A
 * store of one value for all places is kept as that one.
 */
public final class VoxelStore {
    private static final int SHIFT = 17;

    /** Values per array: those of 256 leaves. */
    public static final int CHUNK = 1 << SHIFT;

    private static final ValueLayout.OfInt INT = ValueLayout.JAVA_INT_UNALIGNED;
    private static final ValueLayout.OfLong LONG = ValueLayout.JAVA_LONG_UNALIGNED;

    private final ValueType type;
    private final long size;
    private final boolean uniform;
    private final Object[] arrays;
    private final MemorySegment[] segments;

    private VoxelStore(ValueType type, long size, boolean uniform) {
        if (ByteOrder.nativeOrder() != ByteOrder.LITTLE_ENDIAN) {
            throw new UnsupportedOperationException("volumes need a little-endian machine");
        }
        this.type = type;
        this.size = size;
        this.uniform = uniform;
        long kept = uniform ? 1 : size;
        int chunks = Math.toIntExact((kept + CHUNK - 1) >> SHIFT);
        arrays = new Object[chunks];
        segments = new MemorySegment[chunks];
        for (int c = 0; c < chunks; c++) {
            int length = (int) Math.min(CHUNK, kept - ((long) c << SHIFT)) * type.components();
            switch (type.word()) {
                case BYTE -> segments[c] = MemorySegment.ofArray(keep(c, new byte[length]));
                case INT -> segments[c] = MemorySegment.ofArray(keep(c, new int[length]));
                case LONG -> segments[c] = MemorySegment.ofArray(keep(c, new long[length]));
                case FLOAT -> segments[c] = MemorySegment.ofArray(keep(c, new float[length]));
                case DOUBLE -> segments[c] = MemorySegment.ofArray(keep(c, new double[length]));
            }
        }
    }

    private <T> T keep(int chunk, T array) {
        arrays[chunk] = array;
        return array;
    }

    /** All zero. */
    public static VoxelStore of(ValueType type, long size) {
        return new VoxelStore(type, size, false);
    }

    /** One value for {@code size} places, zero at first; what is set at any place is set at all. */
    public static VoxelStore uniform(ValueType type, long size) {
        return new VoxelStore(type, size, true);
    }

    /** A store of one value. */
    public static VoxelStore single(ValueType type, double... numbers) {
        VoxelStore out = new VoxelStore(type, 1, false);
        for (int c = 0; c < type.components(); c++) {
            out.set(0, c, numbers[Math.min(c, numbers.length - 1)]);
        }
        return out;
    }

    public ValueType type() {
        return type;
    }

    /** How many values it stands for. */
    public long size() {
        return size;
    }

    public boolean isUniform() {
        return uniform;
    }

    /** Bytes of the arrays. */
    public long bytes() {
        return (uniform ? 1 : size) * type.bytes();
    }

    private long at(long index) {
        return uniform ? 0 : index;
    }

    /** The array that holds value {@code index}, as bytes. */
    public MemorySegment segment(long index) {
        return segments[(int) (at(index) >> SHIFT)];
    }

    /** Byte offset of value {@code index} in its {@link #segment}. */
    public long offset(long index) {
        return (at(index) & (CHUNK - 1)) * type.bytes();
    }

    /** The array that holds value {@code index}; its place there is {@link #place}. For types of word float. */
    public float[] floats(long index) {
        return (float[]) arrays[(int) (at(index) >> SHIFT)];
    }

    /** Place of the first component of value {@code index} in its array. */
    public int place(long index) {
        return (int) (at(index) & (CHUNK - 1)) * type.components();
    }

    /** A component as a double; whole numbers beyond 2^53 are rounded. */
    public double get(long index, int component) {
        Object array = arrays[(int) (at(index) >> SHIFT)];
        int i = place(index) + component;
        return switch (type.word()) {
            case BYTE -> ((byte[]) array)[i];
            case INT -> ((int[]) array)[i];
            case LONG -> ((long[]) array)[i];
            case FLOAT -> ((float[]) array)[i];
            case DOUBLE -> ((double[]) array)[i];
        };
    }

    /** Length of the value: of a vector its norm, of a number its amount with sign. */
    public double scalar(long index) {
        if (type.components() == 1) {
            return get(index, 0);
        }
        double x = get(index, 0);
        double y = get(index, 1);
        double z = get(index, 2);
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** Sets one number of a value; in a uniform store that of all. */
    public void set(long index, int component, double value) {
        Object array = arrays[(int) (at(index) >> SHIFT)];
        int i = place(index) + component;
        switch (type.word()) {
            case BYTE -> ((byte[]) array)[i] = (byte) (value != 0 ? 1 : 0);
            case INT -> ((int[]) array)[i] = (int) Math.rint(value);
            case LONG -> ((long[]) array)[i] = (long) Math.rint(value);
            case FLOAT -> ((float[]) array)[i] = (float) value;
            case DOUBLE -> ((double[]) array)[i] = value;
        }
    }

    /** The bits of a component: a NaN as the one plain NaN, truth as 0 or 1, whole numbers of 32 bits without sign. */
    public long bits(long index, int component) {
        Object array = arrays[(int) (at(index) >> SHIFT)];
        int i = place(index) + component;
        return switch (type.word()) {
            case BYTE -> ((byte[]) array)[i] != 0 ? 1 : 0;
            case INT -> Integer.toUnsignedLong(((int[]) array)[i]);
            case LONG -> ((long[]) array)[i];
            case FLOAT -> Integer.toUnsignedLong(Float.floatToIntBits(((float[]) array)[i]));
            case DOUBLE -> Double.doubleToLongBits(((double[]) array)[i]);
        };
    }

    /** Whether two values are equal bit for bit. */
    public boolean same(long index, VoxelStore other, long there) {
        int n = type.bytes();
        long a = offset(index);
        long b = other.offset(there);
        return MemorySegment.mismatch(segment(index), a, a + n, other.segment(there), b, b + n) < 0;
    }

    /** Whether two values are equal as numbers: -0 is 0, and NaN is nothing's equal. */
    public boolean equal(long index, VoxelStore other, long there) {
        if (type == ValueType.INT64) {
            return bits(index, 0) == other.bits(there, 0);
        }
        for (int c = 0; c < type.components(); c++) {
            if (get(index, c) != other.get(there, c)) {
                return false;
            }
        }
        return true;
    }

    /** A store of one value: the negation of another, component by component. */
    public static VoxelStore negated(VoxelStore of, long index) {
        VoxelStore out = new VoxelStore(of.type, 1, false);
        for (int c = 0; c < of.type.components(); c++) {
            int i = of.place(index) + c;
            Object from = of.arrays[(int) (of.at(index) >> SHIFT)];
            switch (of.type.word()) {
                case BYTE -> ((byte[]) out.arrays[0])[c] = (byte) (((byte[]) from)[i] == 0 ? 1 : 0);
                case INT -> ((int[]) out.arrays[0])[c] = -((int[]) from)[i];
                case LONG -> ((long[]) out.arrays[0])[c] = -((long[]) from)[i];
                case FLOAT -> ((float[]) out.arrays[0])[c] = -((float[]) from)[i];
                case DOUBLE -> ((double[]) out.arrays[0])[c] = -((double[]) from)[i];
            }
        }
        return out;
    }

    /** Copies {@code count} values. Neither range may cross from one array into the next; a leaf's never does. */
    public void copy(long to, VoxelStore from, long source, int count) {
        MemorySegment.copy(
                from.segment(source), from.offset(source), segment(to), offset(to), (long) count * type.bytes());
    }

    /** Sets {@code count} values in one array to one value of another store. */
    public void fill(long to, int count, VoxelStore from, long source) {
        MemorySegment in = from.segment(source);
        long i = from.offset(source);
        MemorySegment out = segment(to);
        long o = offset(to);
        int bytes = type.bytes();
        if (bytes == 4) {
            int v = in.get(INT, i);
            int place = (int) (o >> 2);
            if (type.word() == ValueType.Word.FLOAT) {
                Arrays.fill((float[]) arrays[(int) (at(to) >> SHIFT)], place, place + count, Float.intBitsToFloat(v));
            } else {
                Arrays.fill((int[]) arrays[(int) (at(to) >> SHIFT)], place, place + count, v);
            }
        } else if (bytes == 8) {
            long v = in.get(LONG, i);
            for (int n = 0; n < count; n++) {
                out.set(LONG, o + 8L * n, v);
            }
        } else {
            for (int n = 0; n < count; n++) {
                MemorySegment.copy(in, i, out, o + (long) n * bytes, bytes);
            }
        }
    }
}
