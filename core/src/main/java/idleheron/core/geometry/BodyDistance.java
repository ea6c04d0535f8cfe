package idleheron.core.geometry;

import org.jspecify.annotations.Nullable;

/**
 * How far places lie from a body, below 0 inside. Of a closed surface the side is told by the normal of the feature that is closest:
 * a face, the two faces of an edge, all faces around a point by their angles (Bærentzen and Aanæs 2005). Of an open surface, or one
 * that is none, by how often it winds around the place (Jacobson, Kavan and Sorkine-Hornung 2013), over one half inside.
 */
public final class BodyDistance {
    private static final double ON = 1e-9;
    private static final double CLOSED = 0.9999999;

    private final TriangleMesh mesh;
    private final TriangleTree tree;
    private final SurfaceNormals normals;
    /** For every corner of every triangle the number of the edge from it to the next; none where the surface is open. */
    private final int[] edgeOf;

    private final double[] edgeNormals;
    private final boolean closed;

    /** Where normals do not tell the side. */
    private final @Nullable Winding winding;

    private BodyDistance(TriangleMesh mesh, TriangleTree tree, boolean closed, int[] edgeOf) {
        this.mesh = mesh;
        this.tree = tree;
        this.closed = closed;
        this.edgeOf = edgeOf;
        normals = SurfaceNormals.of(mesh);
        winding = closed ? null : Winding.of(mesh, tree, normals);
        int count = 0;
        for (int e : edgeOf) {
            count = Math.max(count, e + 1);
        }
        edgeNormals = new double[3 * count];
        for (int i = 0; i < edgeOf.length; i++) {
            for (int a = 0; a < 3; a++) {
                edgeNormals[3 * edgeOf[i] + a] += normals.faces()[i - i % 3 + a];
            }
        }
    }

    /** Of a surface, closed or open, in its own unit. */
    public static BodyDistance of(TriangleMesh mesh) {
        MeshEdges edges = MeshEdges.of(mesh);
        boolean closed = mesh.count() > 0 && edges.inside() > CLOSED;
        int[] t = mesh.triangles();
        int[] edgeOf = new int[closed ? t.length : 0];
        for (int i = 0; i < edgeOf.length; i++) {
            edgeOf[i] = edges.find(t[i], t[i % 3 == 2 ? i - 2 : i + 1]);
        }
        return new BodyDistance(mesh, TriangleTree.of(mesh), closed, edgeOf);
    }

    /** Of the same triangles at other places. The one before is not to be asked any more. */
    public BodyDistance moved(double[] places) {
        tree.move(places);
        return new BodyDistance(mesh.at(places), tree, closed, edgeOf);
    }

    public TriangleMesh mesh() {
        return mesh;
    }

    public TriangleTree tree() {
        return tree;
    }

    public SurfaceNormals normals() {
        return normals;
    }

    /** Whether every edge has two triangles, so that inside and outside are told by normals. */
    public boolean isClosed() {
        return closed;
    }

    /**
     * The signed distance.
     *
     * @param cap what is farther does not count and gives infinity
     * @param foot takes the closest place
     */
    public double signed(double x, double y, double z, double cap, Foot foot) {
        tree.closest(x, y, z, cap, foot);
        if (foot.triangle < 0) {
            return Double.POSITIVE_INFINITY;
        }
        boolean inside = closed ? side(x, y, z, foot) < 0 : winding(x, y, z) > 0.5;
        return inside ? -foot.distance : foot.distance;
    }

    /** Along the normal of the feature that is closest. */
    private double side(double x, double y, double z, Foot f) {
        double[] from = normals.faces();
        int at = 3 * f.triangle;
        int[] t = mesh.triangles();
        boolean u = f.u >= ON;
        boolean v = f.v >= ON;
        boolean w = f.w >= ON;
        int corners = (u ? 1 : 0) + (v ? 1 : 0) + (w ? 1 : 0);
        if (corners == 1) {
            from = normals.points();
            at = 3 * t[3 * f.triangle + (u ? 0 : v ? 1 : 2)];
        } else if (corners == 2) {
            from = edgeNormals;
            at = 3 * edgeOf[3 * f.triangle + (!w ? 0 : !u ? 1 : 2)];
        }
        return (x - f.x) * from[at] + (y - f.y) * from[at + 1] + (z - f.z) * from[at + 2];
    }

    /** How often the surface winds around a place, within a hundredth; see {@link Winding}. */
    public double winding(double x, double y, double z) {
        Winding w = winding;
        return w == null ? Winding.of(mesh, tree, normals).at(x, y, z) : w.at(x, y, z);
    }

    /** The normal of the body at a foot: that of its points in proportion, of length 1; into {@code out} at {@code at}. */
    public void normal(Foot f, double[] out, int at) {
        int[] t = mesh.triangles();
        double[] n = normals.points();
        for (int a = 0; a < 3; a++) {
            out[at + a] = f.u * n[3 * t[3 * f.triangle] + a]
                    + f.v * n[3 * t[3 * f.triangle + 1] + a]
                    + f.w * n[3 * t[3 * f.triangle + 2] + a];
        }
        SurfaceNormals.unit(out, at);
    }
}
