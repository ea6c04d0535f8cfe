package idleheron.formats.usd.layer;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One file: the fields of the layer and its prims.
 *
 * @param name of the file, for messages
 * @param root the top, whose children are prims
 */
public record Layer(String name, Spec root) {
    /** A sublayer with its place in time. */
    public record Sublayer(String asset, TimeOffset offset) {}

    /** A layer with nothing in it. */
    public static Layer empty(String name) {
        return new Layer(name, new Spec(Spec.Type.ROOT, ""));
    }

    /** Strongest first. */
    public List<Sublayer> sublayers() {
        List<Sublayer> out = new ArrayList<>();
        if (root.get(Field.SUBLAYERS) instanceof TextValue w) {
            List<TimeOffset> offsets =
                    root.get(Field.SUBLAYER_OFFSETS) instanceof Value.Offsets o ? o.offsets() : List.of();
            for (int i = 0; i < w.items().size(); i++) {
                out.add(new Sublayer(w.items().get(i), i < offsets.size() ? offsets.get(i) : TimeOffset.NONE));
            }
        }
        return out;
    }

    /** A number of the layer's own fields, or NaN. */
    public double number(String field) {
        return root.get(field) instanceof Numbers n && n.count() == 1 ? n.first() : Double.NaN;
    }

    public double timeCodesPerSecond() {
        double own = number(Field.TIME_CODES_PER_SECOND);
        double frames = number(Field.FRAMES_PER_SECOND);
        return own > 0 ? own : frames > 0 ? frames : 24;
    }

    public String defaultPrim() {
        return root.text(Field.DEFAULT_PRIM);
    }

    /**
     * The spec of a prim or variant, or null.
     *
     * @param path "/a/b{set=variant}c"; "/" is the top
     */
    public @Nullable Spec prim(String path) {
        Spec at = root;
        for (String part : SpecPath.parts(path)) {
            if (at == null) {
                return null;
            }
            if (part.startsWith("{")) {
                int eq = part.indexOf('=');
                Spec set = at.variantSets().get(part.substring(1, eq));
                at = set == null ? null : set.children().get(part.substring(eq + 1, part.length() - 1));
            } else {
                at = at.children().get(part);
            }
        }
        return at;
    }
}
