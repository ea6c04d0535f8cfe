package idleheron.core.remedy;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.remedy.space.RandomRig;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.junit.jupiter.api.Test;

class ProofTest {
    private static Scene with(Scene s, int mesh, double value) {
        Mesh m = s.meshes().get(mesh);
        double[] points = m.points().clone();
        points[4] = value;
        List<Mesh> all = new java.util.ArrayList<>(s.meshes());
        all.set(mesh, m.withPoints(points));
        return s.withMeshes(all);
    }

    @Test
    void aPointThatIsNoNumberIsToldAndIsNoZero() {
        Scene s = RandomRig.of(3);
        for (int mesh = 0; mesh < 2; mesh++) {
            for (double v : new double[] {Double.NaN, Double.POSITIVE_INFINITY}) {
                Proof p = Proof.of(s, with(s, mesh, v), Progress.NONE);
                assertThat(p.isFinite()).as(mesh + " " + v).isFalse();
                assertThat(p.isStill()).isFalse();
                assertThat(p.text()).startsWith("points of the surface are no numbers any more, ");
            }
        }
    }

    @Test
    void nothingMovedIsStillAndAHundredthOfAMillimetreIsNot() {
        Scene s = RandomRig.of(3);
        Proof same = Proof.of(s, s, Progress.NONE);
        assertThat(same.isStill()).isTrue();
        assertThat(same.text()).isEqualTo("surface moves 0 mm");
        assertThat(Proof.of(s, with(s, 1, 77), Progress.NONE).isStill()).isFalse();
    }
}
