package idleheron.formats.fbx;

import idleheron.core.math.Vec3;
import idleheron.core.scene.BlendShape;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Mesh;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Skin;
import idleheron.core.scene.Stage;
import idleheron.formats.FormatException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
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
    private final List<Camera> cameras = new ArrayList<>();
    private final List<Light> lights = new ArrayList<>();

    private FbxSceneReader(String file, FbxDocument document, @Nullable Path folder) {
        this.file = file;
        this.document = document;
        this.folder = folder;
        this.notes = new ArrayList<>(document.notes());
        this.objects = new FbxObjects(document, notes);
    }

    /**
     * @param file the name for messages and for the scene
     * @param folder where pictures are looked for, or null
     * @throws FormatException when records contradict each other
     */
    public static Scene read(String file, FbxDocument document, @Nullable Path folder) throws FormatException {
        return new FbxSceneReader(file, document, folder).scene();
    }

    private Scene scene() throws FormatException {
        Stage stage = FbxStageReader.read(document, notes);
        FbxNodeReader nodes = new FbxNodeReader(objects, notes);
        nodes.read();
        FbxSurfaceReader surfaces = new FbxSurfaceReader(objects, folder);
        surfaces.read();
        FbxShapeReader shapes = new FbxShapeReader(objects, notes);
        FbxSkinReader skins = new FbxSkinReader(objects, nodes.index, notes);
        for (FbxObjects.Item g : objects.all("Geometry", "Mesh")) {
            List<BlendShape> blend = shapes.read(g);
            Mesh mesh = new FbxMeshReader(file, g, notes).read(blend);
            Skin skin = skins.read(g, mesh.pointCount());
            meshIndex.put(g.id(), meshes.size());
            meshes.add(mesh.withSkin(skin));
        }
        Map<Integer, Matrix4d> bind = bindPose(nodes.index);
        bind.putAll(skins.bindWorld);
        List<Node> out = new ArrayList<>();
        for (int i = 0; i < nodes.nodes.size(); i++) {
            out.add(payload(nodes.nodes.get(i), nodes.models.get(i), surfaces, bind.get(i), skins.meshBind));
        }
        FbxClipReader clips = new FbxClipReader(objects, out, nodes.index, shapes.channels, meshIndex, notes);
        return new Scene(
                file,
                stage,
                out,
                meshes,
                surfaces.materials,
                surfaces.textures,
                cameras,
                lights,
                clips.read(stage.rate()),
                notes.stream().distinct().toList());
    }

    private Map<Integer, Matrix4d> bindPose(Map<Long, Integer> nodeIndex) {
        Map<Integer, Matrix4d> out = new HashMap<>();
        for (FbxObjects.Item pose : objects.all("Pose", "BindPose")) {
            for (FbxRecord entry : pose.record().children("PoseNode")) {
                FbxRecord node = entry.child("Node");
                Integer i = node == null ? null : nodeIndex.get(node.integer(0, -1));
                if (i != null) {
                    out.putIfAbsent(i, FbxSkinReader.matrix(entry.childDoubles("Matrix")));
                }
            }
        }
        return out;
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
            world = meshBind.getOrDefault(id, bind);
        } else if (kind == NodeKind.MESH) {
            kind = NodeKind.GROUP;
        } else if (kind == NodeKind.CAMERA) {
            payload = cameras.size();
            cameras.add(camera(node.name(), attributes));
        } else if (kind == NodeKind.LIGHT) {
            payload = lights.size();
            lights.add(light(node.name(), attributes));
        }
        return new Node(
                node.name(),
                node.parent(),
                kind,
                node.transform(),
                node.geometric(),
                node.visible(),
                payload,
                world,
                slots,
                node.properties());
    }

    private Camera camera(String name, List<FbxObjects.Item> attributes) {
        FbxProperties p =
                attributes.isEmpty() ? new FbxProperties(null, Map.of()) : objects.properties(attributes.getFirst());
        return new Camera(
                name,
                p.number("FocalLength", 35),
                p.number("FilmWidth", 0.816) * 25.4,
                p.number("FilmHeight", 0.612) * 25.4,
                p.number("NearPlane", 10),
                p.number("FarPlane", 4000));
    }

    private Light light(String name, List<FbxObjects.Item> attributes) {
        FbxProperties p =
                attributes.isEmpty() ? new FbxProperties(null, Map.of()) : objects.properties(attributes.getFirst());
        String[] kinds = {"point", "directional", "spot", "area", "volume"};
        int kind = (int) Math.clamp(p.integer("LightType", 0), 0L, 4L);
        return new Light(name, kinds[kind], p.vector("Color", Vec3.ONE), p.number("Intensity", 100) / 100);
    }
}
