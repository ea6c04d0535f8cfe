package idleheron.formats.fbx;

import idleheron.formats.FormatException;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/**
 * The data of arrays: little-endian elements, raw or as one whole zlib stream. Packs and unpacks on all cores.
 *
 * <p>An unpacked size that is more than thirty times the packed one is not believed at once: such an array is unpacked
 * piece by piece, so that a wrong count costs no memory.
 */
final class FbxArrayCoding {
    /** Deflate cannot pack tighter than this. */
    static final long MOST_COMPRESSED = 1032;

    static final long LARGEST = 1L << 30;
    private static final int BELIEVED = 30;
    private static final int RAW_BELOW = 128;

    /** Packs nearly as tight as the default and twice as fast. */
    private static final int LEVEL = 4;

    private FbxArrayCoding() {}

    /** An array whose place in the record is kept and whose data is unpacked later. */
    record Task(FbxValue[] into, int index, char code, int offset, int length, int count, boolean packed) {}

    /** The bytes that stand for an array in a binary file. */
    record Encoded(char code, int count, boolean packed, byte[] data) {}

    static int elementSize(char code) {
        return switch (code) {
            case 'd', 'l' -> 8;
            case 'f', 'i' -> 4;
            default -> 1;
        };
    }

    static void decode(String file, byte[] source, List<Task> tasks) throws FormatException {
        AtomicReference<FormatException> failed = new AtomicReference<>();
        tasks.parallelStream().forEach(t -> {
            try {
                if (failed.get() == null) {
                    t.into[t.index] = decode(file, source, t);
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

    private static FbxValue decode(String file, byte[] source, Task t) throws FormatException {
        int size = t.count * elementSize(t.code);
        byte[] data = source;
        int at = t.offset;
        if (t.packed) {
            data = inflate(file, source, t, size);
            at = 0;
        }
        ByteBuffer in = ByteBuffer.wrap(data, at, size).slice().order(ByteOrder.LITTLE_ENDIAN);
        return switch (t.code) {
            case 'd' -> {
                double[] out = new double[t.count];
                in.asDoubleBuffer().get(out);
                yield new FbxValue.Doubles(out);
            }
            case 'f' -> {
                float[] out = new float[t.count];
                in.asFloatBuffer().get(out);
                yield new FbxValue.Floats(out);
            }
            case 'l' -> {
                long[] out = new long[t.count];
                in.asLongBuffer().get(out);
                yield new FbxValue.Longs(out);
            }
            case 'i' -> {
                int[] out = new int[t.count];
                in.asIntBuffer().get(out);
                yield new FbxValue.Ints(out);
            }
            default -> {
                byte[] out = new byte[t.count];
                in.get(out);
                yield t.code == 'b' ? new FbxValue.Flags(out) : new FbxValue.Bytes(out);
            }
        };
    }

    private static byte[] inflate(String file, byte[] source, Task t, int size) throws FormatException {
        try (Inflater inflater = new Inflater()) {
            inflater.setInput(source, t.offset, t.length);
            if (size <= (long) t.length * BELIEVED) {
                byte[] out = new byte[size];
                int at = 0;
                while (at < size) {
                    int n = inflater.inflate(out, at, size - at);
                    if (n == 0) {
                        break;
                    }
                    at += n;
                }
                return checked(file, t, inflater, out, at, size);
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] piece = new byte[1 << 16];
            while (out.size() < size) {
                int n = inflater.inflate(piece, 0, Math.min(piece.length, size - out.size()));
                if (n == 0) {
                    break;
                }
                out.write(piece, 0, n);
            }
            return checked(file, t, inflater, out.toByteArray(), out.size(), size);
        } catch (DataFormatException e) {
            throw FormatException.at(file, t.offset, "a zlib stream", "damaged data (" + e.getMessage() + ")");
        }
    }

    /** The stream must end just there, and its checksum must hold. */
    private static byte[] checked(String file, Task t, Inflater inflater, byte[] out, int got, int size)
            throws FormatException, DataFormatException {
        int more = inflater.finished() ? 0 : inflater.inflate(new byte[1]);
        if (got != size || more > 0 || !inflater.finished()) {
            throw FormatException.at(
                    file,
                    t.offset,
                    size + " unpacked bytes",
                    more > 0 ? "more" : got + " bytes and no end of the stream");
        }
        return out;
    }

    static Encoded encode(FbxValue.Array array) {
        char code;
        ByteBuffer out =
                ByteBuffer.allocate(Math.multiplyExact(array.length(), 8)).order(ByteOrder.LITTLE_ENDIAN);
        int size;
        switch (array) {
            case FbxValue.Doubles a -> {
                code = 'd';
                out.asDoubleBuffer().put(a.values());
                size = 8 * a.length();
            }
            case FbxValue.Floats a -> {
                code = 'f';
                out.asFloatBuffer().put(a.values());
                size = 4 * a.length();
            }
            case FbxValue.Longs a -> {
                code = 'l';
                out.asLongBuffer().put(a.values());
                size = 8 * a.length();
            }
            case FbxValue.Ints a -> {
                code = 'i';
                out.asIntBuffer().put(a.values());
                size = 4 * a.length();
            }
            case FbxValue.Flags a -> {
                code = 'b';
                out.put(a.values());
                size = a.length();
            }
            case FbxValue.Bytes a -> {
                code = 'c';
                out.put(a.values());
                size = a.length();
            }
        }
        byte[] raw = java.util.Arrays.copyOf(out.array(), size);
        if (size < RAW_BELOW) {
            return new Encoded(code, array.length(), false, raw);
        }
        return new Encoded(code, array.length(), true, deflate(raw));
    }

    private static byte[] deflate(byte[] raw) {
        try (Deflater deflater = new Deflater(LEVEL)) {
            deflater.setInput(raw);
            deflater.finish();
            ByteArrayOutputStream out = new ByteArrayOutputStream(raw.length / 2 + 64);
            byte[] piece = new byte[1 << 16];
            while (!deflater.finished()) {
                out.write(piece, 0, deflater.deflate(piece));
            }
            return out.toByteArray();
        }
    }
}
