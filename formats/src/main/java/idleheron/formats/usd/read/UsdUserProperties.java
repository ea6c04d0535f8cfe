package idleheron.formats.usd.read;

import idleheron.core.scene.FreeProperty;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A user's own properties of a prim.
 *
 * <pre>
 * custom double | float | int | int64 | bool | string | token userProperties:NAME = one value, the same at all times
 * </pre>
 *
 * Others of this beginning, lists and what moves, are kept unread.
 */
public final class UsdUserProperties {
    public static final String BEFORE = "userProperties:";

    private static final Set<String> NUMBERS = Set.of("double", "float", "int", "int64", "bool");
    private static final Set<String> WORDS = Set.of("string", "token");

    private UsdUserProperties() {}

    /** Whether a property is read here. */
    static boolean isRead(String name, ComposedProperty q) {
        return name.startsWith(BEFORE)
                && (NUMBERS.contains(q.typeName()) && q.first() instanceof Numbers n && n.count() == 1
                        || WORDS.contains(q.typeName()) && q.first() instanceof TextValue t && !t.array())
                && q.samples() == null;
    }

    /** Those of a prim, in its order. */
    static List<FreeProperty> of(ComposedPrim p) {
        List<FreeProperty> out = new ArrayList<>();
        for (String name : p.propertyNames()) {
            ComposedProperty q = p.property(name);
            if (q == null || !isRead(name, q)) {
                continue;
            }
            String own = q.metadata(Field.CUSTOM_DATA) instanceof Value.Dictionary d
                            && d.entries().get(UsdRead.OWN) instanceof Value.Dictionary o
                            && o.entries().get("name") instanceof TextValue w
                    ? w.first()
                    : name.substring(BEFORE.length());
            out.add(property(own, q));
        }
        return out;
    }

    private static FreeProperty property(String name, ComposedProperty q) {
        if (q.first() instanceof TextValue t) {
            return new FreeProperty(name, "KString", new FreeProperty.Text(t.first()));
        }
        double v = q.first() instanceof Numbers n ? n.doubles()[0] : 0;
        return switch (q.typeName()) {
            case "double", "float" -> new FreeProperty(name, "Number", new FreeProperty.Numbers(new double[] {v}));
            case "bool" -> new FreeProperty(name, "Bool", new FreeProperty.Whole(new long[] {(long) v}));
            default -> new FreeProperty(name, "Integer", new FreeProperty.Whole(new long[] {(long) v}));
        };
    }

    /** As a value that a file holds: null for what is no single number or text. */
    public static Map.@org.jspecify.annotations.Nullable Entry<String, Value> written(FreeProperty p) {
        return switch (p.value()) {
            case FreeProperty.Text t -> Map.entry("string", TextValue.string(t.text()));
            case FreeProperty.Numbers n ->
                n.values().length == 1
                        ? Map.entry("double", Numbers.one(idleheron.formats.usd.layer.ValueKind.DOUBLE, n.values()[0]))
                        : null;
            case FreeProperty.Whole w -> whole(p, w);
            case FreeProperty.Several s -> null;
        };
    }

    private static Map.@org.jspecify.annotations.Nullable Entry<String, Value> whole(
            FreeProperty p, FreeProperty.Whole w) {
        if (w.values().length != 1 || Math.abs(w.values()[0]) > Integer.MAX_VALUE) {
            return null;
        }
        return p.type().equalsIgnoreCase("bool")
                ? Map.entry("bool", Numbers.truth(w.values()[0] != 0))
                : Map.entry("int", Numbers.one(idleheron.formats.usd.layer.ValueKind.INT, (double) w.values()[0]));
    }
}
