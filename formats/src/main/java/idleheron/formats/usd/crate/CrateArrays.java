package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Failures;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.io.UncheckedIOException;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.List;

/** Arrays of a crate file; the layout is told at {@link CrateValues}. Plain ones stay in the file, packed ones are unpacked when asked for. */
final class CrateArrays {
    private static final String A_VALUE = say("formats.usd.crate.CrateArrays.a-value");
    private static final String A_JUMP = say("formats.usd.crate.CrateArrays.a-jump");
    private static final String A_COUNT = say("formats.usd.crate.CrateArrays.a-count");
    private static final String A_SIZE = say("formats.usd.crate.CrateArrays.a-size");
    private static final String PACKED_NUMBERS_2 = say("formats.usd.crate.CrateArrays.packed-numbers-2");
    private static final String A_CODE = say("formats.usd.crate.CrateArrays.a-code");
    private static final String THE_SIZE_OF_A_TABLE = say("formats.usd.crate.CrateArrays.the-size-of-a-table");
    private static final String A_TABLE = say("formats.usd.crate.CrateArrays.a-table");

    private final String file;
    private final CrateTables tables;
    private final MemorySegment bytes;

    CrateArrays(String file, CrateTables tables, MemorySegment bytes) {
        this.file = file;
        this.tables = tables;
        this.bytes = bytes;
    }

    /**
     * @throws FormatException when fewer than {@code least} bytes are there
     */
    ByteCursor at(long offset, long least) throws FormatException {
        ByteCursor in = new ByteCursor(file, bytes, offset);
        if (offset < CrateTables.HEAD || offset > bytes.byteSize()) {
            throw in.wrong(
                    say("formats.usd.crate.CrateArrays.a-value-within-bytes", bytes.byteSize()),
                    say("formats.usd.crate.CrateArrays.one-at", offset));
        }
        in.need(least, in.size(), A_VALUE);
        return in;
    }

    /** Follows an offset that counts from its own place. */
    void jump(ByteCursor in) throws FormatException {
        in.need(8, in.size(), A_JUMP);
        long from = in.at();
        long by = in.i64();
        if (by < -from || by > in.size() - from) {
            in.to(from);
            throw in.wrong(say("formats.usd.crate.CrateArrays.a-jump-within-the-file"), by + "");
        }
        in.to(from + by);
    }

    /** A count of 8 bytes, for which the bytes are there. */
    int count(ByteCursor in, int size, String what) throws FormatException {
        in.need(8, in.size(), say("formats.usd.crate.CrateArrays.the-count-of", what));
        long n = in.i64();
        if (n < 0 || n > (in.size() - in.at()) / size) {
            in.to(in.at() - 8);
            throw in.wrong(say("formats.usd.crate.CrateArrays.a-count-of-that-the-file", what), n + "");
        }
        return (int) n;
    }

    Value read(ValueKind kind, long offset, boolean packed) throws FormatException {
        if (offset == 0) {
            return kind.isText() ? new TextValue(kind, true, List.of()) : Numbers.of(kind, true);
        }
        ByteCursor in = at(offset, 4);
        long n;
        if (tables.version >= 0x700) {
            in.need(8, in.size(), A_COUNT);
            n = in.i64();
        } else {
            in.to(in.at() + (tables.version < 0x500 ? 4 : 0));
            in.need(4, in.size(), A_COUNT);
            n = in.u32();
        }
        if (kind.isText()) {
            return texts(kind, in, n);
        }
        if (!packed) {
            if (n < 0 || n > (in.size() - in.at()) / kind.bytes()) {
                throw in.wrong(say("formats.usd.crate.CrateArrays.a-count-of-that-the-file", kind.text()), n + "");
            }
            MemorySegment m = bytes.asSlice(in.at(), n * kind.bytes());
            return new Numbers(kind, true, n, () -> m);
        }
        if (n < 0 || n > Integer.MAX_VALUE - 16L) {
            throw in.wrong(say("formats.usd.crate.CrateArrays.a-count-of-packed-numbers-below"), n + "");
        }
        return kind.part().isReal() ? reals(kind, in, n) : wholes(kind, in, n);
    }

    private TextValue texts(ValueKind kind, ByteCursor in, long n) throws FormatException {
        if (n < 0 || n > (in.size() - in.at()) / 4) {
            throw in.wrong(say("formats.usd.crate.CrateArrays.a-count-of-texts-that-the"), n + "");
        }
        List<String> out = new ArrayList<>((int) n);
        for (int i = 0; i < n; i++) {
            out.add(kind == ValueKind.TOKEN ? tables.token(in.i32()) : tables.string(in.i32()));
        }
        return new TextValue(kind, true, out);
    }

    /** The packed bytes here, held against what {@code n} numbers need at least. */
    private MemorySegment packed(ByteCursor in, long n) throws FormatException {
        in.need(8, in.size(), A_SIZE);
        long size = in.i64();
        in.need(size, in.size(), PACKED_NUMBERS_2);
        if (n / 4 > (size + 8) * 255) {
            throw in.wrong(
                    say("formats.usd.crate.CrateArrays.packed-numbers", n),
                    say("formats.usd.crate.CrateArrays.bytes", size));
        }
        MemorySegment out = bytes.asSlice(in.at(), size);
        in.to(in.at() + size);
        return out;
    }

    private Numbers wholes(ValueKind kind, ByteCursor in, long n) throws FormatException {
        long at = in.at();
        MemorySegment m = packed(in, n);
        return new Numbers(
                kind,
                true,
                n,
                () -> unpacked(at, () -> {
                    if (kind.part() == ValueKind.Part.LONG) {
                        return Numbers.whole(kind, true, CrateInts.longs(m, n)).bytes();
                    }
                    return Numbers.ints(CrateInts.ints(m, n)).bytes();
                }));
    }

    private Numbers reals(ValueKind kind, ByteCursor in, long n) throws FormatException {
        in.need(1, in.size(), A_CODE);
        long at = in.at();
        int code = in.u8();
        if (code == 'i') {
            MemorySegment m = packed(in, n);
            return new Numbers(
                    kind,
                    true,
                    n,
                    () -> unpacked(at, () -> {
                        int[] whole = CrateInts.ints(m, n);
                        double[] out = new double[whole.length];
                        for (int i = 0; i < out.length; i++) {
                            out[i] = whole[i];
                        }
                        return Numbers.of(kind, true, out).bytes();
                    }));
        }
        if (code != 't') {
            throw FormatException.at(
                    file,
                    at,
                    say("formats.usd.crate.CrateArrays.i-or-t"),
                    say("formats.usd.crate.CrateArrays.byte", code));
        }
        in.need(4, in.size(), THE_SIZE_OF_A_TABLE);
        long size = in.u32();
        in.need(size * kind.bytes(), in.size(), A_TABLE);
        MemorySegment table = bytes.asSlice(in.at(), size * kind.bytes());
        in.to(in.at() + size * kind.bytes());
        MemorySegment m = packed(in, n);
        return new Numbers(
                kind,
                true,
                n,
                () -> unpacked(at, () -> {
                    int[] index = CrateInts.ints(m, n);
                    int width = kind.bytes();
                    MemorySegment out = MemorySegment.ofArray(new byte[Math.multiplyExact(index.length, width)]);
                    for (int i = 0; i < index.length; i++) {
                        MemorySegment.copy(table, (long) index[i] * width, out, (long) i * width, width);
                    }
                    return out;
                }));
    }

    private MemorySegment unpacked(long at, java.util.function.Supplier<MemorySegment> f) {
        try {
            return f.get();
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            throw new UncheckedIOException(FormatException.at(
                    file, at, say("formats.usd.crate.CrateArrays.packed-numbers-2"), Failures.told(e)));
        }
    }
}
