package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.spi.Salvage;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * The records of a damaged text document. After a break the next one is looked for line by line: a section, an object, which
 * has a number and a name or two names, or a connection.
 */
final class FbxTextPieces implements FbxPieces {
    private static final int LONGEST_LINE = 2000;
    private static final Pattern NAME = Pattern.compile("\\s*([A-Za-z0-9_|.-]+):");
    private static final Pattern SECTION = Pattern.compile("\\s*(Definitions|Objects|Connections|Takes):\\s*\\{\\s*");
    private static final Pattern OBJECT = Pattern.compile("\\s*\\w+:\\s*(-?\\d+\\s*,\\s*\"|\"[^\"]*::).*");
    private static final Pattern CONNECTION = Pattern.compile("\\s*(C|Connect):\\s*\"O.*");
    private static final Pattern TITLE = Pattern.compile("\\s*(\\w+):\\s*(?:-?\\d+\\s*,\\s*)?\"([^\"]*)\".*");

    private final MemorySegment bytes;
    private final long size;
    private final int version;
    private final FbxTextReader reader;
    private final Salvage salvage;

    /** Bytes that may still be read again to find where records begin, so that no file keeps the search for ever. */
    private long patience;

    FbxTextPieces(String file, MemorySegment bytes, Salvage salvage) {
        this.salvage = salvage;
        this.bytes = bytes;
        this.size = bytes.byteSize();
        this.reader = FbxTextReader.ofParts(file, bytes);
        this.version = told();
        this.patience = 64 * size + (1 << 20);
    }

    /** The version that the head tells, else 7.4 where objects have numbers and 6.1 where they have none. */
    private int told() {
        String head = text(0, Math.min(size, 1 << 16));
        Matcher m = Pattern.compile("FBXVersion:\\s*(\\d{4})\\s").matcher(head);
        if (m.find()) {
            return Integer.parseInt(m.group(1));
        }
        return head.contains("Properties60") ? 6100 : 7400;
    }

    private String text(long from, long to) {
        return new String(bytes.asSlice(from, to - from).toArray(ValueLayout.JAVA_BYTE), StandardCharsets.ISO_8859_1);
    }

    private String line(long from) {
        long to = from;
        while (to < size && to - from < LONGEST_LINE && bytes.get(ValueLayout.JAVA_BYTE, to) != '\n') {
            to++;
        }
        return text(from, to).stripTrailing();
    }

    private long after(long from) {
        long p = from;
        while (p < size && bytes.get(ValueLayout.JAVA_BYTE, p) != '\n') {
            p++;
        }
        return Math.min(size, p + 1);
    }

    @Override
    public long begin() {
        return blank(0);
    }

    /** The next byte that is neither blank nor of a comment. */
    private long blank(long from) {
        long p = from;
        while (p < size) {
            byte b = bytes.get(ValueLayout.JAVA_BYTE, p);
            if (b == ';') {
                p = after(p);
            } else if (b == ' ' || b == '\t' || b == '\r' || b == '\n') {
                p++;
            } else {
                return p;
            }
        }
        return size;
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
        return true;
    }

    @Override
    public Piece at(long from) throws FormatException {
        if (bytes.get(ValueLayout.JAVA_BYTE, from) == '}') {
            return new Piece(null, "", from, blank(from + 1));
        }
        String line = line(from);
        Matcher m = SECTION.matcher(line);
        if (m.matches()) {
            return new Piece(null, m.group(1), from, blank(after(from)));
        }
        FbxRecord r = reader.one(from, 1);
        long end = reader.at();
        if (end >= size) {
            throw FormatException.at(
                    "",
                    from,
                    say("formats.fbx.coding.FbxTextPieces.the-end-of-a-line-after"),
                    say("formats.fbx.coding.FbxTextPieces.the-end-of-the-file"));
        }
        return new Piece(r, "", from, blank(end));
    }

    @Override
    public long next(long after) {
        for (long p = after(after); p < size; p = after(p)) {
            String line = line(p);
            boolean some = SECTION.matcher(line).matches()
                    || CONNECTION.matcher(line).matches()
                    || OBJECT.matcher(line).matches() && begins(blank(p));
            if (some || besides(line)) {
                return blank(p);
            }
        }
        return -1;
    }

    private static boolean besides(String line) {
        Matcher m = NAME.matcher(line);
        return m.lookingAt() && BESIDES.contains(m.group(1)) && line.endsWith("{");
    }

    private boolean begins(long at) {
        if (patience < 0) {
            return false;
        }
        try {
            return FbxRescue.standsAlone(reader.one(at, 1));
        } catch (FormatException | RuntimeException e) {
            return false;
        } finally {
            patience -= Math.max(1, reader.at() - at);
        }
    }

    @Override
    public String[] label(long at) {
        Matcher m = TITLE.matcher(line(at));
        if (m.matches()) {
            return new String[] {m.group(1), FbxNames.plain(m.group(2))};
        }
        Matcher n = NAME.matcher(line(at));
        return new String[] {n.lookingAt() ? n.group(1) : "", ""};
    }

    /** Noise in text is seen where it stands. */
    @Override
    public boolean endsFirmly(long at) {
        return true;
    }

    /** Its children up to the first that is not whole or reaches into noise. */
    @Override
    public @Nullable FbxRecord surface(long at) {
        String head = line(at);
        if (!head.startsWith("Geometry:") || !head.endsWith("{")) {
            return null;
        }
        try {
            List<FbxValue> title = reader.titled(at);
            List<FbxRecord> children = new ArrayList<>();
            long p = blank(after(at));
            while (p < size && bytes.get(ValueLayout.JAVA_BYTE, p) != '}') {
                FbxRecord c = one(p);
                if (c == null || reader.at() >= size || salvage.doubts(p, reader.at())) {
                    break;
                }
                children.add(c);
                p = blank(reader.at());
            }
            FbxRecord out = FbxRecord.scope("Geometry", title, children);
            boolean whole = out.child("Vertices") != null && out.child("PolygonVertexIndex") != null;
            return whole && !salvage.doubts(at, at + head.length()) ? out : null;
        } catch (FormatException | RuntimeException e) {
            return null;
        }
    }

    private @Nullable FbxRecord one(long at) {
        try {
            return reader.one(at, 1);
        } catch (FormatException | RuntimeException e) {
            return null;
        }
    }

    @Override
    public boolean runsOut(long at) {
        try {
            reader.one(at, 1);
            return true;
        } catch (FormatException | RuntimeException e) {
            return reader.at() >= size;
        }
    }
}
