package idleheron.core.scene;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import java.util.ArrayList;
import java.util.List;

/**
 * Everything read from one asset. Immutable: a change gives a new scene that shares what did not change.
 *
 * @param nodes parents before children
 * @param parts what else there is, by kind: meshes, clips, caches and what other kinds of assets bring
 * @param notes what the reader noticed about the file itself
 * @param lost what the file no longer gives; not empty only where a damaged file was rescued
 */
public record Scene(String name, Stage stage, List<Node> nodes, Parts parts, List<String> notes, List<Lost> lost) {
    public static final PartKey<Mesh> MESHES = new PartKey<>("meshes", Mesh.class);
    public static final PartKey<Material> MATERIALS = new PartKey<>("materials", Material.class);
    public static final PartKey<Texture> TEXTURES = new PartKey<>("textures", Texture.class);
    public static final PartKey<Camera> CAMERAS = new PartKey<>("cameras", Camera.class);
    public static final PartKey<Light> LIGHTS = new PartKey<>("lights", Light.class);
    public static final PartKey<Clip> CLIPS = new PartKey<>("clips", Clip.class);
    /** What the file holds besides, carried unread. */
    public static final PartKey<OpaqueData> KEEPSAKES = new PartKey<>("keepsakes", OpaqueData.class);
    /** Sequences of volume files. */
    public static final PartKey<Volume> VOLUMES = new PartKey<>("volumes", Volume.class);
    /** Baked geometry. */
    public static final PartKey<Cache> CACHES = new PartKey<>("caches", Cache.class);

    public Scene {
        nodes = List.copyOf(nodes);
        notes = List.copyOf(notes);
        lost = List.copyOf(lost);
        for (int i = 0; i < nodes.size(); i++) {
            int p = nodes.get(i).parent();
            if (p < -1 || p >= i) {
                throw new IllegalArgumentException(say(
                        "core.scene.Scene.node-comes-before-its-parent",
                        i,
                        nodes.get(i).name()));
            }
        }
    }

    /** A scene without anything unread. */
    public Scene(
            String name,
            Stage stage,
            List<Node> nodes,
            List<Mesh> meshes,
            List<Material> materials,
            List<Texture> textures,
            List<Camera> cameras,
            List<Light> lights,
            List<Clip> clips,
            List<String> notes) {
        this(
                name,
                stage,
                nodes,
                Parts.NONE
                        .with(MESHES, meshes)
                        .with(MATERIALS, materials)
                        .with(TEXTURES, textures)
                        .with(CAMERAS, cameras)
                        .with(LIGHTS, lights)
                        .with(CLIPS, clips),
                notes,
                List.of());
    }

    /** A scene with nothing in it yet. */
    public static Scene bare(String name, Stage stage) {
        return new Scene(name, stage, List.of(), Parts.NONE, List.of(), List.of());
    }

    public List<Mesh> meshes() {
        return parts.of(MESHES);
    }

    public List<Material> materials() {
        return parts.of(MATERIALS);
    }

    public List<Texture> textures() {
        return parts.of(TEXTURES);
    }

    public List<Camera> cameras() {
        return parts.of(CAMERAS);
    }

    public List<Light> lights() {
        return parts.of(LIGHTS);
    }

    public List<Clip> clips() {
        return parts.of(CLIPS);
    }

    public List<OpaqueData> keepsakes() {
        return parts.of(KEEPSAKES);
    }

    public List<Volume> volumes() {
        return parts.of(VOLUMES);
    }

    public List<Cache> caches() {
        return parts.of(CACHES);
    }

    /** With other parts of one kind. */
    public <T> Scene with(PartKey<T> kind, List<T> value) {
        return withParts(parts.with(kind, value));
    }

    public Scene withParts(Parts value) {
        return new Scene(name, stage, nodes, value, notes, lost);
    }

    public Scene withName(String value) {
        return new Scene(value, stage, nodes, parts, notes, lost);
    }

    public Scene withStage(Stage value) {
        return new Scene(name, value, nodes, parts, notes, lost);
    }

    public Scene withNodes(List<Node> value) {
        return new Scene(name, stage, value, parts, notes, lost);
    }

    public Scene withNotes(List<String> value) {
        return new Scene(name, stage, nodes, parts, value, lost);
    }

    /** A scene of a damaged file: what it no longer gives. */
    public Scene withLost(List<Lost> value) {
        return new Scene(name, stage, nodes, parts, notes, value);
    }

    public Scene withMeshes(List<Mesh> value) {
        return with(MESHES, value);
    }

    public Scene withMaterials(List<Material> value) {
        return with(MATERIALS, value);
    }

    public Scene withTextures(List<Texture> value) {
        return with(TEXTURES, value);
    }

    public Scene withCameras(List<Camera> value) {
        return with(CAMERAS, value);
    }

    public Scene withLights(List<Light> value) {
        return with(LIGHTS, value);
    }

    public Scene withClips(List<Clip> value) {
        return with(CLIPS, value);
    }

    public Scene withKeepsakes(List<OpaqueData> value) {
        return with(KEEPSAKES, value);
    }

    public Scene withVolumes(List<Volume> value) {
        return with(VOLUMES, value);
    }

    public Scene withCaches(List<Cache> value) {
        return with(CACHES, value);
    }

    /** Whether it comes from a damaged file, so that nothing about it can be called clean. */
    public boolean isRescued() {
        return !lost.isEmpty();
    }

    /** Whether nothing of a thing is among what was lost. */
    public boolean stands(Lost.What what, String called) {
        return lost.stream().noneMatch(l -> l.covers(what, called));
    }

    /** Whether nothing of a node nor of what it hangs under is among what was lost. */
    public boolean stands(int node) {
        for (int n = node; n >= 0; n = nodes.get(n).parent()) {
            if (!stands(Lost.What.NODE, nodes.get(n).name())) {
                return false;
            }
        }
        return true;
    }

    /** "/rig/root/hips": the names from the top, a stroke before each; a stroke inside a name becomes an underscore. */
    public String path(int node) {
        StringBuilder out = new StringBuilder();
        for (int n = node; n >= 0; n = nodes.get(n).parent()) {
            out.insert(0, "/" + nodes.get(n).name().replace('/', '_'));
        }
        return out.toString();
    }

    /** Path of every node, names from the root joined by slashes. */
    public List<String> paths() {
        List<String> out = new ArrayList<>(nodes.size());
        for (Node n : nodes) {
            String above = n.parent() < 0 ? "" : out.get(n.parent());
            out.add(above + "/" + n.name().replace('/', '_'));
        }
        return out;
    }

    /** Indices of the nodes right under one, -1 for the roots. */
    public List<Integer> children(int parent) {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).parent() == parent) {
                out.add(i);
            }
        }
        return out;
    }

    /** Nodes of kind joint, by index. */
    public List<Integer> joints() {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).isJoint()) {
                out.add(i);
            }
        }
        return out;
    }

    /** Joints with no joint anywhere above them. */
    public List<Integer> skeletonRoots() {
        List<Integer> out = new ArrayList<>();
        for (int j : joints()) {
            if (jointAbove(j) < 0) {
                out.add(j);
            }
        }
        return out;
    }

    /** The nearest joint above a node, or -1. */
    public int jointAbove(int node) {
        int p = nodes.get(node).parent();
        while (p >= 0 && !nodes.get(p).isJoint()) {
            p = nodes.get(p).parent();
        }
        return p;
    }

    /** Whether {@code node} is {@code top} or lies under it. */
    public boolean isUnder(int node, int top) {
        int n = node;
        while (n > top) {
            n = nodes.get(n).parent();
        }
        return n == top;
    }

    /** First node with this name, or -1. */
    public int find(String nodeName) {
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).name().equals(nodeName)) {
                return i;
            }
        }
        return -1;
    }

    /** First node that shows this mesh, or -1. */
    public int nodeOfMesh(int mesh) {
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).kind() == NodeKind.MESH && nodes.get(i).payload() == mesh) {
                return i;
            }
        }
        return -1;
    }

    /** Points of all meshes. */
    public int pointCount() {
        return meshes().stream().mapToInt(Mesh::pointCount).sum();
    }
}
