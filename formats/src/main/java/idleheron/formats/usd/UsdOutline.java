package idleheron.formats.usd;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Outline;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** One layer as it is stored, or the files of a package. */
final class UsdOutline {
    private static final int SHOWN = 8;

    private UsdOutline() {}

    static Outline of(Path file, MemorySegment bytes) throws FormatException {
        String name = String.valueOf(file.getFileName());
        if (Layers.form(bytes) != Layers.Form.PACKAGE) {
            return of(Layers.read(name, bytes, new ArrayList<>()), 0);
        }
        List<Outline> files = new ArrayList<>();
        for (UsdPackage.Entry e : UsdPackage.read(name, bytes).entries()) {
            boolean layer = Layers.form(e.bytes()) == Layers.Form.CRATE || Layers.form(e.bytes()) == Layers.Form.TEXT;
            files.add(
                    layer
                            ? of(Layers.read(e.name(), e.bytes(), new ArrayList<>()), e.at())
                            : new Outline(
                                    e.name(),
                                    say(
                                            "formats.usd.UsdOutline.bytes",
                                            e.bytes().byteSize()),
                                    "",
                                    e.at(),
                                    List.of()));
        }
        return new Outline(name, "package", say("formats.usd.UsdOutline.files", files.size()), 0, files);
    }

    private static Outline of(Layer layer, long at) {
        return new Outline(layer.name(), "layer", "", at, parts(layer.root(), at));
    }

    private static List<Outline> parts(Spec s, long at) {
        List<Outline> out = new ArrayList<>();
        for (Map.Entry<String, Value> f : s.fields().entrySet()) {
            out.add(new Outline(f.getKey(), type(f.getValue()), shown(f.getValue()), at, List.of()));
        }
        s.properties().values().forEach(p -> out.add(new Outline(p.name(), p.text("typeName"), "", at, parts(p, at))));
        s.variantSets()
                .values()
                .forEach(v -> out.add(
                        new Outline(v.name(), say("formats.usd.UsdOutline.variant-set"), "", at, parts(v, at))));
        s.children()
                .values()
                .forEach(c -> out.add(new Outline(
                        c.name(),
                        c.type() == Spec.Type.VARIANT
                                ? "variant"
                                : (c.specifier().word() + " " + c.text("typeName")).strip(),
                        "",
                        at,
                        parts(c, at))));
        return out;
    }

    private static String type(Value v) {
        return switch (v) {
            case Numbers n -> n.kind().text() + (n.array() ? "[" + n.count() + "]" : "");
            case TextValue w -> w.kind().text() + (w.array() ? "[" + w.items().size() + "]" : "");
            case TimeSamples t -> say("formats.usd.UsdOutline.samples", t.count());
            case ListEdit e ->
                say("formats.usd.UsdOutline.list-of", e.items().name().toLowerCase(java.util.Locale.ROOT));
            default -> v.getClass().getSimpleName().toLowerCase(java.util.Locale.ROOT);
        };
    }

    static String shown(Value v) {
        return switch (v) {
            case Numbers n -> {
                StringBuilder out = new StringBuilder();
                double[] d = n.count() * n.kind().width() > 4096 ? new double[0] : n.doubles();
                boolean single =
                        n.kind().part() == ValueKind.Part.FLOAT || n.kind().part() == ValueKind.Part.HALF;
                for (int i = 0; i < Math.min(SHOWN, d.length); i++) {
                    String real = single ? Float.toString((float) d[i]) : Double.toString(d[i]);
                    out.append(i > 0 ? ", " : "").append(d[i] == Math.rint(d[i]) ? Long.toString((long) d[i]) : real);
                }
                yield out + (d.length > SHOWN || n.count() > 0 && d.length == 0 ? " …" : "");
            }
            case TextValue w ->
                String.join(", ", w.items().stream().limit(SHOWN).toList());
            case TimeSamples t ->
                t.count() == 0 ? "" : say("formats.usd.UsdOutline.to", t.times()[0], t.times()[t.count() - 1]);
            case Value.Names n -> String.join(", ", n.names());
            case ListEdit e -> listed(e);
            case Value.Blocked b -> say("formats.usd.UsdOutline.no-value");
            case Value.Dictionary d -> d.entries().keySet().toString();
            case Value.Selections s -> s.chosen().toString();
            default -> "";
        };
    }

    private static String listed(ListEdit e) {
        StringBuilder out = new StringBuilder();
        e.lists().forEach((op, list) -> {
            out.append(out.isEmpty() ? "" : "; ")
                    .append(op.word())
                    .append(op.word().isEmpty() ? "" : " ");
            out.append(String.join(", ", list.stream().map(UsdOutline::item).toList()));
        });
        return out.toString();
    }

    private static String item(Object o) {
        return o instanceof Reference r ? r.asset() + (r.prim().isEmpty() ? "" : "<" + r.prim() + ">") : o.toString();
    }
}
