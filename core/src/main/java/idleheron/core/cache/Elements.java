package idleheron.core.cache;

import java.lang.foreign.MemorySegment;
import org.jspecify.annotations.Nullable;

/** Chosen elements of sampled values, in a new order; nothing is read until it is asked for. */
public final class Elements {
    private Elements() {}

    /**
     * @param which index of an element per new element
     * @return null for text, whose elements have no fixed size
     */
    public static @Nullable Samples of(Samples s, int[] which) {
        if (s.type().isText()) {
            return null;
        }
        int size = s.type().bytes() * s.extent();
        return s.map((long) which.length, m -> gather(m, which, size));
    }

    private static MemorySegment gather(MemorySegment from, int[] which, int size) {
        MemorySegment out = MemorySegment.ofArray(new byte[Math.multiplyExact(which.length, size)]);
        for (int i = 0; i < which.length; ) {
            int run = i + 1;
            while (run < which.length && which[run] == which[run - 1] + 1) {
                run++;
            }
            MemorySegment.copy(from, (long) which[i] * size, out, (long) i * size, (long) (run - i) * size);
            i = run;
        }
        return out;
    }
}
