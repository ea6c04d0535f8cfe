package idleheron.core.garment.wrap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.RestSurface;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.Arrays;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WrapTest {
    private static final TriangleMesh BODY = Mannequin.mesh("mannequin");

    private static double apart(double[] a, double[] b) {
        double worst = 0;
        for (int i = 0; i < a.length; i++) {
            worst = Math.max(worst, Math.abs(a[i] - b[i]));
        }
        return worst;
    }

    @ParameterizedTest
    @ValueSource(strings = {"jacket", "cape"})
    void atRestItLiesWhereItLayAndPosedAsTheReferenceHasIt(String name) {
        TriangleMesh m = Mannequin.mesh(name);
        Wrap w = Wrap.of(BODY, m);
        assertThat(apart(w.follow(BODY.points()), m.points())).isLessThan(1e-9);
        Scene s = Mannequin.scene();
        Clip poses = s.clips().stream()
                .filter(c -> c.name().equals("poses"))
                .findFirst()
                .orElseThrow();
        MeshEdges edges = MeshEdges.of(m);
        for (JsonNode told : Mannequin.json("expected/" + name + ".wrap.json").at("/anchors1/frames")) {
            double seconds = poses.rate().seconds(told.path("frame").asInt());
            double[] at = w.follow(RestSurface.posed(new Pose(s).at(poses, seconds), s.find("body")));
            double[] grown = new double[edges.count()];
            int n = 0;
            for (int e = 0; e < grown.length; e++) {
                double before = edges.length(e, m.points());
                if (before > 1e-4) {
                    grown[n++] = edges.length(e, at) / before;
                }
            }
            double[] sorted = Arrays.copyOf(grown, n);
            Arrays.sort(sorted);
            assertThat(sorted[n - 1]).isCloseTo(told.path("stretchWorst").asDouble(), within(0.01));
            assertThat(sorted[0]).isCloseTo(told.path("squeezeWorst").asDouble(), within(1e-3));
            assertThat(sorted[(int) (0.95 * (n - 1))])
                    .isCloseTo(told.path("stretchP95").asDouble(), within(1e-3));
            assertThat(sorted[(int) (0.05 * (n - 1))])
                    .isCloseTo(told.path("squeezeP5").asDouble(), within(1e-3));
        }
    }

    @Test
    void aBodyThatMovesAsOneTakesItAlong() {
        Matrix4d move = new Matrix4d().translate(1, 2, 3).rotateXYZ(0.3, -0.7, 1.1);
        TriangleMesh m = Mannequin.mesh("cape");
        Wrap w = Wrap.of(BODY, m);
        assertThat(apart(w.follow(moved(BODY.points(), move)), moved(m.points(), move)))
                .isLessThan(1e-9);
        assertThat(w.farthest()).isBetween(0.1, 0.5);
        assertThat(Wrap.of(BODY, Mannequin.mesh("jacket")).farthest()).isLessThan(Wrap.FAR);
    }

    /** A body that grows keeps the gap. */
    @Test
    void aLargerBodyKeepsTheGapInMetres() {
        TriangleMesh floor = new TriangleMesh(new double[] {0, 0, 0, 0, 0, 1, 1, 0, 0}, new int[] {0, 1, 2});
        TriangleMesh cloth = new TriangleMesh(new double[] {0.25, 0.1, 0.25}, new int[0]);
        double[] out = Wrap.of(floor, cloth).follow(new double[] {0, 0, 0, 0, 0, 8, 8, 0, 0});
        assertThat(out).containsExactly(new double[] {2, 0.1, 2}, within(1e-12));
    }

    private static double[] moved(double[] p, Matrix4d by) {
        double[] out = new double[p.length];
        Vector3d v = new Vector3d();
        for (int i = 0; i < p.length; i += 3) {
            by.transformPosition(p[i], p[i + 1], p[i + 2], v);
            out[i] = v.x;
            out[i + 1] = v.y;
            out[i + 2] = v.z;
        }
        return out;
    }

    @Test
    void whatCannotBeBoundIsRefused() {
        TriangleMesh none = new TriangleMesh(new double[9], new int[] {0, 1, 2});
        assertThatThrownBy(() -> Wrap.of(none, BODY)).hasMessage("the body has no face");
        TriangleMesh odd = new TriangleMesh(new double[] {Double.NaN, 0, 0}, new int[0]);
        assertThatThrownBy(() -> Wrap.of(BODY, odd)).hasMessageContaining("no numbers");
    }
}
