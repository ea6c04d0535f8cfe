package idleheron.core.remedy.space;

import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;

/** Puts a node between another and its parent, for tests. */
final class Inserted {
    private Inserted() {}

    static Scene above(Scene s, int at, Node extra) {
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (i == at) {
                nodes.add(extra.withParent(n.parent()));
                nodes.add(n.withParent(at));
            } else {
                nodes.add(n.withParent(n.parent() >= at ? n.parent() + 1 : n.parent()));
            }
        }
        List<Mesh> meshes = new ArrayList<>();
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            if (k == null) {
                meshes.add(m);
                continue;
            }
            int[] joints = k.joints().clone();
            for (int i = 0; i < joints.length; i++) {
                joints[i] += joints[i] >= at ? 1 : 0;
            }
            meshes.add(m.withSkin(k.withJoints(joints, k.toJoint())));
        }
        Clip c = s.clips().getFirst();
        return s.withNodes(nodes)
                .withMeshes(meshes)
                .withClips(List.of(c.withTracks(
                        c.nodes().stream()
                                .map(t -> t.node() >= at ? t.withNode(t.node() + 1) : t)
                                .toList(),
                        c.shapes())));
    }
}
