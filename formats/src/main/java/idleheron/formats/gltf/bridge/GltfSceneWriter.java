package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.gltf.document.GltfWriter;
import idleheron.formats.gltf.material.GltfKeeps;
import idleheron.formats.gltf.material.GltfKept;
import idleheron.formats.gltf.material.GltfMaterialWriter;
import idleheron.formats.gltf.material.GltfVariants;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** A scene in the form of {@link GltfForm} as a document. */
public final class GltfSceneWriter {
    private final Scene scene;
    private final GltfWriter doc;
    private final GltfPlaces places;
    private final boolean packed;
    private final int[] nodeOf;
    private final Map<List<Object>, Integer> meshes = new HashMap<>();
    private final Map<Integer, List<Integer>> shownBy = new TreeMap<>();
    private final Map<Integer, Integer> cameras = new HashMap<>();
    private final Map<Integer, Integer> lights = new HashMap<>();
    private final Map<Integer, Integer> shines = new TreeMap<>();
    private final Map<Integer, Integer> showing = new TreeMap<>();
    private final Map<Skin, Integer> skins = new LinkedHashMap<>();

    private GltfSceneWriter(Scene scene, String generator, boolean packed) {
        this.scene = scene;
        this.packed = packed;
        this.doc = new GltfWriter(generator);
        this.places = new GltfPlaces(scene);
        this.nodeOf = new int[scene.nodes().size()];
        Arrays.fill(nodeOf, -1);
    }

    /**
     * @param scene in metres, Y up, in triangles
     * @param generator the program that writes
     */
    public static Written write(Scene scene, String generator) {
        return write(scene, generator, false);
    }

    /**
     * The same.
     *
     * @param packed whether directions, coordinates, colours and weights of vertices take 16 bits each
     */
    public static Written write(Scene scene, String generator, boolean packed) {
        GltfSceneWriter w = new GltfSceneWriter(scene, generator, packed);
        w.all();
        return new Written(w.doc, w.nodeOf, w.showing);
    }

    /**
     * A document, and what of it stands for what.
     *
     * @param nodeOf per node of the scene the one of the document, -1 for those that are there for a skinned mesh alone
     * @param showing per node of the scene that shows a mesh the one of the document that does
     */
    public record Written(GltfWriter doc, int[] nodeOf, Map<Integer, Integer> showing) {}

    private void all() {
        new GltfMaterialWriter(doc, scene).write();
        ObjectNode top = doc.add("scenes");
        doc.root().put("scene", 0);
        List<Integer> tops = new ArrayList<>();
        nodes(tops);
        skinned(tops);
        ArrayNode list = top.putArray("nodes");
        tops.forEach(list::add);
        if (tops.isEmpty()) {
            top.remove("nodes");
        }
        new GltfClipWriter(doc, scene, places, nodeOf, shownBy, shines).write();
        GltfVariants.write(scene, doc);
        GltfKept.write(scene, doc);
    }

    /** All nodes but those that are there for a skinned mesh alone. */
    private void nodes(List<Integer> tops) {
        Pose rest = new Pose(scene);
        Matrix4d local = new Matrix4d();
        boolean[] bound = new boolean[nodeOf.length];
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            for (int j : s == null ? new int[0] : s.joints()) {
                bound[j] = true;
            }
        }
        int next = 0;
        for (int i = 0; i < nodeOf.length; i++) {
            nodeOf[i] = places.isApart(i) ? -1 : next++;
        }
        List<List<Integer>> children = new ArrayList<>();
        for (int i = 0; i < next; i++) {
            children.add(new ArrayList<>());
        }
        for (int i = 0; i < nodeOf.length; i++) {
            if (nodeOf[i] < 0) {
                continue;
            }
            Node n = scene.nodes().get(i);
            ObjectNode o = doc.add("nodes");
            o.put("name", n.name());
            place(o, GltfPlaces.Parts.of(places.local(rest, i, local)));
            if (n.parent() < 0) {
                tops.add(nodeOf[i]);
            } else {
                children.get(nodeOf[n.parent()]).add(nodeOf[i]);
            }
            GltfKeeps.extras(n.properties(), o);
            if (n.isJoint() && !bound[i]) {
                o.withObject("/extras").put(GltfPlaces.JOINT, true);
            }
            payload(o, n, i);
        }
        for (int i = 0; i < next; i++) {
            if (!children.get(i).isEmpty()) {
                ArrayNode c = ((ObjectNode) doc.list("nodes").get(i)).putArray("children");
                children.get(i).forEach(c::add);
            }
        }
    }

    private static void place(ObjectNode o, GltfPlaces.Parts p) {
        if (!p.move().isZero()) {
            vector(o.putArray("translation"), p.move());
        }
        if (Math.abs(p.turn().w) < 1) {
            o.putArray("rotation")
                    .add(p.turn().x)
                    .add(p.turn().y)
                    .add(p.turn().z)
                    .add(p.turn().w);
        }
        boolean even = Math.abs(p.size().x() - 1) < 1e-12
                && Math.abs(p.size().y() - 1) < 1e-12
                && Math.abs(p.size().z() - 1) < 1e-12;
        if (!even) {
            vector(o.putArray("scale"), p.size());
        }
    }

    private static void vector(ArrayNode to, Vec3 v) {
        to.add(v.x()).add(v.y()).add(v.z());
    }

    private void payload(ObjectNode o, Node n, int index) {
        if (n.kind() == NodeKind.MESH && n.payload() >= 0 && !places.isSkinned(index)) {
            int mesh = mesh(n);
            if (mesh >= 0) {
                o.put("mesh", mesh);
                shownBy.computeIfAbsent(n.payload(), m -> new ArrayList<>()).add(nodeOf[index]);
                showing.put(index, nodeOf[index]);
            }
        } else if (n.kind() == NodeKind.CAMERA && n.payload() >= 0) {
            o.put("camera", cameras.computeIfAbsent(n.payload(), c -> {
                GltfOptics.write(scene.cameras().get(c), doc.add("cameras"));
                return doc.size("cameras") - 1;
            }));
        } else if (n.kind() == NodeKind.LIGHT && n.payload() >= 0) {
            doc.uses(GltfOptics.LIGHTS);
            ArrayNode all = doc.root().withArray("/extensions/" + GltfOptics.LIGHTS + "/lights");
            int light = lights.computeIfAbsent(n.payload(), l -> {
                GltfOptics.write(scene.lights().get(l), all.addObject());
                return all.size() - 1;
            });
            shines.put(index, light);
            o.withObject("/extensions").putObject(GltfOptics.LIGHTS).put("light", light);
        }
    }

    /** Number of the mesh of a node, written once for each set of materials; -1 for one without faces. */
    private int mesh(Node n) {
        Mesh m = scene.meshes().get(n.payload());
        if (m.faceCount() == 0) {
            return -1;
        }
        List<Integer> slots = Arrays.stream(n.materials()).boxed().collect(Collectors.toList());
        List<Object> key = new ArrayList<>(List.of(n.payload(), slots));
        Matrix4dc geometric = n.geometric();
        key.add(geometric == null ? "" : geometric.toString());
        return meshes.computeIfAbsent(key, k -> new GltfMeshWriter(doc, m, geometric, packed).write(n.materials()));
    }

    /** Nodes at the top that show what joints move. */
    private void skinned(List<Integer> tops) {
        Pose rest = new Pose(scene);
        List<String> paths = scene.paths();
        for (int i = 0; i < nodeOf.length; i++) {
            Node n = scene.nodes().get(i);
            Skin skin = places.isSkinned(i) ? scene.meshes().get(n.payload()).skin() : null;
            int mesh = skin == null ? -1 : mesh(n.withGeometric(null));
            if (skin == null || mesh < 0) {
                continue;
            }
            ObjectNode o = doc.add("nodes");
            o.put("name", n.name());
            o.put("mesh", mesh);
            o.put("skin", skin(skin, n.geometric()));
            if (places.isApart(i)) {
                GltfKeeps.extras(n.properties(), o);
                ObjectNode extras = o.withObject("/extras");
                extras.put(GltfPlaces.UNDER, n.parent() < 0 ? "" : paths.get(n.parent()));
                ArrayNode matrix = extras.putArray(GltfPlaces.MATRIX);
                for (double v : places.local(rest, i, new Matrix4d()).get(new double[16])) {
                    matrix.add(v);
                }
            }
            tops.add(doc.size("nodes") - 1);
            showing.put(i, doc.size("nodes") - 1);
            shownBy.computeIfAbsent(n.payload(), m -> new ArrayList<>()).add(doc.size("nodes") - 1);
        }
    }

    private int skin(Skin skin, @Nullable Matrix4dc geometric) {
        return skins.computeIfAbsent(skin, s -> {
            float[] bind = new float[16 * s.joints().length];
            Matrix4d m = new Matrix4d();
            for (int j = 0; j < s.joints().length; j++) {
                m.set(s.toJoint()[j]);
                if (geometric != null) {
                    m.mul(geometric);
                }
                m.set(0, 3, 0).set(1, 3, 0).set(2, 3, 0).set(3, 3, 1);
                m.get(bind, 16 * j);
            }
            ObjectNode o = doc.add("skins");
            if (!s.name().isEmpty()) {
                o.put("name", s.name());
            }
            o.put("inverseBindMatrices", doc.numbers(bind, "MAT4", 16, false));
            ArrayNode joints = o.putArray("joints");
            for (int j : s.joints()) {
                joints.add(nodeOf[j]);
            }
            return doc.size("skins") - 1;
        });
    }
}
