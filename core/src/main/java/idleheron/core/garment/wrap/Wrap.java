package idleheron.core.garment.wrap;

import static idleheron.core.Messages.say;

import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;

/**
 * Points bound to the surface of a body: each to its foot, by its place in the frame there. The normal of that frame is the one of the
 * body's points in proportion, its first axis the first edge of the triangle made square to it. A frame has no size, so that gaps stay
 * what they were, in metres. It follows the surface and cannot leave it.
 *
 * @param body at rest, without triangles that have no area
 * @param triangles of the body at the feet
 * @param shares three of each: how much of the triangle's corners
 * @param offsets along, across and out of the surface, metres, three of each
 * @param farthest of all points from the body, metres
 */
public record Wrap(TriangleMesh body, int[] triangles, double[] shares, double[] offsets, double farthest) {
    /** Farther off a point swings with the turn of one triangle, metres. */
    public static final double FAR = 0.05;

    private static final double LEAST_AREA = 1e-12;

    /**
     * @param garment in the pose and place in which the body is
     * @throws IllegalArgumentException where the body has no face, or a place is no number
     */
    public static Wrap of(TriangleMesh body, TriangleMesh garment) {
        SurfaceNormals whole = SurfaceNormals.of(body);
        TriangleMesh sound = body.only(t -> 2 * whole.areas()[t] > LEAST_AREA);
        if (sound.count() == 0 || !garment.isFinite()) {
            throw new IllegalArgumentException(
                    sound.count() == 0
                            ? say("core.garment.wrap.Wrap.the-body-has-no-face")
                            : say("core.garment.wrap.Wrap.some-places-of-the-garment-are"));
        }
        TriangleTree tree = TriangleTree.of(sound);
        SurfaceNormals normals = SurfaceNormals.of(sound);
        int n = garment.pointCount();
        int[] triangles = new int[n];
        double[] shares = new double[3 * n];
        double[] offsets = new double[3 * n];
        double[] far = new double[n];
        Cores.split(n, 512, (from, to) -> {
            Foot f = new Foot();
            double[] frame = new double[9];
            double[] p = garment.points();
            for (int i = from; i < to; i++) {
                tree.closest(p[3 * i], p[3 * i + 1], p[3 * i + 2], Double.POSITIVE_INFINITY, f);
                triangles[i] = f.triangle;
                shares[3 * i] = f.u;
                shares[3 * i + 1] = f.v;
                shares[3 * i + 2] = f.w;
                far[i] = f.distance;
                frame(sound, normals, f.triangle, shares, 3 * i, frame);
                for (int a = 0; a < 3; a++) {
                    offsets[3 * i + a] = (p[3 * i] - f.x) * frame[3 * a]
                            + (p[3 * i + 1] - f.y) * frame[3 * a + 1]
                            + (p[3 * i + 2] - f.z) * frame[3 * a + 2];
                }
            }
        });
        double farthest = 0;
        for (double d : far) {
            farthest = Math.max(farthest, d);
        }
        return new Wrap(sound, triangles, shares, offsets, farthest);
    }

    /**
     * Binds pieces that stay rigid: all points of a piece to the foot of its middle.
     *
     * @param piece for each point which piece it belongs to; below 0 for none, and then it is bound for itself
     */
    public static Wrap rigid(TriangleMesh body, TriangleMesh trims, int[] piece) {
        int pieces = java.util.Arrays.stream(piece).max().orElse(-1) + 1;
        double[] middle = new double[3 * pieces];
        int[] count = new int[pieces];
        for (int i = 0; i < piece.length; i++) {
            if (piece[i] >= 0) {
                count[piece[i]]++;
                for (int a = 0; a < 3; a++) {
                    middle[3 * piece[i] + a] += trims.points()[3 * i + a];
                }
            }
        }
        for (int i = 0; i < middle.length; i++) {
            middle[i] /= Math.max(1, count[i / 3]);
        }
        Wrap middles = of(body, new TriangleMesh(middle, new int[0]));
        Wrap each = of(body, trims);
        SurfaceNormals normals = SurfaceNormals.of(middles.body);
        double[] frame = new double[9];
        int[] t = middles.body.triangles();
        for (int i = 0; i < piece.length; i++) {
            int k = piece[i];
            if (k < 0) {
                continue;
            }
            each.triangles[i] = middles.triangles[k];
            System.arraycopy(middles.shares, 3 * k, each.shares, 3 * i, 3);
            frame(middles.body, normals, middles.triangles[k], middles.shares, 3 * k, frame);
            double[] off = new double[3];
            for (int a = 0; a < 3; a++) {
                off[a] = trims.points()[3 * i + a];
                for (int c = 0; c < 3; c++) {
                    off[a] -=
                            middles.shares[3 * k + c] * middles.body.points()[3 * t[3 * middles.triangles[k] + c] + a];
                }
            }
            for (int a = 0; a < 3; a++) {
                each.offsets[3 * i + a] = off[0] * frame[3 * a] + off[1] * frame[3 * a + 1] + off[2] * frame[3 * a + 2];
            }
        }
        return each;
    }

    /** Three directions of length 1 and square to each other, on end: along the first edge, across, and out. */
    private static void frame(
            TriangleMesh m, SurfaceNormals normals, int triangle, double[] shares, int at, double[] out) {
        int[] t = m.triangles();
        double[] p = m.points();
        double[] n = normals.points();
        int a = 3 * t[3 * triangle];
        int b = 3 * t[3 * triangle + 1];
        int c = 3 * t[3 * triangle + 2];
        for (int k = 0; k < 3; k++) {
            out[6 + k] = shares[at] * n[a + k] + shares[at + 1] * n[b + k] + shares[at + 2] * n[c + k];
            out[k] = p[b + k] - p[a + k];
        }
        unit(out, 6);
        double dot = out[0] * out[6] + out[1] * out[7] + out[2] * out[8];
        for (int k = 0; k < 3; k++) {
            out[k] -= dot * out[6 + k];
        }
        unit(out, 0);
        out[3] = out[7] * out[2] - out[8] * out[1];
        out[4] = out[8] * out[0] - out[6] * out[2];
        out[5] = out[6] * out[1] - out[7] * out[0];
    }

    private static void unit(double[] v, int at) {
        double l = Math.sqrt(v[at] * v[at] + v[at + 1] * v[at + 1] + v[at + 2] * v[at + 2]);
        for (int k = 0; k < 3 && l > 0; k++) {
            v[at + k] /= l;
        }
    }

    /**
     * Where the points are when the body is elsewhere.
     *
     * @param places of the body's points
     */
    public double[] follow(double[] places) {
        TriangleMesh now = body.at(places);
        SurfaceNormals normals = SurfaceNormals.of(now);
        double[] out = new double[offsets.length];
        Cores.split(triangles.length, 1024, (from, to) -> {
            double[] frame = new double[9];
            for (int i = from; i < to; i++) {
                frame(now, normals, triangles[i], shares, 3 * i, frame);
                int t = 3 * triangles[i];
                for (int k = 0; k < 3; k++) {
                    double foot = 0;
                    for (int c = 0; c < 3; c++) {
                        foot += shares[3 * i + c] * places[3 * now.triangles()[t + c] + k];
                    }
                    out[3 * i + k] = foot
                            + offsets[3 * i] * frame[k]
                            + offsets[3 * i + 1] * frame[3 + k]
                            + offsets[3 * i + 2] * frame[6 + k];
                }
            }
        });
        return out;
    }
}
