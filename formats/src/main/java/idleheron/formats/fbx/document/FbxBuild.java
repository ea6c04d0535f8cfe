package idleheron.formats.fbx.document;

import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4dc;

/** Gathers the objects and connections of a document that is being written. */
public final class FbxBuild {
    private static final long FIRST_ID = 1_000_001;

    private final List<FbxRecord> objects = new ArrayList<>();
    private final List<FbxRecord> connections = new ArrayList<>();
    private final Map<String, Integer> counts = new LinkedHashMap<>();
    private long next = FIRST_ID;

    public List<FbxRecord> objects() {
        return objects;
    }

    public List<FbxRecord> connections() {
        return connections;
    }

    /** How many objects of each kind. */
    public Map<String, Integer> counts() {
        return counts;
    }

    /** Adds an object and gives its number. {@code tag} is the class that stands behind the name. */
    public long object(String kind, String name, String tag, String type, List<FbxRecord> children) {
        long id = next++;
        objects.add(FbxRecord.scope(
                kind, List.of(new FbxValue.Int64(id), new FbxValue.Text(name + "\0\1" + tag), text(type)), children));
        counts.merge(kind, 1, Integer::sum);
        return id;
    }

    /** One object under another; 0 is the root. */
    public void connect(long source, long destination) {
        connections.add(FbxRecord.leaf("C", text("OO"), new FbxValue.Int64(source), new FbxValue.Int64(destination)));
    }

    /** One object to a property of another. */
    public void connect(long source, long destination, String property) {
        connections.add(FbxRecord.leaf(
                "C", text("OP"), new FbxValue.Int64(source), new FbxValue.Int64(destination), text(property)));
    }

    public static FbxValue.Text text(String s) {
        return new FbxValue.Text(s);
    }

    public static FbxRecord leaf(String name, String s) {
        return FbxRecord.leaf(name, text(s));
    }

    public static FbxRecord leaf(String name, int v) {
        return FbxRecord.leaf(name, new FbxValue.Int32(v));
    }

    public static FbxRecord leaf(String name, double v) {
        return FbxRecord.leaf(name, new FbxValue.Real64(v));
    }

    public static FbxRecord matrix(String name, Matrix4dc m) {
        return FbxRecord.leaf(name, new FbxValue.Doubles(m.get(new double[16])));
    }

    public static FbxRecord properties(List<FbxRecord> list) {
        return FbxRecord.scope("Properties70", List.of(), list);
    }

    public static FbxRecord property(String name, String type, String subtype, String flags, FbxValue... values) {
        List<FbxValue> all = new ArrayList<>(List.of(text(name), text(type), text(subtype), text(flags)));
        all.addAll(List.of(values));
        return FbxRecord.leaf("P", all.toArray(FbxValue[]::new));
    }

    public static FbxRecord integer(String name, int v) {
        return property(name, "int", "Integer", "", new FbxValue.Int32(v));
    }

    public static FbxRecord flag(String name, boolean v) {
        return property(name, "bool", "", "", new FbxValue.Int32(v ? 1 : 0));
    }

    public static FbxRecord choice(String name, int v) {
        return property(name, "enum", "", "", new FbxValue.Int32(v));
    }

    public static FbxRecord number(String name, double v) {
        return property(name, "double", "Number", "", new FbxValue.Real64(v));
    }

    public static FbxRecord animated(String name, double v) {
        return property(name, "Number", "", "A", new FbxValue.Real64(v));
    }

    public static FbxRecord time(String name, double seconds) {
        return property(name, "KTime", "Time", "", new FbxValue.Int64(FbxTime.ticks(seconds)));
    }

    public static FbxRecord words(String name, String v) {
        return property(name, "KString", "", "", text(v));
    }

    public static FbxRecord vector(String name, String type, String flags, Vec3 v) {
        return property(
                name,
                type,
                type.equals("Vector3D") ? "Vector" : "",
                flags,
                new FbxValue.Real64(v.x()),
                new FbxValue.Real64(v.y()),
                new FbxValue.Real64(v.z()));
    }
}
