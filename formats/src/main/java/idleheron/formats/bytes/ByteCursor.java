package idleheron.formats.bytes;

import static idleheron.core.Messages.say;

import java.io.UncheckedIOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteOrder;

/**
 * A place in the bytes of a file, mapped or in memory, of any size. Numbers are little-endian. Every step is held against a
 * limit before it is made, so that a wrong size in a file is an error with its place and never a read beyond.
 */
public final class ByteCursor {
    public static final ValueLayout.OfShort SHORT = ValueLayout.JAVA_SHORT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    public static final ValueLayout.OfInt INT = ValueLayout.JAVA_INT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    public static final ValueLayout.OfLong LONG = ValueLayout.JAVA_LONG_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    public static final ValueLayout.OfFloat FLOAT = ValueLayout.JAVA_FLOAT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    public static final ValueLayout.OfDouble DOUBLE =
            ValueLayout.JAVA_DOUBLE_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);

    private final String file;
    private final MemorySegment in;
    private final long size;
    private long at;

    public ByteCursor(String file, MemorySegment in, long at) {
        this.file = file;
        this.in = in;
        this.size = in.byteSize();
        this.at = at;
    }

    /** Byte it stands on. */
    public long at() {
        return at;
    }

    /** Moves to a byte; reading beyond the end is told by the next read. */
    public void to(long position) {
        at = position;
    }

    public long size() {
        return size;
    }

    /** Bytes to the end. */
    public long left() {
        return size - at;
    }

    public MemorySegment bytes() {
        return in;
    }

    /** What was expected where it stands and what is there instead. */
    public FormatException wrong(String expected, String found) {
        return FormatException.at(file, at, expected, found);
    }

    /**
     * @throws FormatException when fewer than {@code count} bytes are left before {@code limit}
     */
    public void need(long count, long limit, String what) throws FormatException {
        if (count < 0) {
            throw wrong(say("formats.bytes.ByteCursor.a-size-of", what), count + "");
        }
        if (count > limit - at) {
            throw wrong(
                    say("formats.bytes.ByteCursor.bytes-of", count, what),
                    say("formats.bytes.ByteCursor.left", (limit - at)));
        }
    }

    /** What is read piece by piece ends in one clear refusal too, wherever the file does. */
    private void room(int count) {
        if (at < 0 || count < 0 || count > size - at) {
            throw new UncheckedIOException(wrong(say("formats.bytes.ByteCursor.more-bytes", count), (size - at) + ""));
        }
    }

    /** The next byte, 0 to 255. */
    public int u8() {
        room(1);
        return Byte.toUnsignedInt(in.get(ValueLayout.JAVA_BYTE, at++));
    }

    /** The next byte. */
    public byte i8() {
        room(1);
        return in.get(ValueLayout.JAVA_BYTE, at++);
    }

    /** The next two bytes. */
    public short i16() {
        room(2);
        short v = in.get(SHORT, at);
        at += 2;
        return v;
    }

    /** The next four bytes. */
    public int i32() {
        room(4);
        int v = in.get(INT, at);
        at += 4;
        return v;
    }

    /** The next four bytes, 0 to 4,294,967,295. */
    public long u32() {
        return Integer.toUnsignedLong(i32());
    }

    /** The next eight bytes. */
    public long i64() {
        room(8);
        long v = in.get(LONG, at);
        at += 8;
        return v;
    }

    /** The next four bytes as a number. */
    public float f32() {
        room(4);
        float v = in.get(FLOAT, at);
        at += 4;
        return v;
    }

    /** The next eight bytes as a number. */
    public double f64() {
        room(8);
        double v = in.get(DOUBLE, at);
        at += 8;
        return v;
    }

    /** The next bytes; where there are not so many, that is told before any memory is taken. */
    public byte[] take(int count) {
        room(count);
        byte[] out = new byte[count];
        MemorySegment.copy(in, ValueLayout.JAVA_BYTE, at, out, 0, count);
        at += count;
        return out;
    }
}
