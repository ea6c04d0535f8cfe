package idleheron.formats.fbx.coding;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.fbx.document.FbxValue;
import java.io.ByteArrayOutputStream;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.zip.Deflater;

/** Packs arrays for {@link FbxBinaryWriter}: raw below 128 bytes, else as one zlib stream; the same array gives the same bytes. */
final class FbxArrayPacking {
    private static final int RAW_BELOW = 128;
    private static final int PIECE = 1 << 15;

    /** Packs nearly as tight as the default and twice as fast. */
    private static final int LEVEL = 4;

    private FbxArrayPacking() {}

    /** The bytes that stand for an array in a binary file. */
    record Encoded(char code, int count, boolean packed, byte[] data) {
        /** Head and data. */
        long size() {
            return 12L + data.length;
        }
    }

    static Encoded encode(FbxValue.Array array) {
        return switch (array) {
            case FbxValue.Doubles a -> encode('d', 8, ByteCursor.DOUBLE, a.values(), a.length());
            case FbxValue.Floats a -> encode('f', 4, ByteCursor.FLOAT, a.values(), a.length());
            case FbxValue.Longs a -> encode('l', 8, ByteCursor.LONG, a.values(), a.length());
            case FbxValue.Ints a -> encode('i', 4, ByteCursor.INT, a.values(), a.length());
            case FbxValue.Flags a -> encode('b', 1, ValueLayout.JAVA_BYTE, a.values(), a.length());
            case FbxValue.Bytes a -> encode('c', 1, ValueLayout.JAVA_BYTE, a.values(), a.length());
        };
    }

    private static Encoded encode(char code, int element, ValueLayout layout, Object array, int count) {
        long size = (long) count * element;
        if (size < RAW_BELOW) {
            byte[] raw = new byte[(int) size];
            MemorySegment.copy(array, 0, MemorySegment.ofArray(raw), layout, 0, count);
            return new Encoded(code, count, false, raw);
        }
        return new Encoded(code, count, true, deflate(element, layout, array, count));
    }

    private static byte[] deflate(int element, ValueLayout layout, Object array, int count) {
        try (Deflater deflater = new Deflater(LEVEL)) {
            ByteArrayOutputStream out =
                    new ByteArrayOutputStream((int) Math.min(1 << 24, (long) count * element / 2 + 64));
            byte[] piece = new byte[PIECE];
            byte[] packed = new byte[PIECE];
            MemorySegment view = MemorySegment.ofArray(piece);
            int step = PIECE / element;
            for (int at = 0; at < count; at += step) {
                int n = Math.min(step, count - at);
                MemorySegment.copy(array, at, view, layout, 0, n);
                deflater.setInput(piece, 0, n * element);
                if (at + n == count) {
                    deflater.finish();
                }
                while (!deflater.needsInput() || at + n == count && !deflater.finished()) {
                    out.write(packed, 0, deflater.deflate(packed));
                }
            }
            return out.toByteArray();
        }
    }
}
