package idleheron.core.remedy.parts;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.mesh.MeshMove;
import idleheron.core.remedy.mesh.MeshParts;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Makes rigid parts of skins: of each mesh whose every point follows one joint, and whose every face follows one, a mesh for each
 * joint, below it. Its points are B · p with B the way from the mesh to the joint when bound, so that every frame stays what it
 * was. A mesh that bends anywhere stays a skin; where none does, joints become groups.
 */
public record JointsToParts() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "joints-to-parts",
                    JointsToParts.class,
                    Keeps.PICTURE,
                    say("core.remedy.parts.JointsToParts.makes-rigid-parts-below-their-joints"))
            .told(new JointsToParts())
            .measured(
                    say("core.remedy.parts.JointsToParts.points-that-follow-no-joint-or"),
                    s -> Integer.toString(RigidParts.bent(s)));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.parts.JointsToParts.make-parts-of-the-skin");
    }

    @Override
    public String describe() {
        return say("core.remedy.parts.JointsToParts.makes-rigid-parts-each-below-its");
    }

    @Override
    public Scene apply(Scene scene) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Clip> clips = new ArrayList<>(scene.clips());
        Set<Integer> gone = new HashSet<>();
        int[] users = new int[meshes.size()];
        Set<Integer> above = new HashSet<>();
        for (Node n : scene.nodes()) {
            above.add(n.parent());
            if (n.kind() == NodeKind.MESH) {
                users[n.payload()]++;
            }
        }
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() != NodeKind.MESH || users[n.payload()] > 1) {
                continue;
            }
            Mesh m = scene.meshes().get(n.payload());
            int[] slots = slots(m);
            if (slots.length > 0) {
                parts(n, m, slots, nodes, meshes, clips);
                if (!above.contains(i)) {
                    gone.add(i);
                } else {
                    nodes.set(
                            i,
                            n.withPayload(NodeKind.GROUP, -1)
                                    .withMaterials(new int[0])
                                    .withGeometric(null));
                }
            }
        }
        if (nodes.size() == scene.nodes().size()) {
            return scene;
        }
        Scene out = NodeRemoval.remove(scene.withNodes(nodes).withMeshes(meshes).withClips(clips), gone);
        return isSkinned(out)
                ? out
                : out.withNodes(out.nodes().stream()
                        .map(n -> n.isJoint()
                                ? n.withPayload(NodeKind.GROUP, -1)
                                        .withAttribute(null)
                                        .withBindWorld(null)
                                : n)
                        .toList());
    }

    private static boolean isSkinned(Scene s) {
        return s.nodes().stream()
                .anyMatch(n ->
                        n.kind() == NodeKind.MESH && s.meshes().get(n.payload()).skin() != null);
    }

    /** Per face the slot that all its corners follow; none where any face bends, or any point follows nothing or several. */
    static int[] slots(Mesh m) {
        if (m.skin() == null || m.faceCount() == 0) {
            return new int[0];
        }
        int[] followed = RigidParts.followed(m);
        int[] out = new int[m.faceCount()];
        for (int f = 0; f < out.length; f++) {
            out[f] = followed[m.corners()[m.faceStarts()[f]]];
            for (int c = m.faceStarts()[f]; c < m.faceStarts()[f + 1]; c++) {
                if (followed[m.corners()[c]] != out[f]) {
                    return new int[0];
                }
            }
        }
        return Arrays.stream(followed).anyMatch(s -> s < 0) ? new int[0] : out;
    }

    private static void parts(Node n, Mesh whole, int[] slots, List<Node> nodes, List<Mesh> meshes, List<Clip> clips) {
        Skin skin = Objects.requireNonNull(whole.skin());
        int[] used = Arrays.stream(slots).distinct().sorted().toArray();
        for (int slot : used) {
            int joint = skin.joints()[slot];
            int[] faces = IntStream.range(0, slots.length)
                    .filter(f -> slots[f] == slot)
                    .toArray();
            String name = used.length == 1 ? n.name() : nodes.get(joint).name() + "_part";
            Matrix4d toJoint = new Matrix4d(skin.toJoint()[slot]);
            Matrix4dc g = n.geometric();
            // a mesh that stays whole keeps its points and their order
            Mesh own = used.length == 1 ? whole : MeshParts.of(whole, name, faces, -1);
            Mesh part = MeshMove.of(own.withSkin(null), g == null ? toJoint : toJoint.mul(g));
            int index = n.payload();
            if (slot == used[0]) {
                meshes.set(index, part);
            } else {
                index = meshes.size();
                meshes.add(part);
                SplitMeshes.follow(clips, -1, -1, n.payload(), index);
            }
            Node shown = Node.mesh(name, joint, Transform.IDENTITY, index, n.materials())
                    .withProperties(n.properties());
            nodes.add(n.visible() ? shown : shown.hidden());
        }
    }
}
