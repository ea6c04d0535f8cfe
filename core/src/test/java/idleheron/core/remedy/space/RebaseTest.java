package idleheron.core.remedy.space;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Limits;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A mast that is turned by a quarter, a lantern one unit up on it, and a flag of one triangle; all worked out by hand. */
class RebaseTest {
    private static final double CLOSE = 1e-12;

    private static Scene scene() {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.TRANSLATE_X.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {1, 3});
        c[Channel.ROTATE_Y.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {0, 30});
        c[Channel.SCALE_Z.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {1, 2});
        boolean[] on = new boolean[9];
        Mesh flag = new Mesh(
                "flag",
                new double[] {4, 5, 6, 0, 0, 0, 1, 0, 0},
                new int[] {0, 3},
                new int[] {0, 1, 2},
                new float[] {1, 0, 0, 0, 1, 0, 0, 0, 1},
                List.of(),
                new int[] {0},
                null,
                null,
                null,
                List.of());
        return Scene.bare("mast", Stage.COMMON)
                .withNodes(List.of(
                        Node.of(
                                        "mast",
                                        -1,
                                        NodeKind.JOINT,
                                        Transform.of(new Vec3(1, 2, 3), new Vec3(0, 0, 90), Vec3.ONE))
                                .withBindWorld(new Matrix4d().translation(1, 2, 3))
                                .withLimits(new Limits(
                                        new double[] {1, 1, 1}, new double[] {2, 2, 2}, on, on, new boolean[3])),
                        Node.of("lantern", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.mesh("flag", -1, Transform.IDENTITY, 0)
                                .withGeometric(new Matrix4d().translation(0, 0, 2))))
                .withMeshes(List.of(flag))
                .withCameras(List.of(new Camera("eye", 50, 36, 24, 0.1, 100)))
                .withClips(
                        List.of(new Clip("sway", 0, 1, FrameRate.FILM, List.of(new Clip.NodeTrack(0, c)), List.of())));
    }

    private static Vector3d place(Scene s, int node) {
        return new Pose(s).world(node).getTranslation(new Vector3d());
    }

    private static Vector3d later(Scene s, int node) {
        Pose p = new Pose(s);
        p.at(s.clips().getFirst(), 1);
        return p.world(node).getTranslation(new Vector3d());
    }

    @Test
    void anotherUnitAxesAndPlaceForAll() {
        Scene s = scene();
        Matrix3d onItsBack = new Matrix3d().rotationX(Math.toRadians(90)); // (x, y, z) to (x, -z, y)
        Scene out = new Rebase(
                        s,
                        new Rebase.World(false, 100, onItsBack, new Vec3(0, 0, 7)),
                        Rebase.sizes(s, 100),
                        Rebase.noTurns(s))
                .apply();
        assertThat(place(s, 1).distance(0, 2, 3)).isLessThan(CLOSE);
        assertThat(place(out, 0).distance(100, -300, 207)).isLessThan(1e-9);
        assertThat(place(out, 1).distance(0, -300, 207)).isLessThan(1e-9);
        assertThat(later(s, 0).distance(3, 2, 3)).isLessThan(CLOSE);
        assertThat(later(out, 0).distance(300, -300, 207)).isLessThan(1e-9);
        assertThat(out.meshes().getFirst().points()).startsWith(400, 500, 600);
        assertThat(out.meshes().getFirst().normals()).containsExactly(1, 0, 0, 0, 1, 0, 0, 0, 1);
        assertThat(out.cameras().getFirst().far()).isEqualTo(10_000);
        assertThat(Objects.requireNonNull(out.nodes().get(0).bindWorld()).m30()).isCloseTo(100, within(1e-9));
        assertThat(Objects.requireNonNull(out.nodes().get(0).bindWorld()).m31()).isCloseTo(-300, within(1e-9));
        assertThat(Objects.requireNonNull(out.nodes().get(2).geometric()).m32()).isCloseTo(200, within(1e-9));
        assertThat(out.nodes().get(0).limits()).as("its axes turn").isNull();
        Scene unit = new Rebase(
                        s,
                        new Rebase.World(false, 100, new Matrix3d(), Vec3.ZERO),
                        Rebase.sizes(s, 100),
                        Rebase.noTurns(s))
                .apply();
        assertThat(Objects.requireNonNull(unit.nodes().get(0).limits()).high()).startsWith(200, 200, 200);
    }

    @Test
    void aMirrorTurnsXRoundAndWithItTurnsAndFaces() {
        Scene s = scene();
        Scene out = new Rebase(
                        s, new Rebase.World(true, 1, new Matrix3d(), Vec3.ZERO), Rebase.sizes(s, 1), Rebase.noTurns(s))
                .apply();
        assertThat(out.nodes().get(0).transform().rotation()).isEqualTo(new Vec3(0, -0.0, -90));
        assertThat(place(out, 0).distance(-1, 2, 3)).isLessThan(CLOSE);
        assertThat(place(out, 1).distance(0, 2, 3)).isLessThan(CLOSE);
        Vector3d was = later(s, 1);
        assertThat(later(out, 1).distance(-was.x, was.y, was.z)).isLessThan(CLOSE);
        assertThat(out.meshes().getFirst().points()).startsWith(-4, 5, 6);
        assertThat(out.meshes().getFirst().corners()).containsExactly(0, 2, 1);
        assertThat(out.meshes().getFirst().normals()).startsWith(-1, 0, 0);
        assertThat(out.nodes().get(0).limits()).isNull();
    }

    @Test
    void aNodeOfAnotherSizeCarriesTheInverseAsItsScaleAndAllStaysWhereItWas() {
        Scene s = scene();
        double[] size = Rebase.sizes(s, 1);
        size[0] = 4;
        Scene out = new Rebase(s, Rebase.World.same(), size, Rebase.noTurns(s)).apply();
        assertThat(out.nodes().get(0).transform().scaling()).isEqualTo(new Vec3(0.25, 0.25, 0.25));
        assertThat(out.nodes().get(1).translation()).isEqualTo(new Vec3(0, 4, 0));
        assertThat(out.nodes().get(1).transform().scaling()).isEqualTo(new Vec3(4, 4, 4));
        assertThat(place(out, 1).distance(0, 2, 3)).isLessThan(CLOSE);
        assertThat(later(out, 1).distance(later(s, 1))).isLessThan(CLOSE);
        Curve scale =
                Objects.requireNonNull(out.clips().getFirst().nodes().getFirst().curve(Channel.SCALE_Z));
        assertThat(scale.values()).containsExactly(0.25, 0.5);
    }

    @Test
    void aNodeOfAnotherDirectionTakesTheTurnIntoItsOwnAxes() {
        Scene s = scene();
        Matrix3d[] turn = Rebase.noTurns(s);
        turn[0] = new Matrix3d().rotationZ(Math.toRadians(90)); // y of before is -x now: (x, y, z) to (-y, x, z)
        Scene out = new Rebase(s, Rebase.World.same(), Rebase.sizes(s, 1), turn).apply();
        assertThat(out.nodes().get(1).translation().distance(new Vec3(-1, 0, 0)))
                .isLessThan(CLOSE);
        assertThat(place(out, 1).distance(0, 2, 3)).isLessThan(CLOSE);
        assertThat(later(out, 0).distance(later(s, 0))).isLessThan(CLOSE);
        assertThat(later(out, 1).distance(later(s, 1))).isLessThan(1e-9);
        Vector3d x = new Pose(out).world(0).transformDirection(new Vector3d(0, 1, 0));
        Vector3d before = new Pose(s).world(0).transformDirection(new Vector3d(1, 0, 0));
        assertThat(x.distance(before)).as("what was X is Y").isLessThan(CLOSE);
    }

    @Test
    void aMeshThatTwoNodesShowIsDoubledWhereTheyNeedItOtherwise() {
        Scene s = scene();
        List<Node> nodes = new java.util.ArrayList<>(s.nodes());
        nodes.add(Node.mesh("flag2", -1, Transform.IDENTITY, 0));
        Scene both = s.withNodes(nodes);
        double[] size = Rebase.sizes(both, 1);
        Scene alike = new Rebase(both, Rebase.World.same(), size, Rebase.noTurns(both)).apply();
        assertThat(alike.meshes()).hasSize(1);
        size[3] = 2;
        Scene apart = new Rebase(both, Rebase.World.same(), size, Rebase.noTurns(both)).apply();
        assertThat(apart.meshes()).hasSize(2);
        assertThat(apart.nodes().get(3).payload()).isEqualTo(1);
        assertThat(apart.meshes().get(0).points()).startsWith(4, 5, 6);
        assertThat(apart.meshes().get(1).points()).startsWith(8, 10, 12);
    }
}
