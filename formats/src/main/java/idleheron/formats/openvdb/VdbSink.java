package idleheron.formats.openvdb;

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
        buffer[room(1)] = (byte) v;
    }

    void i32(int v) {
        INT.set(buffer, room(4), v);
    }

    void i64(long v) {
        LONG.set(buffer, room(8), v);
    }

    void f64(double v) {
        i64(Double.doubleToRawLongBits(v));
    }

    void bytes(byte[] v) {
        bytes(v, 0, v.length);
    }

    void bytes(byte[] v, int from, int n) {
        System.arraycopy(v, from, buffer, room(n), n);
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

    void clear() {
        size = 0;
    }

    void to(OutputStream out) throws IOException {
        out.write(buffer, 0, size);
        size = 0;
    }
}
