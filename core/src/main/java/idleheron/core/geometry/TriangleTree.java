package idleheron.core.geometry;

import java.util.Arrays;

/**
 * Triangles in a tree of boxes: closest points and crossings. Queries are exact in double precision; of several triangles that are
 * equally near the one with the lowest number counts, so that nothing depends on how the tree was cut. A tree is read by any number
 * of threads, each with a {@link Foot} of its own; {@link #move} is for one thread alone.
 */
public final class TriangleTree {
    private static final int LEAF = 4;
    private static final double SAME = 1e-12;

    private final int[] triangles;
    private final int[] order;

    /** Of each node: least and greatest x, y, z. */
    private final double[] boxes;

    /** Of each node: the first of its triangles in {@link #order} for a leaf, else -1 - the second child; the first child follows it. */
    private final int[] links;

    private final int[] sizes;
    private double[] points;
    private int nodes;

    private TriangleTree(TriangleMesh m) {
        triangles = m.triangles();
        points = m.points();
        int n = m.count();
        order = new int[n];
        int room = Math.max(1, 2 * n);
        boxes = new double[6 * room];
        links = new int[room];
        sizes = new int[room];
    }

    /** A tree of boxes over all triangles. */
    public static TriangleTree of(TriangleMesh m) {
        TriangleTree t = new TriangleTree(m);
        int n = 0;
        for (int i = 0; i < t.order.length; i++) {
            if (t.isFinite(i)) {
                t.order[n++] = i;
            }
        }
        if (n > 0) {
            double[] centres = new double[3 * t.order.length];
            for (int i = 0; i < t.order.length; i++) {
                for (int k = 0; k < 9; k++) {
                    centres[3 * i + k % 3] += t.points[3 * t.triangles[3 * i + k / 3] + k % 3] / 3;
                }
            }
            t.build(0, n, centres);
        }
        return t;
    }

    private boolean isFinite(int triangle) {
        double sum = 0;
        for (int k = 0; k < 9; k++) {
            sum += points[3 * triangles[3 * triangle + k / 3] + k % 3];
        }
        return Double.isFinite(sum);
    }

    /** How many nodes it has; the first is the top. */
    int nodes() {
        return nodes;
    }

    /** The second child of a node, the first follows it; -1 for a leaf. */
    int second(int node) {
        return sizes[node] > 0 ? -1 : -1 - links[node];
    }

    /** A triangle of a leaf, -1 beyond its last. */
    int triangle(int leaf, int k) {
        return k < sizes[leaf] ? order[links[leaf] + k] : -1;
    }

    /** A side of the box of a node: least x, y, z, greatest x, y, z. */
    double box(int node, int side) {
        return boxes[6 * node + side];
    }

    /** Whether there is nothing in it. */
    public boolean isEmpty() {
        return nodes == 0;
    }

    private int build(int from, int to, double[] centres) {
        int node = nodes++;
        sizes[node] = 0;
        if (to - from <= LEAF) {
            links[node] = from;
            sizes[node] = to - from;
            leaf(node);
            return node;
        }
        double[] low = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY};
        double[] high = {Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (int i = from; i < to; i++) {
            for (int a = 0; a < 3; a++) {
                low[a] = Math.min(low[a], centres[3 * order[i] + a]);
                high[a] = Math.max(high[a], centres[3 * order[i] + a]);
            }
        }
        int axis = 0;
        for (int a = 1; a < 3; a++) {
            axis = high[a] - low[a] > high[axis] - low[axis] ? a : axis;
        }
        int mid = from + to >>> 1;
        Halving.select(order, from, to - 1, mid, centres, axis);
        build(from, mid, centres);
        int second = build(mid, to, centres);
        links[node] = -1 - second;
        join(node);
        return node;
    }

    private void leaf(int node) {
        int b = 6 * node;
        Arrays.fill(boxes, b, b + 3, Double.POSITIVE_INFINITY);
        Arrays.fill(boxes, b + 3, b + 6, Double.NEGATIVE_INFINITY);
        for (int i = links[node]; i < links[node] + sizes[node]; i++) {
            for (int k = 0; k < 3; k++) {
                int p = 3 * triangles[3 * order[i] + k];
                for (int a = 0; a < 3; a++) {
                    boxes[b + a] = Math.min(boxes[b + a], points[p + a]);
                    boxes[b + 3 + a] = Math.max(boxes[b + 3 + a], points[p + a]);
                }
            }
        }
    }

    private void join(int node) {
        int b = 6 * node;
        int x = 6 * (node + 1);
        int y = 6 * (-1 - links[node]);
        for (int a = 0; a < 3; a++) {
            boxes[b + a] = Math.min(boxes[x + a], boxes[y + a]);
            boxes[b + 3 + a] = Math.max(boxes[x + 3 + a], boxes[y + 3 + a]);
        }
    }

    /** Takes the same triangles at other places; the tree keeps its shape. */
    public void move(double[] places) {
        points = places;
        for (int node = nodes - 1; node >= 0; node--) {
            if (sizes[node] > 0) {
                leaf(node);
            } else {
                join(node);
            }
        }
    }

    /**
     * The closest place.
     *
     * @param cap what is farther does not count; {@link Double#POSITIVE_INFINITY} for any
     */
    public void closest(double px, double py, double pz, double cap, Foot out) {
        out.triangle = -1;
        out.distance = Double.POSITIVE_INFINITY;
        if (nodes == 0) {
            return;
        }
        double best = cap * cap;
        int found = -1;
        out.ask(px, py, pz);
        int[] stack = out.stack;
        int depth = 0;
        stack[depth++] = 0;
        while (depth > 0) {
            int node = stack[--depth];
            if (far(node, px, py, pz) > best) {
                continue;
            }
            if (sizes[node] == 0) {
                int a = node + 1;
                int b = -1 - links[node];
                boolean first = far(a, px, py, pz) <= far(b, px, py, pz);
                stack[depth++] = first ? b : a;
                stack[depth++] = first ? a : b;
                continue;
            }
            for (int i = links[node]; i < links[node] + sizes[node]; i++) {
                int t = order[i];
                double d = out.onTriangle(
                        points, 3 * triangles[3 * t], 3 * triangles[3 * t + 1], 3 * triangles[3 * t + 2]);
                double near = SAME * 2 * Math.sqrt(d);
                boolean less = d < best - near;
                if (less || d <= best + near && (found < 0 ? d <= best : t < found)) {
                    best = less || found < 0 ? d : Math.min(d, best);
                    found = t;
                    out.u = out.a0;
                    out.v = out.a1;
                    out.w = out.a2;
                }
            }
        }
        if (found >= 0) {
            put(found, best, out);
        }
    }

    private void put(int t, double square, Foot out) {
        int a = 3 * triangles[3 * t];
        int b = 3 * triangles[3 * t + 1];
        int c = 3 * triangles[3 * t + 2];
        out.triangle = t;
        out.x = out.u * points[a] + out.v * points[b] + out.w * points[c];
        out.y = out.u * points[a + 1] + out.v * points[b + 1] + out.w * points[c + 1];
        out.z = out.u * points[a + 2] + out.v * points[b + 2] + out.w * points[c + 2];
        out.distance = Math.sqrt(square);
    }

    /** Square of the distance to a box. */
    private double far(int node, double px, double py, double pz) {
        int b = 6 * node;
        double x = Math.max(0, Math.max(boxes[b] - px, px - boxes[b + 3]));
        double y = Math.max(0, Math.max(boxes[b + 1] - py, py - boxes[b + 4]));
        double z = Math.max(0, Math.max(boxes[b + 2] - pz, pz - boxes[b + 5]));
        return x * x + y * y + z * z;
    }

    /** What is met on a way through the triangles. */
    public interface Meeting {
        /**
         * @param triangle that is crossed, or touched at its rim
         * @param part how far along the way, 0 to 1
         * @return whether to look on
         */
        boolean at(int triangle, double part);
    }

    /** Tells all triangles that the way from a to b crosses, in no order (Möller and Trumbore 1997, rims included by 1e-9). */
    public void along(double[] a, double[] b, Foot room, Meeting meeting) {
        if (nodes == 0) {
            return;
        }
        double dx = b[0] - a[0];
        double dy = b[1] - a[1];
        double dz = b[2] - a[2];
        int[] stack = room.stack;
        int depth = 0;
        stack[depth++] = 0;
        while (depth > 0) {
            int node = stack[--depth];
            if (!meets(node, a, dx, dy, dz)) {
                continue;
            }
            if (sizes[node] == 0) {
                stack[depth++] = node + 1;
                stack[depth++] = -1 - links[node];
                continue;
            }
            for (int i = links[node]; i < links[node] + sizes[node]; i++) {
                double part = part(order[i], a, dx, dy, dz);
                if (part >= 0 && part <= 1 && !meeting.at(order[i], part)) {
                    return;
                }
            }
        }
    }

    private boolean meets(int node, double[] a, double dx, double dy, double dz) {
        double from = 0;
        double to = 1;
        for (int k = 0; k < 3; k++) {
            double d = k == 0 ? dx : k == 1 ? dy : dz;
            double low = boxes[6 * node + k] - a[k];
            double high = boxes[6 * node + 3 + k] - a[k];
            double pad = 1e-9 * (1 + Math.abs(low) + Math.abs(high));
            low -= pad;
            high += pad;
            if (d == 0) {
                if (low > 0 || high < 0) {
                    return false;
                }
                continue;
            }
            double x = low / d;
            double y = high / d;
            from = Math.max(from, Math.min(x, y));
            to = Math.min(to, Math.max(x, y));
        }
        return from <= to;
    }

    /** Where a way crosses a triangle, NaN where it does not. */
    private double part(int t, double[] a, double dx, double dy, double dz) {
        int p = 3 * triangles[3 * t];
        int q = 3 * triangles[3 * t + 1];
        int r = 3 * triangles[3 * t + 2];
        double e1x = points[q] - points[p];
        double e1y = points[q + 1] - points[p + 1];
        double e1z = points[q + 2] - points[p + 2];
        double e2x = points[r] - points[p];
        double e2y = points[r + 1] - points[p + 1];
        double e2z = points[r + 2] - points[p + 2];
        double hx = dy * e2z - dz * e2y;
        double hy = dz * e2x - dx * e2z;
        double hz = dx * e2y - dy * e2x;
        double det = e1x * hx + e1y * hy + e1z * hz;
        if (!(Math.abs(det) > 1e-20)) {
            return Double.NaN;
        }
        double sx = a[0] - points[p];
        double sy = a[1] - points[p + 1];
        double sz = a[2] - points[p + 2];
        double u = (sx * hx + sy * hy + sz * hz) / det;
        double qx = sy * e1z - sz * e1y;
        double qy = sz * e1x - sx * e1z;
        double qz = sx * e1y - sy * e1x;
        double v = (dx * qx + dy * qy + dz * qz) / det;
        if (u < -1e-9 || v < -1e-9 || u + v > 1 + 1e-9) {
            return Double.NaN;
        }
        return (e2x * qx + e2y * qy + e2z * qz) / det;
    }
}
