package idleheron.core.scene.mesh;

/**
 * One set of texture coordinates.
 *
 * @param uv two per entry, origin at the bottom left
 * @param indices per corner of the mesh an entry, -1 for none
 */
public record UvSet(String name, float[] uv, int[] indices) {
    /** For corners in another order or number: for each new corner the old one. */
    public UvSet reordered(int[] from) {
        int[] out = new int[from.length];
        for (int c = 0; c < out.length; c++) {
            out[c] = indices[from[c]];
        }
        return new UvSet(name, uv, out);
    }
}
