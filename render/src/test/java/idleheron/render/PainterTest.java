package idleheron.render;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.render.ink.HeatRamp;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PainterTest {
    private static final Viewpoint FRONT = new Viewpoint(0, 0, 10, 0, 0, 0);

    /** A red square of a metre before a blue one of two metres. */
    private static Side squares() {
        Mesh near = square(0.5, 1);
        Mesh far = square(1, -1);
        List<Node> nodes = List.of(
                Node.mesh("near", -1, Transform.IDENTITY, 0, 0), Node.mesh("far", -1, Transform.IDENTITY, 1, 1));
        List<Material> colors = List.of(
                new Material("red", "lambert", new Vec3(1, 0, 0), 1, -1),
                new Material("blue", "lambert", new Vec3(0, 0, 1), 1, -1));
        Scene s = new Scene(
                "s",
                Stage.COMMON,
                nodes,
                List.of(near, far),
                colors,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        return new Side(s, CanonicalSpace.of(s.stage()));
    }

    private static Mesh square(double h, double z) {
        return Mesh.bare(
                "q", new double[] {-h, -h, z, h, -h, z, h, h, z, -h, h, z}, new int[] {0, 4}, new int[] {0, 1, 2, 3});
    }

    private static Picture paint(Side side, boolean fine) {
        Picture p = new Picture(200, 200);
        new Painter().paint(p, FRONT, Palette.DAY, 2, List.of(new Painter.Drawn(side, Look.SURFACE, -1)), fine);
        return p;
    }

    private static int red(int c) {
        return c >> 16 & 255;
    }

    private static int blue(int c) {
        return c & 255;
    }

    @Test
    void whatIsNearerCoversWhatIsFarther() {
        Picture p = paint(squares(), true);
        assertThat(red(p.at(100, 100))).isGreaterThan(100);
        assertThat(blue(p.at(100, 100))).isLessThan(30);
        // Three quarters of a metre above the middle only the far square is there.
        int y = 100 - (int) Math.round(0.75 * 100 / Math.tan(Math.toRadians(16)) / 11);
        assertThat(blue(p.at(100, y))).isGreaterThan(100);
        assertThat(red(p.at(100, y))).isLessThan(30);
    }

    @Test
    void aSquareTakesAsManyPixelsAsItShould() {
        Picture p = paint(squares(), false);
        int n = 0;
        for (int i = 0; i < 200 * 200; i++) {
            if (red(p.pixels()[i]) > 100 && blue(p.pixels()[i]) < 30) {
                n++;
            }
        }
        double side = 100 / Math.tan(Math.toRadians(16)) / 9;
        // Pixels count by their middle, so each side may be off by less than one.
        assertThat(Math.sqrt(n)).isBetween(side - 1, side + 1);
    }

    @Test
    void theSameRequestGivesTheSamePixels() {
        Side s = squares();
        assertThat(paint(s, true).pixels()).isEqualTo(paint(s, true).pixels());
    }

    @Test
    void whatLiesBehindTheViewerIsNotDrawn() {
        Side s = squares();
        Picture p = new Picture(100, 100);
        new Painter()
                .paint(
                        p,
                        new Viewpoint(0, 0, 0.4, 0, 0, 0),
                        Palette.DAY,
                        2,
                        List.of(new Painter.Drawn(s, Look.SURFACE, -1)));
        assertThat(red(p.at(50, 50))).isLessThan(30);
        assertThat(blue(p.at(50, 50))).isGreaterThan(100);
    }

    @Test
    void theHeatRampGrowsDarkerAllTheWayAndEvenly() {
        double last = 1e9;
        double least = 1e9;
        double most = 0;
        for (int i = 0; i <= 10; i++) {
            double l = lightness(HeatRamp.at(i / 10f));
            if (i > 0) {
                least = Math.min(least, last - l);
                most = Math.max(most, last - l);
            }
            last = l;
        }
        assertThat(least).isGreaterThan(4);
        assertThat(most).isLessThan(12);
    }

    /** CIE L*. */
    private static double lightness(int rgb) {
        double y = 0.2126 * linear(rgb >> 16 & 255) + 0.7152 * linear(rgb >> 8 & 255) + 0.0722 * linear(rgb & 255);
        return y > 0.008856 ? 116 * Math.cbrt(y) - 16 : 903.3 * y;
    }

    private static double linear(int v) {
        double c = v / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
    }

    @Test
    void framingSeesAllOfABox() {
        double[] box = {-1, 0, -1, 1, 4, 1};
        Projection p = new Projection(Viewpoint.start().framing(box), 300, 300);
        for (int i = 0; i < 8; i++) {
            float[] at = p.project(box[(i & 1) * 3], box[1 + (i >> 1 & 1) * 3], box[2 + (i >> 2) * 3]);
            assertThat(at[0]).isBetween(0f, 300f);
            assertThat(at[1]).isBetween(0f, 300f);
        }
    }

    @Test
    void aSheetInAnUprightPlaneHasNeitherGroundNorShade() {
        Scene one = Scene.bare("cut", Stage.COMMON)
                .withMeshes(List.of(square(0.5, 0)))
                .withMaterials(List.of(new Material("red", "lambert", new Vec3(1, 0, 0), 1, -1)))
                .withNodes(List.of(Node.mesh("cut", -1, Transform.IDENTITY, 0, 0)));
        Side sheet = new Side(one, CanonicalSpace.of(one.stage()));
        Viewpoint above = new Viewpoint(0, 30, 10, 0, 0, 0);
        Picture p = new Picture(200, 200);
        new Painter().paint(p, above, Palette.DAY, 2, List.of(new Painter.Drawn(sheet, Look.SURFACE, -1)), true);
        Picture sky = new Picture(200, 200);
        sky.fill(Palette.DAY.rgb(Palette.Tone.SKY_TOP), Palette.DAY.rgb(Palette.Tone.SKY_BOTTOM));
        assertThat(p.at(100, 190)).isEqualTo(sky.at(100, 190));
        assertThat(p.at(60, 150)).isEqualTo(sky.at(60, 150));
        assertThat(red(p.at(100, 100))).isEqualTo(red(p.at(105, 95)));
        Picture deep = new Picture(200, 200);
        new Painter().paint(deep, above, Palette.DAY, 2, List.of(new Painter.Drawn(squares(), Look.SURFACE, -1)), true);
        assertThat(java.util.Arrays.equals(deep.pixels(), 180 * 200, 40_000, sky.pixels(), 180 * 200, 40_000))
                .as("what has depth stands on the ground")
                .isFalse();
    }

    /** A sheet of many squares, every point cold or hot by chance. */
    private static Side speckled() {
        int n = 300;
        double[] at = new double[3 * (n + 1) * (n + 1)];
        for (int p = 0; p < at.length / 3; p++) {
            at[3 * p] = (p % (n + 1)) / (double) n - 0.5;
            at[3 * p + 1] = (p / (n + 1)) / (double) n - 0.5;
        }
        int[] corners = new int[4 * n * n];
        int[] starts = new int[n * n + 1];
        for (int f = 0; f < n * n; f++) {
            int a = f / n * (n + 1) + f % n;
            int[] four = {a, a + 1, a + n + 2, a + n + 1};
            System.arraycopy(four, 0, corners, 4 * f, 4);
            starts[f + 1] = 4 * f + 4;
        }
        Scene s = Scene.bare("s", Stage.COMMON)
                .withMeshes(List.of(Mesh.bare("q", at, starts, corners)))
                .withNodes(List.of(Node.mesh("q", -1, Transform.IDENTITY, 0)));
        Side out = new Side(s, CanonicalSpace.of(s.stage()));
        Random chance = new Random(5);
        float[] heat = new float[at.length / 3];
        for (int i = 0; i < heat.length; i++) {
            heat[i] = chance.nextInt(2);
        }
        out.layers().getFirst().heat(heat);
        return out;
    }

    private static Picture near(Side side, boolean fine) {
        Picture p = new Picture(200, 200);
        Viewpoint v = new Viewpoint(0, 0, 0.08, 0.1, 0.1, 0);
        new Painter().paint(p, v, Palette.DAY, 2, List.of(new Painter.Drawn(side, Look.SURFACE, -1)), fine);
        return p;
    }

    @Test
    void aLargeSurfaceHasFewerTrianglesWhileItMovesAndAllOfThemAtRest() {
        Side side = speckled();
        assertThat(side.triangleCount()).isEqualTo(180_000);
        Picture rest = near(side, true);
        Picture moves = near(side, false);
        int other = 0;
        for (int i = 0; i < rest.pixels().length; i++) {
            other += Math.abs(red(rest.pixels()[i]) - red(moves.pixels()[i])) > 24 ? 1 : 0;
        }
        assertThat(other).as("of 40,000 pixels").isGreaterThan(10_000);
        assertThat(near(side, true).pixels()).as("at rest again").isEqualTo(rest.pixels());
    }
}
