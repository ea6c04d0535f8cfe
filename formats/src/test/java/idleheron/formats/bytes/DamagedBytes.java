package idleheron.formats.bytes;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Random;

/** Files damaged on purpose: cut off, a bit turned, numbers that lie, or words of eight bytes from elsewhere in the file. */
public final class DamagedBytes {
    private static final long[] LIES = {
        0,
        -1,
        1,
        7,
        255,
        65_535,
        1 << 20,
        Integer.MAX_VALUE,
        Integer.MIN_VALUE,
        1L << 40,
        Long.MIN_VALUE,
        16,
        -2,
        0xC02E_0000_0000_0058L
    };

    private DamagedBytes() {}

    /**
     * One damaged file.
     *
     * @param n how: every fifth is cut off, the others have one to three places of one kind
     */
    public static byte[] of(byte[] sound, int n, Random random) {
        if (n % 5 == 0) {
            return Arrays.copyOf(sound, random.nextInt(sound.length));
        }
        byte[] out = sound.clone();
        ByteBuffer b = ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i <= n % 3; i++) {
            int at = 8 + random.nextInt(out.length - 16);
            switch (n % 5) {
                case 1 -> out[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> b.putLong(at, LIES[random.nextInt(LIES.length)]);
                case 3 -> b.putInt(at, (int) LIES[random.nextInt(LIES.length)]);
                default -> b.putLong(at, b.getLong(8 + 8 * random.nextInt((out.length - 16) / 8)));
            }
        }
        return out;
    }
}
