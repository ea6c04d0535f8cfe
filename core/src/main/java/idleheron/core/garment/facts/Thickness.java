package idleheron.core.garment.facts;

import idleheron.core.geometry.Foot;
import idleheron.core.geometry.Share;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;
import java.util.Arrays;

/**
 * How thick a garment is: from each point straight back against its normal to the first triangle of its own that looks the other way.
 *
 * @param metres of each point, infinite where there is no other side
 * @param across of each point the nearest corner of that triangle, -1 where there is none
 * @param points how many have one
 */
public record Thickness(double[] metres, int[] across, int points) {
    /** Farther than this is another part of the garment, metres. */
    private static final double REACH = 0.06;

    private static final double NEAR = 1e-6;
    private static final double OPPOSED = -0.5;

    /** From each point to the other side of the cloth, in the unit of the surface. */
    public static Thickness of(TriangleMesh m, SurfaceNormals normals, TriangleTree tree) {
        double[] out = new double[m.pointCount()];
        int[] across = new int[out.length];
        Arrays.fill(out, Double.POSITIVE_INFINITY);
        Arrays.fill(across, -1);
        int[] t = m.triangles();
        double[] n = normals.points();
        Cores.split(out.length, 256, (from, to) -> {
            Foot room = new Foot();
            double[] a = new double[3];
            double[] b = new double[3];
            for (int i = from; i < to; i++) {
                int p = i;
                for (int k = 0; k < 3; k++) {
                    a[k] = m.points()[3 * i + k];
                    b[k] = a[k] - REACH * n[3 * i + k];
                }
                if (n[3 * i] == 0 && n[3 * i + 1] == 0 && n[3 * i + 2] == 0) {
                    continue;
                }
                tree.along(a, b, room, (f, part) -> {
                    boolean own = t[3 * f] == p || t[3 * f + 1] == p || t[3 * f + 2] == p;
                    double dot = normals.faces()[3 * f] * n[3 * p]
                            + normals.faces()[3 * f + 1] * n[3 * p + 1]
                            + normals.faces()[3 * f + 2] * n[3 * p + 2];
                    if (!own && dot < OPPOSED && part * REACH > NEAR && part * REACH < out[p]) {
                        out[p] = part * REACH;
                        across[p] = nearest(m, f, a, b, part);
                    }
                    return true;
                });
            }
        });
        return new Thickness(
                out, across, (int) Arrays.stream(out).filter(Double::isFinite).count());
    }

    /** The corner of a triangle that is nearest to a place on the way from a to b. */
    private static int nearest(TriangleMesh m, int triangle, double[] a, double[] b, double part) {
        int best = -1;
        double least = Double.POSITIVE_INFINITY;
        for (int c = 0; c < 3; c++) {
            int p = m.triangles()[3 * triangle + c];
            double sum = 0;
            for (int k = 0; k < 3; k++) {
                double d = m.points()[3 * p + k] - a[k] - part * (b[k] - a[k]);
                sum += d * d;
            }
            if (sum < least) {
                least = sum;
                best = p;
            }
        }
        return best;
    }

    /** The middle one of those that have another side; 0 where none has. */
    public double median() {
        return points == 0 ? 0 : at(0.5);
    }

    /** What a share of those that have another side are thinner than; NaN where none has. */
    public double at(double share) {
        return Share.at(Share.sorted(metres, metres.length), share);
    }
}
