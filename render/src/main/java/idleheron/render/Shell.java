package idleheron.render;

import idleheron.render.surface.SurfaceLayer;

/**
 * A surface with its points as they stand now.
 *
 * @param points packed, in the common space
 */
public record Shell(SurfaceLayer layer, float[] points) {}
