package idleheron.core.picture;

import java.util.stream.IntStream;

/**
 * Whether a picture is one of normals, and which way its green runs.
 *
 * <p>Red, green and blue stand for x, y and z from -1 to 1. Of a surface with the height h over the picture, with i to the right and j
 * down, the normal is (-dh/di, ±dh/dj, 1) made unit length: + where green grows upward, as the standards have it, - where it grows
 * downward. So p = dh/di = -x/z and, were it upward, q = dh/dj = y/z. Heights have no curl: dq/di = dp/dj. The correlation
 * Σ qi·pj / √(Σ qi² · Σ pj²) is 1 for upward and -1 for downward; it tells nothing where the surface is only bent in one direction.
 *
 * @param share of the texels that are vectors of unit length, to 10 %, which point outward
 * @param green 1 for upward, -1 for downward, between them how sure that is; NaN where nothing can be told, and of what are no normals
 */
public record NormalFacts(double share, double green) {
    private static final double[] PARTS =
            IntStream.range(0, 256).mapToDouble(i -> i / 127.5 - 1).toArray();

    private static final double UNIT = 0.1;
    private static final double MOST = 0.95;
    private static final double SURE = 0.3;
    /** Mean of squared cross slopes under which a picture tells nothing but its rounding. */
    private static final double FLAT = 1e-6;

    /** Vectors that lie flatter than this are left out: their slopes are mostly rounding. */
    private static final double STEEP = 0.2;

    /** Whether it looks like a picture of normals, and which way its green runs. */
    public static NormalFacts of(Texels t) {
        double share = unit(t) / ((double) t.width() * t.height());
        return new NormalFacts(share, share >= MOST ? green(t) : Double.NaN);
    }

    private static long unit(Texels t) {
        long unit = 0;
        double least = (1 - UNIT) * (1 - UNIT);
        double most = (1 + UNIT) * (1 + UNIT);
        for (int y = 0; y < t.height(); y++) {
            for (int x = 0; x < t.width(); x++) {
                int c = t.at(0, x, y);
                double nx = part(c >> 16);
                double ny = part(c >> 8);
                double nz = part(c);
                double squared = nx * nx + ny * ny + nz * nz;
                unit += squared > least && squared < most && nz > 0 ? 1 : 0;
            }
        }
        return unit;
    }

    private static double green(Texels t) {
        double both = 0;
        double qq = 0;
        double pp = 0;
        for (int y = 1; y + 1 < t.height(); y++) {
            for (int x = 1; x + 1 < t.width(); x++) {
                double qi = q(t.at(0, x + 1, y)) - q(t.at(0, x - 1, y));
                double pj = p(t.at(0, x, y + 1)) - p(t.at(0, x, y - 1));
                if (!Double.isNaN(qi + pj)) {
                    both += qi * pj;
                    qq += qi * qi;
                    pp += pj * pj;
                }
            }
        }
        double n = (double) t.width() * t.height();
        boolean told = qq > FLAT * n && pp > FLAT * n;
        return told ? both / Math.sqrt(qq * pp) : Double.NaN;
    }

    private static double part(int channel) {
        return PARTS[channel & 255];
    }

    private static double p(int c) {
        double z = part(c);
        return z < STEEP ? Double.NaN : -part(c >> 16) / z;
    }

    private static double q(int c) {
        double z = part(c);
        return z < STEEP ? Double.NaN : part(c >> 8) / z;
    }

    /** Whether it is a picture of normals. */
    public boolean isNormals() {
        return share >= MOST;
    }

    /** Whether green surely runs upward. */
    public boolean isUp() {
        return isNormals() && green >= SURE;
    }

    /** Whether green surely runs downward. */
    public boolean isDown() {
        return isNormals() && green <= -SURE;
    }
}
