package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.RandomRig;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** The fast run over pairs of frames says what deforming frame by frame says. */
class SurfaceGapTest {
    private static final Matrix4d NONE = new Matrix4d();

    private static double[] slowly(Scene a, Scene b, double[] times) {
        Pose pa = new Pose(a);
        Pose pb = new Pose(b);
        List<Surface> sa = Surface.all(pa);
        List<Surface> sb = Surface.all(pb);
        double[] worst = new double[times.length];
        for (int t = 0; t < times.length; t++) {
            pa.at(a.clips().getFirst(), times[t]);
            pb.at(b.clips().getFirst(), times[t]);
            for (int i = 0; i < sa.size(); i++) {
                float[] x = sa.get(i).deform(pa, NONE);
                float[] y = sb.get(i).deform(pb, NONE);
                for (int k = 0; k < x.length; k += 3) {
                    double d = Math.sqrt(Math.pow(x[k] - y[k], 2)
                            + Math.pow(x[k + 1] - y[k + 1], 2)
                            + Math.pow(x[k + 2] - y[k + 2], 2));
                    worst[t] = Math.max(worst[t], d);
                }
            }
        }
        return worst;
    }

    private static Scene withoutShapes(Scene s) {
        return s.withMeshes(
                        s.meshes().stream().map(m -> m.withShapes(List.of())).toList())
                .withClips(s.clips().stream().map(Clip::withoutShapes).toList());
    }

    @Test
    void theFastRunAgreesWithTheSlowOneWithAndWithoutShapes() {
        for (int seed = 0; seed < 30; seed++) {
            Scene rig = RandomRig.of(seed);
            for (Scene sent : List.of(rig, withoutShapes(rig))) {
                Scene returned = TuneWeights.limit(1).apply(sent);
                Clip c = sent.clips().getFirst();
                double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
                SurfaceGap.Gap gap = new SurfaceGap(sent, returned, NONE, NONE)
                        .over(c, returned.clips().getFirst(), times, Progress.NONE);
                double[] slow = slowly(sent, returned, times);
                for (int t = 0; t < times.length; t++) {
                    assertThat(gap.worst()[t]).isCloseTo(slow[t], within(1e-4 * (1 + slow[t])));
                    assertThat(gap.mean()[t])
                            .isLessThanOrEqualTo(gap.worst()[t])
                            .isPositive();
                    assertThat(gap.node()[t]).isEqualTo(6);
                }
            }
        }
    }

    @Test
    void aPointWithoutWeightsFollowsItsMeshAndOneThatIsOffByTwoIsTwoOff() {
        Scene sent = withoutShapes(RandomRig.of(3));
        Mesh mesh = sent.meshes().getLast();
        double[] moved = mesh.points().clone();
        moved[3] += 2;
        Scene returned = sent.withMeshes(List.of(sent.meshes().getFirst(), mesh.withPoints(moved)));
        SurfaceGap.Gap rest = new SurfaceGap(sent, returned, NONE, NONE).rest();
        Matrix4d world =
                new Matrix4d(new Pose(sent).world(7)).mul(sent.nodes().get(7).geometric());
        double scale = world.transformDirection(new org.joml.Vector3d(2, 0, 0)).length();
        assertThat(rest.worst()[0]).isCloseTo(scale, within(1e-9 * scale));
        assertThat(rest.node()[0]).isEqualTo(7);
    }

    @Test
    void oneSceneLiesOnItselfToTheLastBit() {
        Scene s = withoutShapes(RandomRig.of(5));
        Clip c = s.clips().getFirst();
        double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        SurfaceGap.Gap gap = new SurfaceGap(s, s, NONE, NONE).over(c, c, times, Progress.NONE);
        assertThat(gap.worst()).hasSize(25).containsOnly(0);
        assertThat(gap.node()).containsOnly(-1);
    }
}
