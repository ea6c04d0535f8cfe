package idleheron.formats.alembic.archive;

import static idleheron.core.Messages.say;

import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * The header of a property.
 *
 * <pre>
 * u32      bits 0-1   0 compound, 1 scalar, 2 array, 3 array all of whose samples have one point
 *          bits 2-3   size of the numbers below: 0 u8, 1 u16, 2 u32
 *          bits 4-7   element type, 0 bool to 13 wstring
 *          bit  8     a time sampling is named
 *          bit  9     first and last changed sample are named
 *          bit  10    told to be of one size, cannot be relied on
 *          bit  11    all samples are equal
 *          bits 12-19 extent
 *          bits 20-27 index of the metadata, 255 where they follow
 * then, unless a compound:  sample count; where bit 9 first and last changed; where bit 8 time sampling
 * then:  length and bytes of the name; where the index is 255 length and bytes of the metadata
 * </pre>
 *
 * @param kind bits 0-1
 * @param even bit 10
 */
public record PropertyHeader(
        String name,
        Meta meta,
        int kind,
        ElementType type,
        int extent,
        long count,
        long first,
        long last,
        int sampling,
        boolean even) {
    private static final String THE_LENGTH_OF_METADATA =
            say("formats.alembic.archive.PropertyHeader.the-length-of-metadata");
    private static final String A_PROPERTY_HEADER = say("formats.alembic.archive.PropertyHeader.a-property-header");
    private static final String A_SAMPLE_COUNT = say("formats.alembic.archive.PropertyHeader.a-sample-count");
    private static final String THE_FIRST_CHANGED_SAMPLE =
            say("formats.alembic.archive.PropertyHeader.the-first-changed-sample");
    private static final String THE_LAST_CHANGED_SAMPLE =
            say("formats.alembic.archive.PropertyHeader.the-last-changed-sample");
    private static final String A_TIME_SAMPLING = say("formats.alembic.archive.PropertyHeader.a-time-sampling");
    private static final String THE_LENGTH_OF_A_NAME =
            say("formats.alembic.archive.PropertyHeader.the-length-of-a-name");
    private static final String A_PROPERTY_NAME = say("formats.alembic.archive.PropertyHeader.a-property-name");

    public static final int COMPOUND = 0;
    public static final int SCALAR = 1;
    public static final int ARRAY = 2;
    public static final int SCALAR_LIKE = 3;
    private static final int INLINE = 255;

    /** The header of properties under one name. */
    public static PropertyHeader compound(String name, Meta meta) {
        return new PropertyHeader(name, meta, COMPOUND, ElementType.BOOL, 1, 0, 0, 0, 0, false);
    }

    /** Bytes of a header block, and where they lie in the file. */
    public static final class In {
        private final Ogawa file;
        private final long at;
        private final ByteCursor c;

        public In(Ogawa file, long reference, String what) throws FormatException {
            this.file = file;
            this.at = Ogawa.position(reference) + 8;
            this.c = new ByteCursor(file.file(), file.data(reference, what), 0);
        }

        public boolean more() {
            return c.left() > 0;
        }

        long left() {
            return c.left();
        }

        public void end(long limit) throws FormatException {
            if (c.left() < limit) {
                throw file.wrong(
                        at + c.at(),
                        say("formats.alembic.archive.PropertyHeader.bytes-of-hashes", limit),
                        c.left() + "");
            }
        }

        public long number(int hint, String what) throws FormatException {
            int size = 1 << hint;
            need(size, what);
            return switch (hint) {
                case 0 -> c.u8();
                case 1 -> Short.toUnsignedInt(c.i16());
                default -> c.u32();
            };
        }

        private void need(long n, String what) throws FormatException {
            if (n > c.left()) {
                throw file.wrong(
                        at + c.at(),
                        say("formats.alembic.archive.PropertyHeader.bytes-of", n, what),
                        say("formats.alembic.archive.PropertyHeader.left", c.left()));
            }
        }

        public String text(long length, String what) throws FormatException {
            need(length, what);
            return new String(c.take((int) length), StandardCharsets.UTF_8);
        }

        FormatException wrong(String expected, String found) {
            return file.wrong(at + c.at(), expected, found);
        }

        public Meta meta(int index, int hint, List<Meta> table) throws FormatException {
            if (index == INLINE) {
                return new Meta(text(number(hint, THE_LENGTH_OF_METADATA), "metadata"));
            }
            if (index == 0) {
                return Meta.NONE;
            }
            if (index > table.size()) {
                throw wrong(
                        say("formats.alembic.archive.PropertyHeader.an-index-of-at-most-into", table.size()),
                        index + "");
            }
            return table.get(index - 1);
        }
    }

    public static PropertyHeader read(In in, List<Meta> table, int samplings) throws FormatException {
        int info = (int) in.number(2, A_PROPERTY_HEADER);
        int kind = info & 3;
        int hint = info >> 2 & 3;
        int pod = info >> 4 & 15;
        if (hint > 2) {
            throw in.wrong(say("formats.alembic.archive.PropertyHeader.a-size-of-numbers-of-0"), hint + "");
        }
        if (pod >= ElementType.values().length) {
            throw in.wrong(say("formats.alembic.archive.PropertyHeader.an-element-type-of-at-most"), pod + "");
        }
        int extent = info >> 12 & 255;
        long count = 0;
        long first = 0;
        long last = 0;
        long sampling = 0;
        if (kind != COMPOUND) {
            count = in.number(hint, A_SAMPLE_COUNT);
            if ((info & 1 << 9) != 0) {
                first = in.number(hint, THE_FIRST_CHANGED_SAMPLE);
                last = in.number(hint, THE_LAST_CHANGED_SAMPLE);
            } else if ((info & 1 << 11) == 0) {
                first = Math.min(1, Math.max(0, count - 1));
                last = Math.max(0, count - 1);
            }
            if ((info & 1 << 8) != 0) {
                sampling = in.number(hint, A_TIME_SAMPLING);
            }
            if (first > last || last > 0 && (first == 0 || last >= count)) {
                throw in.wrong(
                        say("formats.alembic.archive.PropertyHeader.changed-samples-within-a-count-of", count),
                        say("formats.alembic.archive.PropertyHeader.first-and-last", first, last));
            }
            if (sampling >= samplings) {
                throw in.wrong(
                        say("formats.alembic.archive.PropertyHeader.one-of-time-samplings", samplings),
                        say("formats.alembic.archive.PropertyHeader.number", sampling));
            }
            if (count > Integer.MAX_VALUE - 8) {
                throw in.wrong(
                        say("formats.alembic.archive.PropertyHeader.at-most-samples", (Integer.MAX_VALUE - 8)),
                        count + "");
            }
            if (extent == 0) {
                throw in.wrong(say("formats.alembic.archive.PropertyHeader.an-extent-of-1-to-255"), "0");
            }
        }
        String name = in.text(in.number(hint, THE_LENGTH_OF_A_NAME), A_PROPERTY_NAME);
        Meta meta = in.meta(info >> 20 & 255, hint, table);
        return new PropertyHeader(
                name,
                meta,
                kind,
                ElementType.values()[pod],
                Math.max(1, extent),
                count,
                first,
                last,
                (int) sampling,
                (info & 1 << 10) != 0);
    }

    /** As bytes. */
    public void write(ByteArrayOutputStream out, MetaTable table) {
        byte[] n = name.getBytes(StandardCharsets.UTF_8);
        byte[] m = meta.text().getBytes(StandardCharsets.UTF_8);
        int index = table.index(meta.text());
        long most = Math.max(n.length, Math.max(kind == COMPOUND ? 0 : Math.max(count, sampling), m.length));
        int hint = most < 256 ? 0 : most < 65_536 ? 1 : 2;
        int info = kind | hint << 2 | index << 20;
        boolean ends = false;
        if (kind != COMPOUND) {
            info |= type.ordinal() << 4 | extent << 12 | (even ? 1 << 10 : 0) | (sampling != 0 ? 1 << 8 : 0);
            if (last == 0) {
                info |= 1 << 11;
            } else if (first != 1 || last != count - 1) {
                info |= 1 << 9;
                ends = true;
            }
        }
        put(out, info, 2);
        if (kind != COMPOUND) {
            put(out, count, hint);
            if (ends) {
                put(out, first, hint);
                put(out, last, hint);
            }
            if (sampling != 0) {
                put(out, sampling, hint);
            }
        }
        put(out, n.length, hint);
        out.writeBytes(n);
        if (index == INLINE) {
            put(out, m.length, hint);
            out.writeBytes(m);
        }
    }

    private static void put(ByteArrayOutputStream out, long v, int hint) {
        for (int i = 0; i < 1 << hint; i++) {
            out.write((int) (v >> 8 * i) & 255);
        }
    }

    /** Four bytes, little-endian. */
    public static void put32(ByteArrayOutputStream out, long v) {
        put(out, v, 2);
    }
}
