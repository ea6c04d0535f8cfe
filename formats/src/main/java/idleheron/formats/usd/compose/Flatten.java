package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BinaryOperator;

/** Makes one layer of a stage that says the same without bringing anything in. What instances share is kept once. */
public final class Flatten {
    /** Fields that arcs are told by, and those that are composed in their own way. */
    private static final Set<String> GONE = Set.of(
            Field.REFERENCES,
            Field.PAYLOAD,
            Field.INHERITS,
            Field.SPECIALIZES,
            Field.VARIANT_SETS,
            Field.VARIANTS,
            Field.RELOCATES,
            Field.CLIPS,
            Field.CLIP_SETS,
            Field.PRIM_ORDER,
            Field.PROPERTY_ORDER,
            Field.SPECIFIER,
            Field.TYPE_NAME,
            Field.INSTANCEABLE);

    private static final String SHARED = "Flattened_Prototype_";

    private final ComposedStage stage;
    private final BinaryOperator<String> rewrite;
    private final Map<String, String> shared = new HashMap<>();
    private final List<Spec> extra = new ArrayList<>();

    private Flatten(ComposedStage stage, BinaryOperator<String> rewrite) {
        this.stage = stage;
        this.rewrite = rewrite;
    }

    /** @param rewrite gives the new asset path for the id of the layer that tells one and the path that it tells */
    public static Layer flatten(ComposedStage stage, BinaryOperator<String> rewrite) {
        return new Flatten(stage, rewrite).layer();
    }

    /** Asset paths become absolute. */
    public static Layer flatten(ComposedStage stage) {
        return flatten(
                stage, (layer, asset) -> asset.isEmpty() ? "" : stage.assets().resolve(layer, asset));
    }

    /** One property as a spec that says the same without bringing anything in. */
    public static Spec property(ComposedStage stage, ComposedProperty q) {
        return new Flatten(stage, (layer, asset) -> asset).property(q, "", "");
    }

    private Layer layer() {
        Layer out = Layer.empty(stage.root().name());
        stage.root().root().fields().forEach((k, v) -> {
            if (!k.equals(Field.SUBLAYERS) && !k.equals(Field.SUBLAYER_OFFSETS) && !k.equals(Field.PRIM_ORDER)) {
                out.root().with(k, v);
            }
        });
        stage.tops().stream()
                .filter(ComposedPrim::isActive)
                .forEach(p -> out.root().add(prim(p, "", "")));
        for (Spec s : extra) {
            out.root().add(s);
        }
        return out;
    }

    /**
     * @param from path of the instance that is being shared, or ""
     * @param to path of what is shared
     */
    private Spec prim(ComposedPrim p, String from, String to) {
        Spec out = Spec.prim(p.name(), p.specifier(), p.typeName());
        Set<String> fields = new TreeSet<>();
        p.opinions().forEach(o -> fields.addAll(o.spec().fields().keySet()));
        fields.removeAll(GONE);
        for (String f : fields) {
            Value v = p.metadata(f);
            out.with(f, v == null ? null : assets(v, p.opinions().getFirst()));
        }
        for (String name : p.propertyNames()) {
            ComposedProperty q = p.property(name);
            if (q != null) {
                out.add(property(q, from, to));
            }
        }
        if (p.isInstance() && from.isEmpty()) {
            share(p, out);
        } else {
            p.children().stream().filter(ComposedPrim::isActive).forEach(c -> out.add(prim(c, from, to)));
        }
        return out;
    }

    /** Instances that are composed alike refer to one prim that has what is under them. */
    private void share(ComposedPrim p, Spec out) {
        String key = key(p);
        String name = shared.get(key);
        if (name == null) {
            name = SHARED + (shared.size() + 1);
            shared.put(key, name);
            Spec holder = Spec.prim(name, idleheron.formats.usd.layer.Specifier.OVER, "");
            String to = "/" + name;
            p.children().forEach(c -> holder.add(prim(c, p.path(), to)));
            extra.add(holder);
        }
        out.with(Field.INSTANCEABLE, Numbers.truth(true));
        out.with(
                Field.REFERENCES,
                ListEdit.of(
                        ListEdit.Items.REFERENCES, ListEdit.Operation.ADDED, List.of(Reference.to("", "/" + name))));
    }

    private static String key(ComposedPrim p) {
        StringBuilder out = new StringBuilder();
        for (IndexNode n : p.index().ordered()) {
            if (n.isWithin() && n.hasSpecs()) {
                out.append(n.arc)
                        .append(n.stack.id())
                        .append(n.path)
                        .append(n.timeToRoot())
                        .append(';');
            }
        }
        return out.toString();
    }

    private Spec property(ComposedProperty q, String from, String to) {
        Opinion first = q.opinions().getFirst();
        Spec out = new Spec(first.spec().type(), q.name());
        Set<String> fields = new TreeSet<>();
        q.opinions().forEach(o -> fields.addAll(o.spec().fields().keySet()));
        for (String f : fields) {
            switch (f) {
                case Field.DEFAULT, Field.TIME_SAMPLES -> {}
                case Field.TARGETS -> out.with(f, paths(q.targets(), from, to));
                case Field.CONNECTIONS -> out.with(f, paths(q.connections(), from, to));
                default -> out.with(f, q.metadata(f));
            }
        }
        value(q, out);
        return out;
    }

    private static ListEdit paths(List<String> paths, String from, String to) {
        return ListEdit.explicit(
                ListEdit.Items.PATHS,
                paths.stream()
                        .map(p -> !from.isEmpty() && SpecPath.isUnder(p, from) ? SpecPath.moved(p, from, to) : p)
                        .toList());
    }

    private void value(ComposedProperty q, Spec out) {
        Opinion source = q.source();
        TimeSamples t = q.samplesOrClips();
        if (t != null) {
            Opinion told = source == null ? q.opinions().getFirst() : source;
            out.with(Field.TIME_SAMPLES, t.mapValues(v -> assets(v, told)));
        }
        for (Opinion o : q.opinions()) {
            Value v = o.spec().get(Field.DEFAULT);
            if (v != null) {
                out.with(Field.DEFAULT, assets(ComposedProperty.timed(v, o), o));
                break;
            }
        }
    }

    private Value assets(Value v, Opinion o) {
        return rewritten(v, o.layer().id(), rewrite);
    }

    /** A value whose asset paths are put through a function. */
    static Value rewritten(Value v, String layer, BinaryOperator<String> rewrite) {
        return switch (v) {
            case TextValue w
            when w.kind() == ValueKind.ASSET ->
                new TextValue(
                        w.kind(),
                        w.array(),
                        w.items().stream().map(a -> rewrite.apply(layer, a)).toList());
            case Value.Dictionary d -> {
                Map<String, Value> out = new LinkedHashMap<>();
                d.entries().forEach((k, e) -> out.put(k, rewritten(e, layer, rewrite)));
                yield new Value.Dictionary(out);
            }
            case TimeSamples t
            when t.count() > 0 && t.value(0) instanceof TextValue w && w.kind() == ValueKind.ASSET ->
                t.mapValues(e -> rewritten(e, layer, rewrite));
            default -> v;
        };
    }
}
