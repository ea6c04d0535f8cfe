package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import io.airlift.compress.v3.lz4.Lz4JavaCompressor;
import io.airlift.compress.v3.lz4.Lz4JavaDecompressor;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * The packing of whole numbers in crate files.
 *
 * <pre>
 * packed bytes
 *   u8   blocks: 0 the rest is one LZ4 block; n: n blocks follow
 *   n × { i32 size, LZ4 block }, or the one block
 * unpacked, for count numbers of 4 (8) bytes
 *   i32 (i64)             the most frequent step
 *   ⌈2·count/8⌉ bytes     codes of 2 bits, lowest first: 0 that step, 1 i8 (i16), 2 i16 (i32), 3 i32 (i64)
 *   the other steps, each in its own size
 * </pre>
 *
 * A number is the sum of the steps up to it.
 */
final class CrateInts {
    /** The most that a byte of an LZ4 block can unpack to. */
    private static final int LARGEST_RATIO = 255;

    private CrateInts() {}

    /** @throws IllegalArgumentException when the block is not of that size */
    static byte[] unpack(MemorySegment packed, long size) {
        if (size < 0 || size > Integer.MAX_VALUE - 16 || size > (packed.byteSize() + 8) * LARGEST_RATIO) {
            throw new IllegalArgumentException(
                    say("formats.usd.crate.CrateInts.packed-bytes-cannot-hold", packed.byteSize(), size));
        }
        byte[] out = new byte[(int) size];
        MemorySegment to = MemorySegment.ofArray(out);
        int blocks = packed.get(ValueLayout.JAVA_BYTE, 0) & 255;
        Lz4JavaDecompressor lz4 = new Lz4JavaDecompressor();
        long done = 0;
        try {
            if (blocks == 0) {
                done = lz4.decompress(packed.asSlice(1), to);
            } else {
                long at = 1;
                for (int i = 0; i < blocks; i++) {
                    int n = packed.get(ByteCursor.INT, at);
                    done += lz4.decompress(packed.asSlice(at + 4, n), to.asSlice(done));
                    at += 4 + n;
                }
            }
        } catch (io.airlift.compress.v3.MalformedInputException e) {
            throw new IllegalArgumentException(say("formats.usd.crate.CrateInts.a-broken-lz4-block"), e);
        }
        if (done != size) {
            throw new IllegalArgumentException(
                    say("formats.usd.crate.CrateInts.a-packed-block-holds-bytes-expected", done, size));
        }
        return out;
    }

    static byte[] pack(byte[] in, int length) {
        Lz4JavaCompressor lz4 = new Lz4JavaCompressor();
        byte[] out = new byte[1 + lz4.maxCompressedLength(length)];
        int n = lz4.compress(in, 0, length, out, 1, out.length - 1);
        return Arrays.copyOf(out, 1 + n);
    }

    /** Unpacked size at most: that of numbers which all need their full size. */
    private static long roof(long count, int width) {
        return width + (count + 3) / 4 + count * width;
    }

    /** The unpacked bytes; their size is not stored, only bounded. */
    private static byte[] steps(MemorySegment packed, long count, int width) {
        long least = width + (count + 3) / 4;
        if (count < 0 || least > (packed.byteSize() + 8) * LARGEST_RATIO) {
            throw new IllegalArgumentException(
                    say("formats.usd.crate.CrateInts.packed-bytes-cannot-hold-numbers", packed.byteSize(), count));
        }
        long size = Math.min(roof(count, width), (packed.byteSize() + 8) * LARGEST_RATIO);
        if (packed.byteSize() < 2 || packed.get(ValueLayout.JAVA_BYTE, 0) != 0 || size > Integer.MAX_VALUE - 16) {
            throw new IllegalArgumentException(say("formats.usd.crate.CrateInts.numbers-packed-in-several-blocks"));
        }
        byte[] out = new byte[(int) size];
        try {
            int n = new Lz4JavaDecompressor().decompress(packed.asSlice(1), MemorySegment.ofArray(out));
            return n == out.length ? out : Arrays.copyOf(out, n);
        } catch (io.airlift.compress.v3.MalformedInputException e) {
            throw new IllegalArgumentException(say("formats.usd.crate.CrateInts.a-broken-lz4-block"), e);
        }
    }

    /** @throws IllegalArgumentException when the packed bytes do not hold that many */
    static int[] ints(MemorySegment packed, long count) {
        if (count == 0) {
            return new int[0];
        }
        byte[] b = steps(packed, count, 4);
        int n = Math.toIntExact(count);
        int[] out = new int[n];
        MemorySegment m = MemorySegment.ofArray(b);
        int common = m.get(ByteCursor.INT, 0);
        int at = 4 + (n + 3) / 4;
        int v = 0;
        for (int i = 0; i < n; i++) {
            switch (b[4 + (i >> 2)] >> 2 * (i & 3) & 3) {
                case 0 -> v += common;
                case 1 -> v += b[at++];
                case 2 -> {
                    v += m.get(ByteCursor.SHORT, at);
                    at += 2;
                }
                default -> {
                    v += m.get(ByteCursor.INT, at);
                    at += 4;
                }
            }
            out[i] = v;
        }
        return out;
    }

    /** @throws IllegalArgumentException when the packed bytes do not hold that many */
    static long[] longs(MemorySegment packed, long count) {
        if (count == 0) {
            return new long[0];
        }
        byte[] b = steps(packed, count, 8);
        int n = Math.toIntExact(count);
        long[] out = new long[n];
        MemorySegment m = MemorySegment.ofArray(b);
        long common = m.get(ByteCursor.LONG, 0);
        int at = 8 + (n + 3) / 4;
        long v = 0;
        for (int i = 0; i < n; i++) {
            switch (b[8 + (i >> 2)] >> 2 * (i & 3) & 3) {
                case 0 -> v += common;
                case 1 -> {
                    v += m.get(ByteCursor.SHORT, at);
                    at += 2;
                }
                case 2 -> {
                    v += m.get(ByteCursor.INT, at);
                    at += 4;
                }
                default -> {
                    v += m.get(ByteCursor.LONG, at);
                    at += 8;
                }
            }
            out[i] = v;
        }
        return out;
    }

    static byte[] pack(int[] values) {
        int n = values.length;
        Map<Integer, Integer> seen = new HashMap<>();
        int common = 0;
        int most = 0;
        for (int i = 0; i < n; i++) {
            int step = values[i] - (i == 0 ? 0 : values[i - 1]);
            int times = seen.merge(step, 1, Integer::sum);
            if (times > most || times == most && step > common) {
                most = times;
                common = step;
            }
        }
        byte[] b = new byte[Math.toIntExact(roof(n, 4))];
        MemorySegment m = MemorySegment.ofArray(b);
        m.set(ByteCursor.INT, 0, common);
        int at = 4 + (n + 3) / 4;
        for (int i = 0; i < n; i++) {
            int step = values[i] - (i == 0 ? 0 : values[i - 1]);
            int code = step == common ? 0 : step == (byte) step ? 1 : step == (short) step ? 2 : 3;
            b[4 + (i >> 2)] |= (byte) (code << 2 * (i & 3));
            switch (code) {
                case 0 -> {}
                case 1 -> b[at++] = (byte) step;
                case 2 -> {
                    m.set(ByteCursor.SHORT, at, (short) step);
                    at += 2;
                }
                default -> {
                    m.set(ByteCursor.INT, at, step);
                    at += 4;
                }
            }
        }
        return pack(b, at);
    }

    static byte[] pack(long[] values) {
        int n = values.length;
        Map<Long, Integer> seen = new HashMap<>();
        long common = 0;
        int most = 0;
        for (int i = 0; i < n; i++) {
            long step = values[i] - (i == 0 ? 0 : values[i - 1]);
            int times = seen.merge(step, 1, Integer::sum);
            if (times > most || times == most && step > common) {
                most = times;
                common = step;
            }
        }
        byte[] b = new byte[Math.toIntExact(roof(n, 8))];
        MemorySegment m = MemorySegment.ofArray(b);
        m.set(ByteCursor.LONG, 0, common);
        int at = 8 + (n + 3) / 4;
        for (int i = 0; i < n; i++) {
            long step = values[i] - (i == 0 ? 0 : values[i - 1]);
            int code = step == common ? 0 : step == (short) step ? 1 : step == (int) step ? 2 : 3;
            b[8 + (i >> 2)] |= (byte) (code << 2 * (i & 3));
            switch (code) {
                case 0 -> {}
                case 1 -> {
                    m.set(ByteCursor.SHORT, at, (short) step);
                    at += 2;
                }
                case 2 -> {
                    m.set(ByteCursor.INT, at, (int) step);
                    at += 4;
                }
                default -> {
                    m.set(ByteCursor.LONG, at, step);
                    at += 8;
                }
            }
        }
        return pack(b, at);
    }
}
