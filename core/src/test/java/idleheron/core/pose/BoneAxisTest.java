package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Which way the bones of a small skeleton run. */
class BoneAxisTest {
    private static Node joint(String name, int parent, double x, double y, double z) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(new Vec3(x, y, z), new Vec3(0, 0, 90), Vec3.ONE));
    }

    private static @Nullable SignedAxis of(int joint, Node... nodes) {
        Scene s = Scene.bare("s", Stage.COMMON).withNodes(List.of(nodes));
        return BoneAxis.of(s, new Pose(s), joint);
    }

    @Test
    void itRunsToTheFirstChildThatLiesElsewhere() {
        Node root = joint("root", -1, 5, 5, 5);
        assertThat(of(0, root, joint("a", 0, 0.1, -2, 0.1))).isEqualTo(SignedAxis.NEGATIVE_Y);
        assertThat(of(0, root, joint("a", 0, 0, 0, 0), joint("b", 0, 0, 0, 3))).isEqualTo(SignedAxis.POSITIVE_Z);
        assertThat(of(0, root, joint("a", 0, 1, 0, 0), joint("b", 0, 0, 9, 0))).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(of(1, root, joint("a", 0, 1, 0, 0), joint("b", 0, 0, 9, 0), joint("c", 1, 0, -1, 0)))
                .isEqualTo(SignedAxis.NEGATIVE_Y);
    }

    @Test
    void jointsThatLieOnItOrAreNoneGiveNoAxis() {
        Node root = joint("root", -1, 5, 5, 5);
        assertThat(of(0, root)).isNull();
        assertThat(of(0, root, joint("a", 0, 0, 0, 0))).isNull();
        assertThat(of(0, root, Node.of("g", 0, NodeKind.GROUP, Transform.of(new Vec3(1, 0, 0), Vec3.ZERO, Vec3.ONE))))
                .isNull();
        assertThat(of(
                        0,
                        root,
                        Node.of("g", 0, NodeKind.GROUP, Transform.of(new Vec3(0, 0, -4), Vec3.ZERO, Vec3.ONE)),
                        joint("a", 1, 0, 0, 0)))
                .as("through what is no joint")
                .isEqualTo(SignedAxis.NEGATIVE_Z);
    }
}
