package idleheron.formats.usd.write;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdRead;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Specs as the bridge writes them. */
public final class UsdBuild {
    private UsdBuild() {}

    static Spec attribute(String name, String type, Value value) {
        return Spec.attribute(name, type, false).with(Field.DEFAULT, value);
    }

    public static Spec uniform(String name, String type, Value value) {
        return Spec.attribute(name, type, true).with(Field.DEFAULT, value);
    }

    /** A primvar with its interpolation. */
    static Spec primvar(String name, String type, Value value, String interpolation) {
        return attribute(name, type, value).with(Field.INTERPOLATION, TextValue.token(interpolation));
    }

    /** An attribute over time; one that never changes is a plain one. */
    static Spec samples(String name, String type, double[] times, List<? extends Value> values) {
        boolean still = values.stream().allMatch(v -> v.equals(values.getFirst()));
        Spec out = Spec.attribute(name, type, false);
        return still
                ? out.with(Field.DEFAULT, values.getFirst())
                : out.with(Field.TIME_SAMPLES, TimeSamples.of(times, values));
    }

    static Spec schema(Spec prim, String api) {
        List<Object> all = new java.util.ArrayList<>(
                prim.get(Field.API_SCHEMAS) instanceof ListEdit e ? e.get(ListEdit.Operation.PREPENDED) : List.of());
        if (!all.contains(api)) {
            all.add(api);
        }
        return prim.with(Field.API_SCHEMAS, ListEdit.prepended(ListEdit.Items.TOKENS, all));
    }

    /** Something of this program's own in a prim's custom data. */
    static Spec own(Spec prim, String key, Value value) {
        Map<String, Value> data =
                new LinkedHashMap<>(prim.get(Field.CUSTOM_DATA) instanceof Value.Dictionary d ? d.entries() : Map.of());
        Map<String, Value> own =
                new LinkedHashMap<>(data.get(UsdRead.OWN) instanceof Value.Dictionary d ? d.entries() : Map.of());
        own.put(key, value);
        data.put(UsdRead.OWN, new Value.Dictionary(own));
        return prim.with(Field.CUSTOM_DATA, new Value.Dictionary(data));
    }

    /** The prim's name where it is not the one that it stands for. */
    static Spec named(Spec prim, String name) {
        return prim.name().equals(name) ? prim : own(prim, "name", TextValue.string(name));
    }

    /** The spec at a path below another; where there is none an over is made. */
    static Spec at(Spec top, String path) {
        Spec at = top;
        for (String name : SpecPath.parts(path)) {
            Spec next = at.children().get(name);
            if (next == null) {
                next = Spec.prim(name, Specifier.OVER, "");
                at.add(next);
            }
            at = next;
        }
        return at;
    }

    static Numbers matrices(List<? extends org.joml.Matrix4dc> all) {
        double[] out = new double[16 * all.size()];
        for (int i = 0; i < all.size(); i++) {
            new org.joml.Matrix4d(all.get(i)).get(out, 16 * i);
        }
        return Numbers.of(ValueKind.MATRIX4D, true, out);
    }

    static Numbers matrix(org.joml.Matrix4dc m) {
        return Numbers.one(ValueKind.MATRIX4D, new org.joml.Matrix4d(m).get(new double[16]));
    }

    static Value strings(List<String> all) {
        return new TextValue(ValueKind.STRING, true, all);
    }
}
