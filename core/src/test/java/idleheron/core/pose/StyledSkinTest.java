package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** One point at (1, 0, 0) between two joints at the origin; both were bound there, untwisted. */
class StyledSkinTest {
    private static Scene scene(SkinStyle style, float w0, float w1, Transform first, Transform second, Transform mesh) {
        Matrix4dc[] bind = {new Matrix4d(), new Matrix4d()};
        Skin skin =
                new Skin("s", new int[] {0, 1}, bind, new int[] {0, 2}, new int[] {0, 1}, new float[] {w0, w1}, style);
        Mesh m = Mesh.bare("m", new double[] {1, 0, 0}, new int[] {0}, new int[0])
                .withSkin(skin);
        return new Scene(
                "s",
                Stage.COMMON,
                List.of(
                        Node.of("a", -1, NodeKind.JOINT, first),
                        Node.of("b", -1, NodeKind.JOINT, second),
                        Node.mesh("m", -1, mesh, 0)),
                List.of(m),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private static float[] deformed(Scene s) {
        Pose p = new Pose(s);
        return new Surface(p, 2).deform(p, new Matrix4d());
    }

    private static SkinStyle style(SkinStyle.Method method, float share, SkinStyle.Link link) {
        return new SkinStyle(
                method, method == SkinStyle.Method.BLENDED ? new float[] {share} : null, link, List.of(), null);
    }

    private static Transform turn(double x, double y, double z) {
        return Transform.of(Vec3.ZERO, new Vec3(x, y, z), Vec3.ONE);
    }

    private static void near(float[] got, double x, double y, double z) {
        assertThat(got[0]).isCloseTo((float) x, within(1e-6f));
        assertThat(got[1]).isCloseTo((float) y, within(1e-6f));
        assertThat(got[2]).isCloseTo((float) z, within(1e-6f));
    }

    private static final Transform NONE = Transform.IDENTITY;

    @Test
    void halfwayBetweenAQuarterTurnLinearSkinningShrinksAndDualQuaternionsDoNot() {
        double s = Math.sqrt(0.5);
        near(deformed(scene(SkinStyle.PLAIN, 0.5f, 0.5f, NONE, turn(0, 0, 90), NONE)), 0.5, 0.5, 0);
        SkinStyle dual = style(SkinStyle.Method.DUAL_QUATERNION, 1, SkinStyle.Link.NORMALIZED);
        near(deformed(scene(dual, 0.5f, 0.5f, NONE, turn(0, 0, 90), NONE)), s, s, 0);
        // The long way round is not taken.
        near(deformed(scene(dual, 0.5f, 0.5f, turn(0, 0, 170), turn(0, 0, -170), NONE)), -1, 0, 0);
    }

    @Test
    void aScrewIsHalvedAsAScrew() {
        SkinStyle dual = style(SkinStyle.Method.DUAL_QUATERNION, 1, SkinStyle.Link.NORMALIZED);
        Transform screw = Transform.of(new Vec3(0, 0, 4), new Vec3(0, 0, 90), Vec3.ONE);
        double s = Math.sqrt(0.5);
        near(deformed(scene(dual, 0.5f, 0.5f, NONE, screw, NONE)), s, s, 2);
    }

    @Test
    void theShareOfAPointBlendsBothResults() {
        SkinStyle half = style(SkinStyle.Method.BLENDED, 0.5f, SkinStyle.Link.NORMALIZED);
        double v = (0.5 + Math.sqrt(0.5)) / 2;
        near(deformed(scene(half, 0.5f, 0.5f, NONE, turn(0, 0, 90), NONE)), v, v, 0);
    }

    @Test
    void theScaleOfTheMeshNodeIsNotLostInDualQuaternions() {
        SkinStyle dual = style(SkinStyle.Method.DUAL_QUATERNION, 1, SkinStyle.Link.NORMALIZED);
        // Bound with a mesh node of scale 3: the way from mesh to joint holds that scale.
        Scene s = scene(dual, 1, 0, NONE, NONE, Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(3, 3, 3)));
        Skin k = java.util.Objects.requireNonNull(s.meshes().getFirst().skin());
        Matrix4dc[] bind = {new Matrix4d().scale(3), new Matrix4d().scale(3)};
        Scene bound = s.withMeshes(List.of(s.meshes().getFirst().withSkin(k.withJoints(k.joints(), bind))));
        near(deformed(bound), 3, 0, 0);
    }

    @Test
    void whatIsMissingToOneStaysWithTheMesh() {
        Transform up = Transform.of(new Vec3(0, 8, 0), Vec3.ZERO, Vec3.ONE);
        SkinStyle rest = style(SkinStyle.Method.LINEAR, 0, SkinStyle.Link.TOTAL_ONE);
        near(deformed(scene(rest, 0.25f, 0, up, NONE, NONE)), 1, 2, 0);
        near(deformed(scene(SkinStyle.PLAIN, 0.25f, 0, up, NONE, NONE)), 1, 8, 0);
        SkinStyle dual = style(SkinStyle.Method.DUAL_QUATERNION, 0, SkinStyle.Link.TOTAL_ONE);
        near(deformed(scene(dual, 0.25f, 0, up, NONE, NONE)), 1, 2, 0);
    }

    @Test
    void additiveJointsAddWhatTheyMovedAgainstTheirAssociates() {
        Transform up = Transform.of(new Vec3(0, 8, 0), Vec3.ZERO, Vec3.ONE);
        Transform side = Transform.of(new Vec3(0, 2, 0), Vec3.ZERO, Vec3.ONE);
        SkinStyle add = new SkinStyle(
                SkinStyle.Method.LINEAR,
                null,
                SkinStyle.Link.ADDITIVE,
                List.of(new SkinStyle.Associate(1, new Matrix4d()), new SkinStyle.Associate(1, new Matrix4d())),
                null);
        // The first moved six more than its associate, the second is its own associate and adds nothing.
        near(deformed(scene(add, 0.5f, 1, up, side, NONE)), 1, 3, 0);
    }

    @Test
    void withOneJointEveryMethodIsTheSame() {
        Transform moved = Transform.of(new Vec3(1, 2, 3), new Vec3(20, 40, 60), Vec3.ONE);
        float[] plain = deformed(scene(SkinStyle.PLAIN, 1, 0, moved, NONE, turn(0, 0, 30)));
        for (SkinStyle.Method m : SkinStyle.Method.values()) {
            float[] other =
                    deformed(scene(style(m, 0.3f, SkinStyle.Link.TOTAL_ONE), 1, 0, moved, NONE, turn(0, 0, 30)));
            near(other, plain[0], plain[1], plain[2]);
        }
    }
}
