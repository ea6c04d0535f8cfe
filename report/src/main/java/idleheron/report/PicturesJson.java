package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.finding.Finding;
import idleheron.core.picture.PictureFacts;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PictureShape;

/** What is told of pictures as JSON: {@code idle-heron/pictures/1}. */
public final class PicturesJson {
    private PicturesJson() {}

    public static ObjectNode of() {
        ObjectNode out = Json.of("pictures");
        out.putArray("pictures");
        return out;
    }

    /** Size, channels, bits and what was measured. */
    public static ObjectNode shape(PictureShape s, PictureRole role) {
        ObjectNode out = Json.NODES.objectNode();
        out.put("kind", s.kind()).put("width", s.width()).put("height", s.height());
        out.put("channels", s.bands()).put("bits", s.bits()).put("bytes", s.bytes());
        if (!s.colourSpace().isEmpty()) {
            out.put("colourSpace", s.colourSpace());
        }
        PictureFacts f = s.measured();
        Json.number(out, "clear", f.clear());
        Json.number(out, "half", f.half());
        Json.number(out, "opaque", 1 - f.clear() - f.half());
        out.set("mean", Json.numbers(f.mean()));
        out.put("grey", f.grey());
        if (role == PictureRole.NORMAL && f.normals().isNormals()) {
            Json.number(out, "green", f.normals().green());
        }
        return out;
    }

    public static ArrayNode findings(Iterable<Finding> all) {
        ArrayNode out = Json.NODES.arrayNode();
        for (Finding f : all) {
            out.addObject().put("code", f.code()).put("title", f.title()).put("message", f.message());
        }
        return out;
    }
}
