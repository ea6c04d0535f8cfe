package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.math.AxisSystem;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.List;
import org.junit.jupiter.api.Test;

class SceneTest {
    private static Scene scene(Node... nodes) {
        return new Scene(
                "s",
                Stage.COMMON,
                List.of(nodes),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private static Node joint(String name, int parent) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.IDENTITY);
    }

    @Test
    void pathsRootsAndJointsAboveLookThroughGroups() {
        Scene s = scene(
                Node.of("rig/one", -1, NodeKind.GROUP, Transform.IDENTITY),
                joint("root", 0),
                Node.of("space", 1, NodeKind.GROUP, Transform.IDENTITY),
                joint("arm", 2),
                joint("other", 0));
        assertThat(s.path(3)).isEqualTo("/rig_one/root/space/arm");
        assertThat(s.paths().get(3)).isEqualTo(s.path(3));
        assertThat(s.jointAbove(3)).isEqualTo(1);
        assertThat(s.skeletonRoots()).containsExactly(1, 4);
        assertThat(s.isUnder(3, 1)).isTrue();
        assertThat(s.isUnder(4, 1)).isFalse();
        assertThat(s.children(0)).containsExactly(1, 4);
        assertThat(s.find("nobody")).isEqualTo(-1);
    }

    @Test
    void aNodeBeforeItsParentIsRefused() {
        assertThatThrownBy(() -> scene(joint("a", 1), joint("b", -1)))
                .hasMessageContaining("node 0 a comes before its parent");
    }

    @Test
    void unitsAreNamedAsPeopleNameThem() {
        assertThat(Stage.COMMON.unitLabel()).isEqualTo("1 m");
        assertThat(Stage.COMMON.withMetersPerUnit(0.01).unitLabel()).isEqualTo("1 cm");
        assertThat(Stage.COMMON.withMetersPerUnit(0.0254).unitLabel()).isEqualTo("0.0254 m");
        assertThat(Stage.COMMON.withMetersPerUnit(5).unitLabel()).isEqualTo("5 m");
        assertThat(Stage.COMMON.withAxes(AxisSystem.Z_UP).axes().describe()).isEqualTo("Z up, right-handed");
        assertThatThrownBy(() -> Stage.COMMON.withMetersPerUnit(0)).hasMessageContaining("positive");
    }

    @Test
    void arraysThatDisagreeAreRefused() {
        assertThatThrownBy(() -> Mesh.bare("m", new double[3], new int[] {0, 2}, new int[3]))
                .hasMessageContaining("last corner");
        assertThatThrownBy(() -> new BlendShape.Target(1, new int[2], new float[3], null))
                .hasMessageContaining("2 points but 3");
        assertThatThrownBy(() ->
                        new Skin("s", new int[1], new org.joml.Matrix4dc[0], new int[1], new int[0], new float[0]))
                .hasMessageContaining("1 joints but 0");
    }
}
