package idleheron.formats.alembic.archive;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * SpookyHash V2 with 128 bits and both seeds 0: the hashes of object and property headers. Source: the public-domain
 * description by Bob Jenkins.
 */
public final class SpookyHash {
    private static final long CONSTANT = 0xdeadbeefdeadbeefL;
    private static final int[] SHORT_MIX = {50, 52, 30, 41, 54, 48, 38, 37, 62, 34, 5, 36};
    private static final int[] SHORT_END = {15, 52, 26, 51, 28, 9, 47, 54, 32, 25, 63};
    private static final int[] MIX = {11, 32, 43, 31, 17, 28, 39, 57, 55, 54, 22, 46};
    private static final int[] END = {44, 15, 34, 21, 38, 33, 10, 13, 38, 53, 42, 54};
    private static final int SMALL = 192;
    private static final int BLOCK = 96;

    private SpookyHash() {}

    /** Two halves of the hash of a message. */
    public static long[] of(byte[] message) {
        ByteBuffer in = ByteBuffer.wrap(message).order(ByteOrder.LITTLE_ENDIAN);
        return message.length < SMALL ? small(message, in) : large(message, in);
    }

    private static long[] small(byte[] message, ByteBuffer in) {
        int n = message.length;
        long[] h = {0, 0, CONSTANT, CONSTANT};
        int at = 0;
        int left = n % 32;
        if (n > 15) {
            for (; n - at >= 32; at += 32) {
                h[2] += in.getLong(at);
                h[3] += in.getLong(at + 8);
                shortMix(h);
                h[0] += in.getLong(at + 16);
                h[1] += in.getLong(at + 24);
            }
            if (left >= 16) {
                h[2] += in.getLong(at);
                h[3] += in.getLong(at + 8);
                shortMix(h);
                at += 16;
                left -= 16;
            }
        }
        h[3] += (long) n << 56;
        if (left == 0) {
            h[2] += CONSTANT;
            h[3] += CONSTANT;
        } else {
            ByteBuffer tail = ByteBuffer.allocate(16).order(ByteOrder.LITTLE_ENDIAN);
            tail.put(message, at, left);
            h[2] += tail.getLong(0);
            h[3] += tail.getLong(8);
        }
        shortEnd(h);
        return new long[] {h[0], h[1]};
    }

    private static void shortMix(long[] h) {
        for (int i = 0; i < SHORT_MIX.length; i++) {
            int a = 2 + i & 3;
            h[a] = Long.rotateLeft(h[a], SHORT_MIX[i]) + h[a + 1 & 3];
            h[a + 2 & 3] ^= h[a];
        }
    }

    private static void shortEnd(long[] h) {
        for (int i = 0; i < SHORT_END.length; i++) {
            int a = 3 + i & 3;
            int b = a + 3 & 3;
            h[a] ^= h[b];
            h[b] = Long.rotateLeft(h[b], SHORT_END[i]);
            h[a] += h[b];
        }
    }

    /** The end of the short form over two hashes, as samples are put in a chain. */
    public static long[] chain(long[] h, long[] next) {
        long[] all = {h[0], h[1], next[0], next[1]};
        shortEnd(all);
        return new long[] {all[0], all[1]};
    }

    private static long[] large(byte[] message, ByteBuffer in) {
        int n = message.length;
        long[] h = new long[12];
        for (int i = 2; i < 12; i += 3) {
            h[i] = CONSTANT;
        }
        int at = 0;
        for (; n - at >= BLOCK; at += BLOCK) {
            for (int i = 0; i < 12; i++) {
                h[i] += in.getLong(at + 8 * i);
                h[(i + 2) % 12] ^= h[(i + 10) % 12];
                h[(i + 11) % 12] ^= h[i];
                h[i] = Long.rotateLeft(h[i], MIX[i]);
                h[(i + 11) % 12] += h[(i + 1) % 12];
            }
        }
        byte[] rest = Arrays.copyOf(Arrays.copyOfRange(message, at, n), BLOCK);
        rest[BLOCK - 1] = (byte) (n - at);
        ByteBuffer tail = ByteBuffer.wrap(rest).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 12; i++) {
            h[i] += tail.getLong(8 * i);
        }
        for (int round = 0; round < 3; round++) {
            for (int i = 0; i < 12; i++) {
                h[(i + 11) % 12] += h[(i + 1) % 12];
                h[(i + 2) % 12] ^= h[(i + 11) % 12];
                h[(i + 1) % 12] = Long.rotateLeft(h[(i + 1) % 12], END[i]);
            }
        }
        return new long[] {h[0], h[1]};
    }
}
