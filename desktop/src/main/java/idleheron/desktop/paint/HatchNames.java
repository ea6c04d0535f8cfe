package idleheron.desktop.paint;

import idleheron.core.picture.Coat;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.render.Side;
import java.util.List;

/** Which picture is missing where somebody points. */
final class HatchNames {
    private HatchNames() {}

    /**
     * The file of the picture that is missing on a triangle; "" where it has its pictures, or is of no mesh.
     *
     * @param missing files that were not found
     */
    static String at(Side side, SurfaceHit hit, List<String> missing) {
        if (hit.shell() >= side.surfaces().size()) {
            return "";
        }
        Scene scene = side.scene();
        Mesh mesh = side.surfaces().get(hit.shell()).mesh();
        int[] materials =
                scene.nodes().get(side.surfaces().get(hit.shell()).node()).materials();
        int slot = mesh.triangleMaterials()[hit.triangle()];
        int material = slot >= 0 && slot < materials.length ? materials[slot] : -1;
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
}
