package idleheron.core.garment.freedom;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Thickness;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.garment.PaintFreedom;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.scene.Scene;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** A brush over sheets of 40 by 40 squares of 1 cm, and over garments. */
class BrushTest {
    private static final int N = 40;
    private static final int ROW = N + 1;
    private static final Cloth SHEET = sheets(1);
    private static final Vec3 MIDDLE = new Vec3(0.2, 0.2, 0);

    /** So many sheets, 1 cm over each other. */
    private static Cloth sheets(int count) {
        int each = ROW * ROW;
        double[] p = new double[3 * count * each];
        int[] t = new int[6 * count * N * N];
        int at = 0;
        for (int s = 0; s < count; s++) {
            for (int i = 0; i < each; i++) {
                p[3 * (s * each + i)] = i % ROW / 100.0;
                p[3 * (s * each + i) + 1] = i / ROW / 100.0;
                p[3 * (s * each + i) + 2] = s / 100.0;
            }
            for (int i = 0; i < N * N; i++) {
                int a = s * each + i / N * ROW + i % N;
                for (int c : new int[] {a, a + 1, a + ROW + 1, a, a + ROW + 1, a + ROW}) {
                    t[at++] = c;
                }
            }
        }
        Scene s = Mannequin.garment("sheet", new TriangleMesh(p, t));
        return Cloth.of(s, s.find("sheet"));
    }

    private static Stroke.Tip set(double value, double strength) {
        return new Stroke.Tip(Stroke.How.SET, value, 5, strength, false);
    }

    private static double[] drawn(Cloth c, double before, Stroke.Tip tip, Vec3... places) {
        double[] start = new double[c.joined().pointCount()];
        Arrays.fill(start, before);
        return Brush.painted(c, start, 0.2, List.of(new Stroke(tip, List.of(places))));
    }

    private static double at(double[] v, int x, int y) {
        return v[y * ROW + x];
    }

    @Test
    void itsStrengthFallsFromTheMiddleToTheRim() {
        double[] v = drawn(SHEET, 0, set(1, 1), MIDDLE);
        assertThat(at(v, 20, 20)).isEqualTo(1);
        for (int d = 1; d <= 5; d++) {
            double t = 1 - d / 5.0;
            assertThat(at(v, 20 + d, 20)).isEqualTo(t * t * (3 - 2 * t), within(1e-6));
            assertThat(at(v, 20, 20 - d)).isEqualTo(t * t * (3 - 2 * t), within(1e-6));
        }
        assertThat(Arrays.stream(v).filter(x -> x > 1e-9).count())
                .as("points of a square grid within less than five of one")
                .isEqualTo(69);
        double[] off = drawn(SHEET, 0, set(1, 1), new Vec3(0.2, 0.2, 0.02));
        assertThat(off).as("a place beside the cloth is its closest").isEqualTo(v);
        assertThat(drawn(SHEET, 0, set(1, 1), new Vec3(0.2, 0.2, 0.06))).containsOnly(0);
    }

    @Test
    void aStrokeCountsOnceWhereItCrossesItselfAndTwoStrokesTwice() {
        double[] once = drawn(SHEET, 0, set(1, 0.5), MIDDLE);
        double[] over = drawn(SHEET, 0, set(1, 0.5), MIDDLE, new Vec3(0.23, 0.2, 0), MIDDLE);
        assertThat(at(once, 20, 20)).isEqualTo(0.5);
        assertThat(at(over, 20, 20)).isEqualTo(0.5);
        assertThat(at(over, 24, 20)).isGreaterThan(at(once, 24, 20));
        Stroke s = new Stroke(set(1, 0.5), List.of(MIDDLE));
        double[] twice = Brush.painted(SHEET, new double[ROW * ROW], 0.2, List.of(s, s));
        assertThat(at(twice, 20, 20)).isEqualTo(0.75);
    }

    @Test
    void whatIsDrawnLiveIsWhatItsStrokeDrawsAgain() {
        double[] start = new double[ROW * ROW];
        Arrays.setAll(start, i -> i % 7 / 6.0);
        Brush live = new Brush(SHEET, start, 0.2);
        live.begin(new Stroke.Tip(Stroke.How.SOFTEN, 0, 6, 0.7, true));
        live.over(new Vec3(0.1, 0.2, 0));
        live.over(new Vec3(0.12, 0.22, 0));
        assertThat(Brush.painted(SHEET, start, 0.2, List.of(live.stroke()))).isEqualTo(live.values());
        assertThat(live.values()).isNotEqualTo(start);
    }

    @Test
    void addedValuesStayWithinTheirBounds() {
        Stroke.Tip more = new Stroke.Tip(Stroke.How.ADD, 0.4, 5, 1, false);
        Stroke.Tip less = new Stroke.Tip(Stroke.How.ADD, -0.4, 5, 1, false);
        assertThat(at(drawn(SHEET, 0.5, more, MIDDLE), 20, 20)).isEqualTo(0.9);
        assertThat(at(drawn(SHEET, 0.8, more, MIDDLE), 20, 20)).isEqualTo(1);
        assertThat(at(drawn(SHEET, 0.2, less, MIDDLE), 20, 20)).isZero();
        double[] strange = new double[ROW * ROW];
        Arrays.fill(strange, Double.NaN);
        assertThat(Brush.painted(SHEET, strange, 0, List.of())).containsOnly(0);
    }

    @Test
    void softenedValuesComeToThoseAroundThem() {
        double[] start = new double[ROW * ROW];
        start[20 * ROW + 20] = 1;
        Stroke soft = new Stroke(new Stroke.Tip(Stroke.How.SOFTEN, 0, 5, 1, false), List.of(MIDDLE));
        double[] v = Brush.painted(SHEET, start, 0.2, List.of(soft));
        assertThat(at(v, 20, 20)).as("all its neighbours are held").isZero();
        double t = 0.8;
        assertThat(at(v, 21, 20)).isEqualTo(t * t * (3 - 2 * t) / 6, within(1e-6));
    }

    @Test
    void itDoesNotRunOverToWhatLiesBeside() {
        double[] v = drawn(sheets(2), 0, set(1, 1), MIDDLE);
        assertThat(Arrays.stream(v).limit(ROW * ROW).sum()).isPositive();
        assertThat(Arrays.stream(v).skip(ROW * ROW)).containsOnly(0.0);
    }

    @Test
    void theOtherSideOfTheBodyGetsTheSame() {
        Stroke.Tip both = new Stroke.Tip(Stroke.How.SET, 1, 5, 1, true);
        double[] v = drawn(SHEET, 0, both, new Vec3(0.1, 0.2, 0));
        assertThat(at(v, 10, 20)).isEqualTo(1);
        assertThat(at(v, 30, 20)).isEqualTo(1, within(1e-6));
        for (int x = 0; x <= N; x++) {
            assertThat(at(v, x, 20)).isEqualTo(at(v, N - x, 20), within(1e-6));
        }
    }

    @Test
    void aBrushSmallerThanTheSquaresTouchesTheNearestCorner() {
        double[] v = drawn(SHEET, 0, new Stroke.Tip(Stroke.How.SET, 1, 0.1, 1, false), new Vec3(0.203, 0.202, 0));
        assertThat(at(v, 20, 20)).isPositive();
        assertThat(Arrays.stream(v).filter(x -> x > 0).count()).isEqualTo(1);
    }

    @Test
    void bothSidesOfThickClothGetTheSame() {
        Scene s = Mannequin.garment("jacket", Mannequin.mesh("jacket"));
        Cloth c = Cloth.of(s, s.find("jacket"));
        TriangleMesh m = c.joined();
        Thickness t = Thickness.of(m, SurfaceNormals.of(m), TriangleTree.of(m));
        int p = 0;
        while (t.across()[p] < 0 || t.across()[t.across()[p]] < 0) {
            p++;
        }
        Vec3 place = new Vec3(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2]);
        double[] v = drawn(c, 0, new Stroke.Tip(Stroke.How.SET, 1, 6, 1, false), place);
        assertThat(v[p]).isEqualTo(1, within(1e-6));
        assertThat(v[t.across()[p]]).isGreaterThan(0.9);
    }

    @Test
    void aGarmentIsPaintedByItsNameAboutTheMiddleOfItsBody() {
        Scene worn = Dressing.of(Mannequin.scene(), Mannequin.garment("cape", Mannequin.mesh("cape")))
                .scene();
        Cloth c = Cloth.of(worn, worn.find("cape"));
        assertThat(PaintFreedom.start(c)).containsOnly(0);
        double[] box = Mannequin.mesh("mannequin").box();
        assertThat(PaintFreedom.middle(worn, worn.find("cape"))).isEqualTo((box[0] + box[3]) / 2, within(1e-9));
        double[] p = c.joined().points();
        Stroke s = new Stroke(set(1, 1), List.of(new Vec3(p[0], p[1], p[2])));
        Scene now = new PaintFreedom("cape", List.of(s)).apply(worn);
        FreedomMap map = map(now);
        assertThat(map.values()[0]).isEqualTo(1, within(1e-6));
        assertThat(Drape.of(now.nodes().get(now.find("cape"))).isSaid(Drape.Setting.FREEDOM))
                .isTrue();
        assertThat(new PaintFreedom("coat", List.of(s)).apply(worn)).isEqualTo(worn);
        Scene before = SetFreedom.usual(30).apply(worn);
        Scene held = new PaintFreedom("cape", List.of(new Stroke(set(0, 1), s.places()))).apply(before);
        assertThat(map(held).values()[0]).isEqualTo(0, within(1e-6));
        assertThat(Drape.of(held.nodes().get(held.find("cape"))).freedom()).isEqualTo(0.3, within(1e-12));
        assertThat(Objects.requireNonNull(PaintFreedom.TYPE.measure()).figure().apply(before))
                .contains("and")
                .endsWith("%");
    }

    private static FreedomMap map(Scene s) {
        return Objects.requireNonNull(
                FreedomMap.of(s.meshes().get(s.nodes().get(s.find("cape")).payload())));
    }

    @Test
    void whatIsNoBrushIsRefused() {
        assertThatThrownBy(() -> set(1.1, 1)).hasMessageContaining("0 to 1");
        assertThatThrownBy(() -> new Stroke.Tip(Stroke.How.ADD, -1.1, 5, 1, false))
                .hasMessageContaining("-1 to 1");
        assertThatThrownBy(() -> set(1, 0)).hasMessageContaining("strength");
        assertThatThrownBy(() -> new Stroke.Tip(Stroke.How.SET, 1, Double.NaN, 1, false))
                .hasMessageContaining("cm");
        assertThatThrownBy(() -> new Stroke(set(1, 1), List.of(new Vec3(0, Double.NaN, 0))))
                .hasMessageContaining("none");
    }
}
