package idleheron.formats.fbx.parts;

import static idleheron.core.Messages.say;

import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The objects of a document and what connects them.
 *
 * <pre>
 * Objects      Kind: i64 id, text name, text type { … }          the name is "Name 00 01 Class" in a binary file,
 *                                                                "Class::Name" in a text file
 * Connections  C: "OO", i64 source, i64 destination              the root of the document is 0
 *              C: "OP", i64 source, i64 destination, text property
 * </pre>
 */
public final class FbxObjects {
    /** One object; {@code kind} is the record's name, {@code type} its third value. */
    public record Item(long id, String kind, String name, String type, FbxRecord record) {
        /** The class behind the name: "SubDeformer". */
        public String tag() {
            String stored = record.text(1);
            int zero = stored.indexOf("\0\1");
            int colons = stored.indexOf("::");
            return zero >= 0 ? stored.substring(zero + 2) : colons >= 0 ? stored.substring(0, colons) : kind;
        }
    }

    /** What hangs on something; {@code property} is "" for a plain connection. */
    public record Link(long id, String property) {}

    private final Map<Long, Item> items = new LinkedHashMap<>();
    private final Map<Long, List<Link>> below = new HashMap<>();
    private final Map<Long, List<Link>> above = new HashMap<>();
    private final Map<String, Map<String, FbxRecord>> templates = new HashMap<>();
    private final List<String> notes;

    public FbxObjects(FbxDocument document, List<String> notes) {
        this.notes = notes;
        FbxRecord objects = document.record("Objects");
        if (objects != null) {
            objects.children().forEach(this::add);
        }
        FbxRecord connections = document.record("Connections");
        if (connections != null) {
            connections.children().forEach(this::connect);
        }
        FbxRecord definitions = document.record("Definitions");
        if (definitions != null) {
            for (FbxRecord type : definitions.children("ObjectType")) {
                Map<String, FbxRecord> t = new HashMap<>();
                FbxProperties.collect(type.child("PropertyTemplate"), t);
                templates.put(type.text(0), t);
            }
        }
    }

    private void add(FbxRecord r) {
        if (!(r.value(0) instanceof FbxValue.Int64) && !(r.value(0) instanceof FbxValue.Int32)) {
            notes.add(say("formats.fbx.parts.FbxObjects.an-object-without-a-number-is", r.name()));
            return;
        }
        long id = r.integer(0, 0);
        Item item = new Item(id, r.name(), FbxNames.plain(r.text(1)), r.text(2), r);
        if (items.putIfAbsent(id, item) != null) {
            notes.add(say("formats.fbx.parts.FbxObjects.object-number-is-used-twice-the", id));
        }
    }

    private void connect(FbxRecord c) {
        String kind = c.text(0);
        if (c.values().size() < 3 || !kind.startsWith("O")) {
            return;
        }
        long source = c.integer(1, -1);
        long destination = c.integer(2, -1);
        String property = kind.equals("OP") ? c.text(3) : "";
        below.computeIfAbsent(destination, k -> new ArrayList<>()).add(new Link(source, property));
        above.computeIfAbsent(source, k -> new ArrayList<>()).add(new Link(destination, property));
    }

    /** The object of that number, or null. */
    @Nullable
    public Item item(long id) {
        return items.get(id);
    }

    /** All objects in the order of the file. */
    public List<Item> all() {
        return List.copyOf(items.values());
    }

    public List<Item> all(String kind) {
        return items.values().stream().filter(i -> i.kind.equals(kind)).toList();
    }

    public List<Item> all(String kind, String type) {
        return items.values().stream()
                .filter(i -> i.kind.equals(kind) && i.type.equals(type))
                .toList();
    }

    /** Objects of a kind that hang on {@code id}, in the order of the connections. */
    public List<Item> under(long id, String kind) {
        List<Item> out = new ArrayList<>();
        for (Link l : below.getOrDefault(id, List.of())) {
            Item i = items.get(l.id);
            if (i != null && i.kind.equals(kind)) {
                out.add(i);
            }
        }
        return out;
    }

    /** What hangs on {@code id} by a property. */
    public List<Link> linksUnder(long id) {
        return below.getOrDefault(id, List.of());
    }

    /** The connections that go out from an object. */
    public List<Link> linksAbove(long id) {
        return above.getOrDefault(id, List.of());
    }

    public FbxProperties properties(Item item) {
        return new FbxProperties(item.record, templates.getOrDefault(item.kind, Map.of()));
    }
}
