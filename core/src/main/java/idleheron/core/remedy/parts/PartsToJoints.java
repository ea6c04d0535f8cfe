package idleheron.core.remedy.parts;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.MeshMove;
import idleheron.core.remedy.mesh.ShownMeshes;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * Makes a rig of rigid parts in groups. Each node that moves a part becomes a joint at its pivot, with what lies between two such;
 * its parts become skinned meshes at the top whose points follow that joint alone. A part in no group, and one that is squeezed
 * flat, stay as they are.
 *
 * <p>A node whose local matrix is T(t + Ro + Rp) · R · T(-Rp + So + Sp) · S · T(-Sp) turns about Rp. With So = 0 and Sp = Rp, or
 * without any scale, the joint is that matrix times T(Rp), which is T(t + Ro + Rp) · R · S; what lies below moves by -Rp. The skin of a part
 * with the world matrix W, bound to a joint with J: points W · p, to the joint J⁻¹. So every frame stays what it was.
 *
 * @param joined whether all parts become one mesh
 */
public record PartsToJoints(boolean joined) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "parts-to-joints",
                    PartsToJoints.class,
                    Keeps.PICTURE,
                    say("core.remedy.parts.PartsToJoints.makes-a-joint-of-each-group"))
            .told("[=joined]", v -> new PartsToJoints(v.says("joined")))
            .measured(
                    say("core.remedy.parts.PartsToJoints.parts-without-a-joint"),
                    s -> Integer.toString(RigidParts.of(s).nodes().length));

    private static final double FLAT = 1e-12;

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.parts.PartsToJoints.make-joints-of-the-groups");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.parts.PartsToJoints.makes-a-joint-of-each-group-2",
                (joined ? say("core.remedy.parts.PartsToJoints.all-in-one-mesh") : "."));
    }

    @Override
    public Scene apply(Scene scene) {
        Scene out = new Work(scene).made();
        return joined && out != scene ? new MergeMeshes(scene.name()).apply(out) : out;
    }

    private static final class Work {
        private final Scene scene;
        private final RigidParts parts;
        private final boolean[] joint;
        private final List<Node> nodes;
        private final List<Mesh> meshes;
        private final List<Clip> clips;
        private final Set<String> names = new HashSet<>();
        private final int[] users;
        private final Set<Integer> gone = new HashSet<>();

        Work(Scene scene) {
            this.scene = scene;
            this.parts = RigidParts.of(scene);
            this.joint = new boolean[scene.nodes().size()];
            this.nodes = new ArrayList<>(scene.nodes());
            this.meshes = new ArrayList<>(scene.meshes());
            this.clips = new ArrayList<>(scene.clips());
            this.users = new int[scene.meshes().size()];
            for (Node n : scene.nodes()) {
                names.add(n.name());
                if (n.kind() == NodeKind.MESH) {
                    users[n.payload()]++;
                }
            }
        }

        Scene made() {
            Pose rest = new Pose(scene);
            for (int with : parts.with()) {
                if (with >= 0 && canBe(with) && Math.abs(rest.world(with).determinant()) > FLAT) {
                    joint[with] = true;
                }
            }
            between();
            boolean any = false;
            for (boolean j : joint) {
                any |= j;
            }
            if (!any) {
                return scene;
            }
            pivots();
            Pose now = new Pose(scene.withNodes(nodes).withClips(clips));
            for (int i = 0; i < parts.nodes().length; i++) {
                int with = parts.with()[i];
                if (with >= 0 && joint[with]) {
                    part(parts.nodes()[i], with, now);
                }
            }
            for (int j = 0; j < joint.length; j++) {
                if (joint[j]) {
                    Node n = nodes.get(j);
                    nodes.set(
                            j,
                            n.withPayload(NodeKind.JOINT, -1)
                                    .withMaterials(new int[0])
                                    .withGeometric(null)
                                    .withAttribute(null)
                                    .withBindWorld(new Matrix4d(now.world(j))));
                }
            }
            return ShownMeshes.of(
                    NodeRemoval.remove(scene.withNodes(nodes).withMeshes(meshes).withClips(clips), gone));
        }

        private boolean canBe(int node) {
            NodeKind k = nodes.get(node).kind();
            return k != NodeKind.CAMERA && k != NodeKind.LIGHT && (k != NodeKind.MESH || isPart(node));
        }

        private boolean isPart(int node) {
            return Arrays.binarySearch(parts.nodes(), node) >= 0;
        }

        /** What lies between two joints is one as well. */
        private void between() {
            for (int j = joint.length - 1; j >= 0; j--) {
                if (!joint[j]) {
                    continue;
                }
                int above = nodes.get(j).parent();
                while (above >= 0 && !joint[above]) {
                    above = nodes.get(above).parent();
                }
                for (int i = nodes.get(j).parent();
                        above >= 0 && i != above && canBe(i);
                        i = nodes.get(i).parent()) {
                    joint[i] = true;
                }
            }
        }

        /** Moves joints to where they turn. */
        private void pivots() {
            boolean[] layered = layered();
            boolean[] scaled = scaled();
            Vec3[] pivot = new Vec3[joint.length];
            for (int j = 0; j < joint.length; j++) {
                Transform t = nodes.get(j).transform();
                boolean plain = t.scaling().equals(Vec3.ONE) && !scaled[j]
                        || t.scalingPivot().equals(t.rotationPivot());
                boolean moves = joint[j] && plain && t.scalingOffset().isZero() && !layered[j];
                pivot[j] = moves ? t.rotationPivot() : Vec3.ZERO;
            }
            Vec3[] shift = new Vec3[joint.length];
            for (int j = 0; j < joint.length; j++) {
                Node n = nodes.get(j);
                Transform t = n.transform();
                Vec3 p = pivot[j];
                Vec3 above = n.parent() < 0 ? Vec3.ZERO : pivot[n.parent()];
                shift[j] = p.isZero()
                        ? Vec3.ZERO.minus(above)
                        : t.rotationOffset().plus(p).minus(above);
                if (!p.isZero()) {
                    t = t.withPivots(Vec3.ZERO, Vec3.ZERO, Vec3.ZERO, Vec3.ZERO);
                }
                if (n.kind() == NodeKind.MESH && !p.isZero()) { // its own points lie below it as well
                    Matrix4d g = new Matrix4d().translation(-p.x(), -p.y(), -p.z());
                    n = n.withGeometric(n.geometric() == null ? g : g.mul(n.geometric()));
                }
                nodes.set(j, n.withTransform(t.withTranslation(t.translation().plus(shift[j]))));
            }
            clips.replaceAll(c -> c.withTracks(
                    c.nodes().stream().map(t -> shifted(t, shift[t.node()])).toList(), c.shapes()));
        }

        private static Clip.NodeTrack shifted(Clip.NodeTrack t, Vec3 by) {
            if (by.isZero()) {
                return t;
            }
            double[] d = {by.x(), by.y(), by.z()};
            @Nullable Curve[] curves = t.curves().clone();
            for (int a = 0; a < d.length; a++) {
                Curve k = curves[a];
                curves[a] = k == null ? null : k.mapped(1, d[a]);
            }
            return new Clip.NodeTrack(t.node(), curves);
        }

        /** Per node whether its scale moves. */
        private boolean[] scaled() {
            boolean[] out = new boolean[joint.length];
            for (Clip c : clips) {
                for (Clip.NodeTrack t : c.nodes()) {
                    out[t.node()] |= t.curve(Channel.SCALE_X) != null
                            || t.curve(Channel.SCALE_Y) != null
                            || t.curve(Channel.SCALE_Z) != null;
                }
            }
            return out;
        }

        /** Per node whether layers move it, or what lies below it. */
        private boolean[] layered() {
            boolean[] out = new boolean[joint.length];
            for (Clip c : clips) {
                c.layers().stream().flatMap(l -> l.nodes().stream()).forEach(t -> {
                    out[t.node()] = true;
                    int above = nodes.get(t.node()).parent();
                    if (above >= 0) {
                        out[above] = true;
                    }
                });
            }
            return out;
        }

        /** Makes a skin of a part. */
        private void part(int node, int with, Pose now) {
            Node n = nodes.get(node);
            int mesh = n.payload();
            Matrix4d world = new Matrix4d(now.world(node));
            Matrix4dc g = n.geometric();
            Mesh old = scene.meshes().get(mesh);
            Mesh moved = MeshMove.of(old, g == null ? world : world.mul(g))
                    .withSkin(rigid(n.name(), old.pointCount(), with, new Matrix4d(now.world(with)).invert()));
            int own = mesh;
            if (users[mesh] == 1) {
                meshes.set(mesh, moved);
            } else {
                own = meshes.size();
                meshes.add(moved);
            }
            Node shown = Node.mesh(n.name(), -1, Transform.IDENTITY, own, n.materials())
                    .withProperties(n.properties())
                    .withBindWorld(new Matrix4d());
            shown = n.visible() ? shown : shown.hidden();
            if (with == node) {
                nodes.set(node, n.withProperties(List.of()));
                nodes.add(shown.withName(free(n.name() + "_mesh")));
            } else { // in the order in which parts were, so that surfaces keep theirs
                gone.add(node);
                nodes.add(shown);
            }
            if (own != mesh) {
                SplitMeshes.follow(clips, -1, -1, mesh, own);
            }
        }

        private String free(String name) {
            String out = name;
            for (int i = 2; !names.add(out); i++) {
                out = name + i;
            }
            return out;
        }

        private static Skin rigid(String name, int points, int joint, Matrix4dc toJoint) {
            int[] starts = new int[points + 1];
            Arrays.setAll(starts, i -> i);
            float[] weights = new float[points];
            Arrays.fill(weights, 1);
            return new Skin(name, new int[] {joint}, new Matrix4dc[] {toJoint}, starts, new int[points], weights);
        }
    }
}
