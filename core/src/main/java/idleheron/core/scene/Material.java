package idleheron.core.scene;

import idleheron.core.math.Vec3;

/**
 * A surface's colour as far as the checks and the picture need it.
 *
 * @param model the shading model as the file names it
 * @param diffuse red, green and blue, 0 to 1
 * @param opacity 1 for opaque
 * @param texture index into the scene's textures that colours it, or -1
 */
public record Material(String name, String model, Vec3 diffuse, double opacity, int texture) {}
