package idleheron.desktop.view3d;

import idleheron.core.picture.Coat;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import java.util.List;

/** Which picture is missing where somebody points. */
final class HatchNames {
    private HatchNames() {}

    /**
     * The file of the picture that is missing on the first face along a line of sight; "" where nothing is.
     *
     * @param surfaces in their pose, in the common space, metres
     * @param eye where the line begins
     * @param way its direction
     * @param missing files that are not to be had
     */
    static String along(Scene scene, List<Surface> surfaces, double[] eye, double[] way, List<String> missing) {
        double nearest = Double.MAX_VALUE;
        int material = -1;
        for (Surface s : surfaces) {
            int[] t = s.mesh().triangles();
            float[] p = s.points();
            int hit = -1;
            for (int i = 0; i < t.length; i += 3) {
                double far = far(p, 3 * t[i], 3 * t[i + 1], 3 * t[i + 2], eye, way);
                if (far < nearest) {
                    nearest = far;
                    hit = i / 3;
                }
            }
            if (hit >= 0) {
                int slot = s.mesh().triangleMaterials()[hit];
                int[] materials = scene.nodes().get(s.node()).materials();
                material = slot >= 0 && slot < materials.length ? materials[slot] : -1;
            }
        }
        if (material < 0) {
            return "";
        }
        Coat coat = Coat.of(scene, scene.materials().get(material));
        for (int texture : new int[] {coat.colour(), coat.normal()}) {
            String file = texture < 0 ? "" : scene.textures().get(texture).fileName();
            if (missing.contains(file)) {
                return file;
            }
        }
        return "";
    }

    /** How far along a line a triangle is met, in lengths of the direction; infinite where it is not. Möller and Trumbore, 1997. */
    private static double far(float[] p, int a, int b, int c, double[] eye, double[] way) {
        double e1x = (double) p[b] - p[a];
        double e1y = (double) p[b + 1] - p[a + 1];
        double e1z = (double) p[b + 2] - p[a + 2];
        double e2x = (double) p[c] - p[a];
        double e2y = (double) p[c + 1] - p[a + 1];
        double e2z = (double) p[c + 2] - p[a + 2];
        double px = way[1] * e2z - way[2] * e2y;
        double py = way[2] * e2x - way[0] * e2z;
        double pz = way[0] * e2y - way[1] * e2x;
        double det = e1x * px + e1y * py + e1z * pz;
        if (det == 0) {
            return Double.POSITIVE_INFINITY;
        }
        double tx = eye[0] - p[a];
        double ty = eye[1] - p[a + 1];
        double tz = eye[2] - p[a + 2];
        double u = (tx * px + ty * py + tz * pz) / det;
        double qx = ty * e1z - tz * e1y;
        double qy = tz * e1x - tx * e1z;
        double qz = tx * e1y - ty * e1x;
        double v = (way[0] * qx + way[1] * qy + way[2] * qz) / det;
        double at = (e2x * qx + e2y * qy + e2z * qz) / det;
        return u >= 0 && v >= 0 && u + v <= 1 && at > 0 ? at : Double.POSITIVE_INFINITY;
    }
}
