package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Text and bytes of a document in one file, all numbers little-endian:
 *
 * <pre>
 * u32 0x46546C67 "glTF"    u32 version, 2    u32 length of the whole
 * chunks: u32 length, u32 kind, bytes
 *   first   0x4E4F534A "JSON"   the text, filled up with blanks
 *   second  0x004E4942 "BIN"    the bytes of buffer 0, filled up with zeros; may be left out
 *   others  passed over
 * </pre>
 *
 * Lengths of chunks are multiples of 4.
 *
 * @param textAt byte where the text begins
 * @param bytes of the second chunk, or null
 */
public record Glb(MemorySegment text, long textAt, @Nullable MemorySegment bytes, List<String> notes) {
    static final int MAGIC = 0x46546C67;
    static final int JSON = 0x4E4F534A;
    static final int BIN = 0x004E4942;
    static final int HEADER = 12;
    static final int CHUNK = 8;
    private static final ValueLayout.OfInt INT = ValueLayout.JAVA_INT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);

    /** Whether the opening bytes are those of such a file of any version. */
    public static boolean matches(byte[] head) {
        return head.length >= 4 && head[0] == 'g' && head[1] == 'l' && head[2] == 'T' && head[3] == 'F';
    }

    private static long u32(MemorySegment in, long at) {
        return Integer.toUnsignedLong(in.get(INT, at));
    }

    /** Byte of the file where the second chunk begins, if it has one. */
    public long bytesAt() {
        return textAt + text.byteSize() + CHUNK;
    }

    /**
     * A file that is cut off behind its text: its bytes as far as they are there.
     *
     * @throws FormatException where not even the text is whole
     */
    static Glb cut(String file, MemorySegment in) throws FormatException {
        if (in.byteSize() < HEADER + CHUNK || u32(in, 8) <= in.byteSize()) {
            return read(file, in);
        }
        MemorySegment text = chunk(file, in, HEADER, in.byteSize());
        long at = HEADER + CHUNK + text.byteSize() + CHUNK;
        boolean any = at < in.byteSize() && in.get(INT, at - 4) == BIN;
        return new Glb(text, HEADER + CHUNK, any ? in.asSlice(at) : null, new ArrayList<>());
    }

    /**
     * @throws FormatException where the file is cut off, its lengths do not fit each other, or it is of another version
     */
    public static Glb read(String file, MemorySegment in) throws FormatException {
        List<String> notes = new ArrayList<>();
        if (in.byteSize() < HEADER) {
            throw FormatException.at(
                    file,
                    0,
                    say("formats.gltf.document.Glb.a-header-of-bytes", HEADER),
                    say("formats.gltf.document.Glb.bytes", in.byteSize()));
        }
        if (in.get(INT, 0) != MAGIC) {
            throw FormatException.at(file, 0, "glTF", Integer.toHexString(in.get(INT, 0)));
        }
        if (u32(in, 4) != 2) {
            throw FormatException.at(
                    file,
                    4,
                    say("formats.gltf.document.Glb.version-2"),
                    say("formats.gltf.document.Glb.version", u32(in, 4)));
        }
        long end = u32(in, 8);
        if (end > in.byteSize()) {
            throw FormatException.at(
                    file,
                    8,
                    say("formats.gltf.document.Glb.a-file-of-bytes", end),
                    say("formats.gltf.document.Glb.bytes", in.byteSize()));
        }
        if (end < in.byteSize()) {
            notes.add(say("formats.gltf.document.Glb.bytes-lie-after-the-declared-end", (in.byteSize() - end)));
        }
        MemorySegment text = chunk(file, in, HEADER, end);
        if (in.get(INT, HEADER + 4) != JSON) {
            throw FormatException.at(
                    file,
                    HEADER + 4,
                    say("formats.gltf.document.Glb.a-first-chunk-of-text"),
                    say("formats.gltf.document.Glb.kind", Integer.toHexString(in.get(INT, HEADER + 4))));
        }
        long at = HEADER + CHUNK + text.byteSize();
        MemorySegment bytes = null;
        for (int i = 0; at < end; i++) {
            MemorySegment c = chunk(file, in, at, end);
            if (i == 0 && in.get(INT, at + 4) == BIN) {
                bytes = c;
            }
            at += CHUNK + c.byteSize();
        }
        return new Glb(text, HEADER + CHUNK, bytes, notes);
    }

    private static MemorySegment chunk(String file, MemorySegment in, long at, long end) throws FormatException {
        if (end - at < CHUNK) {
            throw FormatException.at(
                    file,
                    at,
                    say("formats.gltf.document.Glb.the-head-of-a-chunk"),
                    say("formats.gltf.document.Glb.bytes", (end - at)));
        }
        long length = u32(in, at);
        if (length > end - at - CHUNK) {
            throw FormatException.at(
                    file,
                    at,
                    say("formats.gltf.document.Glb.a-chunk-of-at-most-bytes", (end - at - CHUNK)),
                    say("formats.gltf.document.Glb.bytes", length));
        }
        if (length % 4 != 0) {
            throw FormatException.at(
                    file,
                    at,
                    say("formats.gltf.document.Glb.a-length-that-is-a-multiple"),
                    say("formats.gltf.document.Glb.bytes", length));
        }
        return in.asSlice(at + CHUNK, length);
    }
}
