package idleheron.formats.gltf.avatar;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Follow;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.formats.gltf.bridge.GltfSceneWriter;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.List;
import java.util.Map;

/** Writes what makes a document an avatar of version 1.0; the layout is that of {@link AvatarReader}. */
public final class AvatarWriter {
    private final Scene scene;
    private final Avatar avatar;
    private final GltfSceneWriter.Written written;
    private final GltfWriter doc;

    private AvatarWriter(Scene scene, Avatar avatar, GltfSceneWriter.Written written) {
        this.scene = scene;
        this.avatar = avatar;
        this.written = written;
        this.doc = written.doc();
    }

    /** Adds the avatar of a scene to the document of it; one of an older version is left out. */
    public static void write(Scene scene, GltfSceneWriter.Written written) {
        Avatar a = Avatar.in(scene);
        if (a != null && isWritten(a)) {
            new AvatarWriter(scene, a, written).all();
        }
    }

    /** Whether it is of the version that is written and has a figure. */
    public static boolean isWritten(Avatar a) {
        return a.version().startsWith("1") && !a.roles().isEmpty();
    }

    private void all() {
        ObjectNode o = extension(AvatarReader.AVATAR);
        AvatarMeta m = avatar.meta();
        if (m != null) {
            meta(o.putObject("meta"), m);
        }
        ObjectNode bones = o.putObject("humanoid").putObject("humanBones");
        for (Role r : Role.values()) {
            if (avatar.node(r) >= 0) {
                bones.putObject(r.code()).put("node", written.nodeOf()[avatar.node(r)]);
            }
        }
        views(o);
        gaze(o);
        expressions(o);
        springs();
        avatar.follows().forEach(this::follow);
    }

    private ObjectNode extension(String name) {
        doc.uses(name);
        ObjectNode all = doc.root().withObject("/extensions");
        ObjectNode o = all.putObject(name);
        o.put("specVersion", Avatar.VERSION);
        return o;
    }

    private static void meta(ObjectNode to, AvatarMeta m) {
        for (MetaField f : MetaField.values()) {
            List<String> texts = m.said().getOrDefault(f, List.of());
            if (texts.isEmpty()) {
                continue;
            }
            switch (f.kind()) {
                case LIST -> {
                    ArrayNode list = to.putArray(f.code());
                    texts.forEach(list::add);
                }
                case SWITCH -> to.put(f.code(), Boolean.parseBoolean(texts.getFirst()));
                default -> to.put(f.code(), texts.getFirst());
            }
        }
        if (m.thumbnail() >= 0) {
            to.put("thumbnailImage", m.thumbnail());
        }
    }

    private void views(ObjectNode to) {
        if (avatar.views().isEmpty()) {
            return;
        }
        ArrayNode list = to.putObject("firstPerson").putArray("meshAnnotations");
        avatar.views().forEach((n, type) -> {
            if (written.showing().containsKey(n)) {
                list.addObject().put("node", written.showing().get(n)).put("type", type);
            }
        });
    }

    private void gaze(ObjectNode to) {
        Gaze g = avatar.gaze();
        if (g == null) {
            return;
        }
        ObjectNode o = to.putObject("lookAt");
        o.put("type", g.type());
        vector(o.putArray("offsetFromHeadBone"), g.offset());
        for (int i = 0; i < Gaze.RANGES.size(); i++) {
            o.putObject(Gaze.RANGES.get(i))
                    .put("inputMaxValue", g.ranges().get(i).input())
                    .put("outputScale", g.ranges().get(i).output());
        }
    }

    private static void vector(ArrayNode to, Vec3 v) {
        to.add((float) v.x()).add((float) v.y()).add((float) v.z());
    }

    private void expressions(ObjectNode to) {
        if (avatar.expressions().isEmpty()) {
            return;
        }
        ObjectNode all = to.putObject("expressions");
        for (Expression e : avatar.expressions()) {
            ObjectNode o = all.withObject(e.preset() ? "/preset" : "/custom").putObject(e.name());
            o.put("isBinary", e.binary());
            o.put("overrideBlink", e.overrides().get(0));
            o.put("overrideLookAt", e.overrides().get(1));
            o.put("overrideMouth", e.overrides().get(2));
            for (Expression.Shape s : e.shapes()) {
                shape(o, s);
            }
            for (Expression.Color c : e.colors()) {
                int m = material(c.material());
                if (m >= 0) {
                    ObjectNode b = o.withArray("/materialColorBinds").addObject();
                    b.put("material", m).put("type", c.type());
                    ArrayNode v = b.putArray("targetValue");
                    c.value().forEach(v::add);
                }
            }
            for (Expression.Picture p : e.pictures()) {
                int m = material(p.material());
                if (m >= 0) {
                    ObjectNode b = o.withArray("/textureTransformBinds").addObject();
                    b.put("material", m);
                    ArrayNode scale = b.putArray("scale");
                    p.scale().forEach(scale::add);
                    ArrayNode offset = b.putArray("offset");
                    p.offset().forEach(offset::add);
                }
            }
        }
    }

    private void shape(ObjectNode to, Expression.Shape s) {
        Integer node = written.showing().get(s.node());
        int mesh = scene.nodes().get(s.node()).payload();
        if (node == null || mesh < 0) {
            return;
        }
        List<BlendShape> all = scene.meshes().get(mesh).shapes();
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).name().equals(s.shape())) {
                to.withArray("/morphTargetBinds")
                        .addObject()
                        .put("node", node)
                        .put("index", i)
                        .put("weight", s.weight());
                return;
            }
        }
    }

    private int material(String name) {
        for (int i = 0; i < scene.materials().size(); i++) {
            if (scene.materials().get(i).name().equals(name)) {
                return i;
            }
        }
        return -1;
    }

    private void springs() {
        Springs s = avatar.springs();
        if (s.isEmpty()) {
            return;
        }
        ObjectNode o = extension(AvatarReader.SPRINGS);
        for (Springs.Collider c : s.colliders()) {
            ObjectNode to = o.withArray("/colliders").addObject();
            to.put("node", written.nodeOf()[c.node()]);
            ObjectNode shape = to.putObject("shape").putObject(c.tail() == null ? "sphere" : "capsule");
            vector(shape.putArray("offset"), c.offset());
            shape.put("radius", (float) c.radius());
            if (c.tail() != null) {
                vector(shape.putArray("tail"), c.tail());
            }
        }
        for (Springs.Group g : s.groups()) {
            ObjectNode to = o.withArray("/colliderGroups").addObject();
            to.put("name", g.name());
            ArrayNode list = to.putArray("colliders");
            g.colliders().stream()
                    .filter(i -> i >= 0 && i < s.colliders().size())
                    .forEach(list::add);
        }
        for (Springs.Spring spring : s.springs()) {
            spring(o.withArray("/springs").addObject(), spring, s.groups().size());
        }
    }

    private void spring(ObjectNode to, Springs.Spring spring, int groups) {
        to.put("name", spring.name());
        ArrayNode joints = to.putArray("joints");
        for (Springs.Joint j : spring.joints()) {
            ObjectNode o = joints.addObject();
            o.put("node", written.nodeOf()[j.node()]);
            o.put("hitRadius", (float) j.radius());
            o.put("stiffness", (float) j.stiffness());
            o.put("gravityPower", (float) j.gravity());
            vector(o.putArray("gravityDir"), j.down());
            o.put("dragForce", (float) j.drag());
        }
        List<Integer> known =
                spring.groups().stream().filter(g -> g >= 0 && g < groups).toList();
        if (!known.isEmpty()) {
            ArrayNode list = to.putArray("colliderGroups");
            known.forEach(list::add);
        }
        if (spring.center() >= 0) {
            to.put("center", written.nodeOf()[spring.center()]);
        }
    }

    private static final Map<SignedAxis, String> AIM = Map.of(
            SignedAxis.POSITIVE_X, "PositiveX",
            SignedAxis.NEGATIVE_X, "NegativeX",
            SignedAxis.POSITIVE_Y, "PositiveY",
            SignedAxis.NEGATIVE_Y, "NegativeY",
            SignedAxis.POSITIVE_Z, "PositiveZ",
            SignedAxis.NEGATIVE_Z, "NegativeZ");

    private void follow(Follow f) {
        int node = written.nodeOf()[f.node()];
        if (node < 0 || written.nodeOf()[f.source()] < 0) {
            return;
        }
        doc.uses(AvatarReader.CONSTRAINT);
        ObjectNode o = ((ObjectNode) doc.list("nodes").get(node))
                .withObject("/extensions")
                .putObject(AvatarReader.CONSTRAINT);
        o.put("specVersion", Avatar.VERSION);
        ObjectNode c = o.putObject("constraint").putObject(f.kind());
        c.put("source", written.nodeOf()[f.source()]);
        SignedAxis axis = f.axis();
        if (axis != null) {
            if (f.kind().equals("roll")) {
                c.put("rollAxis", axis.label().substring(axis.label().length() - 1));
            } else {
                c.put("aimAxis", AIM.get(axis));
            }
        }
        c.put("weight", (float) f.weight());
    }
}
