package idleheron.core.garment.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Finding;
import idleheron.core.garment.GapFigures;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.Worn;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.inspect.Inspection;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

class GarmentRulesTest {
    private static final Scene BODY = Mannequin.scene();
    private static final TriangleMesh JACKET = Mannequin.mesh("jacket");

    private static List<Finding> found(TriangleMesh m) {
        Scene s = Dressing.of(BODY, Mannequin.garment("jacket", m)).scene();
        return Inspection.of(s, null).stream()
                .filter(f -> f.topic().equals(Worn.TOPIC))
                .toList();
    }

    private static TriangleMesh changed(int axis, DoubleUnaryOperator by) {
        double[] p = JACKET.points().clone();
        for (int i = 0; i < p.length; i++) {
            p[i] = axis < 0 || i % 3 == axis ? by.applyAsDouble(p[i]) : p[i];
        }
        return JACKET.at(p);
    }

    @Test
    void aSoundGarmentIsToldNothingButThatItHasNoWeights() {
        assertThat(found(JACKET)).extracting(Finding::code).containsExactly("garment-without-weights");
        Scene s = Dressing.of(BODY, Mannequin.garment("jacket", JACKET)).scene();
        Scene with = TakeWeights.USUAL.apply(s);
        assertThat(Inspection.of(with, null)).noneMatch(f -> f.topic().equals(Worn.TOPIC));
        assertThat(Inspection.of(BODY, null)).noneMatch(f -> f.topic().equals(Worn.TOPIC));
    }

    @Test
    void anotherUnitIsNamedByItsFactor() {
        for (double k : new double[] {100, 0.01, 39.37007874, 0.0254, 0.001}) {
            Finding f = found(changed(-1, v -> k * v)).stream()
                    .filter(x -> x.code().equals("garment-unit"))
                    .findFirst()
                    .orElseThrow();
            assertThat(f.message()).contains("times " + idleheron.core.Figure.number(1 / k) + " it is");
        }
        assertThat(found(changed(-1, v -> 100 * v)))
                .as("nothing else can be told of it")
                .extracting(Finding::code)
                .containsExactly("garment-unit", "garment-without-weights");
    }

    @Test
    void howFarItGoesInIsToldWithThePlace() {
        Finding f = found(changed(2, v -> v + 0.03)).stream()
                .filter(x -> x.code().equals("garment-inside-body"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isBetween(10.0, 30.0);
        assertThat(f.message()).contains("cm² of it lie inside").contains("deepest at ");
    }

    @Test
    void whatHangsBesideTheBodyFloats() {
        assertThat(found(changed(0, v -> v + 2))).extracting(Finding::code).contains("garment-floats");
        Finding f = found(changed(0, v -> v + 2)).stream()
                .filter(x -> x.code().equals("garment-floats"))
                .findFirst()
                .orElseThrow();
        assertThat(f.message()).contains("more than 250 mm");
    }

    @Test
    void gapsAreThoseOfTheReference() {
        BodyDistance b = BodyDistance.of(Mannequin.mesh("mannequin"));
        GapFigures g = GapFigures.of(b, JACKET, 9);
        assertThat(g.median()).isCloseTo(0.020191705, within(1e-6));
        assertThat(g.low()).isCloseTo(0.008132967, within(1e-6));
        assertThat(g.high()).isCloseTo(0.024620359, within(1e-6));
        assertThat(g.worst()).isZero();
        assertThat(g.deepest()).isEqualTo(-1);
        assertThat(g.far()).isZero();
        GapFigures in = GapFigures.of(b, changed(2, v -> v + 0.03), 9);
        assertThat(in.inside()).isBetween(0.1, 0.6);
        assertThat(in.insideArea()).isGreaterThan(in.deeper());
        assertThat(in.gaps()[in.deepest()]).isEqualTo(-in.worst());
        assertThat(Arrays.stream(in.gaps()).min().orElse(0)).isEqualTo(-in.worst());
    }
}
