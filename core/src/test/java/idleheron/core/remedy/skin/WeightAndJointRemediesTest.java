package idleheron.core.remedy.skin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

class WeightAndJointRemediesTest {
    /** root – spine – (hand – finger – tip), a control beside; three points. */
    private static Scene scene(float... weights) {
        List<Node> nodes = new ArrayList<>(List.of(
                joint("root", -1, 0),
                joint("spine", 0, 1),
                joint("hand", 1, 1),
                joint("finger", 2, 0.5),
                joint("tip", 3, 0.2),
                joint("control", -1, 3),
                Node.mesh("m", -1, Transform.IDENTITY, 0)));
        Stage stage = new Stage(AxisSystem.COMMON, 1, FrameRate.FILM, 0, 1, "");
        Scene bare = new Scene(
                "s", stage, nodes, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Pose rest = new Pose(bare.withNodes(nodes.subList(0, 6)));
        Matrix4dc[] bind = new Matrix4dc[3];
        int[] joints = {1, 2, 3};
        for (int i = 0; i < 6; i++) {
            nodes.set(i, nodes.get(i).withBindWorld(new Matrix4d(rest.world(i))));
        }
        for (int i = 0; i < 3; i++) {
            bind[i] = new Matrix4d(rest.world(joints[i])).invert();
        }
        Skin skin = new Skin("k", joints, bind, new int[] {0, 3, 6, 9}, new int[] {0, 1, 2, 0, 1, 2, 0, 1, 2}, weights);
        Mesh mesh = Mesh.bare("m", new double[] {0, 1, 0, 0, 2, 0, 0, 2.5, 0}, new int[] {0, 3}, new int[] {0, 1, 2})
                .withSkin(skin);
        return bare.withNodes(nodes).withMeshes(List.of(mesh));
    }

    private static Node joint(String name, int parent, double up) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(new Vec3(0, up, 0), Vec3.ZERO, Vec3.ONE));
    }

    private static Scene usual() {
        return scene(0.7f, 0.2f, 0.1f, 0.3f, 0.3f, 0.4f, 0, 0.02f, 0.98f);
    }

    private static Skin skin(Scene s) {
        return Objects.requireNonNull(s.meshes().getFirst().skin());
    }

    @Test
    void theStrongestInfluencesStayAndSumToOne() {
        Skin k = skin(TuneWeights.limit(2).apply(usual()));
        assertThat(k.maxInfluences()).isEqualTo(2);
        assertThat(k.starts()).containsExactly(0, 2, 4, 6);
        assertThat(k.weights()[0]).isCloseTo(0.7f / 0.9f, within(1e-6f));
        assertThat(k.slots()[2]).as("of equal weights the first stays").isZero();
        assertThat(k.sum(1)).isCloseTo(1, within(1e-6));
    }

    @Test
    void weakWeightsArePrunedAndSumsAreMadeOne() {
        Skin k = skin(TuneWeights.prune(0.05).apply(usual()));
        assertThat(k.influences(2)).isEqualTo(1);
        assertThat(k.sum(2)).isCloseTo(1, within(1e-6));
        Skin n = skin(TuneWeights.normalised().apply(scene(2, 1, 1, 1, 0, 0, 0, 0, 0)));
        assertThat(n.weights()[0]).isEqualTo(0.5f);
        assertThat(n.sum(2)).as("nothing stays nothing").isZero();
        Scene s = usual();
        assertThat(TuneWeights.limit(3).apply(s)).as("nothing to do").isSameAs(s);
    }

    @Test
    void roundingKeepsTheSumByTheStrongest() {
        Skin k = skin(TuneWeights.quantise(8).apply(scene(0.333f, 0.333f, 0.334f, 0.3f, 0.3f, 0.4f, 0, 0.02f, 0.98f)));
        for (int p = 0; p < 3; p++) {
            double steps = 0;
            for (int i = k.starts()[p]; i < k.starts()[p + 1]; i++) {
                double x = k.weights()[i] * 255;
                assertThat(x).isCloseTo(Math.rint(x), within(1e-4));
                steps += Math.rint(x);
            }
            assertThat(steps).isEqualTo(255);
        }
        assertThatThrownBy(() -> TuneWeights.quantise(40)).hasMessageContaining("bits 40");
    }

    @Test
    void onlyJointsWithInfluenceAndThoseAboveThemStay() {
        Scene s = new KeepInfluencing().apply(usual());
        assertThat(s.nodes()).extracting(Node::name).containsExactly("root", "spine", "hand", "finger", "m");
        assertThat(Proof.of(usual(), s, Progress.NONE).worst().value()).isZero();
        Scene bare = usual().withMeshes(List.of(usual().meshes().getFirst().withSkin(null)));
        assertThat(new KeepInfluencing().apply(bare))
                .as("nothing is known of influence")
                .isSameAs(bare);
    }

    @Test
    void weightsGoToTheJointAboveOrToTheOneThatTheTableNames() {
        Scene up = HandWeights.up(List.of("finger")).apply(usual());
        assertThat(up.find("finger")).isEqualTo(-1);
        assertThat(up.nodes().get(up.find("tip")).parent()).isEqualTo(up.find("hand"));
        Skin k = skin(up);
        assertThat(k.joints()).hasSize(2);
        assertThat(k.sum(0)).isCloseTo(1, within(1e-6));
        assertThat(k.weights()[k.starts()[2] + 1])
                .as("two of one point became one")
                .isCloseTo(1f, within(1e-6f));
        // To a joint that had no point of this mesh: it stands where it rests, so that nothing moves at rest.
        Scene to = new HandWeights(Map.of("finger", "root")).apply(usual());
        assertThat(skin(to).joints()).contains(to.find("root"));
        assertThat(Proof.of(usual(), to, Progress.NONE).worst().value()).isLessThan(1e-4);
    }

    @Test
    void jointsRestWhereTheyWereBound() {
        Scene s = usual();
        List<Node> nodes = new ArrayList<>(s.nodes());
        Transform hard = new Transform(
                new Vec3(0.1, 0.9, 0),
                idleheron.core.math.RotationOrder.ZXY,
                new Vec3(10, 20, 30),
                new Vec3(5, 0, 0),
                new Vec3(0, 7, 0),
                Vec3.ONE,
                Vec3.ZERO,
                new Vec3(0, 0.1, 0),
                Vec3.ZERO,
                Vec3.ZERO,
                idleheron.core.scene.Inherit.ORDINARY);
        nodes.set(2, nodes.get(2).withTransform(hard));
        Scene moved = s.withNodes(nodes);
        Scene back = new RestToBind().apply(moved);
        Pose a = new Pose(s);
        Pose b = new Pose(back);
        for (int i = 0; i < 6; i++) {
            assertThat(Matrices.difference(a.world(i), b.world(i)))
                    .as("node " + i)
                    .isLessThan(1e-9);
        }
        assertThat(back.nodes().get(2).transform().preRotation()).isEqualTo(new Vec3(5, 0, 0));
    }

    @Test
    void namesChangeByTableAndByPattern() {
        RenameNodes r = new RenameNodes(Map.of("spine", "chest"), "^(f\\w+)$", "left_$1");
        assertThat(r.apply(usual()).nodes())
                .extracting(Node::name)
                .containsExactly("root", "chest", "hand", "left_finger", "tip", "control", "m");
        Scene s = usual();
        assertThat(new RenameNodes(Map.of(), "nothing", "x").apply(s)).isSameAs(s);
        assertThat(new RenameNodes(Map.of(), ".*", "").name("hand"))
                .as("a name is never empty")
                .isEqualTo("hand");
        assertThatThrownBy(() -> new RenameNodes(Map.of(), "(", "")).hasMessageContaining("the pattern (");
    }
}
