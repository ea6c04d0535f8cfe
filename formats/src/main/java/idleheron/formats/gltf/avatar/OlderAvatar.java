package idleheron.formats.gltf.avatar;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.Vec3;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.formats.gltf.bridge.GltfSceneReader;
import idleheron.formats.gltf.document.GltfDocument;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * An avatar of version 0 ({@code VRM}): {@code humanoid.humanBones} is a list of {@code {bone, node}}, whose thumbs are named one joint
 * further; {@code blendShapeMaster.blendShapeGroups} are the expressions, whose binds name a mesh and weigh 0 to 100; {@code firstPerson}
 * says for whom a mesh is shown and how it looks at things. Its terms are not taken over, since they are other ones; only its name, its
 * maker and where to reach them are.
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

    /** How it looks at things: names of the ranges here, in the order of {@link Gaze#RANGES}. */
    private static final List<String> RANGES =
            List.of("lookAtHorizontalInner", "lookAtHorizontalOuter", "lookAtVerticalDown", "lookAtVerticalUp");

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
        tell(said, MetaField.CONTACT, meta.path("contactInformation").asText(""));
        tell(said, MetaField.REFERENCES, meta.path("reference").asText(""));
        Springs springs = new OlderSprings(found, faults).read(told.path("secondaryAnimation"));
        return new Avatar(
                told.path("specVersion").asText("0.0"),
                said.isEmpty() ? null : new AvatarMeta(said, thumbnail(meta.path("texture"))),
                roles,
                expressions(told.path("blendShapeMaster").path("blendShapeGroups")),
                gaze(told.path("firstPerson")),
                views(told.path("firstPerson").path("meshAnnotations")),
                springs,
                List.of(),
                faults);
    }

    private static void tell(Map<MetaField, List<String>> said, MetaField field, String text) {
        if (!text.isBlank()) {
            said.put(field, List.of(text));
        }
    }

    /** The texture of its picture, -1 where there is none. */
    private int thumbnail(JsonNode texture) {
        int i = texture.asInt(-1);
        return i < doc.root().node().path("textures").size() ? i : -1;
    }

    private static @Nullable Gaze gaze(JsonNode told) {
        if (!told.has("lookAtTypeName")) {
            return null;
        }
        boolean shapes = told.path("lookAtTypeName").asText("").equals("BlendShape");
        List<Gaze.Range> ranges = new ArrayList<>();
        for (String r : RANGES) {
            ranges.add(new Gaze.Range(
                    told.path(r).path("xRange").asDouble(90),
                    told.path(r).path("yRange").asDouble(shapes ? 1 : 10)));
        }
        return new Gaze(
                shapes ? "expression" : "bone",
                OlderSprings.mirrored(OlderSprings.vector(told.path("firstPersonBoneOffset"), Vec3.ZERO)),
                ranges);
    }

    private Map<Integer, String> views(JsonNode told) {
        Map<Integer, String> out = new TreeMap<>();
        for (JsonNode v : told) {
            String flag = v.path("firstPersonFlag").asText("Auto");
            for (int n : showing(v.path("mesh").asInt(-1))) {
                out.put(n, flag.substring(0, 1).toLowerCase(Locale.ROOT) + flag.substring(1));
            }
        }
        return out;
    }

    /** The nodes of the scene that show a mesh of the document. */
    private List<Integer> showing(int mesh) {
        List<Integer> out = new ArrayList<>();
        JsonNode nodes = doc.root().node().path("nodes");
        for (int i = 0; i < nodes.size(); i++) {
            int node = mesh >= 0 && nodes.get(i).path("mesh").asInt(-1) == mesh ? AvatarReader.showing(found, i) : -1;
            if (node >= 0) {
                out.add(node);
            }
        }
        return out;
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
            String preset = g.path("presetName").asText("unknown").toLowerCase(Locale.ROOT);
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
        int index = bind.path("index").asInt(-1);
        for (int node : showing(bind.path("mesh").asInt(-1))) {
            List<BlendShape> all = found.scene()
                    .meshes()
                    .get(found.scene().nodes().get(node).payload())
                    .shapes();
            if (index >= 0 && index < all.size()) {
                into.add(new Expression.Shape(
                        node, all.get(index).name(), bind.path("weight").asDouble(100) / 100));
            }
        }
    }
}
