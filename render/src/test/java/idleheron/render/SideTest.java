package idleheron.render;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.junit.jupiter.api.Test;

class SideTest {
    private static final Scene SHEET = Scene.bare("sheet", Stage.COMMON)
            .withMeshes(List.of(Mesh.bare(
                    "sheet", new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2})))
            .withNodes(List.of(Node.mesh("sheet", -1, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE), 0)));

    @Test
    void whatStandsAtAMomentIsNotDeformedAgain() {
        Side side = new Side(SHEET, CanonicalSpace.of(Stage.COMMON));
        side.pose(null, 1);
        List<Shell> at = side.shells();
        side.field("");
        side.pose(null, 1);
        assertThat(side.shells()).as("the same moment").isSameAs(at);
        side.pose(null, 2);
        assertThat(side.shells()).as("another moment").isNotSameAs(at);
        List<Shell> later = side.shells();
        side.field("density");
        side.pose(null, 2);
        assertThat(side.shells()).as("another grid").isNotSameAs(later);
    }
}
