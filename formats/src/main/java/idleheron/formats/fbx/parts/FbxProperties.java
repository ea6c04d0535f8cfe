package idleheron.formats.fbx.parts;

import idleheron.core.math.Vec3;
import idleheron.formats.fbx.document.FbxRecord;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The {@code Properties70} of an object over the template of its class.
 *
 * <pre>
 * P   text name, text type, text subtype, text flags (A animatable, U user's own), then the values by type
 * </pre>
 */
public final class FbxProperties {
    private final Map<String, FbxRecord> own = new HashMap<>();
    private final Map<String, FbxRecord> template;

    public FbxProperties(@Nullable FbxRecord holder, Map<String, FbxRecord> template) {
        this.template = template;
        collect(holder, own);
    }

    static void collect(@Nullable FbxRecord holder, Map<String, FbxRecord> into) {
        FbxRecord list = holder == null ? null : holder.child("Properties70");
        if (list != null) {
            for (FbxRecord p : list.children()) {
                if (p.name().equals("P")) {
                    into.put(p.text(0), p);
                }
            }
        }
    }

    /** The property of that name or its template's, or null. */
    @Nullable
    public FbxRecord find(String name) {
        FbxRecord p = own.get(name);
        return p == null ? template.get(name) : p;
    }

    public Map<String, FbxRecord> own() {
        return own;
    }

    /** Whether the object itself says it, not only its template. */
    boolean owns(String name) {
        return own.containsKey(name);
    }

    public double number(String name, double otherwise) {
        FbxRecord p = find(name);
        return p == null ? otherwise : p.number(4, otherwise);
    }

    public long integer(String name, long otherwise) {
        FbxRecord p = find(name);
        return p == null ? otherwise : p.integer(4, otherwise);
    }

    public String text(String name) {
        FbxRecord p = find(name);
        return p == null ? "" : p.text(4);
    }

    public Vec3 vector(String name, Vec3 otherwise) {
        FbxRecord p = find(name);
        return p == null || p.values().size() < 7
                ? otherwise
                : new Vec3(p.number(4, otherwise.x()), p.number(5, otherwise.y()), p.number(6, otherwise.z()));
    }
}
