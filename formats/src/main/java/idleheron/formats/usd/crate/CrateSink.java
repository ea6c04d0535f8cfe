package idleheron.formats.usd.crate;

import idleheron.formats.bytes.ByteCursor;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;

/** Little-endian bytes on their way to a file, with the place they go to. */
final class CrateSink {
    private static final int ROOM = 1 << 16;

    private final FileChannel out;
    private final byte[] buffer = new byte[ROOM];
    private final MemorySegment segment = MemorySegment.ofArray(buffer);
    private int used;
    private long flushed;

    CrateSink(FileChannel out) {
        this.out = out;
    }

    long at() {
        return flushed + used;
    }

    private void room(int n) throws IOException {
        if (used + n > ROOM) {
            flush();
        }
    }

    void flush() throws IOException {
        all(ByteBuffer.wrap(buffer, 0, used));
        flushed += used;
        used = 0;
    }

    private void all(ByteBuffer b) throws IOException {
        while (b.hasRemaining()) {
            out.write(b);
        }
    }

    void u8(int v) throws IOException {
        room(1);
        buffer[used++] = (byte) v;
    }

    void i32(int v) throws IOException {
        room(4);
        segment.set(ByteCursor.INT, used, v);
        used += 4;
    }

    void i64(long v) throws IOException {
        room(8);
        segment.set(ByteCursor.LONG, used, v);
        used += 8;
    }

    void f64(double v) throws IOException {
        i64(Double.doubleToRawLongBits(v));
    }

    void bytes(byte[] b) throws IOException {
        bytes(MemorySegment.ofArray(b));
    }

    void bytes(MemorySegment m) throws IOException {
        long n = m.byteSize();
        if (n <= ROOM - used) {
            MemorySegment.copy(m, ValueLayout.JAVA_BYTE, 0, buffer, used, (int) n);
            used += (int) n;
            return;
        }
        flush();
        for (long at = 0; at < n; at += Integer.MAX_VALUE) {
            ByteBuffer b = m.asSlice(at, Math.min(Integer.MAX_VALUE, n - at)).asByteBuffer();
            flushed += b.remaining();
            all(b);
        }
    }

    /** A packed block with its size before it. */
    void packed(byte[] block) throws IOException {
        i64(block.length);
        bytes(block);
    }

    /** A name in 16 bytes, filled up with zeros. */
    void name(String s) throws IOException {
        bytes(java.util.Arrays.copyOf(s.getBytes(StandardCharsets.US_ASCII), 16));
    }
}
