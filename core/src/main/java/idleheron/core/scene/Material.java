package idleheron.core.scene;

import idleheron.core.math.Vec3;
import java.util.Arrays;
import java.util.List;

/**
 * A surface's colour as far as the checks and the picture need it, and the rest as the file says it.
 *
 * @param model the shading model as the file names it
 * @param diffuse red, green and blue, 0 to 1
 * @param opacity 1 for opaque
 * @param uses the pictures that drive it
 * @param properties what else the file says, by name
 */
public record Material(
        String name, String model, Vec3 diffuse, double opacity, List<Use> uses, List<FreeProperty> properties) {
    /** The property that a diffuse picture drives. */
    public static final String DIFFUSE = "DiffuseColor";

    /**
     * A picture on a property.
     *
     * @param property "DiffuseColor", "NormalMap"
     * @param texture index into the scene's textures
     * @param placement how it lies, as far as it is known
     */
    public record Use(String property, int texture, Placement placement) {
        /** A picture that lies as the coordinates do. */
        public Use(String property, int texture) {
            this(property, texture, Placement.PLAIN);
        }

        public Use withTexture(int index) {
            return new Use(property, index, placement);
        }
    }

    public Material {
        uses = List.copyOf(uses);
        properties = List.copyOf(properties);
    }

    /**
     * @param texture index into the scene's textures that colours it, or -1
     */
    public Material(String name, String model, Vec3 diffuse, double opacity, int texture) {
        this(name, model, diffuse, opacity, texture < 0 ? List.of() : List.of(new Use(DIFFUSE, texture)), List.of());
    }

    /** The picture that colours it: the one on the diffuse colour, else the first; -1 for none. */
    public int texture() {
        for (Use u : uses) {
            if (u.property.equals(DIFFUSE)) {
                return u.texture;
            }
        }
        return uses.isEmpty() ? -1 : uses.getFirst().texture;
    }

    /**
     * How each picture lies where it is used first, plain where nothing uses it.
     *
     * @param textures how many there are
     */
    public static Placement[] firstPlacements(List<Material> all, int textures) {
        Placement[] out = new Placement[textures];
        for (Material m : all.reversed()) {
            for (Use u : m.uses.reversed()) {
                if (u.texture >= 0 && u.texture < textures) {
                    out[u.texture] = u.placement;
                }
            }
        }
        Arrays.setAll(out, i -> out[i] == null ? Placement.PLAIN : out[i]);
        return out;
    }
}
