package idleheron.core.garment.weights;

import idleheron.core.geometry.Foot;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;

/**
 * Which points of a garment the body speaks for: those that are near it and look the same way, and of a thick garment the inner side,
 * which looks at it, where nothing of the garment lies between. Neighbours whose feet lie much farther apart than they do bridge a gap,
 * such as an armpit, and lose their match with one ring around.
 *
 * @param matched points that the body speaks for
 * @param flipped those of them that look at it
 * @param torn those that lost their match
 * @param weights per joint a number for each point: those at its foot
 * @param feet the closest places, x, y, z on end
 * @param triangles of the body at the feet
 * @param distances to them, metres
 */
record Matching(
        boolean[] matched,
        boolean[] flipped,
        boolean[] torn,
        double[][] weights,
        double[] feet,
        int[] triangles,
        double[] distances) {
    /** An edge may grow so many times, and by so many metres, before it is torn. */
    private static final double FAR = 4;

    private static final double SLACK = 0.01;
    private static final double CLOSED = 0.98;
    private static final double END = 1e-6;

    /** @param distance metres within which the body speaks */
    static Matching of(BodyWeights body, TriangleMesh m, TransferSettings set, double distance) {
        int n = m.pointCount();
        Matching out = new Matching(
                new boolean[n],
                new boolean[n],
                new boolean[n],
                new double[body.joints()][n],
                new double[3 * n],
                new int[n],
                new double[n]);
        MeshEdges edges = MeshEdges.of(m);
        SurfaceNormals normals = SurfaceNormals.of(m);
        boolean closed = set.shells() && edges.inside() > CLOSED;
        TriangleTree own = TriangleTree.of(closed ? m : new TriangleMesh(m.points(), new int[0]));
        double cos = Math.cos(Math.toRadians(set.degrees()));
        Look look = new Look(body, m, normals, own, distance, cos);
        Cores.split(n, 512, (from, to) -> out.match(look, from, to));
        if (set.tears()) {
            out.tear(m, edges);
        }
        return out;
    }

    /** What every point is held against. */
    private record Look(
            BodyWeights body, TriangleMesh m, SurfaceNormals normals, TriangleTree own, double distance, double cos) {}

    private void match(Look look, int from, int to) {
        BodyWeights body = look.body;
        TriangleMesh m = look.m;
        Foot f = new Foot();
        Foot room = new Foot();
        double[] n = new double[3];
        double[] row = new double[body.joints()];
        double[] a = new double[3];
        double[] b = new double[3];
        for (int i = from; i < to; i++) {
            for (int k = 0; k < 3; k++) {
                a[k] = m.points()[3 * i + k];
            }
            body.body().tree().closest(a[0], a[1], a[2], Double.POSITIVE_INFINITY, f);
            triangles[i] = f.triangle;
            distances[i] = f.distance;
            if (f.triangle < 0) {
                continue;
            }
            b[0] = f.x;
            b[1] = f.y;
            b[2] = f.z;
            System.arraycopy(b, 0, feet, 3 * i, 3);
            java.util.Arrays.fill(row, 0);
            double sum = body.at(f, row);
            for (int j = 0; j < row.length; j++) {
                weights[j][i] = row[j];
            }
            body.body().normal(f, n, 0);
            double dot = 0;
            double out = 0;
            for (int k = 0; k < 3; k++) {
                dot += n[k] * look.normals.points()[3 * i + k];
                out += n[k] * (a[k] - b[k]);
            }
            boolean near = f.distance <= look.distance && sum > 0;
            matched[i] = near && dot >= look.cos;
            if (near && !look.own.isEmpty() && dot <= -look.cos && out > 0 && !between(m, look.own, i, a, b, room)) {
                matched[i] = true;
                flipped[i] = true;
            }
        }
    }

    /** Whether a triangle of the garment that does not have the point lies between it and its foot. */
    private static boolean between(TriangleMesh m, TriangleTree own, int point, double[] a, double[] b, Foot room) {
        int[] t = m.triangles();
        boolean[] met = new boolean[1];
        own.along(a, b, room, (f, part) -> {
            boolean has = t[3 * f] == point || t[3 * f + 1] == point || t[3 * f + 2] == point;
            met[0] = !has && part > END && part < 1 - END;
            return !met[0];
        });
        return met[0];
    }

    private void tear(TriangleMesh m, MeshEdges edges) {
        boolean[] bad = new boolean[torn.length];
        boolean any = false;
        for (int e = 0; e < edges.count(); e++) {
            int a = edges.ends()[2 * e];
            int b = edges.ends()[2 * e + 1];
            if (matched[a] && matched[b] && edges.length(e, feet) > FAR * edges.length(e, m.points()) + SLACK) {
                bad[a] = true;
                bad[b] = true;
                any = true;
            }
        }
        for (int e = 0; any && e < edges.count(); e++) {
            int a = edges.ends()[2 * e];
            int b = edges.ends()[2 * e + 1];
            torn[a] |= bad[a] || bad[b];
            torn[b] |= bad[a] || bad[b];
        }
        for (int i = 0; i < torn.length; i++) {
            matched[i] &= !torn[i];
        }
    }
}
