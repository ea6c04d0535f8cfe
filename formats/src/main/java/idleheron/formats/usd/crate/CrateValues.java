package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Values of a crate file, each told in 8 bytes.
 *
 * <pre>
 * bit 63      an array
 * bit 62      the value itself is in the low 48 bits
 * bit 61      packed
 * bits 48-55  type, see {@link ValueKind} and below
 * bits 0-47   the value, or its offset in the file
 *
 * in the low bits    numbers of up to 4 bytes as they are, doubles as floats, longs as ints, vectors an i8 per part, matrices an
 *                    i8 per part of the diagonal, strings an index into strings, tokens and assets an index into tokens
 * arrays             u64 count (u32 from 0.5 to 0.6; before, u32 rank and u32 count), then elements; 0 as offset: empty
 *   tokens           u32 index into tokens; strings and assets: u32 index into strings
 *   packed ints      u64 size, see {@link CrateInts}
 *   packed reals     u8 'i': as packed ints of whole numbers; 't': u32 count, table, u64 size, packed indexes
 * 31 dictionary      u64 count; per entry u32 key (string), i64 jump from its own place to a value of 8 bytes
 * 32-39, 55 edits    u8 flags, see {@link ListEdit.Operation}; per list u64 count and items
 * 35 references      u32 asset (string), u32 path, f64 offset, f64 scale, dictionary
 * 40 paths, 41 tokens, 48 doubles, 50 strings    u64 count and items
 * 45 selections      u64 count; u32 set, u32 variant (strings)
 * 46 time samples    i64 jump to a value of 8 bytes, the times; after it i64 jump to u64 count and values of 8 bytes
 * 47 payload         u32 asset (string), u32 path; from 0.8 f64 offset, f64 scale
 * 49 offsets         u64 count; f64 offset, f64 scale
 * 52, 53 any value   i64 jump to a value of 8 bytes
 * 58 relocates       u64 count; u32 path, u32 path
 * </pre>
 */
final class CrateValues {
    private static final String A_VALUE = say("formats.usd.crate.CrateValues.a-value");
    private static final String AN_ENTRY = say("formats.usd.crate.CrateValues.an-entry");
    private static final String AN_ITEM = say("formats.usd.crate.CrateValues.an-item");
    private static final String A_REFERENCE = say("formats.usd.crate.CrateValues.a-reference");
    private static final String A_PAYLOAD = say("formats.usd.crate.CrateValues.a-payload");

    static final long ARRAY = 1L << 63;
    static final long INLINE = 1L << 62;
    static final long PACKED = 1L << 61;
    static final long PAYLOAD = (1L << 48) - 1;
    static final int DICTIONARY = 31;
    static final int PATHS = 40;
    static final int TOKEN_VECTOR = 41;
    static final int SELECTIONS = 45;
    static final int TIME_SAMPLES = 46;
    static final int PAYLOAD_ONE = 47;
    static final int DOUBLES = 48;
    static final int OFFSETS = 49;
    static final int STRING_VECTOR = 50;
    static final int BLOCK = 51;
    static final int ANY = 52;
    static final int UNREGISTERED = 53;
    static final int RELOCATES = 58;
    private static final int DEEPEST = 100;

    private final String file;
    private final CrateTables tables;
    private final MemorySegment bytes;
    private final CrateArrays arrays;
    private final Map<Long, Value> shared = new HashMap<>();
    private final java.util.Set<Integer> unknown = new java.util.TreeSet<>();
    private int depth;
    private long budget;

    CrateValues(String file, CrateTables tables, MemorySegment bytes) {
        this.file = file;
        this.tables = tables;
        this.bytes = bytes;
        this.arrays = new CrateArrays(file, tables, bytes);
        this.budget = 1000 + bytes.byteSize();
    }

    /** Numbers of types that were met and are not known. */
    java.util.Set<Integer> unknown() {
        return unknown;
    }

    Value read(long rep) throws FormatException {
        Value known = shared.get(rep);
        if (known != null) {
            return known;
        }
        if (++depth > DEEPEST) {
            throw FormatException.in(
                    file,
                    say("formats.usd.crate.CrateValues.values-no-deeper-than", DEEPEST),
                    say("formats.usd.crate.CrateValues.deeper-ones"));
        }
        Value out = fresh(rep);
        depth--;
        if ((rep & INLINE) == 0) {
            shared.put(rep, out);
        }
        return out;
    }

    private void spend(long entries, ByteCursor in) throws FormatException {
        budget -= entries;
        if (budget < 0) {
            throw in.wrong(
                    say("formats.usd.crate.CrateValues.no-more-values-than-the-file"),
                    say("formats.usd.crate.CrateValues.more"));
        }
    }

    private Value fresh(long rep) throws FormatException {
        int type = (int) (rep >> 48 & 255);
        long payload = rep & PAYLOAD;
        ValueKind kind = ValueKind.byId(type);
        if (kind != null) {
            if ((rep & ARRAY) != 0) {
                return arrays.read(kind, payload, (rep & PACKED) != 0);
            }
            return (rep & INLINE) != 0 ? inline(kind, payload) : single(kind, payload);
        }
        if (type == BLOCK) {
            return Value.Blocked.IT;
        }
        if (type >= Value.Choice.SPECIFIER && type <= Value.Choice.VARIABILITY) {
            return new Value.Choice(type, (int) payload);
        }
        ListEdit.@Nullable Items items = items(type);
        boolean known =
                items != null || type == DICTIONARY || type >= PATHS && type <= UNREGISTERED || type == RELOCATES;
        if (!known || (rep & INLINE) != 0 && type != DICTIONARY) {
            unknown.add(type);
            return new Value.Unknown(type);
        }
        if ((rep & INLINE) != 0 || payload == 0) {
            return Value.Dictionary.EMPTY;
        }
        return compound(type, items, arrays.at(payload, 8));
    }

    private Value compound(int type, ListEdit.@Nullable Items items, ByteCursor in) throws FormatException {
        if (items != null) {
            return edit(items, in);
        }
        return switch (type) {
            case DICTIONARY -> dictionary(in);
            case PATHS -> new Value.Paths(paths(in));
            case TOKEN_VECTOR -> new Value.Names(texts(in, false));
            case STRING_VECTOR -> new TextValue(ValueKind.STRING, true, texts(in, true));
            case DOUBLES -> {
                int n = arrays.count(in, 8, "numbers");
                MemorySegment m = bytes.asSlice(in.at(), 8L * n);
                yield new Numbers(ValueKind.DOUBLE, true, n, () -> m);
            }
            case SELECTIONS -> {
                Map<String, String> out = new LinkedHashMap<>();
                int n = arrays.count(in, 8, "selections");
                for (int i = 0; i < n; i++) {
                    out.put(tables.string(in.i32()), tables.string(in.i32()));
                }
                yield new Value.Selections(out);
            }
            case TIME_SAMPLES -> samples(in);
            case PAYLOAD_ONE -> {
                Reference r = payload(in);
                yield ListEdit.explicit(
                        ListEdit.Items.PAYLOADS, r.asset().isEmpty() && r.prim().isEmpty() ? List.of() : List.of(r));
            }
            case OFFSETS -> {
                List<TimeOffset> out = new ArrayList<>();
                int n = arrays.count(in, 16, "offsets");
                for (int i = 0; i < n; i++) {
                    out.add(new TimeOffset(in.f64(), in.f64()));
                }
                yield new Value.Offsets(out);
            }
            case RELOCATES -> {
                Map<String, String> out = new LinkedHashMap<>();
                int n = arrays.count(in, 8, "relocates");
                for (int i = 0; i < n; i++) {
                    out.put(tables.paths.text(in.i32()), tables.paths.text(in.i32()));
                }
                yield new Value.Relocates(out);
            }
            case UNREGISTERED -> new Value.Unregistered(jumped(in));
            default -> jumped(in);
        };
    }

    private static ListEdit.@Nullable Items items(int type) {
        for (ListEdit.Items i : ListEdit.Items.values()) {
            if (i.id() == type) {
                return i;
            }
        }
        return null;
    }

    /** The value at the end of a jump; the cursor stands behind it then. */
    private Value jumped(ByteCursor in) throws FormatException {
        arrays.jump(in);
        in.need(8, in.size(), A_VALUE);
        long rep = in.i64();
        long after = in.at();
        Value out = read(rep);
        in.to(after);
        return out;
    }

    private Value.Dictionary dictionary(ByteCursor in) throws FormatException {
        int n = arrays.count(in, 12, "entries");
        spend(n, in);
        Map<String, Value> out = new LinkedHashMap<>();
        for (int i = 0; i < n; i++) {
            in.need(12, in.size(), AN_ENTRY);
            String key = tables.string(in.i32());
            out.put(key, jumped(in));
        }
        return new Value.Dictionary(out);
    }

    private TimeSamples samples(ByteCursor in) throws FormatException {
        Value when = jumped(in);
        if (!(when instanceof Numbers t) || t.kind() != ValueKind.DOUBLE) {
            throw in.wrong(say("formats.usd.crate.CrateValues.times-as-doubles"), when.toString());
        }
        double[] times = t.doubles();
        arrays.jump(in);
        int n = arrays.count(in, 8, "samples");
        spend(n, in);
        if (n != times.length) {
            throw in.wrong(say("formats.usd.crate.CrateValues.samples", times.length), n + "");
        }
        for (int i = 0; i < n; i++) {
            if (!(i == 0 || times[i] > times[i - 1]) || !Double.isFinite(times[i])) {
                throw in.wrong(
                        say("formats.usd.crate.CrateValues.ascending-times"),
                        say("formats.usd.crate.CrateValues.time", times[i]));
            }
        }
        List<Value> values = new ArrayList<>(n);
        for (int i = 0; i < n; i++) {
            long rep = in.i64();
            long after = in.at();
            values.add(read(rep));
            in.to(after);
        }
        return TimeSamples.of(times, values);
    }

    private ListEdit edit(ListEdit.Items items, ByteCursor in) throws FormatException {
        int flags = in.u8();
        Map<ListEdit.Operation, List<Object>> lists = new EnumMap<>(ListEdit.Operation.class);
        for (ListEdit.Operation op : ListEdit.Operation.values()) {
            if ((flags & op.flag()) != 0) {
                int size = items == ListEdit.Items.REFERENCES
                        ? 32
                        : items == ListEdit.Items.PAYLOADS
                                ? 24
                                : items.isNumbers()
                                                && (items == ListEdit.Items.INT64S || items == ListEdit.Items.UINT64S)
                                        ? 8
                                        : 4;
                int n = arrays.count(in, size, "items");
                spend(n, in);
                List<Object> list = new ArrayList<>(n);
                for (int i = 0; i < n; i++) {
                    list.add(item(items, in));
                }
                lists.put(op, list);
            }
        }
        if ((flags & 1) != 0) {
            lists.keySet().retainAll(java.util.Set.of(ListEdit.Operation.EXPLICIT));
            lists.putIfAbsent(ListEdit.Operation.EXPLICIT, List.of());
        }
        return new ListEdit(items, lists);
    }

    private Object item(ListEdit.Items items, ByteCursor in) throws FormatException {
        in.need(4, in.size(), AN_ITEM);
        return switch (items) {
            case TOKENS -> tables.token(in.i32());
            case STRINGS -> tables.string(in.i32());
            case PATHS -> tables.paths.text(in.i32());
            case INTS -> (long) in.i32();
            case UINTS -> in.u32();
            case INT64S, UINT64S -> in.i64();
            case PAYLOADS -> payload(in);
            case REFERENCES -> {
                in.need(24, in.size(), A_REFERENCE);
                String asset = tables.string(in.i32());
                String prim = prim(in.i32());
                TimeOffset offset = new TimeOffset(in.f64(), in.f64());
                yield new Reference(asset, prim, offset, dictionary(in), false);
            }
        };
    }

    private Reference payload(ByteCursor in) throws FormatException {
        boolean timed = tables.version >= 0x800;
        in.need(timed ? 24 : 8, in.size(), A_PAYLOAD);
        String asset = tables.string(in.i32());
        String prim = prim(in.i32());
        TimeOffset offset = timed ? new TimeOffset(in.f64(), in.f64()) : TimeOffset.NONE;
        return new Reference(asset, prim, offset, Value.Dictionary.EMPTY, true);
    }

    /** The path of a prim that is pointed to; the empty path is told by the top or by a place that no path has. */
    private String prim(int place) throws FormatException {
        if (place == -1 || place >= 0 && place < tables.paths.count() && tables.paths.parent(place) == -2) {
            return "";
        }
        String out = tables.paths.text(place);
        return out.equals("/") ? "" : out;
    }

    private List<String> paths(ByteCursor in) throws FormatException {
        int n = arrays.count(in, 4, "paths");
        List<String> out = new ArrayList<>(n);
        for (int i = 0; i < n; i++) {
            out.add(tables.paths.text(in.i32()));
        }
        return out;
    }

    private List<String> texts(ByteCursor in, boolean strings) throws FormatException {
        int n = arrays.count(in, 4, "texts");
        List<String> out = new ArrayList<>(n);
        for (int i = 0; i < n; i++) {
            out.add(strings ? tables.string(in.i32()) : tables.token(in.i32()));
        }
        return out;
    }

    private Value inline(ValueKind kind, long payload) throws FormatException {
        int low = (int) payload;
        if (kind.isText()) {
            boolean token = kind == ValueKind.TOKEN || kind == ValueKind.ASSET;
            return new TextValue(kind, false, List.of(token ? tables.token(low) : tables.string(low)));
        }
        if (kind == ValueKind.DOUBLE || kind == ValueKind.TIMECODE) {
            return Numbers.one(kind, Float.intBitsToFloat(low));
        }
        if (kind.part() == ValueKind.Part.LONG) {
            return Numbers.whole(kind, false, kind == ValueKind.UINT64 ? Integer.toUnsignedLong(low) : low);
        }
        if (kind.bytes() <= 4) {
            byte[] b = new byte[kind.bytes()];
            for (int i = 0; i < b.length; i++) {
                b[i] = (byte) (low >> 8 * i);
            }
            MemorySegment m = MemorySegment.ofArray(b);
            return new Numbers(kind, false, 1, () -> m);
        }
        double[] parts = new double[kind.width()];
        int rows = kind.isMatrix() ? kind.rows() : parts.length;
        for (int i = 0; i < rows; i++) {
            parts[kind.isMatrix() ? i * rows + i : i] = (byte) (payload >> 8 * i);
        }
        return Numbers.one(kind, parts);
    }

    private Value single(ValueKind kind, long at) throws FormatException {
        if (kind.isText()) {
            return new TextValue(
                    kind, false, List.of(tables.string(arrays.at(at, 4).i32())));
        }
        arrays.at(at, kind.bytes());
        MemorySegment m = bytes.asSlice(at, kind.bytes());
        return new Numbers(kind, false, 1, () -> m);
    }
}
