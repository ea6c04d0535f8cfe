package idleheron.core.garment.tryon;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.job.Cores;

/**
 * Cloth against the surface of a body. Once a frame every point looks for its closest triangle; in every step it is kept on the outer
 * side of the plane through that triangle's moving foot.
 */
final class SurfaceContact implements Contact {
    /** Farther from the body nothing is met within a frame, metres. */
    static final double REACH = 0.05;

    private final BodyDistance end;
    private final double[] startPoints;
    private final SurfaceNormals startNormals;
    private final double thickness;
    private final double friction;
    private double[] feet = new double[0];
    private boolean[] near = new boolean[0];

    /**
     * @param startPoints of the body when the frame begins
     * @param startNormals of the body then
     * @param end the body when it ends
     * @param thickness that stays between, metres
     */
    SurfaceContact(
            double[] startPoints, SurfaceNormals startNormals, BodyDistance end, double thickness, double friction) {
        this.startPoints = startPoints;
        this.end = end;
        this.thickness = thickness;
        this.friction = friction;
        this.startNormals = startNormals;
    }

    @Override
    public void begin(double[] x) {
        int n = x.length / 3;
        // of every point: its foot and the normal there when the frame begins, and both when it ends
        feet = new double[12 * n];
        near = new boolean[n];
        int[] t = end.mesh().triangles();
        Cores.split(n, 256, (from, to) -> {
            Foot f = new Foot();
            for (int i = from; i < to; i++) {
                end.tree().closest(x[3 * i], x[3 * i + 1], x[3 * i + 2], REACH, f);
                near[i] = f.triangle >= 0;
                if (near[i]) {
                    int a = 3 * t[3 * f.triangle];
                    int b = 3 * t[3 * f.triangle + 1];
                    int c = 3 * t[3 * f.triangle + 2];
                    for (int k = 0; k < 3; k++) {
                        feet[12 * i + k] =
                                f.u * startPoints[a + k] + f.v * startPoints[b + k] + f.w * startPoints[c + k];
                        feet[12 * i + 3 + k] = f.u * startNormals.points()[a + k]
                                + f.v * startNormals.points()[b + k]
                                + f.w * startNormals.points()[c + k];
                    }
                    unit(feet, 12 * i + 3);
                    feet[12 * i + 6] = f.x;
                    feet[12 * i + 7] = f.y;
                    feet[12 * i + 8] = f.z;
                    end.normal(f, feet, 12 * i + 9);
                }
            }
        });
    }

    private static void unit(double[] v, int at) {
        double l = Math.sqrt(v[at] * v[at] + v[at + 1] * v[at + 1] + v[at + 2] * v[at + 2]);
        for (int k = 0; k < 3; k++) {
            v[at + k] = l > 0 ? v[at + k] / l : 0;
        }
    }

    @Override
    public void keep(double[] x, double[] before, double part, int from, int to) {
        double[] n = new double[3];
        for (int i = from; i < to; i++) {
            if (!near[i]) {
                continue;
            }
            int at = 12 * i;
            double s = 0;
            for (int k = 0; k < 3; k++) {
                n[k] = feet[at + 3 + k] + part * (feet[at + 9 + k] - feet[at + 3 + k]);
            }
            unit(n, 0);
            for (int k = 0; k < 3; k++) {
                s += (x[3 * i + k] - feet[at + k] - part * (feet[at + 6 + k] - feet[at + k])) * n[k];
            }
            if (s < thickness) {
                Contact.push(x, before, i, n, thickness - s, friction);
            }
        }
    }
}
