package idleheron.formats.usd.text;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.ListEdit.Operation;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Writes a layer as text. Metadata stand in alphabetical order, so that the same layer gives the same bytes. */
public final class TextWriter {
    /** Fields that are written in a place of their own. */
    private static final java.util.Set<String> APART = java.util.Set.of(
            Field.SPECIFIER,
            Field.TYPE_NAME,
            Field.VARIABILITY,
            Field.CUSTOM,
            Field.DEFAULT,
            Field.TIME_SAMPLES,
            Field.CONNECTIONS,
            Field.TARGETS,
            Field.SUBLAYER_OFFSETS,
            Field.PRIM_ORDER,
            Field.PROPERTY_ORDER,
            Field.PRIM_CHILDREN,
            Field.PROPERTIES,
            Field.VARIANT_CHILDREN,
            Field.VARIANT_SET_CHILDREN,
            "connectionChildren",
            "targetChildren");

    private final TextForm form;

    private TextWriter(Writer out) {
        this.form = new TextForm(out);
    }

    /** Writes a whole layer as text. */
    public static void write(Layer layer, Writer out) throws IOException {
        TextWriter w = new TextWriter(out);
        out.write("#usda 1.0\n");
        w.metadata(layer.root(), "", "");
        w.form.text("\n");
        w.order(layer.root(), "reorder rootPrims = ", Field.PRIM_ORDER, "");
        for (Spec p : layer.root().children().values()) {
            w.form.text("\n");
            w.prim(p, "");
        }
        out.flush();
    }

    private void prim(Spec p, String pad) throws IOException {
        form.text(pad + p.specifier().word());
        if (!p.text(Field.TYPE_NAME).isEmpty()) {
            form.text(" " + p.text(Field.TYPE_NAME));
        }
        form.text(" ");
        form.quoted(p.name());
        metadata(p, pad, " ");
        form.text("\n" + pad + "{\n");
        body(p, pad + "    ");
        form.text(pad + "}\n");
    }

    private void body(Spec p, String pad) throws IOException {
        order(p, pad + "reorder nameChildren = ", Field.PRIM_ORDER, pad);
        order(p, pad + "reorder properties = ", Field.PROPERTY_ORDER, pad);
        for (Spec s : p.properties().values()) {
            if (s.type() == Spec.Type.RELATIONSHIP) {
                relationship(s, pad);
            } else {
                attribute(s, pad);
            }
        }
        boolean first = p.properties().isEmpty();
        for (Spec c : p.children().values()) {
            form.text(first ? "" : "\n");
            first = false;
            prim(c, pad);
        }
        for (Spec set : p.variantSets().values()) {
            form.text(pad + "variantSet ");
            form.quoted(set.name());
            form.text(" = {\n");
            for (Spec v : set.children().values()) {
                form.text(pad + "    ");
                form.quoted(v.name());
                metadata(v, pad + "    ", " ");
                form.text(" {\n");
                body(v, pad + "        ");
                form.text(pad + "    }\n");
            }
            form.text(pad + "}\n");
        }
    }

    private void order(Spec p, String head, String field, String pad) throws IOException {
        List<String> names = p.get(field) instanceof Value.Names n
                ? n.names()
                : p.get(field) instanceof TextValue w ? w.items() : List.of();
        if (!names.isEmpty()) {
            form.text(head);
            form.value(TextValue.tokens(names), pad);
            form.text("\n");
        }
    }

    private String modifiers(Spec s, boolean usual) {
        String custom = s.get(Field.CUSTOM) instanceof Numbers n && n.first() != 0 ? "custom " : "";
        return custom + (s.isUniform() == usual ? "" : usual ? "varying " : "uniform ");
    }

    private void attribute(Spec a, String pad) throws IOException {
        String head = modifiers(a, false) + a.text(Field.TYPE_NAME) + " " + a.name();
        boolean told = false;
        Value v = a.get(Field.DEFAULT);
        Value samples = a.get(Field.TIME_SAMPLES);
        Value connections = a.get(Field.CONNECTIONS);
        boolean inParentheses = hasMetadata(a);
        if (v != null || inParentheses || samples == null && connections == null) {
            form.text(pad + head);
            if (v != null) {
                form.text(" = ");
                form.value(v, pad);
            }
            metadata(a, pad, " ");
            form.text("\n");
            told = true;
        }
        if (samples instanceof TimeSamples t) {
            form.text(pad + head + ".timeSamples = {\n");
            for (int i = 0; i < t.count(); i++) {
                form.text(pad + "    ");
                form.number(t.times()[i]);
                form.text(": ");
                form.value(t.value(i), pad);
                form.text(",\n");
            }
            form.text(pad + "}\n");
        }
        if (connections instanceof ListEdit e) {
            edit(e, pad, told ? a.text(Field.TYPE_NAME) + " " + a.name() + ".connect" : head + ".connect");
        }
    }

    private void relationship(Spec r, String pad) throws IOException {
        String head = modifiers(r, true) + "rel " + r.name();
        Value targets = r.get(Field.TARGETS);
        boolean inParentheses = hasMetadata(r);
        if (!(targets instanceof ListEdit e)) {
            form.text(pad + head);
            metadata(r, pad, " ");
            form.text("\n");
            return;
        }
        if (inParentheses) {
            form.text(pad + head);
            metadata(r, pad, " ");
            form.text("\n");
        }
        edit(e, pad, head);
    }

    private void edit(ListEdit e, String pad, String head) throws IOException {
        for (Map.Entry<Operation, List<Object>> l : e.lists().entrySet()) {
            form.text(pad + l.getKey().word() + (l.getKey().word().isEmpty() ? "" : " ") + head + " = ");
            form.list(e.items(), l.getValue(), pad);
            form.text("\n");
        }
    }

    private static boolean hasMetadata(Spec s) {
        return s.fields().keySet().stream().anyMatch(k -> !APART.contains(k));
    }

    private void metadata(Spec s, String pad, String before) throws IOException {
        if (!hasMetadata(s)) {
            return;
        }
        form.text(before + "(\n");
        String in = pad + "    ";
        if (s.get(Field.COMMENT) instanceof TextValue w) {
            form.text(in);
            form.quoted(w.first());
            form.text("\n");
        }
        Map<String, Value> sorted = new TreeMap<>(s.fields());
        for (Map.Entry<String, Value> f : sorted.entrySet()) {
            String name = f.getKey();
            if (!APART.contains(name) && !name.equals(Field.COMMENT)) {
                entry(s, name, f.getValue(), in);
            }
        }
        form.text(pad + ")");
    }

    private void entry(Spec s, String name, Value v, String pad) throws IOException {
        String head = Field.written(name);
        switch (v) {
            case ListEdit e -> {
                for (Map.Entry<Operation, List<Object>> l : e.lists().entrySet()) {
                    String word = l.getKey().word();
                    form.text(pad + word + (word.isEmpty() ? "" : " ") + head + " = ");
                    form.list(e.items(), l.getValue(), pad);
                    form.text("\n");
                }
            }
            case TextValue w when name.equals(Field.SUBLAYERS) -> sublayers(s, w.items(), pad);
            default -> {
                form.text(pad + head + " = ");
                form.value(v, pad);
                form.text("\n");
            }
        }
    }

    private void sublayers(Spec s, List<String> assets, String pad) throws IOException {
        List<TimeOffset> offsets =
                s.get(Field.SUBLAYER_OFFSETS) instanceof Value.Offsets o ? o.offsets() : new ArrayList<>();
        form.text(pad + "subLayers = [\n");
        for (int i = 0; i < assets.size(); i++) {
            form.text(pad + "    ");
            form.asset(assets.get(i));
            form.offset(i < offsets.size() ? offsets.get(i) : TimeOffset.NONE);
            form.text(i + 1 < assets.size() ? ",\n" : "\n");
        }
        form.text(pad + "]\n");
    }
}
