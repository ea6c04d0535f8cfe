package idleheron.formats.fbx.document;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A named record: values, then records inside it.
 *
 * @param scope whether the file opened a scope for children, even an empty one
 */
public record FbxRecord(String name, List<FbxValue> values, List<FbxRecord> children, boolean scope) {

    /** A record without children. */
    public static FbxRecord leaf(String name, FbxValue... values) {
        return new FbxRecord(name, List.of(values), List.of(), false);
    }

    /** A record with a scope. */
    public static FbxRecord scope(String name, List<FbxValue> values, List<FbxRecord> children) {
        return new FbxRecord(name, values, children, true);
    }

    /** First child of that name, or null. */
    public @Nullable FbxRecord child(String childName) {
        for (FbxRecord c : children) {
            if (c.name.equals(childName)) {
                return c;
            }
        }
        return null;
    }

    public List<FbxRecord> children(String childName) {
        List<FbxRecord> out = new ArrayList<>();
        for (FbxRecord c : children) {
            if (c.name.equals(childName)) {
                out.add(c);
            }
        }
        return out;
    }

    public @Nullable FbxValue value(int index) {
        return index < values.size() ? values.get(index) : null;
    }

    /** Text at an index, a flag that is a letter as that letter, or "" when it is missing or something else. */
    public String text(int index) {
        return switch (value(index)) {
            case FbxValue.Text t -> t.text();
            case FbxValue.Flag f when Character.isLetter(f.value()) -> Character.toString(f.value());
            case null, default -> "";
        };
    }

    /** Number at an index as a double, or {@code otherwise}. */
    public double number(int index, double otherwise) {
        return FbxNumbers.number(value(index), otherwise);
    }

    public long integer(int index, long otherwise) {
        return FbxNumbers.integer(value(index), otherwise);
    }

    /** First value of the named child as text, or "". */
    public String childText(String childName) {
        FbxRecord c = child(childName);
        return c == null ? "" : c.text(0);
    }

    /** All numbers of the named child, as one array or as loose values; empty when there is none. */
    public double[] childDoubles(String childName) {
        FbxRecord c = child(childName);
        return c == null ? FbxNumbers.NO_DOUBLES : FbxNumbers.doubles(c);
    }

    /** The record with other children. */
    public FbxRecord withChildren(List<FbxRecord> value) {
        return new FbxRecord(name, values, value, scope || !value.isEmpty());
    }

    public int[] childInts(String childName) {
        FbxRecord c = child(childName);
        return c == null ? FbxNumbers.NO_INTS : FbxNumbers.ints(c);
    }
}
