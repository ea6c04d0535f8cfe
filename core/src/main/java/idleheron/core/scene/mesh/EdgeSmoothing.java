package idleheron.core.scene.mesh;

/**
 * Smoothing told edge by edge.
 *
 * @param corners per edge the corner at which it starts; it runs to the next corner of the same face
 * @param smooth per edge 1 for smooth, 0 for hard
 */
public record EdgeSmoothing(int[] corners, int[] smooth) {}
