package idleheron.core.garment.collide;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;

/**
 * The hull of two balls. All in one space and unit.
 *
 * @param a middle of the first
 * @param ra its radius
 * @param b middle of the second
 * @param rb its radius
 */
public record Capsule(Vec3 a, double ra, Vec3 b, double rb) {
    public Capsule {
        if (!a.isFinite() || !b.isFinite() || !(ra > 0) || !(rb > 0) || !Double.isFinite(ra + rb)) {
            throw new IllegalArgumentException(say("core.garment.collide.Capsule.a-capsule-from-to", a, ra, b, rb));
        }
    }

    /** From its surface, below 0 inside; exact. */
    public double distance(double x, double y, double z) {
        double lx = b.x() - a.x();
        double ly = b.y() - a.y();
        double lz = b.z() - a.z();
        double l = Math.sqrt(lx * lx + ly * ly + lz * lz);
        double px = x - a.x();
        double py = y - a.y();
        double pz = z - a.z();
        if (l <= Math.abs(ra - rb)) {
            return ra >= rb
                    ? Math.sqrt(px * px + py * py + pz * pz) - ra
                    : Math.sqrt((px - lx) * (px - lx) + (py - ly) * (py - ly) + (pz - lz) * (pz - lz)) - rb;
        }
        double along = (px * lx + py * ly + pz * lz) / l;
        double off = Math.sqrt(Math.max(0, px * px + py * py + pz * pz - along * along));
        double sin = (ra - rb) / l;
        double cos = Math.sqrt(1 - sin * sin);
        double t = cos * along - sin * off;
        if (t < 0) {
            return Math.hypot(along, off) - ra;
        }
        return t > cos * l ? Math.hypot(along - l, off) - rb : sin * along + cos * off - ra;
    }
}
