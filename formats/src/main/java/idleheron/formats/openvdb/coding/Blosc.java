package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import io.airlift.compress.v3.MalformedInputException;
import io.airlift.compress.v3.lz4.Lz4JavaCompressor;
import io.airlift.compress.v3.lz4.Lz4JavaDecompressor;
import io.airlift.compress.v3.snappy.SnappyJavaDecompressor;
import io.airlift.compress.v3.zstd.ZstdJavaDecompressor;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * Blosc 1 buffers. One object works for one thread at a time.
 *
 * <pre>
 * u8   version 2, u8 coder version, u8 flags, u8 bytes per element
 * u32  unpacked size, u32 block size, u32 packed size with these 16 bytes
 *      flags: 1 bytes shuffled, 2 copied plainly, 4 bits shuffled, 10 (hex) not split,
 *             bits 5 to 7 the coder: 0 blosclz, 1 lz4, 2 snappy, 3 zlib, 4 zstd
 * copied plainly: the bytes follow, never shuffled
 * else: i32 per block: where it starts; a block is one stream, or where it is split one per byte of an element;
 *       a stream is an i32 size and its bytes, stored where the size is that of the unpacked stream
 * shuffled: of a block of m elements byte b of element e stands at b·m + e, a rest is left at the end
 * </pre>
 */
final class Blosc {
    static final int HEADER = 16;
    private static final int SHUFFLED = 1;
    private static final int PLAIN = 2;
    private static final int BITS = 4;
    private static final int WHOLE = 0x10;
    private static final int LZ4 = 1 << 5;
    private static final int LARGEST_SPLIT = 16;
    private static final int SMALLEST_STREAM = 128;
    private static final VarHandle INT = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

    private final Lz4JavaDecompressor lz4 = new Lz4JavaDecompressor();
    private final ZstdJavaDecompressor zstd = new ZstdJavaDecompressor();
    private final SnappyJavaDecompressor snappy = new SnappyJavaDecompressor();
    private final Lz4JavaCompressor packer = new Lz4JavaCompressor();
    private byte[] stage = new byte[0];

    /**
     * @param in the buffer from 0 to {@code length}; its array may be longer
     * @param out room for {@code size} bytes from 0
     * @throws BloscException when the buffer does not give just {@code size} bytes
     */
    void unpack(byte[] in, int length, byte[] out, int size) throws BloscException {
        if (length < HEADER) {
            throw new BloscException(
                    say("formats.openvdb.coding.Blosc.a-header-of-16-bytes"),
                    say("formats.openvdb.coding.Blosc.bytes", length));
        }
        int flags = in[2] & 255;
        int element = Math.max(1, in[3] & 255);
        int told = (int) INT.get(in, 4);
        int block = (int) INT.get(in, 8);
        int packed = (int) INT.get(in, 12);
        if (told != size) {
            throw new BloscException(
                    say("formats.openvdb.coding.Blosc.bytes-unpacked", size), Integer.toUnsignedString(told));
        }
        if (packed != length) {
            throw new BloscException(
                    say("formats.openvdb.coding.Blosc.bytes-packed", length), Integer.toUnsignedString(packed));
        }
        if (size == 0) {
            return;
        }
        if ((flags & PLAIN) != 0) {
            if (length - HEADER < size) {
                throw new BloscException(say("formats.openvdb.coding.Blosc.plain-bytes", size), (length - HEADER) + "");
            }
            System.arraycopy(in, HEADER, out, 0, size);
            return;
        }
        if ((flags & BITS) != 0) {
            throw new BloscException(
                    say("formats.openvdb.coding.Blosc.shuffled-bytes"),
                    say("formats.openvdb.coding.Blosc.shuffled-bits"));
        }
        if (block <= 0) {
            throw new BloscException(say("formats.openvdb.coding.Blosc.a-block-size-above-0"), block + "");
        }
        int blocks = (int) (((long) size + block - 1) / block);
        if (length - HEADER < 4L * blocks) {
            throw new BloscException(
                    say("formats.openvdb.coding.Blosc.block-starts", blocks), (length - HEADER) / 4 + "");
        }
        boolean shuffled = (flags & SHUFFLED) != 0 && element > 1;
        if (stage.length < Math.min(block, size)) {
            stage = new byte[Math.min(block, size)];
        }
        Packed whole = new Packed(in, length, coder(flags >> 5));
        for (int b = 0; b < blocks; b++) {
            int to = b * block;
            int n = Math.min(block, size - to);
            boolean split = (flags & WHOLE) == 0
                    && element <= LARGEST_SPLIT
                    && block / element >= SMALLEST_STREAM
                    && n == block;
            byte[] target = shuffled ? stage : out;
            int first = shuffled ? 0 : to;
            whole.streams((int) INT.get(in, HEADER + 4 * b), target, first, n, split ? element : 1);
            if (shuffled) {
                unshuffle(stage, n, element, out, to);
            }
        }
    }

    /** Unpacks a stream of {@code n} bytes at {@code at} into at most {@code room} bytes; gives how many came of it. */
    @FunctionalInterface
    private interface Coder {
        int unpack(byte[] in, int at, int n, byte[] out, int to, int room) throws BloscException;
    }

    private Coder coder(int number) throws BloscException {
        return switch (number) {
            case 0 -> BloscLz::unpack;
            case 1 -> lz4::decompress;
            case 2 -> snappy::decompress;
            case 3 -> Blosc::zlib;
            case 4 -> zstd::decompress;
            default -> throw new BloscException(say("formats.openvdb.coding.Blosc.a-coder-from-0-to-4"), number + "");
        };
    }

    /**
     * The bytes of one buffer.
     *
     * @param length how many of {@code in} are its own
     */
    private record Packed(byte[] in, int length, Coder coder) {

        /** Unpacks a block that begins at {@code start} and was cut into streams of equal length. */
        void streams(int start, byte[] out, int to, int size, int splits) throws BloscException {
            int at = start;
            int each = size / splits;
            for (int s = 0; s < splits; s++) {
                if (at < HEADER || at > length - 4) {
                    throw new BloscException(
                            say("formats.openvdb.coding.Blosc.a-stream-inside-the-buffer"),
                            say("formats.openvdb.coding.Blosc.one-at", at));
                }
                int n = (int) INT.get(in, at);
                at += 4;
                if (n < 0 || n > length - at) {
                    throw new BloscException(
                            say("formats.openvdb.coding.Blosc.a-stream-of-at-most-bytes", (length - at)), n + "");
                }
                int o = to + s * each;
                if (n == each) {
                    System.arraycopy(in, at, out, o, each);
                } else {
                    int got = unpacked(at, n, out, o, each);
                    if (got != each) {
                        throw new BloscException(
                                say("formats.openvdb.coding.Blosc.a-stream-of-bytes-unpacked", each), got + "");
                    }
                }
                at += n;
            }
        }

        private int unpacked(int at, int n, byte[] out, int to, int room) throws BloscException {
            try {
                return coder.unpack(in, at, n, out, to, room);
            } catch (MalformedInputException | IllegalArgumentException | IndexOutOfBoundsException e) {
                throw new BloscException(
                        say("formats.openvdb.coding.Blosc.a-sound-stream"), String.valueOf(e.getMessage()));
            }
        }
    }

    private static int zlib(byte[] in, int at, int n, byte[] out, int to, int room) throws BloscException {
        try (Inflater i = new Inflater()) {
            i.setInput(in, at, n);
            return i.inflate(out, to, room);
        } catch (DataFormatException e) {
            throw new BloscException(say("formats.openvdb.coding.Blosc.a-zlib-stream"), String.valueOf(e.getMessage()));
        }
    }

    private static void unshuffle(byte[] in, int n, int element, byte[] out, int to) {
        int m = n / element;
        if (element == 4) {
            for (int e = 0; e < m; e++) {
                INT.set(
                        out,
                        to + 4 * e,
                        (in[e] & 255) | (in[m + e] & 255) << 8 | (in[2 * m + e] & 255) << 16 | in[3 * m + e] << 24);
            }
        } else {
            for (int b = 0; b < element; b++) {
                for (int e = 0; e < m; e++) {
                    out[to + e * element + b] = in[b * m + e];
                }
            }
        }
        System.arraycopy(in, m * element, out, to + m * element, n - m * element);
    }

    /** Most bytes that {@link #pack} may need. */
    static int room(int size) {
        return HEADER + size + 64 + size / 200 + 4 * 8;
    }

    /**
     * Packs with LZ4, elements of 4 bytes, shuffled, in one block and a shorter one for a rest of the size by 4; plainly copied
     * where that is no smaller.
     *
     * @return bytes written to {@code out} from 0
     */
    int pack(byte[] in, int size, byte[] out) {
        int block = size < 4 ? size : size & -4;
        int blocks = block == size || size == 0 ? 1 : 2;
        boolean split = block / 4 >= SMALLEST_STREAM;
        int at = size == 0 ? Integer.MAX_VALUE : HEADER + 4 * blocks;
        if (stage.length < size) {
            stage = new byte[size];
        }
        for (int b = 0; b < blocks && at < HEADER + size; b++) {
            INT.set(out, HEADER + 4 * b, at);
            int from = b * block;
            int n = Math.min(block, size - from);
            shuffle(in, from, n);
            int splits = split && n == block ? 4 : 1;
            for (int s = 0; s < splits && at < HEADER + size; s++) {
                at = packStream(s * (n / splits), n / splits, out, at, size);
            }
        }
        boolean plain = at >= HEADER + size;
        if (plain) {
            System.arraycopy(in, 0, out, HEADER, size);
            at = HEADER + size;
        }
        out[0] = 2;
        out[1] = 1;
        out[2] = (byte) (LZ4 | SHUFFLED | (plain ? PLAIN : 0) | (split ? 0 : WHOLE));
        out[3] = 4;
        INT.set(out, 4, size);
        INT.set(out, 8, block);
        INT.set(out, 12, at);
        return at;
    }

    private int packStream(int from, int n, byte[] out, int at, int size) {
        int room = packer.maxCompressedLength(n);
        byte[] to = new byte[room];
        int got = n < 13 ? n : packer.compress(stage, from, n, to, 0, room);
        boolean stored = got >= n;
        int length = stored ? n : got;
        if (at + 4 + length > HEADER + size) {
            return Integer.MAX_VALUE;
        }
        INT.set(out, at, length);
        System.arraycopy(stored ? stage : to, stored ? from : 0, out, at + 4, length);
        return at + 4 + length;
    }

    private void shuffle(byte[] in, int from, int n) {
        int m = n / 4;
        for (int e = 0; e < m; e++) {
            for (int b = 0; b < 4; b++) {
                stage[b * m + e] = in[from + 4 * e + b];
            }
        }
        System.arraycopy(in, from + 4 * m, stage, 4 * m, n - 4 * m);
    }
}
