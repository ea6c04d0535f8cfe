package idleheron.core.scene;

import idleheron.core.math.Vec3;

/**
 * A light shines along -Z of its node.
 *
 * @param kind point, directional, spot, area or volume
 * @param intensity 1 for the usual brightness
 * @param innerAngle whole angle of the cone of full brightness, degrees; of a spot
 * @param outerAngle whole angle of the cone beyond which it is dark, degrees; of a spot
 * @param decay 0 none, 1, 2 or 3 with that power of the distance
 */
public record Light(
        String name, String kind, Vec3 color, double intensity, double innerAngle, double outerAngle, int decay) {

    /** A light without a cone. */
    public Light(String name, String kind, Vec3 color, double intensity) {
        this(name, kind, color, intensity, 0, 45, 0);
    }
}
