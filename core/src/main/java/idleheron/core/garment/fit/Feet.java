package idleheron.core.garment.fit;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.job.Cores;
import java.util.Arrays;

/**
 * Where some places have their feet on a body. Inside and outside are told by the normal at the foot, which is near enough for a fit.
 *
 * @param gaps of each place, metres, below 0 inside
 * @param triangles of the body
 * @param shares three of each: how much of the triangle's corners
 * @param places of the feet
 * @param normals at the feet, of length 1
 */
record Feet(double[] gaps, int[] triangles, double[] shares, double[] places, double[] normals) {
    private static final double MOST = 0.05;
    private static final double DEPTH = 3;

    static Feet of(BodyDistance body, double[] q) {
        int n = q.length / 3;
        Feet out = new Feet(new double[n], new int[n], new double[3 * n], new double[3 * n], new double[3 * n]);
        Cores.split(n, 256, (from, to) -> {
            Foot f = new Foot();
            for (int i = from; i < to; i++) {
                body.tree().closest(q[3 * i], q[3 * i + 1], q[3 * i + 2], Double.POSITIVE_INFINITY, f);
                out.put(i, f, body, q);
            }
        });
        return out;
    }

    private void put(int i, Foot f, BodyDistance body, double[] q) {
        triangles[i] = f.triangle;
        shares[3 * i] = f.u;
        shares[3 * i + 1] = f.v;
        shares[3 * i + 2] = f.w;
        places[3 * i] = f.x;
        places[3 * i + 1] = f.y;
        places[3 * i + 2] = f.z;
        body.normal(f, normals, 3 * i);
        gaps[i] = along(i, q) < 0 ? -f.distance : f.distance;
    }

    /** From the foot along its normal. */
    double along(int i, double[] q) {
        double sum = 0;
        for (int k = 0; k < 3; k++) {
            sum += (q[3 * i + k] - places[3 * i + k]) * normals[3 * i + k];
        }
        return sum;
    }

    double median() {
        return median(gaps);
    }

    static double median(double[] of) {
        double[] s = of.clone();
        Arrays.sort(s);
        int n = s.length;
        return n == 0 ? 0 : n % 2 == 1 ? s[n / 2] : (s[n / 2 - 1] + s[n / 2]) / 2;
    }

    /** How unlike a fit it is, metres: how unsteady the gap is, and three times how deep it goes in, each counted up to 5 cm. */
    double badness() {
        double m = median();
        double unsteady = 0;
        double depth = 0;
        for (double g : gaps) {
            unsteady += Math.min(Math.abs(g - m), MOST);
            depth += Math.clamp(-g, 0, MOST);
        }
        return gaps.length == 0 ? 0 : (unsteady + DEPTH * depth) / gaps.length;
    }

    /** Share of the places inside, 0 to 1. */
    double inside() {
        return gaps.length == 0
                ? 0
                : (double) Arrays.stream(gaps).filter(g -> g < 0).count() / gaps.length;
    }

    /** 1.48 times the middle distance from the middle. */
    double spread() {
        double m = median();
        return 1.4826 * median(Arrays.stream(gaps).map(g -> Math.abs(g - m)).toArray());
    }
}
