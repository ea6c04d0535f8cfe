package idleheron.formats.fbx;

import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Changes a document somewhere, from a seed: records go, come twice or hang deeper, values are of another kind, number or length. */
final class RecordMutation {
    private static final double[] NUMBERS = {
        0, -1, 1, 1e-300, 1e300, Double.NaN, Double.POSITIVE_INFINITY, Integer.MIN_VALUE, Integer.MAX_VALUE, 1L << 40
    };
    private final Random random;

    RecordMutation(long seed) {
        random = new Random(seed);
    }

    FbxDocument of(FbxDocument d) {
        List<FbxRecord> top = d.records();
        int times = 1 + random.nextInt(4);
        for (int i = 0; i < times; i++) {
            top = list(top, 0);
        }
        return new FbxDocument(7400, false, top, null, List.of());
    }

    /** Goes down to some record and changes that. */
    private List<FbxRecord> list(List<FbxRecord> records, int depth) {
        if (records.isEmpty()) {
            return records;
        }
        List<FbxRecord> out = new ArrayList<>(records);
        int at = random.nextInt(out.size());
        FbxRecord r = out.get(at);
        if (!r.children().isEmpty() && random.nextInt(5) > 0) {
            out.set(at, r.withChildren(list(r.children(), depth + 1)));
            return out;
        }
        switch (random.nextInt(depth == 0 ? 9 : 8)) {
            case 0 -> out.remove(at);
            case 1 -> out.add(random.nextInt(out.size()), r);
            case 2 -> out.set(at, new FbxRecord(r.name(), List.of(), r.children(), true));
            case 3 -> {
                int other = random.nextInt(out.size());
                out.set(at, new FbxRecord(r.name(), out.get(other).values(), r.children(), r.scope()));
            }
            case 4 -> out.set(at, nested(r, 1 + random.nextInt(80)));
            default -> out.set(at, new FbxRecord(r.name(), values(r.values()), r.children(), r.scope()));
        }
        return out;
    }

    private FbxRecord nested(FbxRecord r, int deep) {
        FbxRecord out = r;
        for (int i = 0; i < deep; i++) {
            out = FbxRecord.scope(r.name(), r.values(), List.of(out));
        }
        return out;
    }

    private List<FbxValue> values(List<FbxValue> values) {
        if (values.isEmpty()) {
            return List.of(new FbxValue.Int32(random.nextInt()));
        }
        List<FbxValue> out = new ArrayList<>(values);
        int at = random.nextInt(out.size());
        if (random.nextInt(6) == 0) {
            out.remove(at);
        } else {
            out.set(at, value(out.get(at)));
        }
        return out;
    }

    private FbxValue value(FbxValue v) {
        double n = NUMBERS[random.nextInt(NUMBERS.length)];
        if (random.nextInt(5) == 0) {
            return switch (random.nextInt(5)) {
                case 0 -> new FbxValue.Text("tide");
                case 1 -> new FbxValue.Doubles(new double[random.nextInt(40)]);
                case 2 -> new FbxValue.Int64((long) n);
                case 3 -> new FbxValue.Blob(new byte[3]);
                default -> new FbxValue.Real64(n);
            };
        }
        return switch (v) {
            case FbxValue.Ints a -> {
                int[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                if (x.length > 0) {
                    x[random.nextInt(x.length)] = (int) n;
                }
                yield new FbxValue.Ints(x);
            }
            case FbxValue.Doubles a -> {
                double[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                if (x.length > 0) {
                    x[random.nextInt(x.length)] = n;
                }
                yield new FbxValue.Doubles(x);
            }
            case FbxValue.Floats a -> {
                float[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                if (x.length > 0) {
                    x[random.nextInt(x.length)] = (float) n;
                }
                yield new FbxValue.Floats(x);
            }
            case FbxValue.Longs a -> {
                long[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                if (x.length > 0) {
                    x[random.nextInt(x.length)] = (long) n;
                }
                yield new FbxValue.Longs(x);
            }
            case FbxValue.Int64 a ->
                // Mostly another object's number, so that things hang on each other in ways they should not.
                new FbxValue.Int64(random.nextInt(4) == 0 ? (long) n : 1_000_001 + random.nextInt(20));
            case FbxValue.Int32 a -> new FbxValue.Int32((int) n);
            case FbxValue.Text a -> new FbxValue.Text(random.nextBoolean() ? "" : a.text() + "x");
            default -> new FbxValue.Real64(n);
        };
    }

    private int length(int was) {
        return switch (random.nextInt(4)) {
            case 0 -> 0;
            case 1 -> random.nextInt(was + 1);
            case 2 -> was + 1 + random.nextInt(5);
            default -> was;
        };
    }
}
