package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import idleheron.formats.gltf.material.GltfKeeps;
import idleheron.formats.gltf.material.GltfKept;
import idleheron.formats.gltf.material.GltfMaterialReader;
import idleheron.formats.gltf.material.GltfVariants;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A document as a scene: metres, Y up, Z to the front. A node that shows a mesh and is or has something else as well becomes two;
 * a mesh that joints move stands at the top, since its node has no part in where its points are.
 */
public final class GltfSceneReader {
    /** Meshes that one list of instances may show. */
    private static final int MOST_INSTANCES = 100_000;

    private final GltfDocument doc;
    private final List<String> notes;
    private final List<GltfObject> told;
    private final List<Node> nodes = new ArrayList<>();
    private final int[] nodeOf;
    private final Matrix4dc[] worlds;
    private final boolean[] joint;
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Camera> cameras = new ArrayList<>();
    private final List<Light> lights = new ArrayList<>();

    /** What shows a mesh: the node, and its place in the list of ours. */
    private record Shows(int told, int node, boolean skinned) {}

    private final List<Shows> shows = new ArrayList<>();
    private boolean bare;

    /** Of the nodes so far, as far as anybody asked. */
    private final List<String> paths = new ArrayList<>();

    private final Map<String, Integer> byPath = new HashMap<>();

    private GltfSceneReader(GltfDocument doc) throws FormatException {
        this.doc = doc;
        this.notes = new ArrayList<>(doc.notes());
        told = doc.nodes();
        nodeOf = new int[told.size()];
        Arrays.fill(nodeOf, -1);
        worlds = new Matrix4dc[told.size()];
        joint = new boolean[told.size()];
        for (GltfObject s : doc.root().list("skins")) {
            for (int j : s.indices("joints", told.size())) {
                joint[j] = true;
            }
        }
        for (int i = 0; i < joint.length; i++) {
            joint[i] |= told.get(i).node().path("extras").path(GltfPlaces.JOINT).asBoolean();
        }
    }

    /**
     * @param folder of the document, where its pictures are; or null
     * @throws FormatException where what it holds does not fit together
     */
    public static Scene read(GltfDocument doc, String name, @Nullable Path folder) throws FormatException {
        return found(doc, name, folder).scene;
    }

    /**
     * A scene, and what of it stands for each node of the document.
     *
     * @param nodeOf its node, or -1
     * @param showing the nodes that show its mesh
     */
    public record Found(Scene scene, int[] nodeOf, Map<Integer, List<Integer>> showing) {}

    /**
     * As {@link #read}, with what stands for what.
     *
     * @throws FormatException where what it holds does not fit together
     */
    public static Found found(GltfDocument doc, String name, @Nullable Path folder) throws FormatException {
        GltfSceneReader r = new GltfSceneReader(doc);
        Scene scene = r.scene(name, folder);
        Map<Integer, List<Integer>> showing = new TreeMap<>();
        r.shows.forEach(
                s -> showing.computeIfAbsent(s.told, t -> new ArrayList<>()).add(s.node));
        return new Found(scene, r.nodeOf, showing);
    }

    private Scene scene(String name, @Nullable Path folder) throws FormatException {
        for (GltfObject c : doc.root().list("cameras")) {
            cameras.add(GltfOptics.camera(c, "camera_" + cameras.size()));
        }
        for (GltfObject l : doc.root().extension(GltfOptics.LIGHTS).list("lights")) {
            lights.add(GltfOptics.light(l, "light_" + lights.size()));
        }
        int[] tops = doc.tops(notes);
        for (int t : tops) {
            walk(t, true);
        }
        int apart = 0;
        for (int i = 0; i < nodeOf.length; i++) {
            if (nodeOf[i] < 0 && doc.parent(i) < 0) {
                apart++;
                walk(i, false);
            }
        }
        if (apart > 0) {
            notes.add(say(
                    "formats.gltf.bridge.GltfSceneReader.in-no-scene-that-is-shown",
                    apart,
                    (apart == 1
                            ? say("formats.gltf.bridge.GltfSceneReader.node-stands")
                            : say("formats.gltf.bridge.GltfSceneReader.nodes-stand"))));
        }
        GltfMaterialReader materials = new GltfMaterialReader(doc, folder, notes);
        Map<Integer, int[]> shapes = meshes();
        List<Clip> clips = new GltfClipReader(doc, nodeOf, nodes, shapes, notes).read();
        double end = clips.stream().mapToDouble(Clip::endSeconds).max().orElse(0);
        Stage stage = Stage.COMMON
                .withWriter(doc.root().child("asset").text("generator", ""))
                .withRange(0, end);
        if (!clips.isEmpty()) {
            stage = stage.withRate(clips.getFirst().rate());
        }
        return Scene.bare(name, stage)
                .withNodes(bound())
                .withMeshes(meshes)
                .withMaterials(materials(materials.materials()))
                .withTextures(materials.textures())
                .withCameras(cameras)
                .withLights(lights)
                .withClips(clips)
                .withKeepsakes(kept())
                .withNotes(notes);
    }

    private List<OpaqueData> kept() throws FormatException {
        List<OpaqueData> out = new ArrayList<>(GltfKept.read(doc));
        out.addAll(GltfVariants.read(doc));
        return out;
    }

    /** With one more for primitives without a material that share their mesh with others. */
    private List<Material> materials(List<Material> told) {
        if (!bare) {
            return told;
        }
        List<Material> out = new ArrayList<>(told);
        out.add(new Material("default", "metallic-roughness", Vec3.ONE, 1, -1));
        return out;
    }

    /** A tree of nodes, parents before children. */
    private void walk(int top, boolean visible) throws FormatException {
        Deque<Integer> open = new ArrayDeque<>(List.of(top));
        while (!open.isEmpty()) {
            int i = open.pop();
            int parent = doc.parent(i) < 0 ? -1 : nodeOf[doc.parent(i)];
            Transform t = GltfTransform.of(told.get(i), notes);
            Matrix4d world = t.matrix();
            worlds[i] = doc.parent(i) < 0 ? world : worlds[doc.parent(i)].mul(world, new Matrix4d());
            nodeOf[i] = nodes.size();
            node(i, parent, t, visible);
            int[] children = told.get(i).indices("children", told.size());
            for (int c = children.length - 1; c >= 0; c--) {
                open.push(children[c]);
            }
        }
    }

    private void node(int i, int parent, Transform t, boolean visible) throws FormatException {
        GltfObject o = told.get(i);
        int mesh = o.index("mesh", doc.root().length("meshes"));
        int skin = o.index("skin", doc.root().length("skins"));
        int camera = o.index("camera", cameras.size());
        int light = o.extension(GltfOptics.LIGHTS).index("light", lights.size());
        GltfObject many = o.extension("EXT_mesh_gpu_instancing");
        String name = o.name().isEmpty() ? (joint[i] ? "joint_" : "node_") + i : o.name();
        boolean alone = camera < 0 && light < 0 && !joint[i];
        NodeKind kind = joint[i] ? NodeKind.JOINT : NodeKind.GROUP;
        List<FreeProperty> extras = new ArrayList<>();
        GltfKeeps.extras(o, extras);
        Node own = Node.of(name, parent, kind, t).withProperties(extras);
        if (mesh >= 0 && skin >= 0 && o.indices("children", told.size()).length == 0 && alone) {
            if (Matrices.difference(worlds[i], new Matrix4d()) > 1e-6) {
                notes.add(say("formats.gltf.bridge.GltfSceneReader.node-is-placed-and-shows-a", name));
            }
            nodes.add(shown(apart(o, name).withProperties(extras), visible));
            shows.add(new Shows(i, nodes.size() - 1, true));
            return;
        }
        if (mesh >= 0 && skin < 0 && alone && !many.has("attributes")) {
            nodes.add(shown(Node.mesh(name, parent, t, 0).withProperties(extras), visible));
            shows.add(new Shows(i, nodes.size() - 1, false));
            return;
        }
        if (camera >= 0 && !joint[i]) {
            own = own.withPayload(NodeKind.CAMERA, camera);
        } else if (light >= 0 && !joint[i]) {
            own = own.withPayload(NodeKind.LIGHT, light);
        }
        nodes.add(shown(own, visible));
        int self = nodes.size() - 1;
        if (joint[i] && camera >= 0) {
            nodes.add(Node.of(name + "_camera", self, NodeKind.GROUP, Transform.IDENTITY)
                    .withPayload(NodeKind.CAMERA, camera));
        }
        if (light >= 0 && (joint[i] || camera >= 0)) {
            nodes.add(Node.of(name + "_light", self, NodeKind.GROUP, Transform.IDENTITY)
                    .withPayload(NodeKind.LIGHT, light));
        }
        if (mesh >= 0 && many.has("attributes")) {
            instances(i, name, self, many);
        } else if (mesh >= 0) {
            nodes.add(Node.mesh(name + "_mesh", skin >= 0 ? -1 : self, Transform.IDENTITY, 0));
            shows.add(new Shows(i, nodes.size() - 1, skin >= 0));
        }
    }

    /** A skinned mesh at the top, or where its extras say that it was. */
    private Node apart(GltfObject o, String name) throws FormatException {
        JsonNode under = o.node().path("extras").path(GltfPlaces.UNDER);
        JsonNode matrix = o.node().path("extras").path(GltfPlaces.MATRIX);
        int parent = under.isTextual() && !under.textValue().isEmpty() ? pathOf(under.textValue()) : -1;
        if (!under.isTextual()
                || matrix.size() != 16
                || parent < 0 && !under.textValue().isEmpty()) {
            return Node.mesh(name, -1, Transform.IDENTITY, 0);
        }
        double[] m = o.child("extras").anyNumbers(GltfPlaces.MATRIX);
        return Node.mesh(
                name, parent, GltfPlaces.Parts.of(new Matrix4d().set(m)).transform(), 0);
    }

    /** The first node so far with a path, or -1. */
    private int pathOf(String path) {
        for (int i = paths.size(); i < nodes.size(); i++) {
            Node n = nodes.get(i);
            paths.add(n.parent() < 0 ? n.name() : paths.get(n.parent()) + "/" + n.name());
            byPath.putIfAbsent(paths.get(i), i);
        }
        return byPath.getOrDefault(path, -1);
    }

    private static Node shown(Node n, boolean visible) {
        return visible ? n : n.hidden();
    }

    /** A node for every place at which a mesh stands. */
    private void instances(int i, String name, int parent, GltfObject many) throws FormatException {
        GltfObject a = many.child("attributes");
        Accessor move = doc.accessor(a, "TRANSLATION");
        Accessor turn = doc.accessor(a, "ROTATION");
        Accessor size = doc.accessor(a, "SCALE");
        int n = -1;
        for (Accessor x : new Accessor[] {move, turn, size}) {
            if (x != null) {
                if (x.width() != (x == turn ? 4 : 3) || n >= 0 && x.count() != n || x.count() > MOST_INSTANCES) {
                    throw x.wrong(
                            say("formats.gltf.bridge.GltfSceneReader.as-many-places-as-the-others", MOST_INSTANCES),
                            say("formats.gltf.bridge.GltfSceneReader.of", x.count(), x.type()));
                }
                n = x.count();
            }
        }
        float[] m = move == null ? new float[0] : move.floats();
        float[] q = turn == null ? new float[0] : turn.floats();
        float[] s = size == null ? new float[0] : size.floats();
        for (int k = 0; k < n; k++) {
            Transform t = Transform.of(
                    move == null ? Vec3.ZERO : new Vec3(m[3 * k], m[3 * k + 1], m[3 * k + 2]),
                    turn == null ? Vec3.ZERO : GltfTransform.angles(q[4 * k], q[4 * k + 1], q[4 * k + 2], q[4 * k + 3]),
                    size == null ? Vec3.ONE : new Vec3(s[3 * k], s[3 * k + 1], s[3 * k + 2]));
            nodes.add(Node.mesh(name + "_" + k, parent, t, 0));
            shows.add(new Shows(i, nodes.size() - 1, false));
        }
    }

    /** Reads the meshes that nodes show, once for each skin, set of weights, and node that moves them; gives per node its mesh and shapes. */
    private Map<Integer, int[]> meshes() throws FormatException {
        List<GltfObject> all = doc.root().list("meshes");
        List<GltfSkin> skins = new ArrayList<>();
        for (GltfObject s : doc.root().list("skins")) {
            skins.add(GltfSkin.read(doc, s, nodeOf, worlds, notes));
        }
        int materials = doc.root().length("materials");
        GltfMeshReader reader = new GltfMeshReader(doc, notes);
        Set<Integer> weighted = GltfClipReader.weighted(doc);
        Map<String, Integer> known = new HashMap<>();
        Map<Integer, int[]> slots = new HashMap<>();
        Map<Integer, int[]> shapes = new TreeMap<>();
        for (Shows s : shows) {
            GltfObject o = told.get(s.told);
            int mesh = o.index("mesh", all.size());
            int skin = s.skinned ? o.index("skin", skins.size()) : -1;
            double[] weights = o.anyNumbers("weights");
            // weights belong to a mesh here, so a node that moves them has one of its own
            String key = mesh + " " + skin + " " + Arrays.toString(weights)
                    + (weighted.contains(s.told) ? " " + s.told : "");
            Integer at = known.get(key);
            if (at == null) {
                String name = all.get(mesh).name();
                GltfMeshReader.Read r = reader.read(
                        all.get(mesh),
                        name.isEmpty() ? nodes.get(s.node).name() : name,
                        skin < 0 ? null : skins.get(skin),
                        weights);
                at = meshes.size();
                meshes.add(r.mesh());
                slots.put(
                        at,
                        Arrays.stream(r.materials())
                                .map(x -> x < 0 ? materials : x)
                                .toArray());
                bare |= Arrays.stream(r.materials()).anyMatch(x -> x < 0);
                known.put(key, at);
            }
            Node n = nodes.get(s.node);
            nodes.set(
                    s.node,
                    n.withPayload(NodeKind.MESH, at).withMaterials(java.util.Objects.requireNonNull(slots.get(at))));
            shapes.put(s.told, new int[] {at, meshes.get(at).shapes().size()});
        }
        return shapes;
    }

    /** The nodes with where their joints were bound: as the skin of the mesh with most points says. */
    private List<Node> bound() {
        List<Mesh> skinned =
                new ArrayList<>(meshes.stream().filter(m -> m.skin() != null).toList());
        skinned.sort(java.util.Comparator.comparingInt(Mesh::pointCount));
        List<Node> out = new ArrayList<>(nodes);
        for (Mesh m : skinned) {
            Skin s = java.util.Objects.requireNonNull(m.skin());
            for (int j = 0; j < s.joints().length; j++) {
                Matrix4d bind = new Matrix4d(s.toJoint()[j]).invert();
                if (bind.isFinite()) {
                    out.set(s.joints()[j], out.get(s.joints()[j]).withBindWorld(bind));
                }
            }
        }
        return out;
    }
}
