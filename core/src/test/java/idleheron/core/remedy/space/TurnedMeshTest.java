package idleheron.core.remedy.space;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What lies on a mesh whose node gets other axes: points, shapes, normals, tangents, colours, and what it is bound to. */
class TurnedMeshTest {
    private static final Matrix3d TURN = RotationOrder.XYZ.matrix(new Vec3(20, 35, 50));
    private static final double CLOSE = 1e-6;

    private static Mesh mesh() {
        MeshLayer tangents = new MeshLayer(
                MeshLayer.Kind.TANGENT,
                "t",
                MeshLayer.Domain.POINT,
                4,
                new double[] {1, 2, 3, 1, 4, 5, 6, -1},
                null,
                null);
        MeshLayer colours = new MeshLayer(
                MeshLayer.Kind.COLOR,
                "c",
                MeshLayer.Domain.POINT,
                4,
                new double[] {.1, .2, .3, 1, .4, .5, .6, 1},
                null,
                null);
        Skin skin = new Skin(
                        "k",
                        new int[] {0},
                        new Matrix4dc[] {new Matrix4d().translation(3, 2, 1)},
                        new int[] {0, 1, 2, 3},
                        new int[3],
                        new float[] {1, 1, 1})
                .withStyle(SkinStyle.PLAIN.withAssociates(
                        List.of(new SkinStyle.Associate(0, new Matrix4d().translation(7, 8, 9)))));
        BlendShape shape = new BlendShape(
                "b", 0, List.of(new BlendShape.Target(1, new int[] {0, 2}, new float[] {1, 2, 3, 4, 5, 6}, new float[] {
                    .1f, .2f, .3f, .4f, .5f, .6f
                })));
        return new Mesh(
                "m",
                new double[] {1, 2, 3, 4, 5, 6, 7, 8, 10},
                new int[] {0, 3},
                new int[] {0, 1, 2},
                new float[] {1, 2, 3, 4, 5, 6, 7, 8, 9},
                List.of(),
                null,
                null,
                null,
                skin,
                List.of(shape),
                List.of(tangents, colours));
    }

    private static Scene scene() {
        return Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("j", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("m", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(mesh()));
    }

    private static Mesh rebased(boolean mirror, double size, Matrix3d turn) {
        Scene s = scene();
        Matrix3d[] turns = Rebase.noTurns(s);
        turns[1] = turn;
        double[] sizes = {1, size};
        return new Rebase(s, new Rebase.World(mirror, 1, new Matrix3d(), Vec3.ZERO), sizes, turns)
                .apply()
                .meshes()
                .getFirst();
    }

    private static Vector3d turned(boolean mirror, double size, double x, double y, double z) {
        return TURN.transform(new Vector3d(mirror ? -x : x, y, z)).mul(size);
    }

    private static Vector3d at(double[] v, int i) {
        return new Vector3d(v[i], v[i + 1], v[i + 2]);
    }

    private static Vector3d at(float[] v, int i) {
        return new Vector3d(v[i], v[i + 1], v[i + 2]);
    }

    @Test
    void pointsAndOffsetsOfShapesTurnScaleAndMirror() {
        for (boolean mirror : new boolean[] {false, true}) {
            Mesh m = rebased(mirror, 2, TURN);
            assertThat(at(m.points(), 3).distance(turned(mirror, 2, 4, 5, 6))).isLessThan(CLOSE);
            assertThat(at(m.points(), 6).distance(turned(mirror, 2, 7, 8, 10))).isLessThan(CLOSE);
            BlendShape.Target t = m.shapes().getFirst().targets().getFirst();
            assertThat(at(t.deltas(), 0).distance(turned(mirror, 2, 1, 2, 3))).isLessThan(1e-5);
            assertThat(at(t.deltas(), 3).distance(turned(mirror, 2, 4, 5, 6))).isLessThan(1e-5);
            assertThat(t.points()).containsExactly(0, 2);
            float[] n = Objects.requireNonNull(t.normals());
            assertThat(at(n, 3).distance(turned(mirror, 1, 0.4, 0.5, 0.6))).isLessThan(1e-5);
        }
    }

    @Test
    void normalsAndTangentsTurnButKeepTheirLength() {
        for (boolean mirror : new boolean[] {false, true}) {
            Mesh m = rebased(mirror, 2, TURN);
            float[] n = Objects.requireNonNull(m.normals());
            assertThat(at(n, 0).distance(turned(mirror, 1, 1, 2, 3))).isLessThan(1e-5);
            double[] t = m.layers().getFirst().values();
            assertThat(at(t, 0).distance(turned(mirror, 1, 1, 2, 3))).isLessThan(CLOSE);
            assertThat(at(t, 4).distance(turned(mirror, 1, 4, 5, 6))).isLessThan(CLOSE);
            assertThat(t[3]).as("which way the third axis points").isEqualTo(mirror ? -1 : 1);
            assertThat(t[7]).isEqualTo(mirror ? 1 : -1);
            assertThat(m.layers().get(1).values())
                    .as("colours have no direction")
                    .containsExactly(.1, .2, .3, 1, .4, .5, .6, 1);
        }
    }

    @Test
    void whatThePointsAreBoundToIsToldInTheNewAxes() {
        Mesh m = rebased(false, 2, TURN);
        Skin k = Objects.requireNonNull(m.skin());
        Matrix4d space = new Matrix4d(new Matrix3d(TURN).scale(2));
        Matrix4d back = new Matrix4d(space).invert();
        Matrix4d wanted = new Matrix4d().translation(3, 2, 1).mul(back);
        assertThat(wanted.equals(k.toJoint()[0], CLOSE)).isTrue();
        SkinStyle.Associate a = k.style().associates().getFirst();
        assertThat(a.node()).isZero();
        assertThat(new Matrix4d(space).translate(7, 8, 9).equals(a.bind(), CLOSE))
                .isTrue();
    }

    @Test
    void axesThatStayLeaveTheArraysAsTheyAre() {
        Mesh m = rebased(false, 1, new Matrix3d());
        assertThat(m.points()).containsExactly(mesh().points());
        assertThat(m.normals()).containsExactly(mesh().normals());
    }

    /** A root that moves by three curves, under a world that turns. */
    private static Scene moving(@Nullable Curve x, @Nullable Curve y, @Nullable Curve z) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = x;
        c[1] = y;
        c[2] = z;
        Clip clip = new Clip("c", 0, 1, FrameRate.FILM, List.of(new Clip.NodeTrack(0, c)), List.of());
        return scene().withClips(List.of(clip));
    }

    private static Scene turnedWorld(Scene s, Matrix3d turn) {
        return new Rebase(s, new Rebase.World(false, 1, turn, Vec3.ZERO), Rebase.sizes(s, 1), Rebase.noTurns(s))
                .apply();
    }

    private static Vector3d place(Scene s, double t) {
        return new Pose(s).at(s.clips().getFirst(), t).world(0).getTranslation(new Vector3d());
    }

    @Test
    void aStepBesideAWayIsExactAtTheFrames() {
        Curve step = new Curve(new double[] {0, 0.5, 1}, new double[] {0, 7, 3}, new byte[] {0, 0, 0}, null, null);
        Curve way = Curve.linear(new double[] {0, 1}, new double[] {0, 10});
        Scene s = moving(step, way, null);
        Scene out = turnedWorld(s, TURN);
        for (int f = 0; f <= 24; f++) {
            Vector3d wanted = TURN.transform(place(s, f / 24.0));
            assertThat(place(out, f / 24.0).distance(wanted)).as("frame %d", f).isLessThan(1e-9);
        }
    }

    @Test
    void whatRunsOnBeyondItsKeysIsKeyedOnEveryFrame() {
        Curve way = Curve.linear(new double[] {0, 0.25}, new double[] {0, 10});
        Curve loops = new Curve(
                way.seconds(),
                way.values(),
                way.modes(),
                null,
                null,
                idleheron.core.scene.motion.Handles.NONE,
                idleheron.core.scene.motion.Extrapolation.HOLD,
                new idleheron.core.scene.motion.Extrapolation(
                        idleheron.core.scene.motion.Extrapolation.Kind.REPEAT, -1));
        Scene s = moving(loops, null, way);
        Scene out = turnedWorld(s, TURN);
        for (int f = 0; f <= 24; f++) {
            Vector3d wanted = TURN.transform(place(s, f / 24.0));
            assertThat(place(out, f / 24.0).distance(wanted)).as("frame %d", f).isLessThan(1e-9);
        }
        Matrix3d quarter = new Matrix3d().rotationX(Math.PI / 2);
        Curve kept = Objects.requireNonNull(
                turnedWorld(s, quarter).clips().getFirst().nodes().getFirst().curves()[0]);
        assertThat(kept.keys()).as("a quarter turn adds nothing").isEqualTo(2);
    }
}
