package idleheron.rehearsal.demo;

import idleheron.core.math.Vec3;
import java.util.function.ToDoubleFunction;

/**
 * One rounded piece of a modelled body: a signed distance in metres, negative inside.
 *
 * @param owner the joint that moves it
 * @param material index into the materials of the figure
 * @param blend how softly it melts into the piece before it, metres
 * @param distance from a position to the surface
 */
record Blob(String owner, int material, double blend, ToDoubleFunction<Vec3> distance) {

    /** A sphere; metres. */
    record Ball(Vec3 centre, double radius) {}

    /** A round cone: two spheres and all between them. */
    static Blob cone(String owner, int material, double blend, Ball from, Ball to) {
        return cone(owner, material, blend, from, to, 1);
    }

    /** As {@link #cone}, flattened along Z by {@code depth}. */
    static Blob cone(String owner, int material, double blend, Ball from, Ball to, double depth) {
        Vec3 a = from.centre;
        Vec3 b = to.centre;
        double ra = from.radius;
        double rb = to.radius;
        Vec3 s = new Vec3(a.x(), a.y(), a.z() / depth);
        Vec3 d = new Vec3(b.x(), b.y(), b.z() / depth).minus(s);
        double dd = Math.max(1e-12, d.x() * d.x() + d.y() * d.y() + d.z() * d.z());
        return new Blob(owner, material, blend, p -> {
            double x = p.x() - s.x();
            double y = p.y() - s.y();
            double z = p.z() / depth - s.z();
            double t = Math.clamp((x * d.x() + y * d.y() + z * d.z()) / dd, 0.0, 1.0);
            double ex = x - t * d.x();
            double ey = y - t * d.y();
            double ez = z - t * d.z();
            return (Math.sqrt(ex * ex + ey * ey + ez * ez) - (ra + (rb - ra) * t)) * Math.min(1, depth);
        });
    }

    static Blob ellipsoid(String owner, int material, double blend, Vec3 centre, Vec3 radii) {
        double least = Math.min(radii.x(), Math.min(radii.y(), radii.z()));
        return new Blob(owner, material, blend, p -> {
            double x = (p.x() - centre.x()) / radii.x();
            double y = (p.y() - centre.y()) / radii.y();
            double z = (p.z() - centre.z()) / radii.z();
            double k = Math.sqrt(x * x + y * y + z * z);
            double gx = x / radii.x();
            double gy = y / radii.y();
            double gz = z / radii.z();
            double g = Math.sqrt(gx * gx + gy * gy + gz * gz);
            return g < 1e-9 ? -least : k * (k - 1) / g;
        });
    }

    static Blob box(String owner, int material, double blend, Vec3 centre, Vec3 half, double rounding) {
        return new Blob(owner, material, blend, p -> {
            double x = Math.abs(p.x() - centre.x()) - half.x() + rounding;
            double y = Math.abs(p.y() - centre.y()) - half.y() + rounding;
            double z = Math.abs(p.z() - centre.z()) - half.z() + rounding;
            double ox = Math.max(x, 0);
            double oy = Math.max(y, 0);
            double oz = Math.max(z, 0);
            return Math.sqrt(ox * ox + oy * oy + oz * oz) + Math.min(0, Math.max(x, Math.max(y, z))) - rounding;
        });
    }

    double at(Vec3 p) {
        return distance.applyAsDouble(p);
    }
}
