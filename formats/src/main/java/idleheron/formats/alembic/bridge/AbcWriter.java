package idleheron.formats.alembic.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.cache.ElementType;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.job.Progress;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcObject;
import idleheron.formats.alembic.archive.MetaTable;
import idleheron.formats.alembic.archive.Murmur3;
import idleheron.formats.alembic.archive.Ogawa;
import idleheron.formats.alembic.archive.OgawaWriter;
import idleheron.formats.alembic.archive.PropertyHeader;
import idleheron.formats.alembic.archive.SpookyHash;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Writes an archive as the reference library does: equal payloads once in the whole file, equal samples at both ends of a run
 * left out, hashes in headers. Hashes are {@link SpookyHash} over
 *
 * <pre>
 * array sample   u64 per rank, then its key; a scalar sample: its key alone; samples in a chain, repeats too
 * property       name, metadata, u8 type, u8 extent, for a scalar u8 0, f64 time per cycle, u32 k, k × f64, the chain
 * compound       hashes of its properties, name, metadata; an object's own: the hashes alone
 * object         hashes of its children, hash of its compound, metadata, name
 * </pre>
 */
public final class AbcWriter {
    private static final int LEAST_LIBRARY = 10_000;
    private final OgawaWriter out;
    private final Progress progress;
    private final long objects;
    private long written;
    private final MetaTable table = new MetaTable();
    private final List<TimeSampling> samplings = new ArrayList<>();
    private final Map<TimeSampling, Integer> known = new HashMap<>();
    private final List<Long> most = new ArrayList<>();
    private final Map<Payload, Stored> payloads = new HashMap<>();

    /** What tells a payload: its key, its size, and the kind of text. */
    private record Payload(
            Murmur3.Key key, long bytes, @Nullable ElementType text) {}

    /** Where a payload lies, and how many numbers it was written with. */
    private record Stored(long reference, long values) {}

    /** What was written of an object or property. */
    private record Done(long reference, long[] hash) {}

    private AbcWriter(OgawaWriter out, AbcArchive archive, Progress progress) {
        this.out = out;
        this.progress = progress;
        this.objects = Math.max(1, count(archive.top()));
        sampling(TimeSampling.STILL);
        archive.samplings().forEach(this::sampling);
    }

    private static long count(AbcObject o) {
        long n = 1;
        for (AbcObject c : o.children()) {
            n += count(c);
        }
        return n;
    }

    /** Writes a whole archive. */
    public static void write(AbcArchive archive, Path file, Progress progress) throws IOException {
        try (OgawaWriter out = new OgawaWriter(file)) {
            new AbcWriter(out, archive, progress).archive(archive);
        }
    }

    private void archive(AbcArchive a) throws IOException {
        long version = out.data(number(0));
        long library = out.data(number(Math.max(LEAST_LIBRARY, a.libraryVersion())));
        Done top = object(a.top());
        long meta = out.data(a.meta().text().getBytes(StandardCharsets.UTF_8));
        long times = out.data(samplings());
        long indexed = out.data(table.bytes());
        out.finish(out.group(version, library, top.reference, meta, times, indexed));
    }

    private static byte[] number(int v) {
        return ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(v).array();
    }

    private byte[] samplings() {
        Bytes b = new Bytes();
        for (int i = 0; i < samplings.size(); i++) {
            TimeSampling t = samplings.get(i);
            PropertyHeader.put32(b, most.get(i));
            b.f64(t.perCycle());
            PropertyHeader.put32(b, t.stored().length);
            for (double v : t.stored()) {
                b.f64(v);
            }
        }
        return b.toByteArray();
    }

    private int sampling(TimeSampling t) {
        Integer at = known.get(t);
        if (at == null) {
            at = samplings.size();
            known.put(t, at);
            samplings.add(t);
            most.add(0L);
        }
        return at;
    }

    private Done object(AbcObject o) throws IOException {
        progress.at((double) written++ / objects, say("formats.alembic.bridge.AbcWriter.writing", o.name()));
        long[] refs = new long[o.children().size() + 2];
        Bytes hashes = new Bytes();
        for (int i = 0; i < o.children().size(); i++) {
            Done d = object(o.children().get(i));
            refs[i + 1] = d.reference;
            hashes.hash(d.hash);
        }
        Bytes headers = new Bytes();
        for (AbcObject c : o.children()) {
            headers.named(c.name());
            String meta = c.meta().text();
            int index = table.index(meta);
            headers.write(index);
            if (index == 255) {
                headers.named(meta);
            }
        }
        Done properties = compound(o.properties(), true);
        refs[0] = properties.reference;
        headers.hash(properties.hash);
        headers.hash(o.children().isEmpty() ? new long[2] : SpookyHash.of(hashes.toByteArray()));
        refs[refs.length - 1] = out.data(headers.toByteArray());
        hashes.hash(properties.hash);
        hashes.text(o.meta().text());
        hashes.text(o.name());
        return new Done(out.group(refs), SpookyHash.of(hashes.toByteArray()));
    }

    private Done compound(Property.Group g, boolean own) throws IOException {
        int n = g.properties().size();
        Bytes hashes = new Bytes();
        List<PropertyHeader> headers = new ArrayList<>();
        long[] refs = new long[n == 0 ? 0 : n + 1];
        for (int i = 0; i < n; i++) {
            Property p = g.properties().get(i);
            Done d;
            if (p instanceof Property.Group inner) {
                d = compound(inner, false);
                headers.add(PropertyHeader.compound(p.name(), p.meta()));
            } else {
                d = values((Property.Values) p, headers);
            }
            refs[i] = d.reference;
            hashes.hash(d.hash);
        }
        if (n > 0) {
            Bytes block = new Bytes();
            headers.forEach(h -> h.write(block, table));
            refs[n] = out.data(block.toByteArray());
        }
        if (!own) {
            hashes.text(g.name());
            hashes.text(g.meta().text());
        }
        return new Done(out.group(refs), SpookyHash.of(hashes.toByteArray()));
    }

    /** A sample as it was last written; {@code key} as it stands before it. */
    private record Last(Payload payload, Murmur3.Key key, long[] shape, long reference, long dims) {}

    private Done values(Property.Values p, List<PropertyHeader> headers) throws IOException {
        Samples s = p.samples();
        long[] refs = new long[16];
        int used = 0;
        long first = 0;
        long last = 0;
        boolean even = true;
        boolean single = true;
        long[] chain = new long[2];
        Last before = null;
        long values = 0;
        for (int i = 0; i < s.count(); i++) {
            Last now = before;
            if (i == 0 || s.slot(i) != s.slot(i - 1)) {
                MemorySegment bytes = s.bytes(i);
                Payload payload = new Payload(
                        Murmur3.of(bytes), bytes.byteSize(), s.type().isText() ? s.type() : null);
                long[] shape = s.scalar() ? new long[] {1} : s.shape(i);
                if (before == null || !payload.equals(before.payload) || !Arrays.equals(shape, before.shape)) {
                    Murmur3.Key key = s.type() == ElementType.WIDE_STRING ? shortKey(bytes) : payload.key;
                    Stored stored = stored(payload, key, bytes, product(shape) * s.extent());
                    values = stored.values;
                    now = new Last(payload, key, shape, stored.reference, dims(s, shape));
                }
            }
            Last sample = Objects.requireNonNull(now);
            if (before == null || now != before) {
                int repeats = first == 0 || before == null ? 0 : (int) (i - last - 1);
                int each = s.scalar() ? 1 : 2;
                while (refs.length < used + each * (repeats + 1L)) {
                    refs = Arrays.copyOf(refs, refs.length * 2);
                }
                for (int r = 0; r < repeats; r++) {
                    used = add(refs, used, Objects.requireNonNull(before), s.scalar());
                }
                used = add(refs, used, sample, s.scalar());
                first = first == 0 ? i : first;
                last = i;
            }
            long points = product(sample.shape);
            single &= points == 1;
            even &= s.scalar() || points == values;
            chain = chained(chain, i, s, sample);
            before = now;
        }
        int sampling = sampling(s.times());
        most.set(sampling, Math.max(most.get(sampling), last == 0 ? Math.min(1, s.count()) : s.count()));
        int kind = s.scalar() ? PropertyHeader.SCALAR : single ? PropertyHeader.SCALAR_LIKE : PropertyHeader.ARRAY;
        headers.add(new PropertyHeader(
                p.name(), p.meta(), kind, s.type(), s.extent(), s.count(), first, last, sampling, even));
        return new Done(out.group(Arrays.copyOf(refs, used)), hash(p, chain));
    }

    private static long product(long[] shape) {
        long n = 1;
        for (long d : shape) {
            n *= d;
        }
        return n;
    }

    private static int add(long[] refs, int used, Last sample, boolean scalar) {
        refs[used] = sample.reference;
        if (!scalar) {
            refs[used + 1] = sample.dims;
        }
        return used + (scalar ? 1 : 2);
    }

    /** Of wide text the reference library makes its key from as many bytes as there are characters. */
    private static Murmur3.Key shortKey(MemorySegment bytes) {
        return Murmur3.of(bytes.asSlice(0, bytes.byteSize() / 4));
    }

    private Stored stored(Payload payload, Murmur3.Key key, MemorySegment bytes, long values) throws IOException {
        Stored at = payloads.get(payload);
        if (at == null) {
            at = new Stored(bytes.byteSize() == 0 ? Ogawa.DATA : out.sample(key, bytes), values);
            payloads.put(payload, at);
        }
        return at;
    }

    private long dims(Samples s, long[] shape) throws IOException {
        if (s.scalar() || shape.length == 1 && !s.type().isText()) {
            return Ogawa.DATA;
        }
        ByteBuffer b = ByteBuffer.allocate(8 * shape.length).order(ByteOrder.LITTLE_ENDIAN);
        for (long d : shape) {
            b.putLong(d);
        }
        return out.data(b.array());
    }

    private static long[] chained(long[] chain, int i, Samples s, Last sample) {
        long[] own = {sample.key.low(), sample.key.high()};
        if (!s.scalar()) {
            Bytes b = new Bytes();
            for (long d : sample.shape) {
                b.i64(d);
            }
            b.hash(own);
            own = SpookyHash.of(b.toByteArray());
        }
        return i == 0 ? own : SpookyHash.chain(chain, own);
    }

    private static long[] hash(Property.Values p, long[] chain) {
        Samples s = p.samples();
        Bytes b = new Bytes();
        b.text(p.name());
        b.text(p.meta().text());
        b.write(s.type().ordinal());
        b.write(s.extent());
        if (s.scalar()) {
            b.write(0);
        }
        b.f64(s.times().perCycle());
        PropertyHeader.put32(b, s.times().stored().length);
        for (double t : s.times().stored()) {
            b.f64(t);
        }
        if (s.count() > 0) {
            b.hash(chain);
        }
        return SpookyHash.of(b.toByteArray());
    }

    /** Little-endian numbers on end. */
    private static final class Bytes extends ByteArrayOutputStream {
        void i64(long v) {
            for (int i = 0; i < 8; i++) {
                write((int) (v >> 8 * i) & 255);
            }
        }

        void f64(double v) {
            i64(Double.doubleToRawLongBits(v));
        }

        void hash(long[] h) {
            i64(h[0]);
            i64(h[1]);
        }

        void text(String s) {
            writeBytes(s.getBytes(StandardCharsets.UTF_8));
        }

        void named(String s) {
            byte[] b = s.getBytes(StandardCharsets.UTF_8);
            PropertyHeader.put32(this, b.length);
            writeBytes(b);
        }
    }
}
