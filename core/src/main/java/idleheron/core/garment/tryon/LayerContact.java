package idleheron.core.garment.tryon;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;

/**
 * Cloth over a garment that lies below it and is held: a point that lay on the outer side of it stays there. Outwards is where the body's
 * surface looks, whichever way the cloth's own faces do.
 */
final class LayerContact implements Contact {
    /** Farther from the lower cloth nothing is met, metres. */
    static final double REACH = 0.03;

    /** A foot is on the rim of the lower cloth where the way to it leans so far from the normal there, as the cosine. */
    private static final double LEANS = 0.5;

    /** Nearer than this the way has no direction, metres. */
    private static final double TOUCHES = 1e-4;

    private final TriangleTree tree;
    private final TriangleMesh below;
    private final double[] normals;
    private final boolean[] over;
    private final double gap;
    private double[] feet = new double[0];
    private boolean[] near = new boolean[0];

    /**
     * @param below where it lies now
     * @param normals of its points, outwards
     * @param over which points of the cloth lay on its outer side
     * @param gap to stay above it, metres
     */
    LayerContact(TriangleMesh below, double[] normals, boolean[] over, double gap) {
        this.below = below;
        this.tree = TriangleTree.of(below);
        this.normals = normals;
        this.over = over;
        this.gap = gap;
    }

    /** The normals of a mesh's points, each turned to where the body's surface looks that is nearest. */
    static double[] outwards(TriangleMesh m, BodyDistance body) {
        double[] out = SurfaceNormals.of(m).points().clone();
        double[] p = m.points();
        Cores.split(m.pointCount(), 256, (from, to) -> {
            Foot f = new Foot();
            double[] n = new double[3];
            for (int i = from; i < to; i++) {
                body.tree().closest(p[3 * i], p[3 * i + 1], p[3 * i + 2], Double.POSITIVE_INFINITY, f);
                body.normal(f, n, 0);
                if (n[0] * out[3 * i] + n[1] * out[3 * i + 1] + n[2] * out[3 * i + 2] < 0) {
                    for (int k = 0; k < 3; k++) {
                        out[3 * i + k] = -out[3 * i + k];
                    }
                }
            }
        });
        return out;
    }

    /** Which places lie on the outer side of a garment below, near it and not beside its rim. */
    static boolean[] over(TriangleMesh below, double[] normals, double[] x) {
        LayerContact c = new LayerContact(below, normals, new boolean[x.length / 3], 0);
        boolean[] out = new boolean[x.length / 3];
        Cores.split(out.length, 256, (from, to) -> {
            Foot f = new Foot();
            double[] n = new double[3];
            for (int i = from; i < to; i++) {
                out[i] = c.side(x, i, f, n) > 0;
            }
        });
        return out;
    }

    /** How far a place lies over the cloth below, metres, with the normal there; NaN beside its rim or far away. */
    private double side(double[] x, int i, Foot f, double[] n) {
        tree.closest(x[3 * i], x[3 * i + 1], x[3 * i + 2], REACH, f);
        if (f.triangle < 0) {
            return Double.NaN;
        }
        int[] t = below.triangles();
        double l = 0;
        for (int k = 0; k < 3; k++) {
            n[k] = f.u * normals[3 * t[3 * f.triangle] + k]
                    + f.v * normals[3 * t[3 * f.triangle + 1] + k]
                    + f.w * normals[3 * t[3 * f.triangle + 2] + k];
            l += n[k] * n[k];
        }
        l = Math.sqrt(l);
        if (l == 0) {
            return Double.NaN;
        }
        double dx = x[3 * i] - f.x;
        double dy = x[3 * i + 1] - f.y;
        double dz = x[3 * i + 2] - f.z;
        for (int k = 0; k < 3; k++) {
            n[k] /= l;
        }
        double s = dx * n[0] + dy * n[1] + dz * n[2];
        double way = Math.sqrt(dx * dx + dy * dy + dz * dz);
        return way > TOUCHES && Math.abs(s) < LEANS * way ? Double.NaN : s;
    }

    /** Whether a point that lay over it lies under it. */
    boolean isUnder(double[] x) {
        Foot f = new Foot();
        double[] n = new double[3];
        for (int i = 0; i < over.length; i++) {
            if (over[i] && side(x, i, f, n) < 0) {
                return true;
            }
        }
        return false;
    }

    @Override
    public void begin(double[] x) {
        feet = new double[6 * over.length];
        near = new boolean[over.length];
        Cores.split(over.length, 256, (from, to) -> {
            Foot f = new Foot();
            double[] n = new double[3];
            for (int i = from; i < to; i++) {
                near[i] = over[i] && !Double.isNaN(side(x, i, f, n));
                if (near[i]) {
                    feet[6 * i] = f.x;
                    feet[6 * i + 1] = f.y;
                    feet[6 * i + 2] = f.z;
                    System.arraycopy(n, 0, feet, 6 * i + 3, 3);
                }
            }
        });
    }

    @Override
    public void keep(double[] x, double[] before, double part, int from, int to) {
        double[] n = new double[3];
        for (int i = from; i < to; i++) {
            if (near[i]) {
                double s = 0;
                for (int k = 0; k < 3; k++) {
                    n[k] = feet[6 * i + 3 + k];
                    s += (x[3 * i + k] - feet[6 * i + k]) * n[k];
                }
                if (s < gap) {
                    Contact.push(x, before, i, n, gap - s, 0);
                }
            }
        }
    }
}
