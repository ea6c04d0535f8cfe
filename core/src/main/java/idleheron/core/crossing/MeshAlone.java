package idleheron.core.crossing;

import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * One mesh of a scene with its materials and pictures, and all that is no mesh: joints, clips, cameras. Nodes that showed other meshes
 * stay as groups where something hangs on them.
 */
public final class MeshAlone {
    private MeshAlone() {}

    /**
     * @param node that shows the mesh
     */
    public static Scene of(Scene scene, int node) {
        Node shows = scene.nodes().get(node);
        int mesh = shows.payload();
        Map<Integer, Integer> materials = new LinkedHashMap<>();
        int[] slots = Arrays.stream(shows.materials())
                .map(m -> m < 0 ? -1 : materials.computeIfAbsent(m, k -> materials.size()))
                .toArray();
        Map<Integer, Integer> pictures = new LinkedHashMap<>();
        List<Material> kept = new ArrayList<>();
        for (int m : materials.keySet()) {
            Material old = scene.materials().get(m);
            List<Material.Use> uses = old.uses().stream()
                    .map(u -> u.withTexture(pictures.computeIfAbsent(u.texture(), k -> pictures.size())))
                    .toList();
            kept.add(new Material(old.name(), old.model(), old.diffuse(), old.opacity(), uses, old.properties()));
        }
        List<Texture> textures =
                pictures.keySet().stream().map(scene.textures()::get).toList();
        Scene alone = scene.withNodes(nodes(scene, node, slots))
                .withMeshes(List.of(scene.meshes().get(mesh)))
                .withMaterials(kept)
                .withTextures(textures)
                .withClips(scene.clips().stream()
                        .map(c -> clip(c, mesh, materials))
                        .toList());
        Set<Integer> gone = gone(scene, node);
        return gone.isEmpty() ? alone : NodeRemoval.remove(alone, gone);
    }

    private static List<Node> nodes(Scene scene, int node, int[] slots) {
        List<Node> out = new ArrayList<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            out.add(
                    n.kind() == NodeKind.MESH && i != node
                            ? ExportSelection.asGroup(n)
                            : i == node ? n.withPayload(NodeKind.MESH, 0).withMaterials(slots) : n);
        }
        return out;
    }

    /** Nodes of other meshes below which nothing else is. */
    private static Set<Integer> gone(Scene scene, int node) {
        Node shows = scene.nodes().get(node);
        boolean[] needed = ExportSelection.needed(scene, n -> n.kind() != NodeKind.MESH || n == shows);
        return IntStream.range(0, needed.length).filter(i -> !needed[i]).boxed().collect(Collectors.toSet());
    }

    private static Clip clip(Clip c, int mesh, Map<Integer, Integer> materials) {
        return c.withTracks(c.nodes(), shapes(c.shapes(), mesh))
                .withValues(values(c.values(), materials))
                .withLayers(c.layers().stream()
                        .map(l -> l.withTracks(
                                l.weight(), l.nodes(), shapes(l.shapes(), mesh), values(l.values(), materials)))
                        .toList());
    }

    private static List<Clip.ShapeTrack> shapes(List<Clip.ShapeTrack> tracks, int mesh) {
        return tracks.stream()
                .filter(t -> t.mesh() == mesh)
                .map(t -> new Clip.ShapeTrack(0, t.shape(), t.weight()))
                .toList();
    }

    private static List<Clip.ValueTrack> values(List<Clip.ValueTrack> tracks, Map<Integer, Integer> materials) {
        return tracks.stream()
                .filter(t -> t.subject() != Clip.Subject.MATERIAL || materials.containsKey(t.index()))
                .map(t -> t.subject() == Clip.Subject.MATERIAL
                        ? t.withIndex(java.util.Objects.requireNonNull(materials.get(t.index())))
                        : t)
                .toList();
    }
}
