package idleheron.formats.usd.read;

import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Values of composed prims as the bridge asks for them: what is there, of the type that is meant, or nothing. */
public final class UsdRead {
    /** Key in a prim's or layer's custom data under which this program keeps what the schemas have no word for. */
    public static final String OWN = "heron";

    private UsdRead() {}

    /** The value that counts without time, else the first sample; null where it is no number. */
    public static @Nullable Numbers numbers(ComposedPrim p, String name) {
        ComposedProperty q = p.property(name);
        return q != null && q.first() instanceof Numbers n ? n : null;
    }

    static double number(ComposedPrim p, String name, double otherwise) {
        Numbers n = numbers(p, name);
        return n == null || n.count() == 0 ? otherwise : n.first();
    }

    /** Texts of an attribute; none where it is none of texts. */
    public static List<String> words(ComposedPrim p, String name) {
        ComposedProperty q = p.property(name);
        return q != null && q.first() instanceof TextValue w ? w.items() : List.of();
    }

    public static String word(ComposedPrim p, String name, String otherwise) {
        List<String> w = words(p, name);
        return w.isEmpty() ? otherwise : w.getFirst();
    }

    /** The samples of an attribute when there is more than one of them. */
    static @Nullable TimeSamples moving(@Nullable ComposedProperty q) {
        TimeSamples t = q == null ? null : q.samplesOrClips();
        return t != null && t.count() > 1 ? t : null;
    }

    static List<String> targets(ComposedPrim p, String name) {
        ComposedProperty q = p.property(name);
        return q == null ? List.of() : q.targets();
    }

    /** The first target of a relationship told on the prim or on the nearest prim above that tells it, or "". */
    public static String inherited(ComposedPrim p, String name) {
        for (ComposedPrim at = p; at != null; at = at.parent()) {
            List<String> t = targets(at, name);
            if (!t.isEmpty()) {
                return t.getFirst();
            }
        }
        return "";
    }

    /** What this program keeps on a prim. */
    static Map<String, Value> own(ComposedPrim p) {
        return p.metadata(Field.CUSTOM_DATA) instanceof Value.Dictionary d
                        && d.entries().get(OWN) instanceof Value.Dictionary own
                ? own.entries()
                : Map.of();
    }

    static String ownText(ComposedPrim p, String key) {
        return own(p).get(key) instanceof TextValue w ? w.first() : "";
    }

    static boolean ownTruth(ComposedPrim p, String key) {
        return own(p).get(key) instanceof Numbers n && n.first() != 0;
    }

    /** Whether a prim only wraps: no node of its own. What is brought in under another prim is placed by it and wraps no more. */
    static boolean wraps(ComposedPrim p) {
        return ownTruth(p, "wrapper")
                && words(p, UsdXform.ORDER).isEmpty()
                && (p.parent() == null || p.typeName().equals("Skeleton"));
    }

    /** The name that the prim stands for: that of a node whose name is none for a prim, else its own. */
    static String name(ComposedPrim p) {
        String kept = ownText(p, "name");
        return kept.isEmpty() ? p.name() : kept;
    }
}
