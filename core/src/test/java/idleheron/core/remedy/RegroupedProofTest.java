package idleheron.core.remedy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assertions.assertTimeout;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.time.Duration;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class RegroupedProofTest {
    /** Two squares side by side that share an edge, each with a material of its own; they turn. */
    private static Scene two() {
        double[] p = {0, 0, 0, 1, 0, 0, 2, 0, 0, 0, 1, 0, 1, 1, 0, 2, 1, 0};
        Mesh m = Mesh.bare("m", p, new int[] {0, 4, 8}, new int[] {0, 1, 4, 3, 1, 2, 5, 4})
                .withFaceMaterials(new int[] {1, 0});
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.ROTATE_Z.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {0, 90});
        Clip turn = new Clip("turn", 0, 1, FrameRate.of(24), List.of(new Clip.NodeTrack(0, c)), List.of());
        return new Scene(
                "s",
                Stage.COMMON,
                List.of(Node.mesh("m", -1, Transform.IDENTITY, 0, 0, 0)),
                List.of(m),
                List.of(new idleheron.core.scene.Material("a", "phong", Vec3.ONE, 1, -1)),
                List.of(),
                List.of(),
                List.of(),
                List.of(turn),
                List.of());
    }

    @Test
    void whatWasCutApartAndMovesAsBeforeIsStill() {
        Scene s = two();
        Scene cut = new SplitMeshes().apply(s);
        assertThat(cut.meshes()).hasSize(2);
        Proof p = Proof.of(s, cut, Progress.NONE);
        assertThat(p.isStill()).isTrue();
        assertThat(p.frames()).isEqualTo(26);
    }

    @Test
    void aPartThatStaysBehindIsToldWithHowFarAndWhen() {
        Scene s = two();
        Scene cut = new SplitMeshes().apply(s);
        Clip all = cut.clips().getFirst();
        Scene half = cut.withClips(List.of(all.withTracks(all.nodes().subList(0, 1), List.of())));
        Proof p = Proof.of(s, half, Progress.NONE);
        // the corner at (1, 1) of the square that stays goes a quarter turn: √2 · √2
        assertThat(p.worst().value()).isCloseTo(2000, within(1e-3));
        assertThat(p.worst().clip()).isEqualTo("turn");
        assertThat(p.worst().frame()).isEqualTo(24);
    }

    @Test
    void aSquareThatIsTurnedOntoItselfHasMoved() {
        Scene s = two().withClips(List.of());
        Scene turned = s.withNodes(List.of(
                s.nodes().getFirst().withTransform(Transform.of(new Vec3(2, 1, 0), new Vec3(0, 0, 180), Vec3.ONE))));
        // every point lies where another one lay: the corners change places
        assertThat(Proof.of(s, turned, Progress.NONE).worst().value()).isCloseTo(1000 * Math.sqrt(5), within(1e-3));
    }

    @Test
    void aCrowdOfPointsInOnePlaceTakesNoLonger() {
        int n = 60_000;
        Mesh m = Mesh.bare("m", new double[3 * n], new int[] {0, 3}, new int[] {0, 1, 2});
        Scene s = two().withMeshes(List.of(m));
        Scene other = s.withNodes(List.of(s.nodes().getFirst().withName("other")));
        assertTimeout(
                Duration.ofSeconds(20),
                () -> assertThat(Proof.of(s, other, Progress.NONE).isStill()).isTrue());
    }

    @Test
    void pointsThatRestElsewhereAreNotTheSameOnes() {
        Scene s = two();
        Scene moved = new SplitMeshes().apply(s);
        Mesh first = moved.meshes().getFirst();
        double[] off = first.points().clone();
        off[0] += 0.25;
        Scene other =
                moved.withMeshes(List.of(first.withPoints(off), moved.meshes().get(1)));
        assertThat(Proof.of(s, other, Progress.NONE).isStill()).isFalse();
    }
}
