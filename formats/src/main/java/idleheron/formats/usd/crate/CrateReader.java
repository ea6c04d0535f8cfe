package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.Value;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Builds a layer from the tables of a crate file. A variant set is the path {@code /prim{set=}}, a variant {@code /prim{set=name}}. */
public final class CrateReader {
    private static final String THE_NAME_OF_A_PRIM_OR = say("formats.usd.crate.CrateReader.the-name-of-a-prim-or");

    /** What ends a name in the text form. */
    private static final String SIGNS = "=<>(){}[]\"'@,;#";

    private static final int DEEPEST = 1000;

    private final String file;
    private final CrateTables tables;
    private final CrateValues values;
    private @Nullable CrateRescue rescue;

    private CrateReader(String file, MemorySegment bytes) throws FormatException {
        this.file = file;
        tables = new CrateTables(file, bytes);
        values = new CrateValues(file, tables, bytes);
    }

    /** @param bytes must last as long as the layer's values are used */
    public static Layer read(String file, MemorySegment bytes, List<String> notes) throws FormatException {
        CrateReader r = new CrateReader(file, bytes);
        Layer out = r.layer();
        if (!r.values.unknown().isEmpty()) {
            notes.add(say("formats.usd.crate.CrateReader.values-of-types-are-not-known", file, r.values.unknown()));
        }
        return out;
    }

    /**
     * A damaged crate whose tables are whole, without the values that are not.
     *
     * @throws FormatException when its tables are not whole, without which nothing has a name
     */
    public static Layer rescue(String file, MemorySegment bytes, List<String> notes, Salvage salvage)
            throws FormatException {
        CrateReader r = new CrateReader(file, bytes);
        r.rescue = new CrateRescue(r.tables, r.values, salvage);
        return r.layer();
    }

    private Layer layer() throws FormatException {
        CratePaths paths = tables.paths;
        int[] spec = new int[paths.count()];
        java.util.Arrays.fill(spec, -1);
        for (int i = 0; i < tables.specPaths.length; i++) {
            spec[tables.specPaths[i]] = i;
        }
        @Nullable Spec[] made = new Spec[paths.count()];
        int[] depth = new int[paths.count()];
        Spec root = new Spec(Spec.Type.ROOT, "");
        for (int i = 0; ; i++) {
            int p = paths.inOrder(i);
            if (p < 0) {
                break;
            }
            int above = paths.parent(p);
            if (above < 0) {
                made[p] = root;
                if (spec[p] >= 0) {
                    fields(root, tables.specSets[spec[p]]);
                }
            } else {
                Spec parent = made[above];
                depth[p] = depth[above] + 1;
                if (depth[p] > DEEPEST) {
                    throw FormatException.in(
                            file,
                            say("formats.usd.crate.CrateReader.paths-no-deeper-than", DEEPEST),
                            say("formats.usd.crate.CrateReader.a-deeper-one"));
                }
                if (parent != null && spec[p] >= 0) {
                    made[p] = under(parent, p, tables.specTypes[spec[p]]);
                    Spec s = made[p];
                    if (s != null) {
                        fields(s, tables.specSets[spec[p]]);
                        if (rescue != null) {
                            rescue.made(s, parent, paths.text(p));
                        }
                    }
                }
            }
        }
        root.each(CrateReader::arrange);
        if (rescue != null) {
            rescue.finish();
        }
        return new Layer(file, root);
    }

    /**
     * A name that a text can hold as well.
     *
     * @throws FormatException for one that is empty or holds blanks or signs of the text form
     */
    private String named(String name, String what) throws FormatException {
        boolean good = !name.isEmpty();
        for (int i = 0; i < name.length(); i++) {
            char c = name.charAt(i);
            good &= !Character.isWhitespace(c) && !Character.isISOControl(c) && SIGNS.indexOf(c) < 0;
        }
        if (!good) {
            throw FormatException.in(file, what, '"' + name.replaceAll("\\p{Cntrl}", "?") + '"');
        }
        return name;
    }

    private @Nullable Spec under(Spec parent, int place, int type) throws FormatException {
        String name = tables.paths.element(place);
        if (name.startsWith("{")) {
            int eq = name.indexOf('=');
            if (eq < 0 || !name.endsWith("}")) {
                return null;
            }
            Spec set = parent.variantSets()
                    .computeIfAbsent(name.substring(1, eq), s -> new Spec(Spec.Type.VARIANT_SET, s));
            String variant = name.substring(eq + 1, name.length() - 1);
            if (variant.isEmpty()) {
                return set;
            }
            return set.children().computeIfAbsent(variant, v -> new Spec(Spec.Type.VARIANT, v));
        }
        Spec.Type t = switch (type) {
            case 1 -> Spec.Type.ATTRIBUTE;
            case 8 -> Spec.Type.RELATIONSHIP;
            case 6 -> Spec.Type.PRIM;
            default -> null;
        };
        boolean property = t == Spec.Type.ATTRIBUTE || t == Spec.Type.RELATIONSHIP;
        if (t == null || property != tables.paths.isProperty(place)) {
            return null;
        }
        Spec out = new Spec(t, named(name, THE_NAME_OF_A_PRIM_OR));
        parent.add(out);
        return out;
    }

    private void fields(Spec s, int from) throws FormatException {
        for (int i = from; i < tables.fieldSets.length && tables.fieldSets[i] >= 0; i++) {
            int f = tables.fieldSets[i];
            if (rescue != null && rescue.isLost(tables.fieldValues[f])) {
                continue;
            }
            Value v = values.read(tables.fieldValues[f]);
            if (!(v instanceof Value.Unknown)) {
                s.with(
                        named(
                                tables.tokens[tables.fieldTokens[f]],
                                say("formats.usd.crate.CrateReader.the-name-of-a-field-of", s.name())),
                        v);
            }
        }
    }

    /** Children in the order that the fields tell; those fields go then, and what only repeats a default with them. */
    private static void arrange(Spec s) {
        order(s.children(), s.get(Field.PRIM_CHILDREN), s.get(Field.VARIANT_CHILDREN));
        order(s.properties(), s.get(Field.PROPERTIES), null);
        order(s.variantSets(), s.get(Field.VARIANT_SET_CHILDREN), null);
        for (String f : List.of(
                Field.PRIM_CHILDREN,
                Field.VARIANT_CHILDREN,
                Field.PROPERTIES,
                Field.VARIANT_SET_CHILDREN,
                "connectionChildren",
                "targetChildren")) {
            s.with(f, null);
        }
        if (s.type() == Spec.Type.VARIANT) {
            s.with(Field.SPECIFIER, Specifier.OVER.value());
        }
        if (s.get(Field.CUSTOM) instanceof Numbers n && n.first() == 0) {
            s.with(Field.CUSTOM, null);
        }
        if (s.type() == Spec.Type.ATTRIBUTE && !s.isUniform()) {
            s.with(Field.VARIABILITY, null);
        }
        if (s.type() == Spec.Type.RELATIONSHIP && s.get(Field.VARIABILITY) == null) {
            s.with(Field.VARIABILITY, new Value.Choice(Value.Choice.VARIABILITY, 0));
        }
    }

    private static void order(Map<String, Spec> specs, @Nullable Value told, @Nullable Value or) {
        Value names = told == null ? or : told;
        if (!(names instanceof Value.Names n) || specs.size() < 2) {
            return;
        }
        Map<String, Spec> out = new LinkedHashMap<>();
        List<String> all = new ArrayList<>(n.names());
        all.addAll(specs.keySet());
        for (String name : all) {
            Spec s = specs.get(name);
            if (s != null) {
                out.putIfAbsent(name, s);
            }
        }
        specs.clear();
        specs.putAll(out);
    }
}
