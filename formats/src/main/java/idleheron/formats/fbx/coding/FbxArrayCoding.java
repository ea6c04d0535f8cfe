package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.bytes.Unzlib;
import idleheron.formats.fbx.document.FbxValue;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.atomic.AtomicReference;
import java.util.zip.DataFormatException;

/**
 * The data of arrays: little-endian elements, raw or as one whole zlib stream. Unpacks on all cores, the largest first,
 * straight into the array.
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
        ConcurrentLinkedDeque<Unzlib> idle = new ConcurrentLinkedDeque<>();
        try {
            Cores.each(order.size(), i -> {
                Task t = order.get(i);
                Unzlib waiting = idle.poll();
                Unzlib unzlib = waiting == null ? new Unzlib() : waiting;
                try {
                    if (failed.get() == null) {
                        t.into[t.index] = t.packed ? unpack(file, source, t, unzlib) : copy(source, t);
                    }
                } catch (FormatException e) {
                    failed.compareAndSet(null, e);
                } finally {
                    idle.push(unzlib);
                }
            });
        } finally {
            idle.forEach(Unzlib::close);
        }
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

    private static FbxValue unpack(String file, MemorySegment source, Task t, Unzlib unzlib) throws FormatException {
        MemorySegment packed = source.asSlice(t.offset, t.length);
        try {
            if (t.size() > t.length * BELIEVED) {
                Unzlib.weigh(packed, t.size());
            }
            Object array = allocate(t.code, t.count);
            unzlib.unpack(packed, segment(array));
            return value(t.code, array);
        } catch (DataFormatException e) {
            throw FormatException.at(
                    file,
                    t.offset,
                    say("formats.fbx.coding.FbxArrayCoding.a-zlib-stream-of-unpacked-bytes", t.size()),
                    say("formats.fbx.coding.FbxArrayCoding.damaged-data", e.getMessage()));
        }
    }

    private static MemorySegment segment(Object array) {
        return switch (array) {
            case double[] a -> MemorySegment.ofArray(a);
            case float[] a -> MemorySegment.ofArray(a);
            case long[] a -> MemorySegment.ofArray(a);
            case int[] a -> MemorySegment.ofArray(a);
            default -> MemorySegment.ofArray((byte[]) array);
        };
    }
}
