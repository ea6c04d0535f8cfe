package idleheron.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.garment.Mannequin;
import java.util.Random;
import org.junit.jupiter.api.Test;

class BodyDistanceTest {
    /** A cube from 0 to 1, faces outwards. */
    static TriangleMesh cube() {
        double[] p = new double[24];
        for (int i = 0; i < 8; i++) {
            p[3 * i] = i & 1;
            p[3 * i + 1] = i >> 1 & 1;
            p[3 * i + 2] = i >> 2;
        }
        int[] quads = {0, 2, 3, 1, 4, 5, 7, 6, 0, 1, 5, 4, 2, 6, 7, 3, 0, 4, 6, 2, 1, 3, 7, 5};
        int[] t = new int[36];
        for (int q = 0; q < 6; q++) {
            int[] two = {
                quads[4 * q], quads[4 * q + 1], quads[4 * q + 2], quads[4 * q], quads[4 * q + 2], quads[4 * q + 3]
            };
            System.arraycopy(two, 0, t, 6 * q, 6);
        }
        return new TriangleMesh(p, t);
    }

    @Test
    void aCubeHasAnInsideAndAnOutside() {
        BodyDistance b = BodyDistance.of(cube());
        Foot f = new Foot();
        assertThat(b.isClosed()).isTrue();
        assertThat(b.signed(0.5, 0.5, 0.5, 9, f)).isCloseTo(-0.5, within(1e-12));
        assertThat(b.signed(0.5, 0.9, 0.5, 9, f)).isCloseTo(-0.1, within(1e-12));
        assertThat(b.signed(2, 2, 2, 9, f)).isCloseTo(Math.sqrt(3), within(1e-12));
        assertThat(b.signed(1.5, 1.5, 0.5, 9, f)).isCloseTo(Math.sqrt(0.5), within(1e-12));
        assertThat(b.signed(1.5, 0.5, 0.5, 0.4, f)).isInfinite();
        assertThat(b.winding(0.5, 0.5, 0.5)).isCloseTo(1, within(1e-12));
        assertThat(b.winding(3, 0.5, 0.5)).isCloseTo(0, within(1e-2));
    }

    /** By the normal of what is closest and by winding: the same side everywhere. */
    @Test
    void bothWaysToTellTheSideAgree() {
        TriangleMesh body = Mannequin.mesh("mannequin");
        BodyDistance closed = BodyDistance.of(body);
        BodyDistance open = BodyDistance.of(body.only(t -> t != 5)); // one triangle less
        assertThat(open.isClosed()).isFalse();
        Random r = new Random(2);
        Foot f = new Foot();
        int inside = 0;
        for (int i = 0; i < 300; i++) {
            int p = r.nextInt(body.pointCount());
            double[] at = new double[3];
            for (int k = 0; k < 3; k++) {
                at[k] = body.points()[3 * p + k] + 0.08 * (r.nextDouble() - 0.5);
            }
            double d = closed.signed(at[0], at[1], at[2], 9, f);
            assertThat(closed.winding(at[0], at[1], at[2]) > 0.5)
                    .as(at[0] + " " + at[1] + " " + at[2])
                    .isEqualTo(d < 0);
            inside += d < 0 ? 1 : 0;
        }
        assertThat(inside).isBetween(60, 240);
    }

    /** With a hole the winding tells. */
    @Test
    void anOpenBodyIsToldByWinding() {
        BodyDistance open = BodyDistance.of(cube().only(t -> t != 3));
        Foot f = new Foot();
        assertThat(open.isClosed()).isFalse();
        assertThat(open.signed(0.5, 0.2, 0.3, 9, f)).isCloseTo(-0.2, within(1e-12));
        assertThat(open.signed(0.5, -0.2, 0.3, 9, f)).isCloseTo(0.2, within(1e-12));
    }

    @Test
    void distancesOfAJacketAreThoseOfTheReference() {
        BodyDistance b = BodyDistance.of(Mannequin.mesh("mannequin"));
        TriangleMesh jacket = Mannequin.mesh("jacket");
        JsonNode told = Mannequin.json("expected/jacket.depth.json").path("signedDistance");
        Foot f = new Foot();
        for (int i = 0; i < jacket.pointCount(); i++) {
            double[] p = jacket.points();
            assertThat(b.signed(p[3 * i], p[3 * i + 1], p[3 * i + 2], 9, f))
                    .isCloseTo(told.get(i).asDouble(), within(2e-7));
        }
    }

    @Test
    void movedItTellsWhereItIsNow() {
        BodyDistance b = BodyDistance.of(cube());
        double[] p = cube().points().clone();
        for (int i = 0; i < p.length; i += 3) {
            p[i] += 5;
        }
        BodyDistance moved = b.moved(p);
        Foot f = new Foot();
        assertThat(moved.signed(5.5, 0.5, 0.75, 9, f)).isCloseTo(-0.25, within(1e-12));
        assertThat(moved.signed(4, 0.5, 0.5, 9, f)).isCloseTo(1, within(1e-12));
    }
}
