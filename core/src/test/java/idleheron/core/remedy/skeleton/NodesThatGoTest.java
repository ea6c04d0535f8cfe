package idleheron.core.remedy.skeleton;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.view.DropCamerasAndLights;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** What becomes of skins, clips and what hangs below when nodes are taken out. */
class NodesThatGoTest {
    private static Node joint(String name, int parent) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE));
    }

    private static Clip.NodeTrack track(int node) {
        Curve[] c = new Curve[9];
        c[0] = Curve.linear(new double[] {0, 1}, new double[] {node, node + 1.0});
        return new Clip.NodeTrack(node, c);
    }

    /** root > spine > (arm > hand > tip, prop); the skin moves spine, arm and hand; every joint has a curve. */
    private static Scene rig() {
        List<Node> nodes = List.of(
                joint("root", -1),
                joint("spine", 0),
                joint("arm", 1),
                joint("hand", 2),
                joint("tip", 3),
                Node.mesh("body", -1, Transform.IDENTITY, 0),
                joint("prop", 1));
        Matrix4dc[] bind = {
            new Matrix4d().translation(1, 0, 0),
            new Matrix4d().translation(2, 0, 0),
            new Matrix4d().translation(3, 0, 0)
        };
        Skin skin =
                new Skin("k", new int[] {1, 2, 3}, bind, new int[] {0, 2, 3, 4}, new int[] {0, 1, 2, 1}, new float[] {
                    0.25f, 0.75f, 1, 1
                });
        Mesh mesh = Mesh.bare("body", new double[9], new int[] {0, 3}, new int[] {0, 1, 2})
                .withSkin(skin);
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int i = 0; i < 7; i++) {
            tracks.add(track(i));
        }
        return Scene.bare("s", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(mesh))
                .withClips(List.of(new Clip("c", 0, 1, FrameRate.FILM, tracks, List.of())));
    }

    private static Skin skin(Scene s) {
        return Objects.requireNonNull(s.meshes().getFirst().skin());
    }

    private static List<String> names(Scene s) {
        return s.nodes().stream().map(Node::name).toList();
    }

    @Test
    void whatHangsBelowGoesToTheNearestThatStays() {
        Scene s = NodeRemoval.remove(rig(), Set.of(1, 2));
        assertThat(names(s)).containsExactly("root", "hand", "tip", "body", "prop");
        assertThat(s.nodes()).extracting(Node::parent).containsExactly(-1, 0, 1, -1, 0);
        Scene top = NodeRemoval.remove(rig(), Set.of(0, 1));
        assertThat(top.nodes()).extracting(Node::parent).containsExactly(-1, 0, 1, -1, -1);
    }

    @Test
    void clipsLoseTheCurvesOfWhatWentAndKeepTheOthers() {
        Clip c = NodeRemoval.remove(rig(), Set.of(2, 5)).clips().getFirst();
        assertThat(c.nodes()).extracting(Clip.NodeTrack::node).containsExactly(0, 1, 2, 3, 4);
        assertThat(c.nodes())
                .extracting(t -> Objects.requireNonNull(t.curves()[0]).values()[0])
                .containsExactly(0.0, 1.0, 3.0, 4.0, 6.0);
    }

    @Test
    void skinsLoseTheSlotsAndInfluencesOfJointsThatWent() {
        Skin k = skin(NodeRemoval.remove(rig(), Set.of(2)));
        assertThat(k.joints()).containsExactly(1, 2);
        assertThat(k.toJoint()[1].m30()).as("the bind of the hand").isEqualTo(3);
        assertThat(k.starts()).containsExactly(0, 1, 2, 2);
        assertThat(k.slots()).containsExactly(0, 1);
        assertThat(k.weights()).containsExactly(0.25f, 1);
    }

    @Test
    void onlyNodesThatMoveAPointHaveWeight() {
        assertThat(NodeRemoval.weighted(rig())).containsExactly(false, true, true, true, false, false, false);
    }

    @Test
    void endsAreJointsBelowAnotherWithoutChildrenOrPoints() {
        assertThat(DropJoints.ends(rig())).containsExactly(4, 6);
        assertThat(DropJoints.tips(rig())).containsExactly(4, 6);
        Scene bare = rig().withMeshes(List.of(rig().meshes().getFirst().withSkin(null)));
        assertThat(DropJoints.tips(bare)).as("without a skin nobody knows").isEmpty();
        assertThat(DropJoints.ends(bare)).containsExactly(4, 6);
        assertThat(DropJoints.all().apply(bare)).isSameAs(bare);
    }

    @Test
    void onlyTheNamedEndsGo() {
        assertThat(names(new DropJoints(List.of("prop")).apply(rig())))
                .containsExactly("root", "spine", "arm", "hand", "tip", "body");
        assertThat(names(DropJoints.all().apply(rig()))).containsExactly("root", "spine", "arm", "hand", "body");
        Scene s = rig();
        assertThat(new DropJoints(List.of("hand")).apply(s))
                .as("that one moves a point")
                .isSameAs(s);
    }

    @Test
    void idleJointsHaveNothingBelowThatMovesAPoint() {
        assertThat(KeepInfluencing.idle(rig())).containsExactly(4, 6);
        List<Node> nodes = new ArrayList<>(rig().nodes());
        nodes.set(5, nodes.get(5).withParent(4));
        assertThat(KeepInfluencing.idle(rig().withNodes(nodes)))
                .as("something hangs under the tip")
                .containsExactly(6);
        assertThat(names(new KeepInfluencing().apply(rig()))).containsExactly("root", "spine", "arm", "hand", "body");
    }

    @Test
    void weightsGoToTheNearestAboveThatStays() {
        Skin k = skin(HandWeights.up(List.of("arm", "hand")).apply(rig()));
        assertThat(k.joints()).containsExactly(1);
        assertThat(k.weights()).containsExactly(1, 1, 1);
        assertThat(k.starts()).containsExactly(0, 1, 2, 3);
    }

    @Test
    void weightsGoToTheNamedJointAndToTheOneAboveWhereThatIsGoneToo() {
        Skin named = skin(new HandWeights(Map.of("hand", "spine")).apply(rig()));
        assertThat(named.joints()).containsExactly(1, 2);
        assertThat(named.slots()).containsExactly(0, 1, 0, 1);
        assertThat(named.weights()).containsExactly(0.25f, 0.75f, 1, 1);
        Skin gone = skin(new HandWeights(Map.of("hand", "arm", "arm", "nobody")).apply(rig()));
        assertThat(gone.joints()).containsExactly(1);
        assertThat(gone.weights()).containsExactly(1, 1, 1);
    }

    @Test
    void aTakerThatMovedNothingIsBoundWhereBothSay() {
        List<Node> nodes = new ArrayList<>(rig().nodes());
        nodes.set(5, nodes.get(5).withBindWorld(new Matrix4d().translation(0, 0, 5)));
        nodes.set(0, nodes.get(0).withBindWorld(new Matrix4d().translation(0, 2, 0)));
        Skin k = skin(new HandWeights(Map.of("hand", "root")).apply(rig().withNodes(nodes)));
        int slot = 0;
        while (k.joints()[slot] != 0) {
            slot++;
        }
        // (0, 2, 0)⁻¹ · (0, 0, 5)
        assertThat(k.toJoint()[slot].m31()).isCloseTo(-2, within(1e-12));
        assertThat(k.toJoint()[slot].m32()).isCloseTo(5, within(1e-12));
    }

    @Test
    void nothingToHandOverLeavesTheScene() {
        Scene s = rig();
        assertThat(HandWeights.up(List.of("nobody")).apply(s)).isSameAs(s);
    }

    @Test
    void camerasAndLightsGoAndWhatHangsUnderThemStays() {
        List<Node> nodes = List.of(
                Node.of("cam", -1, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0),
                joint("held", 0),
                Node.of("lamp", 1, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0),
                Node.of("lamp2", 2, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0));
        Scene s = Scene.bare("s", Stage.COMMON)
                .withNodes(nodes)
                .withCameras(List.of(new Camera("cam", 40, 36, 24, 0.1, 100)))
                .withLights(List.of(new Light("lamp", "point", Vec3.ONE, 1)));
        Scene after = new DropCamerasAndLights().apply(s);
        assertThat(names(after)).containsExactly("cam", "held");
        assertThat(after.nodes().getFirst().kind()).isEqualTo(NodeKind.GROUP);
        assertThat(after.nodes().getFirst().payload()).isEqualTo(-1);
        Scene none = rig();
        assertThat(new DropCamerasAndLights().apply(none)).isSameAs(none);
    }
}
