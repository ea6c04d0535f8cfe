package idleheron.formats.gltf;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.spi.Outline;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A document as stored: the tree of its text. */
final class GltfOutline {
    private static final int LONGEST = 60;
    private static final int MOST = 20_000;

    private int count;

    private GltfOutline() {}

    static Outline of(GltfDocument doc) {
        return new GltfOutline().of(doc.file(), doc.root().node());
    }

    private Outline of(String name, JsonNode n) {
        count++;
        List<Outline> children = new ArrayList<>();
        if (n.isObject()) {
            for (Map.Entry<String, JsonNode> e : n.properties()) {
                if (count < MOST) {
                    children.add(of(e.getKey(), e.getValue()));
                }
            }
            return new Outline(name, say("formats.gltf.GltfOutline.keys", n.size()), "", 0, children);
        }
        boolean plain = n.isArray() && (n.isEmpty() || n.get(0).isValueNode());
        if (n.isArray() && !plain) {
            for (int i = 0; i < n.size() && count < MOST; i++) {
                JsonNode c = n.get(i);
                String own = c.path("name").asText("");
                children.add(of(own.isEmpty() ? Integer.toString(i) : i + " " + own, c));
            }
        }
        String value = plain || n.isValueNode() ? n.toString() : "";
        String type = n.isArray()
                ? n.size()
                        + (plain && !n.isEmpty() && n.get(0).isNumber()
                                ? say("formats.gltf.GltfOutline.numbers")
                                : say("formats.gltf.GltfOutline.entries"))
                : n.isTextual() ? "text" : n.isNumber() ? "number" : n.isBoolean() ? "switch" : "nothing";
        return new Outline(
                name, type, value.length() > LONGEST ? value.substring(0, LONGEST) + "…" : value, 0, children);
    }
}
