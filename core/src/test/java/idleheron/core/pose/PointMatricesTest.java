package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

/** The arm: its first point follows the shoulder alone, the second shoulder and elbow by halves. */
class PointMatricesTest {
    private static final int MESH = 4;

    private static Scene bent() {
        Scene s = SmallCrossing.sent();
        Node elbow = s.nodes().get(1);
        return SmallCrossing.withNode(
                s, 1, elbow.withTransform(elbow.transform().withRotation(new Vec3(0, 0, 90))));
    }

    private static Vector3d at(Scene s, Skin skin, int point) {
        Mesh m = s.meshes().getFirst();
        double[] p = m.points();
        return new PointMatrices(new Pose(s), MESH, skin)
                .at(point)
                .transformPosition(new Vector3d(p[3 * point], p[3 * point + 1], p[3 * point + 2]));
    }

    private static void near(Vector3d is, double x, double y, double z) {
        assertThat(is.distance(new Vector3d(x, y, z))).isCloseTo(0, within(1e-6));
    }

    @Test
    void aPointGoesByTheWeightedSumOfWhatItsJointsDo() {
        Scene s = bent();
        Skin skin = Objects.requireNonNull(s.meshes().getFirst().skin());
        near(at(s, skin, 0), 0, 1, 0.1);
        // the elbow lies at 0.3, 1: a point there stays, whatever its share
        near(at(s, skin, 1), 0.3, 1, 0.1);
        // 0.5, 0.95 is 0.2 and -0.05 from the elbow; elbow and hand both turn it by a quarter to 0.05 and 0.2
        near(at(s, skin, 2), 0.35, 1.2, 0.1);
    }

    @Test
    void weightsThatDoNotSumToOneAreHeldAgainstTheirSum() {
        Scene s = bent();
        Skin skin = Objects.requireNonNull(s.meshes().getFirst().skin());
        float[] half = {1, 1, 1, .125f, .375f, 0};
        Skin odd = skin.withWeights(skin.starts(), skin.slots(), half);
        near(at(s, odd, 2), 0.35, 1.2, 0.1);
        near(at(s, odd, 3), 0.62, 0.95, 0.08);
    }

    @Test
    void normalsTurnByTheInverseTransposeAndKeepTheirLength() {
        Mesh m = Mesh.bare("m", new double[9], new int[] {0, 3}, new int[] {0, 1, 2});
        float h = (float) Math.sqrt(0.5);
        float[] normals = {h, h, 0, 0, 0, 0, 0, 0, 1};
        float[] out = PointMatrices.turned(
                m, normals, p -> p == 0 ? new Matrix4d().scale(2, 1, 1) : new Matrix4d().rotateX(Math.PI / 2));
        assertThat(out[0]).isCloseTo((float) (1 / Math.sqrt(5)), within(1e-6f));
        assertThat(out[1]).isCloseTo((float) (2 / Math.sqrt(5)), within(1e-6f));
        assertThat(out[2]).isZero();
        assertThat(new float[] {out[3], out[4], out[5]}).as("without a length").containsExactly(0, 0, 0);
        assertThat(out[7]).isCloseTo(-1, within(1e-6f));
    }

    @Test
    void aMeshWithoutASkinKeepsItsNormals() {
        Mesh m = Mesh.bare("m", new double[9], new int[] {0, 3}, new int[] {0, 1, 2});
        assertThat(PointMatrices.atRest(SmallCrossing.sent(), MESH, m)).isSameAs(m.normals());
    }
}
