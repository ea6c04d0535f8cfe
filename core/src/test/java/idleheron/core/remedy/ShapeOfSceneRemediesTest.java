package idleheron.core.remedy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.BoneAxis;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.RandomRig;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Remedies that aim, move, split, join and leave out, on rigs with everything that makes it hard. */
class ShapeOfSceneRemediesTest {
    /** Of the size of the figure. */
    private static final double EXACT = 1e-9;

    private static double off(Scene a, Scene b) {
        return Proof.of(a, b, Progress.NONE).worst().value() / 1000;
    }

    private static double size(Scene s) {
        double most = 0;
        Pose p = new Pose(s);
        for (int i = 0; i < s.nodes().size(); i++) {
            most = Math.max(
                    most, Matrices.translation(p.world(i)).length() * s.stage().metersPerUnit());
        }
        return most;
    }

    @Test
    void bonesAreAimedAlongAnyPairOfAxesAndNoSurfaceMoves() {
        for (int seed = 0; seed < 12; seed++) {
            Scene s = RandomRig.of(seed);
            for (SignedAxis along : SignedAxis.values()) {
                for (SignedAxis side : SignedAxis.values()) {
                    if (along.axis() != side.axis()) {
                        Scene after = new AimJoints(along, side).apply(s);
                        Pose before = new Pose(s);
                        Pose now = new Pose(after);
                        for (int j : s.joints()) {
                            if (BoneAxis.of(s, before, j) == AimJoints.most(s)) {
                                assertThat(BoneAxis.of(after, now, j)).isEqualTo(along);
                            }
                        }
                        assertThat(off(s, after)).isLessThan(EXACT * Math.max(1, size(s)));
                    }
                }
            }
        }
        assertThatThrownBy(() -> new AimJoints(SignedAxis.of(0, 1), SignedAxis.of(0, -1)))
                .hasMessageContaining("one axis");
    }

    @Test
    void theRootRestsOverTheOriginWithOrWithoutItsMotion() {
        Scene s = RandomRig.of(4);
        for (boolean moving : new boolean[] {true, false}) {
            Scene after = new RootToOrigin(moving).apply(s);
            int root = after.skeletonRoots().getFirst();
            Vec3 at = Matrices.translation(
                    CanonicalSpace.of(after.stage()).matrix(new Pose(after).world(root), new Matrix4d()));
            assertThat(Math.hypot(at.x(), at.z())).isLessThan(EXACT);
            Pose rest = new Pose(after);
            Matrix4d before = new Matrix4d(rest.local(root));
            Clip c = after.clips().getFirst();
            double moved = 0;
            for (double t = 0; t <= 1; t += 0.1) {
                moved = Math.max(
                        moved, Matrices.translation(rest.at(c, t).local(root)).distance(Matrices.translation(before)));
            }
            if (!moving) {
                assertThat(c.nodes().stream().filter(t -> t.node() == root).toList())
                        .allSatisfy(t -> assertThat(t.curves()[0] == null || t.curves()[0].keys() == 1)
                                .isTrue());
            } else {
                assertThat(moved).isPositive();
            }
        }
    }

    @Test
    void aSquareTurnIsHandedDownAndNothingMoves() {
        for (int seed = 0; seed < 20; seed++) {
            Scene s = RandomRig.of(seed);
            List<Node> nodes = new ArrayList<>(s.nodes());
            nodes.set(0, nodes.get(0).withTransform(Transform.of(Vec3.ZERO, new Vec3(-90, 0, 0), Vec3.ONE)));
            Scene turned = s.withNodes(nodes)
                    .withClips(s.clips().stream()
                            .map(c -> c.withTracks(
                                    c.nodes().stream()
                                            .filter(t -> t.node() != 0)
                                            .toList(),
                                    c.shapes()))
                            .toList());
            Scene after = new BakeTurn("top").apply(turned);
            assertThat(after.nodes().getFirst().transform().rotation()).isEqualTo(Vec3.ZERO);
            assertThat(off(turned, after)).isLessThan(EXACT * Math.max(1, size(turned)));
        }
    }

    @Test
    void aClipIsSplitAndJoinedAgainAndShowsTheSamePoses() {
        Scene s = RandomRig.of(7);
        Clip whole = s.clips().getFirst();
        Scene split = new SplitClip("clip", List.of(8.0, 15.0)).apply(s);
        assertThat(split.clips()).extracting(Clip::name).containsExactly("clip_1", "clip_2", "clip_3");
        assertThat(split.clips().get(1).firstFrame()).isCloseTo(8, within(1e-9));
        assertThat(split.clips().get(1).lastFrame()).isCloseTo(15, within(1e-9));
        Scene joined = new JoinClips(List.of("clip_1", "clip_2", "clip_3"), "again").apply(split);
        Clip again = joined.clips().getFirst();
        assertThat(joined.clips()).hasSize(1);
        // Each part ends on the frame on which the next begins, so two frames come twice.
        assertThat(again.lastFrame() - again.firstFrame()).isCloseTo(26, within(1e-9));
        Pose a = new Pose(s);
        Pose b = new Pose(joined);
        for (int f = 0; f <= 24; f++) {
            double later = f <= 8 ? f : f <= 15 ? f + 1 : f + 2;
            a.at(whole, whole.rate().seconds(f));
            b.at(again, again.rate().seconds(later));
            assertThat(a.world(5).equals(b.world(5), 1e-6 * (1 + size(s))))
                    .as("frame " + f)
                    .isTrue();
        }
    }

    @Test
    void aPoseOfAClipBecomesTheRestPose() {
        Scene s = RandomRig.of(9);
        Clip c = s.clips().getFirst();
        Pose then = new Pose(s).at(c, c.rate().seconds(12));
        Pose rest = new Pose(new RestAtFrame("clip", 12).apply(s));
        assertThat(rest.world(1).equals(then.world(1), 1e-6 * (1 + size(s)))).isTrue();
        assertThat(new RestAtFrame("none", 0).apply(s)).isSameAs(s);
    }

    private static Scene ofTwoMaterials(Scene s) {
        Mesh m = s.meshes().getFirst();
        Mesh two = new Mesh(
                m.name(),
                m.points(),
                m.faceStarts(),
                m.corners(),
                m.normals(),
                m.uvSets(),
                new int[] {0, 1},
                null,
                null,
                m.skin(),
                m.shapes());
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        meshes.set(0, two);
        return s.withMeshes(meshes);
    }

    @Test
    void aMeshIsSplitByMaterialAndMergedAgain() {
        for (int seed = 0; seed < 10; seed++) {
            Scene s = ofTwoMaterials(RandomRig.of(seed));
            Scene split = new SplitMeshes().apply(s);
            assertThat(split.meshes()).hasSize(3);
            assertThat(split.meshes().get(0).pointCount()
                            + split.meshes().get(2).pointCount())
                    .isEqualTo(8);
            assertThat(split.meshes().get(0).faceCount()).isEqualTo(1);
            Scene merged = new MergeMeshes("one").apply(split);
            Mesh one = merged.meshes().getFirst();
            assertThat(one.faceCount()).isEqualTo(2);
            assertThat(one.shapes()).hasSize(2);
            Pose a = new Pose(s);
            Pose b = new Pose(merged);
            idleheron.core.pose.Surface sa = new idleheron.core.pose.Surface(a, 6);
            idleheron.core.pose.Surface sb = new idleheron.core.pose.Surface(b, merged.nodeOfMesh(0));
            for (double t : new double[] {0, 0.3, 0.9}) {
                float[] x = sa.deform(a.at(s.clips().getFirst(), t), new Matrix4d());
                float[] y = sb.deform(b.at(merged.clips().getFirst(), t), new Matrix4d());
                for (int c = 0; c < 8; c++) {
                    int p = 3 * s.meshes().getFirst().corners()[c];
                    int q = 3 * one.corners()[c];
                    assertThat(Math.hypot(x[p] - y[q], x[p + 1] - y[q + 1])).isLessThan(1e-4 * (1 + size(s) * 100));
                }
            }
        }
    }
}
