package idleheron.report;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Figure;
import idleheron.core.math.Matrices;
import org.joml.Matrix4dc;

/** Shared pieces of what is told as JSON. */
public final class Json {
    static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final ObjectMapper MAPPER = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    private Json() {}

    /** An empty object. */
    public static ObjectNode object() {
        return NODES.objectNode();
    }

    /** An object that opens with its schema, "idle-heron/…/1". */
    public static ObjectNode of(String schema) {
        return of(schema, 1);
    }

    /** The same of a later version. */
    static ObjectNode of(String schema, int version) {
        return NODES.objectNode().put("schema", "idle-heron/" + schema + "/" + version);
    }

    /** Indented, with the keys in the order in which they were put. */
    public static String text(ObjectNode node) {
        try {
            return MAPPER.writeValueAsString(node);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    static ArrayNode matrix(Matrix4dc m) {
        return numbers(Matrices.rows(m));
    }

    static ArrayNode numbers(double... values) {
        ArrayNode out = NODES.arrayNode();
        for (double v : values) {
            number(out, v);
        }
        return out;
    }

    /** Numbers that are none are null in JSON. */
    static void number(ArrayNode to, double v) {
        if (Double.isFinite(v)) {
            to.add(v);
        } else {
            to.addNull();
        }
    }

    static void number(ObjectNode to, String name, double v) {
        if (Double.isFinite(v)) {
            to.put(name, v);
        } else {
            to.putNull(name);
        }
    }

    static ObjectNode figure(Figure f) {
        ObjectNode o = NODES.objectNode();
        number(o, "value", f.value());
        o.put("unit", f.unit()).put("subject", f.subject());
        if (!f.clip().isEmpty()) {
            o.put("clip", f.clip());
        }
        number(o, "frame", f.frame());
        return o;
    }
}
