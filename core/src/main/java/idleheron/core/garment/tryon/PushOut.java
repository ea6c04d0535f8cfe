package idleheron.core.garment.tryon;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.Places;
import idleheron.core.geometry.TriangleMesh;
import java.util.Arrays;
import java.util.List;

/**
 * Brings cloth that lies in a body, or too close to it, out to a gap, with its edges and bends kept as far as they can be.
 *
 * @param places of all points afterwards, metres
 * @param before depth of the deepest point inside the body, metres
 * @param after the same afterwards
 * @param moved the largest way of a point, metres
 * @param stretch the mean of lengths of edges over those that were to be kept
 * @param worst the largest
 */
public record PushOut(double[] places, double before, double after, double moved, double stretch, double worst) {
    private static final int ROUNDS = 144;

    /** So many rounds at least once anything is too close: what was pushed draws the rest of the cloth along. */
    private static final int EVEN = 36;

    /** One step a round, from rest: else the push of one step would carry the cloth on in the next. */
    private static final double SECONDS = 1 / 144.0;

    private static final ClothSettings STIFF = new ClothSettings(1e-8, 1e-6, 0.2, 0, 0.002, 1, false, false);

    /**
     * @param shape whose lengths are kept, points in one place as one
     * @param places where they are
     * @param gap to stay from the body, metres
     */
    public static PushOut of(TriangleMesh shape, double[] places, BodyDistance body, double gap) {
        return of(shape, places, body, gap, List.of());
    }

    /** @param below cloth that it stays over as well */
    static PushOut of(TriangleMesh shape, double[] places, BodyDistance body, double gap, List<LayerContact> below) {
        double[] free = new double[shape.pointCount()];
        Arrays.fill(free, Double.POSITIVE_INFINITY);
        ClothSolver solver = new ClothSolver(shape, free, STIFF, 0);
        double before = deepest(body, places);
        double[] x = places.clone();
        boolean close = isCloser(body, x, gap) || isUnder(below, x);
        for (int round = 0; round < ROUNDS && close; round++) {
            solver.start(x);
            SurfaceContact contact = new SurfaceContact(body.mesh().points(), body.normals(), body, gap, 0);
            solver.frame(SECONDS, places, places, contact, Contact.all(below));
            x = solver.places().clone();
            close = round < EVEN || isCloser(body, x, 0.9 * gap) || isUnder(below, x);
        }
        double moved = 0;
        for (int i = 0; i < free.length; i++) {
            double a = x[3 * i] - places[3 * i];
            double b = x[3 * i + 1] - places[3 * i + 1];
            double c = x[3 * i + 2] - places[3 * i + 2];
            moved = Math.max(moved, Math.sqrt(a * a + b * b + c * c));
        }
        TryOnFrame f = TryOnFrame.of(0, solver.links(), x, places, 0);
        return new PushOut(x, before, deepest(body, x), moved, mean(solver.links(), x), f.stretch());
    }

    /** With stretch measured against other lengths. */
    public PushOut against(TriangleMesh shape) {
        Links links = Links.of(shape);
        return new PushOut(
                places,
                before,
                after,
                moved,
                mean(links, places),
                TryOnFrame.of(0, links, places, places, 0).stretch());
    }

    private static double mean(Links links, double[] x) {
        double sum = 0;
        int n = 0;
        for (int k = 0; k < links.count(); k++) {
            if (!links.bends()[k] && links.lengths()[k] > 0) {
                sum += Places.distance(x, links.ends()[2 * k], links.ends()[2 * k + 1]) / links.lengths()[k];
                n++;
            }
        }
        return n == 0 ? 1 : sum / n;
    }

    private static double deepest(BodyDistance body, double[] x) {
        Foot f = new Foot();
        double out = 0;
        for (int i = 0; i < x.length; i += 3) {
            out = Math.max(out, -body.signed(x[i], x[i + 1], x[i + 2], SurfaceContact.REACH, f));
        }
        return out;
    }

    private static boolean isUnder(List<LayerContact> below, double[] x) {
        return below.stream().anyMatch(b -> b.isUnder(x));
    }

    private static boolean isCloser(BodyDistance body, double[] x, double gap) {
        Foot f = new Foot();
        for (int i = 0; i < x.length; i += 3) {
            if (body.signed(x[i], x[i + 1], x[i + 2], SurfaceContact.REACH, f) < gap) {
                return true;
            }
        }
        return false;
    }
}
