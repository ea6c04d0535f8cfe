package idleheron.core.garment.facts;

import idleheron.core.garment.RestSurface;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.geometry.Weld;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;

/**
 * A garment as its cloth hangs together: points that lie in one place as one.
 *
 * @param node that shows it
 * @param mesh of the file
 * @param surface of all its points, metres, as it rests
 * @param weld which points are one
 * @param joined the surface with those as one
 * @param pieces of the joined surface
 */
public record Cloth(int node, Mesh mesh, TriangleMesh surface, Weld weld, TriangleMesh joined, PieceList pieces) {
    /** Points closer than this are one, metres. */
    public static final double ONE = 1e-5;

    private static final double PART = 1e-6;
    private static final double CLOSED = 0.98;
    private static final double MOST = 0.5;

    /** @param node that shows a mesh */
    public static Cloth of(Scene scene, int node) {
        return of(node, scene.meshes().get(scene.nodes().get(node).payload()), RestSurface.of(scene, node));
    }

    private static Cloth of(int node, Mesh mesh, TriangleMesh surface) {
        Weld weld = Weld.of(surface.points(), Math.max(ONE, PART * Math.min(1e6, surface.diagonal())));
        TriangleMesh joined = surface.welded(weld);
        return new Cloth(node, mesh, surface, weld, joined, PieceList.of(joined));
    }

    /** Whether there is a surface, and its places are numbers. */
    public boolean isWhole() {
        return surface.count() > 0 && joined.count() > 0 && surface.isFinite();
    }

    /** Whether it is a shell with an outer and an inner side: its largest piece has next to no rim, and most points another side. */
    public boolean hasTwoSides() {
        return hasTwoSides(Thickness.of(joined, SurfaceNormals.of(joined), TriangleTree.of(joined)));
    }

    /** As {@link #hasTwoSides()}, where the thickness of the joined surface is known. */
    public boolean hasTwoSides(Thickness thickness) {
        TriangleMesh largest = joined.only(f -> pieces.of()[joined.triangles()[3 * f]] == 0);
        return thickness.points() > MOST * joined.pointCount()
                && MeshEdges.of(largest).inside() > CLOSED;
    }

    /** Points that lie where another lies. */
    public int doubled() {
        return surface.pointCount() - joined.pointCount();
    }

    /** Points that no face has. */
    public int unused() {
        int n = 0;
        for (boolean u : surface.used()) {
            n += u ? 0 : 1;
        }
        return n;
    }

    /** Places of all points as places of those that stand for them. */
    public double[] joined(double[] places) {
        double[] out = new double[3 * weld.keep().length];
        for (int i = 0; i < weld.keep().length; i++) {
            System.arraycopy(places, 3 * weld.keep()[i], out, 3 * i, 3);
        }
        return out;
    }

    /** Places of points that stand for others, back on all of them. */
    public double[] parted(double[] places) {
        double[] out = new double[3 * weld.to().length];
        for (int i = 0; i < weld.to().length; i++) {
            System.arraycopy(places, 3 * weld.to()[i], out, 3 * i, 3);
        }
        return out;
    }
}
