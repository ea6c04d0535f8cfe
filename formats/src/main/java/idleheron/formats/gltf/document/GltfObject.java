package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.bytes.FormatException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One object of the text with the place where it stands, which every complaint names.
 *
 * @param at "/accessors/3", "" for the whole
 */
public record GltfObject(String file, String at, ObjectNode node) {
    private static final ObjectNode NOTHING = JsonNodeFactory.instance.objectNode();

    /** What was expected of a value and what stands there. */
    public FormatException wrong(String key, String expected) {
        JsonNode found = node.get(key);
        return FormatException.within(
                file,
                at + "/" + key,
                expected,
                found == null ? say("formats.gltf.document.GltfObject.nothing") : found.toString());
    }

    public boolean has(String key) {
        return node.has(key);
    }

    /** The object of that name; an empty one where there is none. */
    public GltfObject child(String key) throws FormatException {
        JsonNode n = node.get(key);
        if (n == null) {
            return new GltfObject(file, at + "/" + key, NOTHING);
        }
        if (!(n instanceof ObjectNode o)) {
            throw wrong(key, say("formats.gltf.document.GltfObject.an-object"));
        }
        return new GltfObject(file, at + "/" + key, o);
    }

    /** Of an extension; an empty one where there is none. */
    public GltfObject extension(String name) throws FormatException {
        return child("extensions").child(name);
    }

    /** The objects of a list; none where there is none. */
    public List<GltfObject> list(String key) throws FormatException {
        List<GltfObject> out = new ArrayList<>();
        ArrayNode all = array(key);
        for (int i = 0; all != null && i < all.size(); i++) {
            if (!(all.get(i) instanceof ObjectNode o)) {
                throw FormatException.within(
                        file,
                        at + "/" + key + "/" + i,
                        say("formats.gltf.document.GltfObject.an-object"),
                        all.get(i).toString());
            }
            out.add(new GltfObject(file, at + "/" + key + "/" + i, o));
        }
        return out;
    }

    /** How many a list has; 0 where there is none. */
    public int length(String key) throws FormatException {
        ArrayNode all = array(key);
        return all == null ? 0 : all.size();
    }

    private @Nullable ArrayNode array(String key) throws FormatException {
        JsonNode n = node.get(key);
        if (n == null || n instanceof ArrayNode) {
            return (ArrayNode) n;
        }
        throw wrong(key, say("formats.gltf.document.GltfObject.a-list"));
    }

    /** A whole number of at least 0. */
    public int count(String key, int otherwise) throws FormatException {
        long v = size(key, otherwise);
        if (v > Integer.MAX_VALUE) {
            throw wrong(key, say("formats.gltf.document.GltfObject.a-whole-number-below", Integer.MAX_VALUE));
        }
        return (int) v;
    }

    /** A number of bytes or elements, at least 0. */
    public long size(String key, long otherwise) throws FormatException {
        JsonNode n = node.get(key);
        if (n == null) {
            return otherwise;
        }
        if (!n.isNumber() || !whole(n) || n.doubleValue() < 0) {
            throw wrong(key, say("formats.gltf.document.GltfObject.a-whole-number-of-at-least"));
        }
        return n.longValue();
    }

    /** A number may be written with a point and yet be whole. */
    private static boolean whole(JsonNode n) {
        return n.isIntegralNumber()
                ? n.canConvertToLong()
                : n.doubleValue() == Math.rint(n.doubleValue()) && Math.abs(n.doubleValue()) < 1e15;
    }

    /** An index into a list of that many; -1 where nothing is said. */
    public int index(String key, int size) throws FormatException {
        JsonNode n = node.get(key);
        return n == null ? -1 : index(n, at + "/" + key, size);
    }

    private int index(JsonNode n, String place, int size) throws FormatException {
        if (!n.isNumber() || !whole(n) || n.doubleValue() < 0 || n.doubleValue() >= size) {
            throw FormatException.within(
                    file,
                    place,
                    size == 0
                            ? say("formats.gltf.document.GltfObject.an-index-and-there-is-nothing")
                            : say("formats.gltf.document.GltfObject.an-index-from-0-to", (size - 1)),
                    n.toString());
        }
        return n.intValue();
    }

    /** Indices into a list of that many; none where nothing is said. */
    public int[] indices(String key, int size) throws FormatException {
        ArrayNode all = array(key);
        int[] out = new int[all == null ? 0 : all.size()];
        for (int i = 0; all != null && i < out.length; i++) {
            out[i] = index(all.get(i), at + "/" + key + "/" + i, size);
        }
        return out;
    }

    public double number(String key, double otherwise) throws FormatException {
        JsonNode n = node.get(key);
        if (n == null) {
            return otherwise;
        }
        if (!n.isNumber()) {
            throw wrong(key, say("formats.gltf.document.GltfObject.a-number"));
        }
        return n.doubleValue();
    }

    /** As many numbers as {@code otherwise} has. */
    public double[] numbers(String key, double... otherwise) throws FormatException {
        ArrayNode all = array(key);
        if (all == null) {
            return otherwise;
        }
        double[] out = new double[otherwise.length];
        if (all.size() != out.length) {
            throw wrong(key, say("formats.gltf.document.GltfObject.numbers", out.length));
        }
        for (int i = 0; i < out.length; i++) {
            if (!all.get(i).isNumber()) {
                throw wrong(key, say("formats.gltf.document.GltfObject.numbers", out.length));
            }
            out[i] = all.get(i).doubleValue();
        }
        return out;
    }

    /** Numbers, as many as there are. */
    public double[] anyNumbers(String key) throws FormatException {
        ArrayNode all = array(key);
        return all == null ? new double[0] : numbers(key, new double[all.size()]);
    }

    public String text(String key, String otherwise) throws FormatException {
        JsonNode n = node.get(key);
        if (n == null) {
            return otherwise;
        }
        if (!n.isTextual()) {
            throw wrong(key, "text");
        }
        return n.textValue();
    }

    public List<String> texts(String key) throws FormatException {
        ArrayNode all = array(key);
        List<String> out = new ArrayList<>();
        for (int i = 0; all != null && i < all.size(); i++) {
            if (!all.get(i).isTextual()) {
                throw FormatException.within(
                        file,
                        at + "/" + key + "/" + i,
                        say("formats.gltf.document.GltfObject.text"),
                        all.get(i).toString());
            }
            out.add(all.get(i).textValue());
        }
        return out;
    }

    public boolean truth(String key, boolean otherwise) throws FormatException {
        JsonNode n = node.get(key);
        if (n == null) {
            return otherwise;
        }
        if (!n.isBoolean()) {
            throw wrong(key, say("formats.gltf.document.GltfObject.true-or-false"));
        }
        return n.booleanValue();
    }

    /** Its name, or "". */
    public String name() throws FormatException {
        return text("name", "");
    }
}
