package idleheron.core.scene;

import idleheron.core.cache.Cache;
import idleheron.core.volume.Volume;
import java.util.ArrayList;
import java.util.List;

/**
 * Everything read from one asset. Immutable: a change gives a new scene that shares what did not change.
 *
 * @param nodes parents before children
 * @param notes what the reader noticed about the file itself
 * @param keepsakes what the file holds besides, carried unread
 * @param volumes sequences of volume files
 * @param caches baked geometry
 * @param lost what the file no longer gives; not empty only where a damaged file was rescued
 */
public record Scene(
        String name,
        Stage stage,
        List<Node> nodes,
        List<Mesh> meshes,
        List<Material> materials,
        List<Texture> textures,
        List<Camera> cameras,
        List<Light> lights,
        List<Clip> clips,
        List<String> notes,
        List<Keepsake> keepsakes,
        List<Volume> volumes,
        List<Cache> caches,
        List<Lost> lost) {

    public Scene {
        nodes = List.copyOf(nodes);
        meshes = List.copyOf(meshes);
        materials = List.copyOf(materials);
        textures = List.copyOf(textures);
        cameras = List.copyOf(cameras);
        lights = List.copyOf(lights);
        clips = List.copyOf(clips);
        notes = List.copyOf(notes);
        keepsakes = List.copyOf(keepsakes);
        volumes = List.copyOf(volumes);
        caches = List.copyOf(caches);
        lost = List.copyOf(lost);
        for (int i = 0; i < nodes.size(); i++) {
            int p = nodes.get(i).parent();
            if (p < -1 || p >= i) {
                throw new IllegalArgumentException(
                        "node " + i + " " + nodes.get(i).name() + " comes before its parent");
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
                name, stage, nodes, meshes, materials, textures, cameras, lights, clips, notes, List.of(), List.of(),
                List.of(), List.of());
    }

    /** A scene with nothing in it yet. */
    public static Scene bare(String name, Stage stage) {
        return new Scene(
                name, stage, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
    }

    public Scene withName(String value) {
        return new Scene(
                value, stage, nodes, meshes, materials, textures, cameras, lights, clips, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withStage(Stage value) {
        return new Scene(
                name, value, nodes, meshes, materials, textures, cameras, lights, clips, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withNotes(List<String> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, lights, clips, value, keepsakes, volumes,
                caches, lost);
    }

    public Scene withNodes(List<Node> value) {
        return new Scene(
                name, stage, value, meshes, materials, textures, cameras, lights, clips, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withMeshes(List<Mesh> value) {
        return new Scene(
                name, stage, nodes, value, materials, textures, cameras, lights, clips, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withCameras(List<Camera> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, value, lights, clips, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withLights(List<Light> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, value, clips, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withClips(List<Clip> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, lights, value, notes, keepsakes, volumes,
                caches, lost);
    }

    public Scene withMaterials(List<Material> value) {
        return new Scene(
                name, stage, nodes, meshes, value, textures, cameras, lights, clips, notes, keepsakes, volumes, caches,
                lost);
    }

    public Scene withKeepsakes(List<Keepsake> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, lights, clips, notes, value, volumes, caches,
                lost);
    }

    public Scene withVolumes(List<Volume> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, lights, clips, notes, keepsakes, value,
                caches, lost);
    }

    public Scene withCaches(List<Cache> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, lights, clips, notes, keepsakes, volumes,
                value, lost);
    }

    /** A scene of a damaged file: what it no longer gives. */
    public Scene withLost(List<Lost> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, textures, cameras, lights, clips, notes, keepsakes, volumes,
                caches, value);
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

    public Scene withTextures(List<Texture> value) {
        return new Scene(
                name, stage, nodes, meshes, materials, value, cameras, lights, clips, notes, keepsakes, volumes, caches,
                lost);
    }

    /** "/rig/root/hips": the names from the top, a stroke before each; a stroke inside a name becomes an underscore. */
    public String path(int node) {
        StringBuilder out = new StringBuilder();
        for (int n = node; n >= 0; n = nodes.get(n).parent()) {
            out.insert(0, "/" + nodes.get(n).name().replace('/', '_'));
        }
        return out.toString();
    }

    public List<String> paths() {
        List<String> out = new ArrayList<>(nodes.size());
        for (Node n : nodes) {
            String above = n.parent() < 0 ? "" : out.get(n.parent());
            out.add(above + "/" + n.name().replace('/', '_'));
        }
        return out;
    }

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

    public int pointCount() {
        return meshes.stream().mapToInt(Mesh::pointCount).sum();
    }
}
