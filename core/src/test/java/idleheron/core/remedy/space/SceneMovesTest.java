package idleheron.core.remedy.space;

import static idleheron.core.remedy.space.MovedScene.at;
import static idleheron.core.remedy.space.MovedScene.place;
import static idleheron.core.remedy.space.MovedScene.scene;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Caches;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volumes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

/** Where things are after remedies that move, declare and re-aim, worked out by hand. */
class SceneMovesTest {
    private static double worst(Scene a, Scene b) {
        return Proof.of(a, b, Progress.NONE).worst().value();
    }

    @Test
    void anotherDeclarationWithOneNodeOverEverythingShowsTheSame() {
        Scene s = scene().withVolumes(List.of(Volumes.sequence(1, f -> new Grid[] {Volumes.plume(f)})))
                .withCaches(List.of(Caches.cache(Caches.mesh("box", Caches.box(1, 2, 0, 0)))));
        Scene out = new CorrectStage(AxisSystem.Z_UP, 0.01).apply(s);
        assertThat(out.stage().axes()).isEqualTo(AxisSystem.Z_UP);
        assertThat(out.stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(out.nodes()).extracting(Node::name).containsExactly("stage_correction", "hip", "knee", "body");
        assertThat(out.nodes()).extracting(Node::parent).containsExactly(-1, 0, 1, 0);
        assertThat(out.nodes().getFirst().transform().scaling().distance(new Vec3(100, 100, 100)))
                .isLessThan(1e-9);
        // (0, 1, 0) with Y up is (0, 0, 100) with Z up in centimetres.
        assertThat(place(out, 1).distance(0, 0, 100)).isLessThan(1e-9);
        assertThat(Objects.requireNonNull(out.nodes().get(1).bindWorld())
                        .getTranslation(new Vector3d())
                        .distance(0, 0, 100))
                .isLessThan(1e-9);
        assertThat(out.nodes().get(2).bindWorld()).isNull();
        assertThat(worst(s, out)).isLessThan(1e-3);
        assertThat(Objects.requireNonNull(out.meshes().getFirst().skin()).joints())
                .containsExactly(1, 2);
        assertThat(out.clips().getFirst().nodes())
                .extracting(Clip.NodeTrack::node)
                .containsExactly(1, 2);
        double[] up = out.volumes().getFirst().frames().getFirst().headers().isEmpty()
                ? new double[0]
                : out.volumes()
                        .getFirst()
                        .headers(out.volumes().getFirst().frames().getFirst())
                        .getFirst()
                        .map()
                        .apply(0, 10, 0);
        assertThat(up).as("ten voxels of 0.1 m up").containsExactly(new double[] {0, 0, 100}, within(1e-9));
        assertThat(out.caches().getFirst().range())
                .isEqualTo(s.caches().getFirst().range());
    }

    @Test
    void theSameDeclarationIsNothingToDoAndAnotherHandednessIsRefused() {
        Scene s = scene();
        assertThat(new CorrectStage(AxisSystem.COMMON, 1).apply(s)).isSameAs(s);
        assertThat(new CorrectStage(AxisSystem.COMMON, 0.01).apply(s).nodes()).hasSize(4);
        assertThat(new CorrectStage(AxisSystem.Z_UP, 1).apply(s).nodes()).hasSize(4);
        assertThatThrownBy(() -> new CorrectStage(AxisSystem.Z_UP_LEFT, 1).apply(s))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("another handedness cannot be put into one transform; convert the stage instead");
        Scene empty = Scene.bare("s", Stage.COMMON);
        assertThat(new CorrectStage(AxisSystem.Z_UP, 1).apply(empty).nodes()).isEmpty();
        assertThat(new ConvertStage(AxisSystem.COMMON, 1).apply(s)).isSameAs(s);
    }

    @Test
    void convertingTakesVolumesAndCachesAlong() {
        Scene s = Volumes.scene(Volumes.sequence(1, f -> new Grid[] {Volumes.plume(f)}))
                .withCaches(List.of(Caches.cache(Caches.mesh("box", Caches.box(1, 2, 0, 0)))));
        Scene out = new ConvertStage(AxisSystem.Z_UP, 0.01).apply(s);
        var v = out.volumes().getFirst();
        assertThat(v.headers(v.frames().getFirst()).getFirst().map().apply(0, 10, 0))
                .containsExactly(new double[] {0, 0, 100}, within(1e-9));
        idleheron.core.cache.CachePose pose =
                new idleheron.core.cache.CachePose(out.caches().getFirst());
        pose.at(0, idleheron.core.cache.Interpolation.LINEAR);
        assertThat(pose.points(pose.meshes()[0], 0, idleheron.core.cache.Interpolation.LINEAR)[0])
                .as("two metres along X")
                .isEqualTo(200);
    }

    @Test
    void pointsMoveInTheCommonSpaceAndNoJointDoes() {
        Scene s = scene().withStage(Stage.COMMON.withAxes(AxisSystem.Z_UP).withMetersPerUnit(0.01));
        Scene out = new MovePoints("body", new Matrix4d().translation(0, 1, 0)).apply(s);
        double[] before = s.meshes().getFirst().points();
        double[] after = out.meshes().getFirst().points();
        for (int i = 0; i < before.length; i++) {
            // A metre up is 100 along Z.
            assertThat(after[i]).as("number %d", i).isCloseTo(before[i] + (i % 3 == 2 ? 100 : 0), within(1e-9));
        }
        assertThat(out.nodes()).isEqualTo(s.nodes());
        assertThat(worst(s, out)).isCloseTo(1000, within(1e-3));
        assertThat(new MovePoints("other", new Matrix4d()).apply(s)).isSameAs(s);
    }

    @Test
    void pointsTurnAndScaleWithTheirShapesAndNormals() {
        Scene s = scene();
        Matrix4d by = new Matrix4d().rotateY(Math.PI / 2).scale(2);
        Mesh m = new MovePoints("body", by).apply(s).meshes().getFirst();
        // (0, 0.5, 0.2) turned by a quarter about Y and doubled: Z comes to X.
        assertThat(m.points()[6]).isCloseTo(0.4, within(1e-9));
        assertThat(m.points()[7]).isCloseTo(1, within(1e-9));
        assertThat(m.points()[8]).isCloseTo(0, within(1e-9));
        float[] d = m.shapes().getFirst().targets().getFirst().deltas();
        assertThat(d[0]).isCloseTo(2, within(1e-6f));
        assertThat(d[2]).isCloseTo(0, within(1e-6f));
        float[] n = Objects.requireNonNull(m.normals());
        assertThat(n[0]).isCloseTo(0, within(1e-6f));
        assertThat(n[2]).as("of length 1").isCloseTo(-1, within(1e-6f));
    }

    @Test
    void theJointThatMovesMostPointsTellsWhereAMeshLies() {
        Scene s = scene();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(1, nodes.get(1).withTransform(at(0, 10, 0)));
        Scene bent = s.withNodes(nodes);
        Mesh m = new MovePoints("body", new Matrix4d().scaling(2))
                .apply(bent)
                .meshes()
                .getFirst();
        // Two of three points move with the knee, which stands at (0, 11, 0) and is bound at (0, 0.5, 0.1).
        // A point p lies at p + (0, 10.5, -0.1); doubled and back it is 2·p + (0, 10.5, -0.1).
        assertThat(m.points()[0]).isCloseTo(0, within(1e-9));
        assertThat(m.points()[1]).isCloseTo(2 * 1 + 10.5, within(1e-9));
        assertThat(m.points()[2]).isCloseTo(-0.1, within(1e-9));
    }

    @Test
    void aMeshWithoutSkinLiesWhereItsNodeIs() {
        Scene s = scene();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(2, nodes.get(2).withTransform(at(3, 0, 0)).withGeometric(new Matrix4d().translation(1, 0, 0)));
        Scene bare = s.withNodes(nodes).withMeshes(List.of(s.meshes().getFirst().withSkin(null)));
        Mesh m = new MovePoints("body", new Matrix4d().scaling(2))
                .apply(bare)
                .meshes()
                .getFirst();
        // x lies at x + 4; doubled and back it is 2·x + 4.
        assertThat(m.points()[0]).isCloseTo(4, within(1e-9));
        assertThat(m.points()[7]).isCloseTo(1, within(1e-9));
    }

    @Test
    void theRootComesOverTheOriginAndKeepsItsHeight() {
        Scene s = scene();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(0, nodes.get(0).withTransform(at(4, 1, -3)));
        Scene off = s.withNodes(nodes);
        assertThat(place(new RootToOrigin(true).apply(off), 0).distance(0, 1, 0))
                .isLessThan(1e-9);
        Scene still = new RootToOrigin(false).apply(off);
        Clip c = still.clips().getFirst();
        assertThat(new Pose(still)
                        .at(c, 1)
                        .world(0)
                        .getTranslation(new Vector3d())
                        .distance(0, 1, 0))
                .isLessThan(1e-9);
        assertThat(c.nodes().get(0).curves()[2])
                .as("what had no curve has none")
                .isNull();
        assertThat(Objects.requireNonNull(c.nodes().get(1).curves()[2]).at(1))
                .as("other nodes go on moving")
                .isCloseTo(0.3, within(1e-12));
    }

    @Test
    void nothingIsDoneWithoutARootOrWhereItStandsAlready() {
        Scene none = Scene.bare("s", Stage.COMMON);
        assertThat(new RootToOrigin(true).apply(none)).isSameAs(none);
        Scene there = scene();
        assertThat(new RootToOrigin(true).apply(there)).isSameAs(there);
        Scene noClip = scene().withClips(List.of());
        assertThat(new RootToOrigin(false).apply(noClip)).isSameAs(noClip);
    }

    @Test
    void theWholeSceneTurnsScalesAndMovesWithWhatIsInIt() {
        Scene s = scene().withVolumes(List.of(Volumes.sequence(1, f -> new Grid[] {Volumes.plume(f)})))
                .withCaches(List.of(Caches.cache(Caches.mesh("box", Caches.box(1, 2, 0, 0)))));
        Scene out = new MoveScene(new Vec3(0, 0, 90), 2, new Vec3(0, 0, 5)).apply(s);
        // (0, 1, 0): a quarter about Z brings it to (-1, 0, 0); doubled and moved.
        assertThat(place(out, 0).distance(-2, 0, 5)).isLessThan(1e-9);
        var v = out.volumes().getFirst();
        assertThat(v.headers(v.frames().getFirst()).getFirst().map().apply(0, 10, 0))
                .containsExactly(new double[] {-2, 0, 5}, within(1e-9));
        idleheron.core.cache.CachePose pose =
                new idleheron.core.cache.CachePose(out.caches().getFirst());
        pose.at(0, idleheron.core.cache.Interpolation.LINEAR);
        float[] p = pose.points(pose.meshes()[0], 0, idleheron.core.cache.Interpolation.LINEAR);
        assertThat(p[0]).isCloseTo(0, within(1e-5f));
        assertThat(p[1]).isCloseTo(4, within(1e-5f));
        assertThat(p[2]).isCloseTo(5, within(1e-5f));
    }

    @Test
    void someJointsTurnTheirAxesAndNothingMoves() {
        Scene s = scene();
        Scene out = new TurnSomeJoints(Map.of("knee", new Vec3(0, 0, 90))).apply(s);
        assertThat(worst(s, out)).isLessThan(1e-6);
        assertThat(place(out, 1).distance(place(s, 1))).isLessThan(1e-9);
        Vector3d x = new Pose(out).world(1).transformDirection(new Vector3d(1, 0, 0));
        assertThat(x.distance(0, 1, 0)).isLessThan(1e-9);
        assertThat(new Pose(out)
                        .world(0)
                        .transformDirection(new Vector3d(1, 0, 0))
                        .distance(1, 0, 0))
                .isLessThan(1e-9);
        assertThat(new TurnSomeJoints(Map.of("elbow", Vec3.ONE)).apply(s)).isSameAs(s);
    }

    @Test
    void boneAxesAreCountedAndAScaleOfNothingIsLeft() {
        Scene s = scene();
        assertThat(AimJoints.most(s)).isEqualTo(SignedAxis.NEGATIVE_Y);
        assertThat(AimJoints.along(SignedAxis.NEGATIVE_Y).apply(s).nodes()).hasSize(3);
        Scene one = Scene.bare("s", Stage.COMMON).withNodes(List.of(s.nodes().getFirst()));
        assertThat(AimJoints.most(one)).isNull();
        assertThat(AimJoints.along(SignedAxis.POSITIVE_X).apply(one)).isSameAs(one);
        assertThat(new AimJoints(SignedAxis.NEGATIVE_Y, SignedAxis.POSITIVE_Z).apply(s))
                .as("they run so already")
                .isSameAs(s);
    }

    @Test
    void aSquareTurnIsLeftWhereItCannotBeHandedDown() {
        Scene s = scene();
        assertThat(new BakeTurn("nobody").apply(s)).isSameAs(s);
        assertThat(new BakeTurn("hip").apply(s)).as("a clip moves it").isSameAs(s);
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(2, nodes.get(2).withTransform(Transform.of(Vec3.ZERO, new Vec3(90, 0, 0), new Vec3(1, 2, 1))));
        Scene uneven = s.withNodes(nodes);
        assertThat(new BakeTurn("body").apply(uneven)).isSameAs(uneven);
    }
}
