package idleheron.core.bytes;

import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.Arrays;
import java.util.zip.Checksum;

/**
 * What runs over memory in one go. Memory of a mapped file can vanish while it is looked at, when somebody cuts the file: Java
 * code then gets an {@link InternalError}, code of the machine ends the process. So mapped memory goes through an array, piece
 * by piece, before anything but Java code sees it.
 */
public final class Bytes {
    private static final int PIECE = 1 << 16;

    private Bytes() {}

    /** Adds all bytes to a sum. */
    public static void add(Checksum sum, MemorySegment m) {
        if (!m.isMapped()) {
            sum.update(m.asByteBuffer());
            return;
        }
        byte[] piece = new byte[(int) Math.min(PIECE, m.byteSize())];
        for (long at = 0; at < m.byteSize(); at += piece.length) {
            sum.update(piece, 0, copy(m, at, piece));
        }
    }

    /** Whether both have the same bytes. */
    public static boolean equal(MemorySegment a, MemorySegment b) {
        if (a.byteSize() != b.byteSize()) {
            return false;
        }
        if (!a.isMapped() && !b.isMapped()) {
            return a.mismatch(b) < 0;
        }
        byte[] x = new byte[(int) Math.min(PIECE, a.byteSize())];
        byte[] y = new byte[x.length];
        for (long at = 0; at < a.byteSize(); at += x.length) {
            int n = copy(a, at, x);
            copy(b, at, y);
            if (!Arrays.equals(x, 0, n, y, 0, n)) {
                return false;
            }
        }
        return true;
    }

    /** The same bytes where no file can take them away. */
    public static MemorySegment held(MemorySegment m) {
        return m.isMapped() ? MemorySegment.ofArray(m.toArray(ValueLayout.JAVA_BYTE)) : m;
    }

    private static int copy(MemorySegment m, long at, byte[] into) {
        int n = (int) Math.min(into.length, m.byteSize() - at);
        MemorySegment.copy(m, ValueLayout.JAVA_BYTE, at, into, 0, n);
        return n;
    }
}
