package idleheron.core.geometry;

/**
 * What hangs together by triangles. Points without a triangle are pieces of their own.
 *
 * @param of the piece of each point, numbered by their first points
 * @param count how many there are
 */
public record Pieces(int[] of, int count) {
    /** Points that are joined by faces, largest piece first. */
    public static Pieces of(TriangleMesh m) {
        int n = m.pointCount();
        int[] parent = new int[n];
        for (int i = 0; i < n; i++) {
            parent[i] = i;
        }
        int[] t = m.triangles();
        for (int i = 0; i < t.length; i++) {
            int a = Weld.root(parent, t[i]);
            int b = Weld.root(parent, t[i % 3 == 2 ? i - 2 : i + 1]);
            parent[Math.max(a, b)] = Math.min(a, b);
        }
        int[] out = new int[n];
        int count = 0;
        for (int i = 0; i < n; i++) {
            int r = Weld.root(parent, i);
            out[i] = r == i ? count++ : out[r];
        }
        return new Pieces(out, count);
    }
}
