package idleheron.core.remedy.mesh;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Takes meshes out of a scene that no node shows, and renumbers what points to the others. */
public final class ShownMeshes {
    private ShownMeshes() {}

    /** Without meshes that no node shows. */
    public static Scene of(Scene s) {
        int[] to = new int[s.meshes().size()];
        Arrays.fill(to, -1);
        for (Node n : s.nodes()) {
            if (n.kind() == NodeKind.MESH) {
                to[n.payload()] = 0;
            }
        }
        List<Mesh> meshes = new ArrayList<>();
        for (int m = 0; m < to.length; m++) {
            if (to[m] == 0) {
                to[m] = meshes.size();
                meshes.add(s.meshes().get(m));
            }
        }
        if (meshes.size() == to.length) {
            return s;
        }
        return s.withMeshes(meshes)
                .withNodes(s.nodes().stream()
                        .map(n -> n.kind() == NodeKind.MESH ? n.withPayload(NodeKind.MESH, to[n.payload()]) : n)
                        .toList())
                .withClips(s.clips().stream()
                        .map(c -> c.withTracks(c.nodes(), shapes(c.shapes(), to))
                                .withLayers(c.layers().stream()
                                        .map(l ->
                                                l.withTracks(l.weight(), l.nodes(), shapes(l.shapes(), to), l.values()))
                                        .toList()))
                        .toList());
    }

    private static List<Clip.ShapeTrack> shapes(List<Clip.ShapeTrack> tracks, int[] to) {
        return tracks.stream()
                .filter(t -> to[t.mesh()] >= 0)
                .map(t -> new Clip.ShapeTrack(to[t.mesh()], t.shape(), t.weight()))
                .toList();
    }
}
