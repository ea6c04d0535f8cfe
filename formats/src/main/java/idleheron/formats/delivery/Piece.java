package idleheron.formats.delivery;

import idleheron.core.crossing.MeshAlone;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.formats.disk.FileNames;
import idleheron.formats.disk.SafeNames;
import idleheron.formats.spi.Delivery;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * What of a scene goes to one target: all of it, or one mesh with what moves it.
 *
 * @param target {@code NAME_mesh.fbx} where meshes go apart
 */
record Piece(Scene scene, Path target) {
    /** All pieces of a delivery; a scene of one mesh or none is one. */
    static List<Piece> of(Delivery delivery, Scene scene, Path target) {
        List<Integer> shown = new ArrayList<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() >= 0) {
                shown.add(i);
            }
        }
        if (!delivery.meshesApart() || !delivery.cargo().meshes() || shown.size() < 2) {
            return List.of(new Piece(scene, target));
        }
        SafeNames names = new SafeNames();
        String end = FileNames.end(String.valueOf(target.getFileName()));
        List<Piece> out = new ArrayList<>();
        for (int node : shown) {
            String name = names.free(scene.nodes().get(node).name(), "mesh");
            out.add(new Piece(
                    MeshAlone.of(scene, node), target.resolveSibling(FileNames.stem(target) + "_" + name + end)));
        }
        return out;
    }
}
