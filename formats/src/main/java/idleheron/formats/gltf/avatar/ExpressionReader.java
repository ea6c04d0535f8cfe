package idleheron.formats.gltf.avatar;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.formats.gltf.bridge.GltfSceneReader;
import idleheron.formats.gltf.document.GltfDocument;
import java.util.ArrayList;
import java.util.List;

/** Reads {@code expressions}: {@code preset} and {@code custom}, each name with what it moves. */
final class ExpressionReader {
    private static final String FAULT = "avatar-expression";

    private final GltfDocument doc;
    private final GltfSceneReader.Found found;
    private final List<Avatar.Fault> faults;

    ExpressionReader(GltfDocument doc, GltfSceneReader.Found found, List<Avatar.Fault> faults) {
        this.doc = doc;
        this.found = found;
        this.faults = faults;
    }

    List<Expression> read(JsonNode told) {
        List<Expression> out = new ArrayList<>();
        told.path("preset").properties().forEach(e -> {
            if (!Expression.PRESETS.contains(e.getKey())) {
                fault(e.getKey(), say("formats.gltf.avatar.ExpressionReader.no-name-of-the-standard-receivers"));
            }
            out.add(one(e.getKey(), true, e.getValue()));
        });
        told.path("custom").properties().forEach(e -> {
            if (Expression.PRESETS.contains(e.getKey())) {
                fault(e.getKey(), say("formats.gltf.avatar.ExpressionReader.a-name-of-the-standard-among"));
            }
            out.add(one(e.getKey(), false, e.getValue()));
        });
        return out;
    }

    private void fault(String name, String text) {
        faults.add(new Avatar.Fault(FAULT, say("formats.gltf.avatar.ExpressionReader.expression", name), text));
    }

    private Expression one(String name, boolean preset, JsonNode e) {
        if (e.has("isBinary") && !e.path("isBinary").isBoolean()) {
            fault(name, say("formats.gltf.avatar.ExpressionReader.isbinary-is-neither-true-nor-false"));
        }
        List<Expression.Shape> shapes = new ArrayList<>();
        for (JsonNode b : e.path("morphTargetBinds")) {
            int node = AvatarReader.showing(found, b.path("node").asInt(-1));
            int index = b.path("index").asInt(-1);
            List<BlendShape> all = node < 0
                    ? List.of()
                    : found.scene()
                            .meshes()
                            .get(found.scene().nodes().get(node).payload())
                            .shapes();
            if (index < 0 || index >= all.size()) {
                fault(
                        name,
                        say(
                                "formats.gltf.avatar.ExpressionReader.it-moves-blend-shape-of-node",
                                index,
                                b.path("node")));
                continue;
            }
            shapes.add(new Expression.Shape(
                    node, all.get(index).name(), b.path("weight").asDouble(1)));
        }
        List<Expression.Color> colors = new ArrayList<>();
        for (JsonNode b : e.path("materialColorBinds")) {
            String m = material(name, b);
            if (!m.isEmpty()) {
                colors.add(new Expression.Color(m, b.path("type").asText("color"), numbers(b.path("targetValue"))));
            }
        }
        List<Expression.Picture> pictures = new ArrayList<>();
        for (JsonNode b : e.path("textureTransformBinds")) {
            String m = material(name, b);
            if (!m.isEmpty()) {
                pictures.add(new Expression.Picture(m, numbers(b.path("scale")), numbers(b.path("offset"))));
            }
        }
        return new Expression(
                name,
                preset,
                e.path("isBinary").asBoolean(false),
                List.of(
                        e.path("overrideBlink").asText("none"),
                        e.path("overrideLookAt").asText("none"),
                        e.path("overrideMouth").asText("none")),
                shapes,
                colors,
                pictures);
    }

    private String material(String name, JsonNode bind) {
        int i = bind.path("material").asInt(-1);
        Scene s = found.scene();
        if (i < 0
                || i >= doc.root().node().path("materials").size()
                || i >= s.materials().size()) {
            fault(name, say("formats.gltf.avatar.ExpressionReader.it-changes-material-which-is-not", i));
            return "";
        }
        return s.materials().get(i).name();
    }

    private static List<Double> numbers(JsonNode v) {
        List<Double> out = new ArrayList<>();
        v.forEach(x -> out.add(x.asDouble()));
        return out;
    }
}
