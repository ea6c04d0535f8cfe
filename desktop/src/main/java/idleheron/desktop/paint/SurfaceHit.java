package idleheron.desktop.paint;

import idleheron.core.math.Vec3;
import idleheron.render.Shell;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The first triangle along a line of sight.
 *
 * @param shell which of the surfaces
 * @param triangle of it
 * @param far lengths of the direction from the eye
 * @param at where it is met, common space, metres
 */
record SurfaceHit(int shell, int triangle, double far, Vec3 at) {
    /**
     * What is met first, or null.
     *
     * @param eye where the line begins
     * @param way its direction
     */
    static @Nullable SurfaceHit first(List<Shell> shells, double[] eye, double[] way) {
        double nearest = Double.POSITIVE_INFINITY;
        int shell = -1;
        int triangle = -1;
        for (int i = 0; i < shells.size(); i++) {
            int[] t = shells.get(i).layer().triangles();
            float[] p = shells.get(i).points();
            for (int k = 0; k < t.length; k += 3) {
                double far = far(p, 3 * t[k], 3 * t[k + 1], 3 * t[k + 2], eye, way);
                if (far < nearest) {
                    nearest = far;
                    shell = i;
                    triangle = k / 3;
                }
            }
        }
        return shell < 0
                ? null
                : new SurfaceHit(
                        shell,
                        triangle,
                        nearest,
                        new Vec3(eye[0] + nearest * way[0], eye[1] + nearest * way[1], eye[2] + nearest * way[2]));
    }

    /** The corner of the triangle that is nearest to where it is met. */
    int point(Shell of) {
        int best = -1;
        double least = Double.POSITIVE_INFINITY;
        for (int k = 0; k < 3; k++) {
            int p = of.layer().triangles()[3 * triangle + k];
            double d = Math.hypot(
                    Math.hypot(of.points()[3 * p] - at.x(), of.points()[3 * p + 1] - at.y()),
                    of.points()[3 * p + 2] - at.z());
            if (d < least) {
                least = d;
                best = p;
            }
        }
        return best;
    }

    /** How far along a line a triangle is met, in lengths of the direction; infinite where it is not. Möller and Trumbore, 1997. */
    private static double far(float[] p, int a, int b, int c, double[] eye, double[] way) {
        double e1x = (double) p[b] - p[a];
        double e1y = (double) p[b + 1] - p[a + 1];
        double e1z = (double) p[b + 2] - p[a + 2];
        double e2x = (double) p[c] - p[a];
        double e2y = (double) p[c + 1] - p[a + 1];
        double e2z = (double) p[c + 2] - p[a + 2];
        double px = way[1] * e2z - way[2] * e2y;
        double py = way[2] * e2x - way[0] * e2z;
        double pz = way[0] * e2y - way[1] * e2x;
        double det = e1x * px + e1y * py + e1z * pz;
        if (det == 0) {
            return Double.POSITIVE_INFINITY;
        }
        double tx = eye[0] - p[a];
        double ty = eye[1] - p[a + 1];
        double tz = eye[2] - p[a + 2];
        double u = (tx * px + ty * py + tz * pz) / det;
        double qx = ty * e1z - tz * e1y;
        double qy = tz * e1x - tx * e1z;
        double qz = tx * e1y - ty * e1x;
        double v = (way[0] * qx + way[1] * qy + way[2] * qz) / det;
        double at = (e2x * qx + e2y * qy + e2z * qz) / det;
        return u >= 0 && v >= 0 && u + v <= 1 && at > 0 ? at : Double.POSITIVE_INFINITY;
    }
}
