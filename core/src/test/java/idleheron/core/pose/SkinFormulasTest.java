package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every way of skinning against its formula, written out plainly, on random rigs. */
class SkinFormulasTest {
    private static final int POINTS = 40;
    private static final int JOINTS = 4;

    private Random random = new Random();

    private Vec3 vector(double size) {
        return new Vec3(size * random.nextGaussian(), size * random.nextGaussian(), size * random.nextGaussian());
    }

    private Scene scene(SkinStyle style, boolean sparse) {
        List<Node> nodes = new ArrayList<>();
        Matrix4dc[] bind = new Matrix4dc[JOINTS];
        int[] joints = new int[JOINTS];
        for (int j = 0; j < JOINTS; j++) {
            joints[j] = j;
            nodes.add(Node.of("j" + j, -1, NodeKind.JOINT, Transform.of(vector(1), vector(80), Vec3.ONE)));
            bind[j] = new Matrix4d()
                    .translation(random.nextGaussian(), random.nextGaussian(), random.nextGaussian())
                    .rotateXYZ(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
        }
        nodes.add(Node.mesh("m", -1, Transform.of(vector(1), vector(80), Vec3.ONE.times(1.5)), 0)
                .withGeometric(new Matrix4d().translation(0.1, 0.2, 0.3).rotateY(0.4)));
        int[] starts = new int[POINTS + 1];
        int[] slots = new int[POINTS * JOINTS];
        float[] weights = new float[slots.length];
        double[] points = new double[3 * POINTS];
        int at = 0;
        for (int p = 0; p < POINTS; p++) {
            for (int j = 0; j < JOINTS; j++) {
                if (!sparse || random.nextBoolean()) {
                    slots[at] = j;
                    weights[at++] = random.nextFloat();
                }
            }
            starts[p + 1] = at;
            for (int a = 0; a < 3; a++) {
                points[3 * p + a] = random.nextGaussian();
            }
        }
        Skin skin = new Skin(
                        "k",
                        joints,
                        bind,
                        starts,
                        java.util.Arrays.copyOf(slots, at),
                        java.util.Arrays.copyOf(weights, at))
                .withStyle(style);
        Mesh mesh = Mesh.bare("m", points, new int[] {0}, new int[0]).withSkin(skin);
        return Scene.bare("s", Stage.COMMON.withAxes(AxisSystem.Z_UP).withMetersPerUnit(0.01))
                .withNodes(nodes)
                .withMeshes(List.of(mesh));
    }

    /** Slot matrices in the mesh's own space. */
    private static Matrix4d slot(Pose pose, Scene s, Skin k, int i) {
        int mesh = s.nodeOfMesh(0);
        return new Matrix4d(pose.world(mesh))
                .invert()
                .mul(pose.world(k.joints()[i]))
                .mul(k.toJoint()[i]);
    }

    private static double[] dual(Matrix4d m) {
        Quaterniond r = m.getUnnormalizedRotation(new Quaterniond());
        Vector3d t = m.getTranslation(new Vector3d());
        Quaterniond d = new Quaterniond(t.x / 2, t.y / 2, t.z / 2, 0).mul(r);
        return new double[] {r.w, r.x, r.y, r.z, d.w, d.x, d.y, d.z};
    }

    private interface Formula {
        /** A point, moved within the node already, in the mesh's own space. */
        Vector3d at(Pose pose, Scene s, Skin k, int point, Vector3d p);
    }

    private void holds(SkinStyle style, boolean sparse, Formula formula) {
        Scene s = scene(style, sparse);
        Skin k = java.util.Objects.requireNonNull(s.meshes().getFirst().skin());
        Pose pose = new Pose(s);
        CanonicalSpace space = CanonicalSpace.of(s.stage());
        Surface surface = new Surface(pose, s.nodeOfMesh(0));
        float[] got = surface.deform(pose, space.pointMatrix());
        Matrix4d outer = new Matrix4d(space.pointMatrix()).mul(pose.world(s.nodeOfMesh(0)));
        Matrix4dc g =
                java.util.Objects.requireNonNull(s.nodes().get(s.nodeOfMesh(0)).geometric());
        double[] p = s.meshes().getFirst().points();
        for (int i = 0; i < POINTS; i++) {
            Vector3d in = g.transformPosition(new Vector3d(p[3 * i], p[3 * i + 1], p[3 * i + 2]));
            Vector3d wanted = outer.transformPosition(formula.at(pose, s, k, i, in));
            assertThat(wanted.distance(got[3 * i], got[3 * i + 1], got[3 * i + 2]))
                    .as("point %d", i)
                    .isCloseTo(0, within(1e-6));
        }
    }

    private static double sum(Skin k, int p) {
        double out = 0;
        for (int i = k.starts()[p]; i < k.starts()[p + 1]; i++) {
            out += k.weights()[i];
        }
        return out;
    }

    private static Vector3d linear(Pose pose, Scene s, Skin k, int point, Vector3d p, double rest, double scale) {
        Vector3d out = new Vector3d(p).mul(rest);
        for (int i = k.starts()[point]; i < k.starts()[point + 1]; i++) {
            Vector3d moved = slot(pose, s, k, k.slots()[i]).transformPosition(new Vector3d(p));
            out.add(moved.mul(k.weights()[i] * scale));
        }
        return out;
    }

    private static Vector3d dual(Pose pose, Scene s, Skin k, int point, Vector3d p, double rest) {
        double[] d = new double[8];
        double @Nullable [] first = null;
        for (int i = k.starts()[point]; i < k.starts()[point + 1]; i++) {
            double[] q = dual(slot(pose, s, k, k.slots()[i]));
            first = first == null ? q : first;
            double side = q[0] * first[0] + q[1] * first[1] + q[2] * first[2] + q[3] * first[3];
            for (int c = 0; c < 8; c++) {
                d[c] += Math.signum(side) * k.weights()[i] * q[c];
            }
        }
        d[0] += first != null && first[0] < 0 ? -rest : rest;
        double l = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2] + d[3] * d[3]);
        Quaterniond r = new Quaterniond(d[1] / l, d[2] / l, d[3] / l, d[0] / l);
        Quaterniond e = new Quaterniond(d[5] / l, d[6] / l, d[7] / l, d[4] / l);
        Quaterniond t = new Quaterniond(e).mul(new Quaterniond(r).conjugate());
        return r.transform(new Vector3d(p)).add(2 * t.x, 2 * t.y, 2 * t.z);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void linearByTheSumOrWithARestThatStaysWithTheMesh(long seed) {
        random = new Random(seed);
        SkinStyle total = new SkinStyle(SkinStyle.Method.LINEAR, null, SkinStyle.Link.TOTAL_ONE, List.of(), null);
        holds(total, true, (pose, s, k, i, p) -> linear(pose, s, k, i, p, 1 - sum(k, i), 1));
    }

    @ParameterizedTest
    @ValueSource(longs = {4, 5, 6})
    void dualQuaternionsInTheHalfSpaceOfTheFirst(long seed) {
        random = new Random(seed);
        SkinStyle style =
                new SkinStyle(SkinStyle.Method.DUAL_QUATERNION, null, SkinStyle.Link.NORMALIZED, List.of(), null);
        holds(style, true, (pose, s, k, i, p) -> dual(pose, s, k, i, p, sum(k, i) > 0 ? 0 : 1));
        SkinStyle total =
                new SkinStyle(SkinStyle.Method.DUAL_QUATERNION, null, SkinStyle.Link.TOTAL_ONE, List.of(), null);
        holds(total, false, (pose, s, k, i, p) -> dual(pose, s, k, i, p, 1 - sum(k, i)));
    }

    @ParameterizedTest
    @ValueSource(longs = {7, 8, 9})
    void aShareOfBothPointByPoint(long seed) {
        random = new Random(seed);
        float[] share = new float[POINTS];
        for (int i = 0; i < POINTS; i++) {
            share[i] = i % 4 == 0 ? 0 : i % 4 == 1 ? 1 : random.nextFloat();
        }
        SkinStyle style = new SkinStyle(SkinStyle.Method.BLENDED, share, SkinStyle.Link.NORMALIZED, List.of(), null);
        holds(style, false, (pose, s, k, i, p) -> {
            double sum = sum(k, i);
            Vector3d a = linear(pose, s, k, i, p, 0, 1 / sum).mul(1 - share[i]);
            return a.add(dual(pose, s, k, i, p, 0).mul(share[i]));
        });
    }

    @ParameterizedTest
    @ValueSource(longs = {10, 11})
    void additiveJointsMoveWhatTheOnesBeforeLeft(long seed) {
        random = new Random(seed);
        List<SkinStyle.Associate> associates = List.of(
                new SkinStyle.Associate(2, new Matrix4d().translation(1, 2, 3).rotateX(0.5)),
                new SkinStyle.Associate(3, new Matrix4d().translation(-1, 0, 1).rotateZ(1)));
        SkinStyle style = new SkinStyle(SkinStyle.Method.LINEAR, null, SkinStyle.Link.ADDITIVE, associates, null);
        holds(style, false, (pose, s, k, i, p) -> {
            Vector3d q = new Vector3d(p);
            for (int n = k.starts()[i]; n < k.starts()[i + 1]; n++) {
                int slot = k.slots()[n];
                Matrix4d v = slot(pose, s, k, slot);
                if (slot < 2) {
                    v = new Matrix4d(associates.get(slot).bind())
                            .mul(new Matrix4d(pose.world(associates.get(slot).node())).invert())
                            .mul(pose.world(k.joints()[slot]))
                            .mul(k.toJoint()[slot]);
                }
                q.lerp(v.transformPosition(new Vector3d(q)), k.weights()[n]);
            }
            return q;
        });
    }

    @ParameterizedTest
    @ValueSource(longs = {12, 13})
    void theCommonSpaceIsToldByAxesAndUnit(long seed) {
        random = new Random(seed);
        Stage stage = Stage.COMMON.withAxes(AxisSystem.Z_UP).withMetersPerUnit(0.01);
        assertThat(CanonicalSpace.of(stage, true).length(50)).isEqualTo(0.5);
        assertThat(CanonicalSpace.of(stage, false).length(50)).isEqualTo(50);
        assertThat(CanonicalSpace.asStored().point(1, 2, 3)).isEqualTo(new Vec3(1, 2, 3));
        Matrix4d m = CanonicalSpace.of(stage).matrix(new Matrix4d().translation(100, 200, 300), new Matrix4d());
        // Z up, -Y to the front: (100, 200, 300) cm lies at (1, 3, -2) m.
        assertThat(m.getTranslation(new Vector3d()).distance(1, 3, -2)).isLessThan(1e-12);
        Vector3d p = CanonicalSpace.of(stage).pointMatrix().transformPosition(new Vector3d(100, 200, 300));
        assertThat(p.distance(1, 3, -2)).isLessThan(1e-12);
        assertThat(CanonicalSpace.of(stage).point(100, 200, 300).distance(new Vec3(1, 3, -2)))
                .isLessThan(1e-12);
    }
}
