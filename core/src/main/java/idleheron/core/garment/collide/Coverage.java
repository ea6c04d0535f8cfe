package idleheron.core.garment.collide;

import idleheron.core.geometry.Share;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Cores;
import java.util.List;

/**
 * How well colliders stand for a body. Where the skin lies outside of them cloth sinks in by so much; where it lies inside of them
 * cloth floats.
 *
 * @param distances of each point of the skin from the nearest collider, metres, below 0 inside
 * @param uncovered share of the area that lies more than {@link #TOLERANCE} outside, 0 to 1
 * @param worst how far, metres
 * @param point that lies so far out
 * @param standsOut share of the area that lies more than {@link #TOLERANCE} inside
 * @param out how deep, metres
 * @param bare by joint, the share of its area that is uncovered; -1 for a joint that moves no point most
 */
public record Coverage(
        double[] distances, double uncovered, double worst, int point, double standsOut, double out, double[] bare) {
    /** Metres. */
    public static final double TOLERANCE = 0.005;

    /** A joint of which more than this is uncovered has no collider. */
    public static final double NONE = 0.5;

    /**
     * @param capsules in metres
     * @param strongest for each point the joint that moves it most, -1 for none
     * @param joints how many there are
     */
    public static Coverage of(TriangleMesh skin, List<Capsule> capsules, int[] strongest, int joints) {
        double[] d = new double[skin.pointCount()];
        double[] p = skin.points();
        Cores.split(d.length, 512, (from, to) -> {
            for (int i = from; i < to; i++) {
                double least = Double.POSITIVE_INFINITY;
                for (Capsule c : capsules) {
                    least = Math.min(least, c.distance(p[3 * i], p[3 * i + 1], p[3 * i + 2]));
                }
                d[i] = least;
            }
        });
        double[] areas = SurfaceNormals.of(skin).pointAreas(skin);
        double[] own = new double[joints];
        double[] bare = new double[joints];
        double all = 0;
        double un = 0;
        double stands = 0;
        double worst = Double.NEGATIVE_INFINITY;
        double deep = 0;
        int point = -1;
        for (int i = 0; i < d.length; i++) {
            all += areas[i];
            un += d[i] > TOLERANCE ? areas[i] : 0;
            stands += d[i] < -TOLERANCE ? areas[i] : 0;
            deep = Math.max(deep, -d[i]);
            if (d[i] > worst) {
                worst = d[i];
                point = i;
            }
            if (strongest[i] >= 0) {
                own[strongest[i]] += areas[i];
                bare[strongest[i]] += d[i] > TOLERANCE ? areas[i] : 0;
            }
        }
        for (int j = 0; j < joints; j++) {
            bare[j] = own[j] > 0 ? bare[j] / own[j] : -1;
        }
        return new Coverage(d, all > 0 ? un / all : 0, worst, point, all > 0 ? stands / all : 0, deep, bare);
    }

    /** What nineteen of twenty points lie below, metres. */
    public double most() {
        return Share.at(Share.sorted(distances, distances.length), 0.95);
    }
}
