package idleheron.formats.openvdb.coding;

import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Little-endian numbers on end in memory, handed on in pieces. */
final class VdbSink {
    private static final VarHandle INT = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
    private static final VarHandle LONG = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

    private byte[] buffer = new byte[1 << 16];
    private int size;

    private int room(int bytes) {
        if (bytes > buffer.length - size) {
            buffer = Arrays.copyOf(buffer, Math.max(Math.addExact(size, bytes), Math.min(1 << 30, buffer.length * 2)));
        }
        int at = size;
        size += bytes;
        return at;
    }

    int size() {
        return size;
    }

    void u8(int v) {
        int at = room(1);
        buffer[at] = (byte) v;
    }

    void i32(int v) {
        int at = room(4);
        INT.set(buffer, at, v);
    }

    void i64(long v) {
        int at = room(8);
        LONG.set(buffer, at, v);
    }

    void f64(double v) {
        i64(Double.doubleToRawLongBits(v));
    }

    void bytes(byte[] v) {
        bytes(v, 0, v.length);
    }

    void bytes(byte[] v, int from, int n) {
        int at = room(n);
        System.arraycopy(v, from, buffer, at, n);
    }

    void bytes(MemorySegment from, long at, int n) {
        int to = room(n);
        MemorySegment.copy(from, ValueLayout.JAVA_BYTE, at, buffer, to, n);
    }

    void words(long[] v, int from, int n) {
        int to = room(8 * n);
        for (int i = 0; i < n; i++) {
            LONG.set(buffer, to + 8 * i, v[from + i]);
        }
    }

    void string(String s) {
        byte[] raw = s.getBytes(StandardCharsets.UTF_8);
        i32(raw.length);
        bytes(raw);
    }

    /** What was written, and starts anew. */
    byte[] take() {
        byte[] out = Arrays.copyOf(buffer, size);
        size = 0;
        return out;
    }

    void to(OutputStream out) throws IOException {
        out.write(buffer, 0, size);
        size = 0;
    }
}
