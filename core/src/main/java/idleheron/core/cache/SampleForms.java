package idleheron.core.cache;

import idleheron.core.bytes.Bytes;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** The values of a sample as they lie in memory, little-endian, one after the other. */
final class SampleForms {
    private static final ValueLayout.OfFloat FLOAT =
            ValueLayout.JAVA_FLOAT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfDouble DOUBLE =
            ValueLayout.JAVA_DOUBLE_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfInt INT = ValueLayout.JAVA_INT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfLong LONG = ValueLayout.JAVA_LONG_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfShort SHORT =
            ValueLayout.JAVA_SHORT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);

    private SampleForms() {}

    /** The value at an index as a double; not of text. */
    static double value(ElementType type, MemorySegment m, long i) {
        return switch (type) {
            case BOOL, UINT8 -> m.get(ValueLayout.JAVA_BYTE, i) & 255;
            case INT8 -> m.get(ValueLayout.JAVA_BYTE, i);
            case UINT16 -> Short.toUnsignedInt(m.get(SHORT, 2 * i));
            case INT16 -> m.get(SHORT, 2 * i);
            case UINT32 -> Integer.toUnsignedLong(m.get(INT, 4 * i));
            case INT32 -> m.get(INT, 4 * i);
            case UINT64, INT64 -> m.get(LONG, 8 * i);
            case FLOAT16 -> Float.float16ToFloat(m.get(SHORT, 2 * i));
            case FLOAT32 -> m.get(FLOAT, 4 * i);
            case FLOAT64 -> m.get(DOUBLE, 8 * i);
            case STRING, WIDE_STRING -> Double.NaN;
        };
    }

    /** Texts that each end with a zero. */
    static List<String> strings(ElementType type, byte[] b) {
        int step = type == ElementType.WIDE_STRING ? 4 : 1;
        List<String> out = new ArrayList<>();
        int from = 0;
        for (int i = 0; i + step <= b.length; i += step) {
            boolean end = true;
            for (int k = 0; k < step; k++) {
                end &= b[i + k] == 0;
            }
            if (end) {
                out.add(
                        step == 1
                                ? new String(b, from, i - from, StandardCharsets.UTF_8)
                                : new String(b, from, i - from, java.nio.charset.Charset.forName("UTF-32LE")));
                from = i + step;
            }
        }
        return out;
    }

    /** Whether two stretches hold the same bytes; the same stretch twice is not read. */
    static boolean alike(MemorySegment a, MemorySegment b) {
        return a.isNative() && b.isNative() && a.address() == b.address() && a.byteSize() == b.byteSize()
                || Bytes.equal(a, b);
    }
}
