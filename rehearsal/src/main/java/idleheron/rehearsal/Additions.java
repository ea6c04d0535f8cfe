package idleheron.rehearsal;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** Joints that a tool adds of its own accord. */
final class Additions {
    private Additions() {}

    /** A joint at the end of every chain, as far on as half the last bone is long. */
    static Scene tips(Scene scene) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        Pose rest = new Pose(scene);
        for (int j : scene.joints()) {
            boolean end = true;
            for (int k : scene.joints()) {
                end &= scene.jointAbove(k) != j;
            }
            if (end) {
                Node n = scene.nodes().get(j);
                double length = n.translation().length() / 2;
                Transform t = Transform.of(new Vec3(0, Math.max(length, 1e-3), 0), Vec3.ZERO, Vec3.ONE);
                Matrix4dc bind = n.bindWorld() == null ? rest.world(j) : n.bindWorld();
                nodes.add(Node.of(n.name() + "_end", j, NodeKind.JOINT, t)
                        .withBindWorld(new Matrix4d(bind).mul(t.matrix())));
            }
        }
        return scene.withNodes(nodes);
    }

    /** A still joint above every skeleton root. */
    static Scene root(Scene scene, String name) {
        List<Integer> roots = scene.skeletonRoots();
        if (roots.isEmpty()) {
            return scene;
        }
        int at = roots.getFirst();
        int parent = scene.nodes().get(at).parent();
        Matrix4dc above = parent < 0 ? new Matrix4d() : new Pose(scene).world(parent);
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            if (i == at) {
                nodes.add(Node.of(name, parent, NodeKind.JOINT, Transform.IDENTITY)
                        .withBindWorld(new Matrix4d(above)));
            }
            Node n = scene.nodes().get(i);
            boolean under = roots.contains(i) && n.parent() == parent;
            nodes.add(n.withParent(under ? at : n.parent() >= at ? n.parent() + 1 : n.parent()));
        }
        int[] to = new int[scene.nodes().size()];
        for (int i = 0; i < to.length; i++) {
            to[i] = i >= at ? i + 1 : i;
        }
        List<Mesh> meshes = new ArrayList<>();
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            meshes.add(s == null ? m : m.withSkin(s.renumbered(to)));
        }
        List<Clip> clips = scene.clips().stream().map(c -> c.renumbered(to)).toList();
        return scene.withNodes(nodes).withMeshes(meshes).withClips(clips);
    }
}
