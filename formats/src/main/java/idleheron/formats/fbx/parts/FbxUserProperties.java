package idleheron.formats.fbx.parts;

import idleheron.core.scene.FreeProperty;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/**
 * {@code P} records that the bridge does not read to free properties and back. Whole and real numbers keep to what their type
 * says, so that a file that was text once is written with the widths a reader of the binary form expects.
 */
public final class FbxUserProperties {
    private static final Set<String> WHOLE = Set.of(
            "bool",
            "Bool",
            "int",
            "Integer",
            "enum",
            "Enum",
            "Short",
            "UShort",
            "UInteger",
            "Byte",
            "UByte",
            "Visibility Inheritance");
    private static final Set<String> LONG = Set.of("KTime", "Time", "LongLong", "ULongLong");
    private static final Set<String> REAL = Set.of(
            "double",
            "Number",
            "Float",
            "float",
            "Vector",
            "Vector3D",
            "Vector2D",
            "Vector4D",
            "Color",
            "ColorRGB",
            "ColorAndAlpha",
            "Lcl Translation",
            "Lcl Rotation",
            "Lcl Scaling",
            "Visibility",
            "Real");

    private FbxUserProperties() {}

    /** All of a holder's own properties but the ones that are read, by name. */
    public static List<FreeProperty> read(FbxProperties p, Set<String> known) {
        return p.own().values().stream()
                .filter(r -> !known.contains(r.text(0)))
                .map(FbxUserProperties::read)
                .sorted(Comparator.comparing(FreeProperty::name))
                .toList();
    }

    private static FreeProperty read(FbxRecord r) {
        List<FreeProperty.Value> parts = new ArrayList<>();
        List<FbxValue> run = new ArrayList<>();
        for (int i = 4; i < r.values().size(); i++) {
            FbxValue v = r.values().get(i);
            if (!run.isEmpty() && kind(v) != kind(run.getFirst())) {
                parts.add(value(run));
                run.clear();
            }
            run.add(v);
        }
        if (!run.isEmpty()) {
            parts.add(value(run));
        }
        FreeProperty.Value all = parts.isEmpty()
                ? new FreeProperty.Numbers(new double[0])
                : parts.size() == 1 ? parts.getFirst() : new FreeProperty.Several(parts);
        return new FreeProperty(r.text(0), r.text(1), r.text(2), r.text(3), all);
    }

    private static int kind(FbxValue v) {
        return switch (v) {
            case FbxValue.Int16 x -> 0;
            case FbxValue.Int32 x -> 0;
            case FbxValue.Int64 x -> 0;
            case FbxValue.Flag x -> 0;
            case FbxValue.Real32 x -> 1;
            case FbxValue.Real64 x -> 1;
            default -> 2;
        };
    }

    private static FreeProperty.Value value(List<FbxValue> run) {
        return switch (kind(run.getFirst())) {
            case 0 ->
                new FreeProperty.Whole(
                        run.stream().mapToLong(v -> FbxNumbers.integer(v, 0)).toArray());
            case 1 ->
                new FreeProperty.Numbers(
                        run.stream().mapToDouble(v -> FbxNumbers.number(v, 0)).toArray());
            default -> {
                List<FreeProperty.Value> texts = new ArrayList<>();
                for (FbxValue v : run) {
                    texts.add(new FreeProperty.Text(v instanceof FbxValue.Text t ? t.text() : ""));
                }
                yield texts.size() == 1 ? texts.getFirst() : new FreeProperty.Several(texts);
            }
        };
    }

    /** Adds the records of properties whose names are not there already. */
    public static void write(Collection<FreeProperty> properties, List<FbxRecord> into) {
        Set<String> there = new java.util.HashSet<>();
        into.forEach(r -> there.add(r.text(0)));
        for (FreeProperty f : properties) {
            if (there.add(f.name())) {
                List<FbxValue> values = new ArrayList<>();
                values(f.type(), f.value(), values);
                into.add(
                        FbxBuild.property(f.name(), f.type(), f.subtype(), f.flags(), values.toArray(FbxValue[]::new)));
            }
        }
    }

    private static void values(String type, FreeProperty.Value value, List<FbxValue> into) {
        switch (value) {
            case FreeProperty.Text t -> into.add(FbxBuild.text(t.text()));
            case FreeProperty.Several s -> s.values().forEach(v -> values(type, v, into));
            case FreeProperty.Numbers n -> {
                for (double v : n.values()) {
                    into.add(
                            WHOLE.contains(type)
                                    ? new FbxValue.Int32((int) v)
                                    : LONG.contains(type) ? new FbxValue.Int64((long) v) : new FbxValue.Real64(v));
                }
            }
            case FreeProperty.Whole w -> {
                for (long v : w.values()) {
                    into.add(
                            REAL.contains(type)
                                    ? new FbxValue.Real64(v)
                                    : LONG.contains(type) || v != (int) v
                                            ? new FbxValue.Int64(v)
                                            : new FbxValue.Int32((int) v));
                }
            }
        }
    }
}
