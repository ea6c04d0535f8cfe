package idleheron.core.picture;

import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A material as it is drawn with its pictures.
 *
 * @param colour index of the picture of its colour, -1 for none
 * @param normal of the picture of its normals, -1 for none
 * @param opacity of the picture that tells where it is seen through, -1 for none
 * @param place how the picture of its colour lies, or that of its normals where it has none
 * @param uvSet on which set of coordinates, "" for the first
 * @param factor what its colour is multiplied by, red, green and blue as stored, 0 to 1
 * @param cutoff texels of less alpha than this are not drawn; 0 where all are, or are mixed with what is behind
 * @param mixed whether what is behind shows through
 */
public record Coat(
        int colour, int normal, int opacity, Placement place, String uvSet, Vec3 factor, double cutoff, boolean mixed) {
    private static final Vec3 ONE = new Vec3(1, 1, 1);

    /** Pictures of normals and opacity that lie otherwise than that of colours are left out: better plain than in the wrong place. */
    public static Coat of(Scene scene, Material m) {
        Material.@Nullable Use colour = use(m, PictureRole.COLOUR);
        Material.@Nullable Use lies = colour;
        for (PictureRole r : List.of(PictureRole.NORMAL, PictureRole.OPACITY)) {
            lies = lies == null ? use(m, r) : lies;
        }
        Material.@Nullable Use normal = alike(scene, lies, use(m, PictureRole.NORMAL));
        Material.@Nullable Use clear = alike(scene, lies, use(m, PictureRole.OPACITY));
        String mode = text(m, "alphaMode");
        double threshold =
                Math.max(number(m, "opacityThreshold", 0), mode.equals("MASK") ? number(m, "alphaCutoff", 0.5) : 0);
        boolean own = mode.equals("MASK") || mode.equals("BLEND");
        int opacity = clear != null ? clear.texture() : own && colour != null ? colour.texture() : -1;
        boolean multiplied = m.model().equals("metallic-roughness") || m.model().equals("unlit");
        return new Coat(
                colour == null ? -1 : colour.texture(),
                normal == null ? -1 : normal.texture(),
                opacity,
                lies == null ? Placement.PLAIN : lies.placement(),
                lies == null ? "" : scene.textures().get(lies.texture()).uvSet(),
                multiplied ? stored(m.diffuse()) : ONE,
                threshold,
                opacity >= 0 && threshold == 0);
    }

    /** A use that lies as another does; else null. */
    private static Material.@Nullable Use alike(
            Scene scene, Material.@Nullable Use first, Material.@Nullable Use other) {
        return first != null
                        && other != null
                        && first.placement().equals(other.placement())
                        && scene.textures()
                                .get(first.texture())
                                .uvSet()
                                .equals(scene.textures().get(other.texture()).uvSet())
                ? other
                : null;
    }

    public boolean hasPicture() {
        return colour >= 0 || normal >= 0;
    }

    private static Vec3 stored(Vec3 light) {
        return new Vec3(Light.stored(light.x()), Light.stored(light.y()), Light.stored(light.z()));
    }

    private static Material.@Nullable Use use(Material m, PictureRole role) {
        return m.uses().stream()
                .filter(u -> u.texture() >= 0 && PictureRole.linked(u.property()) == role)
                .findFirst()
                .orElse(null);
    }

    private static String text(Material m, String name) {
        for (FreeProperty p : m.properties()) {
            if (p.name().equals(name) && p.value() instanceof FreeProperty.Text t) {
                return t.text();
            }
        }
        return "";
    }

    private static double number(Material m, String name, double otherwise) {
        for (FreeProperty p : m.properties()) {
            if (p.name().equals(name) && p.value() instanceof FreeProperty.Numbers n && n.values().length > 0) {
                return n.values()[0];
            }
        }
        return otherwise;
    }
}
