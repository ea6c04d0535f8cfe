package idleheron.core.scene.mesh;

import java.util.Arrays;

/**
 * Polygons cut into triangles. A face that is convex becomes a fan; one that is not is cut by ears, seen along its own normal
 * (the sum of the cross products of its edges), so that no triangle lies outside of it.
 */
public final class Triangles {
    private Triangles() {}

    /** The mesh in triangles; what lies on corners and faces goes with them, what is told of edges is forgotten. */
    public static Mesh of(Mesh m) {
        if (m.corners().length == 3 * m.faceCount()) {
            return m;
        }
        int[] from = corners(m);
        int[] faceOf = new int[m.corners().length];
        for (int f = 0; f < m.faceCount(); f++) {
            Arrays.fill(faceOf, m.faceStarts()[f], m.faceStarts()[f + 1], f);
        }
        int count = from.length / 3;
        int[] starts = new int[count + 1];
        int[] faces = new int[count];
        int[] corners = new int[from.length];
        float[] old = m.normals();
        float[] normals = old == null ? null : new float[3 * from.length];
        for (int c = 0; c < from.length; c++) {
            corners[c] = m.corners()[from[c]];
            if (old != null && normals != null) {
                System.arraycopy(old, 3 * from[c], normals, 3 * c, 3);
            }
        }
        for (int t = 0; t < count; t++) {
            starts[t + 1] = 3 * (t + 1);
            faces[t] = faceOf[from[3 * t]];
        }
        return new Mesh(
                m.name(),
                m.points(),
                starts,
                corners,
                normals,
                m.uvSets().stream().map(u -> u.reordered(from)).toList(),
                per(m.faceMaterials(), faces),
                per(m.smoothingGroups(), faces),
                null,
                m.skin(),
                m.shapes(),
                m.layers().stream()
                        .filter(l -> l.domain() == MeshLayer.Domain.POINT
                                || l.domain() == MeshLayer.Domain.ALL
                                || l.domain() == MeshLayer.Domain.CORNER)
                        .map(l -> l.reordered(from, null))
                        .toList());
    }

    private static int @org.jspecify.annotations.Nullable [] per(
            int @org.jspecify.annotations.Nullable [] old, int[] faces) {
        return old == null ? null : Arrays.stream(faces).map(f -> old[f]).toArray();
    }

    /** Three corners a triangle, by their numbers in the mesh. Faces of fewer than three corners give none. */
    public static int[] corners(Mesh m) {
        int[] out = new int[3 * Math.max(0, m.corners().length - 2 * m.faceCount()) + 3];
        int n = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            int start = m.faceStarts()[f];
            int size = m.faceStarts()[f + 1] - start;
            if (n + 3 * Math.max(0, size - 2) > out.length) {
                out = Arrays.copyOf(out, 2 * out.length + 3 * size);
            }
            n = size < 3 ? n : face(m, start, size, out, n);
        }
        return Arrays.copyOf(out, n);
    }

    private static int face(Mesh m, int start, int size, int[] out, int at) {
        double[] flat = size == 3 ? new double[0] : flat(m, start, size);
        if (size == 3 || convex(flat)) {
            for (int c = 2; c < size; c++) {
                out[at++] = start;
                out[at++] = start + c - 1;
                out[at++] = start + c;
            }
            return at;
        }
        return new Ears(flat).cut(start, out, at);
    }

    /** The corners of a face as seen along its normal, two numbers each, turning to the left. */
    private static double[] flat(Mesh m, int start, int size) {
        double[] p = m.points();
        double nx = 0;
        double ny = 0;
        double nz = 0;
        for (int i = 0; i < size; i++) {
            int a = 3 * m.corners()[start + i];
            int b = 3 * m.corners()[start + (i + 1) % size];
            nx += (p[a + 1] - p[b + 1]) * (p[a + 2] + p[b + 2]);
            ny += (p[a + 2] - p[b + 2]) * (p[a] + p[b]);
            nz += (p[a] - p[b]) * (p[a + 1] + p[b + 1]);
        }
        int drop =
                Math.abs(nx) >= Math.abs(ny) && Math.abs(nx) >= Math.abs(nz) ? 0 : Math.abs(ny) >= Math.abs(nz) ? 1 : 2;
        double sign = (drop == 0 ? nx : drop == 1 ? ny : nz) < 0 ? -1 : 1;
        double[] out = new double[2 * size];
        for (int i = 0; i < size; i++) {
            int o = 3 * m.corners()[start + i];
            out[2 * i] = p[o + (drop + 1) % 3] * sign;
            out[2 * i + 1] = p[o + (drop + 2) % 3];
        }
        return out;
    }

    private static double side(double[] q, int a, int b, int c) {
        return (q[2 * b] - q[2 * a]) * (q[2 * c + 1] - q[2 * a + 1])
                - (q[2 * c] - q[2 * a]) * (q[2 * b + 1] - q[2 * a + 1]);
    }

    private static boolean convex(double[] q) {
        int n = q.length / 2;
        for (int i = 0; i < n; i++) {
            if (side(q, i, (i + 1) % n, (i + 2) % n) < 0) {
                return false;
            }
        }
        return true;
    }

    /** Corners that are left while ears are cut off. */
    private static final class Ears {
        private final double[] q;
        private final int[] next;
        private final int[] before;

        Ears(double[] q) {
            this.q = q;
            int n = q.length / 2;
            next = new int[n];
            before = new int[n];
            for (int i = 0; i < n; i++) {
                next[i] = (i + 1) % n;
                before[i] = (i + n - 1) % n;
            }
        }

        int cut(int start, int[] out, int from) {
            int at = from;
            int left = next.length;
            int i = 0;
            int tried = 0;
            while (left > 3) {
                if (tried >= left || isEar(i)) { // of a face that crosses itself any corner will do
                    out[at++] = start + before[i];
                    out[at++] = start + i;
                    out[at++] = start + next[i];
                    next[before[i]] = next[i];
                    before[next[i]] = before[i];
                    left--;
                    tried = 0;
                    i = before[i];
                } else {
                    i = next[i];
                    tried++;
                }
            }
            out[at++] = start + before[i];
            out[at++] = start + i;
            out[at++] = start + next[i];
            return at;
        }

        private boolean isEar(int i) {
            int a = before[i];
            int b = next[i];
            if (!(side(q, a, i, b) > 0)) {
                return false;
            }
            for (int k = next[b]; k != a; k = next[k]) {
                if (side(q, a, i, k) >= 0 && side(q, i, b, k) >= 0 && side(q, b, a, k) >= 0) {
                    return false;
                }
            }
            return true;
        }
    }
}
