package idleheron.core.garment.tryon;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.garment.Mannequin;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.TriangleMesh;
import org.junit.jupiter.api.Test;

/** The cape, 5 cm too far forward, so that it goes into the back. */
class PushOutTest {
    private static final double GAP = 0.005;

    private static double nearest(BodyDistance body, double[] x) {
        Foot f = new Foot();
        double out = Double.POSITIVE_INFINITY;
        for (int i = 0; i < x.length; i += 3) {
            out = Math.min(out, body.signed(x[i], x[i + 1], x[i + 2], 0.2, f));
        }
        return out;
    }

    @Test
    void itComesOutByTheGapAndKeepsItsLengths() {
        TriangleMesh cape = Mannequin.mesh("cape");
        BodyDistance body = BodyDistance.of(Mannequin.mesh("mannequin"));
        double[] in = cape.points().clone();
        for (int i = 2; i < in.length; i += 3) {
            in[i] += 0.05;
        }
        PushOut out = PushOut.of(cape, in, body, GAP);
        assertThat(out.before()).isGreaterThan(0.02);
        assertThat(nearest(body, out.places())).isGreaterThan(0.9 * GAP);
        assertThat(out.after()).isZero();
        assertThat(out.stretch()).isBetween(0.98, 1.02);
        assertThat(out.worst()).isLessThan(2.5);
        assertThat(out.moved()).as("hardly farther than it lay too deep").isBetween(out.before(), out.before() + 0.025);
        PushOut again = PushOut.of(cape, out.places(), body, GAP / 2);
        assertThat(again.places()).as("what is out stays where it is").isEqualTo(out.places());
    }
}
