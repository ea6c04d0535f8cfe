package idleheron.core.scene;

/**
 * One set of texture coordinates.
 *
 * @param uv two per entry, origin at the bottom left
 * @param indices per corner of the mesh an entry, -1 for none
 */
public record UvSet(String name, float[] uv, int[] indices) {}
