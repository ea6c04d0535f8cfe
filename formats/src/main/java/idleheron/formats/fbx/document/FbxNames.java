package idleheron.formats.fbx.document;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * The two spellings of an object's name: {@code Name 00 01 Class} in a binary file, {@code Class::Name} in a text file.
 *
 * <p>What changes between the forms: the second value of each record in {@code Objects}, and the names that a texture gives
 * itself and its picture.
 */
public final class FbxNames {
    private static final Set<String> NAMING = Set.of("TextureName", "Media");

    /** What a binary file has at its top and a text file has not; the header says it again. */
    private static final Set<String> BINARY_ONLY = Set.of("FileId", "CreationTime", "Creator");

    private FbxNames() {}

    /** "hips" of either spelling. */
    public static String plain(String stored) {
        int zero = stored.indexOf('\0');
        if (zero >= 0) {
            return stored.substring(0, zero);
        }
        int colons = stored.indexOf("::");
        return colons >= 0 ? stored.substring(colons + 2) : stored;
    }

    /** The document with names as the text or the binary form spells them. */
    public static FbxDocument spelled(FbxDocument document, boolean text) {
        List<FbxRecord> top = new ArrayList<>();
        for (FbxRecord r : document.records()) {
            if (text && !document.text() && BINARY_ONLY.contains(r.name())) {
                continue;
            }
            top.add(
                    r.name().equals("Objects")
                            ? r.withChildren(r.children().stream()
                                    .map(o -> spelled(o, text))
                                    .toList())
                            : r);
        }
        return new FbxDocument(document.version(), text, top, document.footerCode(), document.notes());
    }

    private static FbxRecord spelled(FbxRecord object, boolean text) {
        List<FbxRecord> children = object.children().stream()
                .map(c -> NAMING.contains(c.name()) ? spelled(c, 0, text) : c)
                .toList();
        return spelled(new FbxRecord(object.name(), object.values(), children, object.scope()), 1, text);
    }

    private static FbxRecord spelled(FbxRecord record, int index, boolean text) {
        if (record.values().size() <= index || !(record.value(index) instanceof FbxValue.Text name)) {
            return record;
        }
        // As Latin-1, so that bytes of any meaning come through.
        String s = new String(name.bytes(), StandardCharsets.ISO_8859_1);
        List<FbxValue> values = new ArrayList<>(record.values());
        values.set(index, new FbxValue.Text((text ? toText(s) : toBinary(s)).getBytes(StandardCharsets.ISO_8859_1)));
        return new FbxRecord(record.name(), values, record.children(), record.scope());
    }

    private static String toText(String s) {
        int zero = s.indexOf("\0\1");
        return zero < 0 ? s : s.substring(zero + 2) + "::" + s.substring(0, zero);
    }

    private static String toBinary(String s) {
        int colons = s.indexOf("::");
        return s.indexOf('\0') >= 0 || colons < 0 ? s : s.substring(colons + 2) + "\0\1" + s.substring(0, colons);
    }
}
