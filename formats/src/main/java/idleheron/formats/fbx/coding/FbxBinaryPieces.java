package idleheron.formats.fbx.coding;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The records of a damaged binary document. A record begins where a head stands that fits its surroundings: an end within the
 * file, a name of letters, and either a section, or values as an object or a connection has them.
 */
final class FbxBinaryPieces implements FbxPieces {
    private static final int MOST_NAME = 40;
    private static final int MOST_VALUES = 64;

    /** So many zeros on end are more than close scopes. */
    private static final int WIPED = 128;

    private final MemorySegment bytes;
    private final long size;
    private final int version;
    private final boolean wide;
    private final FbxBinaryReader reader;

    /** Bytes that may still be read again to find where records begin, so that no file keeps the search for ever. */
    private long patience;

    FbxBinaryPieces(String file, MemorySegment bytes, int version) {
        this.bytes = bytes;
        this.size = bytes.byteSize();
        this.version = version;
        this.wide = version >= 7500;
        this.reader = FbxBinaryReader.ofParts(file, bytes, version);
        this.patience = 64 * size + (1 << 20);
    }

    /** The head of a record, as far as it makes sense. */
    private record Head(long end, long count, long values, long length, String name) {}

    private int headLength() {
        return wide ? 25 : 13;
    }

    private long word(long at) {
        return wide ? bytes.get(ByteCursor.LONG, at) : Integer.toUnsignedLong(bytes.get(ByteCursor.INT, at));
    }

    /** Null where no head can be; its end may lie beyond the file. */
    private @Nullable Head head(long at) {
        if (at + headLength() > size) {
            return null;
        }
        int word = wide ? 8 : 4;
        int n = bytes.get(ValueLayout.JAVA_BYTE, at + headLength() - 1) & 255;
        if (n == 0 || n > MOST_NAME || at + headLength() + n > size) {
            return null;
        }
        for (int i = 0; i < n; i++) {
            if (!FbxTextCursor.isName(bytes.get(ValueLayout.JAVA_BYTE, at + headLength() + i))) {
                return null;
            }
        }
        long end = word(at);
        long count = word(at + word);
        long length = word(at + 2L * word);
        long values = at + headLength() + n;
        if (count < 0 || length < count || end < values || length > end - values) {
            return null;
        }
        byte[] name = bytes.asSlice(at + headLength(), n).toArray(ValueLayout.JAVA_BYTE);
        return new Head(end, count, values, length, new String(name, StandardCharsets.ISO_8859_1));
    }

    private boolean zero(long at) {
        for (int i = 0; i < headLength(); i++) {
            if (bytes.get(ValueLayout.JAVA_BYTE, at + i) != 0) {
                return false;
            }
        }
        return true;
    }

    @Override
    public long begin() {
        return 27;
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public int version() {
        return version;
    }

    @Override
    public boolean isText() {
        return false;
    }

    @Override
    public Piece at(long from) throws FormatException {
        Head h = head(from);
        if (h != null && SECTIONS.contains(h.name)) {
            return new Piece(null, h.name, from, h.values + h.length);
        }
        FbxRecord r = reader.one(from);
        return new Piece(r, "", from, reader.at());
    }

    @Override
    public long next(long after) {
        Head broken = head(after);
        if (broken != null && broken.end <= size && begins(broken.end)) {
            return broken.end;
        }
        for (long p = after + 1; p + headLength() < size; p++) {
            if (head(p) != null && begins(p)) {
                return p;
            }
        }
        return -1;
    }

    /** Whether a section, an end of one or a whole record that is none within another begins here. */
    private boolean begins(long at) {
        if (at + headLength() > size) {
            return false;
        }
        Head h = head(at);
        if (h == null) {
            return zero(at);
        }
        if (h.end > size || h.count > MOST_VALUES) {
            return false;
        }
        if (SECTIONS.contains(h.name) || BESIDES.contains(h.name)) {
            return true;
        }
        byte first = h.length == 0 ? 0 : bytes.get(ValueLayout.JAVA_BYTE, h.values);
        boolean counted = first == 'L' && h.length > 10 && bytes.get(ValueLayout.JAVA_BYTE, h.values + 9) == 'S';
        patience -= h.end - at;
        if (!counted && first != 'S' || patience < 0) {
            return false;
        }
        try {
            FbxRecord r = reader.one(at);
            return r != null && FbxRescue.standsAlone(r);
        } catch (FormatException | RuntimeException e) {
            return false;
        }
    }

    @Override
    public String[] label(long at) {
        Head h = head(at);
        if (h == null) {
            return new String[] {"", ""};
        }
        long p = h.values;
        if (p + 9 < size && bytes.get(ValueLayout.JAVA_BYTE, p) == 'L') {
            p += 9;
        }
        if (p + 5 > size || bytes.get(ValueLayout.JAVA_BYTE, p) != 'S') {
            return new String[] {h.name, ""};
        }
        long n = Integer.toUnsignedLong(bytes.get(ByteCursor.INT, p + 1));
        if (n > 256 || p + 5 + n > size) {
            return new String[] {h.name, ""};
        }
        byte[] told = bytes.asSlice(p + 5, n).toArray(ValueLayout.JAVA_BYTE);
        return new String[] {h.name, FbxNames.plain(new String(told, StandardCharsets.UTF_8))};
    }

    /** A scope that was closed by its zero record; more zeros than that may be a part of the file that was wiped. */
    @Override
    public boolean endsFirmly(long at) {
        int zeros = 0;
        while (zeros < WIPED && at - zeros - 1 >= begin() && bytes.get(ValueLayout.JAVA_BYTE, at - zeros - 1) == 0) {
            zeros++;
        }
        return zeros >= headLength() && zeros < WIPED;
    }

    /** Its children up to the first that is not whole. A packed array carries a sum and is believed. */
    @Override
    public @Nullable FbxRecord surface(long at) {
        Head h = head(at);
        if (h == null || !h.name.equals("Geometry") || h.length < 10) {
            return null;
        }
        try {
            List<FbxValue> title = reader.values(h.name, h.values, h.count, h.length);
            List<FbxRecord> children = new ArrayList<>();
            long p = h.values + h.length;
            long last = p;
            while (p < size) {
                FbxRecord c = one(p);
                if (c == null) {
                    break;
                }
                children.add(c);
                last = p;
                p = reader.at();
            }
            // Damage that begins in the last of them was not felt there.
            if (p < size && !children.isEmpty() && !packed(last) && !endsFirmly(p)) {
                children.removeLast();
            }
            FbxRecord out = FbxRecord.scope(h.name, title, children);
            return out.child("Vertices") != null && out.child("PolygonVertexIndex") != null ? out : null;
        } catch (FormatException | RuntimeException e) {
            return null;
        }
    }

    private @Nullable FbxRecord one(long at) {
        try {
            return reader.one(at);
        } catch (FormatException | RuntimeException e) {
            return null;
        }
    }

    /** Whether the record at a byte is nothing but an array that is a zlib stream. */
    private boolean packed(long at) {
        Head h = head(at);
        return h != null
                && h.count == 1
                && h.length > 13
                && "dfli".indexOf(bytes.get(ValueLayout.JAVA_BYTE, h.values)) >= 0
                && bytes.get(ByteCursor.INT, h.values + 5) == 1;
    }

    @Override
    public boolean runsOut(long at) {
        Head h = head(at);
        return h == null ? at + headLength() + MOST_NAME > size : h.end > size;
    }
}
