package idleheron.core.scene;

import idleheron.core.math.Vec3;

/**
 * A light shines along -Z of its node.
 *
 * @param kind point, directional, spot, area or volume
 * @param intensity 1 for the usual brightness
 */
public record Light(String name, String kind, Vec3 color, double intensity) {}
