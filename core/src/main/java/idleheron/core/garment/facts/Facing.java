package idleheron.core.garment.facts;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;

/** Whether a garment's outer side looks out. */
public final class Facing {
    /** Gaps beyond this tell nothing, metres. */
    private static final double REACH = 0.1;

    private static final double CLOSED = 0.98;
    private static final double SURE = 0.5;

    private Facing() {}

    /**
     * Of a thick garment by the space that its largest piece encloses, else by how its normals lie to those of the body at the feet.
     *
     * @return true where the inner side is certain to look out
     */
    public static boolean isInsideOut(Cloth cloth, BodyDistance body) {
        TriangleMesh m =
                cloth.joined().only(f -> cloth.pieces().of()[cloth.joined().triangles()[3 * f]] == 0);
        return MeshEdges.of(m).inside() > CLOSED ? volume(m) < 0 : along(m, body) < -SURE;
    }

    private static double volume(TriangleMesh m) {
        double[] p = m.points();
        int[] t = m.triangles();
        double out = 0;
        for (int f = 0; f < t.length; f += 3) {
            int a = 3 * t[f];
            int b = 3 * t[f + 1];
            int c = 3 * t[f + 2];
            out += p[a] * (p[b + 1] * p[c + 2] - p[b + 2] * p[c + 1])
                    + p[a + 1] * (p[b + 2] * p[c] - p[b] * p[c + 2])
                    + p[a + 2] * (p[b] * p[c + 1] - p[b + 1] * p[c]);
        }
        return out / 6;
    }

    /** The mean of the cosine between normals and those of the body, by area; 0 where nothing is near. */
    private static double along(TriangleMesh m, BodyDistance body) {
        SurfaceNormals n = SurfaceNormals.of(m);
        double[] areas = n.pointAreas(m);
        double[] there = new double[3];
        Foot foot = new Foot();
        double sum = 0;
        double all = 0;
        for (int p = 0; p < areas.length; p++) {
            if (areas[p] == 0) {
                continue;
            }
            body.tree().closest(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2], REACH, foot);
            if (foot.triangle >= 0) {
                body.normal(foot, there, 0);
                for (int a = 0; a < 3; a++) {
                    sum += areas[p] * there[a] * n.points()[3 * p + a];
                }
                all += areas[p];
            }
        }
        return all > 0 ? sum / all : 0;
    }
}
