package idleheron.desktop.paint;

import idleheron.core.math.Vec3;

/**
 * A point of a mesh that was clicked.
 *
 * @param node of the mesh, on the sent side
 * @param point of the mesh
 * @param at where it was met, common space, metres
 */
public record Picked(int node, int point, Vec3 at) {}
