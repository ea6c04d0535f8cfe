package idleheron.core.garment.facts;

import idleheron.core.geometry.LongTable;
import idleheron.core.geometry.Share;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.Weld;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;

/**
 * How a set of coordinates lies on a surface. Of each triangle the map from its plane to the coordinates has two stretches, the
 * singular values of it; their mean is its scale, their ratio its distortion.
 *
 * @param box least u and v, greatest u and v
 * @param tiles "u v" of the unit squares in which middles of triangles lie
 * @param islands that hang together over edges with equal coordinates
 * @param mirrored triangles that lie the wrong way round
 * @param none triangles without area there, or without coordinates
 * @param scale the middle one, units of coordinates per metre
 * @param spread width of the middle half of scales over the middle one
 * @param distortion the middle one; 1 for none
 * @param worst a twentieth is distorted more
 * @param overlap share of what is covered that is covered more than once, 0 to 1
 */
public record UvLayout(
        double[] box,
        Set<String> tiles,
        int islands,
        int mirrored,
        int none,
        double scale,
        double spread,
        double distortion,
        double worst,
        double overlap) {
    private static final double PANEL_SPREAD = 0.2;
    private static final double PANEL_DISTORTION = 1.25;
    private static final double AREA = 1e-12;
    private static final double NO_AREA = 1e-14;
    private static final double LEAST = 1e-12;
    private static final double SAME = 1e6;

    /** More unit squares than this are not listed. */
    private static final int TILES = 64;

    /** Whether these are the flat cut: one scale all over, and little distortion. */
    public boolean isPanels() {
        return spread < PANEL_SPREAD && distortion < PANEL_DISTORTION;
    }

    /** @param points of the mesh, metres */
    public static UvLayout of(Mesh mesh, UvSet set, double[] points) {
        TriangleMesh m = TriangleMesh.of(mesh, points);
        return of(m, corners(mesh, set, m.count()));
    }

    /** Two numbers for each corner of each triangle, as {@link TriangleMesh#of} cuts faces; NaN where a corner has none. */
    static float[] corners(Mesh mesh, UvSet set, int triangles) {
        float[] out = new float[6 * triangles];
        int at = 0;
        int[] starts = mesh.faceStarts();
        for (int f = 0; f < mesh.faceCount(); f++) {
            for (int c = starts[f] + 1; c + 1 < starts[f + 1]; c++) {
                for (int k : new int[] {starts[f], c, c + 1}) {
                    int e = k < set.indices().length ? set.indices()[k] : -1;
                    boolean has = e >= 0 && 2 * e + 1 < set.uv().length;
                    out[at++] = has ? set.uv()[2 * e] : Float.NaN;
                    out[at++] = has ? set.uv()[2 * e + 1] : Float.NaN;
                }
            }
        }
        return out;
    }

    /** @param uv two numbers for each corner of each triangle, NaN for none */
    static UvLayout of(TriangleMesh m, float[] uv) {
        double inf = Double.POSITIVE_INFINITY;
        double[] box = {inf, inf, -inf, -inf};
        double[] scales = new double[m.count()];
        double[] distortions = new double[m.count()];
        Set<String> tiles = new TreeSet<>();
        LongTable seen = new LongTable();
        int n = 0;
        int mirrored = 0;
        int none = 0;
        double[] j = new double[3];
        for (int f = 0; f < m.count(); f++) {
            int at = 6 * f;
            float sum = 0;
            for (int k = 0; k < 6; k++) {
                sum += uv[at + k];
            }
            if (!Float.isFinite(sum)) {
                none++;
                continue;
            }
            for (int k = 0; k < 6; k++) {
                box[k % 2] = Math.min(box[k % 2], uv[at + k]);
                box[2 + k % 2] = Math.max(box[2 + k % 2], uv[at + k]);
            }
            long tileU = (long) Math.floor((uv[at] + uv[at + 2] + uv[at + 4]) / 3);
            long tileV = (long) Math.floor((uv[at + 1] + uv[at + 3] + uv[at + 5]) / 3);
            if (tiles.size() < TILES && seen.putIfAbsent(tileU << 32 ^ tileV & 0xFFFFFFFFL, 1) < 0) {
                tiles.add(tileU + " " + tileV);
            }
            double det = ((double) uv[at + 2] - uv[at]) * ((double) uv[at + 5] - uv[at + 1])
                    - ((double) uv[at + 3] - uv[at + 1]) * ((double) uv[at + 4] - uv[at]);
            mirrored += det < 0 ? 1 : 0;
            none += Math.abs(det) < NO_AREA ? 1 : 0;
            if (m.area(f) > AREA) {
                stretches(m, f, uv, j);
                scales[n] = Math.sqrt(j[0] * j[1]);
                distortions[n++] = j[0] / Math.max(j[1], LEAST);
            }
        }
        double[] s = Share.sorted(scales, n);
        double[] d = Share.sorted(distortions, n);
        return new UvLayout(
                box,
                tiles,
                islands(m, uv),
                mirrored,
                none,
                Share.at(s, 0.5),
                Share.spread(s),
                Share.at(d, 0.5),
                Share.at(d, 0.95),
                UvRaster.overlap(uv, box));
    }

    /** The greater and the lesser stretch of a triangle. */
    private static void stretches(TriangleMesh m, int f, float[] uv, double[] out) {
        double[] p = m.points();
        int a = 3 * m.triangles()[3 * f];
        int b = 3 * m.triangles()[3 * f + 1];
        int c = 3 * m.triangles()[3 * f + 2];
        double ex = p[b] - p[a];
        double ey = p[b + 1] - p[a + 1];
        double ez = p[b + 2] - p[a + 2];
        double gx = p[c] - p[a];
        double gy = p[c + 1] - p[a + 1];
        double gz = p[c + 2] - p[a + 2];
        double l = Math.sqrt(ex * ex + ey * ey + ez * ez);
        double x = (ex * gx + ey * gy + ez * gz) / l;
        double y = 2 * m.area(f) / l;
        int at = 6 * f;
        double u1 = (double) uv[at + 2] - uv[at];
        double v1 = (double) uv[at + 3] - uv[at + 1];
        double u2 = (double) uv[at + 4] - uv[at];
        double v2 = (double) uv[at + 5] - uv[at + 1];
        // columns of the map: along the first side, and square to it
        double a0 = u1 / l;
        double a1 = v1 / l;
        double b0 = (u2 - a0 * x) / y;
        double b1 = (v2 - a1 * x) / y;
        double e = a0 * a0 + a1 * a1;
        double g = b0 * b0 + b1 * b1;
        double h = a0 * b0 + a1 * b1;
        double mid = (e + g) / 2;
        double off = Math.sqrt((e - g) * (e - g) / 4 + h * h);
        out[0] = Math.sqrt(mid + off);
        double det = Math.abs(a0 * b1 - a1 * b0);
        out[1] = out[0] > 0 ? det / out[0] : 0;
    }

    private static int islands(TriangleMesh m, float[] uv) {
        int n = m.count();
        int[] parent = new int[n];
        Arrays.setAll(parent, i -> i);
        int[] corner = new int[3 * n];
        LongTable places = new LongTable();
        LongTable corners = new LongTable();
        for (int i = 0; i < corner.length; i++) {
            long u = Math.round(uv[2 * i] * SAME) * 0x9E3779B97F4A7C15L ^ Math.round(uv[2 * i + 1] * SAME);
            int place = places.putIfAbsent(u, i);
            long key = (long) m.triangles()[i] << 32 | (place < 0 ? i : place);
            int same = corners.putIfAbsent(key, i);
            corner[i] = same < 0 ? i : same;
        }
        LongTable edges = new LongTable();
        int count = n;
        for (int i = 0; i < corner.length; i++) {
            int a = corner[i];
            int b = corner[i % 3 == 2 ? i - 2 : i + 1];
            int other = edges.putIfAbsent((long) Math.min(a, b) << 32 | Math.max(a, b), i / 3);
            if (other >= 0) {
                int x = Weld.root(parent, other);
                int y = Weld.root(parent, i / 3);
                count -= x == y ? 0 : 1;
                parent[Math.max(x, y)] = Math.min(x, y);
            }
        }
        return count;
    }
}
