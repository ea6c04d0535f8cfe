package idleheron.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SideTest {
    private static final Scene SHEET = Scene.bare("sheet", Stage.COMMON)
            .withMeshes(List.of(Mesh.bare(
                    "sheet", new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2})))
            .withNodes(List.of(Node.mesh("sheet", -1, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE), 0)));

    @Test
    void whatStandsAtAMomentIsNotDeformedAgain() {
        Side side = new Side(SHEET, CanonicalSpace.of(Stage.COMMON));
        side.pose(null, 1);
        List<Shell> at = side.shells();
        side.field("");
        side.pose(null, 1);
        assertThat(side.shells()).as("the same moment").isSameAs(at);
        side.pose(null, 2);
        assertThat(side.shells()).as("another moment").isNotSameAs(at);
        List<Shell> later = side.shells();
        side.field("density");
        side.pose(null, 2);
        assertThat(side.shells()).as("another grid").isNotSameAs(later);
    }

    private static final int SQUARES = 270;

    /** A square metre of so many triangles that it is drawn with fewer while it moves. */
    private static Scene fineSheet() {
        int n = SQUARES + 1;
        double[] points = new double[3 * n * n];
        for (int p = 0; p < n * n; p++) {
            points[3 * p] = (double) (p % n) / SQUARES;
            points[3 * p + 1] = (double) (p / n) / SQUARES;
        }
        int[] starts = new int[SQUARES * SQUARES + 1];
        int[] corners = new int[4 * SQUARES * SQUARES];
        for (int f = 0; f < SQUARES * SQUARES; f++) {
            int a = f / SQUARES * n + f % SQUARES;
            starts[f + 1] = 4 * (f + 1);
            System.arraycopy(new int[] {a, a + 1, a + n + 1, a + n}, 0, corners, 4 * f, 4);
        }
        return Scene.bare("sheet", Stage.COMMON)
                .withMeshes(List.of(Mesh.bare("sheet", points, starts, corners)))
                .withNodes(List.of(Node.mesh("sheet", -1, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE), 0)));
    }

    private static int[] moving(Side side) {
        Picture to = new Picture(90, 90, 1);
        new Painter()
                .paint(
                        to,
                        Viewpoint.FRONT.framing(new double[] {0, 0, 0, 3, 1, 0}),
                        Palette.DAY,
                        1,
                        List.of(new Painter.Drawn(side, Look.SURFACE, -1)),
                        false);
        return to.pixels();
    }

    @Test
    void whileItMovesOnlyThePointsThatAreDrawnAreDeformed() {
        Curve along = Curve.linear(new double[] {0, 2}, new double[] {0, 2});
        Curve[] curves = new Curve[Channel.COUNT];
        curves[Channel.TRANSLATE_X.ordinal()] = along;
        Clip clip = new Clip("along", 0, 2, FrameRate.FILM, List.of(new Clip.NodeTrack(0, curves)), List.of());
        Side quick = new Side(fineSheet(), CanonicalSpace.of(Stage.COMMON));
        Side whole = new Side(fineSheet(), CanonicalSpace.of(Stage.COMMON));
        quick.sketch(clip, 0);
        whole.pose(clip, 0);
        assertThat(moving(quick)).isEqualTo(moving(whole));
        int[] before = moving(quick);

        quick.sketch(clip, 1);
        whole.pose(clip, 1);
        float[] points = quick.sketched().getFirst().points();
        long moved = IntStream.range(0, points.length / 3)
                .filter(p -> points[3 * p] == whole.shells().getFirst().points()[3 * p])
                .count();
        assertThat(moved).isBetween(1_000L, 40_000L);
        assertThat(moving(quick)).isEqualTo(moving(whole)).isNotEqualTo(before);
        double cell = 0.02;
        assertThat(quick.bounds()).as("of what moved").containsExactly(whole.bounds(), within(cell));

        assertThat(quick.shells().getFirst().points())
                .as("whoever asks for all gets all")
                .isEqualTo(whole.shells().getFirst().points());
        assertThat(quick.bounds()).isEqualTo(whole.bounds());
        quick.sketch(clip, 1);
        assertThat(quick.bounds()).as("what stands is not taken apart again").isEqualTo(whole.bounds());
    }
}
