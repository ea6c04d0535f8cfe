package idleheron.render.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.picture.Shelf;
import idleheron.core.picture.Texels;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class PicturesTest {
    private static final int SIZE = 240;
    private static final Viewpoint FRONT = new Viewpoint(0, 0, 8, 0, 0, 0);
    /** What an upright sheet, on which no light falls, keeps of its colours. */
    private static final double UNSHADED = 0.88;

    /** Red and green above, blue and white below, eight texels each way. */
    private static final Texels FOUR = Texels.of(16, 16, quarters(), true);

    private static int[] quarters() {
        int[] out = new int[256];
        int[] of = {0xFFC80000, 0xFF00C800, 0xFF0000C8, 0xFFC8C8C8};
        Arrays.setAll(out, i -> of[i / 128 * 2 + i % 16 / 8]);
        return out;
    }

    /** A sheet of two metres, upright at a depth, the picture once on it. */
    private static Mesh sheet(double z) {
        Mesh m = Mesh.bare(
                "sheet", new double[] {-1, -1, z, 1, -1, z, 1, 1, z, -1, 1, z}, new int[] {0, 4}, new int[] {0, 1, 2, 3
                });
        return m.withUvSets(List.of(
                new UvSet("far", new float[] {9, 9}, new int[4]),
                new UvSet("map", new float[] {0, 0, 1, 0, 1, 1, 0, 1}, new int[] {0, 1, 2, 3})));
    }

    private static Scene scene(List<Mesh> meshes, List<Material> materials) {
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < meshes.size(); i++) {
            nodes.add(Node.mesh("m" + i, -1, Transform.IDENTITY, i, i));
        }
        List<Texture> pictures = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            pictures.add(new Texture("t" + i, "t.png", "t.png", true).withUvSet("map"));
        }
        return new Scene(
                        "s",
                        Stage.COMMON,
                        nodes,
                        meshes,
                        materials,
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of())
                .withTextures(pictures);
    }

    private static Material with(Material.Use... uses) {
        return new Material("m", "phong", new Vec3(1, 1, 1), 1, List.of(uses), List.of());
    }

    private static Material alpha(String mode) {
        return new Material(
                "m",
                "phong",
                new Vec3(1, 1, 1),
                1,
                List.of(new Material.Use(Material.DIFFUSE, 0)),
                List.of(new FreeProperty("alphaMode", "KString", new FreeProperty.Text(mode))));
    }

    private static Shelf shelf(Texels... pictures) {
        return (s, t, numbers) -> pictures[t];
    }

    private static Picture paint(Scene s, Shelf shelf, Cover cover, Viewpoint from) {
        Picture p = new Picture(SIZE, SIZE);
        Side side = new Side(s, CanonicalSpace.of(s.stage()), shelf);
        new Painter()
                .paint(
                        p,
                        from,
                        Palette.DAY,
                        2,
                        List.of(new Painter.Drawn(side, Look.SURFACE.withCover(cover), -1)),
                        true);
        return p;
    }

    private static Picture paint(Scene s, Shelf shelf) {
        return paint(s, shelf, Cover.COLOURS, FRONT);
    }

    private static int at(Picture p, Viewpoint from, double x, double y, double z) {
        float[] xy = new Projection(from, SIZE, SIZE).project(x, y, z);
        return p.at((int) xy[0], (int) xy[1]);
    }

    private static int[] rgb(int c) {
        return new int[] {c >> 16 & 255, c >> 8 & 255, c & 255};
    }

    private static int lit(int channel) {
        return channel * (int) (UNSHADED * 256) >> 8;
    }

    @Test
    void aTexelIsWhereItsCoordinatesAreInTheLightOfTheSurface() {
        Scene s = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0))));
        Picture p = paint(s, shelf(FOUR));
        // the middles of the four texels lie half a metre from the middle of the sheet
        assertThat(rgb(at(p, FRONT, -0.5, 0.5, 0))).containsExactly(lit(200), 0, 0);
        assertThat(rgb(at(p, FRONT, 0.5, 0.5, 0))).containsExactly(0, lit(200), 0);
        assertThat(rgb(at(p, FRONT, -0.5, -0.5, 0))).containsExactly(0, 0, lit(200));
        assertThat(rgb(at(p, FRONT, 0.5, -0.5, 0))).containsExactly(lit(200), lit(200), lit(200));
        // the border of red and green lies in the middle, between their texels, an eighth of a metre wide
        assertThat(rgb(at(p, FRONT, -0.07, 0.5, 0))).containsExactly(lit(200), 0, 0);
        assertThat(rgb(at(p, FRONT, 0, 0.5, 0))[0]).isCloseTo(lit(100), within(20));
        assertThat(rgb(at(p, FRONT, 0.08, 0.5, 0))).containsExactly(0, lit(200), 0);
    }

    @Test
    void aPictureStaysStraightInPerspective() {
        // black and white halves meet in the middle of the sheet, however it leans away
        Texels halves = Texels.of(64, 1, halves(), true);
        Scene s = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0))));
        Viewpoint aslant = new Viewpoint(60, 10, 5, 0, 0, 0);
        Picture p = paint(s, shelf(halves), Cover.COLOURS, aslant);
        for (double y : new double[] {-0.7, 0, 0.7}) {
            assertThat(rgb(at(p, aslant, -0.12, y, 0))[0]).as("left at " + y).isLessThan(40);
            assertThat(rgb(at(p, aslant, 0.12, y, 0))[0]).as("right at " + y).isGreaterThan(120);
        }
    }

    private static int[] halves() {
        int[] out = new int[64];
        Arrays.setAll(out, i -> i < 32 ? 0xFF000000 : 0xFFFFFFFF);
        return out;
    }

    @Test
    void farAwayAFinePatternIsItsMean() {
        int[] fine = new int[1 << 16];
        Arrays.setAll(fine, i -> (i + (i >> 8)) % 2 == 0 ? 0xFF000000 : 0xFFC8C8C8);
        Scene s = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0))));
        Viewpoint far = new Viewpoint(0, 0, 60, 0, 0, 0);
        Picture p = paint(s, shelf(Texels.of(256, 256, fine, true)), Cover.COLOURS, far);
        assertThat(rgb(at(p, far, 0.3, 0.2, 0))[0]).isCloseTo(lit(100), within(1));
        assertThat(rgb(at(p, far, -0.5, -0.4, 0))[0]).isCloseTo(lit(100), within(1));
    }

    @Test
    void aPlacementMovesTurnsAndEndsThePicture() {
        Placement half = Placement.of(1, 1, 0, 0.5, 0);
        Scene s = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0, half))));
        Shelf shelf = shelf(FOUR);
        assertThat(rgb(at(paint(s, shelf), FRONT, -0.5, 0.5, 0))).containsExactly(0, lit(200), 0);
        assertThat(rgb(at(paint(s, shelf), FRONT, 0.5, 0.5, 0))).containsExactly(lit(200), 0, 0);
        Placement ends = half.wrapped(Placement.Wrap.CLAMP, Placement.Wrap.CLAMP);
        Scene clamped = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0, ends))));
        assertThat(rgb(at(paint(clamped, shelf), FRONT, 0.5, 0.5, 0))).containsExactly(0, lit(200), 0);
    }

    @Test
    void whatIsCutOutIsNotThereAndHidesNothing() {
        int[] hole = {0x00FF0000, 0xFF00C800, 0x00FF0000, 0xFF00C800};
        Scene s = scene(
                List.of(sheet(0), sheet(-0.5)), List.of(alpha("MASK"), with(new Material.Use(Material.DIFFUSE, 1))));
        Texels blue = Texels.of(1, 1, new int[] {0xFF0000C8}, true);
        Picture p = paint(s, shelf(Texels.of(2, 2, hole, true), blue));
        assertThat(rgb(at(p, FRONT, -0.6, 0.3, 0))[0]).isZero();
        assertThat(rgb(at(p, FRONT, -0.6, 0.3, 0))[2]).isGreaterThan(80);
        assertThat(rgb(at(p, FRONT, 0.6, 0.3, 0))[1]).isGreaterThan(80);
        assertThat(rgb(at(p, FRONT, 0.6, 0.3, 0))[2]).isZero();
    }

    @Test
    void whatIsHalfClearIsMixedWithWhatIsBehindInWhateverOrderItComes() {
        Texels half = Texels.of(1, 1, new int[] {0x80C80000}, true);
        Texels blue = Texels.of(1, 1, new int[] {0xFF0000C8}, true);
        Scene s = scene(
                List.of(sheet(0), sheet(-0.5)), List.of(alpha("BLEND"), with(new Material.Use(Material.DIFFUSE, 1))));
        int[] c = rgb(at(paint(s, shelf(half, blue)), FRONT, 0.1, 0.1, 0));
        assertThat(c[0]).isBetween(60, 105);
        assertThat(c[2]).isBetween(60, 105);
        assertThat(c[1]).isZero();
    }

    @Test
    void nothingIsLostOfWhatIsClearWhereNothingSaysThatAlphaCounts() {
        Texels clear = Texels.of(1, 1, new int[] {0x05C80000}, true);
        Scene s = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0))));
        assertThat(rgb(at(paint(s, shelf(clear)), FRONT, 0.1, 0.1, 0))).containsExactly(lit(200), 0, 0);
    }

    @Test
    void ofOneChannelOnlyThatIsSeenAsGreyWithoutLight() {
        Texels t = Texels.of(1, 1, new int[] {0x40102030}, true);
        Scene s = scene(List.of(sheet(0)), List.of(alpha("BLEND")));
        assertThat(rgb(at(paint(s, shelf(t), Cover.RED, FRONT), FRONT, 0, 0, 0)))
                .containsOnly(0x10);
        assertThat(rgb(at(paint(s, shelf(t), Cover.GREEN, FRONT), FRONT, 0, 0, 0)))
                .containsOnly(0x20);
        assertThat(rgb(at(paint(s, shelf(t), Cover.BLUE, FRONT), FRONT, 0, 0, 0)))
                .containsOnly(0x30);
        assertThat(rgb(at(paint(s, shelf(t), Cover.ALPHA, FRONT), FRONT, 0, 0, 0)))
                .containsOnly(0x40);
    }

    @Test
    void aMissingPictureIsHatchedAndOneThatIsComingIsPlain() {
        Scene s = scene(List.of(sheet(0)), List.of(with(new Material.Use(Material.DIFFUSE, 0))));
        assertThat(shades(paint(s, shelf(Texels.COMING)))).isEqualTo(1);
        assertThat(shades(paint(s, shelf(Texels.MISSING)))).isGreaterThan(1);
        assertThat(shades(paint(s, shelf(Texels.MISSING), Cover.PLAIN, FRONT))).isEqualTo(1);
    }

    /** How many colours there are on a line across the middle of the sheet. */
    private static long shades(Picture p) {
        return java.util.stream.IntStream.range(SIZE / 2 - 20, SIZE / 2 + 20)
                .map(x -> p.at(x, SIZE / 2))
                .distinct()
                .count();
    }

    @Test
    void normalsThatLeanToTheLightAreLighter() {
        // a sheet that leans a little is in the light; the key light comes from above
        Mesh m = sheet(0).withPoints(new double[] {-1, -1, 0, 1, -1, 0, 1, 1, -0.1, -1, 1, -0.1});
        Scene s = scene(
                List.of(m), List.of(with(new Material.Use(Material.DIFFUSE, 0), new Material.Use("NormalMap", 1))));
        Texels grey = Texels.of(1, 1, new int[] {0xFF808080}, true);
        int up = middle(s, grey, 0xFF80DADA);
        int out = middle(s, grey, 0xFF8080FF);
        int down = middle(s, grey, 0xFF8026DA);
        assertThat(up).isGreaterThan(out + 10);
        assertThat(out).isGreaterThan(down + 10);
        int plain = rgb(at(paint(s, shelf(grey, grey)), FRONT, 0, 0, -0.05))[0];
        assertThat(out).isCloseTo(plain, within(2));
        // where the picture is turned by half, up is down
        Placement turned = Placement.of(1, 1, 180, 0, 0);
        Scene other = scene(
                List.of(m),
                List.of(with(new Material.Use(Material.DIFFUSE, 0, turned), new Material.Use("NormalMap", 1, turned))));
        assertThat(middle(other, grey, 0xFF80DADA)).isLessThan(out - 10);
    }

    private static int middle(Scene s, Texels grey, int normal) {
        Shelf shelf = shelf(grey, Texels.of(1, 1, new int[] {normal}, true));
        return rgb(at(paint(s, shelf, Cover.NORMALS, FRONT), FRONT, 0, 0, -0.05))[0];
    }
}
