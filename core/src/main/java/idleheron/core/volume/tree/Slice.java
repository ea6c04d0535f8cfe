package idleheron.core.volume.tree;

/**
 * One layer of voxels as a dense picture, seen along an axis, row by row from the top left.
 *
 * @param axis that it lies across: 0, 1, 2
 * @param at index along that axis
 * @param box that it was cut from
 * @param values per cell, of vectors their lengths
 * @param active per cell
 */
public record Slice(int axis, int at, IndexBox box, int width, int height, double[] values, boolean[] active) {
    /** No picture is wider or higher; of larger boxes the middle is shown. */
    private static final int MOST = 2048;

    /**
     * The values of one layer of voxels.
     *
     * @param axis 0 to 2, across which the layer lies
     * @param at index of the layer
     */
    public static Slice of(SparseTree tree, int axis, int at, IndexBox box) {
        int u = axis == 0 ? 2 : 0;
        int v = axis == 1 ? 2 : 1;
        int width = (int) Math.min(MOST, box.size(u));
        int height = (int) Math.min(MOST, box.size(v));
        Slice s = new Slice(axis, at, box, width, height, new double[width * height], new boolean[width * height]);
        VoxelReader r = new VoxelReader(tree);
        for (int row = 0; row < height; row++) {
            for (int column = 0; column < width; column++) {
                int[] p = s.voxel(column, row);
                r.to(p[0], p[1], p[2]);
                s.values[row * width + column] = r.scalar();
                s.active[row * width + column] = r.isActive();
            }
        }
        return s;
    }

    /** The voxel behind a cell: X or Z to the right, Y up; across Y, Z goes down. */
    public int[] voxel(int column, int row) {
        int u = axis == 0 ? 2 : 0;
        int v = axis == 1 ? 2 : 1;
        int[] p = new int[3];
        p[axis] = at;
        p[u] = box.min(u) + (int) ((box.size(u) - width) / 2) + column;
        int from = box.min(v) + (int) ((box.size(v) - height) / 2);
        p[v] = axis == 1 ? from + row : from + height - 1 - row;
        return p;
    }
}
