package idleheron.core.garment.remesh;

import idleheron.core.geometry.Places;
import idleheron.core.geometry.TriangleMesh;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;

/**
 * A surface that can be cut and joined edge by edge. Some edges are borders: rims, edges between labels, creases, edges of more than two
 * triangles. Nothing is moved across them; they are only cut, and joined along themselves.
 */
final class Weave {
    private static final double MOST_TURN = 0.6;
    private static final double LEAST_TURN = 0.9;
    private static final double STRAIGHT = 0.9;

    double[] p;
    int[] t;
    int[] label;
    private boolean[] gone;
    private boolean[] rim;
    private int[][] around;
    private int[] count;
    private int points;
    private int triangles;
    private final Set<Long> borders = new HashSet<>();

    Weave(TriangleMesh m, int[] labels) {
        points = m.pointCount();
        triangles = m.count();
        p = m.points().clone();
        t = m.triangles().clone();
        label = labels.clone();
        gone = new boolean[triangles];
        rim = new boolean[points];
        around = new int[points][];
        count = new int[points];
        for (int i = 0; i < points; i++) {
            around[i] = new int[8];
        }
        for (int f = 0; f < triangles; f++) {
            for (int k = 0; k < 3; k++) {
                add(t[3 * f + k], f);
            }
        }
    }

    int points() {
        return points;
    }

    int triangles() {
        return triangles;
    }

    boolean isGone(int triangle) {
        return gone[triangle];
    }

    private static long key(int a, int b) {
        return (long) Math.min(a, b) << 32 | Math.max(a, b);
    }

    void border(int a, int b, boolean open) {
        borders.add(key(a, b));
        rim[a] |= open;
        rim[b] |= open;
    }

    boolean isBorder(int a, int b) {
        return borders.contains(key(a, b));
    }

    private void add(int point, int triangle) {
        if (count[point] == around[point].length) {
            around[point] = Arrays.copyOf(around[point], 2 * count[point]);
        }
        around[point][count[point]++] = triangle;
    }

    private void remove(int point, int triangle) {
        int[] a = around[point];
        for (int i = 0; i < count[point]; i++) {
            if (a[i] == triangle) {
                a[i] = a[--count[point]];
                return;
            }
        }
    }

    /** Triangles at a point; only the first {@link #count} of them count. */
    int[] around(int point) {
        return around[point];
    }

    int count(int point) {
        return count[point];
    }

    private boolean has(int triangle, int point) {
        return t[3 * triangle] == point || t[3 * triangle + 1] == point || t[3 * triangle + 2] == point;
    }

    /** Triangles of an edge, three at most. */
    int[] of(int a, int b) {
        int[] out = new int[3];
        int n = 0;
        for (int i = 0; i < count[a] && n < 3; i++) {
            if (has(around[a][i], b)) {
                out[n++] = around[a][i];
            }
        }
        return Arrays.copyOf(out, n);
    }

    /** Points that share an edge with one. */
    int[] neighbours(int point) {
        int[] out = new int[2 * count[point]];
        int n = 0;
        for (int i = 0; i < count[point]; i++) {
            for (int k = 0; k < 3; k++) {
                int q = t[3 * around[point][i] + k];
                boolean seen = q == point;
                for (int j = 0; j < n && !seen; j++) {
                    seen = out[j] == q;
                }
                if (!seen) {
                    out[n++] = q;
                }
            }
        }
        return Arrays.copyOf(out, n);
    }

    /** How many borders meet at a point. */
    int borders(int point) {
        int n = 0;
        for (int q : neighbours(point)) {
            n += isBorder(point, q) ? 1 : 0;
        }
        return n;
    }

    int third(int triangle, int a, int b) {
        for (int k = 0; k < 3; k++) {
            int q = t[3 * triangle + k];
            if (q != a && q != b) {
                return q;
            }
        }
        return a;
    }

    double length(int a, int b) {
        return Places.distance(p, a, b);
    }

    private int point(double x, double y, double z) {
        if (points == count.length) {
            int room = 2 * points + 8;
            p = Arrays.copyOf(p, 3 * room);
            rim = Arrays.copyOf(rim, room);
            around = Arrays.copyOf(around, room);
            count = Arrays.copyOf(count, room);
        }
        p[3 * points] = x;
        p[3 * points + 1] = y;
        p[3 * points + 2] = z;
        around[points] = new int[8];
        count[points] = 0;
        rim[points] = false;
        return points++;
    }

    private void triangle(int a, int b, int c, int of) {
        if (triangles == gone.length) {
            int room = 2 * triangles + 8;
            t = Arrays.copyOf(t, 3 * room);
            label = Arrays.copyOf(label, room);
            gone = Arrays.copyOf(gone, room);
        }
        t[3 * triangles] = a;
        t[3 * triangles + 1] = b;
        t[3 * triangles + 2] = c;
        label[triangles] = of;
        gone[triangles] = false;
        add(a, triangles);
        add(b, triangles);
        add(c, triangles++);
    }

    /** Cuts an edge in its middle. */
    void split(int a, int b) {
        int[] both = of(a, b);
        int m = point((p[3 * a] + p[3 * b]) / 2, (p[3 * a + 1] + p[3 * b + 1]) / 2, (p[3 * a + 2] + p[3 * b + 2]) / 2);
        for (int f : both) {
            for (int k = 0; k < 3; k++) {
                int x = t[3 * f + k];
                int y = t[3 * f + (k + 1) % 3];
                if (x == a && y == b || x == b && y == a) {
                    int z = t[3 * f + (k + 2) % 3];
                    // (x, y, z) becomes (x, m, z) and (m, y, z)
                    t[3 * f + (k + 1) % 3] = m;
                    remove(y, f);
                    add(m, f);
                    triangle(m, y, z, label[f]);
                    break;
                }
            }
        }
        if (borders.remove(key(a, b))) {
            boolean open = both.length == 1;
            border(a, m, open);
            border(m, b, open);
        }
    }

    /**
     * Joins one point to another that shares an edge with it.
     *
     * @param longest no edge may become longer
     * @return whether it could be done without folding the surface or moving a border
     */
    boolean join(int a, int b, double longest) {
        int[] both = of(a, b);
        int borders = borders(a);
        if (both.length == 0
                || both.length > 2
                || borders != 0 && !(borders == 2 && isBorder(a, b) && isStraight(a, b))
                || count[a] <= both.length
                || common(a, b) != both.length) {
            return false;
        }
        for (int i = 0; i < count[a]; i++) {
            int f = around[a][i];
            if (!has(f, b) && !fits(f, a, b, longest)) {
                return false;
            }
        }
        for (int q : neighbours(a)) {
            if (q != b && this.borders.remove(key(a, q))) {
                this.borders.add(key(b, q));
            }
        }
        rim[b] |= rim[a];
        this.borders.remove(key(a, b));
        for (int f : both) {
            gone[f] = true;
            for (int k = 0; k < 3; k++) {
                remove(t[3 * f + k], f);
            }
        }
        for (int i = 0; i < count[a]; i++) {
            int f = around[a][i];
            for (int k = 0; k < 3; k++) {
                if (t[3 * f + k] == a) {
                    t[3 * f + k] = b;
                }
            }
            add(b, f);
        }
        count[a] = 0;
        return true;
    }

    /** Whether the border at a point that goes on to another hardly bends there. */
    private boolean isStraight(int at, int to) {
        for (int q : neighbours(at)) {
            if (q != to && isBorder(at, q)) {
                double dot = 0;
                for (int k = 0; k < 3; k++) {
                    dot += (p[3 * at + k] - p[3 * q + k]) * (p[3 * to + k] - p[3 * at + k]);
                }
                return dot > STRAIGHT * length(at, q) * length(at, to);
            }
        }
        return false;
    }

    private int common(int a, int b) {
        int n = 0;
        int[] of = neighbours(b);
        for (int q : neighbours(a)) {
            for (int r : of) {
                n += q == r ? 1 : 0;
            }
        }
        return n;
    }

    /** Whether a triangle keeps its side, some area, and short edges when one corner goes to another place. */
    private boolean fits(int f, int corner, int to, double longest) {
        int[] c = {t[3 * f], t[3 * f + 1], t[3 * f + 2]};
        double[] before = normal(c[0], c[1], c[2]);
        for (int k = 0; k < 3; k++) {
            if (c[k] == corner) {
                c[k] = to;
            } else if (length(c[k], to) > longest) {
                return false;
            }
        }
        return Sides.alike(before, normal(c[0], c[1], c[2]), MOST_TURN);
    }

    private double[] normal(int f) {
        return normal(t[3 * f], t[3 * f + 1], t[3 * f + 2]);
    }

    /** Square to a triangle, twice as long as its area. */
    double[] normal(int a, int b, int c) {
        return Places.cross(p, a, b, c);
    }

    /** Turns an edge between two triangles to their other corners where that brings points nearer to six edges, four at a rim. */
    void flip(int a, int b) {
        int[] both = of(a, b);
        if (both.length != 2 || isBorder(a, b) || label[both[0]] != label[both[1]]) {
            return;
        }
        int c = third(both[0], a, b);
        int d = third(both[1], a, b);
        if (c == d || of(c, d).length > 0 || gain(a, -1) + gain(b, -1) + gain(c, 1) + gain(d, 1) <= 0) {
            return;
        }
        if (!Sides.alike(normal(both[0]), normal(both[1]), 0)) {
            return;
        }
        boolean forth = follows(both[0], a, b);
        int x = forth ? a : b;
        int y = forth ? b : a;
        double[] one = normal(x, y, c);
        double[] two = normal(y, x, d);
        double[] sum = {one[0] + two[0], one[1] + two[1], one[2] + two[2]};
        if (!Sides.alike(sum, normal(x, d, c), LEAST_TURN) || !Sides.alike(sum, normal(d, y, c), LEAST_TURN)) {
            return;
        }
        // (x, y, c) and (y, x, d) become (x, d, c) and (d, y, c)
        put(both[0], x, d, c);
        put(both[1], d, y, c);
        remove(y, both[0]);
        add(d, both[0]);
        remove(x, both[1]);
        add(c, both[1]);
    }

    private void put(int f, int a, int b, int c) {
        t[3 * f] = a;
        t[3 * f + 1] = b;
        t[3 * f + 2] = c;
    }

    private boolean follows(int f, int a, int b) {
        for (int k = 0; k < 3; k++) {
            if (t[3 * f + k] == a) {
                return t[3 * f + (k + 1) % 3] == b;
            }
        }
        return false;
    }

    private int gain(int point, int change) {
        int wanted = rim[point] ? 4 : 6;
        int edges = count[point] + (rim[point] ? 1 : 0);
        return Math.abs(edges - wanted) - Math.abs(edges + change - wanted);
    }

    /** All edges, two points each, in order. */
    int[] edges() {
        long[] keys = new long[3 * triangles];
        int n = 0;
        for (int f = 0; f < triangles; f++) {
            for (int k = 0; k < 3 && !gone[f]; k++) {
                keys[n++] = key(t[3 * f + k], t[3 * f + (k + 1) % 3]);
            }
        }
        Arrays.sort(keys, 0, n);
        int[] out = new int[2 * n];
        int at = 0;
        for (int i = 0; i < n; i++) {
            if (i == 0 || keys[i] != keys[i - 1]) {
                out[at++] = (int) (keys[i] >>> 32);
                out[at++] = (int) keys[i];
            }
        }
        return Arrays.copyOf(out, at);
    }
}
