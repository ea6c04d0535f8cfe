package idleheron.core.garment.collide;

import idleheron.core.scene.mesh.Mesh;
import org.joml.Vector3d;

/** The surface of a capsule, to be seen: rings about its axis. */
public final class CapsuleMesh {
    private static final int AROUND = 20;
    private static final int RINGS = 7;

    private CapsuleMesh() {}

    /** In the capsule's own space and unit; every point lies on the capsule. */
    public static Mesh of(String name, Capsule c) {
        boolean within = c.a().minus(c.b()).length() <= Math.abs(c.ra() - c.rb());
        if (!within) {
            return hull(name, c);
        }
        return c.ra() >= c.rb()
                ? hull(name, new Capsule(c.a(), c.ra(), c.a(), c.ra()))
                : hull(name, new Capsule(c.b(), c.rb(), c.b(), c.rb()));
    }

    /** Of two balls of which none lies within the other, or of one twice. */
    private static Mesh hull(String name, Capsule c) {
        Vector3d axis = new Vector3d(c.b().x() - c.a().x(), c.b().y() - c.a().y(), c.b().z() - c.a().z());
        double length = axis.length();
        if (length > 0) {
            axis.div(length);
        } else {
            axis.set(0, 1, 0);
        }
        Vector3d side = new Vector3d(Math.abs(axis.x) < 0.7 ? 1 : 0, Math.abs(axis.x) < 0.7 ? 0 : 1, 0)
                .cross(axis)
                .normalize();
        Vector3d other = new Vector3d(axis).cross(side);
        // up to this angle above the equator the surface is the first ball's, beyond it the second's
        double turn = length > 0 ? Math.asin(Math.clamp((c.ra() - c.rb()) / length, -1, 1)) : 0;
        double[] points = new double[3 * 2 * RINGS * AROUND];
        for (int r = 0; r < 2 * RINGS; r++) {
            boolean first = r < RINGS;
            double from = first ? -Math.PI / 2 : turn;
            double to = first ? turn : Math.PI / 2;
            double up = from + (to - from) * (r % RINGS) / (RINGS - 1);
            double radius = first ? c.ra() : c.rb();
            for (int k = 0; k < AROUND; k++) {
                double round = 2 * Math.PI * k / AROUND;
                double x = radius * Math.cos(up) * Math.cos(round);
                double y = radius * Math.cos(up) * Math.sin(round);
                double z = radius * Math.sin(up);
                int at = 3 * (r * AROUND + k);
                points[at] = (first ? c.a().x() : c.b().x()) + x * side.x + y * other.x + z * axis.x;
                points[at + 1] = (first ? c.a().y() : c.b().y()) + x * side.y + y * other.y + z * axis.y;
                points[at + 2] = (first ? c.a().z() : c.b().z()) + x * side.z + y * other.z + z * axis.z;
            }
        }
        int faces = (2 * RINGS - 1) * AROUND;
        int[] starts = new int[faces + 1];
        int[] corners = new int[4 * faces];
        for (int f = 0; f < faces; f++) {
            int ring = f / AROUND * AROUND;
            int k = f % AROUND;
            int next = (k + 1) % AROUND;
            starts[f + 1] = 4 * (f + 1);
            corners[4 * f] = ring + k;
            corners[4 * f + 1] = ring + next;
            corners[4 * f + 2] = ring + AROUND + next;
            corners[4 * f + 3] = ring + AROUND + k;
        }
        return Mesh.bare(name, points, starts, corners);
    }
}
