package idleheron.core.geometry;

/**
 * How often a surface winds around a place: the sum of the solid angles of its triangles over 4 pi (Van Oosterom and Strackee 1983).
 * What is farther than twice its own size counts as one dipole in its middle (Barill, Dickson, Schmidt, Levin and Jacobson 2018).
 */
final class Winding {
    /** So many times its radius off a group counts as one. */
    private static final double FAR = 2;

    private static final int NUMBERS = 7;

    private final TriangleMesh mesh;
    private final TriangleTree tree;

    /** Of each node: the sum of area by normal, its middle by area, the square of the radius times {@link #FAR}. */
    private final double[] dipoles;

    private Winding(TriangleMesh mesh, TriangleTree tree) {
        this.mesh = mesh;
        this.tree = tree;
        dipoles = new double[NUMBERS * tree.nodes()];
    }

    static Winding of(TriangleMesh mesh, TriangleTree tree, SurfaceNormals normals) {
        Winding w = new Winding(mesh, tree);
        double[] areas = new double[tree.nodes()];
        for (int n = tree.nodes() - 1; n >= 0; n--) {
            if (tree.second(n) < 0) {
                w.leaf(n, normals, areas);
            } else {
                w.join(n, areas);
            }
        }
        for (int n = tree.nodes() - 1; n >= 0; n--) {
            w.radius(n);
        }
        return w;
    }

    private void leaf(int node, SurfaceNormals normals, double[] areas) {
        int d = NUMBERS * node;
        double[] p = mesh.points();
        for (int k = 0, t = tree.triangle(node, 0); t >= 0; t = tree.triangle(node, ++k)) {
            double area = normals.areas()[t];
            areas[node] += area;
            for (int a = 0; a < 3; a++) {
                dipoles[d + a] += area * normals.faces()[3 * t + a];
                for (int c = 0; c < 3; c++) {
                    dipoles[d + 3 + a] += area * p[3 * mesh.triangles()[3 * t + c] + a] / 3;
                }
            }
        }
        for (int a = 3; a < 6; a++) {
            dipoles[d + a] /= Math.max(areas[node], Double.MIN_NORMAL);
        }
    }

    private void join(int node, double[] areas) {
        int d = NUMBERS * node;
        int x = NUMBERS * (node + 1);
        int y = NUMBERS * tree.second(node);
        double a = areas[node + 1];
        double b = areas[tree.second(node)];
        areas[node] = a + b;
        for (int k = 0; k < 3; k++) {
            dipoles[d + k] = dipoles[x + k] + dipoles[y + k];
            dipoles[d + 3 + k] = a + b > 0 ? (a * dipoles[x + 3 + k] + b * dipoles[y + 3 + k]) / (a + b) : 0;
        }
    }

    /** The farthest a corner of its box can be from the middle. */
    private void radius(int node) {
        int d = NUMBERS * node;
        double square = 0;
        for (int k = 0; k < 3; k++) {
            double off = Math.max(
                    Math.abs(tree.box(node, k) - dipoles[d + 3 + k]),
                    Math.abs(tree.box(node, 3 + k) - dipoles[d + 3 + k]));
            square += off * off;
        }
        dipoles[d + 6] = FAR * FAR * square;
    }

    /** The winding number: 1 inside a closed surface, 0 outside. */
    double at(double x, double y, double z) {
        if (tree.isEmpty()) {
            return 0;
        }
        double sum = 0;
        int[] stack = new int[64];
        int depth = 0;
        stack[depth++] = 0;
        while (depth > 0) {
            int node = stack[--depth];
            int d = NUMBERS * node;
            double dx = dipoles[d + 3] - x;
            double dy = dipoles[d + 4] - y;
            double dz = dipoles[d + 5] - z;
            double square = dx * dx + dy * dy + dz * dz;
            if (square > dipoles[d + 6]) {
                sum += (dipoles[d] * dx + dipoles[d + 1] * dy + dipoles[d + 2] * dz) / (2 * square * Math.sqrt(square));
            } else if (tree.second(node) >= 0) {
                stack[depth++] = tree.second(node);
                stack[depth++] = node + 1;
            } else {
                for (int k = 0, t = tree.triangle(node, 0); t >= 0; t = tree.triangle(node, ++k)) {
                    sum += angle(t, x, y, z);
                }
            }
        }
        return sum / (2 * Math.PI);
    }

    /** Half the solid angle of a triangle. */
    private double angle(int triangle, double x, double y, double z) {
        double[] p = mesh.points();
        int a = 3 * mesh.triangles()[3 * triangle];
        int b = 3 * mesh.triangles()[3 * triangle + 1];
        int c = 3 * mesh.triangles()[3 * triangle + 2];
        double ax = p[a] - x;
        double ay = p[a + 1] - y;
        double az = p[a + 2] - z;
        double bx = p[b] - x;
        double by = p[b + 1] - y;
        double bz = p[b + 2] - z;
        double cx = p[c] - x;
        double cy = p[c + 1] - y;
        double cz = p[c + 2] - z;
        double la = Math.sqrt(ax * ax + ay * ay + az * az);
        double lb = Math.sqrt(bx * bx + by * by + bz * bz);
        double lc = Math.sqrt(cx * cx + cy * cy + cz * cz);
        double up = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
        double down = la * lb * lc
                + (ax * bx + ay * by + az * bz) * lc
                + (bx * cx + by * cy + bz * cz) * la
                + (cx * ax + cy * ay + cz * az) * lb;
        return Math.atan2(up, down);
    }
}
