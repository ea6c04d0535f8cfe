package idleheron.formats.alembic.archive;

import idleheron.formats.bytes.ByteCursor;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;

/**
 * MurmurHash3 x64 with 128 bits and seed 0: the key that stands before every sample. Source: the public-domain description by
 * Austin Appleby.
 */
public final class Murmur3 {
    private static final long C1 = 0x87c37b91114253d5L;
    private static final long C2 = 0x4cf5ad432745937fL;

    private Murmur3() {}

    /** Two halves of the hash of all bytes. */
    public static Key of(MemorySegment data) {
        long n = data.byteSize();
        long blocks = n / 16 * 16;
        long h1 = 0;
        long h2 = 0;
        for (long i = 0; i < blocks; i += 16) {
            h1 ^= scatter1(data.get(ByteCursor.LONG, i));
            h1 = (Long.rotateLeft(h1, 27) + h2) * 5 + 0x52dce729;
            h2 ^= scatter2(data.get(ByteCursor.LONG, i + 8));
            h2 = (Long.rotateLeft(h2, 31) + h1) * 5 + 0x38495ab5;
        }
        long k1 = 0;
        long k2 = 0;
        for (long i = n - 1; i >= blocks; i--) {
            long b = data.get(ValueLayout.JAVA_BYTE, i) & 255;
            if (i - blocks >= 8) {
                k2 = k2 << 8 | b;
            } else {
                k1 = k1 << 8 | b;
            }
        }
        h2 ^= scatter2(k2);
        h1 ^= scatter1(k1);
        h1 ^= n;
        h2 ^= n;
        h1 += h2;
        h2 += h1;
        h1 = finish(h1);
        h2 = finish(h2);
        h1 += h2;
        h2 += h1;
        return new Key(h1, h2);
    }

    private static long scatter1(long k) {
        return Long.rotateLeft(k * C1, 31) * C2;
    }

    private static long scatter2(long k) {
        return Long.rotateLeft(k * C2, 33) * C1;
    }

    private static long finish(long h) {
        long k = h;
        k ^= k >>> 33;
        k *= 0xff51afd7ed558ccdL;
        k ^= k >>> 33;
        k *= 0xc4ceb9fe1a85ec53L;
        return k ^ k >>> 33;
    }

    /** 16 bytes: low, then high, each little-endian. */
    public record Key(long low, long high) {}
}
