package idleheron.core.remedy.space;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

class SpaceRemediesTest {
    /** How far the surface moved, against its size. */
    private static double moved(Scene before, Scene after) {
        Proof p = Proof.of(before, after, Progress.NONE);
        assertThat(p.frames()).isEqualTo(26);
        Pose pose = new Pose(before);
        List<Surface> all = Surface.all(pose);
        all.forEach(s -> s.deform(pose, CanonicalSpace.of(before.stage()).pointMatrix()));
        double[] b = Surface.bounds(all);
        double size = Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2])) * 1000;
        return p.worst().value() / Math.max(size, 1e-9);
    }

    @Property(tries = 60)
    void convertingAxesHandednessAndUnitLeavesThePicture(@ForAll long seed) {
        Scene s = RandomRig.of(seed);
        for (AxisSystem to : List.of(AxisSystem.COMMON, AxisSystem.Z_UP, AxisSystem.Z_UP_LEFT)) {
            Scene after = new ConvertStage(to, 1).apply(s);
            assertThat(after.stage().axes()).isEqualTo(to);
            assertThat(moved(s, after)).isLessThan(1e-5);
            // And back: the stored numbers return.
            Scene back = new ConvertStage(s.stage().axes(), s.stage().metersPerUnit()).apply(after);
            assertThat(moved(s, back)).isLessThan(1e-5);
        }
    }

    @Property(tries = 60)
    void bakingScaleLeavesThePictureAndNoScale(@ForAll long seed) {
        Scene s = RandomRig.of(seed);
        Scene after = new BakeScale().apply(s);
        assertThat(moved(s, after)).isLessThan(1e-5);
        assertThat(after.nodes())
                .allSatisfy(n ->
                        assertThat(n.transform().scaling().distance(Vec3.ONE)).isLessThan(1e-9));
    }

    @Property(tries = 60)
    void turningJointAxesLeavesThePictureAndTurnsTheAxes(@ForAll long seed) {
        Scene s = new BakeScale().apply(RandomRig.of(seed));
        Scene after = new TurnJoints(new Vec3(0, 0, -90)).apply(s);
        assertThat(moved(s, after)).isLessThan(1e-5);
        Matrix4d quarter = new Matrix4d(new Pose(s).world(2)).rotateZ(Math.toRadians(-90));
        assertThat(Matrices.difference(new Pose(after).world(2), quarter)).isLessThan(1e-9);
    }

    @Property(tries = 40)
    void plainTransformsLeaveThePictureAtTheFrames(@ForAll long seed) {
        Scene s = RandomRig.of(seed);
        Scene after = new PlainTransforms(null).apply(s);
        assertThat(moved(s, after)).isLessThan(1e-5);
        assertThat(after.nodes()).allMatch(n -> n.transform().isPlain());
    }

    @Property(tries = 40)
    void anExtraRootGoesAndThePictureStays(@ForAll long seed) {
        Scene s = RandomRig.of(seed);
        List<Node> nodes = new ArrayList<>();
        nodes.add(s.nodes().getFirst());
        nodes.add(Node.of(
                "extra",
                0,
                NodeKind.JOINT,
                Transform.of(new Vec3(1, 2, 3), new Vec3(30, 40, 50), Vec3.ONE.times(1.5))));
        Scene child = s.withNodes(s.nodes());
        Scene with = Inserted.above(child, 1, nodes.get(1));
        Scene without = new SingleRoot("extra").apply(with);
        assertThat(without.nodes()).hasSize(s.nodes().size());
        assertThat(without.find("extra")).isEqualTo(-1);
        assertThat(moved(with, without)).isLessThan(1e-5);
    }

    @Test
    void movingTheSceneMovesEveryPointByJustThat() {
        Scene s = RandomRig.of(3);
        Scene after = new MoveScene(Vec3.ZERO, 1, new Vec3(0, 0.3, 0.4)).apply(s);
        assertThat(Proof.of(s, after, Progress.NONE).worst().value()).isCloseTo(500, within(0.01));
        Scene back = new MoveScene(new Vec3(0, 0, 0), 1, new Vec3(0, -0.3, -0.4)).apply(after);
        assertThat(moved(s, back)).isLessThan(1e-5);
    }

    @Test
    void aTurnAndAScaleOfTheSceneAreUndoneByTheirOpposite() {
        Scene s = RandomRig.of(4);
        Scene after = new MoveScene(new Vec3(90, 0, 0), 25, Vec3.ZERO).apply(s);
        assertThat(moved(s, after)).isGreaterThan(1);
        assertThat(moved(s, new MoveScene(new Vec3(-90, 0, 0), 0.04, Vec3.ZERO).apply(after)))
                .isLessThan(1e-5);
    }

    @Test
    void tipsAreJointsThatEndAChainAndMoveNothing() {
        Scene s = RandomRig.of(5);
        assertThat(DropJoints.tips(s)).isEmpty();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.add(Node.of("tip", 5, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)));
        Scene with = s.withNodes(nodes);
        assertThat(DropJoints.tips(with)).containsExactly(8);
        Scene after = DropJoints.all().apply(with);
        assertThat(after.nodes()).hasSize(8);
        assertThat(moved(with, after)).isZero();
    }

    @Test
    void shiftingClipsMovesKeysAndRange() {
        Scene after = new ShiftClips(0.5).apply(RandomRig.of(6));
        assertThat(after.clips().getFirst().startSeconds()).isEqualTo(0.5);
        assertThat(after.clips().getFirst().keyedSpan()).containsExactly(0.5, 1.5);
    }

    @Test
    void redeclaringChangesNoNumberOfTheData() {
        Scene s = RandomRig.of(7);
        Scene after = new Redeclare(AxisSystem.Z_UP, 1).apply(s);
        assertThat(after.nodes()).isEqualTo(s.nodes());
        assertThat(after.stage().metersPerUnit()).isEqualTo(1);
    }
}
