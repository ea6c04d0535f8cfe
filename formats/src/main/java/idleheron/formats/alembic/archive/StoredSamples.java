package idleheron.formats.alembic.archive;

import static idleheron.core.Messages.say;

import idleheron.core.cache.ElementType;
import idleheron.core.cache.Samples;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;

/**
 * The payloads of one property, where they lie in the file. All is held against the file when it is opened, so that nothing
 * can go wrong when payloads are asked for.
 *
 * <pre>
 * scalar, per slot   data: 16 bytes key, then extent values
 * array, per slot    data: 16 bytes key, then values; nothing at all for no points
 *                    data: u64 per rank, or nothing for rank 1 of a fixed size
 * text               UTF-8, a zero after each; wide text 4 bytes a character, four zeros after each
 * </pre>
 */
public final class StoredSamples implements Samples.Source {
    static final int KEY = 16;
    private static final int MOST_RANKS = 32;
    private static final MemorySegment NOTHING = MemorySegment.ofArray(new byte[0]);
    private final MemorySegment[] payloads;
    private final long[][] shapes;
    private final Murmur3.@Nullable Key[] keys;
    private final BitSet lost = new BitSet();

    private StoredSamples(int slots) {
        payloads = new MemorySegment[slots];
        shapes = new long[slots][];
        keys = new Murmur3.Key[slots];
    }

    /**
     * @param references of the group of samples
     * @param at position of that group, for messages
     * @throws FormatException when a sample lies elsewhere than in the file or its size is none of its kind
     */
    public static StoredSamples of(Ogawa file, PropertyHeader h, int slots, long[] references, long at, String path)
            throws FormatException {
        boolean scalar = h.kind() == PropertyHeader.SCALAR;
        int each = scalar ? 1 : 2;
        if (references.length < (long) slots * each) {
            throw file.wrong(
                    at,
                    say("formats.alembic.archive.StoredSamples.references-to-samples-of", slots * (long) each, path),
                    references.length + "");
        }
        StoredSamples out = new StoredSamples(slots);
        Told told = Told.of(path);
        for (int s = 0; s < slots; s++) {
            out.slot(file, h, s, references, told);
        }
        return out;
    }

    /** As {@link #of}, where single samples may be damaged: those are told by {@link #isLost}. */
    public static StoredSamples rescue(Ogawa file, PropertyHeader h, int slots, long[] references, long at, String path)
            throws FormatException {
        StoredSamples out = of(file, h, 0, references, at, path).sized(slots);
        if (references.length < (long) slots * (h.kind() == PropertyHeader.SCALAR ? 1 : 2)) {
            throw file.wrong(
                    at,
                    say("formats.alembic.archive.StoredSamples.references-to-samples-of-2", path),
                    references.length + "");
        }
        Told told = Told.of(path);
        for (int s = 0; s < slots; s++) {
            try {
                out.slot(file, h, s, references, told);
                MemorySegment payload = out.payloads[s];
                if (out.keys[s] != null
                        && !h.type().isText()
                        && !Murmur3.of(payload).equals(out.keys[s])) {
                    out.lost.set(s);
                }
            } catch (FormatException e) {
                out.lost.set(s);
                out.payloads[s] = NOTHING;
                out.shapes[s] = new long[] {0};
            }
        }
        return out;
    }

    private StoredSamples sized(int slots) {
        return new StoredSamples(slots);
    }

    /** Whether a sample is not what its key says, or cannot be read. */
    public boolean isLost(int slot) {
        return lost.get(slot);
    }

    /** What complaints call the parts of one property, put together once for all its samples. */
    private record Told(String path, String sample, String dimensions) {
        static Told of(String path) {
            return new Told(
                    path,
                    say("formats.alembic.archive.StoredSamples.a-sample-of", path),
                    say("formats.alembic.archive.StoredSamples.the-dimensions-of", path));
        }
    }

    private void slot(Ogawa file, PropertyHeader h, int s, long[] references, Told told) throws FormatException {
        boolean scalar = h.kind() == PropertyHeader.SCALAR;
        int each = scalar ? 1 : 2;
        long ref = references[s * each];
        MemorySegment raw = file.data(ref, told.sample);
        if (raw.byteSize() != 0 && raw.byteSize() < KEY) {
            throw file.wrong(
                    Ogawa.position(ref),
                    say("formats.alembic.archive.StoredSamples.a-key-of-bytes-before", KEY, told.path),
                    say("formats.alembic.archive.StoredSamples.bytes", raw.byteSize()));
        }
        MemorySegment payload = raw.byteSize() == 0 ? NOTHING : raw.asSlice(KEY);
        payloads[s] = payload;
        keys[s] =
                raw.byteSize() == 0 ? null : new Murmur3.Key(raw.get(ByteCursor.LONG, 0), raw.get(ByteCursor.LONG, 8));
        MemorySegment dims = scalar ? NOTHING : file.data(references[s * each + 1], told.dimensions);
        shapes[s] = shape(h, payload, dims, new Where(file, Ogawa.position(ref), told.path));
    }

    /** The property and the byte that a complaint names. */
    private record Where(Ogawa file, long at, String path) {
        FormatException wrong(String expected, String found) {
            return file.wrong(at, expected, found);
        }
    }

    private static long[] shape(PropertyHeader h, MemorySegment payload, MemorySegment dims, Where where)
            throws FormatException {
        long values = count(h.type(), payload);
        long points = values / h.extent();
        if (values < 0 || points * h.extent() != values) {
            throw where.wrong(
                    say(
                            "formats.alembic.archive.StoredSamples.values-of-by-in",
                            h.type().id(),
                            h.extent(),
                            where.path),
                    say("formats.alembic.archive.StoredSamples.bytes", payload.byteSize()));
        }
        if (h.kind() == PropertyHeader.SCALAR) {
            if (points != 1) {
                throw where.wrong(
                        say("formats.alembic.archive.StoredSamples.one-point-in-a-sample-of", where.path), points + "");
            }
            return new long[] {1};
        }
        if (dims.byteSize() == 0) {
            return new long[] {points};
        }
        long ranks = dims.byteSize() / 8;
        if (ranks * 8 != dims.byteSize() || ranks > MOST_RANKS) {
            throw where.wrong(
                    say("formats.alembic.archive.StoredSamples.8-bytes-per-rank-in-the", where.path),
                    say("formats.alembic.archive.StoredSamples.bytes", dims.byteSize()));
        }
        long[] out = new long[(int) ranks];
        long all = 1;
        for (int r = 0; r < ranks; r++) {
            out[r] = dims.get(ByteCursor.LONG, 8L * r);
            if (out[r] < 0 || out[r] > 0 && all > points / out[r]) {
                throw where.wrong(
                        say("formats.alembic.archive.StoredSamples.dimensions-of-points-of", points, where.path),
                        say("formats.alembic.archive.StoredSamples.more"));
            }
            all *= out[r];
        }
        if (all != points) {
            throw where.wrong(
                    say("formats.alembic.archive.StoredSamples.dimensions-of-points-of", points, where.path), all + "");
        }
        return out;
    }

    /** How many values a payload holds, -1 where it holds a part of one. */
    private static long count(ElementType type, MemorySegment m) {
        if (!type.isText()) {
            return m.byteSize() % type.bytes() == 0 ? m.byteSize() / type.bytes() : -1;
        }
        int step = type == ElementType.WIDE_STRING ? 4 : 1;
        if (m.byteSize() % step != 0) {
            return -1;
        }
        long n = 0;
        boolean ended = true;
        for (long i = 0; i < m.byteSize(); i += step) {
            ended = step == 1 ? m.get(ValueLayout.JAVA_BYTE, i) == 0 : m.get(ByteCursor.INT, i) == 0;
            n += ended ? 1 : 0;
        }
        return ended ? n : -1;
    }

    @Override
    public MemorySegment bytes(int slot) {
        return payloads[slot];
    }

    @Override
    public long[] shape(int slot) {
        return shapes[slot];
    }
}
