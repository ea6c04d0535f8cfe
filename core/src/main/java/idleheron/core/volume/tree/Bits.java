package idleheron.core.volume.tree;

/** Masks of slots: bit n is bit (n mod 64) of word n / 64. */
public final class Bits {
    private Bits() {}

    /** Whether a bit is set, counted from word {@code from}. */
    public static boolean on(long[] words, int from, int bit) {
        return (words[from + (bit >> 6)] >>> bit & 1) != 0;
    }

    /** Sets a bit of a mask that begins at a word. */
    public static void set(long[] words, int from, int bit) {
        words[from + (bit >> 6)] |= 1L << bit;
    }

    /** Bits that are set in {@code length} words. */
    public static int count(long[] words, int from, int length) {
        int n = 0;
        for (int i = 0; i < length; i++) {
            n += Long.bitCount(words[from + i]);
        }
        return n;
    }

    /** Whether all bits of a mask are set. */
    public static boolean full(long[] words, int from, int length) {
        for (int i = 0; i < length; i++) {
            if (words[from + i] != -1L) {
                return false;
            }
        }
        return true;
    }

    /** The first bit at {@code bit} or after it that is on, or {@code end}. */
    public static int nextOn(long[] words, int from, int bit, int end) {
        int b = bit;
        while (b < end) {
            long w = words[from + (b >> 6)] >>> b;
            if (w != 0) {
                return Math.min(end, b + Long.numberOfTrailingZeros(w));
            }
            b = (b | 63) + 1;
        }
        return end;
    }

    /** The first bit at {@code bit} or after it that is off, or {@code end}. */
    public static int nextOff(long[] words, int from, int bit, int end) {
        int b = bit;
        while (b < end) {
            long w = ~words[from + (b >> 6)] >>> b;
            if (w != 0) {
                return Math.min(end, b + Long.numberOfTrailingZeros(w));
            }
            b = (b | 63) + 1;
        }
        return end;
    }
}
