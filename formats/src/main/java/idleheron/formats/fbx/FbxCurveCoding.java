package idleheron.formats.fbx;

import idleheron.core.scene.Curve;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An {@code AnimationCurve} to a curve and back.
 *
 * <pre>
 * KeyTime            longs, ticks, ascending
 * KeyValueFloat      floats
 * KeyAttrFlags       ints, one per run of equal keys: 2 constant, 4 linear, 8 cubic; the rest says how tangents were made
 * KeyAttrDataFloat   floats, four per run: slope on the right, slope on the left of the next key (both value per second),
 *                    two 16-bit weights, velocity
 * KeyAttrRefCount    ints, keys per run
 * </pre>
 */
final class FbxCurveCoding {
    private static final int CONSTANT = 0x2;
    private static final int LINEAR = 0x4;
    private static final int CUBIC = 0x8;
    private static final int USER_BROKEN = 0x400 | 0x800;
    private static final int LINEAR_FLAGS = 0x6104;
    private static final int NEXT_VALUE = 0x100;
    private static final int WEIGHTED = 0x03000000;
    private static final float DEFAULT_WEIGHTS = Float.intBitsToFloat(3333 << 16 | 3333);

    private FbxCurveCoding() {}

    /** Null when there is no usable key. */
    static @Nullable Curve read(FbxRecord r, double factor, List<String> notes) {
        long[] ticks = FbxNumbers.longs(r.child("KeyTime"));
        double[] stored = r.childDoubles("KeyValueFloat");
        int[] flags = r.childInts("KeyAttrFlags");
        int[] counts = r.childInts("KeyAttrRefCount");
        FbxRecord raw = r.child("KeyAttrDataFloat");
        double[] data = raw == null ? FbxNumbers.NO_DOUBLES : FbxNumbers.doubles(raw);
        int n = Math.min(ticks.length, stored.length);
        double[] seconds = new double[n];
        double[] values = new double[n];
        byte[] modes = new byte[n];
        double[] leaving = new double[n];
        double[] arriving = new double[n];
        int at = 0;
        boolean cubic = false;
        boolean odd = false;
        int run = 0;
        int left = counts.length == 0 ? Integer.MAX_VALUE : counts[0];
        double slopeToNext = 0;
        for (int i = 0; i < n; i++) {
            while (left <= 0 && run + 1 < counts.length) {
                run++;
                left = counts[run];
            }
            left--;
            double t = FbxTime.seconds(ticks[i]);
            if (at > 0 && t <= seconds[at - 1] || !Double.isFinite(stored[i])) {
                odd = true;
                continue;
            }
            int f = run < flags.length ? flags[run] : LINEAR;
            seconds[at] = t;
            values[at] = stored[i] * factor;
            modes[at] = (f & CONSTANT) != 0 ? Curve.CONSTANT : (f & CUBIC) != 0 ? Curve.CUBIC : Curve.LINEAR;
            odd |= (f & CONSTANT) != 0 && (f & NEXT_VALUE) != 0 || (f & CUBIC) != 0 && (f & WEIGHTED) != 0;
            cubic |= modes[at] == Curve.CUBIC;
            arriving[at] = slopeToNext;
            leaving[at] = 4 * run + 1 < data.length ? data[4 * run] * factor : 0;
            slopeToNext = 4 * run + 1 < data.length ? data[4 * run + 1] * factor : 0;
            at++;
        }
        if (odd) {
            notes.add(
                    "some keys are out of order, not numbers, weighted, or hold the next value; they are read simply");
        }
        if (at == 0) {
            return null;
        }
        return new Curve(
                Arrays.copyOf(seconds, at),
                Arrays.copyOf(values, at),
                Arrays.copyOf(modes, at),
                cubic ? Arrays.copyOf(leaving, at) : null,
                cubic ? Arrays.copyOf(arriving, at) : null);
    }

    /** The children of the curve's record. */
    static List<FbxRecord> write(Curve c, double factor) {
        int n = c.keys();
        long[] ticks = new long[n];
        float[] values = new float[n];
        List<float[]> runs = new ArrayList<>();
        int[] flags = new int[n];
        int[] counts = new int[n];
        for (int i = 0; i < n; i++) {
            ticks[i] = FbxTime.ticks(c.seconds()[i]);
            values[i] = (float) (c.values()[i] * factor);
            int flag = c.modes()[i] == Curve.CONSTANT
                    ? CONSTANT
                    : c.modes()[i] == Curve.CUBIC ? CUBIC | USER_BROKEN : LINEAR_FLAGS;
            float[] d = {0, 0, DEFAULT_WEIGHTS, 0};
            if (c.modes()[i] == Curve.CUBIC && c.leaving() != null && c.arriving() != null) {
                d[0] = (float) (c.leaving()[i] * factor);
                d[1] = i + 1 < n ? (float) (c.arriving()[i + 1] * factor) : 0;
            }
            int last = runs.size() - 1;
            if (last >= 0 && flags[last] == flag && same(runs.get(last), d)) {
                counts[last]++;
            } else {
                flags[last + 1] = flag;
                counts[last + 1] = 1;
                runs.add(d);
            }
        }
        float[] data = new float[4 * runs.size()];
        for (int i = 0; i < runs.size(); i++) {
            System.arraycopy(runs.get(i), 0, data, 4 * i, 4);
        }
        return List.of(
                FbxRecord.leaf("Default", new FbxValue.Real64(values[0])),
                FbxRecord.leaf("KeyVer", new FbxValue.Int32(4008)),
                FbxRecord.leaf("KeyTime", new FbxValue.Longs(ticks)),
                FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(values)),
                FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(Arrays.copyOf(flags, runs.size()))),
                FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(data)),
                FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(Arrays.copyOf(counts, runs.size()))));
    }

    private static boolean same(float[] a, float[] b) {
        return a[0] == b[0] && a[1] == b[1];
    }
}
