package idleheron.core.garment.tryon;

import idleheron.core.garment.collide.Capsule;
import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.List;

/** Cloth against the colliders of a body alone, which move straight from frame to frame. */
final class CapsuleContact implements Contact {
    private static final double STEP = 1e-5;

    private final List<Capsule> start;
    private final List<Capsule> end;
    private final double thickness;
    private final double friction;

    CapsuleContact(List<Capsule> start, List<Capsule> end, double thickness, double friction) {
        this.start = start;
        this.end = end;
        this.thickness = thickness;
        this.friction = friction;
    }

    @Override
    public void begin(double[] x) {}

    private static Vec3 between(Vec3 a, Vec3 b, double part) {
        return a.plus(b.minus(a).times(part));
    }

    @Override
    public void keep(double[] x, double[] before, double part, int from, int to) {
        List<Capsule> now = new ArrayList<>();
        for (int c = 0; c < start.size(); c++) {
            Capsule a = start.get(c);
            Capsule b = end.get(c);
            now.add(new Capsule(
                    between(a.a(), b.a(), part),
                    a.ra() + part * (b.ra() - a.ra()),
                    between(a.b(), b.b(), part),
                    a.rb() + part * (b.rb() - a.rb())));
        }
        double[] n = new double[3];
        for (int i = from; i < to; i++) {
            int p = 3 * i;
            for (Capsule c : now) {
                double d = c.distance(x[p], x[p + 1], x[p + 2]);
                if (d < thickness && outward(c, x, p, n)) {
                    Contact.push(x, before, i, n, thickness - d, friction);
                }
            }
        }
    }

    /** The way out, by differences; false in the very middle. */
    private static boolean outward(Capsule c, double[] x, int p, double[] n) {
        n[0] = c.distance(x[p] + STEP, x[p + 1], x[p + 2]) - c.distance(x[p] - STEP, x[p + 1], x[p + 2]);
        n[1] = c.distance(x[p], x[p + 1] + STEP, x[p + 2]) - c.distance(x[p], x[p + 1] - STEP, x[p + 2]);
        n[2] = c.distance(x[p], x[p + 1], x[p + 2] + STEP) - c.distance(x[p], x[p + 1], x[p + 2] - STEP);
        double l = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        if (!(l > STEP / 2)) {
            return false;
        }
        for (int k = 0; k < 3; k++) {
            n[k] /= l;
        }
        return true;
    }
}
