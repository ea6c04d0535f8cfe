package idleheron.core.garment.freedom;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.garment.Mannequin;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.EdgeWays;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import java.util.Arrays;
import java.util.Objects;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

/** Freedom maps of the cape against those of a reference program, and on a strip by hand. */
class FreedomMapTest {
    private static final TriangleMesh CAPE = Mannequin.mesh("cape");
    private static final JsonNode TOLD = Mannequin.json("expected/cape.freedom.json");
    private static final double TOP = CAPE.box()[4];
    private static final double LENGTH = 0.3;
    private static final Offset<Double> NEAR = within(2e-6);

    private static double[] map(String name) {
        JsonNode v = Mannequin.json("cape.freedom-" + name + ".json");
        double[] out = new double[v.size()];
        Arrays.setAll(out, i -> v.get(i).asDouble());
        return out;
    }

    private static void same(double[] v, double[] told) {
        assertThat(v).hasSameSizeAs(told);
        for (int i = 0; i < v.length; i++) {
            assertThat(v[i]).as("point " + i).isCloseTo(told[i], NEAR);
        }
    }

    private static void same(FreedomFigures f, JsonNode t) {
        assertThat(f.least()).isCloseTo(t.path("min").asDouble(), NEAR);
        assertThat(f.most()).isCloseTo(t.path("max").asDouble(), NEAR);
        assertThat(f.held()).isCloseTo(t.path("heldArea").asDouble(), NEAR);
        assertThat(f.free()).isCloseTo(t.path("freeArea").asDouble(), NEAR);
        assertThat(100 * f.mean()).isCloseTo(t.path("meanCm").asDouble(), within(1e-4));
        assertThat(f.steepest()).isCloseTo(t.path("steepestSlope").asDouble(), within(1e-5));
        assertThat(f.harsh()).isEqualTo(t.path("harshEdges").asInt());
        assertThat(f.veryHarsh()).isEqualTo(t.path("veryHarshEdges").asInt());
        assertThat(100 * f.jump()).isCloseTo(t.path("jumpCmWorst").asDouble(), within(1e-5));
        assertThat(f.isAllFree()).isEqualTo(t.path("everythingFree").asBoolean());
        assertThat(f.isAllHeld()).isEqualTo(t.path("nothingFree").asBoolean());
    }

    @Test
    void byHeightAndAlongTheClothMapsAreThoseOfTheReference() {
        double[] height = new FreedomRule.Below(TOP - 0.1, CAPE.box()[1] + 0.1).of(CAPE, null);
        same(height, map("height"));
        same(FreedomFigures.of(CAPE, height, LENGTH), TOLD.path("height"));
        double[] step = new FreedomRule.Below(TOP - 0.3, TOP - 0.31).of(CAPE, null);
        same(step, map("step"));
        same(FreedomFigures.of(CAPE, step, LENGTH), TOLD.path("step"));
        boolean[] seam = new boolean[CAPE.pointCount()];
        for (int i = 0; i < seam.length; i++) {
            seam[i] = CAPE.points()[3 * i + 1] > TOP - 0.03;
        }
        same(FreedomRule.along(CAPE, seam, 0.25), map("seam"));
        assertThat(Arrays.stream(EdgeWays.of(CAPE).from(seam)).max().orElse(0))
                .isCloseTo(TOLD.path("seamDistanceWorst").asDouble(), NEAR);
        double[] soft = Shaping.softened(CAPE, step, LENGTH, 1);
        same(soft, map("step-softened"));
        same(FreedomFigures.of(CAPE, soft, LENGTH), TOLD.path("stepSoftened"));
    }

    @Test
    void smoothedBetweenWhatIsHeldAndFreeItDoesNotOvershoot() {
        double[] v = new double[CAPE.pointCount()];
        for (int i = 0; i < v.length; i++) {
            double y = CAPE.points()[3 * i + 1];
            v[i] = y > TOP - 0.05 ? 0 : y < CAPE.box()[1] + 0.05 ? 1 : 0.5;
        }
        double[] h = Shaping.smoothed(CAPE, v);
        JsonNode told = TOLD.path("harmonic");
        assertThat(Arrays.stream(h).min().orElse(9)).isCloseTo(0, NEAR);
        assertThat(Arrays.stream(h).max().orElse(9)).isCloseTo(1, NEAR);
        assertThat(Arrays.stream(h).sum()).isCloseTo(told.path("sum").asDouble(), within(1e-3));
        assertThat(Arrays.stream(h).map(x -> x * x).sum())
                .isCloseTo(told.path("sumSquares").asDouble(), within(1e-3));
        double[] nowhere = new double[v.length];
        Arrays.fill(nowhere, 0.5);
        assertThatThrownBy(() -> Shaping.smoothed(CAPE, nowhere)).hasMessageContaining("no held point");
    }

    /** Two rows of eleven points, one centimetre apart. */
    private static TriangleMesh strip() {
        double[] p = new double[66];
        int[] t = new int[60];
        for (int i = 0; i < 11; i++) {
            p[6 * i] = 0.01 * i;
            p[6 * i + 3] = 0.01 * i;
            p[6 * i + 4] = 0.01;
        }
        for (int i = 0; i < 10; i++) {
            int a = 2 * i;
            System.arraycopy(new int[] {a, a + 2, a + 3, a, a + 3, a + 1}, 0, t, 6 * i, 6);
        }
        return new TriangleMesh(p, t);
    }

    @Test
    void aHardBorderOnAStripIsSoftenedByHand() {
        double[] v = new double[22];
        Arrays.fill(v, 10, 22, 1);
        FreedomFigures f = FreedomFigures.of(strip(), v, 0.1);
        assertThat(f.steepest()).isCloseTo(10, within(1e-9));
        assertThat(f.jump()).isCloseTo(0.1, within(1e-12));
        double[] soft = Shaping.softened(strip(), v, 0.1, 1);
        for (int i = 0; i < 11; i++) {
            assertThat(soft[2 * i]).isCloseTo(i < 5 ? 0 : 0.1 * (i - 4), within(1e-12));
        }
        double[] high = Shaping.raised(strip(), v, 0.1, 1);
        for (int i = 0; i < 11; i++) {
            assertThat(high[2 * i]).isCloseTo(i > 4 ? 1 : Math.max(0, 1 - 0.1 * (5 - i)), within(1e-12));
        }
    }

    @Test
    void bordersTheUpperBorderAndTheBodyHold() {
        double[] top = new FreedomRule.FromTop(0.2).of(CAPE, null);
        double[] all = new FreedomRule.FromBorders(0.2).of(CAPE, null);
        int lowest = 0;
        int highest = 0;
        for (int i = 0; i < CAPE.pointCount(); i++) {
            lowest = CAPE.points()[3 * i + 1] < CAPE.points()[3 * lowest + 1] ? i : lowest;
            highest = CAPE.points()[3 * i + 1] > CAPE.points()[3 * highest + 1] ? i : highest;
        }
        assertThat(top[highest]).isZero();
        assertThat(top[lowest]).isEqualTo(1);
        assertThat(all[lowest]).isZero();
        BodyDistance body = BodyDistance.of(Mannequin.mesh("mannequin"));
        double[] gap = new FreedomRule.ByGap(0.01, 0.1).of(CAPE, body);
        assertThat(Arrays.stream(gap).min().orElse(9)).isLessThan(0.3);
        assertThat(Arrays.stream(gap).max().orElse(0)).isEqualTo(1);
        assertThatThrownBy(() -> new FreedomRule.Below(1, 1)).hasMessageContaining("at or below");
    }

    @Test
    void aMeshKeepsItAsALayerAndReadsItFromPointsAndCorners() {
        double[] v = map("height");
        Mesh m = Mannequin.mesh("cape", CAPE, null);
        assertThat(FreedomMap.of(m)).isNull();
        Mesh with = new FreedomMap(v).on(m);
        assertThat(Objects.requireNonNull(FreedomMap.of(with)).values()).containsExactly(v);
        assertThat(new FreedomMap(v).on(with).layers()).hasSize(1);
        double[] corners = new double[m.corners().length];
        Arrays.setAll(corners, c -> v[m.corners()[c]]);
        Mesh by = m.withLayers(java.util.List.of(
                new MeshLayer(MeshLayer.Kind.COLOR, "Freedom_Map", MeshLayer.Domain.CORNER, 1, corners, null, null)));
        assertThat(Objects.requireNonNull(FreedomMap.of(by)).values()).containsExactly(v);
    }
}
