package idleheron.formats.usd.text;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.ListEdit.Items;
import idleheron.formats.usd.layer.ListEdit.Operation;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import java.lang.foreign.MemorySegment;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads a layer in text.
 *
 * <pre>
 * #usda 1.0
 * ( metadata )
 * def|over|class [Type] "name" ( metadata ) {
 *     [custom] [uniform|varying] type[[]] name [= value | .timeSamples = { time: value, } | .connect = path] ( metadata )
 *     [operation] [custom] rel name [= path | [paths]] ( metadata )
 *     variantSet "set" = { "variant" ( metadata ) { … } }
 *     reorder nameChildren|properties = [ names ]
 *     prims
 * }
 * </pre>
 */
public final class TextReader {
    private static final int DEEPEST = 400;

    private final TextCursor in;
    private final TextValues values;
    private final TextMetadata metadata;
    private @Nullable TextRescue rescue;

    private TextReader(String file, byte[] bytes) {
        in = new TextCursor(file, bytes);
        values = new TextValues(in);
        metadata = new TextMetadata(in, values);
    }

    /** Whether a file begins as one. */
    public static boolean matches(byte[] head) {
        return new String(head, 0, Math.min(head.length, 5), java.nio.charset.StandardCharsets.ISO_8859_1)
                .equals("#usda");
    }

    /**
     * @throws idleheron.formats.bytes.FormatException with the line where it cannot go on
     */
    public static Layer read(String file, byte[] bytes) throws FormatException {
        return new TextReader(file, bytes).layer(file);
    }

    /** What is whole of a damaged layer. */
    public static Layer rescue(String file, byte[] bytes, Salvage salvage) {
        salvage.noise(MemorySegment.ofArray(bytes));
        TextReader r = new TextReader(file, bytes);
        TextRescue rescue = new TextRescue(r, r.in, salvage);
        r.rescue = rescue;
        Spec root = new Spec(Spec.Type.ROOT, "");
        r.in.line();
        int from = r.in.at();
        try {
            r.metadata.read(root);
            r.in.separated();
            if (!rescue.isSound(from, r.in.at())) {
                rescue.metadata(from);
            }
        } catch (FormatException | RuntimeException e) {
            rescue.metadata(from);
        }
        rescue.top(root);
        return new Layer(file, root);
    }

    private Layer layer(String file) throws FormatException {
        int from = in.at();
        in.line();
        String head = in.between(from, in.at()).strip();
        if (!head.matches("#usda\\s+1\\.\\d+.*")) {
            in.to(from);
            throw in.wrong(say("formats.usd.text.TextReader.usda-1-0"), "\"" + head + "\"");
        }
        Spec root = new Spec(Spec.Type.ROOT, "");
        metadata.read(root);
        in.separated();
        while (!in.ended()) {
            if (in.takeWord("reorder")) {
                reorder(root, "rootPrims", Field.PRIM_ORDER);
            } else {
                root.add(prim("/", 0));
            }
            in.separated();
        }
        return new Layer(file, root);
    }

    private void reorder(Spec on, String word, String field) throws FormatException {
        if (!in.takeWord(word)) {
            throw in.wrong(word);
        }
        in.expect('=');
        on.with(field, new Value.Names(((TextValue) values.read("token[]")).items()));
    }

    private @Nullable Specifier specifier() {
        for (Specifier s : Specifier.values()) {
            if (in.takeWord(s.word())) {
                return s;
            }
        }
        return null;
    }

    private Spec prim(String parent, int depth) throws FormatException {
        in.skip();
        int start = in.at();
        Specifier how = specifier();
        if (how == null) {
            throw in.wrong(say("formats.usd.text.TextReader.def-over-or-class"));
        }
        return prim(parent, how, depth, start);
    }

    private Spec prim(String parent, Specifier how, int depth, int start) throws FormatException {
        if (depth > DEEPEST) {
            throw in.wrong(say("formats.usd.text.TextReader.prims-no-deeper-than", DEEPEST));
        }
        String type = in.atQuote() ? "" : typeName();
        String name = in.quoted();
        if (name.isEmpty() || name.indexOf('/') >= 0 || name.indexOf('.') >= 0 || name.indexOf('{') >= 0) {
            throw in.wrong(say("formats.usd.text.TextReader.the-name-of-a-prim"), "\"" + name + "\"");
        }
        Spec out = Spec.prim(name, how, type);
        metadata.read(out);
        body(out, SpecPath.child(parent, name), depth, start);
        return out;
    }

    private String typeName() throws FormatException {
        StringBuilder out = new StringBuilder(in.word());
        while (in.here() == '.') {
            in.expect('.');
            out.append('.').append(in.word());
        }
        return out.toString();
    }

    private void body(Spec on, String path, int depth, int start) throws FormatException {
        in.expect('{');
        in.separated();
        if (rescue != null) {
            if (!rescue.isSound(start, in.at())) {
                rescue.lost(on, path, start, in.at(), say("formats.usd.text.TextReader.its-head-is-damaged"));
            }
            rescue.body(on, path, depth, in.column(start));
            return;
        }
        while (!in.take('}')) {
            statement(on, path, depth);
            if (!in.separated()) {
                throw in.wrong(say("formats.usd.text.TextReader.a-line-end-or"));
            }
        }
    }

    /** One property, prim or set of variants. */
    void statement(Spec on, String path, int depth) throws FormatException {
        int from = in.at();
        Specifier how = specifier();
        if (how != null && (in.atQuote() || in.atWord())) {
            on.add(prim(path, how, depth + 1, from));
            return;
        }
        in.to(from);
        if (in.takeWord("variantSet")) {
            variantSet(on, path, depth);
            return;
        }
        if (in.takeWord("reorder")) {
            int after = in.at();
            if (in.takeWord("nameChildren")) {
                in.to(after);
                reorder(on, "nameChildren", Field.PRIM_ORDER);
                return;
            }
            if (in.takeWord("properties")) {
                in.to(after);
                reorder(on, "properties", Field.PROPERTY_ORDER);
                return;
            }
            in.to(from);
        }
        property(on, path);
    }

    private void variantSet(Spec on, String path, int depth) throws FormatException {
        String set = in.quoted();
        in.expect('=');
        in.expect('{');
        Spec out = on.variantSets().computeIfAbsent(set, s -> new Spec(Spec.Type.VARIANT_SET, s));
        in.separated();
        while (!in.take('}')) {
            in.skip();
            int start = in.at();
            String name = in.quoted();
            Spec variant = new Spec(Spec.Type.VARIANT, name);
            variant.with(Field.SPECIFIER, Specifier.OVER.value());
            metadata.read(variant);
            body(variant, SpecPath.variant(path, set, name), depth + 1, start);
            out.add(variant);
            in.separated();
        }
    }

    private void property(Spec on, String path) throws FormatException {
        Operation op = metadata.operation();
        boolean custom = in.takeWord("custom");
        boolean uniform = in.takeWord("uniform") || in.takeWord("config");
        boolean varying = !uniform && in.takeWord("varying");
        if (in.takeWord("rel")) {
            relationship(on, path, op, custom, varying);
        } else {
            attribute(on, path, op, custom, uniform);
        }
    }

    private void relationship(Spec on, String path, @Nullable Operation op, boolean custom, boolean varying)
            throws FormatException {
        String name = in.word();
        Spec rel = on.properties().get(name);
        if (rel == null || rel.type() != Spec.Type.RELATIONSHIP) {
            rel = new Spec(Spec.Type.RELATIONSHIP, name)
                    .with(Field.VARIABILITY, new Value.Choice(Value.Choice.VARIABILITY, varying ? 0 : 1));
        }
        if (custom) {
            rel.with(Field.CUSTOM, Numbers.truth(true));
        }
        if (in.here() == '.') {
            in.expect('.');
            if (!in.takeWord("default")) {
                throw in.wrong("default");
            }
        }
        if (in.take('=')) {
            rel.with(Field.TARGETS, targets(rel.get(Field.TARGETS), path, op));
        }
        metadata.read(rel);
        on.add(rel);
    }

    private ListEdit targets(@Nullable Value before, String path, @Nullable Operation op) throws FormatException {
        List<Object> paths = metadata.list(Items.PATHS).stream()
                .<Object>map(p -> SpecPath.absolute((String) p, path))
                .toList();
        return TextMetadata.joined(before, Items.PATHS, op == null ? Operation.EXPLICIT : op, paths);
    }

    private void attribute(Spec on, String path, @Nullable Operation op, boolean custom, boolean uniform)
            throws FormatException {
        String type = in.word();
        if (in.here() == '[') {
            in.expect('[');
            in.expect(']');
            type += "[]";
        }
        String name = in.word();
        Spec attribute = on.properties().get(name);
        if (attribute == null || attribute.type() != Spec.Type.ATTRIBUTE) {
            attribute = Spec.attribute(name, type, uniform);
        }
        if (custom) {
            attribute.with(Field.CUSTOM, Numbers.truth(true));
        }
        String part = "";
        if (in.here() == '.') {
            in.expect('.');
            part = in.word();
        }
        switch (part) {
            case "timeSamples" -> {
                in.expect('=');
                attribute.with(Field.TIME_SAMPLES, in.takeWord("None") ? Value.Blocked.IT : values.samples(type));
            }
            case "connect" -> {
                in.expect('=');
                attribute.with(Field.CONNECTIONS, targets(attribute.get(Field.CONNECTIONS), path, op));
            }
            case "", "default" -> {
                if (in.take('=')) {
                    attribute.with(Field.DEFAULT, values.read(type));
                }
            }
            default -> throw in.wrong(say("formats.usd.text.TextReader.timesamples-or-connect"), part);
        }
        metadata.read(attribute);
        on.add(attribute);
    }
}
