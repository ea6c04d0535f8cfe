package idleheron.core.remedy.skeleton;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A hip and a knee, put where they were bound whatever their transforms are made of. */
class RestToBindTest {
    private static Scene leg(Transform hip, Transform knee) {
        return Scene.bare("leg", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("hip", -1, NodeKind.JOINT, hip),
                        Node.of("knee", 0, NodeKind.JOINT, knee),
                        Node.of("pad", 1, NodeKind.GROUP, Transform.IDENTITY)));
    }

    private static void lies(Scene s, int node, Matrix4dc where) {
        assertThat(new Pose(s).world(node).equals(where, 1e-9))
                .as(new Pose(s).world(node) + " at " + where)
                .isTrue();
    }

    private static Scene at(Scene s, @Nullable Matrix4dc... worlds) {
        return RestToBind.at(s, Arrays.asList(worlds));
    }

    @Test
    void turnsBeforeAndAfterAndOffsetsStayAndTheAnglesGiveWay() {
        Transform bent = Transform.of(new Vec3(1, 2, 3), new Vec3(10, 20, 30), Vec3.ONE)
                .withTurns(new Vec3(0, 90, 0), new Vec3(0, 0, 45));
        Matrix4d hip = new Matrix4d().translate(5, 6, 7).rotateX(0.3).rotateZ(-0.4);
        Matrix4d knee = new Matrix4d().translate(5, 4, 7).rotateY(1.1);
        Scene out = at(leg(bent, bent), hip, knee, null);
        lies(out, 0, hip);
        lies(out, 1, knee);
        Transform t = out.nodes().get(1).transform();
        assertThat(t.preRotation()).isEqualTo(new Vec3(0, 90, 0));
        assertThat(t.postRotation()).isEqualTo(new Vec3(0, 0, 45));
        assertThat(out.nodes().get(2).transform()).isEqualTo(Transform.IDENTITY);
    }

    @Test
    void aScaleIsKeptToTheBitWhereItIsTheSame() {
        Vec3 size = new Vec3(2, 2 + 5e-7, 2);
        Transform large = Transform.of(Vec3.ZERO, Vec3.ZERO, size);
        Scene kept = at(
                leg(large, Transform.IDENTITY),
                new Matrix4d().translate(1, 0, 0).scale(2),
                null,
                null);
        assertThat(kept.nodes().getFirst().transform().scaling()).isEqualTo(size);
        assertThat(kept.nodes().getFirst().transform().translation()).isEqualTo(new Vec3(1, 0, 0));
        for (int axis = 0; axis < 3; axis++) {
            double[] by = {2, 2, 2};
            by[axis] = 3;
            Matrix4d wanted = new Matrix4d().scale(by[0], by[1], by[2]);
            Scene other = at(leg(large, Transform.IDENTITY), wanted, null, null);
            assertThat(other.nodes().getFirst().transform().scaling().get(axis)).isCloseTo(3, within(1e-12));
            lies(other, 0, wanted);
        }
    }

    @Test
    void whatIsUnboundAndWhatIsNoJointStaysUnderItsParent() {
        Transform knee = Transform.of(new Vec3(0, -1, 0), Vec3.ZERO, Vec3.ONE);
        Matrix4d hip = new Matrix4d().translate(0, 9, 0);
        Scene out = at(leg(Transform.IDENTITY, knee), hip, null, new Matrix4d().translate(4, 4, 4));
        lies(out, 1, new Matrix4d().translate(0, 8, 0));
        lies(out, 2, new Matrix4d().translate(0, 8, 0));
        assertThat(new RestToBind().apply(leg(Transform.IDENTITY, knee)).nodes())
                .isEqualTo(leg(Transform.IDENTITY, knee).nodes());
    }
}
