package idleheron.formats.gltf.avatar;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.formats.gltf.bridge.GltfSceneReader;
import idleheron.formats.gltf.document.GltfDocument;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * An avatar of version 0 ({@code VRM}): {@code humanoid.humanBones} is a list of {@code {bone, node}}, whose thumbs are named one joint
 * further; {@code blendShapeMaster.blendShapeGroups} are the expressions, whose binds name a mesh and weigh 0 to 100. Its terms are not
 * taken over, since they are other ones; only its name and its maker are.
 */
final class OlderAvatar {
    static final String NAME = "VRM";

    private static final Map<String, String> PRESETS = Map.ofEntries(
            Map.entry("joy", "happy"),
            Map.entry("sorrow", "sad"),
            Map.entry("fun", "relaxed"),
            Map.entry("a", "aa"),
            Map.entry("i", "ih"),
            Map.entry("u", "ou"),
            Map.entry("e", "ee"),
            Map.entry("o", "oh"),
            Map.entry("blink_l", "blinkLeft"),
            Map.entry("blink_r", "blinkRight"),
            Map.entry("lookup", "lookUp"),
            Map.entry("lookdown", "lookDown"),
            Map.entry("lookleft", "lookLeft"),
            Map.entry("lookright", "lookRight"));

    private final GltfSceneReader.Found found;
    private final GltfDocument doc;
    private final List<Avatar.Fault> faults = new ArrayList<>();

    OlderAvatar(GltfSceneReader.Found found, GltfDocument doc) {
        this.found = found;
        this.doc = doc;
    }

    Avatar avatar(JsonNode told) {
        Map<Role, Integer> roles = new EnumMap<>(Role.class);
        for (JsonNode b : told.path("humanoid").path("humanBones")) {
            String name = b.path("bone").asText("");
            Role r = Role.of(thumb(name));
            int n = b.path("node").asInt(-1);
            if (r == null || n < 0 || n >= found.nodeOf().length) {
                faults.add(new Avatar.Fault(
                        AvatarReader.ROLE_FAULT,
                        say("formats.gltf.avatar.OlderAvatar.the-role", name),
                        r == null
                                ? say("formats.gltf.avatar.OlderAvatar.no-role-of-the-standard-is")
                                : say("formats.gltf.avatar.OlderAvatar.node-is-not-there", n)));
            } else {
                roles.put(r, found.nodeOf()[n]);
            }
        }
        Map<MetaField, List<String>> said = new EnumMap<>(MetaField.class);
        JsonNode meta = told.path("meta");
        tell(said, MetaField.NAME, meta.path("title").asText(""));
        tell(said, MetaField.VERSION, meta.path("version").asText(""));
        tell(said, MetaField.AUTHORS, meta.path("author").asText(""));
        return new Avatar(
                told.path("specVersion").asText("0.0"),
                said.isEmpty() ? null : new AvatarMeta(said, -1),
                roles,
                expressions(told.path("blendShapeMaster").path("blendShapeGroups")),
                null,
                Map.of(),
                Springs.NONE,
                List.of(),
                faults);
    }

    private static void tell(Map<MetaField, List<String>> said, MetaField field, String text) {
        if (!text.isBlank()) {
            said.put(field, List.of(text));
        }
    }

    /** Thumbs were named as other fingers are. */
    private static String thumb(String name) {
        return name.endsWith("ThumbProximal")
                ? name.replace("Proximal", "Metacarpal")
                : name.endsWith("ThumbIntermediate") ? name.replace("Intermediate", "Proximal") : name;
    }

    private List<Expression> expressions(JsonNode groups) {
        List<Expression> out = new ArrayList<>();
        for (JsonNode g : groups) {
            String preset = g.path("presetName").asText("unknown").toLowerCase(java.util.Locale.ROOT);
            String name = PRESETS.getOrDefault(preset, preset);
            boolean known = Expression.PRESETS.contains(name);
            List<Expression.Shape> shapes = new ArrayList<>();
            for (JsonNode b : g.path("binds")) {
                shape(b, shapes);
            }
            out.add(new Expression(
                    known ? name : g.path("name").asText(name),
                    known,
                    g.path("isBinary").asBoolean(false),
                    Expression.NO_OVERRIDES,
                    shapes,
                    List.of(),
                    List.of()));
        }
        return out;
    }

    private void shape(JsonNode bind, List<Expression.Shape> into) {
        int mesh = bind.path("mesh").asInt(-1);
        JsonNode nodes = doc.root().node().path("nodes");
        for (int i = 0; i < nodes.size(); i++) {
            int node = nodes.get(i).path("mesh").asInt(-2) == mesh ? AvatarReader.showing(found, i) : -1;
            List<BlendShape> all = node < 0
                    ? List.of()
                    : found.scene()
                            .meshes()
                            .get(found.scene().nodes().get(node).payload())
                            .shapes();
            int index = bind.path("index").asInt(-1);
            if (index >= 0 && index < all.size()) {
                into.add(new Expression.Shape(
                        node, all.get(index).name(), bind.path("weight").asDouble(100) / 100));
            }
        }
    }
}
