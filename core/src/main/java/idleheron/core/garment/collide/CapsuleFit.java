package idleheron.core.garment.collide;

import idleheron.core.geometry.Share;
import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.EigenDecomposition_F64;

/**
 * Capsules for the points of one part of a body, as few as do not stand out of it: one, else up to four side by side. A capsule is a ball
 * or lies along one of the three main axes of the points by area, whichever errs least; its radius is a straight line over the axis,
 * raised until it covers nineteen twentieths; its ends are those of the middle 96 % of the points, drawn in by four fifths of the radius.
 */
final class CapsuleFit {
    private static final double COVERED = 0.95;
    private static final double ENDS = 0.02;
    private static final double DRAWN = 0.8;
    private static final double LEAST = 0.005;
    private static final double BARE = 2;

    /** A capsule may stand out of the skin by this on average, metres. */
    private static final double STANDS = 0.008;

    private static final int MOST = 4;
    private static final int STEPS = 20;
    private static final int FEWEST = 20;

    /** Points of the part, x, y, z on end, and the area of each. */
    private final double[] p;

    private final double[] area;

    private CapsuleFit(double[] p, double[] area) {
        this.p = p;
        this.area = area;
    }

    /** @param points x, y, z on end, metres */
    static List<Capsule> of(double[] points, double[] areas) {
        List<Capsule> best = List.of(new CapsuleFit(points, areas).one());
        double least = stands(best, points, areas);
        for (int k = 2; k <= MOST && least > STANDS; k++) {
            List<Capsule> some = several(points, areas, k);
            double now = stands(some, points, areas);
            if (some.size() > 1 && now < DRAWN * least) {
                best = some;
                least = now;
            }
        }
        return best;
    }

    /** How far capsules stand out of the skin, and twice how far they leave it bare, by area, metres. */
    private static double stands(List<Capsule> all, double[] p, double[] areas) {
        double sum = 0;
        double whole = 0;
        for (int i = 0; i < areas.length; i++) {
            double d = Double.POSITIVE_INFINITY;
            for (Capsule c : all) {
                d = Math.min(d, c.distance(p[3 * i], p[3 * i + 1], p[3 * i + 2]));
            }
            sum += (d < 0 ? -d : BARE * d) * areas[i];
            whole += areas[i];
        }
        return whole > 0 ? sum / whole : 0;
    }

    /** Groups that lie together (Lloyd 1982), begun along the main axis; a capsule for each. */
    private static List<Capsule> several(double[] p, double[] areas, int k) {
        int n = areas.length;
        Axis axis = new CapsuleFit(p, areas).axes().getFirst();
        Integer[] order = IntStream.range(0, n)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> axis.along(p, i))
                        .thenComparingInt(i -> i))
                .toArray(Integer[]::new);
        int[] group = new int[n];
        for (int i = 0; i < n; i++) {
            group[order[i]] = (int) ((long) i * k / n);
        }
        for (int step = 0; step < STEPS; step++) {
            double[] c = new double[4 * k];
            for (int i = 0; i < n; i++) {
                for (int a = 0; a < 3; a++) {
                    c[4 * group[i] + a] += areas[i] * p[3 * i + a];
                }
                c[4 * group[i] + 3] += areas[i];
            }
            boolean same = true;
            for (int i = 0; i < n; i++) {
                int near = group[i];
                double least = Double.POSITIVE_INFINITY;
                for (int g = 0; g < k; g++) {
                    double w = c[4 * g + 3];
                    double x = p[3 * i] - c[4 * g] / w;
                    double y = p[3 * i + 1] - c[4 * g + 1] / w;
                    double z = p[3 * i + 2] - c[4 * g + 2] / w;
                    double d = x * x + y * y + z * z;
                    if (w > 0 && d < least) {
                        least = d;
                        near = g;
                    }
                }
                same &= near == group[i];
                group[i] = near;
            }
            if (same) {
                break;
            }
        }
        List<Capsule> out = new ArrayList<>();
        for (int g = 0; g < k; g++) {
            int one = g;
            int[] own = IntStream.range(0, n).filter(i -> group[i] == one).toArray();
            if (own.length >= FEWEST) {
                out.add(new CapsuleFit(
                                points(p, own),
                                Arrays.stream(own).mapToDouble(i -> areas[i]).toArray())
                        .one());
            }
        }
        return out;
    }

    static double[] points(double[] p, int[] some) {
        double[] out = new double[3 * some.length];
        for (int i = 0; i < some.length; i++) {
            System.arraycopy(p, 3 * some[i], out, 3 * i, 3);
        }
        return out;
    }

    /** A middle and a direction. */
    private record Axis(Vec3 middle, Vec3 way) {
        double along(double[] p, int i) {
            return (p[3 * i] - middle.x()) * way.x()
                    + (p[3 * i + 1] - middle.y()) * way.y()
                    + (p[3 * i + 2] - middle.z()) * way.z();
        }
    }

    /** The main axes, that along which points spread most first. */
    private List<Axis> axes() {
        double[] m = new double[3];
        double all = 0;
        for (int i = 0; i < area.length; i++) {
            for (int a = 0; a < 3; a++) {
                m[a] += area[i] * p[3 * i + a];
            }
            all += area[i];
        }
        for (int a = 0; a < 3; a++) {
            m[a] /= all;
        }
        DMatrixRMaj c = new DMatrixRMaj(3, 3);
        for (int i = 0; i < area.length; i++) {
            for (int a = 0; a < 3; a++) {
                for (int b = 0; b < 3; b++) {
                    c.add(a, b, area[i] * (p[3 * i + a] - m[a]) * (p[3 * i + b] - m[b]));
                }
            }
        }
        EigenDecomposition_F64<DMatrixRMaj> e = DecompositionFactory_DDRM.eig(3, true, true);
        e.decompose(c);
        Integer[] order = {0, 1, 2};
        Arrays.sort(order, Comparator.comparingDouble(i -> -e.getEigenvalue(i).getReal()));
        List<Axis> out = new ArrayList<>();
        for (int k : order) {
            DMatrixRMaj v = e.getEigenVector(k);
            out.add(new Axis(new Vec3(m[0], m[1], m[2]), new Vec3(v.get(0), v.get(1), v.get(2)).unit()));
        }
        return out;
    }

    private Capsule one() {
        List<Axis> axes = axes();
        Capsule best = ball(axes.getFirst().middle);
        double least = stands(List.of(best), p, area);
        for (Axis a : axes) {
            Capsule c = along(a);
            double now = stands(List.of(c), p, area);
            if (now < least) {
                best = c;
                least = now;
            }
        }
        return best;
    }

    private Capsule ball(Vec3 middle) {
        double[] r = new double[area.length];
        for (int i = 0; i < r.length; i++) {
            r[i] = new Vec3(p[3 * i], p[3 * i + 1], p[3 * i + 2]).distance(middle);
        }
        double radius = Math.max(LEAST, covered(r));
        return new Capsule(middle, radius, middle, radius);
    }

    private Capsule along(Axis axis) {
        int n = area.length;
        double[] x = new double[n];
        double[] y = new double[n];
        for (int i = 0; i < n; i++) {
            x[i] = axis.along(p, i);
            double r = new Vec3(p[3 * i], p[3 * i + 1], p[3 * i + 2]).distance(axis.middle);
            y[i] = Math.sqrt(Math.max(0, r * r - x[i] * x[i]));
        }
        double[] along = Share.sorted(x, n);
        double[] line = line(x, y);
        double[] over = new double[n];
        for (int i = 0; i < n; i++) {
            over[i] = y[i] - line[0] - line[1] * x[i];
        }
        line[0] += covered(over);
        double low = Share.at(along, ENDS);
        double high = Share.at(along, 1 - ENDS);
        double a = low + DRAWN * Math.max(LEAST, line[0] + line[1] * low);
        double b = high - DRAWN * Math.max(LEAST, line[0] + line[1] * high);
        if (a > b) {
            a = (a + b) / 2;
            b = a;
        }
        return new Capsule(
                axis.middle.plus(axis.way.times(a)),
                Math.max(LEAST, line[0] + line[1] * a),
                axis.middle.plus(axis.way.times(b)),
                Math.max(LEAST, line[0] + line[1] * b));
    }

    /** The straight line through y over x that errs least, by area: its value at 0, and its slope. */
    private double[] line(double[] x, double[] y) {
        double w = 0;
        double sx = 0;
        double sy = 0;
        double xx = 0;
        double xy = 0;
        for (int i = 0; i < area.length; i++) {
            w += area[i];
            sx += area[i] * x[i];
            sy += area[i] * y[i];
            xx += area[i] * x[i] * x[i];
            xy += area[i] * x[i] * y[i];
        }
        double det = w * xx - sx * sx;
        double slope = det > 0 ? (w * xy - sx * sy) / det : 0;
        return new double[] {w > 0 ? (sy - slope * sx) / w : 0, slope};
    }

    /** What nineteen twentieths of the area lie at or below. */
    private double covered(double[] v) {
        Integer[] order = IntStream.range(0, v.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> v[i]))
                .toArray(Integer[]::new);
        double all = Arrays.stream(area).sum();
        double sum = 0;
        for (int i : order) {
            sum += area[i];
            if (sum >= COVERED * all) {
                return v[i];
            }
        }
        return v[order[order.length - 1]];
    }
}
