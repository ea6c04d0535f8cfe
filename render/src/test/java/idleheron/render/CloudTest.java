package idleheron.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.render.ink.HeatRamp;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.io.IOException;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

class CloudTest {
    private static final Viewpoint FRONT = new Viewpoint(0, 0, 6, 0, 0, 0);

    /** A cube of 2 m around the origin, of one density. */
    private static Grid cube(double density, String gridClass) {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(-10, -10, -10, 9, 9, 9), (i, j, k, out) -> {
            out[0] = density;
            return true;
        });
        return Grid.of("density", gridClass, GridMap.scale(0.1, 0.05, 0.05, 0.05), t);
    }

    private static Cloud cloud(Grid g) {
        return Objects.requireNonNull(Cloud.of(g, CanonicalSpace.of(Stage.COMMON)));
    }

    private static Picture painted(Cloud c, boolean fine, CloudLayer.Depth depth) {
        Picture p = new Picture(200, 200);
        p.fill(0xFFFFFFFF);
        CloudLayer.draw(p, new Projection(FRONT, 200, 200), c, 0x808080, depth, fine);
        return p;
    }

    private static int light(Picture p, int x, int y) {
        return p.at(x, y) & 255;
    }

    @Test
    void liesWhereItsTransformSaysAndDimsWhatIsBehindIt() {
        Cloud c = cloud(cube(1, Grid.FOG));
        double[] corners = c.corners();
        assertThat(corners[0]).isCloseTo(-1, within(1e-6));
        assertThat(corners[21]).isCloseTo(1, within(1e-6));
        Picture p = painted(c, true, CloudLayer.Depth.OPEN);
        assertThat(light(p, 4, 100)).isEqualTo(255);
        assertThat(light(p, 100, 100)).isBetween(90, 210);
    }

    /** Damaged maps stretch one axis by any factor; a picture takes no longer for it. */
    @Test
    @Timeout(10)
    void aMapThatStretchesAnAxisWithoutMeasureIsDrawnInTime() {
        Grid whole = cube(1, Grid.FOG);
        for (double x : new double[] {1e-300, 1e-200, 1e-30, 1e-9, 1e9, 1e30, 1e200}) {
            for (String kind : new String[] {Grid.FOG, Grid.LEVEL_SET}) {
                Grid g = Grid.of(
                        "density",
                        kind,
                        GridMap.affine("AffineMap", x, 0, 0, 0, 0, 0.05, 0, 0, 0, 0, 0.05, 0, 0, 0, 0, 1),
                        whole.tree());
                Cloud c = Cloud.of(g, CanonicalSpace.of(Stage.COMMON));
                if (c != null) {
                    painted(c, true, CloudLayer.Depth.OPEN);
                }
            }
        }
    }

    @Test
    void isBrighterTowardTheSun() {
        Picture p = painted(cloud(cube(2, Grid.FOG)), true, CloudLayer.Depth.OPEN);
        assertThat(light(p, 70, 45)).isGreaterThan(light(p, 130, 150) + 10);
    }

    @Test
    void hidesBehindASurfaceBeforeIt() {
        Cloud c = cloud(cube(4, Grid.FOG));
        Picture hidden = painted(c, true, (x, y) -> 1 / 3f);
        assertThat(light(hidden, 100, 100)).isEqualTo(255);
        Picture behind = painted(c, true, (x, y) -> 1 / 20f);
        assertThat(light(behind, 100, 100)).isLessThan(200);
    }

    @Test
    void showsAnyOtherFieldAsHeat() {
        Picture p = painted(cloud(cube(5, "unknown")), false, CloudLayer.Depth.OPEN);
        assertThat(p.at(100, 100)).isEqualTo(HeatRamp.at(1) | 0xFF000000);
    }

    @Test
    void standsInTheViewFrameByFrameAndLeavesAHoleWhereAFrameIsMissing() {
        Grid g = cube(3, Grid.FOG);
        GridHeader h = new GridHeader(
                "density",
                "density",
                "float",
                ValueType.FLOAT,
                Grid.FOG,
                g.map(),
                false,
                "none",
                8000,
                new IndexBox(-10, -10, -10, 9, 9, 9));
        Volume.Frame f = new Volume.Frame(2, "a.2.vdb", 1, List.of(h), "", false, (label, progress) -> g);
        Volume.Frame bad = new Volume.Frame(4, "a.4.vdb", 1, List.of(h), "", false, (label, progress) -> {
            throw new IOException("gone");
        });
        Scene s = Scene.bare("a", Stage.COMMON).withVolumes(List.of(new Volume("a", 1, List.of(f, bad), List.of())));
        Side side = new Side(s, CanonicalSpace.of(s.stage()));
        double frame = 1 / s.stage().rate().perSecond();
        side.pose(null, 2 * frame);
        assertThat(side.clouds()).hasSize(1);
        assertThat(side.bounds()).containsExactly(new double[] {-1, -1, -1, 1, 1, 1}, within(1e-6));
        Picture p = new Picture(200, 200);
        new Painter().paint(p, FRONT, Palette.DAY, 2, List.of(new Painter.Drawn(side, Look.SURFACE, -1)), true);
        Picture bare = new Picture(200, 200);
        side.pose(null, 3 * frame);
        assertThat(side.clouds()).isEmpty();
        new Painter().paint(bare, FRONT, Palette.DAY, 2, List.of(new Painter.Drawn(side, Look.SURFACE, -1)), true);
        assertThat(light(p, 100, 100)).isLessThan(light(bare, 100, 100) - 30);
        side.pose(null, 4 * frame);
        assertThat(side.clouds()).isEmpty();
    }
}
