package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.render.Side;
import java.util.List;
import org.junit.jupiter.api.Test;

class HatchNamesTest {
    /** A square metre across Z, its middle where told. */
    private static Node plane(double x, double z, int mesh) {
        return Node.mesh(
                "plane" + mesh, -1, Transform.of(new Vec3(x, 0, z), Vec3.ZERO, Vec3.ONE), mesh, new int[] {mesh});
    }

    private static Material paint(int texture) {
        return new Material("paint", "phong", new Vec3(1, 1, 1), 1, texture);
    }

    private static final Mesh SQUARE = Mesh.bare(
            "square",
            new double[] {-0.5, -0.5, 0, 0.5, -0.5, 0, 0.5, 0.5, 0, -0.5, 0.5, 0},
            new int[] {0, 4},
            new int[] {0, 1, 2, 3});

    private static final Scene SCENE = Scene.bare("planes", Stage.COMMON)
            .withTextures(List.of(
                    new Texture("tar", "tar.png", "", false),
                    new Texture("sand", "sand.png", "", true),
                    new Texture("rope", "rope.png", "", false)))
            .withMaterials(List.of(paint(0), paint(1), paint(2)))
            .withMeshes(List.of(SQUARE, SQUARE, SQUARE))
            .withNodes(List.of(plane(0, 0, 0), plane(0.5, 1, 1), plane(-3, 0, 2)));

    private static String at(double x) {
        Side side = new Side(SCENE, CanonicalSpace.of(SCENE.stage()));
        double m = SCENE.stage().metersPerUnit();
        SurfaceHit hit = SurfaceHit.first(side.shells(), new double[] {x * m, 0.1 * m, 5}, new double[] {0, 0, -1});
        return hit == null ? "" : HatchNames.at(side, hit, List.of("tar.png", "rope.png"));
    }

    @Test
    void theFirstFaceTellsItsPicture() {
        assertThat(at(-0.25)).isEqualTo("tar.png");
        assertThat(at(0.25)).as("another that is there stands before it").isEmpty();
        assertThat(at(-3)).isEqualTo("rope.png");
        assertThat(at(-1.5)).as("beside all").isEmpty();
    }
}
