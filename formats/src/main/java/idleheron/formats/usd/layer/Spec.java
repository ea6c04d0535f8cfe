package idleheron.formats.usd.layer;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One thing that a layer says something about, with its fields by name and what lies under it. The top of a layer is one too.
 * Built up on one thread; after that only read.
 */
public final class Spec {
    /** What is spoken of, with the number of the type in crate files. */
    public enum Type {
        ATTRIBUTE(1),
        PRIM(6),
        ROOT(7),
        RELATIONSHIP(8),
        VARIANT(10),
        VARIANT_SET(11);

        private final int id;

        Type(int id) {
            this.id = id;
        }

        public int id() {
            return id;
        }
    }

    private final Type type;
    private final String name;
    private final Map<String, Value> fields = new LinkedHashMap<>();
    private final Map<String, Spec> children = new LinkedHashMap<>();
    private final Map<String, Spec> properties = new LinkedHashMap<>();
    private final Map<String, Spec> variantSets = new LinkedHashMap<>();

    public Spec(Type type, String name) {
        this.type = type;
        this.name = name;
    }

    /** A prim without fields. */
    public static Spec prim(String name, Specifier specifier, String typeName) {
        Spec out = new Spec(Type.PRIM, name).with(Field.SPECIFIER, specifier.value());
        return typeName.isEmpty() ? out : out.with(Field.TYPE_NAME, TextValue.token(typeName));
    }

    /** @param typeName "point3f[]" */
    public static Spec attribute(String name, String typeName, boolean uniform) {
        Spec out = new Spec(Type.ATTRIBUTE, name).with(Field.TYPE_NAME, TextValue.token(typeName));
        return uniform ? out.with(Field.VARIABILITY, new Value.Choice(Value.Choice.VARIABILITY, 1)) : out;
    }

    /** A relationship to targets. */
    public static Spec relationship(String name, List<String> targets) {
        return new Spec(Type.RELATIONSHIP, name)
                .with(Field.VARIABILITY, new Value.Choice(Value.Choice.VARIABILITY, 1))
                .with(Field.TARGETS, ListEdit.explicit(ListEdit.Items.PATHS, targets));
    }

    public Type type() {
        return type;
    }

    public String name() {
        return name;
    }

    public Map<String, Value> fields() {
        return fields;
    }

    public @Nullable Value get(String field) {
        return fields.get(field);
    }

    /** The text of a field, or "". */
    public String text(String field) {
        return fields.get(field) instanceof TextValue w ? w.first() : "";
    }

    public Spec with(String field, @Nullable Value value) {
        if (value == null) {
            fields.remove(field);
        } else {
            fields.put(field, value);
        }
        return this;
    }

    /** Prims under a prim or a variant; variants of a variant set. */
    public Map<String, Spec> children() {
        return children;
    }

    public Map<String, Spec> properties() {
        return properties;
    }

    public Map<String, Spec> variantSets() {
        return variantSets;
    }

    /** Puts a spec under this one. */
    public Spec add(Spec under) {
        switch (under.type) {
            case ATTRIBUTE, RELATIONSHIP -> properties.put(under.name, under);
            case VARIANT_SET -> variantSets.put(under.name, under);
            default -> children.put(under.name, under);
        }
        return this;
    }

    public Specifier specifier() {
        return fields.get(Field.SPECIFIER) instanceof Value.Choice c ? Specifier.of(c.number()) : Specifier.OVER;
    }

    public boolean isUniform() {
        return fields.get(Field.VARIABILITY) instanceof Value.Choice c && c.number() == 1;
    }

    /** A copy whose fields and specs can be changed without changing this one; values are shared. */
    public Spec copy(String newName) {
        Spec out = new Spec(type, newName);
        out.fields.putAll(fields);
        children.values().forEach(c -> out.add(c.copy(c.name)));
        properties.values().forEach(c -> out.add(c.copy(c.name)));
        variantSets.values().forEach(c -> out.add(c.copy(c.name)));
        return out;
    }

    /** This one and all under it. */
    public void each(java.util.function.Consumer<Spec> f) {
        f.accept(this);
        properties.values().forEach(f);
        List.of(variantSets, children).forEach(m -> m.values().forEach(c -> c.each(f)));
    }

    /** The order of children counts, that of properties and fields does not. */
    @Override
    public boolean equals(Object o) {
        return o instanceof Spec s
                && s.type == type
                && s.name.equals(name)
                && s.fields.equals(fields)
                && s.properties.equals(properties)
                && s.variantSets.equals(variantSets)
                && new ArrayList<>(s.children.values()).equals(new ArrayList<>(children.values()));
    }

    @Override
    public int hashCode() {
        return name.hashCode();
    }

    @Override
    public String toString() {
        return type + " " + name;
    }
}
