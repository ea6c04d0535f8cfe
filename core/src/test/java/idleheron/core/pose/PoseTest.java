package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class PoseTest {
    private static Scene scene(List<Node> nodes, List<Mesh> meshes, List<Clip> clips) {
        return new Scene(
                "s", Stage.COMMON, nodes, meshes, List.of(), List.of(), List.of(), List.of(), clips, List.of());
    }

    private static Node joint(String name, int parent, Vec3 t, Vec3 r, Vec3 s, Inherit inherit) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(t, r, s).withInherit(inherit));
    }

    @Test
    void theThreeWaysOfTakingOverScaleDifferAsTheyShould() {
        Vec3 stretch = new Vec3(2, 1, 1);
        Vec3 quarter = new Vec3(0, 0, 90);
        for (Inherit i : Inherit.values()) {
            Scene s = scene(
                    List.of(
                            joint("a", -1, Vec3.ZERO, Vec3.ZERO, stretch, Inherit.ORDINARY),
                            joint("b", 0, new Vec3(1, 0, 0), quarter, Vec3.ONE, i)),
                    List.of(),
                    List.of());
            Matrix4dc w = new Pose(s).world(1);
            assertThat(Matrices.translation(w)).isEqualTo(new Vec3(2, 0, 0));
            // b's own X axis points along the world's Y.
            Vec3 x = new Vec3(w.m00(), w.m01(), w.m02());
            Vec3 expected = switch (i) {
                case ORDINARY -> new Vec3(0, 1, 0); // stretched along the world's X, which b's X does not touch
                case ROTATE_THEN_SCALE -> new Vec3(0, 2, 0); // the stretch follows b's own X
                case WITHOUT_PARENT_SCALE -> new Vec3(0, 1, 0);
            };
            assertThat(x.distance(expected)).as(i.name()).isLessThan(1e-12);
            Vec3 y = new Vec3(w.m10(), w.m11(), w.m12());
            assertThat(y.length()).as(i.name()).isCloseTo(i == Inherit.ORDINARY ? 2 : 1, within(1e-12));
        }
    }

    @Test
    void aClipMovesOnlyTheChannelsItHas() {
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        curves[1] = Curve.linear(new double[] {0, 1}, new double[] {0, 10});
        Clip c = new Clip("c", 0, 1, FrameRate.FILM, List.of(new Clip.NodeTrack(0, curves)), List.of());
        Scene s = scene(
                List.of(joint("a", -1, new Vec3(7, 0, 0), Vec3.ZERO, Vec3.ONE, Inherit.ORDINARY)),
                List.of(),
                List.of(c));
        assertThat(Matrices.translation(new Pose(s).at(c, 0.25).world(0))).isEqualTo(new Vec3(7, 2.5, 0));
        assertThat(Matrices.translation(new Pose(s).rest().world(0))).isEqualTo(new Vec3(7, 0, 0));
    }

    private static Scene bent(double w0, double w1) {
        Skin skin = new Skin(
                "k",
                new int[] {0, 1},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d().translation(0, -1, 0)},
                new int[] {0, 2},
                new int[] {0, 1},
                new float[] {(float) w0, (float) w1});
        BlendShape bulge = new BlendShape(
                "bulge",
                0,
                List.of(
                        new BlendShape.Target(0.5, new int[] {0}, new float[] {1, 0, 0}, null),
                        new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 4}, null)));
        Mesh mesh = new Mesh(
                "m",
                new double[] {0, 2, 0},
                new int[] {0},
                new int[0],
                null,
                List.of(),
                null,
                null,
                null,
                skin,
                List.of(bulge));
        return scene(
                List.of(
                        joint("a", -1, Vec3.ZERO, Vec3.ZERO, Vec3.ONE, Inherit.ORDINARY),
                        joint("b", 0, new Vec3(0, 1, 0), new Vec3(0, 0, 90), Vec3.ONE, Inherit.ORDINARY),
                        Node.mesh("n", -1, Transform.IDENTITY, 0)),
                List.of(mesh),
                List.of());
    }

    @Test
    void aSkinnedPointIsTheWeightedMeanOfWhereItsJointsPutIt() {
        // a leaves (0,2,0) there; b, bent by a quarter at (0,1,0), brings it to (-1,1,0).
        Pose p = new Pose(bent(0.25, 0.75));
        float[] at = new Surface(p, 2).deform(p, new Matrix4d());
        assertThat(at[0]).isCloseTo(-0.75f, within(1e-6f));
        assertThat(at[1]).isCloseTo(1.25f, within(1e-6f));
    }

    @Test
    void weightsThatDoNotSumToOneAreScaledAndNoneAtAllStaysWithTheMesh() {
        Pose p = new Pose(bent(0.5, 1.5));
        assertThat(new Surface(p, 2).deform(p, new Matrix4d())[0]).isCloseTo(-0.75f, within(1e-6f));
        Pose q = new Pose(bent(0, 0));
        assertThat(new Surface(q, 2).deform(q, new Matrix4d())[1]).isCloseTo(2f, within(1e-6f));
    }

    @Test
    void anInBetweenIsReachedAtItsOwnWeightAndBlendsIntoTheNext() {
        Scene s = bent(1, 0);
        for (double[] c : new double[][] {{0.25, 0.5, 0}, {0.5, 1, 0}, {0.75, 1, 2}, {1, 1, 4}, {1.5, 1.5, 6}}) {
            Mesh m = s.meshes().getFirst();
            BlendShape b = m.shapes().getFirst();
            Scene w = s.withMeshes(List.of(m.withShapes(List.of(new BlendShape("bulge", c[0], b.targets())))));
            Pose p = new Pose(w);
            float[] at = new Surface(p, 2).deform(p, new Matrix4d());
            assertThat(at[0]).as("x at %s", c[0]).isCloseTo((float) c[1], within(1e-6f));
            assertThat(at[2]).as("z at %s", c[0]).isCloseTo((float) c[2], within(1e-6f));
        }
    }

    @Test
    void asMeantBringsZUpCentimetresToYUpMetresAndKeepsRotationsRotations() {
        CanonicalSpace m =
                CanonicalSpace.of(Stage.COMMON.withAxes(AxisSystem.Z_UP_LEFT).withMetersPerUnit(0.01));
        assertThat(m.point(0, 0, 250).y()).isCloseTo(2.5, within(1e-12));
        assertThat(m.matrix(new Matrix4d(), new Matrix4d()).determinant3x3()).isCloseTo(1, within(1e-12));
    }

    @Test
    void aBoneRunsAlongTheAxisThatItHasAndElseAlongX() {
        assertThat(BoneAxis.direction(SignedAxis.NEGATIVE_Y)).isEqualTo(new Vec3(0, -1, 0));
        assertThat(BoneAxis.direction(SignedAxis.POSITIVE_Z)).isEqualTo(new Vec3(0, 0, 1));
        assertThat(BoneAxis.direction(null)).isEqualTo(new Vec3(1, 0, 0));
    }
}
