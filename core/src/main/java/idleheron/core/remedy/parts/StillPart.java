package idleheron.core.remedy.parts;

import static idleheron.core.Messages.say;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.mesh.MeshMove;
import idleheron.core.remedy.mesh.MeshParts;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Lets the part of a door that goes round the other stand still: it gets a joint of its own, where the one that it followed rests,
 * or none. A scene that is no {@link Hinge} stays as it is; so does the picture at rest.
 *
 * @param bare whether it follows no joint and becomes a mesh without a skin, where it is at rest
 */
public record StillPart(boolean bare) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "still-part",
                    StillPart.class,
                    Keeps.OTHERS,
                    say("core.remedy.parts.StillPart.lets-the-part-that-goes-round"))
            .told("[=bare]", v -> new StillPart(v.says("bare")))
            .measured(say("core.remedy.parts.StillPart.points-that-should-stand-still"), s -> {
                Hinge h = Hinge.of(s);
                return Integer.toString(h == null ? 0 : h.points());
            });

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return bare
                ? say("core.remedy.parts.StillPart.take-the-other-part-off-the")
                : say("core.remedy.parts.StillPart.give-the-other-part-a-joint");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.parts.StillPart.lets-the-part-that-goes-round-2",
                (bare
                        ? say("core.remedy.parts.StillPart.without-a-joint")
                        : say("core.remedy.parts.StillPart.by-a-joint-of-its-own")));
    }

    @Override
    public Scene apply(Scene scene) {
        Hinge h = Hinge.of(scene);
        return h == null ? scene : bare ? bared(scene, h) : held(scene, h);
    }

    private static Scene held(Scene scene, Hinge h) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        Node joint = nodes.get(h.joint());
        String name = joint.name() + "_still";
        for (int i = 2; scene.find(name) >= 0; i++) {
            name = joint.name() + "_still" + i;
        }
        nodes.add(joint.withName(name));
        int own = nodes.size() - 1;
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        for (int m = 0; m < meshes.size(); m++) {
            boolean[] still = h.still()[m];
            if (IntStream.range(0, still.length).anyMatch(p -> still[p])) {
                meshes.set(m, following(meshes.get(m), still, own));
            }
        }
        return scene.withNodes(nodes).withMeshes(meshes);
    }

    /** A mesh whose still points follow another joint, bound as the one that they followed. */
    private static Mesh following(Mesh m, boolean[] still, int own) {
        Skin s = Objects.requireNonNull(m.skin());
        int[] joints = Arrays.copyOf(s.joints(), s.joints().length + 1);
        Matrix4dc[] bound = Arrays.copyOf(s.toJoint(), joints.length);
        int[] followed = RigidParts.followed(m);
        int[] slots = s.slots().clone();
        joints[joints.length - 1] = own;
        for (int p = 0; p < still.length; p++) {
            if (still[p]) {
                bound[joints.length - 1] = s.toJoint()[followed[p]];
                Arrays.fill(slots, s.starts()[p], s.starts()[p + 1], joints.length - 1);
            }
        }
        return m.withSkin(new Skin(s.name(), joints, bound, s.starts(), slots, s.weights()));
    }

    private static Scene bared(Scene scene, Hinge h) {
        Matrix4d world = new Matrix4d(new Pose(scene).world(h.joint()));
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Clip> clips = new ArrayList<>(scene.clips());
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            boolean[] still = n.kind() == NodeKind.MESH ? h.still()[n.payload()] : new boolean[0];
            int[] stands = faces(scene, n, still, true);
            if (stands.length == 0) {
                continue;
            }
            Mesh whole = scene.meshes().get(n.payload());
            Skin skin = Objects.requireNonNull(whole.skin());
            int slot = RigidParts.followed(whole)[whole.corners()[whole.faceStarts()[stands[0]]]];
            Matrix4d at = world.mul(skin.toJoint()[slot], new Matrix4d());
            Matrix4dc g = n.geometric();
            int[] rest = faces(scene, n, still, false);
            Mesh part = rest.length == 0 ? whole : MeshParts.of(whole, n.name() + "_still", stands, -1);
            Mesh moved = MeshMove.of(part.withSkin(null), g == null ? at : at.mul(g));
            if (rest.length == 0) {
                meshes.set(n.payload(), moved);
                nodes.set(
                        i,
                        Node.mesh(n.name(), -1, Transform.IDENTITY, n.payload(), n.materials())
                                .withProperties(n.properties()));
            } else {
                meshes.set(n.payload(), MeshParts.of(whole, whole.name(), rest, -1));
                meshes.add(moved);
                SplitMeshes.follow(clips, -1, -1, n.payload(), meshes.size() - 1);
                nodes.add(Node.mesh(n.name() + "_still", -1, Transform.IDENTITY, meshes.size() - 1, n.materials()));
            }
        }
        return scene.withNodes(nodes).withMeshes(meshes).withClips(clips);
    }

    private static int[] faces(Scene scene, Node n, boolean[] still, boolean wanted) {
        if (n.kind() != NodeKind.MESH || still.length == 0) {
            return new int[0];
        }
        Mesh m = scene.meshes().get(n.payload());
        return IntStream.range(0, m.faceCount())
                .filter(f -> still[m.corners()[m.faceStarts()[f]]] == wanted)
                .toArray();
    }
}
