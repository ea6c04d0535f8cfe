package idleheron.core.remedy.garment;

import idleheron.core.garment.Worn;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;

/** What remedies of garments change: what is worn, or where nothing is known to be worn every surface. */
final class WornMeshes {
    private WornMeshes() {}

    /** Nodes, each mesh once. */
    static List<Integer> of(Scene s) {
        Worn worn = Worn.in(s);
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            boolean shows = n.kind() == NodeKind.MESH && n.payload() >= 0 && s.nodeOfMesh(n.payload()) == i;
            if (shows && (worn == null || worn.garments().contains(i))) {
                out.add(i);
            }
        }
        return out;
    }

    /** The scene with each of them as {@code change} gives it for its node. */
    static Scene changed(Scene s, IntFunction<Mesh> change) {
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        boolean any = false;
        for (int node : of(s)) {
            int at = s.nodes().get(node).payload();
            Mesh now = change.apply(node);
            any |= now != meshes.get(at);
            meshes.set(at, now);
        }
        return any ? s.withMeshes(meshes) : s;
    }
}
