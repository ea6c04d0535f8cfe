package idleheron.core.garment.wrap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.garment.CarryShapes;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The chest of the mannequin grows by a shape, and what it wears grows with it. */
class CarryShapesTest {
    private static final double GROWN = 1.06;

    /** About the upright axis, between the waist and the shoulders; the arms stay. */
    private static double by(double x, double y) {
        double t = Math.clamp((y - 0.95) / 0.15, 0, 1)
                * Math.clamp((1.45 - y) / 0.15, 0, 1)
                * Math.clamp((0.2 - Math.abs(x)) / 0.1, 0, 1);
        return 1 + (GROWN - 1) * t * t * (3 - 2 * t);
    }

    private static Scene body() {
        Scene s = Mannequin.scene();
        int node = FitColliders.body(s);
        Mesh m = s.meshes().get(s.nodes().get(node).payload());
        int n = m.pointCount();
        int[] all = new int[n];
        Arrays.setAll(all, i -> i);
        float[] full = new float[3 * n];
        float[] half = new float[3 * n];
        for (int i = 0; i < n; i++) {
            double grow = by(m.points()[3 * i], m.points()[3 * i + 1]) - 1;
            for (int k = 0; k < 3; k += 2) {
                full[3 * i + k] = (float) (grow * m.points()[3 * i + k]);
                half[3 * i + k] = full[3 * i + k] / 4;
            }
        }
        BlendShape broad = new BlendShape(
                "broad",
                0,
                List.of(new BlendShape.Target(0.5, all, half, null), new BlendShape.Target(1, all, full, null)));
        BlendShape nothing =
                new BlendShape("frown", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[3], null)));
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        meshes.set(s.nodes().get(node).payload(), m.withShapes(List.of(broad, nothing)));
        return s.withMeshes(meshes);
    }

    private static double[] shaped(TriangleMesh rest, BlendShape.Target t, double unit) {
        double[] out = rest.points().clone();
        for (int i = 0; i < t.points().length; i++) {
            for (int k = 0; k < 3; k++) {
                out[3 * t.points()[i] + k] += unit * t.deltas()[3 * i + k];
            }
        }
        return out;
    }

    @ParameterizedTest
    @ValueSource(doubles = {1, 0.01})
    void eachPointKeepsItsGapToTheBody(double unit) {
        Scene metres = Dressing.of(body(), Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene();
        Scene s = new ConvertStage(metres.stage().axes(), unit).apply(metres);
        Scene now = new CarryShapes().apply(s);
        int jacket = now.find("jacket");
        List<BlendShape> got =
                now.meshes().get(now.nodes().get(jacket).payload()).shapes();
        assertThat(got).extracting(BlendShape::name).containsExactly("broad");
        assertThat(got.getFirst().targets())
                .extracting(BlendShape.Target::fullWeight)
                .containsExactly(0.5, 1.0);
        TriangleMesh body = RestSurface.of(s, FitColliders.body(s));
        BlendShape of = s.meshes()
                .get(s.nodes().get(FitColliders.body(s)).payload())
                .shapes()
                .getFirst();
        TriangleMesh cloth = RestSurface.of(s, jacket);
        for (int k = 0; k < 2; k++) {
            double[] off = new double[cloth.pointCount()];
            int n = 0;
            BodyDistance rest = BodyDistance.of(body);
            BodyDistance grown =
                    BodyDistance.of(body).moved(shaped(body, of.targets().get(k), unit));
            double[] there = shaped(cloth, got.getFirst().targets().get(k), unit);
            Foot f = new Foot();
            for (int i = 0; i < cloth.pointCount(); i++) {
                double was =
                        rest.signed(cloth.points()[3 * i], cloth.points()[3 * i + 1], cloth.points()[3 * i + 2], 1, f);
                double is = grown.signed(there[3 * i], there[3 * i + 1], there[3 * i + 2], 1, f);
                if (Math.abs(cloth.points()[3 * i]) < 0.1) {
                    off[n++] = Math.abs(is - was);
                }
            }
            Arrays.sort(off, 0, n);
            assertThat(off[n - 1]).as("metres of gap, away from the arms").isLessThan(0.0025);
            assertThat(off[n * 19 / 20]).as("of nineteen in twenty").isLessThan(0.0005);
        }
        double moved = 0;
        for (float d : got.getFirst().targets().get(1).deltas()) {
            moved = Math.max(moved, unit * Math.abs(d));
        }
        assertThat(moved).isBetween(0.006, 0.02);
    }

    @Test
    void trimsStayRigidAndAShapeOfThatNameIsPutInPlace() {
        Scene s = TakeWeights.USUAL.apply(Dressing.of(body(), Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene());
        Scene once = new CarryShapes().apply(s);
        Scene twice = new CarryShapes().apply(once);
        int jacket = twice.find("jacket");
        Cloth c = Cloth.of(twice, jacket);
        assertThat(c.mesh().shapes()).hasSize(1);
        double[] there =
                shaped(c.surface(), c.mesh().shapes().getFirst().targets().get(1), 1);
        for (int i = 0; i < c.surface().pointCount(); i++) {
            for (int j = i + 1; j < Math.min(i + 40, c.surface().pointCount()); j++) {
                int a = c.pieces().of()[c.weld().to()[i]];
                int b = c.pieces().of()[c.weld().to()[j]];
                if (a == b && c.pieces().all().get(a).isTrim()) {
                    assertThat(apart(there, i, j)).isEqualTo(apart(c.surface().points(), i, j), within(1e-6));
                }
            }
        }
        Scene bare = Mannequin.scene();
        assertThat(new CarryShapes().apply(bare)).isSameAs(bare);
    }

    private static double apart(double[] p, int a, int b) {
        return idleheron.core.geometry.Places.distance(p, a, b);
    }
}
