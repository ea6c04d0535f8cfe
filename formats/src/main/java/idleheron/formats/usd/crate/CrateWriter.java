package idleheron.formats.usd.crate;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Writes a layer as a crate file: values first, then tables, the list of sections last; see {@link CrateTables}. Version 0.8.0,
 * 0.9.0 where a time code is stored, 0.10.0 where a path expression is, as the types came to the format.
 */
public final class CrateWriter {
    private final CrateSink out;
    private final CrateNames names = new CrateNames();
    private final CratePacker packer;
    private final List<Integer> fieldTokens = new ArrayList<>();
    private final List<Long> fieldValues = new ArrayList<>();
    private final Map<Long, Map<Integer, Integer>> fieldIndex = new LinkedHashMap<>();
    private final List<Integer> fieldSets = new ArrayList<>();
    private final Map<List<Integer>, Integer> setIndex = new LinkedHashMap<>();
    private final List<int[]> specs = new ArrayList<>();

    private CrateWriter(FileChannel channel) {
        this.out = new CrateSink(channel);
        this.packer = new CratePacker(out, names);
    }

    /** @param file new or empty */
    public static void write(Layer layer, Path file) throws IOException {
        try (FileChannel c = FileChannel.open(
                file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING)) {
            CrateWriter w = new CrateWriter(c);
            w.out.bytes(new byte[CrateTables.HEAD]);
            w.spec(layer.root(), "/");
            long toc = w.tables();
            w.out.flush();
            c.write(ByteBuffer.wrap(w.head(toc)), 0);
        }
    }

    private byte[] head(long toc) {
        byte[] head = Arrays.copyOf(CrateTables.MAGIC, CrateTables.HEAD);
        head[9] = (byte) packer.minorVersion();
        MemorySegment.ofArray(head).set(idleheron.formats.bytes.ByteCursor.LONG, 16, toc);
        return head;
    }

    private void spec(Spec s, String path) throws IOException {
        List<Integer> fields = new ArrayList<>();
        for (Map.Entry<String, Value> f : s.fields().entrySet()) {
            boolean implied = s.type() == Spec.Type.VARIANT && f.getKey().equals(Field.SPECIFIER);
            if (!implied) {
                Value v = f.getValue();
                boolean vector = f.getKey().equals(Field.SUBLAYERS) && v instanceof TextValue;
                fields.add(field(f.getKey(), vector ? packer.strings(((TextValue) v).items()) : packer.pack(v)));
            }
        }
        children(s, fields);
        specs.add(new int[] {names.path(path), set(fields), s.type().id()});
        for (Spec p : s.properties().values()) {
            spec(p, path + "." + p.name());
        }
        for (Spec set : s.variantSets().values()) {
            spec(set, SpecPath.variant(path, set.name(), ""));
            for (Spec v : set.children().values()) {
                spec(v, SpecPath.variant(path, set.name(), v.name()));
            }
        }
        if (s.type() != Spec.Type.VARIANT_SET) {
            for (Spec c : s.children().values()) {
                spec(c, SpecPath.child(path, c.name()));
            }
        }
    }

    private void children(Spec s, List<Integer> fields) throws IOException {
        String under = s.type() == Spec.Type.VARIANT_SET ? Field.VARIANT_CHILDREN : Field.PRIM_CHILDREN;
        child(s.properties(), Field.PROPERTIES, fields);
        child(s.variantSets(), Field.VARIANT_SET_CHILDREN, fields);
        child(s.children(), under, fields);
    }

    private void child(Map<String, Spec> under, String field, List<Integer> fields) throws IOException {
        if (!under.isEmpty()) {
            fields.add(field(field, packer.pack(new Value.Names(List.copyOf(under.keySet())))));
        }
    }

    private int field(String name, long value) {
        int token = names.token(name);
        return fieldIndex.computeIfAbsent(value, v -> new LinkedHashMap<>()).computeIfAbsent(token, t -> {
            fieldTokens.add(token);
            fieldValues.add(value);
            return fieldTokens.size() - 1;
        });
    }

    /** Place of the first field of a set. */
    private int set(List<Integer> fields) {
        return setIndex.computeIfAbsent(fields, f -> {
            int at = fieldSets.size();
            fieldSets.addAll(f);
            fieldSets.add(-1);
            return at;
        });
    }

    private static int[] ints(List<Integer> list) {
        return list.stream().mapToInt(i -> i).toArray();
    }

    private long tables() throws IOException {
        Map<String, long[]> sections = new LinkedHashMap<>();
        CrateNames.Tree tree = names.tree();
        long at = out.at();
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        for (String t : names.tokens()) {
            text.write(t.getBytes(StandardCharsets.UTF_8));
            text.write(0);
        }
        out.i64(names.tokens().size());
        out.i64(text.size());
        out.packed(CrateInts.pack(text.toByteArray(), text.size()));
        at = close(sections, "TOKENS", at);
        out.i64(names.strings().size());
        for (int s : names.strings()) {
            out.i32(s);
        }
        at = close(sections, "STRINGS", at);
        out.i64(fieldTokens.size());
        out.packed(CrateInts.pack(ints(fieldTokens)));
        byte[] raw = new byte[8 * fieldValues.size()];
        MemorySegment m = MemorySegment.ofArray(raw);
        for (int i = 0; i < fieldValues.size(); i++) {
            m.set(idleheron.formats.bytes.ByteCursor.LONG, 8L * i, fieldValues.get(i));
        }
        out.packed(CrateInts.pack(raw, raw.length));
        at = close(sections, "FIELDS", at);
        out.i64(fieldSets.size());
        out.packed(CrateInts.pack(ints(fieldSets)));
        at = close(sections, "FIELDSETS", at);
        out.i64(tree.paths());
        out.i64(tree.places().length);
        out.packed(CrateInts.pack(tree.places()));
        out.packed(CrateInts.pack(tree.elements()));
        out.packed(CrateInts.pack(tree.jumps()));
        at = close(sections, "PATHS", at);
        out.i64(specs.size());
        for (int k = 0; k < 3; k++) {
            int column = k;
            out.packed(CrateInts.pack(specs.stream().mapToInt(s -> s[column]).toArray()));
        }
        at = close(sections, "SPECS", at);
        out.i64(sections.size());
        for (Map.Entry<String, long[]> s : sections.entrySet()) {
            out.name(s.getKey());
            out.i64(s.getValue()[0]);
            out.i64(s.getValue()[1]);
        }
        return at;
    }

    private long close(Map<String, long[]> sections, String name, long from) {
        sections.put(name, new long[] {from, out.at() - from});
        return out.at();
    }
}
