package idleheron.formats.fbx;

import idleheron.core.job.Cores;
import idleheron.formats.ByteCursor;
import idleheron.formats.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * The data of arrays: little-endian elements, raw or as one whole zlib stream. Unpacks on all cores, the largest first,
 * through a small buffer straight into the array.
 *
 * <p>An unpacked size that is more than thirty times the packed one is not believed at once: such a stream is run through
 * once without keeping anything, so that a wrong count costs no memory.
 */
final class FbxArrayCoding {
    /** Deflate cannot pack tighter than this. */
    static final long MOST_COMPRESSED = 1032;

    /** Elements in one array. */
    static final long MOST = Integer.MAX_VALUE - 16L;

    private static final int BELIEVED = 30;
    private static final int PIECE = 1 << 15;

    private FbxArrayCoding() {}

    /** An array whose place in the record is kept and whose data is unpacked later. */
    record Task(FbxValue[] into, int index, char code, long offset, long length, int count, boolean packed) {
        long size() {
            return (long) count * elementSize(code);
        }
    }

    static int elementSize(char code) {
        return switch (code) {
            case 'd', 'l' -> 8;
            case 'f', 'i' -> 4;
            default -> 1;
        };
    }

    static void decode(String file, MemorySegment source, List<Task> tasks) throws FormatException {
        AtomicReference<FormatException> failed = new AtomicReference<>();
        List<Task> order = new ArrayList<>(tasks);
        order.sort(Comparator.comparingLong(Task::size).reversed());
        Cores.each(order.size(), i -> {
            Task t = order.get(i);
            try {
                if (failed.get() == null) {
                    t.into[t.index] = t.packed ? unpack(file, source, t) : copy(source, t);
                }
            } catch (FormatException e) {
                failed.compareAndSet(null, e);
            }
        });
        FormatException e = failed.get();
        if (e != null) {
            throw e;
        }
    }

    private static FbxValue copy(MemorySegment source, Task t) {
        Object array = allocate(t.code, t.count);
        put(source, t.offset, t.code, array, 0, t.count);
        return value(t.code, array);
    }

    private static Object allocate(char code, int count) {
        return switch (code) {
            case 'd' -> new double[count];
            case 'f' -> new float[count];
            case 'l' -> new long[count];
            case 'i' -> new int[count];
            default -> new byte[count];
        };
    }

    private static FbxValue value(char code, Object array) {
        return switch (array) {
            case double[] a -> new FbxValue.Doubles(a);
            case float[] a -> new FbxValue.Floats(a);
            case long[] a -> new FbxValue.Longs(a);
            case int[] a -> new FbxValue.Ints(a);
            default -> code == 'b' ? new FbxValue.Flags((byte[]) array) : new FbxValue.Bytes((byte[]) array);
        };
    }

    private static void put(MemorySegment from, long offset, char code, Object array, int at, int count) {
        ValueLayout layout = switch (code) {
            case 'd' -> ByteCursor.DOUBLE;
            case 'f' -> ByteCursor.FLOAT;
            case 'l' -> ByteCursor.LONG;
            case 'i' -> ByteCursor.INT;
            default -> ValueLayout.JAVA_BYTE;
        };
        MemorySegment.copy(from, layout, offset, array, at, count);
    }

    /** Inflates through a piece whose length is a multiple of every element's. */
    private static FbxValue unpack(String file, MemorySegment source, Task t) throws FormatException {
        if (t.size() > t.length * BELIEVED) {
            run(file, source, t, null);
        }
        Object array = allocate(t.code, t.count);
        run(file, source, t, array);
        return value(t.code, array);
    }

    /** One pass over the stream; without an array it only holds the size and checksum against what is claimed. */
    private static void run(String file, MemorySegment source, Task t, @org.jspecify.annotations.Nullable Object array)
            throws FormatException {
        try (Inflater inflater = new Inflater()) {
            byte[] piece = new byte[PIECE];
            MemorySegment view = MemorySegment.ofArray(piece);
            int element = elementSize(t.code);
            long given = 0;
            long got = 0;
            int held = 0;
            int put = 0;
            while (!inflater.finished()) {
                if (inflater.needsInput()) {
                    long n = Math.min(1 << 30, t.length - given);
                    if (n == 0) {
                        break;
                    }
                    inflater.setInput(source.asSlice(t.offset + given, n).asByteBuffer());
                    given += n;
                }
                int n = inflater.inflate(piece, held, PIECE - held);
                if (n == 0 && inflater.needsDictionary()) {
                    break;
                }
                held += n;
                got += n;
                if (got > t.size()) {
                    throw FormatException.at(file, t.offset, t.size() + " unpacked bytes", "more");
                }
                if (held == PIECE || inflater.finished()) {
                    int whole = held / element;
                    if (array != null) {
                        put(view, 0, t.code, array, put, whole);
                    }
                    put += whole;
                    held = 0;
                }
            }
            if (got != t.size() || !inflater.finished()) {
                throw FormatException.at(
                        file,
                        t.offset,
                        t.size() + " unpacked bytes",
                        got + " bytes" + (inflater.finished() ? "" : " and no end of the stream"));
            }
        } catch (DataFormatException e) {
            throw FormatException.at(file, t.offset, "a zlib stream", "damaged data (" + e.getMessage() + ")");
        }
    }
}
