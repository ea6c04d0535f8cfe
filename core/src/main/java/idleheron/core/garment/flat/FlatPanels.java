package idleheron.core.garment.flat;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.UvLayout;
import idleheron.core.geometry.Pieces;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.Weld;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The flat cut of a garment, as its panels lie beside each other: in the plane z = 0, metres, with v upward. A point of the garment
 * that lies on a seam is there once for each panel.
 *
 * @param mesh the panels; faces without coordinates are left out
 * @param from the point of the garment that each point of it stands for
 * @param triangles the triangle of the garment that each of its triangles is, as both are cut by {@link TriangleMesh#of}
 * @param panels which panel each point belongs to
 */
public record FlatPanels(Mesh mesh, int[] from, int[] triangles, Pieces panels) {
    private static final double CLOSE = 1e-6;

    /** From the first set of coordinates that is a flat cut; null where none is. */
    public static @Nullable FlatPanels of(Cloth cloth) {
        for (UvSet set : cloth.mesh().uvSets()) {
            UvLayout layout = UvLayout.of(cloth.mesh(), set, cloth.surface().points());
            if (layout.isPanels() && layout.scale() > 0) {
                return of(cloth.mesh(), set, 1 / layout.scale());
            }
        }
        return null;
    }

    /** @param metres of one unit of coordinates */
    static @Nullable FlatPanels of(Mesh m, UvSet set, double metres) {
        int corners = m.corners().length;
        double[] places = new double[3 * corners];
        boolean[] has = new boolean[corners];
        for (int c = 0; c < corners; c++) {
            int e = c < set.indices().length ? set.indices()[c] : -1;
            has[c] = e >= 0 && 2 * e + 1 < set.uv().length && Float.isFinite(set.uv()[2 * e] + set.uv()[2 * e + 1]);
            if (has[c]) {
                places[3 * c] = metres * set.uv()[2 * e];
                places[3 * c + 1] = metres * set.uv()[2 * e + 1];
            }
            // corners of two points of the garment are never one, however close they lie
            places[3 * c + 2] = m.corners()[c];
        }
        Weld one = Weld.of(places, CLOSE);
        int[] starts = new int[m.faceCount() + 1];
        int[] kept = new int[corners];
        int[] triangles = new int[corners];
        int faces = 0;
        int at = 0;
        int cut = 0;
        int triangle = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            int a = m.faceStarts()[f];
            int b = m.faceStarts()[f + 1];
            boolean whole = b - a > 2;
            for (int c = a; c < b; c++) {
                whole &= has[c];
            }
            for (int c = a; c < b && whole; c++) {
                kept[at++] = one.to()[c];
            }
            for (int c = a + 2; c < b; c++) {
                if (whole) {
                    triangles[cut++] = triangle;
                }
                triangle++;
            }
            if (whole) {
                starts[++faces] = at;
            }
        }
        if (faces == 0) {
            return null;
        }
        double[] points = new double[3 * one.keep().length];
        int[] from = new int[one.keep().length];
        for (int p = 0; p < from.length; p++) {
            int c = one.keep()[p];
            points[3 * p] = places[3 * c];
            points[3 * p + 1] = places[3 * c + 1];
            from[p] = m.corners()[c];
        }
        Mesh flat = Mesh.bare(m.name(), points, Arrays.copyOf(starts, faces + 1), Arrays.copyOf(kept, at));
        TriangleMesh surface = TriangleMesh.of(flat, points);
        return new FlatPanels(flat, from, Arrays.copyOf(triangles, cut), Pieces.of(surface));
    }

    /** For each point of the panels what a point of the garment has. */
    public double[] values(double[] ofGarment) {
        double[] out = new double[from.length];
        for (int p = 0; p < out.length; p++) {
            out[p] = ofGarment[from[p]];
        }
        return out;
    }
}
