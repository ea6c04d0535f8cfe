package idleheron.formats.fbx.coding;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.fbx.document.FbxValue;
import java.lang.foreign.ValueLayout;
import org.jspecify.annotations.Nullable;

/**
 * Numbers as files before version 7 list them: value by value, each with its letter.
 *
 * <pre>
 * u8 letter 'D', 'L', 'F' or 'I' | f64, i64, f32 or i32   … count times
 * </pre>
 */
final class FbxNumberList {
    private FbxNumberList() {}

    /**
     * All numbers of one kind as an array, or null when they are not; the cursor stands behind them then.
     *
     * @param count how many values
     * @param end where they end, byte of the file
     */
    static @Nullable FbxValue read(ByteCursor in, long count, long end) {
        long from = in.at();
        char code = (char) in.bytes().get(ValueLayout.JAVA_BYTE, from);
        int element = "DL".indexOf(code) >= 0 ? 8 : "FI".indexOf(code) >= 0 ? 4 : 0;
        int step = 1 + element;
        if (element == 0 || count > FbxArrayCoding.MOST || count * step != end - from) {
            return null;
        }
        for (long at = from; at < end; at += step) {
            if (in.bytes().get(ValueLayout.JAVA_BYTE, at) != code) {
                return null;
            }
        }
        int n = (int) count;
        in.to(end);
        return switch (code) {
            case 'D' -> {
                double[] out = new double[n];
                for (int i = 0; i < n; i++) {
                    out[i] = in.bytes().get(ByteCursor.DOUBLE, from + 9L * i + 1);
                }
                yield new FbxValue.Doubles(out);
            }
            case 'L' -> {
                long[] out = new long[n];
                for (int i = 0; i < n; i++) {
                    out[i] = in.bytes().get(ByteCursor.LONG, from + 9L * i + 1);
                }
                yield new FbxValue.Longs(out);
            }
            case 'F' -> {
                float[] out = new float[n];
                for (int i = 0; i < n; i++) {
                    out[i] = in.bytes().get(ByteCursor.FLOAT, from + 5L * i + 1);
                }
                yield new FbxValue.Floats(out);
            }
            default -> {
                int[] out = new int[n];
                for (int i = 0; i < n; i++) {
                    out[i] = in.bytes().get(ByteCursor.INT, from + 5L * i + 1);
                }
                yield new FbxValue.Ints(out);
            }
        };
    }
}
