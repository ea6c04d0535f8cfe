package idleheron.core.garment.tryon;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.garment.collide.Capsule;
import idleheron.core.garment.collide.CapsuleMesh;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.Vec3;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Two sleeves over each other, from a thin arm onto a thick one. */
class LayersTest {
    private static final double GAP = 0.002;

    /** An arm of twenty sides is so much thinner between its edges. */
    private static final double FLAT = Math.cos(Math.PI / 20);

    private static BodyDistance arm(double radius) {
        Mesh m = CapsuleMesh.of("arm", new Capsule(new Vec3(0, -0.3, 0), radius, new Vec3(0, 0.3, 0), radius));
        return BodyDistance.of(new TriangleMesh(m.points(), m.triangles()));
    }

    private static TriangleMesh sleeve(double radius, double length, boolean insideOut) {
        int around = 48;
        int rings = 21;
        double[] p = new double[3 * around * rings];
        int[] t = new int[6 * around * (rings - 1)];
        for (int r = 0; r < rings; r++) {
            for (int i = 0; i < around; i++) {
                int at = 3 * (r * around + i);
                p[at] = radius * Math.cos(2 * Math.PI * i / around);
                p[at + 1] = length * (r / (rings - 1.0) - 0.5);
                p[at + 2] = radius * Math.sin(2 * Math.PI * i / around);
            }
        }
        int k = 0;
        for (int r = 0; r + 1 < rings; r++) {
            for (int i = 0; i < around; i++) {
                int a = r * around + i;
                int b = r * around + (i + 1) % around;
                int[] quad = insideOut
                        ? new int[] {a, b, a + around, b, b + around, a + around}
                        : new int[] {a, a + around, b, b, a + around, b + around};
                for (int c : quad) {
                    t[k++] = c;
                }
            }
        }
        return new TriangleMesh(p, t);
    }

    private static double[] wide(TriangleMesh m, double times) {
        double[] p = m.points().clone();
        for (int i = 0; i < p.length; i += 3) {
            p[i] *= times;
            p[i + 2] *= times;
        }
        return p;
    }

    /** The least and the largest distance from the axis, without the rims. */
    private static double[] radius(double[] p) {
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        for (int i = 0; i < p.length; i += 3) {
            if (Math.abs(p[i + 1]) < 0.08) {
                double r = Math.hypot(p[i], p[i + 2]);
                least = Math.min(least, r);
                most = Math.max(most, r);
            }
        }
        return new double[] {least, most};
    }

    @Test
    void theNearestToTheBodyIsTheInnermost() {
        assertThat(Layers.innermostFirst(
                        arm(0.05),
                        List.of(sleeve(0.07, 0.2, false), sleeve(0.052, 0.2, false), sleeve(0.06, 0.2, true))))
                .containsExactly(1, 2, 0);
    }

    @Test
    void whatLayOverAnotherStaysOverItWhicheverWayItsFacesLook() {
        for (boolean insideOut : new boolean[] {false, true}) {
            TriangleMesh shirt = sleeve(0.053, 0.3, insideOut);
            TriangleMesh coat = sleeve(0.056, 0.2, !insideOut);
            // both lie in the thick arm, the coat below the shirt
            Layers layers = new Layers(arm(0.05), arm(0.06), GAP);
            PushOut inner = layers.push(shirt, wide(shirt, 1.13));
            PushOut outer = layers.push(coat, wide(coat, 1.06));
            assertThat(radius(inner.places())[0]).isGreaterThan(0.06 * FLAT + 0.8 * GAP);
            assertThat(radius(outer.places())[0])
                    .as("over the shirt, inside out " + insideOut)
                    .isGreaterThan(radius(inner.places())[1]);
            assertThat(radius(outer.places())[1]).isLessThan(radius(inner.places())[1] + 0.003);
            PushOut alone = PushOut.of(coat.at(wide(coat, 1.06)), wide(coat, 1.06), arm(0.06), GAP);
            assertThat(radius(alone.places())[0])
                    .as("alone it would lie in the shirt")
                    .isLessThan(radius(inner.places())[1]);
        }
    }

    @Test
    void whatLiesInAnotherComesOutOfItAlsoWhereTheBodyIsFarAway() {
        TriangleMesh shirt = sleeve(0.06, 0.3, false);
        TriangleMesh coat = sleeve(0.063, 0.2, false);
        Layers layers = new Layers(arm(0.05), arm(0.05), GAP);
        PushOut inner = layers.push(shirt, shirt.points());
        assertThat(inner.moved()).as("it is out already").isZero();
        PushOut outer = layers.push(coat, wide(coat, 0.9));
        assertThat(radius(outer.places())[0]).isGreaterThan(radius(inner.places())[1]);
    }

    @Test
    void whatLayBesideOrUnderIsLeftThere() {
        TriangleMesh shirt = sleeve(0.056, 0.1, false);
        TriangleMesh under = sleeve(0.053, 0.3, false);
        boolean[] over = LayerContact.over(shirt, LayerContact.outwards(shirt, arm(0.05)), under.points());
        assertThat(over).containsOnly(false);
        TriangleMesh coat = sleeve(0.06, 0.3, false);
        boolean[] some = LayerContact.over(shirt, LayerContact.outwards(shirt, arm(0.05)), coat.points());
        for (int i = 0; i < some.length; i++) {
            double y = Math.abs(coat.points()[3 * i + 1]);
            if (y < 0.045) {
                assertThat(some[i]).isTrue();
            } else if (y > 0.06) {
                assertThat(some[i]).as("beyond its rim").isFalse();
            }
        }
    }
}
