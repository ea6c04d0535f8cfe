package idleheron.core.garment;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.Share;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Cores;
import java.util.Arrays;

/**
 * How a garment lies on a body: signed gaps of its points, metres, below 0 inside.
 *
 * @param gaps of each point; infinite where the body is farther than {@link #CAP}
 * @param median of those that are near
 * @param spread 1.48 times the median distance from the median
 * @param low a twentieth lies below
 * @param high a twentieth lies above
 * @param inside share of the area that is inside, 0 to 1
 * @param insideArea square metres of it
 * @param deeper square metres deeper than 2 mm
 * @param worst depth of the deepest point, 0 where none is inside
 * @param deepest that point, or -1
 * @param far share of the points that lie farther than {@link #CAP}
 */
public record GapFigures(
        double[] gaps,
        double median,
        double spread,
        double low,
        double high,
        double inside,
        double insideArea,
        double deeper,
        double worst,
        int deepest,
        double far) {
    /** Farther gaps are not measured, metres. */
    public static final double CAP = 0.25;

    private static final double DEEP = 0.002;
    private static final double NORMAL = 1.48;

    /** How far a garment's points lie from a body, metres. */
    public static GapFigures of(BodyDistance body, TriangleMesh garment) {
        return of(body, garment, CAP);
    }

    /** @param cap metres beyond which a gap is not measured */
    public static GapFigures of(BodyDistance body, TriangleMesh garment, double cap) {
        double[] gaps = new double[garment.pointCount()];
        double[] p = garment.points();
        Cores.split(gaps.length, 512, (from, to) -> {
            Foot f = new Foot();
            for (int i = from; i < to; i++) {
                gaps[i] = body.signed(p[3 * i], p[3 * i + 1], p[3 * i + 2], cap, f);
            }
        });
        boolean[] used = garment.used();
        double[] areas = SurfaceNormals.of(garment).pointAreas(garment);
        double all = 0;
        double inside = 0;
        double deeper = 0;
        double worst = 0;
        int deepest = -1;
        int n = 0;
        int worn = 0;
        double[] near = new double[gaps.length];
        for (int i = 0; i < gaps.length; i++) {
            if (!used[i]) {
                continue;
            }
            worn++;
            all += areas[i];
            inside += gaps[i] < 0 ? areas[i] : 0;
            deeper += gaps[i] < -DEEP ? areas[i] : 0;
            if (-gaps[i] > worst) {
                worst = -gaps[i];
                deepest = i;
            }
            if (Double.isFinite(gaps[i])) {
                near[n++] = gaps[i];
            }
        }
        double[] sorted = Arrays.copyOf(near, n);
        Arrays.sort(sorted);
        double median = Share.at(sorted, 0.5);
        double[] off = new double[n];
        for (int i = 0; i < n; i++) {
            off[i] = Math.abs(sorted[i] - median);
        }
        Arrays.sort(off);
        return new GapFigures(
                gaps,
                median,
                NORMAL * Share.at(off, 0.5),
                Share.at(sorted, 0.05),
                Share.at(sorted, 0.95),
                all > 0 ? inside / all : 0,
                inside,
                deeper,
                worst,
                deepest,
                worn == 0 ? 0 : 1 - (double) n / worn);
    }
}
