package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An attribute or a relationship with all opinions about it, strongest first. */
public final class ComposedProperty {
    private final ComposedPrim prim;
    private final String name;
    private final List<Opinion> opinions;

    ComposedProperty(ComposedPrim prim, String name, List<Opinion> opinions) {
        this.prim = prim;
        this.name = name;
        this.opinions = List.copyOf(opinions);
    }

    public String name() {
        return name;
    }

    public ComposedPrim prim() {
        return prim;
    }

    /** What every layer says, the strongest first. */
    public List<Opinion> opinions() {
        return opinions;
    }

    public boolean isRelationship() {
        return opinions.getFirst().spec().type() == Spec.Type.RELATIONSHIP;
    }

    /** "point3f[]". */
    public String typeName() {
        for (Opinion o : opinions) {
            String t = o.spec().text(Field.TYPE_NAME);
            if (!t.isEmpty()) {
                return t;
            }
        }
        return "";
    }

    /** The strongest opinion of a field, or null. */
    public @Nullable Value metadata(String field) {
        return ComposedPrim.composed(opinions.stream()
                .map(o -> o.spec().get(field))
                .filter(java.util.Objects::nonNull)
                .toList());
    }

    /** The strongest opinion on the value, or null: of one layer, samples before the default. */
    public @Nullable Opinion source() {
        for (Opinion o : opinions) {
            if (o.spec().get(Field.TIME_SAMPLES) instanceof TimeSamples
                    || o.spec().get(Field.DEFAULT) != null) {
                return o;
            }
        }
        return null;
    }

    /** The value that does not depend on time, or null; a blocked one is none. */
    public @Nullable Value fixed() {
        for (Opinion o : opinions) {
            Value v = o.spec().get(Field.DEFAULT);
            if (v != null) {
                return v instanceof Value.Blocked ? null : timed(v, o);
            }
        }
        return null;
    }

    /**
     * The samples that count, in the stage's time codes; null where there are none or a stronger layer gives a value that does not
     * depend on time. Value clips speak after the layers of the prim that asks for them.
     */
    public @Nullable TimeSamples samples() {
        for (Opinion o : opinions) {
            if (o.spec().get(Field.TIME_SAMPLES) instanceof TimeSamples t) {
                return mapped(t, o);
            }
            if (o.spec().get(Field.DEFAULT) != null && (o.arc() == Arc.LOCAL || !ValueClips.anchoredAbove(prim))) {
                return null;
            }
        }
        return null;
    }

    /** The samples or, where there are none, those of value clips. */
    public @Nullable TimeSamples samplesOrClips() {
        Opinion local = source();
        boolean own = local != null && local.arc() == Arc.LOCAL && !ValueClips.weaker(prim, local);
        if (own || !ValueClips.anchoredAbove(prim)) {
            return samples();
        }
        TimeSamples clips = ValueClips.samples(prim, name);
        return clips == null ? samples() : clips;
    }

    static TimeSamples mapped(TimeSamples t, Opinion o) {
        TimeSamples out = o.time().isNone() ? t : t.mapTimes(o.time()::apply);
        if (o.time().scale() < 0 && out.count() > 1) {
            int n = out.count();
            TimeSamples from = out;
            double[] times = new double[n];
            for (int i = 0; i < n; i++) {
                times[i] = out.times()[n - 1 - i];
            }
            out = new TimeSamples(times, i -> from.value(n - 1 - i));
        }
        return out.mapValues(v -> timed(v, o));
    }

    /** A value with time codes in it brought to the stage's time. */
    static Value timed(Value v, Opinion o) {
        TimeOffset t = o.time();
        if (t.isNone()) {
            return v;
        }
        if (v instanceof Numbers n && n.kind() == ValueKind.TIMECODE) {
            double[] d = n.doubles();
            for (int i = 0; i < d.length; i++) {
                d[i] = t.apply(d[i]);
            }
            return Numbers.of(ValueKind.TIMECODE, n.array(), d);
        }
        if (v instanceof Value.Dictionary d) {
            Map<String, Value> out = new java.util.LinkedHashMap<>();
            d.entries().forEach((k, e) -> out.put(k, timed(e, o)));
            return new Value.Dictionary(out);
        }
        return v;
    }

    /** At a moment of the stage: the sample at or before it, else the fixed value; null where there is none. */
    public @Nullable Value at(double time) {
        TimeSamples t = samplesOrClips();
        if (t != null && t.count() > 0) {
            Value v = t.value(t.floor(time));
            return v instanceof Value.Blocked ? null : v;
        }
        return fixed();
    }

    /** The first sample, or the fixed value where there is none; null where there is neither. */
    public @Nullable Value first() {
        Value v = fixed();
        TimeSamples t = v == null ? samplesOrClips() : null;
        return t != null && t.count() > 0 && !(t.value(0) instanceof Value.Blocked) ? t.value(0) : v;
    }

    public List<String> targets() {
        return paths(Field.TARGETS);
    }

    public List<String> connections() {
        return paths(Field.CONNECTIONS);
    }

    /** Paths in the stage's namespace; what has no place there is left out. */
    private List<String> paths(String field) {
        List<Object> out = List.of();
        for (Opinion o : opinions.reversed()) {
            if (o.spec().get(field) instanceof ListEdit e) {
                out = e.map(p -> moved(o, (String) p)).applied(out);
            }
        }
        List<String> found = new ArrayList<>();
        for (Object p : out) {
            if (!((String) p).isEmpty()) {
                found.add((String) p);
            }
        }
        return found;
    }

    private static String moved(Opinion o, String path) {
        String absolute = SpecPath.absolute(path, SpecPath.primOf(o.path()));
        String prim = o.where().toStage(SpecPath.primOf(absolute));
        String property = SpecPath.propertyOf(absolute);
        return prim == null ? "" : property.isEmpty() ? prim : prim + "." + property;
    }
}
