package idleheron.formats.alembic.archive;

import java.io.Closeable;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Writes groups and data on end, see {@link Ogawa}; the file is marked as finished when the root is told. */
public final class OgawaWriter implements Closeable {
    private static final int ROOM = 1 << 18;
    private final FileChannel out;
    private final ByteBuffer buffer = ByteBuffer.allocateDirect(ROOM).order(ByteOrder.LITTLE_ENDIAN);
    private long at = 16;

    /** A new file; an empty one that is there already is filled. */
    public OgawaWriter(Path file) throws IOException {
        out = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        buffer.put(new byte[] {'O', 'g', 'a', 'w', 'a', 0, 0, 1}).putLong(0);
    }

    private void flush() throws IOException {
        buffer.flip();
        while (buffer.hasRemaining()) {
            out.write(buffer);
        }
        buffer.clear();
    }

    private void room(int n) throws IOException {
        if (buffer.remaining() < n) {
            flush();
        }
    }

    private void put(long v) throws IOException {
        room(8);
        buffer.putLong(v);
        at += 8;
    }

    private void put(MemorySegment m) throws IOException {
        long n = m.byteSize();
        for (long i = 0; i < n; ) {
            int part = (int) Math.min(n - i, ROOM);
            room(part);
            buffer.put(m.asSlice(i, part).asByteBuffer());
            i += part;
        }
        at += n;
    }

    /** A reference to these bytes. */
    public long data(byte[] bytes) throws IOException {
        if (bytes.length == 0) {
            return Ogawa.DATA;
        }
        long here = at;
        put(bytes.length);
        put(MemorySegment.ofArray(bytes));
        return here | Ogawa.DATA;
    }

    /** A reference to a key and the bytes after it. */
    public long sample(Murmur3.Key key, MemorySegment payload) throws IOException {
        long here = at;
        put(StoredSamples.KEY + payload.byteSize());
        put(key.low());
        put(key.high());
        put(payload);
        return here | Ogawa.DATA;
    }

    /** A reference to a group. */
    public long group(long... references) throws IOException {
        if (references.length == 0) {
            return 0;
        }
        long here = at;
        put(references.length);
        for (long r : references) {
            put(r);
        }
        return here;
    }

    /** Tells the root and marks the file as finished. */
    public void finish(long root) throws IOException {
        flush();
        ByteBuffer b = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN).putLong(0, root);
        out.write(b, 8);
        out.write(ByteBuffer.wrap(new byte[] {(byte) 0xff}), 5);
    }

    @Override
    public void close() throws IOException {
        out.close();
    }
}
