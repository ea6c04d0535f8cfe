package idleheron.formats.fbx.document;

import idleheron.core.job.Cores;
import org.jspecify.annotations.Nullable;

/** Reads numbers out of values whatever type a writer gave them. */
public final class FbxNumbers {
    public static final double[] NO_DOUBLES = {};
    public static final int[] NO_INTS = {};
    static final long[] NO_LONGS = {};

    private FbxNumbers() {}

    /** Any number as one with a fraction; {@code otherwise} where it is none. */
    public static double number(@Nullable FbxValue v, double otherwise) {
        return switch (v) {
            case FbxValue.Real64 x -> x.value();
            case FbxValue.Real32 x -> x.value();
            case FbxValue.Int64 x -> x.value();
            case FbxValue.Int32 x -> x.value();
            case FbxValue.Int16 x -> x.value();
            case FbxValue.Flag x -> x.value();
            case null, default -> otherwise;
        };
    }

    /** Any whole number; {@code otherwise} where it is none. */
    public static long integer(@Nullable FbxValue v, long otherwise) {
        return switch (v) {
            case FbxValue.Int64 x -> x.value();
            case FbxValue.Int32 x -> x.value();
            case FbxValue.Int16 x -> x.value();
            case FbxValue.Flag x -> x.value();
            case FbxValue.Real64 x -> (long) x.value();
            case FbxValue.Real32 x -> (long) x.value();
            case null, default -> otherwise;
        };
    }

    /** How many numbers the named child holds. */
    public static int count(FbxRecord record, String child) {
        FbxRecord c = record.child(child);
        return c == null
                ? 0
                : c.value(0) instanceof FbxValue.Array a
                        ? a.length()
                        : c.values().size();
    }

    /** The numbers of an array of any type, none where it holds text. */
    public static double[] doubles(FbxRecord record) {
        return switch (record.value(0)) {
            case FbxValue.Doubles a -> a.values();
            case FbxValue.Floats a -> {
                double[] out = new double[a.length()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = a.values()[i];
                }
                yield out;
            }
            case FbxValue.Ints a -> {
                double[] out = new double[a.length()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = a.values()[i];
                }
                yield out;
            }
            case FbxValue.Longs a -> {
                double[] out = new double[a.length()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = a.values()[i];
                }
                yield out;
            }
            case null, default -> {
                double[] out = new double[record.values().size()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = number(record.value(i), 0);
                }
                yield out;
            }
        };
    }

    public static int[] ints(FbxRecord record) {
        return switch (record.value(0)) {
            case FbxValue.Ints a -> a.values();
            case FbxValue.Longs a -> {
                int[] out = new int[a.length()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = clamp(a.values()[i]);
                }
                yield out;
            }
            case FbxValue.Doubles a -> {
                int[] out = new int[a.length()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = (int) a.values()[i];
                }
                yield out;
            }
            case FbxValue.Flags a -> widen(a.values());
            case FbxValue.Bytes a -> widen(a.values());
            case null, default -> {
                int[] out = new int[record.values().size()];
                for (int i = 0; i < out.length; i++) {
                    out[i] = clamp(integer(record.value(i), 0));
                }
                yield out;
            }
        };
    }

    public static long[] longs(@Nullable FbxRecord record) {
        if (record == null) {
            return NO_LONGS;
        }
        if (record.value(0) instanceof FbxValue.Longs a) {
            return a.values();
        }
        double[] wide = record.value(0) instanceof FbxValue.Doubles d ? d.values() : null;
        int[] narrow = wide == null && record.value(0) instanceof FbxValue.Ints i ? i.values() : null;
        long[] out = new long
                [wide != null
                        ? wide.length
                        : narrow != null ? narrow.length : record.values().size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = wide != null ? (long) wide[i] : narrow != null ? narrow[i] : integer(record.value(i), 0);
        }
        return out;
    }

    public static float[] floats(double[] values) {
        float[] out = new float[values.length];
        Cores.split(out.length, 100_000, (from, to) -> {
            for (int i = from; i < to; i++) {
                out[i] = (float) values[i];
            }
        });
        return out;
    }

    private static int[] widen(byte[] values) {
        int[] out = new int[values.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = values[i];
        }
        return out;
    }

    private static int clamp(long v) {
        return (int) Math.clamp(v, (long) Integer.MIN_VALUE, (long) Integer.MAX_VALUE);
    }
}
