package idleheron.formats.gltf.avatar;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Follow;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
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
 * Reads what makes a document an avatar: {@code VRMC_vrm} with {@code meta}, {@code humanoid.humanBones} (role: node), {@code
 * expressions}, {@code lookAt} and {@code firstPerson}; {@code VRMC_springBone}; and {@code VRMC_node_constraint} of nodes. What points
 * to nowhere or has no place is kept as a fault, which the rules tell.
 */
public final class AvatarReader {
    static final String AVATAR = "VRMC_vrm";
    static final String SPRINGS = "VRMC_springBone";
    static final String CONSTRAINT = "VRMC_node_constraint";
    static final String ROLE_FAULT = "avatar-role-unknown";
    static final String SPRING_FAULT = "avatar-spring";
    static final String FOLLOW_FAULT = "avatar-constraint";

    private final GltfDocument doc;
    private final GltfSceneReader.Found found;
    private final List<Avatar.Fault> faults = new ArrayList<>();

    private AvatarReader(GltfDocument doc, GltfSceneReader.Found found) {
        this.doc = doc;
        this.found = found;
    }

    /** The scene with its avatar, where the document says that it is one. */
    public static Scene read(GltfDocument doc, GltfSceneReader.Found found) {
        JsonNode all = doc.root().node().path("extensions");
        Scene scene = found.scene();
        if (all.path(AVATAR).isObject()) {
            Avatar a = new AvatarReader(doc, found).avatar(all.path(AVATAR), all.path(SPRINGS));
            return scene.with(Avatar.KEY, List.of(a));
        }
        if (all.path(OlderAvatar.NAME).isObject()) {
            return scene.with(Avatar.KEY, List.of(new OlderAvatar(found, doc).avatar(all.path(OlderAvatar.NAME))));
        }
        return scene;
    }

    private Avatar avatar(JsonNode told, JsonNode springs) {
        Map<Role, Integer> roles = roles(told.path("humanoid").path("humanBones"));
        mesh();
        return new Avatar(
                told.path("specVersion").asText(""),
                meta(told.path("meta")),
                roles,
                new ExpressionReader(doc, found, faults).read(told.path("expressions")),
                gaze(told.path("lookAt")),
                views(told.path("firstPerson").path("meshAnnotations")),
                springs(springs),
                follows(),
                faults);
    }

    /** The node of the scene for one of the document, -1 where it is not there. */
    private int node(JsonNode of) {
        int i = of.isInt() ? of.intValue() : -1;
        return i >= 0 && i < found.nodeOf().length ? found.nodeOf()[i] : -1;
    }

    private void fault(String code, String where, String text) {
        faults.add(new Avatar.Fault(code, where, text));
    }

    private Map<Role, Integer> roles(JsonNode bones) {
        Map<Role, Integer> out = new EnumMap<>(Role.class);
        bones.properties().forEach(e -> {
            Role r = Role.of(e.getKey());
            int n = node(e.getValue().path("node"));
            if (r == null) {
                fault(
                        ROLE_FAULT,
                        say("formats.gltf.avatar.AvatarReader.the-role", e.getKey()),
                        say("formats.gltf.avatar.AvatarReader.no-role-of-the-standard-is"));
            } else if (n < 0) {
                fault(
                        ROLE_FAULT,
                        say("formats.gltf.avatar.AvatarReader.the-role", e.getKey()),
                        say(
                                "formats.gltf.avatar.AvatarReader.node-is-not-there",
                                e.getValue().path("node")));
            } else {
                out.put(r, n);
            }
        });
        return out;
    }

    private @Nullable AvatarMeta meta(JsonNode told) {
        if (!told.isObject()) {
            return null;
        }
        Map<MetaField, List<String>> said = new EnumMap<>(MetaField.class);
        for (MetaField f : MetaField.values()) {
            JsonNode v = told.path(f.code());
            if (v.isArray()) {
                List<String> texts = new ArrayList<>();
                v.forEach(t -> texts.add(t.asText("")));
                said.put(f, texts);
            } else if (v.isValueNode() && !v.isNull()) {
                said.put(f, List.of(v.asText("")));
            }
        }
        JsonNode picture = told.path("thumbnailImage");
        return new AvatarMeta(said, picture.isInt() ? thumbnail(picture.intValue()) : -1);
    }

    /** The first texture that shows a picture; one that none shows comes after them. */
    private int thumbnail(int image) {
        JsonNode textures = doc.root().node().path("textures");
        if (image < 0 || image >= doc.root().node().path("images").size()) {
            return -1;
        }
        for (int i = 0; i < textures.size(); i++) {
            if (textures.get(i).path("source").asInt(-1) == image) {
                return i;
            }
        }
        return textures.size();
    }

    private static @Nullable Gaze gaze(JsonNode told) {
        if (!told.isObject()) {
            return null;
        }
        List<Gaze.Range> ranges = new ArrayList<>();
        for (String r : Gaze.RANGES) {
            ranges.add(new Gaze.Range(
                    told.path(r).path("inputMaxValue").asDouble(90),
                    told.path(r).path("outputScale").asDouble(10)));
        }
        return new Gaze(told.path("type").asText("bone"), vector(told.path("offsetFromHeadBone"), Vec3.ZERO), ranges);
    }

    private static Vec3 vector(JsonNode v, Vec3 otherwise) {
        return v.size() == 3
                ? new Vec3(v.get(0).asDouble(), v.get(1).asDouble(), v.get(2).asDouble())
                : otherwise;
    }

    private Map<Integer, String> views(JsonNode told) {
        Map<Integer, String> out = new TreeMap<>();
        for (JsonNode v : told) {
            int n = showing(found, v.path("node").asInt(-1));
            if (n >= 0) {
                out.put(n, v.path("type").asText("auto"));
            }
        }
        return out;
    }

    /** The node of the scene that shows the mesh of one of the document; -1 for none. */
    static int showing(GltfSceneReader.Found found, int told) {
        List<Integer> shown = found.showing().getOrDefault(told, List.of());
        return shown.isEmpty() ? -1 : shown.getFirst();
    }

    /** Skinned meshes that are placed: lawful, without effect, and applied all the same by some. */
    private void mesh() {
        for (JsonNode n : doc.root().node().path("nodes")) {
            boolean placed = n.has("matrix") || n.has("translation") || n.has("rotation") || n.has("scale");
            if (n.has("skin") && placed) {
                fault(
                        "avatar-mesh-node",
                        say(
                                "formats.gltf.avatar.AvatarReader.node",
                                n.path("name").asText("")),
                        say("formats.gltf.avatar.AvatarReader.it-is-placed-and-shows-a"));
            }
        }
    }

    private Springs springs(JsonNode told) {
        List<Springs.Collider> colliders = new ArrayList<>();
        Map<Integer, Integer> place = new TreeMap<>();
        JsonNode all = told.path("colliders");
        for (int i = 0; i < all.size(); i++) {
            JsonNode c = all.get(i);
            int n = node(c.path("node"));
            JsonNode ball = c.path("shape").path("sphere");
            JsonNode shape = ball.isObject() ? ball : c.path("shape").path("capsule");
            if (n < 0 || !shape.isObject()) {
                fault(
                        SPRING_FAULT,
                        say("formats.gltf.avatar.AvatarReader.collider", i),
                        n < 0
                                ? say("formats.gltf.avatar.AvatarReader.its-node-is-not-there")
                                : say("formats.gltf.avatar.AvatarReader.it-has-no-shape"));
                continue;
            }
            place.put(i, colliders.size());
            colliders.add(new Springs.Collider(
                    n,
                    vector(shape.path("offset"), Vec3.ZERO),
                    ball.isObject() ? null : vector(shape.path("tail"), Vec3.ZERO),
                    shape.path("radius").asDouble(0)));
        }
        List<Springs.Group> groups = new ArrayList<>();
        for (JsonNode g : told.path("colliderGroups")) {
            List<Integer> of = new ArrayList<>();
            for (JsonNode c : g.path("colliders")) {
                int i = c.asInt(-1);
                if (i < 0 || i >= all.size()) {
                    of.add(-1);
                } else if (place.containsKey(i)) {
                    of.add(place.get(i));
                }
            }
            groups.add(new Springs.Group(g.path("name").asText(""), of));
        }
        List<Springs.Spring> springs = new ArrayList<>();
        for (JsonNode s : told.path("springs")) {
            springs.add(spring(s));
        }
        return new Springs(colliders, groups, springs);
    }

    private Springs.Spring spring(JsonNode s) {
        String name = s.path("name").asText("");
        List<Springs.Joint> joints = new ArrayList<>();
        for (JsonNode j : s.path("joints")) {
            int n = node(j.path("node"));
            if (n < 0) {
                fault(
                        SPRING_FAULT,
                        say("formats.gltf.avatar.AvatarReader.spring", name),
                        say("formats.gltf.avatar.AvatarReader.node-is-not-there", j.path("node")));
                continue;
            }
            joints.add(new Springs.Joint(
                    n,
                    j.path("hitRadius").asDouble(0),
                    j.path("stiffness").asDouble(1),
                    j.path("gravityPower").asDouble(0),
                    vector(j.path("gravityDir"), new Vec3(0, -1, 0)),
                    j.path("dragForce").asDouble(0.5)));
        }
        List<Integer> groups = new ArrayList<>();
        s.path("colliderGroups").forEach(g -> groups.add(g.asInt(-1)));
        return new Springs.Spring(name, joints, groups, node(s.path("center")));
    }

    private List<Follow> follows() {
        List<Follow> out = new ArrayList<>();
        JsonNode nodes = doc.root().node().path("nodes");
        for (int i = 0; i < nodes.size(); i++) {
            JsonNode c = nodes.get(i).path("extensions").path(CONSTRAINT).path("constraint");
            if (!c.isObject()) {
                continue;
            }
            String name = say(
                    "formats.gltf.avatar.AvatarReader.node",
                    nodes.get(i).path("name").asText(""));
            List<String> kinds = List.of("roll", "aim", "rotation").stream()
                    .filter(k -> c.path(k).isObject())
                    .toList();
            if (kinds.size() != 1) {
                fault(
                        FOLLOW_FAULT,
                        name,
                        say("formats.gltf.avatar.AvatarReader.it-follows-in-ways-where-one", kinds.size()));
            }
            for (String k : kinds) {
                int source = node(c.path(k).path("source"));
                if (source < 0) {
                    fault(
                            FOLLOW_FAULT,
                            name,
                            say(
                                    "formats.gltf.avatar.AvatarReader.what-it-follows-node-is-not",
                                    c.path(k).path("source")));
                } else {
                    out.add(new Follow(
                            found.nodeOf()[i],
                            k,
                            source,
                            axis(c.path(k), k),
                            c.path(k).path("weight").asDouble(1)));
                }
            }
        }
        return out;
    }

    private static @Nullable SignedAxis axis(JsonNode of, String kind) {
        return switch (kind) {
            case "roll" -> SignedAxis.named(of.path("rollAxis").asText("X"));
            case "aim" -> {
                String told = of.path("aimAxis").asText("PositiveX").toUpperCase(Locale.ROOT);
                String sign = told.startsWith("NEGATIVE") ? "-" : "";
                yield SignedAxis.named(sign + told.substring(told.length() - 1));
            }
            default -> null;
        };
    }
}
