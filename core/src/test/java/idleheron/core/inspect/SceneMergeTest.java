package idleheron.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.compare.Comparison;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Tolerances;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.space.RandomRig;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** A head and a body that were written apart are one character again. */
class SceneMergeTest {
    private static Scene only(Scene s, int mesh) {
        List<Node> nodes = new ArrayList<>();
        int[] to = new int[s.nodes().size()];
        for (int i = 0; i < to.length; i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() != mesh) {
                to[i] = -1;
            } else {
                to[i] = nodes.size();
                nodes.add(n.kind() == NodeKind.MESH ? n.withPayload(NodeKind.MESH, 0) : n);
            }
        }
        Clip c = s.clips().getFirst().renumbered(to);
        List<Clip.ShapeTrack> shapes = c.shapes().stream()
                .filter(t -> t.mesh() == mesh)
                .map(t -> new Clip.ShapeTrack(0, t.shape(), t.weight()))
                .toList();
        return s.withNodes(nodes)
                .withMeshes(List.of(s.meshes().get(mesh)))
                .withClips(List.of(c.withTracks(c.nodes(), shapes)));
    }

    @Test
    void partsOnOneSkeletonMoveAsTheWholeDid() {
        for (int seed = 0; seed < 10; seed++) {
            Scene whole = RandomRig.of(seed);
            SceneMerge t = SceneMerge.of(List.of(only(whole, 0), only(whole, 1)));
            assertThat(t.apart()).isEmpty();
            assertThat(t.scene().joints()).hasSize(5);
            assertThat(t.scene().meshes()).hasSize(2);
            assertThat(t.scene().clips()).hasSize(1);
            Pose a = new Pose(whole);
            Pose b = new Pose(t.scene());
            for (double s : new double[] {0, 0.4, 1}) {
                a.at(whole.clips().getFirst(), s);
                b.at(t.scene().clips().getFirst(), s);
                for (int m = 0; m < 2; m++) {
                    float[] x = new Surface(a, whole.nodeOfMesh(m)).deform(a, new Matrix4d());
                    float[] y = new Surface(b, t.scene().nodeOfMesh(m)).deform(b, new Matrix4d());
                    assertThat(y).containsExactly(x);
                }
            }
            Comparison c = Comparison.of(whole, t.scene(), Tolerances.DEFAULT, true, Progress.NONE);
            assertThat(c.verdict().isFault()).as("seed " + seed).isFalse();
        }
    }

    @Test
    void aPartInAnotherPoseIsTold() {
        Scene whole = RandomRig.of(2);
        Scene head = only(whole, 1);
        List<Node> nodes = new ArrayList<>(head.nodes());
        Node j = nodes.get(1);
        nodes.set(
                1, j.withTransform(j.transform().withTranslation(j.translation().plus(new Vec3(1, 0, 0)))));
        SceneMerge t = SceneMerge.of(List.of(only(whole, 0), head.withNodes(nodes)));
        assertThat(t.apart()).isNotEmpty();
        assertThat(Inspection.apart(t)).extracting(Finding::code).containsExactly("parts-rest-apart");
        assertThat(Inspection.apart(SceneMerge.of(List.of(whole)))).isEmpty();
        assertThatThrownBy(() -> SceneMerge.of(
                        List.of(whole, whole.withStage(whole.stage().withMetersPerUnit(7)))))
                .hasMessageContaining("another unit");
    }

    @Test
    void twoCharactersOfOneFileAreMatchedEachWithItsOwn() {
        Scene a = RandomRig.of(3);
        List<Node> renamed = new ArrayList<>();
        for (Node n : a.nodes()) {
            renamed.add(n.parent() < 0 ? n.withName("second_" + n.name()) : n);
        }
        Scene b = a.withNodes(renamed);
        Scene two = SceneMerge.of(List.of(a, b)).scene();
        assertThat(two.joints()).hasSize(10);
        Comparison c = Comparison.of(two, two, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.verdict().isFault()).isFalse();
        assertThat(Inspection.of(two, null)).extracting(Finding::code).contains("several-characters");
        assertThat(Inspection.of(a, null)).extracting(Finding::code).doesNotContain("several-characters");
        List<Node> bare = new ArrayList<>();
        for (Node n : two.nodes()) {
            bare.add(n.parent() < 0 ? n : n.withName("ns:" + n.name()));
        }
        Comparison spaced = Comparison.of(two, two.withNodes(bare), Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(spaced.verdict().isFault()).as("namespaces").isFalse();
    }
}
