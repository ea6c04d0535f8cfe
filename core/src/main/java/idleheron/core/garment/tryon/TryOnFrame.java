package idleheron.core.garment.tryon;

import idleheron.core.geometry.Places;
import idleheron.core.geometry.Share;

/**
 * A frame of cloth that is tried on, in figures. Stretch is the length of an edge over that at rest.
 *
 * @param frame its number
 * @param stretch the worst
 * @param stretchMost what 99 % of edges lie below
 * @param squeeze what 1 % of edges lie below
 * @param depth of the deepest point inside the body, metres; 0 where none is
 * @param deepest that point of the garment, or -1
 * @param inside points more than 2 mm inside
 * @param moved from where the skin puts them: what 95 % of points lie below, metres
 * @param fastest metres a second
 */
public record TryOnFrame(
        double frame,
        double stretch,
        double stretchMost,
        double squeeze,
        double depth,
        int deepest,
        int inside,
        double moved,
        double fastest) {
    private static final double SHORT = 1e-9;

    /** Without what the body adds. */
    static TryOnFrame of(double frame, Links links, double[] x, double[] skinned, double fastest) {
        double[] stretch = new double[links.edges()];
        int n = 0;
        double worst = 0;
        for (int k = 0; k < links.count(); k++) {
            if (!links.bends()[k]) {
                double l = Places.distance(x, links.ends()[2 * k], links.ends()[2 * k + 1])
                        / Math.max(SHORT, links.lengths()[k]);
                worst = Math.max(worst, l);
                stretch[n++] = l;
            }
        }
        double[] sorted = Share.sorted(stretch, n);
        double[] moved = new double[x.length / 3];
        for (int i = 0; i < moved.length; i++) {
            double a = x[3 * i] - skinned[3 * i];
            double b = x[3 * i + 1] - skinned[3 * i + 1];
            double c = x[3 * i + 2] - skinned[3 * i + 2];
            moved[i] = Math.sqrt(a * a + b * b + c * c);
        }
        return new TryOnFrame(
                frame,
                worst,
                Share.at(sorted, 0.99),
                Share.at(sorted, 0.01),
                0,
                -1,
                0,
                Share.at(Share.sorted(moved, moved.length), 0.95),
                fastest);
    }

    /** With how deep it lies in the body. */
    TryOnFrame inside(double worst, int point, int count) {
        return new TryOnFrame(frame, stretch, stretchMost, squeeze, worst, point, count, moved, fastest);
    }
}
