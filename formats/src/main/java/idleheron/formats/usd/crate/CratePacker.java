package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Turns values into the 8 bytes of {@link CrateValues}, writing what does not fit in them; equal values are written once. */
final class CratePacker {
    /** Arrays shorter than this are not packed. */
    private static final int FEWEST = 16;

    private final CrateSink out;
    private final CrateNames names;
    private final Map<Key, Long> written = new HashMap<>();
    private int minor = 8;

    /** A value with a hash of some of its bytes, since arrays of one length are many. */
    private record Key(Value value, int hash) {
        static Key of(Value v) {
            if (!(v instanceof Numbers n)) {
                return new Key(v, v.hashCode());
            }
            MemorySegment m = n.bytes();
            long size = m.byteSize();
            int h = n.hashCode();
            long step = Math.max(1, size / 64);
            for (long i = 0; i < size; i += step) {
                h = 31 * h + m.get(ValueLayout.JAVA_BYTE, i);
            }
            return new Key(v, h);
        }

        @Override
        public int hashCode() {
            return hash;
        }

        @Override
        public boolean equals(@Nullable Object o) {
            return o instanceof Key k && k.hash == hash && k.value.equals(value);
        }
    }

    CratePacker(CrateSink out, CrateNames names) {
        this.out = out;
        this.names = names;
    }

    /** The oldest minor version that knows all that was written. */
    int minorVersion() {
        return minor;
    }

    private static long rep(int type, long flags, long payload) {
        return flags | (long) type << 48 | payload;
    }

    long pack(Value v) throws IOException {
        if (v instanceof TextValue w && !w.array()) {
            noteVersion(w.kind());
            boolean token = w.kind() == ValueKind.TOKEN || w.kind() == ValueKind.ASSET;
            int index = token ? names.token(w.first()) : names.string(w.first());
            return rep(w.kind().id(), CrateValues.INLINE, index);
        }
        if (v instanceof Value.Choice c) {
            return rep(c.kind(), CrateValues.INLINE, c.number());
        }
        if (v instanceof Value.Blocked) {
            return rep(CrateValues.BLOCK, CrateValues.INLINE, 0);
        }
        if (v instanceof Numbers n) {
            noteVersion(n.kind());
            if (n.array() && n.count() == 0) {
                return rep(n.kind().id(), CrateValues.ARRAY, 0);
            }
            if (!n.array()) {
                long inline = CrateNumbers.inline(n);
                if (inline >= 0) {
                    return rep(n.kind().id(), CrateValues.INLINE, inline);
                }
            }
        }
        if (v instanceof TextValue w && w.items().isEmpty()) {
            return rep(w.kind().id(), CrateValues.ARRAY, 0);
        }
        Key key = Key.of(v);
        Long known = written.get(key);
        if (known == null) {
            known = write(v);
            written.put(key, known);
        }
        return known;
    }

    private void noteVersion(ValueKind kind) {
        minor = Math.max(minor, kind == ValueKind.TIMECODE ? 9 : kind == ValueKind.PATH_EXPRESSION ? 10 : 8);
    }

    private long write(Value v) throws IOException {
        return switch (v) {
            case Numbers n -> n.array() ? array(n) : single(n);
            case TextValue w -> {
                long at = out.at();
                out.i64(w.items().size());
                for (String s : w.items()) {
                    out.i32(w.kind() == ValueKind.TOKEN ? names.token(s) : names.string(s));
                }
                yield rep(w.kind().id(), CrateValues.ARRAY, at);
            }
            case TimeSamples t -> samples(t);
            case ListEdit e -> edit(e);
            case Reference r -> throw new IOException(say("formats.usd.crate.CratePacker.a-reference-outside-a-list"));
            case Value.Plain p -> plain(p);
        };
    }

    private long plain(Value.Plain v) throws IOException {
        return switch (v) {
            case Value.Dictionary d -> {
                long[] held = new long[d.entries().size()];
                int i = 0;
                for (Value e : d.entries().values()) {
                    held[i++] = pack(e);
                }
                long at = out.at();
                entries(d, held);
                yield rep(CrateValues.DICTIONARY, 0, at);
            }
            case Value.Names n ->
                listed(
                        CrateValues.TOKEN_VECTOR,
                        n.names().stream().mapToInt(names::token).toArray());
            case Value.Paths p ->
                listed(
                        CrateValues.PATHS,
                        p.paths().stream().mapToInt(names::path).toArray());
            case Value.Selections s -> {
                long at = out.at();
                out.i64(s.chosen().size());
                for (Map.Entry<String, String> e : s.chosen().entrySet()) {
                    out.i32(names.string(e.getKey()));
                    out.i32(names.string(e.getValue()));
                }
                yield rep(CrateValues.SELECTIONS, 0, at);
            }
            case Value.Offsets o -> {
                long at = out.at();
                out.i64(o.offsets().size());
                for (TimeOffset t : o.offsets()) {
                    out.f64(t.offset());
                    out.f64(t.scale());
                }
                yield rep(CrateValues.OFFSETS, 0, at);
            }
            case Value.Unregistered u -> {
                long held = pack(u.held());
                long at = out.at();
                out.i64(8);
                out.i64(held);
                yield rep(CrateValues.UNREGISTERED, 0, at);
            }
            case Value.Relocates r -> {
                minor = Math.max(minor, 11);
                long at = out.at();
                out.i64(r.moves().size());
                for (Map.Entry<String, String> e : r.moves().entrySet()) {
                    out.i32(names.path(e.getKey()));
                    out.i32(names.path(e.getValue()));
                }
                yield rep(CrateValues.RELOCATES, 0, at);
            }
            default -> throw new IOException(say("formats.usd.crate.CratePacker.crate-files-have-no-form-for", v));
        };
    }

    /** Texts as a vector, which is another type than an array. */
    long strings(List<String> items) throws IOException {
        return listed(
                CrateValues.STRING_VECTOR,
                items.stream().mapToInt(names::string).toArray());
    }

    private long listed(int type, int[] items) throws IOException {
        long at = out.at();
        out.i64(items.length);
        for (int i : items) {
            out.i32(i);
        }
        return rep(type, 0, at);
    }

    private void entries(Value.Dictionary d, long[] held) throws IOException {
        out.i64(held.length);
        int i = 0;
        for (String key : d.entries().keySet()) {
            out.i32(names.string(key));
            out.i64(8);
            out.i64(held[i++]);
        }
    }

    private long samples(TimeSamples t) throws IOException {
        Numbers times = Numbers.of(ValueKind.DOUBLE, true, t.times());
        Key key = Key.of(times);
        Long when = written.get(new Key(new Timed(times).asValue(), key.hash));
        if (when == null) {
            long at = out.at();
            out.i64(t.count());
            out.bytes(times.bytes());
            when = rep(CrateValues.DOUBLES, 0, at);
            written.put(new Key(new Timed(times).asValue(), key.hash), when);
        }
        long[] held = new long[t.count()];
        for (int i = 0; i < held.length; i++) {
            held[i] = pack(t.value(i));
        }
        long at = out.at();
        out.i64(8);
        out.i64(when);
        out.i64(8);
        out.i64(held.length);
        for (long h : held) {
            out.i64(h);
        }
        return rep(CrateValues.TIME_SAMPLES, 0, at);
    }

    /** Keeps shared times apart from equal arrays of doubles, which are another type. */
    private record Timed(Numbers times) {
        Value asValue() {
            return new Value.Unregistered(times);
        }
    }

    private long edit(ListEdit e) throws IOException {
        List<long[]> data = new ArrayList<>();
        for (List<Object> l : e.lists().values()) {
            for (Object o : l) {
                if (o instanceof Reference r && !r.payload()) {
                    long[] held = new long[r.data().entries().size()];
                    int i = 0;
                    for (Value v : r.data().entries().values()) {
                        held[i++] = pack(v);
                    }
                    data.add(held);
                }
            }
        }
        int flags = e.isExplicit() ? 1 : 0;
        for (Map.Entry<ListEdit.Operation, List<Object>> l : e.lists().entrySet()) {
            flags |= l.getValue().isEmpty() ? 0 : l.getKey().flag();
        }
        long at = out.at();
        out.u8(flags);
        int reference = 0;
        for (List<Object> l : e.lists().values()) {
            if (l.isEmpty()) {
                continue;
            }
            out.i64(l.size());
            for (Object o : l) {
                switch (e.items()) {
                    case TOKENS -> out.i32(names.token((String) o));
                    case STRINGS -> out.i32(names.string((String) o));
                    case PATHS -> out.i32(names.path((String) o));
                    case INTS, UINTS -> out.i32((int) (long) (Long) o);
                    case INT64S, UINT64S -> out.i64((Long) o);
                    case REFERENCES, PAYLOADS -> {
                        Reference r = (Reference) o;
                        out.i32(names.string(r.asset()));
                        out.i32(names.path(r.prim()));
                        out.f64(r.offset().offset());
                        out.f64(r.offset().scale());
                        if (e.items() == ListEdit.Items.REFERENCES) {
                            entries(r.data(), data.get(reference++));
                        }
                    }
                }
            }
        }
        return rep(e.items().id(), 0, at);
    }

    private long single(Numbers n) throws IOException {
        long at = out.at();
        out.bytes(n.bytes());
        return rep(n.kind().id(), 0, at);
    }

    private long array(Numbers n) throws IOException {
        ValueKind kind = n.kind();
        boolean scalar = kind.width() == 1 && kind.part() != ValueKind.Part.BYTE && kind != ValueKind.TIMECODE;
        if (scalar && n.count() >= FEWEST && n.count() < Integer.MAX_VALUE / 16) {
            byte[] packed = kind.part().isReal()
                    ? CrateNumbers.reals(n)
                    : kind.part() == ValueKind.Part.LONG ? CrateInts.pack(n.longs()) : CrateInts.pack(n.ints());
            if (packed != null) {
                long at = out.at();
                out.i64(n.count());
                if (kind.part().isReal()) {
                    out.bytes(packed);
                } else {
                    out.packed(packed);
                }
                return rep(kind.id(), CrateValues.ARRAY | CrateValues.PACKED, at);
            }
        }
        long at = out.at();
        out.i64(n.count());
        out.bytes(n.bytes());
        return rep(kind.id(), CrateValues.ARRAY, at);
    }
}
