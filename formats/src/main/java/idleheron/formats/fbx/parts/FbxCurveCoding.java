package idleheron.formats.fbx.parts;

import static idleheron.core.Messages.say;

import idleheron.core.scene.motion.Curve;
import idleheron.core.scene.motion.Extrapolation;
import idleheron.core.scene.motion.Handles;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxKeyFlags;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
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
 * KeyAttrFlags       ints, one per run of equal keys: {@link FbxKeyFlags}
 * KeyAttrDataFloat   floats, four per run: slope on the right, slope on the left of the next key (both value per second),
 *                    or tension, continuity, bias; two packed lengths; two packed velocities
 * KeyAttrRefCount    ints, keys per run
 * Pre-Extrapolation  Type: C holds, R repeats, A repeats from where it ended, M runs back and forth, K keeps the slope
 * Post-Extrapolation Repetition: how often, -1 without end
 * </pre>
 */
public final class FbxCurveCoding {
    private static final int LINEAR_FLAGS = 0x6104;
    private static final float DEFAULT_WEIGHTS = Float.intBitsToFloat(3333 << 16 | 3333);
    private static final int WEIGHTED = FbxKeyFlags.WEIGHTED_RIGHT | FbxKeyFlags.WEIGHTED_NEXT_LEFT;
    private static final int VELOCITY = FbxKeyFlags.VELOCITY_RIGHT | FbxKeyFlags.VELOCITY_NEXT_LEFT;
    private static final double SAME_SLOPE = 1e-4;
    private static final String LETTERS = "CKRAM";
    private static final Extrapolation.Kind[] KINDS = {
        Extrapolation.Kind.HOLD,
        Extrapolation.Kind.SLOPE,
        Extrapolation.Kind.REPEAT,
        Extrapolation.Kind.REPEAT_ON,
        Extrapolation.Kind.MIRROR
    };

    private FbxCurveCoding() {}

    /** Keys as they stand in the file, the attributes handed out to each. */
    private static final class Keys {
        private final double[] seconds;
        private final double[] values;
        private final int[] flags;
        private final float[] data;
        private int count;

        Keys(int n) {
            seconds = new double[n];
            values = new double[n];
            flags = new int[n];
            data = new float[4 * n];
        }

        boolean any(int mask, boolean cubicOnly) {
            for (int i = 0; i < count; i++) {
                if ((flags[i] & mask) != 0 && (!cubicOnly || (flags[i] & FbxKeyFlags.CUBIC) != 0)) {
                    return true;
                }
            }
            return false;
        }
    }

    /** Null when there is no usable key. */
    public static @Nullable Curve read(FbxRecord r, FbxTime time, double factor, List<String> notes) {
        Keys keys = keys(r, time, notes);
        int n = keys.count;
        if (n == 0) {
            return null;
        }
        double[] seconds = Arrays.copyOf(keys.seconds, n);
        double[] values = Arrays.copyOf(keys.values, n);
        byte[] modes = new byte[n];
        for (int i = 0; i < n; i++) {
            int f = keys.flags[i];
            boolean constant = (f & FbxKeyFlags.CONSTANT) != 0;
            modes[i] = constant && (f & FbxKeyFlags.NEXT_VALUE) != 0 && i + 1 < n
                    ? Curve.NEXT
                    : constant ? Curve.CONSTANT : (f & FbxKeyFlags.CUBIC) != 0 ? Curve.CUBIC : Curve.LINEAR;
        }
        boolean cubic = keys.any(FbxKeyFlags.CUBIC, false);
        if (keys.any(VELOCITY, true)) {
            notes.add(say("formats.fbx.parts.FbxCurveCoding.some-tangents-have-a-velocity-which"));
        }
        double[][] slopes = cubic ? FbxTangents.slopes(seconds, values, keys.flags, keys.data) : null;
        Curve c = new Curve(
                seconds,
                values,
                modes,
                slopes == null ? null : slopes[0],
                slopes == null ? null : slopes[1],
                cubic ? handles(keys) : Handles.NONE,
                extrapolation(r.child("Pre-Extrapolation")),
                extrapolation(r.child("Post-Extrapolation")));
        return factor == 1 ? c : c.mapped(factor, 0);
    }

    private static Keys keys(FbxRecord r, FbxTime time, List<String> notes) {
        long[] ticks = FbxNumbers.longs(r.child("KeyTime"));
        double[] stored = r.childDoubles("KeyValueFloat");
        int[] flags = r.childInts("KeyAttrFlags");
        int[] counts = r.childInts("KeyAttrRefCount");
        float[] data = data(r.child("KeyAttrDataFloat"));
        Keys out = new Keys(Math.min(ticks.length, stored.length));
        int run = 0;
        int left = counts.length == 0 ? Integer.MAX_VALUE : counts[0];
        int odd = 0;
        for (int i = 0; i < out.seconds.length; i++) {
            while (left <= 0 && run + 1 < counts.length) {
                run++;
                left = counts[run];
            }
            left--;
            double t = time.seconds(ticks[i]);
            if (out.count > 0 && t <= out.seconds[out.count - 1] || !Double.isFinite(stored[i])) {
                odd++;
                continue;
            }
            int at = out.count++;
            out.seconds[at] = t;
            out.values[at] = stored[i];
            out.flags[at] = run < flags.length ? flags[run] : FbxKeyFlags.LINEAR;
            if (4 * run + 3 < data.length) {
                System.arraycopy(data, 4 * run, out.data, 4 * at, 4);
            } else {
                out.data[4 * at + 2] = DEFAULT_WEIGHTS;
            }
        }
        if (odd > 0) {
            notes.add(say("formats.fbx.parts.FbxCurveCoding.some-keys-are-out-of-order"));
        }
        if (ticks.length != stored.length) {
            notes.add(
                    say("formats.fbx.parts.FbxCurveCoding.a-curve-has-times-but-values", ticks.length, stored.length));
        }
        return out;
    }

    /** Packed halves are bits, not numbers: they are taken as they are, also from whole numbers of a text file. */
    private static float[] data(@Nullable FbxRecord r) {
        if (r == null) {
            return new float[0];
        }
        if (r.value(0) instanceof FbxValue.Floats f) {
            return f.values();
        }
        double[] wide = FbxNumbers.doubles(r);
        float[] out = new float[wide.length];
        for (int i = 0; i < out.length; i++) {
            boolean packed = i % 4 >= 2 && Math.abs(wide[i]) >= 1 && wide[i] == Math.rint(wide[i]);
            out[i] = packed ? Float.intBitsToFloat((int) (long) wide[i]) : (float) wide[i];
        }
        return out;
    }

    private static Handles handles(Keys keys) {
        int n = keys.count;
        boolean weighted = keys.any(WEIGHTED, true);
        boolean velocity = keys.any(VELOCITY, true);
        float[] leaving = weighted ? filled(n) : null;
        float[] arriving = weighted ? filled(n) : null;
        float[] velocities = velocity ? new float[2 * n] : null;
        int[] kinds = new int[n];
        for (int i = 0; i < n; i++) {
            int f = keys.flags[i];
            if ((f & FbxKeyFlags.CUBIC) == 0) {
                continue;
            }
            kinds[i] = FbxKeyFlags.kinds(f);
            if (leaving != null && (f & FbxKeyFlags.WEIGHTED_RIGHT) != 0) {
                leaving[i] = FbxKeyFlags.right(keys.data[4 * i + 2]);
            }
            if (arriving != null && i + 1 < n && (f & FbxKeyFlags.WEIGHTED_NEXT_LEFT) != 0) {
                arriving[i + 1] = FbxKeyFlags.left(keys.data[4 * i + 2]);
            }
            if (velocities != null && (f & FbxKeyFlags.VELOCITY_RIGHT) != 0) {
                velocities[2 * i] = FbxKeyFlags.right(keys.data[4 * i + 3]);
            }
            if (velocities != null && i + 1 < n && (f & FbxKeyFlags.VELOCITY_NEXT_LEFT) != 0) {
                velocities[2 * i + 3] = FbxKeyFlags.left(keys.data[4 * i + 3]);
            }
        }
        boolean plain = leaving == null && velocities == null;
        for (int i = 0; i < n; i++) {
            plain &= (keys.flags[i] & FbxKeyFlags.CUBIC) == 0 || kinds[i] == (Handles.USER | Handles.BROKEN);
        }
        return plain ? Handles.NONE : new Handles(leaving, arriving, kinds, velocities);
    }

    private static float[] filled(int n) {
        float[] out = new float[n];
        Arrays.fill(out, 1 / 3f);
        return out;
    }

    private static Extrapolation extrapolation(@Nullable FbxRecord r) {
        int kind = r == null ? 0 : Math.max(0, LETTERS.indexOf(r.childText("Type")));
        FbxRecord count = r == null ? null : r.child("Repetition");
        return kind == 0
                ? Extrapolation.HOLD
                : new Extrapolation(
                        KINDS[kind], count == null ? -1 : (int) Math.clamp(count.integer(0, -1), -1L, 1L << 30));
    }

    /** The children of the curve's record. */
    public static List<FbxRecord> write(Curve c, double factor) {
        int n = c.keys();
        long[] ticks = new long[n];
        float[] values = new float[n];
        for (int i = 0; i < n; i++) {
            ticks[i] = FbxTime.ticks(c.seconds()[i]);
            values[i] = (float) (c.values()[i] * factor);
        }
        int[] flags = new int[n];
        float[] data = new float[4 * n];
        boolean ruled = attributes(c, factor, true, flags, data) && meansTheSame(c, factor, flags, data);
        if (!ruled) {
            attributes(c, factor, false, flags, data);
        }
        int[] counts = new int[n];
        int runs = 0;
        for (int i = 0; i < n; i++) {
            if (runs > 0 && flags[runs - 1] == flags[i] && same(data, runs - 1, i)) {
                counts[runs - 1]++;
            } else {
                flags[runs] = flags[i];
                System.arraycopy(data, 4 * i, data, 4 * runs, 4);
                counts[runs++] = 1;
            }
        }
        List<FbxRecord> out = new ArrayList<>(List.of(
                FbxRecord.leaf("Default", new FbxValue.Real64(values[0])),
                FbxRecord.leaf("KeyVer", new FbxValue.Int32(4008)),
                FbxRecord.leaf("KeyTime", new FbxValue.Longs(ticks)),
                FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(values)),
                FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(Arrays.copyOf(flags, runs))),
                FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(Arrays.copyOf(data, 4 * runs))),
                FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(Arrays.copyOf(counts, runs)))));
        beyond("Pre-Extrapolation", c.before(), out);
        beyond("Post-Extrapolation", c.after(), out);
        return out;
    }

    /** Flags and data of all keys. Gives whether any key was left to its rule. */
    private static boolean attributes(Curve c, double factor, boolean byRule, int[] flags, float[] data) {
        boolean any = false;
        int[] kinds = c.handles().kinds();
        for (int i = 0; i < flags.length; i++) {
            float[] d = {0, 0, DEFAULT_WEIGHTS, 0};
            int flag = flags(c, i, factor, d);
            int kind = kinds == null ? 0 : kinds[i];
            boolean ruled = byRule
                    && c.modes()[i] == Curve.CUBIC
                    && (kind & Handles.AUTO) != 0
                    && (kind & (Handles.USER | Handles.TENSION)) == 0;
            if (ruled) {
                flag = flag & ~(FbxKeyFlags.USER | FbxKeyFlags.BROKEN) | FbxKeyFlags.flags(kind);
                d[0] = 0;
                d[1] = 0;
                any = true;
            }
            flags[i] = flag;
            System.arraycopy(d, 0, data, 4 * i, 4);
        }
        return any;
    }

    /** Whether a reader that follows the rules comes to the slopes that the curve has. */
    private static boolean meansTheSame(Curve c, double factor, int[] flags, float[] data) {
        double[] leaving = c.leaving();
        double[] arriving = c.arriving();
        if (leaving == null || arriving == null) {
            return false;
        }
        double[] values = new double[c.keys()];
        for (int i = 0; i < values.length; i++) {
            values[i] = (float) (c.values()[i] * factor);
        }
        double[][] read = FbxTangents.slopes(c.seconds(), values, flags, data);
        for (int i = 0; i < values.length; i++) {
            boolean out = c.modes()[i] == Curve.CUBIC;
            boolean in = i > 0 && c.modes()[i - 1] == Curve.CUBIC;
            if (out && !near(read[0][i], leaving[i] * factor) || in && !near(read[1][i], arriving[i] * factor)) {
                return false;
            }
        }
        return true;
    }

    private static boolean near(double a, double b) {
        return Math.abs(a - b) <= SAME_SLOPE * Math.max(1, Math.abs(b));
    }

    private static void beyond(String name, Extrapolation e, List<FbxRecord> out) {
        if (!e.isHold()) {
            byte letter = (byte) LETTERS.charAt(Arrays.asList(KINDS).indexOf(e.kind()));
            out.add(FbxRecord.scope(
                    name,
                    List.of(),
                    List.of(
                            FbxRecord.leaf("Type", new FbxValue.Flag(letter)),
                            FbxBuild.leaf("Repetition", e.count()))));
        }
    }

    /** The flags of a key; its data goes into {@code d}. */
    private static int flags(Curve c, int i, double factor, float[] d) {
        switch (c.modes()[i]) {
            case Curve.CONSTANT -> {
                return FbxKeyFlags.CONSTANT;
            }
            case Curve.NEXT -> {
                return FbxKeyFlags.CONSTANT | FbxKeyFlags.NEXT_VALUE;
            }
            case Curve.LINEAR -> {
                return LINEAR_FLAGS;
            }
            default -> {}
        }
        boolean more = i + 1 < c.keys();
        double[] leaving = c.leaving();
        double[] arriving = c.arriving();
        if (leaving != null && arriving != null) {
            d[0] = (float) (leaving[i] * factor);
            d[1] = more ? (float) (arriving[i + 1] * factor) : 0;
        }
        Handles h = c.handles();
        int kinds = h.kinds() == null ? 0 : FbxKeyFlags.flags(h.kinds()[i]) & ~FbxKeyFlags.TENSION;
        int flag = FbxKeyFlags.CUBIC | FbxKeyFlags.USER | FbxKeyFlags.BROKEN | kinds & ~FbxKeyFlags.AUTO;
        if (h.leaving() != null && h.arriving() != null) {
            flag |= WEIGHTED;
            d[2] = FbxKeyFlags.pack(h.leaving()[i], more ? h.arriving()[i + 1] : 1 / 3.0);
        }
        if (h.velocities() != null) {
            flag |= VELOCITY;
            d[3] = FbxKeyFlags.pack(h.velocities()[2 * i], more ? h.velocities()[2 * i + 3] : 0);
        }
        return flag;
    }

    private static boolean same(float[] data, int a, int b) {
        for (int k = 0; k < 4; k++) {
            if (Float.floatToRawIntBits(data[4 * a + k]) != Float.floatToRawIntBits(data[4 * b + k])) {
                return false;
            }
        }
        return true;
    }
}
