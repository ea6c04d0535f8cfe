package idleheron.formats.fbx.read;

import idleheron.core.job.Cores;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.coding.FbxUpgrade;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.parts.FbxObjects;
import idleheron.formats.fbx.parts.FbxOptics;
import idleheron.formats.fbx.parts.FbxProperties;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** The bridge from a document to a scene. */
public final class FbxSceneReader {
    private final String file;
    private final FbxDocument document;
    private final @Nullable Path folder;
    private final List<String> notes;
    private final FbxObjects objects;
    private final List<Mesh> meshes = new ArrayList<>();
    private final Map<Long, Integer> meshIndex = new HashMap<>();
    private final Set<Long> shown = new HashSet<>();
    private final List<Camera> cameras = new ArrayList<>();
    private final List<Light> lights = new ArrayList<>();

    private FbxSceneReader(String file, FbxDocument document, @Nullable Path folder) {
        this.file = file;
        this.document = FbxUpgrade.toSeven(document);
        this.folder = folder;
        this.notes = new ArrayList<>(this.document.notes());
        this.objects = new FbxObjects(this.document, notes);
    }

    /**
     * @param file the name for messages and for the scene
     * @param folder where pictures are looked for, or null
     * @throws FormatException when records contradict each other
     */
    public static Scene read(String file, FbxDocument document, @Nullable Path folder) throws FormatException {
        return new FbxSceneReader(file, document, folder).scene();
    }

    /** By mesh the joints whose clusters do not say where they were bound. */
    private final Map<Integer, Set<Integer>> unbound = new HashMap<>();

    private Scene scene() throws FormatException {
        Stage stage = FbxStageReader.read(document, notes);
        FbxNodeReader nodes = new FbxNodeReader(objects, notes);
        nodes.read();
        FbxSurfaceReader surfaces = new FbxSurfaceReader(objects, folder, notes);
        surfaces.read();
        FbxShapeReader shapes = new FbxShapeReader(objects, notes);
        Map<Integer, Matrix4d> bindWorld = new HashMap<>();
        Map<Long, Matrix4d> meshBind = new HashMap<>();
        surfaces(shapes, nodes.index, bindWorld, meshBind);
        Map<Integer, Matrix4d> bind = new FbxBindPoses(objects, nodes.index, notes).read(bindWorld);
        List<Node> out = new ArrayList<>();
        Map<Long, Integer> attributes = new HashMap<>();
        for (int i = 0; i < nodes.nodes.size(); i++) {
            for (FbxObjects.Item a : objects.under(nodes.models.get(i).id(), "NodeAttribute")) {
                attributes.putIfAbsent(a.id(), i);
            }
            out.add(payload(nodes.nodes.get(i), nodes.models.get(i), surfaces, bind.get(i), meshBind));
        }
        boundAsTheyRest(stage, out);
        Set<Long> layers = new HashSet<>();
        objects.all("AnimationLayer").forEach(l -> layers.add(l.id()));
        FbxTargets targets =
                new FbxTargets(nodes.index, attributes, surfaces.materialIndex, meshIndex, shapes.channels, layers);
        List<Clip> clips = new FbxClipReader(objects, out, targets, FbxTime.of(document), notes).read(stage.rate());
        Scene scene = new Scene(
                file, stage, out, meshes, surfaces.materials, surfaces.textures, cameras, lights, clips, List.of());
        List<OpaqueData> kept = FbxKeepsakeReader.gather(objects, targets, scene, notes);
        return new Scene(
                        file,
                        stage,
                        out,
                        meshes,
                        surfaces.materials,
                        surfaces.textures,
                        cameras,
                        lights,
                        clips,
                        notes.stream().distinct().toList())
                .withKeepsakes(kept);
    }

    /** Meshes and their skins, each of both on whichever core is free; what they tell is joined in the order of the file. */
    private void surfaces(
            FbxShapeReader shapes,
            Map<Long, Integer> nodeIndex,
            Map<Integer, Matrix4d> bindWorld,
            Map<Long, Matrix4d> meshBind)
            throws FormatException {
        List<FbxObjects.Item> all = objects.all("Geometry", "Mesh");
        int n = all.size();
        List<List<BlendShape>> blend = all.stream().map(shapes::read).toList();
        Mesh[] read = new Mesh[n];
        @Nullable Skin[] skins = new Skin[n];
        FbxSkinReader[] readers = new FbxSkinReader[n];
        List<List<String>> told = new ArrayList<>();
        for (int i = 0; i < 2 * n; i++) {
            told.add(new ArrayList<>());
        }
        AtomicReference<@Nullable FormatException> failed = new AtomicReference<>();
        Cores.each(2 * n, i -> {
            int g = i / 2;
            FbxObjects.Item item = all.get(g);
            try {
                if (i % 2 == 0) {
                    read[g] = new FbxMeshReader(file, item, named(item), told.get(i)).read(blend.get(g));
                } else {
                    readers[g] = new FbxSkinReader(objects, nodeIndex, told.get(i));
                    skins[g] = readers[g].read(item, FbxNumbers.count(item.record(), "Vertices") / 3);
                }
            } catch (FormatException e) {
                failed.compareAndSet(null, e);
            }
        });
        FormatException e = failed.get();
        if (e != null) {
            throw e;
        }
        told.forEach(notes::addAll);
        for (int g = 0; g < n; g++) {
            meshIndex.put(all.get(g).id(), g);
            meshes.add(read[g].withSkin(skins[g]));
            readers[g].bindWorld.forEach(bindWorld::putIfAbsent);
            if (!readers[g].unbound.isEmpty()) {
                unbound.put(g, readers[g].unbound);
            }
            readers[g].meshBind.forEach(meshBind::putIfAbsent);
        }
    }

    /** What no cluster says is taken from where joint and mesh are bound by a pose, else from where they rest. */
    private void boundAsTheyRest(Stage stage, List<Node> nodes) {
        if (unbound.isEmpty()) {
            return;
        }
        Scene bare = Scene.bare(file, stage).withNodes(nodes);
        Pose rest = new Pose(bare);
        unbound.forEach((m, joints) -> {
            Skin skin = meshes.get(m).skin();
            int node = -1;
            for (int i = nodes.size() - 1; i >= 0; i--) {
                boolean shows =
                        nodes.get(i).kind() == NodeKind.MESH && nodes.get(i).payload() == m;
                node = shows ? i : node;
            }
            if (skin == null || node < 0) {
                return;
            }
            Matrix4dc[] toJoint = skin.toJoint().clone();
            for (int s = 0; s < toJoint.length; s++) {
                if (joints.contains(skin.joints()[s])) {
                    toJoint[s] = new Matrix4d(bound(nodes, rest, skin.joints()[s]))
                            .invert()
                            .mul(bound(nodes, rest, node));
                }
            }
            meshes.set(m, meshes.get(m).withSkin(skin.withJoints(skin.joints(), toJoint)));
        });
    }

    private static Matrix4dc bound(List<Node> nodes, Pose rest, int node) {
        Matrix4dc told = nodes.get(node).bindWorld();
        return told == null ? rest.world(node) : told;
    }

    /** A geometry without a name goes by that of the node it hangs on. */
    private String named(FbxObjects.Item geometry) {
        if (!geometry.name().isEmpty()) {
            return geometry.name();
        }
        for (FbxObjects.Link l : objects.linksAbove(geometry.id())) {
            FbxObjects.Item model = objects.item(l.id());
            if (model != null && model.kind().equals("Model") && !model.name().isEmpty()) {
                return model.name();
            }
        }
        return "mesh";
    }

    private Node payload(
            Node node,
            FbxObjects.Item model,
            FbxSurfaceReader surfaces,
            @Nullable Matrix4d bind,
            Map<Long, Matrix4d> meshBind) {
        List<FbxObjects.Item> geometry = objects.under(model.id(), "Geometry");
        List<FbxObjects.Item> attributes = objects.under(model.id(), "NodeAttribute");
        int[] slots = objects.under(model.id(), "Material").stream()
                .map(m -> surfaces.materialIndex.get(m.id()))
                .mapToInt(i -> i == null ? -1 : i)
                .toArray();
        NodeKind kind = node.kind();
        int payload = -1;
        @Nullable Matrix4d world = bind;
        if (!geometry.isEmpty() && meshIndex.containsKey(geometry.getFirst().id())) {
            long id = geometry.getFirst().id();
            kind = NodeKind.MESH;
            payload = java.util.Objects.requireNonNull(meshIndex.get(id));
            // Of several nodes that show one geometry its clusters tell of the first; the others stand in the bind
            // pose.
            world = shown.add(id) || bind == null ? meshBind.getOrDefault(id, bind) : bind;
        } else if (kind == NodeKind.MESH) {
            kind = NodeKind.GROUP;
        } else if (kind == NodeKind.CAMERA) {
            payload = cameras.size();
            cameras.add(FbxOptics.camera(node.name(), optics(attributes)));
        } else if (kind == NodeKind.LIGHT) {
            payload = lights.size();
            lights.add(FbxOptics.light(node.name(), optics(attributes)));
        }
        return node.withPayload(kind, payload).withBindWorld(world).withMaterials(slots);
    }

    private FbxProperties optics(List<FbxObjects.Item> attributes) {
        return attributes.isEmpty() ? new FbxProperties(null, Map.of()) : objects.properties(attributes.getFirst());
    }
}
